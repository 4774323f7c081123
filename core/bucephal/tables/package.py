"""Records as tables: a zip of CSV files with a description that other programs read, and back.

The description is a Data Package with a Table Schema for each file (https://datapackage.org, version 1 of
both). Whatever a record holds is in the tables, so that what is unpacked is what was packed; estimates are
beside it for whoever works with them, and are not read again.
"""

from __future__ import annotations

import csv
import io
import json
from collections.abc import Iterable, Iterator, Mapping, Sequence
from contextlib import ExitStack
from dataclasses import dataclass
from datetime import date
from hashlib import file_digest
from tempfile import TemporaryFile
from typing import IO, Any, NamedTuple

from bucephal.errors import InvalidInput, Problem
from bucephal.ladder import Catalogue
from bucephal.problems import shorten
from bucephal.progress import Standing, TrackEstimate
from bucephal.record import Ask, Busy, ConditionScore, Event, Flag, Goal, Horse, HorseRecord, Override, PainCheck
from bucephal.record import SessionHeader, parse_json, record_from
from bucephal.record.models import FORMAT as RECORD_FORMAT
from bucephal.record.models import VERSION as RECORD_VERSION
from bucephal.tables.cells import Kind
from bucephal.tables.columns import Column, columns_of, key_column
from bucephal.zips import unzipped, zipped

FORMAT, VERSION = "bucephal.package", 1
DESCRIPTION = "datapackage.json"
HORSE = key_column("horse", "Which row of horses.csv.")
SESSION = key_column("session", "Which row of sessions.csv.")
ORDER = key_column("number", "Its place within the session.")
NAME = Column("horse_name", Kind.TEXT, ("horse_name",), says="As in horses.csv.", is_read=False)
DATE = Column("date", Kind.DAY, ("date",), says="As in sessions.csv.", is_read=False)


@dataclass(frozen=True)
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


HORSES = Table("horses", "The horses, and what is agreed about each.", ("horse",), (HORSE, *columns_of(Horse)))
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
    "estimates", "What the asks say of each step and side; worked out, and not read again.", ("horse", "step", "side"),
    (HORSE, NAME, *columns_of(TrackEstimate)), ("horse",),
)  # fmt: skip
TABLES = (HORSES, SESSIONS, ASKS, EVENTS, *LISTS.values(), ESTIMATES)
READ = tuple(table for table in TABLES if table is not ESTIMATES)

Row = Mapping[str, Any]


# --- out ----------------------------------------------------------------------------------------


class Packed(NamedTuple):
    """A horse as it goes into a package: its record, and what its asks say."""

    record: HorseRecord
    estimates: Sequence[TrackEstimate]


def write_package(horses: Iterable[Packed], on: date, out: IO[bytes]) -> None:
    """Writes some horses as a package; of the same ones on the same day always the same bytes.

    However many there are, one is in memory at a time.
    """
    with ExitStack() as stack:
        files = {table: stack.enter_context(TemporaryFile()) for table in TABLES}
        for table, file in files.items():
            file.write(csv_line(column.name for column in table.columns))
        sessions = 0
        for number, packed in enumerate(horses, 1):
            for table, row in _rows(packed, number, sessions):
                files[table].write(csv_line(column.cell(row) for column in table.columns))
            sessions += len(packed.record.sessions)
        described = json.dumps(_description(files, on), indent=1, ensure_ascii=False) + "\n"
        members: dict[str, bytes | IO[bytes]] = {DESCRIPTION: described.encode()}
        write_zip({**members, **{table.file: file for table, file in files.items()}}, on, out)


def csv_line(cells: Iterable[str]) -> bytes:
    """A line of RFC 4180 in UTF-8, all of it in quotes, so that no program parts a text at another sign."""
    line = io.StringIO(newline="")
    csv.writer(line, quoting=csv.QUOTE_ALL, lineterminator="\r\n").writerow(cells)
    return line.getvalue().encode()


def _rows(packed: Packed, horse: int, sessions: int) -> Iterator[tuple[Table, Row]]:
    """
    Args:
        horse: its number in the package.
        sessions: how many of other horses there are before its own.
    """
    record = packed.record.model_dump(mode="json")
    of_it = {"horse": horse, "horse_name": record["horse"]["name"]}
    yield HORSES, {**record["horse"], **of_it}
    for number, session in enumerate(record["sessions"], sessions + 1):
        yield SESSIONS, {**session, **of_it, "session": number}
        in_it = {**of_it, "session": number, "date": session["date"]}
        for table in (ASKS, EVENTS):
            for place, entry in enumerate(session[table.name], 1):
                yield table, {**entry, **in_it, "number": place}
    for name, table in LISTS.items():
        for place, one in enumerate(record[name], 1):
            yield table, {**one, **of_it, "number": place}
    for estimate in packed.estimates:
        yield ESTIMATES, {**estimate.model_dump(mode="json"), **of_it}


def _description(files: Mapping[Table, IO[bytes]], on: date) -> dict[str, Any]:
    return {
        "profile": "tabular-data-package",
        "name": "bucephal-records",
        "title": "Horses, their sessions and every ask",
        "created": f"{on}T00:00:00Z",
        "bucephal": {
            "format": FORMAT,
            "version": VERSION,
            "formulas": "A text that a program would take for a formula has an apostrophe before it.",
        },
        "resources": [_resource(table, file) for table, file in files.items()],
    }


def _resource(table: Table, file: IO[bytes]) -> dict[str, Any]:
    schema: dict[str, Any] = {
        "fields": [column.described() for column in table.columns],
        "missingValues": [""],
        "primaryKey": list(table.keys),
    }
    if table.refers:
        schema["foreignKeys"] = [
            {"fields": [one], "reference": {"resource": f"{one}s", "fields": [one]}} for one in table.refers
        ]
    file.seek(0)
    digest = file_digest(file, "sha256")
    return {
        "profile": "tabular-data-resource",
        "name": table.name.replace("_", "-"),
        "path": table.file,
        "description": table.says,
        "format": "csv",
        "mediatype": "text/csv",
        "encoding": "utf-8",
        "bytes": file.seek(0, io.SEEK_END),
        "hash": f"sha256:{digest.hexdigest()}",
        "dialect": {"delimiter": ",", "quoteChar": '"', "doubleQuote": True, "lineTerminator": "\r\n"},
        "schema": schema,
    }


# --- in -----------------------------------------------------------------------------------------


def read_package(content: bytes, catalogue: Catalogue, today: date) -> list[HorseRecord]:
    """The records of a package.

    Raises:
        InvalidInput: with every problem, each with its file, line and column.
    """
    files = unzipped(content)
    _check_description(files)
    reading = _Reading(files)
    raws = [reading.record(line) for line in reading.lines[HORSES]]
    problems, records = list(reading.problems()), []
    for number, raw in enumerate(raws):
        try:
            records.append(record_from(raw, catalogue, today))
        except InvalidInput as error:
            problems += [reading.placed(one, number) for one in error.problems]
    if problems:
        raise InvalidInput(problems)
    return records
