"""Files that a command writes beside its answer."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from io import BytesIO
from pathlib import Path
from typing import IO

from bucephal.errors import InvalidInput, Problem


def write_file(file: str, makers: Mapping[str, Callable[[IO[bytes]], None]], of: str) -> None:
    """Writes it as what the name of the file ends in.

    Args:
        makers: by ending, what writes it.
        of: what is written, as it is named to whoever asked for something else.

    Raises:
        InvalidInput: if the ending is another one, or the file cannot be written.
    """
    path = Path(file)
    if path.suffix not in makers:
        reason = f"is not a file that {of} is written to"
        raise InvalidInput([Problem("out", file, reason, "a name that ends in " + ", ".join(makers))])
    made = BytesIO()
    makers[path.suffix](made)
    try:
        path.write_bytes(made.getvalue())
    except OSError as error:
        reason = f"cannot be written: {error.strerror}"
        raise InvalidInput([Problem("out", file, reason, "a file that can be written")]) from None
