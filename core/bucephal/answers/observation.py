"""What an answer tells the filter of lightness."""

from __future__ import annotations

from typing import NamedTuple

from bucephal.answers.item_rules import StepRule
from bucephal.record import Ask, Coarse
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


def observation_at(ask: Ask, rule: StepRule, *, answered: bool) -> Observation:
    """What a lightness ask tells the filter.

    A coarse answer is inside or above the band that was in force when it was asked.

    Args:
        answered: it answered, with the movement that was asked; else it is no answer up to its level.
    """
    if ask.coarse is not None or ask.level is None:
        top = ask.band_top if ask.band_top is not None else rule.band_top
        if ask.coarse is Coarse.LIGHT and answered:
            return Observation.coarse_light(top)
        if not answered or top == TOP_LEVEL:
            return Observation.no_answer_up_to(top)
        return Observation.coarse_heavy(top)
    return Observation.answered_at(ask.level) if answered else Observation.no_answer_up_to(ask.level)
