"""The reading of an answer once it is in the record: what estimates, gates and the debrief go by.

Beside it stands the reading at the ring (``at_the_ring.py``), by which the coach speaks. They differ
where the ring knows how the item stood that morning, or hears what was wrong; docs/architecture.md
lists where, and core/tests/answers/test_readings.py holds the list.

Source: the light-answer rule, and the kinds of step (lightness, tolerance, measure): common practice.
"""

from __future__ import annotations

from typing import NamedTuple

from bucephal.answers.rules import StepRule
from bucephal.ladder import StepKind
from bucephal.record import Ask, Coarse, Correct, Tension


class Judgement(NamedTuple):
    """What one ask was."""

    success: bool
    """Lightness: in the band. Tolerance: let go in time. Measure: target met. Calm or not."""
    accepted: bool
    """A success, calm, and not far more than was asked for."""
    came: bool
    """Lightness: answered at whatever level. Else: a success. The right movement, no alarm."""


def judged(ask: Ask, rule: StepRule) -> Judgement:
    success = is_success(ask, rule)
    calm = ask.tension is Tension.CALM and not ask.over
    came = responded(ask) if rule.kind is StepKind.LIGHTNESS else success
    return Judgement(success, success and calm, came)


def is_success(ask: Ask, rule: StepRule) -> bool:
    """Tolerance: let go in time, without alarm. Measure: target met. Lightness: in the band."""
    if rule.kind is StepKind.LIGHTNESS:
        return is_light(ask, rule)
    if not responded(ask):
        return False
    if rule.kind is StepKind.TOLERANCE:
        limit = rule.stage.within_s
        return ask.let_go_s is None or limit is None or ask.let_go_s <= limit
    return rule.meets_target(ask.extent)


def is_light(ask: Ask, rule: StepRule) -> bool:
    """Answered, with the right movement, within the band."""
    if not ask.answered or ask.correct is Correct.NO:
        return False
    if ask.correct is Correct.NEARLY and not rule.stage.accept_nearly:
        return False
    if ask.coarse is not None:
        return ask.coarse is Coarse.LIGHT
    return ask.level is not None and ask.level <= rule.band_top


def responded(ask: Ask) -> bool:
    """Answered, with the movement that was asked and without alarm; how well is another question."""
    return ask.answered and ask.correct is not Correct.NO and ask.tension is not Tension.ALARMED


def is_accepted(ask: Ask, rule: StepRule) -> bool:
    return judged(ask, rule).accepted


def came(ask: Ask, rule: StepRule) -> bool:
    return judged(ask, rule).came
