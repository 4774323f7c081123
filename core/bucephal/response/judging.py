"""What one ask was: accepted or not, a success or not, and what it tells the filter.

Source: handbook 02 (the light-answer rule; kinds L, T and M).
"""

from __future__ import annotations

from dataclasses import dataclass

from bucephal.ladder import Compare, Exercise, Kind, Stage
from bucephal.record import Ask, Coarse, Correct, Tension
from bucephal.response.lightness import Observation


@dataclass(frozen=True)
class StepRule:
    """All that is needed to judge an ask of a step: the step itself and the band in force."""

    exercise: Exercise
    stage: Stage
    band: tuple[int, int]

    @property
    def band_top(self) -> int:
        return self.band[1]

    @property
    def kind(self) -> Kind:
        return self.exercise.kind


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
        if not answered or top == 10:
            return Observation.no_answer_up_to(top)
        return Observation.coarse_heavy(top)
    if not answered:
        return Observation.no_answer_up_to(ask.level)
    return Observation.answered_at(ask.level)


def is_light(ask: Ask, rule: StepRule) -> bool:
    """Answered, with the right movement, within the band."""
    if not ask.answered or ask.correct is Correct.NO:
        return False
    if ask.correct is Correct.NEARLY and not rule.stage.accept_nearly:
        return False
    if ask.coarse is not None:
        return ask.coarse is Coarse.LIGHT
    return ask.level is not None and ask.level <= rule.band_top


def is_success(ask: Ask, rule: StepRule) -> bool:
    """Tolerance: let go in time, without alarm. Measure: target met. Lightness: in the band."""
    if rule.kind is Kind.LIGHTNESS:
        return is_light(ask, rule)
    if not ask.answered or ask.correct is Correct.NO or ask.tension is Tension.ALARMED:
        return False
    if rule.kind is Kind.TOLERANCE:
        limit = rule.stage.within_s
        return ask.let_go_s is None or limit is None or ask.let_go_s <= limit
    return meets_target(ask.extent, rule)


def meets_target(extent: float | None, rule: StepRule) -> bool:
    target = rule.stage.target
    if extent is None or target is None:
        return extent is None
    return extent <= target if rule.exercise.compare is Compare.AT_MOST else extent >= target


def responded(ask: Ask) -> bool:
    """Answered, with the movement that was asked and without alarm; how well is another question."""
    return ask.answered and ask.correct is not Correct.NO and ask.tension is not Tension.ALARMED


def came(ask: Ask, rule: StepRule) -> bool:
    """Lightness: responded, at whatever level. Tolerance and measure: a success."""
    return responded(ask) if rule.kind is Kind.LIGHTNESS else is_success(ask, rule)


def is_accepted(ask: Ask, rule: StepRule) -> bool:
    """A success, calm, and not far more than was asked for."""
    return is_success(ask, rule) and ask.tension is Tension.CALM and not ask.over
