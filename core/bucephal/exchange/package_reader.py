"""A package back into records: whatever is wrong is told with its file, line and column."""

from __future__ import annotations

import csv
import io
import re
from collections import defaultdict
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import replace
from datetime import date
from typing import Any, NamedTuple

from bucephal.base.errors import InvalidInput, Problem
from bucephal.base.problems import shorten
from bucephal.base.zips import unzipped
from bucephal.exchange.columns import Column
from bucephal.exchange.package_tables import (
    ASKS,
    DESCRIPTION,
    EVENTS,
    FORMAT,
    HORSES,
    LISTS,
    READ,
    SESSIONS,
    VERSION,
    Table,
)
from bucephal.ladder import Catalogue
from bucephal.record import HorseRecord, parse_json, record_from
from bucephal.record.models import FORMAT as RECORD_FORMAT
from bucephal.record.models import VERSION as RECORD_VERSION

MOST_ROWS = 300_000
"""Of a table that is read: of larger yards the archive is what one takes [own]."""


def read_package(content: bytes, catalogue: Catalogue, today: date) -> list[HorseRecord]:
    """The records of a package.

    Raises:
        InvalidInput: with every problem, each with its file, line and column.
    """
    files = unzipped(content)
    _check_description(files)
    reading = _Reading(files)
    raws = [reading.record(number, line) for number, line in enumerate(reading.lines[HORSES])]
    problems: list[Problem] = []
    records = []
    for number, raw in enumerate(raws):
        try:
            records.append(record_from(raw, catalogue, today))
        except InvalidInput as error:
            problems += [reading.placed(one, number) for one in error.problems]
    if problems:
        raise InvalidInput(problems)
    return records


def _check_description(files: Mapping[str, bytes]) -> None:
    """Is it one of ours, of a version that is read here?"""
    allowed = f'a package with "format": "{FORMAT}", "version": {VERSION}'
    if DESCRIPTION not in files:
        raise InvalidInput([Problem(DESCRIPTION, None, "is missing", allowed)])
    told = parse_json(files[DESCRIPTION])
    ours = told.get("bucephal") if isinstance(told, dict) else None
    if not isinstance(ours, dict) or (ours.get("format"), ours.get("version")) != (FORMAT, VERSION):
        raise InvalidInput(
            [Problem(f"{DESCRIPTION}.bucephal", shorten(ours), "is of another format", allowed)]
        )


class _Line(NamedTuple):
    """A row as it was read: where, what of the record it holds, and what ties it to other rows."""

    number: int
    raw: dict[str, Any]
    keys: dict[str, Any]


class _Reading:
    """The tables of a package on their way into records."""

    def __init__(self, files: Mapping[str, bytes]) -> None:
        self.found: list[Problem] = []
        self.places: dict[tuple[int, str], str] = {}
        """By record and path, the file and the line."""
        self.lines = {table: self._read(table, files.get(table.file)) for table in READ}
        if not self.lines[HORSES] and not self.found:
            self.found.append(Problem(HORSES.file, None, "holds no horse", "a line for each horse"))
        if self.found:
            raise InvalidInput(self.found)
        self.of_horse = {t: self._grouped(t, "horse", HORSES) for t in (SESSIONS, *LISTS.values())}
        self.of_session = {t: self._grouped(t, "session", SESSIONS) for t in (ASKS, EVENTS)}
        if self.found:
            raise InvalidInput(self.found)

    def record(self, number: int, horse: _Line) -> dict[str, Any]:
        """The raw record of a horse, the so-manieth of the package."""
        self._place(number, "horse", HORSES, horse)
        raw = {"format": RECORD_FORMAT, "version": RECORD_VERSION, "horse": horse.raw}
        sessions = self.of_horse[SESSIONS].get(horse.keys["horse"], [])
        for place, session in enumerate(sessions):
            path = f"sessions[{place}]"
            self._place(number, path, SESSIONS, session)
            for table in (ASKS, EVENTS):
                own = self.of_session[table].get(session.keys["session"], [])
                session.raw[table.name] = self._raws(number, f"{path}.{table.name}", table, own)
        lists = {
            name: self._raws(number, name, table, self.of_horse[table].get(horse.keys["horse"], []))
            for name, table in LISTS.items()
        }
        return {**raw, "sessions": [one.raw for one in sessions], **lists}

    def placed(self, problem: Problem, record: int) -> Problem:
        """The same problem where it stands in the tables."""
        parts = _PLACE.match(problem.path)
        place = self.places.get((record, parts["row"])) if parts is not None else None
        if parts is None or place is None:
            return problem
        column = parts["rest"].replace(".", "_")
        return replace(problem, path=f"{place}, {column}" if column else place)

    def _raws(self, record: int, path: str, table: Table, lines: Sequence[_Line]) -> list[dict[str, Any]]:
        for place, line in enumerate(lines):
            self._place(record, f"{path}[{place}]", table, line)
        return [line.raw for line in lines]

    def _place(self, record: int, path: str, table: Table, line: _Line) -> None:
        self.places[record, path] = f"{table.file}, line {line.number}"

    def _grouped(self, table: Table, key: str, owner: Table) -> dict[Any, list[_Line]]:
        """The rows of each owner in their order; one whose owner is not there is a problem."""
        known = {line.keys[key] for line in self.lines[owner]}
        grouped: dict[Any, list[_Line]] = defaultdict(list)
        for line in self.lines[table]:
            if line.keys[key] not in known:
                reason, where = f"is no {key} of {owner.file}", f"{table.file}, line {line.number}, {key}"
                self.found.append(Problem(where, line.keys[key], reason, f"one of its {key} numbers"))
            grouped[line.keys[key]].append(line)
        order = table.keys[-1]
        return {one: sorted(lines, key=lambda line: line.keys[order]) for one, lines in grouped.items()}

    def _read(self, table: Table, content: bytes | None) -> list[_Line]:
        if content is None:
            return []
        try:
            return list(self._parsed(table, content.decode("utf-8-sig")))
        except UnicodeDecodeError as error:
            line = content[: error.start].count(b"\n") + 1
            self.found.append(Problem(f"{table.file}, line {line}", None, "is not UTF-8", "UTF-8"))
        except csv.Error as error:
            self.found.append(Problem(table.file, None, f"is no table ({error})", "CSV"))
        return []

    def _parsed(self, table: Table, text: str) -> Iterator[_Line]:
        reader = csv.reader(io.StringIO(text, newline=""), strict=True)
        header = next(reader, [])
        known = {column.name: column for column in table.columns}
        wrong = [one for one in header if one not in known]
        missing = [one for one in table.keys if one not in header]
        self.found += [
            Problem(f"{table.file}, line 1", shorten(one), "is no column of this table", ", ".join(known))
            for one in wrong
        ]
        self.found += [Problem(f"{table.file}, line 1", None, f"has no column {one}", one) for one in missing]
        if wrong or missing:
            return
        columns = [known[name] for name in header]
        for rows, (number, cells) in enumerate(_numbered(reader), 1):
            if rows > MOST_ROWS:
                reason, allowed = "holds too many rows", f"{MOST_ROWS} at most"
                self.found.append(Problem(table.file, None, reason, allowed))
                return
            line = _line(number, cells, columns, table)
            if isinstance(line, Problem):
                self.found.append(line)
            else:
                yield line


def _numbered(reader: Any) -> Iterator[tuple[int, list[str]]]:
    """Each row with the line that it begins on: a text may go over several."""
    number = reader.line_num + 1
    for cells in reader:
        yield number, cells
        number = reader.line_num + 1


def _line(number: int, cells: list[str], columns: Sequence[Column], table: Table) -> _Line | Problem:
    where = f"{table.file}, line {number}"
    if len(cells) != len(columns):
        reason = "has too many cells" if len(cells) > len(columns) else "has too few cells"
        return Problem(where, len(cells), reason, f"{len(columns)}, one for each column")
    raw: dict[str, Any] = {}
    keys: dict[str, Any] = {}
    for column, cell in zip(columns, cells, strict=True):
        if column.name in table.keys or column.name in table.refers:
            column.put(cell, keys)
        elif column.is_read:
            column.put(cell, raw)
    for key in (*table.keys, *table.refers):
        if not isinstance(keys.get(key), int):
            return Problem(f"{where}, {key}", keys.get(key), "is not a whole number", "a whole number")
    return _Line(number, raw, keys)


_PLACE = re.compile(r"(?P<row>horse|sessions\[\d+\](\.(asks|events)\[\d+\])?|\w+\[\d+\])(\.|$)(?P<rest>.*)")
