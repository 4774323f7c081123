"""The folder of archives: which there are, and files in it that are there whole or not at all."""

from __future__ import annotations

import fcntl
import os
import secrets
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from datetime import UTC, datetime
from hashlib import file_digest
from pathlib import Path

from bucephal.base.errors import BucephalError, Problem
from data_folder import on_the_disk
from django.conf import settings

MAKING = "making"
STAMP = "%Y%m%d-%H%M%S-%f"


class NoArchive(BucephalError):
    """It is none, or it is damaged, or it cannot be put back here."""

    code = "archive.refused"

    def __init__(self, path: str, reason: str, allowed: str = "") -> None:
        super().__init__(reason)
        self.reason = Problem(path, None, reason, allowed)

    @property
    def problems(self) -> tuple[Problem, ...]:
        return (self.reason,)

    def __str__(self) -> str:
        return f"{self.reason.path}: {self.reason.reason}"


class Busy(NoArchive):
    """Another one is being made or put back at this moment."""

    code = "archive.busy"


def folder() -> Path:
    return Path(settings.DATA_DIR) / "archives"


def archives() -> list[Path]:
    """Those that are there, the latest first."""
    return sorted(folder().glob("bucephal-*.zip"), reverse=True)


def made_at(path: Path) -> datetime | None:
    """When an archive was made, by its name; None: somebody has named it otherwise."""
    with suppress(ValueError):
        return datetime.strptime(path.stem.removeprefix("bucephal-"), STAMP).replace(tzinfo=UTC)
    return None


def last_made() -> datetime | None:
    """When the latest was made; one that somebody has named otherwise does not count."""
    return next((at for at in map(made_at, archives()) if at is not None), None)


@contextmanager
def beside(what: str) -> Iterator[tuple[Path, Path]]:
    """Two files that are gone afterwards; those that a killed one left behind are cleared away first."""
    with _alone(what):
        for left in folder().glob(f".{what}-*"):
            left.unlink(missing_ok=True)
        name = folder() / f".{what}-{secrets.token_hex(4)}"
        copy, zipped = name.with_suffix(".sqlite3"), name.with_suffix(".zip")
        try:
            yield copy, zipped
        finally:
            copy.unlink(missing_ok=True)
            zipped.unlink(missing_ok=True)


@contextmanager
def _alone(what: str) -> Iterator[None]:
    """While another process or thread does the same, this one does not; a killed one holds nobody up.

    Raises:
        Busy: if somebody else does.
    """
    locked = os.open(folder() if what == MAKING else settings.DATA_DIR, os.O_RDONLY)
    try:
        fcntl.flock(locked, fcntl.LOCK_EX | fcntl.LOCK_NB)
        yield
    except BlockingIOError:
        raise Busy("archives", "is busy already", "one at a time: wait until it is done") from None
    finally:
        os.close(locked)


def put(zipped: Path, whole: Path) -> None:
    with zipped.open("rb+") as file:
        os.fsync(file.fileno())
    zipped.rename(whole)
    on_the_disk(whole.parent)


def sum_of(path: Path) -> str:
    with path.open("rb") as file:
        return file_digest(file, "sha256").hexdigest()
