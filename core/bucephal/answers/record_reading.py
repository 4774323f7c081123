"""What an answer means once it is in the record: for the estimate, the gates, the debrief, the pictures.

The faults, the movement, the tension and the level of an answer are read in the order in which the coach
hears them (``at_the_ring.py``), by the same table (``counting.py``).

Source: the light-answer rule, the kinds of step, and what a fault counts as: common practice, no source.
"""

from __future__ import annotations

from typing import NamedTuple

from bucephal.answers.fault_counts import counted_as, leaps_forward, strictest
from bucephal.answers.item_rules import StepRule
from bucephal.answers.observation import Observation, observation_at
from bucephal.ladder import CountsAs, StepKind
from bucephal.record import Ask, Correct, Tension

NOT_AN_ANSWER = (CountsAs.BODY, CountsAs.FREE, CountsAs.BEFORE)


_TOO_MUCH_GOES_BEFORE = (CountsAs.FREE, CountsAs.BEFORE)
_NOTHING_CAME = (CountsAs.BODY, CountsAs.STOP, CountsAs.WRONG, CountsAs.FREE)


class Meaning(NamedTuple):
    """What one ask was."""

    counts_as: CountsAs | None
    """Of its faults and its movement, the strictest; None: the level speaks."""
    is_answer: bool
    """False: a gait broken on the way, the body, before the ask: neither heard nor a first answer. Nor is a
    probe an answer, though the estimate hears it.
    """
    success: bool
    """Lightness: in the band, the right movement. Tolerance: let go in time. Measure: target met.
    Calm or not.
    """
    accepted: bool
    """A success, calm, not far more than asked for, and nothing about it that would not be accepted."""
    came: bool
    """Lightness: answered at whatever level. Else: a success. The right movement, no alarm, no stop."""
    over: bool
    """Far more than asked."""
    calm: bool
    right: bool
    """Neither wrong, nor a stop, nor tight, nor alarmed."""
    heard: Observation | None
    """Lightness: what it tells the filter; None: nothing."""
    told: bool
    """The estimate hears it: an answer, or a probe, which counts for nothing else."""


def meaning_of(
    ask: Ask, rule: StepRule, *, learning: bool = True, sessions_before: int | None = None
) -> Meaning:
    """The meaning of an ask.

    Args:
        rule: the step and the band in force.
        learning: the step had not been ready on any earlier day.
        sessions_before: sessions in which its exercise was asked before.
    """
    counts = _counts(ask, rule, learning, sessions_before)
    tension, over = _tension_and_over(ask, rule, learning, sessions_before)
    if over and (counts in _TOO_MUCH_GOES_BEFORE or (counts is CountsAs.WRONG and leaps_forward(rule))):
        counts = None  # too much of what was asked: no other movement
    told = counts not in NOT_AN_ANSWER
    by_level = rule.kind is StepKind.LIGHTNESS
    # Too much, or too soon, is no silence.
    answered = ask.answered or (by_level and (over or counts is CountsAs.BEFORE))
    success = answered and counts is not CountsAs.WRONG and _meets(ask, rule, tension)
    calm_stop = counts is CountsAs.STOP and not _says_nothing_of_nerves(ask, rule)
    plain = counts in (None, CountsAs.LET_BE)
    gave = answered and counts not in _NOTHING_CAME and tension is not Tension.ALARMED
    return Meaning(
        counts_as=counts,
        is_answer=told and not ask.probe,
        success=success,
        accepted=success and plain and tension is Tension.CALM and not over,
        came=gave and (by_level or success or over),
        over=over,
        calm=tension is Tension.CALM and not calm_stop,
        right=tension is Tension.CALM and counts not in (CountsAs.WRONG, CountsAs.STOP),
        heard=_heard(ask, rule, answered and counts is not CountsAs.WRONG, tension) if told else None,
        told=told,
    )


def _counts(ask: Ask, rule: StepRule, learning: bool, sessions_before: int | None) -> CountsAs | None:
    """Nearly is let be while learning, and wrong after."""
    moved = CountsAs.WRONG if ask.correct is Correct.NO else None
    if ask.correct is Correct.NEARLY:
        moved = CountsAs.LET_BE if learning else CountsAs.WRONG
    if not ask.faults:
        return moved
    faults = strictest(ask.faults, rule, learning=learning, sessions_before=sessions_before)
    both = [one for one in (moved, faults) if one is not None]
    return min(both, key=list(CountsAs).index, default=None)


def _tension_and_over(
    ask: Ask, rule: StepRule, learning: bool, sessions_before: int | None
) -> tuple[Tension, bool]:
    """Some faults only say what else is tapped as tight, or as far more than asked."""
    tension, over = ask.tension, ask.over
    if ask.faults:
        by_kind = counted_as(rule, learning=learning, sessions_before=sessions_before)
        over = over or any(code in by_kind[CountsAs.OVER] for code in ask.faults)
        if tension is Tension.CALM and any(code in by_kind[CountsAs.TIGHT] for code in ask.faults):
            tension = Tension.TIGHT
    return tension, over


def _says_nothing_of_nerves(ask: Ask, rule: StepRule) -> bool:
    faults = [rule.exercise.fault(code) for code in ask.faults]
    stops = [one for one in faults if one is not None and one.counts_as is CountsAs.STOP]
    return all(one.stays_calm for one in stops)


def _meets(ask: Ask, rule: StepRule, tension: Tension) -> bool:
    """Of what was answered. Tolerance: let go in time, without alarm. Measure: target met.
    Lightness: in the band.
    """
    if rule.kind is StepKind.LIGHTNESS:
        if ask.coarse is not None:
            return ask.coarse == "light"
        return ask.level is not None and ask.level <= rule.band_top
    if tension is Tension.ALARMED:
        return False
    if rule.kind is StepKind.TOLERANCE:
        limit = rule.stage.within_s
        return ask.let_go_s is None or limit is None or ask.let_go_s <= limit
    return rule.meets_target(ask.extent)


def _heard(ask: Ask, rule: StepRule, answered: bool, tension: Tension) -> Observation | None:
    if rule.kind is not StepKind.LIGHTNESS or tension is Tension.ALARMED:
        return None
    return observation_at(ask, rule, answered=answered)


def is_accepted(ask: Ask, rule: StepRule) -> bool:
    return meaning_of(ask, rule).accepted


def came(ask: Ask, rule: StepRule) -> bool:
    return meaning_of(ask, rule).came
