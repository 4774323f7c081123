"""A plan in a place: which of its set-ups fit there, and the largest that does."""

from __future__ import annotations

from collections.abc import Callable
from datetime import date

import pytest
from bucephal.ground import GroundPlace, arena_from
from bucephal.ladder import Catalogue
from bucephal.pages import read_out
from bucephal.planning import PlanPlace, PlanRequest, SessionPlan, plan_session
from bucephal.record import HorseRecord

LUNGED = [
    (ago, step, side, [2, 2])
    for ago in (3, 2)
    for step in ("send.4", "lunge.1")
    for side in ("left", "right")
]
WANTED = {"wanted": [{"step": "lunge.1"}]}


@pytest.fixture
def planned(
    record_of: Callable[..., HorseRecord], catalogue: Catalogue, today: date
) -> Callable[[GroundPlace | None], SessionPlan]:
    record = record_of(LUNGED, height_cm=150)

    def plan(place: GroundPlace | None) -> SessionPlan:
        request = PlanRequest.model_validate(
            {"on": today, "minutes": 45, "assess": False, "place": PlanPlace(ground=place), "changes": WANTED}
        )
        return plan_session(record, catalogue, request)

    return plan


def test_where_no_place_is_said_nothing_is_laid_out(planned: Callable[..., SessionPlan]) -> None:
    assert all(item.laid == () for item in planned(None).items)


def test_a_set_up_that_fits_says_so(planned: Callable[..., SessionPlan]) -> None:
    [here] = [
        one for item in planned(arena_from("30x60")).items for one in item.laid if one.code == "lunge-circle"
    ]
    assert here.fits
    assert here.words == "Lunge circle: fits 30x60."
    assert here.values == {"gait": "trot", "withers_cm": 150}


def test_one_that_does_not_says_by_how_much_and_what_would(planned: Callable[..., SessionPlan]) -> None:
    """In 7 m nothing of 3 m of radius and a metre of room goes."""
    place = GroundPlace(name="Small paddock", width_m=7, length_m=18)
    [here] = [one for item in planned(place).items for one in item.laid if one.code == "lunge-circle"]
    assert not here.fits
    assert here.words.startswith("Lunge circle: does not fit Small paddock, ")
    assert "No size of it fits here." in here.words


def test_read_out_it_is_said_too(planned: Callable[..., SessionPlan]) -> None:
    assert "  Lunge circle: fits 30x60." in list(read_out(planned(arena_from("30x60"))))


def test_the_plan_itself_is_the_same_in_any_place(planned: Callable[..., SessionPlan]) -> None:
    steps = [
        [(item.step, item.asks) for item in planned(place).items] for place in (None, arena_from("20x40"))
    ]
    assert steps[0] == steps[1]
