"""Records as a package: a zip of CSV files with a description that other programs read.

The description is a Data Package with a Table Schema for each file (https://datapackage.org, version 1 of
both). Whatever a record holds is in the tables; estimates are beside it for whoever works with them.
"""

from __future__ import annotations

import csv
import io
import json
from collections.abc import Iterable, Iterator, Mapping, Sequence
from contextlib import ExitStack
from datetime import date
from hashlib import sha256
from tempfile import TemporaryFile
from typing import IO, Any, NamedTuple

from bucephal.base.zips import write_zip
from bucephal.exchange.package_tables import (
    ASKS,
    DESCRIPTION,
    ESTIMATES,
    EVENTS,
    FLAT,
    FORMAT,
    HORSES,
    LISTS,
    SESSIONS,
    TABLES,
    VERSION,
    Row,
    Table,
)
from bucephal.progress import TrackEstimate
from bucephal.record import HorseRecord

BLOCK = 1024 * 1024


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


def write_asks(records: Iterable[HorseRecord], out: IO[bytes]) -> None:
    """The asks of some horses as one table, with the day and the horse beside each: what can be read in again
    as asks from a table.
    """
    out.write(csv_line(column.name for column in FLAT))
    for record in records:
        for session in record.model_dump(mode="json")["sessions"]:
            beside = {"horse_name": record.horse.name, "date": session["date"], "kind": session["kind"]}
            for ask in session["asks"]:
                out.write(csv_line(column.cell({**ask, **beside}) for column in FLAT))


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
    digest = sha256()
    file.seek(0)
    for block in iter(lambda: file.read(BLOCK), b""):
        digest.update(block)
    return {
        "profile": "tabular-data-resource",
        "name": table.name,
        "path": table.file,
        "description": table.says,
        "format": "csv",
        "mediatype": "text/csv",
        "encoding": "utf-8",
        "bytes": file.tell(),
        "hash": f"sha256:{digest.hexdigest()}",
        "dialect": {"delimiter": ",", "quoteChar": '"', "doubleQuote": True, "lineTerminator": "\r\n"},
        "schema": schema,
    }
