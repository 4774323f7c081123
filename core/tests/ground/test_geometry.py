"""Lines, arcs, distances and crossings, against a general geometry library (shapely 2)."""

from __future__ import annotations

from itertools import pairwise
from math import asin, pi, sqrt

import pytest
from bucephal.ground.areas import Fenced, Round, crossings, rectangle, signed_area
from bucephal.ground.geometry import (
    Arc,
    Line,
    Piece,
    Point,
    Turn,
    angle_between,
    crossed_eight,
    nearest,
    way_length,
)
from hypothesis import assume, given
from hypothesis import strategies as st
from shapely import Point as Spot
from shapely.geometry import LineString, Polygon
from tests.ground.shapes import FINE, line_of
from tests.ground.two_people import circles_meet

near = st.floats(-60, 60).map(lambda x: round(x, 3))
points = st.builds(Point, near, near)
radii = st.floats(0.3, 25).map(lambda x: round(x, 3))
arcs = st.builds(Arc, points, radii, st.floats(-180, 180), st.floats(5, 360), st.sampled_from(Turn))
pieces = st.one_of(st.builds(Line, points, points), arcs)
_inside = st.builds(Point, st.floats(8, 44), st.floats(6, 30))
small_pieces = st.one_of(
    st.builds(Line, _inside, _inside),
    st.builds(
        Arc, _inside, st.floats(0.5, 8), st.floats(-180, 180), st.floats(5, 360), st.sampled_from(Turn)
    ),
)
SAGS_M = 25 * (pi / FINE) ** 2
"""By how much the library's chords lie inside the arc, at most."""


@given(pieces)
def test_a_piece_is_as_long_as_the_library_says(piece: Piece) -> None:
    assert piece.length == pytest.approx(line_of(piece).length, rel=1e-4, abs=1e-6)


@given(pieces, points)
def test_a_point_is_as_far_from_a_piece_as_the_library_says(piece: Piece, point: Point) -> None:
    assert piece.distance(point) == pytest.approx(line_of(piece).distance(Spot(*point)), abs=SAGS_M + 1e-6)


@given(pieces, st.floats(0, 1))
def test_a_point_along_a_piece_is_where_the_library_has_it(piece: Piece, part: float) -> None:
    line = line_of(piece)
    there = line.interpolate(part, normalized=True)
    assert piece.at(piece.length * part).distance(Point(there.x, there.y)) < 0.01


PATCH = ((0, 0), (45, 6), (52, 40), (26, 30), (4, 44))


@given(points)
def test_room_in_a_patch_is_the_distance_to_its_edge(point: Point) -> None:
    area, shape = Fenced(tuple(Point(*one) for one in PATCH)), Polygon(PATCH)
    away = shape.exterior.distance(Spot(*point))
    assume(away > 1e-6)
    assert area.room(point) == pytest.approx(away if shape.contains(Spot(*point)) else -away, abs=1e-9)


@given(small_pieces)
def test_the_tightest_point_of_a_way_is_the_one_nearest_to_the_fence(piece: Piece) -> None:
    """Of a way inside a patch: its room is what the library says its distance to the edge is."""
    area, shape = Fenced(tuple(Point(*one) for one in PATCH)), Polygon(PATCH)
    line = line_of(piece)
    assume(shape.contains(line))
    assert area.room(area.tightest(piece)) == pytest.approx(shape.exterior.distance(line), abs=SAGS_M + 1e-6)


@given(pieces, st.floats(6, 60), st.floats(6, 90))
def test_what_is_over_a_fence_is_found_and_by_how_much(piece: Piece, width: float, length: float) -> None:
    """Over a rectangle: as far as the library's farthest point."""
    area = rectangle(width, length)
    shape, line = Polygon([(0, 0), (width, 0), (width, length), (0, length)]), line_of(piece)
    assume(not shape.contains(line))
    outside = line.difference(shape)
    assume(not outside.is_empty)
    farthest = max(shape.distance(Spot(*at)) for at in _vertices(outside))
    assert -area.room(area.tightest(piece)) == pytest.approx(farthest, abs=0.02)


def _vertices(shape: object) -> list[tuple[float, float]]:
    parts = getattr(shape, "geoms", [shape])
    return [at for part in parts for at in part.coords]


@given(pieces, st.floats(6, 40))
def test_room_in_a_round_pen_is_what_is_left_of_its_radius(piece: Piece, across: float) -> None:
    area = Round(across / 2)
    reach = max(Spot(*at).distance(Spot(across / 2, across / 2)) for at in line_of(piece).coords)
    assert area.room(area.tightest(piece)) == pytest.approx(across / 2 - reach, abs=SAGS_M + 1e-4)


@given(points, points, radii)
def test_an_eight_is_a_crossed_belt(first: Point, second: Point, radius: float) -> None:
    """Its length by the formula of the crossed belt; it goes on without a corner, and clears both markers."""
    apart = first.distance(second)
    assume(apart > 2 * radius + 0.01)
    eight = crossed_eight(first, second, radius)
    assert eight is not None
    belt = 2 * sqrt(apart**2 - 4 * radius**2) + 2 * radius * (pi + 2 * asin(2 * radius / apart))
    assert way_length(eight) == pytest.approx(belt, rel=1e-9)
    assert nearest(eight, first) == pytest.approx(radius, abs=1e-6)
    assert nearest(eight, second) == pytest.approx(radius, abs=1e-6)
    round_it: tuple[Piece, ...] = (*eight, eight[0])
    for one, next_one in pairwise(round_it):
        assert one.end.distance(next_one.start) < 1e-6
        off = (one.heading_out - next_one.heading_in) % 360
        assert min(off, 360 - off) < 1e-4


def test_an_eight_wants_room_between_its_circles() -> None:
    assert crossed_eight(Point(0, 0), Point(0, 11.9), 6) is None
    assert crossed_eight(Point(0, 0), Point(0, 12), 6) is not None


@given(points, radii, points, radii)
def test_circles_meet_where_the_library_says(first: Point, one: float, second: Point, other: float) -> None:
    met = circles_meet(first, one, second, other)
    for point in met:
        assert point.distance(first) == pytest.approx(one, abs=2e-3)
        assert point.distance(second) == pytest.approx(other, abs=2e-3)
    apart = first.distance(second)
    if abs(one - other) + 0.01 < apart < one + other - 0.01:
        assert len(met) == 2
        assert LineString([first, second]).distance(Spot(*met[0])) > 0
    elif apart > one + other + 0.01 or apart < abs(one - other) - 0.01:
        assert met == ()


def test_the_first_meeting_point_lies_to_the_left() -> None:
    """3, 4, 5."""
    left, right = circles_meet(Point(0, 0), 3, Point(5, 0), 4)
    assert (round(left.x, 6), round(left.y, 6)) == (1.8, 2.4)
    assert (round(right.x, 6), round(right.y, 6)) == (1.8, -2.4)


def test_a_right_angle_is_ninety_degrees() -> None:
    assert angle_between(Point(0, 0), Point(0, 9), Point(4, 0)) == pytest.approx(90)


def test_sides_that_cross_are_found() -> None:
    bow_tie = [Point(0, 0), Point(10, 10), Point(10, 0), Point(0, 10)]
    assert crossings(bow_tie)
    assert not crossings([Point(*one) for one in PATCH])
    assert not Polygon(bow_tie).is_valid


@given(st.lists(points, min_size=3, max_size=7, unique=True))
def test_a_ring_is_sound_where_the_library_says_so(ring: list[Point]) -> None:
    shape = Polygon(ring)
    assume(shape.area > 0.1)
    assume(min(a.distance(b) for a in ring for b in ring if a != b) > 0.01)
    if crossings(ring):
        assert not shape.is_valid or shape.buffer(-1e-5).geom_type != "Polygon" or _touches(ring)
    else:
        assert shape.is_valid
    assert abs(signed_area(ring)) == pytest.approx(shape.area, rel=1e-6) or not shape.is_valid


def _touches(ring: list[Point]) -> bool:
    """A corner on a side, which the library lets pass."""
    sides = Fenced(tuple(ring)).sides
    return any(
        side.distance(one) < 1e-5 for side in sides for one in ring if one not in (side.start, side.end)
    )


@given(st.floats(8, 40), st.floats(8, 90))
def test_the_largest_circle_of_a_rectangle_is_its_short_side(width: float, length: float) -> None:
    assert rectangle(width, length).inscribed_m == min(width, length)


def test_the_roomiest_point_of_a_patch_is_the_librarys() -> None:
    from shapely import maximum_inscribed_circle

    area, line = Fenced(tuple(Point(*one) for one in PATCH)), maximum_inscribed_circle(Polygon(PATCH), 0.001)
    assert area.inscribed_m / 2 == pytest.approx(line.length, abs=0.02)
