"""What is worked out of a standing is worked out once, whoever asks: plans and pages share it."""

from __future__ import annotations

from collections.abc import Callable
from functools import wraps
from typing import Any, Concatenate, ParamSpec, TypeVar
from weakref import WeakKeyDictionary

from bucephal.progress.standing import Standing

_Rest = ParamSpec("_Rest")
_Result = TypeVar("_Result")


def memo_of_standing(
    work: Callable[Concatenate[Standing, _Rest], _Result],
) -> Callable[Concatenate[Standing, _Rest], _Result]:
    """Keeps what a function gives for a standing as long as the standing lives; neither ever changes."""
    found: WeakKeyDictionary[Standing, dict[Any, _Result]] = WeakKeyDictionary()

    @wraps(work)
    def worked(standing: Standing, /, *args: _Rest.args, **more: _Rest.kwargs) -> _Result:
        own = found.setdefault(standing, {})
        key = (args, *more.items())
        if key not in own:
            own[key] = work(standing, *args, **more)
        return own[key]

    return worked
