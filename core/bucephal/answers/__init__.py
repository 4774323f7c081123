"""What an answer means: for the coach, the row, the tries, the estimate, the gates, the drawings.

Everything that reads an answer reads it here. Two readings stand side by side, each under its name:
``at_the_ring`` by which the coach speaks, and ``in_the_record`` by which estimates and gates go.
"""

from bucephal.answers.answer_words import answer_in_words, answer_written, signal_words
from bucephal.answers.fault_counts import counted_as, strictest
from bucephal.answers.heard_entry import HeardEntry
from bucephal.answers.item_rules import ItemRule, StepRule, rule_for
from bucephal.answers.marks import AnswerDrawn, AnswerMark, drawn, mark_at_the_ring, mark_in_the_record
from bucephal.answers.observation import Observation
from bucephal.answers.record_reading import Meaning, came, is_accepted, meaning_of
from bucephal.answers.ring_reading import (
    DANGER_EVENTS,
    Condition,
    Signal,
    SignalKind,
    SignalRule,
    classify,
    signal_rules,
)

__all__ = [
    "DANGER_EVENTS", "AnswerDrawn", "AnswerMark", "Condition", "HeardEntry", "ItemRule", "Meaning",
    "Observation", "Signal", "SignalKind", "SignalRule", "StepRule", "answer_in_words", "answer_written",
    "came", "classify", "counted_as", "drawn", "is_accepted", "mark_at_the_ring", "mark_in_the_record",
    "meaning_of", "rule_for", "signal_rules", "signal_words", "strictest",
]  # fmt: skip
