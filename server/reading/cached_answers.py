"""Answers that are kept: of the same asks, rules, day and question the answer is the same, to the last byte.

Each goes out with a tag; whoever has it already is told so, and nothing is worked out or sent.
"""

from __future__ import annotations

from collections.abc import Callable, Hashable, Iterable
from hashlib import sha256

from django.http import HttpRequest, HttpResponse, HttpResponseNotModified
from pydantic import BaseModel
from version_cache import VersionCache

_ANSWERS: VersionCache[bytes] = VersionCache(96)


def answered(
    request: HttpRequest,
    rests_on: Iterable[Hashable],
    work: Callable[[], BaseModel],
    *,
    is_large: bool = False,
) -> HttpResponse:
    """The answer to a question, as the request's address asks it.

    Args:
        rests_on: everything else that it rests on: horses in their versions, the day; of the same the answer
            is the same, to the last byte.
        work: works it out where it is not kept.
        is_large: it is not kept here; whoever asked keeps it.
    """
    key = (*rests_on, request.get_full_path())
    tag = f'"{sha256(repr(key).encode()).hexdigest()[:24]}"'
    if tag in _tags(request):
        return _with_tag(HttpResponseNotModified(), tag)
    body = _worked(work) if is_large else _ANSWERS.get(tag, lambda: _worked(work))
    return _with_tag(HttpResponse(body, content_type="application/json; charset=utf-8"), tag)


def _worked(work: Callable[[], BaseModel]) -> bytes:
    return work().model_dump_json().encode()


def _tags(request: HttpRequest) -> set[str]:
    """Those that the reader has; one that went out compressed comes back marked as weak."""
    return {one.strip().removeprefix("W/") for one in request.headers.get("If-None-Match", "").split(",")}


def _with_tag(response: HttpResponse, tag: str) -> HttpResponse:
    response["ETag"] = tag
    # Kept by the reader, and asked about each time.
    response["Cache-Control"] = "private, no-cache"
    return response


def forget() -> None:
    """Lets go what this process keeps: where the database has become another one."""
    _ANSWERS.forget()
