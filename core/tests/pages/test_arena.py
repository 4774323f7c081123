"""What was seen of a horse, on the drawing of its arena."""

from __future__ import annotations

from collections.abc import Callable
from datetime import date
from typing import Any

import pytest
from bucephal.ground import FixedThing, GroundPlace, ThingKind, arena_from
from bucephal.ladder import Catalogue, Side
from bucephal.pages.arena import SeenKind, Sight, arena_seen, place_of
from bucephal.pages.ring.choice_rows import CORNERS
from bucephal.record import HorseRecord, record_from
from bucephal.words.ground_words import CORNER_BY, NOTHING_SEEN
from bucephal.words.wedge_words import corner

ARENA = arena_from("20x60")


@pytest.fixture
def seen_of(catalogue: Catalogue, today: date) -> Callable[..., tuple[Sight, ...]]:
    def seen(asks: list[dict[str, Any]], events: list[dict[str, Any]] | None = None, place: str | None = None,
             elsewhere: tuple[str, ...] = ()) -> tuple[Sight, ...]:  # fmt: skip
        raw = {
            "format": "bucephal.horse-record", "version": 1, "horse": {"name": "Test", "born": "2018-05-01"},
            "sessions": [{"date": str(today), "kind": "ridden", "asks": asks, "events": events or [], "place": place}],
        }  # fmt: skip
        record: HorseRecord = record_from(raw, catalogue, today)
        return arena_seen(record, catalogue, ARENA, elsewhere).seen

    return seen


def line(spot: str, side: str, metres: float, aid: int = 0) -> dict[str, Any]:
    return {"step": "line.1", "side": side, "extent": metres, "spot": spot, "second_aid": aid}


def test_metres_before_a_corner_are_counted_by_rein_and_leg(
    seen_of: Callable[..., tuple[Sight, ...]],
) -> None:
    by_m = corner("M")
    found = seen_of(
        [line(by_m, "left", 3), line(by_m, "left", 2), line(by_m, "left", 1, 1), line(by_m, "right", 4)]
    )
    rows = [(one.side, one.with_leg, one.count, one.metres, one.last_m) for one in found]
    assert rows == [
        (Side.LEFT, False, 2, 2.5, 2), (Side.LEFT, True, 1, 1, 1), (Side.RIGHT, False, 1, 4, 4),
    ]  # fmt: skip
    assert (
        found[0].words
        == "turns 2.5 m before the corner by M, left rein, without leg, 2 times; the last time 2 m"
    )


def test_they_lie_on_the_side_that_is_ridden_up_to_it(seen_of: Callable[..., tuple[Sight, ...]]) -> None:
    """The corner by M is (20, 60): from B on the left rein, from C on the right."""
    left, right = seen_of([line(corner("M"), "left", 3), line(corner("M"), "right", 4)])
    assert (left.x_m, left.y_m) == pytest.approx((20, 57))
    assert (right.x_m, right.y_m) == pytest.approx((16, 60))


@pytest.mark.parametrize(("letter", "at"), [("H", (0, 60)), ("M", (20, 60)), ("K", (0, 0)), ("F", (20, 0))])
def test_every_corner_that_can_be_tapped_is_found(letter: str, at: tuple[float, float]) -> None:
    assert letter in CORNERS
    assert CORNER_BY in corner(letter)
    assert place_of(corner(letter), ARENA, Side.LEFT, 0) == pytest.approx(at)


def test_spooks_are_counted_by_thing_and_spot(seen_of: Callable[..., tuple[Sight, ...]]) -> None:
    spook = {"kind": "spook", "thing": "tractor", "spot": "at C"}
    [one] = seen_of([], [spook, spook])
    assert (one.kind, one.count, one.spot) == (SeenKind.SPOOK, 2, "tractor, at C")
    assert (one.x_m, one.y_m) == (10, 60)
    assert one.words == "spooked: tractor, at C, 2 times"


def test_where_it_is_drawn_home_is_shown_by_rein(seen_of: Callable[..., tuple[Sight, ...]]) -> None:
    ask = {"step": "up-wt.1", "side": "left", "level": 3, "faults": ["draws-home"]}
    [one, other] = seen_of([{**ask, "spot": "at A"}, {**ask, "side": "right"}])
    assert {(each.side, each.spot, each.x_m) for each in (one, other)} == {
        (Side.LEFT, "at A", 10),
        (Side.RIGHT, "", None),
    }


def test_what_is_seen_in_another_place_is_left_out(seen_of: Callable[..., tuple[Sight, ...]]) -> None:
    rows = [line(corner("M"), "left", 3)]
    assert seen_of(rows, place="Round pen", elsewhere=("Round pen",)) == ()
    assert len(seen_of(rows, place="the school", elsewhere=("Round pen",))) == 1


def test_a_fixed_thing_is_found_by_its_name() -> None:
    things = (
        FixedThing(kind=ThingKind.JUMP_STORE, name="The wing store", x_m=18, y_m=40, reach_m=2),
        FixedThing(kind=ThingKind.GATE, x_m=10, y_m=0),
    )
    place = GroundPlace(width_m=20, length_m=60, letters=False, things=things)
    assert place_of("by the wing store", place, Side.NONE, 0) == (18, 40)
    assert place_of("gate", place, Side.NONE, 0) == (10, 0)
    assert place_of("at C", place, Side.NONE, 0) is None, "it has no letters"
    assert place_of("", place, Side.NONE, 0) is None


def test_where_nothing_was_seen_that_is_said(
    catalogue: Catalogue, record_of: Callable[..., HorseRecord]
) -> None:
    assert arena_seen(record_of([]), catalogue, ARENA).words == NOTHING_SEEN
