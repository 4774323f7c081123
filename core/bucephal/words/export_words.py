"""What goes out of the yard, for whom; entries of a calendar; labels of a page on paper."""

from __future__ import annotations

from bucephal.words.body_words import VISITS
from bucephal.words.plain import counted

RECORD = "The whole record: every session, ask and flag"
RECORD_FOR = "another yard, or any program that reads JSON"
PACKAGE = "Everything as tables, with a description of each column"
PACKAGE_FOR = "a spreadsheet, or whoever works with many horses"
ASKS = "Every ask as one table"
ASKS_FOR = "a spreadsheet; it can be taken in again"
CALENDAR = "Visits, goals and the sessions there were"
CALENDAR_FOR = "the calendar on a phone or a desk"
PLAN = "The next session, on one page"
PLAN_FOR = "paper at the rail"
ARCHIVE = "Everything on this machine, as it is now"
ARCHIVE_FOR = "whoever runs it: to put back after a loss, or to move to another machine"
HELD = "Everything that is held on a person"
HELD_FOR = "that person"

SETTLED_AFTER = "Settled after (min)"
TO_TICK = "To tick, and to write the answers on"


def visit_entry(name: str, what: str) -> str:
    return f"{name}: {VISITS[what]}"


def goal_entry(name: str, goal: str) -> str:
    return f"{name}, goal: {goal}"


def session_entry(name: str, kind: str, asks: int) -> str:
    return f"{name}: {kind}, {counted(asks, 'ask')}"
