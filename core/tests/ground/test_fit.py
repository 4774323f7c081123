"""Does it fit? Against a general geometry library (shapely 2), for any layout in any place."""

from __future__ import annotations

from typing import Any

import pytest
from bucephal.base.errors import InvalidInput
from bucephal.ground import (
    SET_UPS,
    FixedThing,
    GroundPlace,
    Layout,
    Shape,
    Spot,
    ThingKind,
    arena_from,
    lay_out,
)
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import LineString, Point, unary_union
from tests.ground.any_layout import codes, numbers, places
from tests.ground.shapes import shape_of, way_of

ENOUGH = settings(max_examples=150)


def laid(code: str, place: GroundPlace, given_values: dict[str, Any], *, mirrored: bool) -> Layout | None:
    """None: it cannot be laid out at all, and says what is the matter."""
    try:
        return lay_out(code, place, given_values, mirrored=mirrored)
    except InvalidInput as refused:
        _names_what_was_set(refused, given_values)
        return None


def _names_what_was_set(refused: InvalidInput, given_values: dict[str, Any]) -> None:
    assert all(one.allowed and one.path in given_values for one in refused.problems)


@ENOUGH
@given(st.data(), codes, places, st.booleans())
def test_what_fits_lies_inside_and_what_does_not_says_what(
    data: st.DataObject, code: str, place: GroundPlace, mirrored: bool
) -> None:
    found = laid(code, place, data.draw(numbers(code)), mirrored=mirrored)
    if found is None:
        return
    fence = shape_of(place).buffer(1e-4)
    inside = all(fence.contains(line) for line in way_of(found))
    markers_inside = all(fence.covers(Point(one.x_m, one.y_m)) for one in found.markers)
    if found.fits:
        assert inside
        assert markers_inside
        assert found.problems == ()
        assert found.largest is None
    else:
        assert found.problems
        assert all(one.what and one.by_m >= 0 for one in found.problems)
    kinds = {one.kind for one in found.problems}
    if not inside:
        assert kinds & {"over-fence", "near-fence"}
    assert ("marker-outside" in kinds) == (not markers_inside)


@ENOUGH
@given(st.data(), codes, places, st.booleans())
def test_the_largest_that_fits_does_fit_and_more_does_not(
    data: st.DataObject, code: str, place: GroundPlace, mirrored: bool
) -> None:
    values = data.draw(numbers(code))
    found = laid(code, place, values, mirrored=mirrored)
    if found is None or found.largest is None:
        return
    [(key, largest)] = found.largest.items()
    assert largest < float(found.values[key])
    assert lay_out(code, place, {**found.values, key: largest}, mirrored=mirrored).fits
    step = 1 if SET_UPS[code].size in ("count", "loops") else 0.02
    more = laid(code, place, {**found.values, key: largest + step}, mirrored=mirrored)
    assert more is None or not more.fits


@ENOUGH
@given(st.data(), codes, places)
def test_mirrored_twice_is_the_same(data: st.DataObject, code: str, place: GroundPlace) -> None:
    """The mirror image in the place's long axis, and that of the image."""
    values = data.draw(numbers(code))
    found, other = (laid(code, place, values, mirrored=mirrored) for mirrored in (False, True))
    if found is None or other is None or place.shape is Shape.PATCH or place.things:
        return
    width = found.arena.width_m
    for one, image in zip(found.path.pieces, other.path.pieces, strict=True):
        assert (width - image.from_[0], image.from_[1]) == pytest.approx(one.from_, abs=1e-6)
        assert image.length_m == pytest.approx(one.length_m)
        assert (image.turn, one.turn) in ((None, None), ("left", "right"), ("right", "left"))
    for mark, its_image in zip(found.markers, other.markers, strict=True):
        assert (width - its_image.x_m, its_image.y_m) == pytest.approx((mark.x_m, mark.y_m), abs=1e-6)
    assert other.fits == found.fits
    assert other.path.length_m == pytest.approx(found.path.length_m)


@given(st.floats(0.2, 3), st.floats(5, 15), st.floats(10, 50))
def test_what_stands_in_the_way_is_named_by_how_near_it_is(reach: float, x: float, y: float) -> None:
    """Half a metre from what is fixed [own], measured by the library."""
    thing = FixedThing(kind=ThingKind.JUMP_STORE, x_m=x, y_m=y, reach_m=reach)
    place = GroundPlace(width_m=20, length_m=60, things=(thing,))
    found = lay_out("two-marker", place, {})
    away = unary_union(way_of(found)).distance(Point(x, y)) - reach
    named = [one for one in found.problems if one.kind == "near-thing"]
    if abs(away - 0.5) > 1e-3:
        assert bool(named) == (away < 0.5)
    if named:
        assert named[0].by_m == pytest.approx(0.5 - away, abs=1e-3)
        assert "jump store" in named[0].what


def test_what_takes_no_room_is_in_nobodys_way() -> None:
    gate = FixedThing(kind=ThingKind.GATE, x_m=10, y_m=30)
    assert lay_out("two-marker", GroundPlace(width_m=20, length_m=60, things=(gate,)), {}).fits


def test_a_marker_in_a_thing_is_named() -> None:
    bank = FixedThing(kind=ThingKind.BANK, name="the log", x_m=10, y_m=16.5, reach_m=1)
    found = lay_out("two-marker", GroundPlace(width_m=20, length_m=60, things=(bank,)), {})
    [problem] = [one for one in found.problems if one.kind == "marker-in-thing"]
    assert "barrel 1 stands in the log" in problem.what
    assert problem.by_m == pytest.approx(1 - abs(30 - 13.7 - 16.5))


def test_a_round_pen_has_no_long_side() -> None:
    found = lay_out("leg-yield-line", arena_from("round:40"), {})
    assert found.problems[0].kind == "no-straight-side"
    assert found.largest is None


@pytest.mark.parametrize(
    ("code", "arena", "given_values", "path", "allowed"),
    [
        ("lunge-circle", "20x40", {"radius_m": 12.5}, "radius_m", "3 to 10 m in this place"),
        ("figure-circle", "20x40", {"radius_m": 12.5}, "radius_m", "2 to 10 m in this place"),
        ("two-marker", "20x40", {"between_m": 50}, "between_m", "4 to 40 m in this place"),
        ("lunge-circle", "20x60", {"along_m": 40}, "along_m", "-30 to 30 m in this place"),
        ("lunge-circle", "20x60", {"across_m": -11}, "across_m", "-10 to 10 m in this place"),
        ("two-marker", "20x60", {"between_m": 0}, "between_m", "4 to 200 m"),
        ("two-marker", "20x60", {"radius_m": -6}, "radius_m", "2 to 20 m"),
        ("two-marker", "20x60", {"gate_m": float("nan")}, "gate_m", "1.5 to 20 m"),
        ("two-marker", "20x60", {"gate_m": "wide"}, "gate_m", "1.5 to 20 m"),
        ("two-marker", "20x60", {"gate_m": True}, "gate_m", "1.5 to 20 m"),
        ("poles", "20x60", {"count": 2.5}, "count", "a whole number 1 to 10"),
        ("poles", "20x60", {"gait": "amble"}, "gait", "one of: walk, trot, canter"),
        ("leg-yield-line", "20x60", {"from": "middle"}, "from", "one of: quarter, three-quarter, centre"),
    ],
)
def test_what_cannot_be_is_refused_with_its_range(
    code: str, arena: str, given_values: dict[str, Any], path: str, allowed: str
) -> None:
    with pytest.raises(InvalidInput) as refused:
        lay_out(code, arena_from(arena), given_values)
    [problem] = refused.value.problems
    assert (problem.path, problem.allowed) == (path, allowed)


def test_everything_that_is_wrong_is_said_at_once() -> None:
    with pytest.raises(InvalidInput) as refused:
        lay_out("two-marker", arena_from("20x60"), {"gate_m": 0, "radius_m": -1, "wings": 3}, base="values.")
    assert [one.path for one in refused.value.problems] == [
        "values.wings",
        "values.radius_m",
        "values.gate_m",
    ]


def test_an_unknown_set_up_names_those_there_are() -> None:
    with pytest.raises(InvalidInput) as refused:
        lay_out("three-barrels", arena_from("20x60"), {})
    assert "two-marker" in refused.value.problems[0].allowed


def test_where_nothing_was_set_a_place_that_is_too_small_is_no_error() -> None:
    found = lay_out("two-marker", GroundPlace(width_m=6, length_m=6), {})
    assert not found.fits
    assert found.largest is None


def test_the_greatest_range_is_that_of_a_patch_too(patch: GroundPlace) -> None:
    with pytest.raises(InvalidInput) as refused:
        lay_out("lunge-circle", patch, {"across_m": 80})
    high = float(refused.value.problems[0].allowed.split(" to ")[1].split(" ")[0])
    assert lay_out("lunge-circle", patch, {"across_m": high - 0.01}).markers
    assert shape_of(patch).covers(Point(*_centre(lay_out("lunge-circle", patch, {"across_m": high}))))


def _centre(found: Layout) -> tuple[float, float]:
    return found.markers[0].x_m, found.markers[0].y_m


def test_a_patch_is_laid_out_along_its_longest_side(patch: GroundPlace) -> None:
    """From (0, 0) to (45, 6): the track runs a metre inside it."""
    found = lay_out("canter-long-side", patch, {"radius_m": 5})
    side = LineString([(-45, -6), (90, 12)])
    canter = next(
        line for line, one in zip(way_of(found), found.path.pieces, strict=True) if one.gait == "canter"
    )
    assert side.distance(Point(canter.coords[0])) == pytest.approx(1)
    assert side.distance(Point(canter.coords[-1])) == pytest.approx(1)


def test_home_at_the_far_end_turns_it_half_round() -> None:
    far = GroundPlace(width_m=20, length_m=60, home=Spot(x_m=10, y_m=61))
    found = lay_out("off-leg-fence", far, {})
    assert found.markers[0].x_m == pytest.approx(5), "the other long side"
