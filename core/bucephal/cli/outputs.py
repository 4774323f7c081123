"""What a command answers, as JSON or in sentences, and files that it writes beside its answer."""

from __future__ import annotations

import json
from collections.abc import Callable, Mapping
from io import BytesIO
from pathlib import Path
from typing import IO, Any

from pydantic import BaseModel

from bucephal.base.errors import InvalidInput, Problem


def as_json(result: Any) -> str:
    return json.dumps(result, ensure_ascii=False, indent=1, default=_plain)


def _plain(value: Any) -> Any:
    if isinstance(value, BaseModel):
        return value.model_dump(mode="json")
    raise TypeError(f"cannot write {type(value).__name__} as JSON")


def as_sentences(result: Any) -> str:
    # Whatever can be read out is loaded for it: not for a command that answers in JSON.
    from bucephal.pages import read_out

    return "\n".join(read_out(result))


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
