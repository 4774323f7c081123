"""What an answer tells the filter of lightness."""

from __future__ import annotations

from typing import NamedTuple

from bucephal.answers.rules import StepRule
from bucephal.record import Ask, Coarse, Correct, Tension
from bucephal.record.models import TOP_LEVEL


class Observation(NamedTuple):
    """The answer lay above ``above`` and at or below ``upto``.

    Levels 0 to 10; ``upto`` None: it did not answer at all up to ``above``.
    """

    above: int
    upto: int | None

    @staticmethod
    def answered_at(level: int) -> Observation:
        return Observation(level - 1, level)

    @staticmethod
    def no_answer_up_to(level: int) -> Observation:
        return Observation(level, None)

    @staticmethod
    def coarse_light(band_top: int) -> Observation:
        return Observation(0, band_top)

    @staticmethod
    def coarse_heavy(band_top: int) -> Observation:
        return Observation(band_top, TOP_LEVEL)


def observation_of(ask: Ask, rule: StepRule) -> Observation | None:
    """What a lightness ask tells the filter; None if it tells nothing (an alarmed answer).

    A wrong movement is no answer up to that level. A coarse answer is inside or above the
    band that was in force when it was asked.
    """
    if ask.tension is Tension.ALARMED:
        return None
    answered = ask.answered and ask.correct is not Correct.NO
    if ask.coarse is not None or ask.level is None:
        top = ask.band_top if ask.band_top is not None else rule.band_top
        if ask.coarse is Coarse.LIGHT and answered:
            return Observation.coarse_light(top)
        if not answered or top == TOP_LEVEL:
            return Observation.no_answer_up_to(top)
        return Observation.coarse_heavy(top)
    if not answered:
        return Observation.no_answer_up_to(ask.level)
    return Observation.answered_at(ask.level)
