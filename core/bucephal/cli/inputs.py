"""What is given on the command line, read and checked: files, days, numbers, records."""

from __future__ import annotations

import argparse
import sys
from collections.abc import Sequence
from dataclasses import replace
from datetime import date
from pathlib import Path

from bucephal.base.errors import InvalidInput, Problem
from bucephal.ladder import Catalogue, YardLadder, check_yard, load_catalogue
from bucephal.progress import Standing, standing_on
from bucephal.record import HorseRecord, parse_json, read_day, read_model, read_record


def yard_ladder(options: argparse.Namespace) -> Catalogue:
    """The ladder that ships, with what a yard adds to it if a file was given."""
    file = getattr(options, "own", None)
    return (
        load_catalogue() if file is None else check_yard(read_model(parse_json(bytes_of(file)), YardLadder))
    )


def bytes_of(file: str) -> bytes:
    if file == "-":
        return sys.stdin.buffer.read()
    try:
        return Path(file).read_bytes()
    except OSError as error:
        reason = f"cannot be read: {error.strerror}"
        raise InvalidInput([Problem("file", file, reason, "a readable file, or -")]) from None


def text_of(file: str) -> str:
    raw = bytes_of(file)
    try:
        return raw.decode()
    except UnicodeDecodeError as error:
        reason = f"is not UTF-8 text: byte {error.start}"
        raise InvalidInput([Problem("file", file, reason, "text in UTF-8")]) from None


def day_of(text: str | None, name: str = "on") -> date:
    if text is None:
        return date.today()
    try:
        return read_day(text)
    except InvalidInput as error:
        raise InvalidInput([replace(one, path=name) for one in error.problems]) from None


def number_of(text: str | None, name: str, low: int, high: int) -> int | None:
    if text is None:
        return None
    allowed = f"a whole number {low} to {high}"
    try:
        number = int(text)
    except ValueError:
        raise InvalidInput([Problem(name, text, "is not a whole number", allowed)]) from None
    if not low <= number <= high:
        raise InvalidInput([Problem(name, number, "is out of range", allowed)])
    return number


def record_of(options: argparse.Namespace, catalogue: Catalogue) -> HorseRecord:
    # A question about an earlier day does not make what happened since impossible.
    latest = max(day_of(options.on), date.today())
    return read_record(bytes_of(options.file), catalogue, latest)


def records_of(files: Sequence[str], catalogue: Catalogue, latest: date) -> list[HorseRecord]:
    """All of them, or every problem of all of them."""
    records, problems = [], []
    for file in files:
        try:
            records.append(read_record(bytes_of(file), catalogue, latest))
        except InvalidInput as error:
            problems += [replace(one, path=f"{file}: {one.path}") for one in error.problems]
    if problems:
        raise InvalidInput(problems)
    return records


def standing_of(options: argparse.Namespace, catalogue: Catalogue) -> Standing:
    """Where the horse stood on the day in question: later sessions are left aside."""
    return standing_on(record_of(options, catalogue), catalogue, day_of(options.on))


def as_number(text: str | None) -> float | int | str | None:
    """A number if it is one; otherwise the text, for the model to refuse by name."""
    if text is None:
        return None
    try:
        return int(text)
    except ValueError:
        pass
    try:
        return float(text)
    except ValueError:
        return text
