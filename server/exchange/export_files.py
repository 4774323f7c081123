"""What a person takes out: written to a file that is gone when it has been sent."""

from __future__ import annotations

import re
import threading
from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from datetime import date
from pathlib import Path
from tempfile import TemporaryFile
from typing import IO, NamedTuple
from uuid import UUID

from accounts.models import User
from accounts.services import yard_of
from bucephal.base.errors import BucephalError, InvalidInput, Problem
from bucephal.exchange import EXPORTS, Export, Exporter, Leaving, Reach, exporter
from horses.models import Horse
from horses.services import horse_of
from reading.services import leaving_of

AT_ONCE = 2
"""So many are written at a time: a yard of many years keeps a processor busy for minutes."""
_TURNS = threading.BoundedSemaphore(AT_ONCE)


class TooManyExports(BucephalError):
    """Others are being written at this moment."""

    code = "export.too-many"
    after_s = 10

    @property
    def problems(self) -> tuple[Problem, ...]:
        return (Problem("$", None, "is not written while others are", f"again in {self.after_s} s"),)


class ExportFile(NamedTuple):
    """
    Fields:
        name: of the file, in letters that every program takes.
    """

    file: IO[bytes]
    name: str
    media_type: str


def offered_to(person: User) -> list[Export]:
    """What a person may take out."""
    return [one for one in EXPORTS if one.of is not Reach.MACHINE or person.can_manage]


def write(person: User, name: str, horses: Sequence[UUID], on: date) -> ExportFile:
    """
    Args:
        horses: of which; none named: of all that the person sees.

    Raises:
        InvalidInput: if there is no such export, or it is of one horse.
        Missing: if a horse is not theirs to see.
        TooManyExports: if others are being written.
    """
    chosen = exporter(name)
    found = [horse_of(person, one) for one in horses] or list(Horse.objects.of(person).select_related("yard"))
    _check(chosen, found)
    of = str(found[0]) if len(found) == 1 else yard_of(person).name
    with _turn():
        file = TemporaryFile()  # noqa: SIM115 - whoever sends it closes it
        chosen.write(_leaving(found, on), on, file)
    file.seek(0)
    return ExportFile(file, f"{_plain(of)}-{name}-{on}.{chosen.told.format}", chosen.told.format.media_type)


def of_the_machine(name: str, path: Path, on: date, yard: str | None, horse: str | None) -> int:
    """The same for whoever runs the machine, of any yard.

    Returns:
        Of how many horses it is.

    Raises:
        InvalidInput: if there is no such export, or no such horse.
        OSError: if it cannot be written; then what was there stays.
    """
    chosen = exporter(name)
    horses = (
        Horse.objects.filter(left_at=None, taken_back=False)
        .select_related("yard")
        .order_by("yard", "position")
    )
    found = [
        one
        for one in horses
        if (yard is None or one.yard.name == yard) and (horse is None or str(one) == horse)
    ]
    _check(chosen, found)
    written = path.with_name(f".{path.name}-writing")
    try:
        with written.open("wb") as file:
            chosen.write(_leaving(found, on), on, file)
        written.replace(path)
    finally:
        written.unlink(missing_ok=True)
    return len(found)


def _check(chosen: Exporter, found: Sequence[Horse]) -> None:
    if not found:
        raise InvalidInput([Problem("horse", None, "there is none to take out", "add a horse first")])
    if chosen.told.of is Reach.HORSE and len(found) != 1:
        raise InvalidInput([Problem("horse", len(found), "is not one horse", "one")])


def _leaving(horses: Sequence[Horse], on: date) -> Iterator[Leaving]:
    """One at a time: of a large yard not all are in memory at once."""
    for horse in horses:
        yield leaving_of(horse, on)


def _plain(name: str) -> str:
    return re.sub(r"[^a-z0-9]+", "-", name.casefold()).strip("-") or "yard"


@contextmanager
def _turn() -> Iterator[None]:
    if not _TURNS.acquire(timeout=1):
        raise TooManyExports
    try:
        yield
    finally:
        _TURNS.release()
