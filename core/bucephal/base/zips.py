"""Zip files from elsewhere, opened so that none can hurt: no path out, no bomb, nothing half."""

from __future__ import annotations

import io
import shutil
import zipfile
import zlib
from collections.abc import Iterator, Mapping
from datetime import date
from pathlib import PurePosixPath
from typing import IO

from bucephal.base.errors import InvalidInput, Problem

MOST_MEMBERS = 64
MOST_UNPACKED_MB = 256
"""All members together: a yard with a million asks is about half of it [own]."""
OLDEST = date(1980, 1, 1)
"""No zip knows an earlier day."""
_DAMAGED = (zipfile.BadZipFile, zlib.error, EOFError, NotImplementedError, RuntimeError, OSError)


def write_zip(members: Mapping[str, bytes | IO[bytes]], on: date, out: IO[bytes]) -> None:
    """Writes a zip of some members; of the same ones on the same day always the same bytes."""
    day = max(on, OLDEST)
    with zipfile.ZipFile(out, "w") as archive:
        for name, content in members.items():
            info = zipfile.ZipInfo(name, (day.year, day.month, day.day, 0, 0, 0))
            info.compress_type, info.external_attr = zipfile.ZIP_DEFLATED, 0o600 << 16
            with archive.open(info, "w", force_zip64=True) as packed:
                if isinstance(content, bytes):
                    packed.write(content)
                else:
                    content.seek(0)
                    shutil.copyfileobj(content, packed)


def unzipped(content: bytes) -> dict[str, bytes]:
    """The members of a zip by their names.

    Raises:
        InvalidInput: if it is none, or damaged, or holds what could hurt.
    """
    try:
        with zipfile.ZipFile(io.BytesIO(content)) as archive:
            members = [one for one in archive.infolist() if not one.is_dir()]
            problems = list(_unfit(members))
            if problems:
                raise InvalidInput(problems)
            left, found = MOST_UNPACKED_MB * 1024**2, {}
            for member in members:
                with archive.open(member) as packed:
                    found[member.filename] = read_at_most(packed, left, member.filename)
                left -= len(found[member.filename])
            return found
    except _DAMAGED as error:
        reason = f"is no zip, or a damaged one ({error})"
        raise InvalidInput([Problem("$", None, reason, "a whole zip file")]) from None


def read_at_most(packed: IO[bytes], most: int, name: str) -> bytes:
    """
    Raises:
        InvalidInput: if there is more: whatever it says of its size, no more than this is unpacked.
    """
    content = packed.read(most + 1)
    if len(content) > most:
        reason = "unpacks to too much"
        raise InvalidInput([Problem(name, None, reason, f"{MOST_UNPACKED_MB} MB in all at most")])
    return content


def _unfit(members: list[zipfile.ZipInfo]) -> Iterator[Problem]:
    if len(members) > MOST_MEMBERS:
        yield Problem("$", len(members), "holds too many files", f"{MOST_MEMBERS} at most")
    names: set[str] = set()
    for member in members[:MOST_MEMBERS]:
        name = member.filename
        if (
            PurePosixPath(name).is_absolute()
            or ".." in PurePosixPath(name).parts
            or "\\" in name
            or ":" in name
        ):
            yield Problem(name, name, "leads out of the file", "a plain name")
        if name in names:
            yield Problem(name, name, "is there twice", "each file once")
        names.add(name)
