"""Commands for what goes out and comes in: exports, packages, tables, two records as one."""

from __future__ import annotations

import argparse
import re
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from datetime import date
from pathlib import Path
from tempfile import NamedTemporaryFile
from typing import IO, Any

from bucephal.base.errors import InvalidInput, Problem
from bucephal.cli.commands import Add
from bucephal.cli.inputs import bytes_of, day_of, record_of, records_of
from bucephal.exchange import (
    EXPORTS,
    DateOrder,
    Exporter,
    Leaving,
    Reach,
    asks_from,
    columns_named,
    exporter,
    read_foreign,
    read_package,
)
from bucephal.ladder import Catalogue
from bucephal.progress import Standing
from bucephal.record import HorseRecord, read_record, write_record
from bucephal.record.merge import merge
from bucephal.record.new_ids import at_home


def add_to(add: Add) -> None:
    add("exports", _exports)
    out = add("export", _export)
    out.add_argument("export", metavar="ID")
    packed = add("package", _package)
    for command in (out, packed):
        command.add_argument("files", nargs="+", metavar="RECORD", help="horse records")
        command.add_argument("--on", help="the day in question, YYYY-MM-DD (today)")
        command.add_argument("--out", required=True, metavar="FILE")
    unpacked = add("unpack", _unpack)
    unpacked.add_argument("file", metavar="FILE.zip")
    unpacked.add_argument("--out", required=True, metavar="FOLDER")
    table = add("table", _table, record=True)
    table.add_argument("table", metavar="TABLE", help="a CSV file, or - for stdin")
    table.add_argument("--columns", metavar="NAME,...", help="what each column is; empty: it is left aside")
    table.add_argument("--dates", choices=list(DateOrder), help="how days are written")
    together = add("merge", _merge, record=True)
    together.add_argument("other", metavar="OTHER", help="the record that comes in")


def _exports(options: argparse.Namespace, catalogue: Catalogue) -> Any:
    return {"exports": EXPORTS}


# --- out ----------------------------------------------------------------------------------------


def _export(options: argparse.Namespace, catalogue: Catalogue) -> Any:
    return _written(exporter(options.export), options, catalogue)


def _package(options: argparse.Namespace, catalogue: Catalogue) -> Any:
    return _written(exporter("package"), options, catalogue)


def _written(chosen: Exporter, options: argparse.Namespace, catalogue: Catalogue) -> Any:
    if chosen.told.of is Reach.HORSE and len(options.files) > 1:
        raise InvalidInput(
            [Problem("files", len(options.files), "is too many for this export", "one record")]
        )
    on = day_of(options.on)
    records = records_of(options.files, catalogue, max(on, date.today()))
    horses = [_leaving(record, catalogue, on) for record in records]
    with _whole(Path(options.out)) as file:
        chosen.write(horses, on, file)
    return {"written": options.out, "export": chosen.told.id, "horses": len(horses)}


def _leaving(record: HorseRecord, catalogue: Catalogue, on: date) -> Leaving:
    past = tuple(session for session in record.sessions if session.date <= on)
    return Leaving(record, lambda: Standing(record.model_copy(update={"sessions": past}), catalogue, on))


# --- in -----------------------------------------------------------------------------------------


def _unpack(options: argparse.Namespace, catalogue: Catalogue) -> Any:
    """Nothing is written over."""
    records = read_package(bytes_of(options.file), catalogue, date.today())
    folder = Path(options.out)
    names = [f"{number:02d}-{_file_name(record)}.json" for number, record in enumerate(records, 1)]
    there = [str(folder / name) for name in names if (folder / name).exists()]
    if there:
        raise InvalidInput([Problem("out", one, "is there already", "a new folder") for one in there])
    folder.mkdir(parents=True, exist_ok=True)
    for name, record in zip(names, records, strict=True):
        with _whole(folder / name) as file:
            file.write(write_record(record).encode())
    return {"records": [str(folder / name) for name in names]}


def _file_name(record: HorseRecord) -> str:
    return re.sub(r"[^a-z0-9]+", "-", record.horse.name.casefold()).strip("-") or "horse"


def _table(options: argparse.Namespace, catalogue: Catalogue) -> Any:
    """Of what is wrong all is told, and nothing is taken."""
    mine = record_of(options, catalogue)
    columns = None if options.columns is None else columns_named(options.columns)
    dates = None if options.dates is None else DateOrder(options.dates)
    table = read_foreign(bytes_of(options.table))
    told, record = asks_from(table, mine.horse, catalogue, date.today(), columns, dates)
    if record is None:
        raise InvalidInput([one.as_problem(told.header) for one in told.problems])
    together = merge(mine, at_home(record, mine))
    return {"table": told, "record": together.record, "coming": together.coming}


def _merge(options: argparse.Namespace, catalogue: Catalogue) -> Any:
    """What was there stays; what comes in is told thing by thing."""
    mine = record_of(options, catalogue)
    theirs = read_record(bytes_of(options.other), catalogue, max(day_of(options.on), date.today()))
    together = merge(mine, theirs)
    return {"record": together.record, "coming": together.coming}


@contextmanager
def _whole(path: Path) -> Iterator[IO[bytes]]:
    """A file that is there whole, or not at all.

    Raises:
        InvalidInput: if it cannot be written.
    """
    made = None
    try:
        with NamedTemporaryFile(dir=path.parent, prefix=f".{path.name}-", delete=False) as file:
            made = Path(file.name)
            yield file
        made.replace(path)
    except OSError as error:
        reason = f"cannot be written: {error.strerror}"
        raise InvalidInput([Problem("out", str(path), reason, "a place with room")]) from None
    finally:
        if made is not None:
            with suppress(OSError):
                made.unlink()
