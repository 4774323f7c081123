"""What an answer means: for the coach, the row, the tries, the estimate, the gates, the drawings.

Everything that reads an answer reads it here. Two readings stand side by side, each under its name:
``at_the_ring`` by which the coach speaks, and ``in_the_record`` by which estimates and gates go.
"""

from bucephal.answers.at_the_ring import (
    Condition,
    Signal,
    SignalKind,
    SignalRule,
    classify,
    is_let_be,
    signal_rules,
)
from bucephal.answers.entry import HeardEntry
from bucephal.answers.in_the_record import Judgement, came, is_accepted, is_success, judged, responded
from bucephal.answers.in_words import answer_in_words, said
from bucephal.answers.marks import AnswerDrawn, Mark, drawn, mark_at_the_ring
from bucephal.answers.observing import Observation, observation_of
from bucephal.answers.rules import ItemRule, StepRule, rule_for

__all__ = [
    "AnswerDrawn", "Condition", "HeardEntry", "ItemRule", "Judgement", "Mark", "Observation", "Signal",
    "SignalKind", "SignalRule", "StepRule", "answer_in_words", "came", "classify", "drawn",
    "is_accepted", "is_let_be", "is_success", "judged", "mark_at_the_ring", "observation_of",
    "responded", "rule_for", "said", "signal_rules",
]  # fmt: skip
