"""The tables of a package: which there are, and which columns each has.

All of them come from the models of the record: what an ask is stands there.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from bucephal.exchange.cells import Kind
from bucephal.exchange.columns import Column, columns_of, key_column
from bucephal.progress import TrackEstimate
from bucephal.record import (
    Ask,
    Busy,
    ConditionScore,
    Event,
    Flag,
    Goal,
    Horse,
    Override,
    PainCheck,
    SessionHeader,
)

FORMAT, VERSION = "bucephal.package", 1
DESCRIPTION = "datapackage.json"
HORSE = key_column("horse", "Which row of horses.csv.")
SESSION = key_column("session", "Which row of sessions.csv.")
ORDER = key_column("number", "Its place within the session.")
NAME = Column("horse_name", Kind.TEXT, ("horse_name",), says="As in horses.csv.", is_read=False)
DATE = Column("date", Kind.DAY, ("date",), says="As in sessions.csv.", is_read=False)


@dataclass(frozen=True, eq=False)
class Table:
    """One file of the package.

    Fields:
        keys: the columns that name a row.
        refers: by column, the table whose row it names.
    """

    name: str
    says: str
    keys: tuple[str, ...]
    columns: tuple[Column, ...]
    refers: tuple[str, ...] = ()

    @property
    def file(self) -> str:
        return f"{self.name}.csv"


def _of_a_horse(name: str, model: Any, says: str) -> Table:
    return Table(name, says, ("horse", "number"), (HORSE, ORDER, NAME, *columns_of(model)), ("horse",))


def _of_a_session(name: str, model: Any, says: str) -> Table:
    columns = (SESSION, ORDER, NAME, DATE, *columns_of(model))
    return Table(name, says, ("session", "number"), columns, ("session",))


HORSES = Table(
    "horses", "The horses, and what is agreed about each.", ("horse",), (HORSE, *columns_of(Horse))
)
SESSIONS = Table(
    "sessions", "When, where, with whom, in which weather.", ("session",),
    (SESSION, HORSE, NAME, *columns_of(SessionHeader)), ("horse",),
)  # fmt: skip
ASKS = _of_a_session("asks", Ask, "Every ask and its answer.")
EVENTS = _of_a_session("events", Event, "What happened beside the asks.")
LISTS = {
    "flags": _of_a_horse("flags", Flag, "Signs that are not training problems: open, and cleared."),
    "overrides": _of_a_horse("overrides", Override, "What the trainer has decided about steps."),
    "goals": _of_a_horse("goals", Goal, "What each horse is to be able to do."),
    "pain_checks": _of_a_horse("pain_checks", PainCheck, "What was seen in some minutes of ridden work."),
    "condition_scores": _of_a_horse("condition_scores", ConditionScore, "Body condition, 1 to 9."),
    "busy": _of_a_horse("busy", Busy, "Who comes, and days away."),
}
ESTIMATES = Table(
    "estimates", "What the asks say of each step and side; worked out, and not read again.",
    ("horse", "step", "side"), (HORSE, NAME, *columns_of(TrackEstimate)), ("horse",),
)  # fmt: skip
TABLES = (HORSES, SESSIONS, ASKS, EVENTS, *LISTS.values(), ESTIMATES)
READ = tuple(table for table in TABLES if table is not ESTIMATES)

Row = Mapping[str, Any]

FLAT = (NAME, DATE, *(one for one in columns_of(SessionHeader) if one.name == "kind"), *columns_of(Ask))
"""The columns of asks in one table alone."""
