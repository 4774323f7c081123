"""A file that is sent as the body of a request: as it is, so that any program can send one."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager

from bucephal.base.errors import BucephalError, InvalidInput, Problem
from django.http import HttpRequest

MOST_BYTES = 16 * 1024 * 1024
"""A horse with twenty thousand asks is about as large."""


class TooLarge(BucephalError):
    """The file is larger than is read."""

    code = "upload.too-large"

    @property
    def problems(self) -> tuple[Problem, ...]:
        return (Problem("$", None, "is too large", f"{MOST_BYTES // 1024**2} MB at most"),)


MOST_PROBLEMS = 200
"""Of a file as many are told one by one; the others are counted."""


@contextmanager
def told_in_short() -> Iterator[None]:
    """Of a file in which all is wrong the answer is not larger than the file."""
    try:
        yield
    except InvalidInput as error:
        more = len(error.problems) - MOST_PROBLEMS
        if more <= 0:
            raise
        rest = Problem("$", None, f"and {more} more problems", "")
        raise InvalidInput([*error.problems[:MOST_PROBLEMS], rest]) from None


def file_of(request: HttpRequest) -> bytes:
    """
    Raises:
        TooLarge: if it is; no more of it is read then.
    """
    content = request.read(MOST_BYTES + 1)
    if len(content) > MOST_BYTES:
        raise TooLarge
    return content
