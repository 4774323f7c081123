"""How an answer is drawn: one set of shapes for the ring, the debrief and a step's page."""

from __future__ import annotations

from enum import StrEnum

from pydantic import Field

from bucephal.answers.answer_words import answer_in_words, answer_written, details_beside
from bucephal.answers.item_rules import StepRule
from bucephal.answers.record_reading import Meaning
from bucephal.answers.ring_reading import Signal, SignalKind
from bucephal.ladder import CountsAs
from bucephal.record import Ask, FrozenModel, Tension


class AnswerMark(StrEnum):
    """accepted; in-band: light (a success) or far more than asked, yet not accepted; heavy; none: no
    answer; apart: an alarmed answer, a stop, an event, or what is no answer: they say
    nothing of lightness; and a probe, which is heard but counts for nothing.
    """

    ACCEPTED = "accepted"
    IN_BAND = "in-band"
    HEAVY = "heavy"
    NONE = "none"
    APART = "apart"


class AnswerDrawn(FrozenModel):
    """An ask as it is drawn, written and said."""

    ask: Ask
    mark: AnswerMark
    written: str = Field(description="As one writes it down: 5, -7 no answer up to 7, ! tight, x wrong.")
    words: str
    beside: str = Field(description="What else was said of it, in a line; empty: nothing.")


def drawn(ask: Ask, rule: StepRule, meaning: Meaning) -> AnswerDrawn:
    """An ask by what it means in the record."""
    return AnswerDrawn(
        ask=ask,
        mark=mark_in_the_record(ask, meaning),
        written=answer_written(ask, rule.exercise.unit),
        words=answer_in_words(ask, rule),
        beside=details_beside(ask, rule),
    )


def mark_in_the_record(ask: Ask, meaning: Meaning) -> AnswerMark:
    """How an ask is drawn by what it means in the record."""
    if ask.tension is Tension.ALARMED or not meaning.is_answer or meaning.counts_as is CountsAs.STOP:
        return AnswerMark.APART
    if meaning.over and meaning.came:
        return AnswerMark.IN_BAND
    if not ask.answered:
        return AnswerMark.NONE
    if meaning.accepted:
        return AnswerMark.ACCEPTED
    return AnswerMark.IN_BAND if meaning.success else AnswerMark.HEAVY


_AT_THE_RING = {
    SignalKind.LIGHT: AnswerMark.ACCEPTED,
    SignalKind.BEST: AnswerMark.ACCEPTED,
    SignalKind.TIGHT: AnswerMark.IN_BAND,
    SignalKind.OVER: AnswerMark.IN_BAND,
    SignalKind.SHAPE: AnswerMark.IN_BAND,
    SignalKind.LET_BE: AnswerMark.ACCEPTED,
    SignalKind.HEAVY: AnswerMark.HEAVY,
    SignalKind.WRONG: AnswerMark.HEAVY,
    SignalKind.NONE: AnswerMark.NONE,
}


def mark_at_the_ring(signal: Signal) -> AnswerMark:
    """How the ring draws a kind of answer: by the reading there."""
    if signal.is_unanswered:
        return AnswerMark.NONE
    return _AT_THE_RING.get(signal.kind, AnswerMark.APART)
