"""Which state of a thing somebody began to change: whoever is overtaken is told, nothing is overwritten."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from hashlib import sha256
from typing import Any

from bucephal.base.errors import BucephalError, Problem
from pydantic import BaseModel


class Overtaken(BucephalError):
    """Somebody else has changed the same thing since it was read."""

    code = "edition.overtaken"
    now: dict[str, Any] | None = None
    """What it is now, as it is answered to whoever asks for it."""

    @property
    def problems(self) -> tuple[Problem, ...]:
        reason = "was changed by somebody else meanwhile"
        return (Problem("edition", None, reason, "what it is now, or your changes in its place"),)


@contextmanager
def telling(now: Callable[[], BaseModel]) -> Iterator[None]:
    """Whoever is overtaken within is told what it is now, beside what they sent: they see what differs."""
    try:
        yield
    except Overtaken as overtaken:
        overtaken.now = now().model_dump(mode="json")
        raise


def edition_of(*things: BaseModel | int) -> str:
    """A mark of the state of something; of the same state it is the same."""
    digest = sha256()
    for one in things:
        digest.update((one.model_dump_json() if isinstance(one, BaseModel) else str(one)).encode() + b"\0")
    return digest.hexdigest()[:16]


def check_edition(began_with: str | None, now: str) -> None:
    """Is it still what somebody began with? None: they want theirs to stand, whatever there is.

    Raises:
        Overtaken: if it is not.
    """
    if began_with is not None and began_with != now:
        raise Overtaken
