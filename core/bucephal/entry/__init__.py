"""Quick entry: a session written down a line an exercise, and read back."""

from bucephal.entry.completion import Completion, Completions, complete
from bucephal.entry.corrections import Change, Correction, correct, read_correction, text_to_correct
from bucephal.entry.entry_reader import QuickEntry, ReadSession, last_asked, read_entry
from bucephal.entry.entry_writer import (
    UNSEEN,
    event_written,
    line_begun,
    write_answer,
    write_session,
    write_sessions,
)
from bucephal.entry.tokens import Misplaced, TextSpan

__all__ = [
    "UNSEEN", "Change", "Completion", "Completions", "Correction", "Misplaced", "QuickEntry", "ReadSession",
    "TextSpan", "complete", "correct", "event_written", "last_asked", "line_begun", "read_correction",
    "read_entry", "text_to_correct", "write_answer", "write_session", "write_sessions",
]  # fmt: skip
