"""Quick entry: a session written down a line an exercise, and read back."""

from bucephal.entry.pieces import Misplaced, Place
from bucephal.entry.reading import QuickEntry, ReadSession, last_asked, read_entry
from bucephal.entry.writing import UNSEEN, line_begun, write_answer, write_session, write_sessions

__all__ = ["UNSEEN", "Misplaced", "Place", "QuickEntry", "ReadSession", "last_asked", "line_begun",
           "read_entry", "write_answer", "write_session", "write_sessions"]  # fmt: skip
