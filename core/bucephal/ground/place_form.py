"""A place as somebody fills it in: sizes in metres or feet, home as a point or a side that it lies beyond."""

from __future__ import annotations

from collections.abc import Mapping
from enum import StrEnum
from math import isfinite
from typing import Any

from pydantic import ValidationError

from bucephal.base.errors import InvalidInput, Problem
from bucephal.base.problems import problems_of, shorten
from bucephal.base.units import feet_to_metres
from bucephal.ground.places import GroundPlace, Spot

BEYOND_M = 20.0
"""[own] How far off home is taken to lie where only its side is said: what counts is the direction."""


class HomeSide(StrEnum):
    """Beyond which side home lies: A's, C's, K's long side, F's."""

    NEAR = "near"
    FAR = "far"
    LEFT = "left"
    RIGHT = "right"


def read_place(raw: Mapping[str, Any]) -> GroundPlace:
    """A place from a form; keys in `_ft` are feet.

    Raises:
        InvalidInput: naming each field, value and allowed range.
    """
    metric = _metric(dict(raw))
    home = metric.get("home")
    if isinstance(home, str):
        if home not in tuple(HomeSide):
            allowed = "a point, or one of: " + ", ".join(HomeSide)
            raise InvalidInput([Problem("home", shorten(home), "is no side of a place", allowed)])
        metric = {**metric, "home": None}
    try:
        place = GroundPlace.model_validate(metric)
    except ValidationError as error:
        raise InvalidInput(problems_of(error, GroundPlace)) from None
    if not isinstance(home, str):
        return place
    return place.model_copy(update={"home": _beyond(place, HomeSide(home))})


def _metric(value: Any) -> Any:
    if isinstance(value, Mapping):
        return dict(_metric_pair(key, one) for key, one in value.items())
    return [_metric(one) for one in value] if isinstance(value, list | tuple) else value


def _metric_pair(key: str, value: Any) -> tuple[str, Any]:
    if not key.endswith("_ft"):
        return key, _metric(value)
    is_number = isinstance(value, int | float) and not isinstance(value, bool) and isfinite(value)
    return f"{key.removesuffix('_ft')}_m", feet_to_metres(value) if is_number else value


def _beyond(place: GroundPlace, side: HomeSide) -> Spot:
    area = place.area
    middle = area.centre
    points = {
        HomeSide.NEAR: (middle.x, -BEYOND_M),
        HomeSide.FAR: (middle.x, area.length + BEYOND_M),
        HomeSide.LEFT: (-BEYOND_M, middle.y),
        HomeSide.RIGHT: (area.width + BEYOND_M, middle.y),
    }
    x, y = points[side]
    return Spot(x_m=x, y_m=y)
