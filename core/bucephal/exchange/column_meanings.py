"""What the columns of a table from elsewhere are taken to be, and how its days are written."""

from __future__ import annotations

import re
from collections.abc import Mapping, Sequence
from datetime import date
from enum import StrEnum

from bucephal.exchange.foreign_table import ForeignTable
from bucephal.record import FrozenModel, read_model


class Meant(StrEnum):
    """What a column can be."""

    HORSE = "horse"
    DATE = "date"
    KIND = "kind"
    STEP = "step"
    SIDE = "side"
    LEVEL = "level"
    ANSWERED = "answered"
    COARSE = "coarse"
    BAND_TOP = "band_top"
    CORRECT = "correct"
    TENSION = "tension"
    OVER = "over"
    GRADE = "grade"
    EXTENT = "extent"
    STRENGTH = "strength"
    DISTANCE_M = "distance_m"
    LET_GO_S = "let_go_s"
    DELAY = "delay"
    PROBE = "probe"
    LEAD_FRONT = "lead_front"
    LEAD_HIND = "lead_hind"
    FAULTS = "faults"
    AT = "at"
    SPOT = "spot"
    ID = "id"


class DateOrder(StrEnum):
    """How days are written."""

    YEAR_FIRST = "year-first"
    DAY_FIRST = "day-first"
    MONTH_FIRST = "month-first"


OTHER_NAMES: Mapping[Meant, tuple[str, ...]] = {
    Meant.HORSE: ("horse_name", "name"),
    Meant.DATE: ("day", "on"),
    Meant.KIND: ("work",),
    Meant.STEP: ("exercise", "cue"),
    Meant.SIDE: ("rein", "hand"),
    Meant.LEVEL: ("pressure", "pressure_level"),
    Meant.ANSWERED: ("answer",),
    Meant.CORRECT: ("right", "movement"),
    Meant.AT: ("time", "when", "at_clock"),
    Meant.SPOT: ("place", "where"),
    Meant.FAULTS: ("fault",),
    Meant.EXTENT: ("amount", "measured"),
    Meant.DELAY: ("delay_s",),
}
"""What columns are called elsewhere [own]; their own names are the first."""
NEEDED = (Meant.DATE, Meant.STEP)


def matched(header: Sequence[str]) -> tuple[Meant | None, ...]:
    """What each column is, by its name; no two are the same."""
    found: list[Meant | None] = [None] * len(header)
    for names in ({_plain(one): one for one in Meant}, _OTHERS):
        for place, name in enumerate(header):
            meant = names.get(_plain(name))
            if found[place] is None and meant not in found:
                found[place] = meant
    return tuple(found)


class _Named(FrozenModel):
    columns: tuple[Meant | None, ...]


def columns_named(text: str) -> tuple[Meant | None, ...]:
    """'date,step,,level': what each column is; empty: it is left aside.

    Raises:
        InvalidInput: naming each that is none.
    """
    return read_model({"columns": [one.strip() or None for one in text.split(",")]}, _Named).columns


def _plain(name: str) -> str:
    return re.sub(r"[^a-z0-9]", "", name.casefold())


_OTHERS = {_plain(name): meant for meant, names in OTHER_NAMES.items() for name in names}


# --- days ----------------------------------------------------------------------------------------

_ISO = re.compile(r"(?P<year>\d{4})-(?P<month>\d{1,2})-(?P<day>\d{1,2})(?:[T ].*)?")
_PARTS = re.compile(r"(?P<first>\d{1,2})[./-](?P<second>\d{1,2})[./-](?P<year>\d{4}|\d{2})(?: .*)?")
CENTURY = 2000


def date_order(table: ForeignTable, columns: Sequence[Meant | None]) -> tuple[DateOrder, bool]:
    """As the days show themselves; where each could be read both ways it is unsure."""
    if Meant.DATE not in columns:
        return DateOrder.YEAR_FIRST, False
    place = columns.index(Meant.DATE)
    parts = [
        _PARTS.fullmatch(row.cells[place])
        for row in table.rows
        if place < len(row.cells) and not _ISO.fullmatch(row.cells[place])
    ]
    found = [one for one in parts if one is not None]
    if not found:
        return DateOrder.YEAR_FIRST, False
    is_day_first = any(int(one["first"]) > 12 for one in found)
    is_month_first = any(int(one["second"]) > 12 for one in found)
    order = DateOrder.MONTH_FIRST if is_month_first and not is_day_first else DateOrder.DAY_FIRST
    return order, is_day_first == is_month_first


def day_of(cell: str, order: DateOrder) -> date:
    """
    Raises:
        ValueError: if it is none.
    """
    whole = _ISO.fullmatch(cell)
    if whole is not None:
        return date(int(whole["year"]), int(whole["month"]), int(whole["day"]))
    parts = _PARTS.fullmatch(cell)
    if parts is None or order is DateOrder.YEAR_FIRST:
        raise ValueError(cell)
    first, second, year = int(parts["first"]), int(parts["second"]), int(parts["year"])
    day, month = (first, second) if order is DateOrder.DAY_FIRST else (second, first)
    return date(year if year >= 100 else CENTURY + year, month, day)
