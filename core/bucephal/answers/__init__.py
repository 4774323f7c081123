"""What an answer means: for the coach, the row, the tries, the estimate, the gates, the drawings.

Everything that reads an answer reads it here. Two readings stand side by side, each under its name:
``at_the_ring`` by which the coach speaks, and ``in_the_record`` by which estimates and gates go.
"""

from bucephal.answers.at_the_ring import (
    DANGER_EVENTS,
    Condition,
    Signal,
    SignalKind,
    SignalRule,
    classify,
    signal_rules,
)
from bucephal.answers.counting import counted_as, strictest
from bucephal.answers.entry import HeardEntry
from bucephal.answers.in_the_record import Meaning, came, is_accepted, meaning_of
from bucephal.answers.in_words import answer_in_words, answer_written, said
from bucephal.answers.marks import AnswerDrawn, Mark, drawn, mark_at_the_ring, mark_in_the_record
from bucephal.answers.observing import Observation
from bucephal.answers.rules import ItemRule, StepRule, rule_for

__all__ = [
    "DANGER_EVENTS", "AnswerDrawn", "Condition", "HeardEntry", "ItemRule", "Mark", "Meaning", "Observation",
    "Signal", "SignalKind", "SignalRule", "StepRule", "answer_in_words", "answer_written", "came", "classify",
    "counted_as", "drawn", "is_accepted", "mark_at_the_ring", "mark_in_the_record", "meaning_of", "rule_for",
    "said", "signal_rules", "strictest",
]  # fmt: skip
