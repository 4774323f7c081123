"""Hashing passwords is made to be slow and to want much memory: only so many at once, and few that wait.

Whoever comes when all places are taken is asked to come again; the rest of the server goes on meanwhile.
"""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from threading import BoundedSemaphore

from bucephal.base.errors import BucephalError, Problem

AT_ONCE = 2
"""Each wants 100 MB and a core for some tenths of a second."""
WAITING = 2
"""So many of the server's eight threads may wait here; the others answer."""
LONGEST_WAIT_S = 10
COME_AGAIN_S = 2

_hashing = BoundedSemaphore(AT_ONCE)
_places = BoundedSemaphore(AT_ONCE + WAITING)


class TooManyAtOnce(BucephalError):
    """All places are taken."""

    code = "account.busy"
    after_s = COME_AGAIN_S

    @property
    def problems(self) -> tuple[Problem, ...]:
        return (Problem("$", None, "too many sign in at this moment", "again in a moment"),)


@contextmanager
def hashing() -> Iterator[None]:
    """Everything that hashes a password, or compares one, is done within.

    Raises:
        TooManyAtOnce: if too many are.
    """
    if not _places.acquire(blocking=False):
        raise TooManyAtOnce
    try:
        if not _hashing.acquire(timeout=LONGEST_WAIT_S):
            raise TooManyAtOnce
        try:
            yield
        finally:
            _hashing.release()
    finally:
        _places.release()
