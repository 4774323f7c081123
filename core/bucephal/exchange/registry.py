"""Everything that can be taken out of a yard, listed once: for interface, API and command line."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from datetime import date
from enum import StrEnum
from typing import IO

from bucephal.base.errors import InvalidInput, Problem
from bucephal.exchange.calendar import write_calendar
from bucephal.exchange.horse_export import Leaving
from bucephal.exchange.package_writer import Packed, write_asks, write_package
from bucephal.exchange.paper_plan import write_plans
from bucephal.record import FrozenModel, write_record
from bucephal.words import export_words


class Reach(StrEnum):
    """What one of them is of."""

    HORSE = "horse"
    HORSES = "horses"
    PERSON = "person"
    MACHINE = "machine"


class Format(StrEnum):
    """How it is written; the value is the ending of its file's name."""

    JSON = "json"
    CSV = "csv"
    ZIP = "zip"
    CALENDAR = "ics"
    PAGE = "html"

    @property
    def media_type(self) -> str:
        return _MEDIA_TYPES[self]


_MEDIA_TYPES = {
    Format.JSON: "application/json; charset=utf-8",
    Format.CSV: "text/csv; charset=utf-8",
    Format.ZIP: "application/zip",
    Format.CALENDAR: "text/calendar; charset=utf-8",
    Format.PAGE: "text/html; charset=utf-8",
}


class Export(FrozenModel):
    """What can be taken out: what it is, for whom, in which format, of what."""

    id: str
    what: str
    for_whom: str
    format: Format
    of: Reach


@dataclass(frozen=True)
class Exporter:
    """One that is written from horses as they leave, one at a time, on a day."""

    told: Export
    write: Callable[[Iterable[Leaving], date, IO[bytes]], None]


def _write_record(horses: Iterable[Leaving], _: date, out: IO[bytes]) -> None:
    for horse in horses:
        out.write(write_record(horse.record).encode())


def _write_package(horses: Iterable[Leaving], on: date, out: IO[bytes]) -> None:
    write_package((Packed(one.record, one.standing.estimates()) for one in horses), on, out)


def _write_asks(horses: Iterable[Leaving], _: date, out: IO[bytes]) -> None:
    write_asks((one.as_kept for one in horses), out)


def _exporter(
    name: str, what: str, for_whom: str, form: Format, of: Reach,
    write: Callable[[Iterable[Leaving], date, IO[bytes]], None],
) -> Exporter:  # fmt: skip
    return Exporter(Export(id=name, what=what, for_whom=for_whom, format=form, of=of), write)


EXPORTERS = (
    _exporter(
        "record", export_words.RECORD, export_words.RECORD_FOR, Format.JSON, Reach.HORSE, _write_record
    ),
    _exporter(
        "package", export_words.PACKAGE, export_words.PACKAGE_FOR, Format.ZIP, Reach.HORSES, _write_package
    ),
    _exporter("asks", export_words.ASKS, export_words.ASKS_FOR, Format.CSV, Reach.HORSES, _write_asks),
    _exporter("plan", export_words.PLAN, export_words.PLAN_FOR, Format.PAGE, Reach.HORSES, write_plans),
    _exporter(
        "calendar",
        export_words.CALENDAR,
        export_words.CALENDAR_FOR,
        Format.CALENDAR,
        Reach.HORSES,
        write_calendar,
    ),
)
ARCHIVE = Export(
    id="archive",
    what=export_words.ARCHIVE,
    for_whom=export_words.ARCHIVE_FOR,
    format=Format.ZIP,
    of=Reach.MACHINE,
)
HELD = Export(
    id="held", what=export_words.HELD, for_whom=export_words.HELD_FOR, format=Format.JSON, of=Reach.PERSON
)
"""These two are written by the machine that has them."""
EXPORTS = (*(one.told for one in EXPORTERS), ARCHIVE, HELD)


def exporter(name: str) -> Exporter:
    """
    Raises:
        InvalidInput: if there is none of this id, or the machine writes it.
    """
    known = {one.told.id: one for one in EXPORTERS}
    if name not in known:
        raise InvalidInput([Problem("export", name, "is nothing that can be taken out", ", ".join(known))])
    return known[name]
