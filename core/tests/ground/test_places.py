"""Arenas, their letters, round pens, patches: sizes, where letters stand, what cannot be.

Letters: FEI dressage rules, plan of the arenas (from memory): metres from A's end, and the order in which they
are ridden past on the left rein.
"""

from __future__ import annotations

import pytest
from bucephal.base.errors import InvalidInput
from bucephal.ground import FixedThing, GroundPlace, Shape, Spot, ThingKind, arena_from, letters_of
from pydantic import ValidationError

LONG = {
    "A": (10, 0), "F": (20, 6), "P": (20, 18), "B": (20, 30), "R": (20, 42), "M": (20, 54), "C": (10, 60),
    "H": (0, 54), "S": (0, 42), "E": (0, 30), "V": (0, 18), "K": (0, 6), "X": (10, 30),
}  # fmt: skip
SHORT = {
    "A": (10, 0), "F": (20, 6), "B": (20, 20), "M": (20, 34), "C": (10, 40), "H": (0, 34), "E": (0, 20), "K": (0, 6),
    "X": (10, 20),
}  # fmt: skip


@pytest.mark.parametrize(("size", "letters"), [("20x60", LONG), ("20x40", SHORT)])
def test_letters_stand_where_the_rules_have_them_in_riding_order(
    size: str, letters: dict[str, tuple[int, int]]
) -> None:
    assert {one.letter: (one.x_m, one.y_m) for one in letters_of(arena_from(size))} == letters
    assert [one.letter for one in letters_of(arena_from(size))] == list(letters)


def test_the_left_rein_from_a_passes_f_first_and_k_last() -> None:
    """A, F, B, M, C, H, E, K."""
    passed = [one.letter for one in letters_of(arena_from("20x40"))]
    assert "".join(passed) == "AFBMCHEKX"


def test_a_wider_arena_keeps_the_letters_of_its_length() -> None:
    wide = {one.letter: (one.x_m, one.y_m) for one in letters_of(arena_from("30x60"))}
    assert wide["F"] == (30, 6)
    assert wide["K"] == (0, 6)
    assert wide["X"] == (15, 30)


def test_an_arena_of_another_length_has_the_ends_and_the_middle_only() -> None:
    assert [one.letter for one in letters_of(arena_from("100x200ft"))] == ["A", "C", "X"]


def test_letters_can_be_left_out() -> None:
    assert letters_of(GroundPlace(width_m=20, length_m=60, letters=False)) == ()
    assert letters_of(arena_from("round:18")) == ()


def test_feet_are_feet() -> None:
    """1 ft = 0.3048 m exactly (international agreement of 1959)."""
    pen = arena_from("100x200ft")
    assert (pen.width_m, pen.length_m) == (30.48, 60.96)
    assert arena_from("round:60ft").across_m == pytest.approx(18.288)


def test_the_long_side_is_the_length_however_it_is_said() -> None:
    assert arena_from("60x20").length_m == 60


@pytest.mark.parametrize(
    "text",
    ["", "20", "0x60", "-20x60", "nanx60", "20x", "round:", "round:-3", "5x60", "20x501", "20x60km", "infx3"],
)
def test_what_is_no_arena_is_refused_with_what_is(text: str) -> None:
    with pytest.raises(InvalidInput) as refused:
        arena_from(text)
    [problem] = refused.value.problems
    assert (problem.path, problem.value) == ("arena", text)
    assert "20x60" in problem.allowed


def test_limits_of_an_arena() -> None:
    assert arena_from("6x500").width_m == 6
    for beyond in ("5.9x20", "20x500.1"):
        with pytest.raises(InvalidInput):
            arena_from(beyond)


@pytest.mark.parametrize(
    ("fields", "said"),
    [
        ({"width_m": 20.0}, "needs width_m and length_m"),
        ({"width_m": 60.0, "length_m": 20.0}, "short side"),
        ({"shape": Shape.ROUND}, "needs across_m"),
        ({"shape": Shape.PATCH, "corners": ({"x_m": 0, "y_m": 0}, {"x_m": 9, "y_m": 0})}, "three corners"),
        ({"shape": Shape.PATCH, "corners": tuple({"x_m": x, "y_m": y} for x, y in ((0, 0), (20, 20), (20, 0), (0, 20)))},
         "cross each other"),
        ({"shape": Shape.PATCH, "corners": tuple({"x_m": x, "y_m": y} for x, y in ((0, 0), (60, 0), (60, 2), (0, 2)))},
         "narrower than 6 m"),
    ],
)  # fmt: skip
def test_a_place_that_cannot_be_says_why(fields: dict[str, object], said: str) -> None:
    with pytest.raises(ValidationError, match=said):
        GroundPlace.model_validate(fields)


def test_the_corners_of_a_patch_may_go_round_either_way() -> None:
    ring = [Spot(x_m=x, y_m=y) for x, y in ((0, 0), (30, 0), (30, 20), (0, 20))]
    one = GroundPlace(shape=Shape.PATCH, corners=tuple(ring)).area
    other = GroundPlace(shape=Shape.PATCH, corners=tuple(reversed(ring))).area
    assert set(one.corners) == set(other.corners)  # type: ignore[union-attr]
    assert one.room(one.centre) == other.room(other.centre) == 10


def test_a_thing_has_a_place_and_may_take_room() -> None:
    thing = FixedThing(kind=ThingKind.JUMP_STORE, x_m=3, y_m=4, reach_m=2)
    assert thing.at == (3, 4)
    with pytest.raises(ValidationError):
        FixedThing(kind=ThingKind.GATE, x_m=0, y_m=0, reach_m=51)
