"""Each limit of the planner, on both sides of it. Common practice, no source."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

import pytest
from bucephal.ladder import load_catalogue
from bucephal.planning import ItemKind, PlanRequest, SessionPlan, plan_session
from bucephal.planning.climbs import most_climbs
from bucephal.planning.day import Day
from bucephal.record import HorseRecord
from tests.telling import BOTH, TODAY, Told, ask, good, light, record_with

KNOWN = ("lead.5", "backup-g.3", "head-down.3")


def request(**wishes: Any) -> PlanRequest:
    return PlanRequest.model_validate({"on": TODAY, "minutes": 90, "assess": False, **wishes})


def plan(record: HorseRecord, **wishes: Any) -> SessionPlan:
    return plan_session(record, load_catalogue(), request(**wishes))


def with_rides(rides: int, born: str | None = "2022-06-01") -> HorseRecord:
    """Ridden so often, with something known; the last ride was yesterday."""
    asks = [good(step, side) for step in KNOWN[:1] for side in BOTH]
    told: list[Told] = [(rides - n, asks, []) for n in range(rides)]
    raw = record_with([*light(*KNOWN, until=1, days=12), *told]).model_dump(mode="json")
    raw["horse"]["born"] = born
    for n, session in enumerate(raw["sessions"]):
        session["kind"] = "ridden" if n < rides else "ground"
    return HorseRecord.model_validate(raw)


@pytest.mark.parametrize(
    ("rides", "born", "most"),
    [(29, "2022-06-01", 15), (30, "2022-06-01", 25), (79, "2018-05-01", 25), (80, "2018-05-01", 45)],
)
def test_schooling_grows_with_the_rides(rides: int, born: str, most: int) -> None:
    assert Day.of(with_rides(rides, born), load_catalogue(), request()).schooling_limit[0] == most


@pytest.mark.parametrize(
    ("rides", "born", "most"),
    [(79, "2018-05-01", 3), (80, "2018-05-01", 5), (80, "2022-06-01", 3), (5, "2024-01-01", 2)],
)
def test_how_often_it_goes_up(rides: int, born: str, most: int) -> None:
    """Five times a schooled adult, twice under three years, else three times."""
    assert most_climbs(Day.of(with_rides(rides, born), load_catalogue(), request())) == most


@pytest.mark.parametrize(("off", "checks"), [(2, 2), (3, 4), (6, 4), (7, 2)])
def test_more_is_checked_after_days_off_and_nothing_is_new_after_a_week(off: int, checks: int) -> None:
    steps = (*KNOWN, "hip-g.4", "shoulder-g.5", "flex.3")
    record = record_with(light(*steps, until=1))
    made = plan(record, on=TODAY + timedelta(days=off))
    kinds = [item.kind for item in made.items]
    assert kinds.count(ItemKind.CHECK) == checks
    if off >= 7:  # the basics of its phase, and those that its work rests on
        assert {"flex.3", "head-down.3"} <= {item.step for item in made.items}
    assert (ItemKind.NEW not in kinds) is (off >= 7)


def test_a_settling_is_planned_longer_by_days_off_up_to_a_week() -> None:
    raw = record_with([(2, [good("lead.5", side) for side in BOTH], [])]).model_dump(mode="json")
    raw["sessions"][0]["settle"] = {"whole_min": 10.0, "settled": True}
    record = HorseRecord.model_validate(raw)
    minutes = [plan(record, on=TODAY + timedelta(days=n)).items[0].minutes for n in (0, 4, 6, 20)]
    assert minutes == [round(10 + 0.7 * off) for off in (1, 5, 7, 7)]


def test_the_remedy_is_for_the_fault_that_was_seen_most() -> None:
    faults = [one.code for one in load_catalogue().exercise("hip-g").faults]
    none = [ask("hip-g.1", side, 3) for side in BOTH]
    seen = [ask("hip-g.1", "left", 3, faults=[faults[1]]), ask("hip-g.1", "right", 3, faults=[faults[1]])]
    once = [ask("hip-g.1", "left", 3, faults=[faults[0]]), ask("hip-g.1", "right", 3)]
    for asks, expected in ((none, None), ([*seen, *once], faults[1])):
        told: list[Told] = [*light(*KNOWN, until=3), (1, asks, [])]
        item = next(one for one in plan(record_with(told)).items if one.step == "hip-g.1")
        assert item.remedy is not None
        assert expected is None or item.remedy.fault == expected


def test_left_out_first_is_what_the_goal_waits_for_then_what_lacks_least() -> None:
    record = record_with(light(*KNOWN, until=1), goals=[{"step": "touch.4"}])
    made = plan(record, minutes=20)
    steps = [
        left.step
        for left in made.left_out
        if left.step is not None and left.reason in ("needs", "one-new-thing")
    ]
    way = set(load_catalogue().path_to("touch.4"))
    on_it = [step in way for step in steps]
    assert on_it == sorted(on_it, reverse=True)
    lacks = [
        len(Day.of(record, load_catalogue(), request()).standing.missing(step))
        for step in steps
        if step not in way
    ]
    assert lacks == sorted(lacks)


@pytest.mark.parametrize(("minutes", "kinds"), [(40, 3), (9, 1)])
def test_what_goes_on_is_dropped_before_what_is_put_right(minutes: int, kinds: int) -> None:
    begun: Told = (1, [good(step, side) for step in ("hip-g.1", "flex.1") for side in BOTH], [])
    left: Told = (4, [ask("shoulder-g.1", side, 9) for side in BOTH], [])
    made = plan(record_with([*light(*KNOWN, until=3), left, begun]), minutes=minutes)
    found = {item.kind for item in made.items} & {ItemKind.REPAIR, ItemKind.PRACTICE, ItemKind.NEW}
    assert ItemKind.REPAIR in found
    assert len(found) <= kinds
    assert made.minutes <= minutes
