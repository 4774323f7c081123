"""The tape table: laid out again by two people with one tape, everything stands where it was drawn."""

from __future__ import annotations

from math import hypot

import pytest
from bucephal.base.errors import InvalidInput
from bucephal.ground import GroundPlace, Layout, arena_from, lay_out
from bucephal.ground.geometry import Point
from bucephal.ground.layout import Hand, TapeTable
from bucephal.words import ground_words
from hypothesis import given, settings
from hypothesis import strategies as st
from tests.ground.any_layout import codes, numbers, places
from tests.ground.two_people import circles_meet


def lay_again(table: TapeTable, first: Point, second: Point) -> dict[str, Point]:
    """Where each marker stands by its two distances, on the side that the table names."""
    found = {}
    for row in table.rows:
        met = circles_meet(first, row.first_m, second, row.second_m)
        assert met, f"the two distances of {row.name} do not meet"
        found[row.marker] = met[-1] if row.hand is Hand.RIGHT else met[0]
    return found


def tolerance(table: TapeTable) -> float:
    """Where the distances cross flatly, a rounding error moves the point further."""
    return 1e-5 if table.sharp_deg > 1 else 0.02


@settings(max_examples=150)
@given(st.data(), codes, places, st.booleans())
def test_the_table_lays_out_the_same_points_again(
    data: st.DataObject, code: str, place: GroundPlace, mirrored: bool
) -> None:
    try:
        found = lay_out(code, place, data.draw(numbers(code)), mirrored=mirrored)
    except InvalidInput:
        return
    at = {one.id: Point(one.x_m, one.y_m) for one in found.markers}
    for table in (found.corners_table, found.markers_table):
        if table is None:
            continue
        first, second = (Point(one.x_m, one.y_m) for one in (table.first, table.second))
        for marker, again in lay_again(table, first, second).items():
            assert again.distance(at[marker]) < tolerance(table), (marker, table)


def test_from_two_markers_it_can_be_set_up_anywhere() -> None:
    """In a field: the first two as far apart as it says, the rest from them; then it has the same shape."""
    found = lay_out("two-marker", arena_from("30x60"), {})
    table = found.markers_table
    assert table is not None
    first, second = Point(100, 100), Point(100 + table.apart_m, 100)
    again = {table.first.id: first, table.second.id: second, **lay_again(table, first, second)}
    for one in found.markers:
        for other in found.markers:
            apart = hypot(one.x_m - other.x_m, one.y_m - other.y_m)
            assert again[one.id].distance(again[other.id]) == pytest.approx(apart, abs=1e-5)


def test_the_corners_are_those_from_which_the_distances_cross_best() -> None:
    """From A's end a barrel far up the centre line is crossed flatly; from along the side it is not."""
    found = lay_out("two-marker", arena_from("20x60"), {})
    table = found.corners_table
    assert table is not None
    assert {table.first.name, table.second.name} == {"corner between A and F", "corner between C and M"}
    assert table.sharp_deg > 20


def test_distances_are_those_of_pythagoras() -> None:
    """Barrel 1 of the eight in 30 x 60: 15 m across, 16.285 m along."""
    found = lay_out("two-marker", arena_from("30x60"), {"between_m": 27.43})
    [to_near] = [one.m for one in found.tape if one.marker == "barrel-1" and one.from_ == "corner-2"]
    assert to_near == pytest.approx(hypot(15, 16.285))


def test_a_round_pen_is_taped_from_its_gate() -> None:
    table = lay_out("lunge-circle", arena_from("round:18"), {}).corners_table
    assert table is not None
    assert table.first.name == ground_words.PEN_POINTS[0]
    assert [table.rows[0].first_m, table.rows[0].second_m] == pytest.approx([9, 9])


def test_corners_without_letters_are_numbered() -> None:
    place = GroundPlace(width_m=20, length_m=60, letters=False)
    table = lay_out("two-marker", place, {}).corners_table
    assert table is not None
    assert table.first.name.startswith("corner ")
    assert "between" not in table.first.name


def test_two_markers_alone_have_their_distance() -> None:
    found = lay_out("leg-yield-line", arena_from("20x60"), {})
    [between] = [one for one in found.tape if one.from_ == "mark-1"]
    assert between.marker == "mark-2"
    assert between.m == pytest.approx(hypot(4, 24))


def test_where_nothing_is_set_up_there_is_no_table() -> None:
    found: Layout = lay_out("canter-long-side", arena_from("20x60"), {})
    assert found.tape == ()
    assert found.corners_table is None
