"""One answer as one says it, and as one writes it down."""

from __future__ import annotations

from collections.abc import Iterator

from bucephal.answers.item_rules import StepRule
from bucephal.answers.record_reading import meaning_of
from bucephal.answers.ring_reading import SignalKind
from bucephal.ladder import StepKind
from bucephal.record import Ask, Correct, Tension
from bucephal.record.models import GRADES, STRENGTHS
from bucephal.record.notation import NOT_ANSWERED, plain_marks
from bucephal.words import wedge_words
from bucephal.words.figures import measured

AT = "at {level}"
NO_ANSWER = "no answer up to {level}"
NOT_YET = "not yet"
ANOTHER_MOVEMENT = "another movement"
ALARMED = "alarmed"
PROBE = ", a probe"


def answer_in_words(ask: Ask, rule: StepRule) -> str:
    """'at 3', 'at 3, tight', 'no answer up to 9', 'let go in 20 s', '12 s'."""
    return f"{_answer(ask, rule)}{PROBE if ask.probe else ''}"


def _answer(ask: Ask, rule: StepRule) -> str:
    if ask.tension is Tension.ALARMED:
        return ALARMED
    tight = ", tight" if ask.tension is Tension.TIGHT else ""
    if rule.kind is StepKind.TOLERANCE:
        took = "" if ask.let_go_s is None else f" in {ask.let_go_s:g} s"
        return f"let go{took}{tight}" if meaning_of(ask, rule).success else f"{NOT_YET}{tight}"
    if rule.kind is StepKind.MEASURE:
        return (NOT_YET if ask.extent is None else measured(ask.extent, rule.exercise.unit)) + tight
    if ask.correct is Correct.NO:
        return ANOTHER_MOVEMENT
    if ask.level is None:
        return f"{ask.coarse}{tight}"
    if ask.answered:
        return f"{AT.format(level=ask.level)}{tight}"
    return NO_ANSWER.format(level=ask.level)


def details_beside(ask: Ask, rule: StepRule) -> str:
    """What else was said of an answer, in a line: 'strength 3 · 2 m · grade 4 · 6 steps'; empty: nothing."""
    return " · ".join(_beside(ask, rule))


def _beside(ask: Ask, rule: StepRule) -> Iterator[str]:
    if ask.after_break:
        yield wedge_words.AFTER_BREAK
    if ask.strength is not None:
        yield wedge_words.strength(ask.strength, STRENGTHS[-1])
    if ask.distance_m is not None:
        yield wedge_words.metres(ask.distance_m)
    if ask.extent is not None and rule.kind is not StepKind.MEASURE:
        yield wedge_words.counted(ask.extent, rule.exercise.counted)
    if ask.grade is not None:
        yield wedge_words.grade(ask.grade, GRADES[-1])
    if ask.second_aid is not None:
        yield wedge_words.second_aid(ask.second_aid)
    if ask.offered is not None:
        yield wedge_words.offered(ask.offered)
    if ask.attentive is not None:
        yield wedge_words.attentive(there=ask.attentive)
    if ask.gait_shown is not None:
        yield wedge_words.gait_shown(ask.gait_shown)
    if ask.spot:
        yield ask.spot
    if ask.note:
        yield wedge_words.noted(ask.note)


_SAID = {
    SignalKind.DANGER: "dangerous",
    SignalKind.BODY: "a stumble, or the body",
    SignalKind.UNEVEN: "an uneven step",
    SignalKind.STOP: "too much of it",
    SignalKind.FREE: "the gait was lost on the way",
    SignalKind.SPOOK: "a spook",
    SignalKind.ALARMED: ALARMED,
    SignalKind.OVER: "far more than asked",
    SignalKind.WRONG: ANOTHER_MOVEMENT,
    SignalKind.ANTICIPATED: "answered before the ask",
    SignalKind.NONE: NO_ANSWER,
}
_SAID_WITHOUT_LEVEL = {SignalKind.HEAVY: "above the band", SignalKind.NONE: NOT_YET}


def signal_words(kind: SignalKind, *, with_level: bool) -> str:
    """What the coach calls a kind of answer; ``{level}`` and ``{measured}`` stand where these belong."""
    if with_level:
        return _upper_first(_SAID.get(kind, f"answered {AT}"))
    return _upper_first(_SAID_WITHOUT_LEVEL.get(kind) or _SAID.get(kind, "done")) + "{measured}"


def _upper_first(text: str) -> str:
    return text[:1].upper() + text[1:]


SHORT_UNIT = 3
"""Letters: m, s and min are written behind a figure."""


def answer_written(ask: Ask, unit: str | None) -> str:
    """As one would write it down: 5, -7 for no answer up to 7, ! tight, !! alarmed, x wrong, ^ leapt,
    ? a probe.

    Args:
        unit: of a measured extent; one that is a word is left away, for many stand side by side.
    """
    return f"{'' if ask.answered else NOT_ANSWERED}{_value(ask, unit)}{''.join(plain_marks(ask))}"


def _value(ask: Ask, unit: str | None) -> str:
    if ask.coarse is not None:
        return str(ask.coarse)
    if ask.level is not None:
        return str(ask.level)
    if ask.extent is not None:
        short = unit is not None and len(unit) <= SHORT_UNIT
        return f"{ask.extent:g} {unit}" if short else f"{ask.extent:g}"
    return f"{ask.let_go_s:g} s" if ask.let_go_s is not None else "·"
