"""A place as somebody fills it in."""

from __future__ import annotations

from typing import Any

import pytest
from bucephal.base.errors import InvalidInput
from bucephal.ground import GroundPlace, Shape, read_place

ARENA = {"name": "Arena", "width_m": 20, "length_m": 60}


def test_feet_are_read_wherever_they_stand() -> None:
    """1 ft = 0.3048 m."""
    place = read_place({
        "name": "Pen", "width_ft": 100, "length_ft": 200, "home": {"x_ft": 50, "y_ft": -10},
        "things": [{"kind": "gate", "x_ft": 50, "y_ft": 0, "reach_ft": 10}],
    })  # fmt: skip
    assert [place.width_m, place.length_m] == pytest.approx([30.48, 60.96])
    assert place.home is not None
    assert place.home.y_m == pytest.approx(-3.048)
    assert place.things[0].reach_m == pytest.approx(3.048)


def test_metres_stay_as_they_are() -> None:
    assert read_place(ARENA) == GroundPlace(name="Arena", width_m=20, length_m=60)


@pytest.mark.parametrize(
    ("side", "at"), [("near", (10, -20)), ("far", (10, 80)), ("left", (-20, 30)), ("right", (40, 30))]
)
def test_home_lies_beyond_a_side(side: str, at: tuple[float, float]) -> None:
    home = read_place({**ARENA, "home": side}).home
    assert home is not None
    assert (home.x_m, home.y_m) == at


def test_of_a_round_pen_too() -> None:
    home = read_place({"name": "Pen", "shape": "round", "across_m": 18, "home": "far"}).home
    assert home is not None
    assert (home.x_m, home.y_m) == (9, 38)


def test_a_patch_in_feet() -> None:
    corners = [{"x_ft": x, "y_ft": y} for x, y in ((0, 0), (100, 0), (100, 80), (0, 80))]
    place = read_place({"name": "Patch", "shape": "patch", "corners": corners})
    assert place.shape is Shape.PATCH
    assert place.corners[2].x_m == pytest.approx(30.48)


@pytest.mark.parametrize(
    ("change", "path"),
    [
        ({"home": "upstairs"}, "home"), ({"width_ft": "wide", "width_m": None}, "width_m"), ({"width_m": True}, "width_m"),
        ({"width_m": 3}, "width_m"), ({"things": [{"kind": "gate", "x_m": "here", "y_m": 0}]}, "things[0].x_m"),
    ],
)  # fmt: skip
def test_what_cannot_be_is_named(change: dict[str, Any], path: str) -> None:
    raw = {**ARENA, **change}
    if "width_ft" in change:
        raw.pop("width_m")
    with pytest.raises(InvalidInput) as refused:
        read_place(raw)
    assert refused.value.problems[0].path == path
    assert refused.value.problems[0].allowed
