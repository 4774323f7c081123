"""A marker that is dragged takes its numbers with it, and stays where it can stand."""

from __future__ import annotations

from math import hypot

import pytest
from bucephal.base.errors import InvalidInput
from bucephal.ground import SET_UPS, GroundPlace, Layout, Point, arena_from, dragged, lay_out, prepare
from hypothesis import given, settings
from hypothesis import strategies as st


def drop(
    code: str, marker: str, x: float, y: float, arena: str = "20x60", *, mirrored: bool = False
) -> Layout:
    place = arena_from(arena)
    values = dragged(prepare(code, place, {}, mirrored=mirrored), marker, Point(x, y))
    return lay_out(code, place, dict(values.by_key), mirrored=mirrored)


def at(found: Layout, marker: str) -> tuple[float, float]:
    one = next(each for each in found.markers if each.id == marker)
    return one.x_m, one.y_m


def test_a_barrel_that_is_dragged_out_takes_the_other_with_it() -> None:
    found = drop("two-marker", "barrel-2", 10, 46)
    assert at(found, "barrel-2") == pytest.approx((10, 46))
    assert at(found, "barrel-1") == pytest.approx((10, 14))
    assert found.values["between_m"] == pytest.approx(32)


def test_a_cone_that_is_dragged_in_makes_the_gate_narrower() -> None:
    assert drop("two-marker", "cone-2", 11.5, 30).values["gate_m"] == pytest.approx(3)


@pytest.mark.parametrize("mirrored", [False, True])
def test_a_centre_goes_where_it_is_put(mirrored: bool) -> None:
    found = drop("lunge-circle", "centre-1", 11, 24.5, mirrored=mirrored)
    assert at(found, "centre-1") == pytest.approx((11, 24.5))


def test_what_is_let_go_outside_comes_back_inside() -> None:
    found = drop("lunge-circle", "centre-1", 40, 30)
    assert 10 < at(found, "centre-1")[0] <= 20


def test_it_lands_on_the_steps_of_its_numbers() -> None:
    found = drop("lunge-circle", "centre-1", 10.04, 30.06)
    assert at(found, "centre-1") == pytest.approx((10.0, 30.1))


def test_a_marker_that_cannot_be_moved_says_which_can() -> None:
    laying = prepare("poles", arena_from("20x60"), {"on": "circle"})
    with pytest.raises(InvalidInput) as refused:
        dragged(laying, "pole-1-left", Point(3, 3))
    assert refused.value.problems[0].allowed == "centre-1"
    with pytest.raises(InvalidInput):
        dragged(laying, "barrel-9", Point(3, 3))


MOVABLE = [
    (code, one.id) for code in SET_UPS for one in lay_out(code, arena_from("30x60"), {}).markers if one.drives
]


@settings(max_examples=200)
@given(st.sampled_from(MOVABLE), st.floats(-5, 35), st.floats(-5, 65))
def test_wherever_it_is_dropped_it_is_nearer_or_as_near(what: tuple[str, str], x: float, y: float) -> None:
    """And everything still stands inside the fence."""
    code, marker = what
    place: GroundPlace = arena_from("30x60")
    before = lay_out(code, place, {})
    values = dragged(prepare(code, place, {}), marker, Point(x, y))
    found = lay_out(code, place, dict(values.by_key))
    was, now = (hypot(at(one, marker)[0] - x, at(one, marker)[1] - y) for one in (before, found))
    assert now <= was + 0.1
