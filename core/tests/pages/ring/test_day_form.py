"""What is offered of the day: what was said of this horse before goes first."""

from __future__ import annotations

from typing import Any

from bucephal.pages.ring.day_form import ring_day
from bucephal.record import HorseRecord
from tests.telling import day, record_with


def told(ago: int, **session: Any) -> dict[str, Any]:
    return {"date": str(day(ago)), "kind": "ridden", **session}


def worked(*sessions: dict[str, Any]) -> HorseRecord:
    return record_with([], sessions=list(sessions))


def test_who_was_with_it_last_goes_first_with_what_they_weighed() -> None:
    record = worked(
        told(9, rider="Ida", rider_kg=61), told(5, rider="Tam", rider_kg=80), told(3, rider="Ida", rider_kg=63),
        told(1, rider="Ida"),
    )  # fmt: skip
    people = ring_day(record, ["Wren", "Tam"], ridden=True).people
    assert [(one.name, one.kg) for one in people] == [("Ida", 63), ("Tam", 80), ("Wren", None)]


def test_tack_is_that_of_the_last_ride_or_of_the_last_work_from_the_ground() -> None:
    record = worked(
        told(4, tack={"saddle": True, "bit": True, "boots": False, "kg": 9.5}),
        told(2, kind="ground", tack={"halter": True}),
    )
    ridden, ground = (ring_day(record, [], ridden=ridden).tack for ridden in (True, False))
    assert {one.key for one in ridden if one.on} == {"saddle", "bit"}
    assert {one.key for one in ground if one.on} == {"halter"}
    keys = [one.key for one in ridden]
    assert len(set(keys)) == len(keys)
    assert "kg" not in keys, "a weight is no piece of tack"
    assert keys[0] == "halter", "what this horse wears goes first"


def test_nothing_is_on_a_horse_of_which_nothing_was_said() -> None:
    found = ring_day(worked(), ["Wren"], ridden=True)
    assert not any(one.on for one in found.tack)
    assert (found.places, found.settled_before) == ((), "")


def test_places_are_offered_where_it_was_last_first() -> None:
    record = worked(told(9, place="sands"), told(5, place="pen"), told(3, place="sands"), told(1))
    assert ring_day(record, [], ridden=True).places == ("sands", "pen")


def test_its_last_five_settle_times_are_told_and_those_when_it_never_did() -> None:
    minutes = [12.0, 11.0, 10.0, 9.0, 8.0, 7.0]
    settled = [told(20 - n, settle={"first_min": 2, "whole_min": took}) for n, took in enumerate(minutes)]
    never = told(2, settle={"whole_min": 20, "settled": False, "head_ups": 14})
    found = ring_day(worked(*settled, never), [], ridden=True)
    assert found.settled_before == "The last times, the latest first: not in 20, 7, 8, 9, 10 min"
