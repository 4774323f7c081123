"""A marker that is dragged: which values bring it nearest to where it was let go.

Source: least squares on the marker's own parameters, within their ranges (scipy's trust region reflective).
"""

from __future__ import annotations

import numpy as np
import numpy.typing as npt

from bucephal.base.errors import InvalidInput, Problem
from bucephal.ground.fit import stands
from bucephal.ground.geometry import Point
from bucephal.ground.set_up_parameters import Number, Values
from bucephal.ground.siting import Laying

Numbers = npt.NDArray[np.float64]
_INSIDE = 1e-9
_BACK = 24
"""Steps in which a marker that was let go outside comes back until all stands inside."""


def dragged(laying: Laying, marker: str, to: Point) -> Values:
    """The values with which the marker lies as near to the point as its parameters allow, inside the fence.

    Args:
        laying: how it lay before.
        marker: its id.
        to: where it was let go, metres in the place.

    Raises:
        InvalidInput: if there is no such marker, or it cannot be dragged.
    """
    mark = next((one for one in laying.laid.markers if one.id == marker), None)
    if mark is None or not mark.drives:
        movable = ", ".join(one.id for one in laying.laid.markers if one.drives)
        raise InvalidInput([Problem("drag.marker", marker, "is no marker that can be moved", movable)])
    keys = list(mark.drives)
    before = np.array([laying.values.number(key) for key in keys])
    wanted = _solved(laying, marker, keys, before, laying.frame.inwards(to))
    for step in range(_BACK + 1):
        values = _with(laying, keys, before + (wanted - before) * (1 - step / _BACK))
        if stands(laying.plan.lay(laying.frame, values), laying.frame):
            return values
    return laying.values


def _solved(laying: Laying, marker: str, keys: list[str], start: Numbers, to: Point) -> Numbers:
    from scipy.optimize import least_squares  # a third of a second to load: only who drags pays it

    ranges = [_number(laying, key) for key in keys]
    low, high = (np.array([getattr(one, end) for one in ranges]) for end in ("low", "high"))

    def off(numbers: Numbers) -> list[float]:
        at = _where(laying, marker, keys, numbers)
        return [at.x - to.x, at.y - to.y]

    found: Numbers = least_squares(off, np.clip(start, low + _INSIDE, high - _INSIDE), bounds=(low, high)).x
    return found


def _where(laying: Laying, marker: str, keys: list[str], numbers: Numbers) -> Point:
    values = laying.values.having(**dict(zip(keys, map(float, numbers), strict=True)))
    laid = laying.plan.lay(laying.frame, values)
    return next(one.at for one in laid.markers if one.id == marker)


def _with(laying: Laying, keys: list[str], numbers: Numbers) -> Values:
    """Rounded to the steps of the parameters, within their ranges."""
    changed = {}
    for key, raw in zip(keys, numbers, strict=True):
        one = _number(laying, key)
        changed[key] = min(max(round(round(float(raw) / one.step) * one.step, 6), one.low), one.high)
    return laying.values.having(**changed)


def _number(laying: Laying, key: str) -> Number:
    one = next(each for each in laying.plan.parameters if each.key == key)
    assert isinstance(one, Number)
    return one
