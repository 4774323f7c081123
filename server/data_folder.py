"""The folder in which a yard's data stand: ours alone to read, and what is made in it is made whole or not
at all.
"""

from __future__ import annotations

import os
import secrets
from contextlib import suppress
from pathlib import Path

FOLDER_MODE, FILE_MODE = 0o700, 0o600
OTHERS = 0o077
"""What the group and everybody else may: nothing. As a mask for whatever is made from then on."""


def open_folder(folder: Path) -> None:
    """Makes the folder if it is not there, and closes it, and what lies in it, to everybody but us.

    Raises:
        OSError: if it is somebody else's.
    """
    os.umask(OTHERS)
    folder.mkdir(mode=FOLDER_MODE, parents=True, exist_ok=True)
    for path in (folder, *folder.iterdir()):
        mode = path.stat().st_mode
        if mode & OTHERS:
            path.chmod(mode & ~OTHERS)


def write_whole(path: Path, content: bytes) -> None:
    """Writes a file that is there with all of its content, or not at all, whatever happens meanwhile.

    Raises:
        FileExistsError: if there is one already.
        OSError: if there is no room.
    """
    beside = path.with_name(f".{path.name}.{secrets.token_hex(4)}")
    try:
        with os.fdopen(os.open(beside, os.O_WRONLY | os.O_CREAT | os.O_EXCL, FILE_MODE), "wb") as file:
            file.write(content)
            file.flush()
            os.fsync(file.fileno())
        os.link(beside, path)
        on_the_disk(path.parent)
    finally:
        beside.unlink(missing_ok=True)


def on_the_disk(folder: Path) -> None:
    """Waits until the names in a folder are on the disk: a renamed file is safe only then."""
    handle = os.open(folder, os.O_RDONLY)
    try:
        os.fsync(handle)
    finally:
        os.close(handle)


def secret_key(folder: Path) -> str:
    """Made once and kept; whoever of two comes second takes the first one's."""
    path = folder / "secret-key"
    if path.exists() and not path.read_text().strip():
        path.unlink()  # left behind empty where the power went while it was written
    if not path.exists():
        folder.mkdir(mode=FOLDER_MODE, parents=True, exist_ok=True)
        with suppress(FileExistsError):
            write_whole(path, secrets.token_urlsafe(50).encode())
    return path.read_text()
