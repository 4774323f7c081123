"""Stages that may follow at once today: which, how often, in which time. Common practice, no source."""

from __future__ import annotations

from collections.abc import Callable
from datetime import date
from typing import Any

import pytest
from bucephal.ladder import Catalogue
from bucephal.planning import Climb, ItemKind, PlanRequest, SessionPlan, plan_session
from bucephal.planning.climbs import climbs_from, most_climbs
from bucephal.planning.day import Day
from bucephal.record import HorseRecord
from bucephal.record.models import Flag, Overridden, Override

Build = Callable[..., HorseRecord]
BOTH = ("left", "right")
OWN_DAY = {
    "mount.3", "mount.4", "mount.5", "saddle.5", "gaps.5", "canter.1", "jump.2", "jump.5", "hack.4", "hack.5",
    "traffic.1", "traffic.2", "traffic.3",
}  # fmt: skip


def known(catalogue: Catalogue, on: date, *steps: str) -> tuple[Override, ...]:
    """The trainer has seen all that some steps rest on."""
    below = {need for step in steps for need in catalogue.path_to(step) if need not in steps}
    return tuple(Override(step=one, state=Overridden.CONFIRMED, reason="seen", on=on) for one in below)


def plan(record: HorseRecord, catalogue: Catalogue, on: date, **wishes: Any) -> SessionPlan:
    request = PlanRequest.model_validate({"on": on, "minutes": 40, "assess": False, **wishes})
    return plan_session(record, catalogue, request)


def steps(climbs: tuple[Climb, ...]) -> list[str]:
    return [climb.item.step or "" for climb in climbs]


@pytest.fixture
def yielding(record_of: Build, catalogue: Catalogue, today: date) -> HorseRecord:
    """Yields its hips a step at a time, begun yesterday; all below has been seen."""
    record = record_of([(1, "hip-g.1", side, [3, 3]) for side in BOTH], goals=["hip-g.4"])
    return record.model_copy(update={"overrides": known(catalogue, today, "hip-g.1")})


def only_hips(made: SessionPlan) -> tuple[Climb, ...]:
    return tuple(one for one in made.climbs if (one.item.step or "").startswith("hip-g."))


def test_a_begun_exercise_may_go_up_stage_by_stage(
    yielding: HorseRecord, catalogue: Catalogue, today: date
) -> None:
    made = plan(yielding, catalogue, today)
    climbs = only_hips(made)
    assert steps(climbs) == ["hip-g.2", "hip-g.3", "hip-g.4"]
    below = [next(one.id for one in made.items if one.step == "hip-g.1"), *(one.item.id for one in climbs)]
    assert [one.after for one in climbs] == below[:-1]
    assert made.most_climbs == 3
    assert all(one.item.kind is ItemKind.CLIMB for one in climbs)
    assert all({dose.asks for dose in one.item.sides} == {2} for one in climbs)
    cap = catalogue.exercise("hip-g.1").cap
    assert cap is not None
    assert all(one.item.most_tries == 2 * cap for one in climbs)
    base = next(one for one in made.items if one.step == "hip-g.1")
    assert base.most_tries == 2 * cap
    assert catalogue.stage("hip-g.2").name in base.done_when


@pytest.mark.parametrize(
    ("born", "rides", "most"),
    [("2024-01-01", 1, 2), ("2023-06-16", 1, 2), ("2023-06-15", 1, 3), ("2018-05-01", 79, 3),
     ("2018-05-01", 80, 5), ("2021-07-01", 80, 3)],
)  # fmt: skip
def test_how_often_it_may_go_up_in_a_session(
    born: str, rides: int, most: int, record_of: Build, catalogue: Catalogue, today: date
) -> None:
    # Two under three years, three, five for a schooled adult.
    record = record_of([(1 + n, "walk-on.2", "none", [2]) for n in range(rides)], born=born)
    assert most_climbs(Day.of(record, catalogue, PlanRequest(on=today, minutes=40))) == most


def test_nothing_is_climbed_to_that_wants_a_day_of_its_own(catalogue: Catalogue) -> None:
    assert {step for step in catalogue.steps if catalogue.stage(step).own_day} == OWN_DAY


@pytest.mark.parametrize(("begun", "above"), [("mount.2", "mount.3"), ("gaps.4", "gaps.5")])
def test_such_a_step_ends_the_way_up(
    begun: str, above: str, record_of: Build, catalogue: Catalogue, today: date
) -> None:
    record = record_of([(1, "hip-g.1", "left", [3])], goals=[begun])
    record = record.model_copy(update={"overrides": known(catalogue, today, begun)})
    made = plan(record, catalogue, today, helper=True)
    assert begun in {item.step for item in made.items}
    assert above not in steps(made.climbs)


def test_what_is_good_already_or_in_the_session_is_not_climbed_to(
    yielding: HorseRecord, catalogue: Catalogue, today: date
) -> None:
    good = Override(step="hip-g.3", state=Overridden.READY, reason="seen", on=today)
    overrides = (*yielding.overrides, good)
    made = plan(yielding.model_copy(update={"overrides": overrides}), catalogue, today)
    assert "hip-g.3" not in steps(made.climbs)
    planned = {item.step for item in made.items}
    assert not planned & set(steps(made.climbs))


@pytest.mark.parametrize(
    ("stops", "climbs"),
    [
        ({}, ["hip-g.2", "hip-g.3", "hip-g.4"]),
        ({"overrides": [("hip-g.3", "resting")]}, ["hip-g.2"]),
        ({"flags": ["stumbles"]}, []),
    ],
)
def test_what_a_flag_or_a_decision_forbids_is_not_climbed_to(
    stops: dict[str, Any], climbs: list[str], yielding: HorseRecord, catalogue: Catalogue, today: date
) -> None:
    update = {
        "overrides": (
            *yielding.overrides,
            *(
                Override(step=step, state=Overridden(state), reason="sore", on=today)
                for step, state in stops.get("overrides", [])
            ),
        ),
        "flags": tuple(Flag(code=code, raised_on=today) for code in stops.get("flags", [])),
    }
    assert steps(only_hips(plan(yielding.model_copy(update=update), catalogue, today))) == climbs


def test_an_exciting_exercise_goes_up_once(record_of: Build, catalogue: Catalogue, today: date) -> None:
    record = record_of([(1, "canter.2", side, [3, 3]) for side in BOTH], goals=["canter.4"])
    record = record.model_copy(update={"overrides": known(catalogue, today, "canter.2")})
    made = plan(record, catalogue, today, helper=True)
    assert [s for s in steps(made.climbs) if s.startswith("canter.")] == ["canter.3"]
    (canter,) = (item for item in made.items if item.step == "canter.2")
    assert canter.most_tries == 8, "on both sides together"


def test_its_time_leaves_what_must_still_come(
    yielding: HorseRecord, catalogue: Catalogue, today: date
) -> None:
    day = Day.of(yielding, catalogue, PlanRequest(on=today, minutes=40, assess=False))
    made = plan(yielding, catalogue, today)
    place = next(n for n, item in enumerate(made.items) if item.step == "hip-g.1")
    kinds = (ItemKind.NEW, ItemKind.EASY_YES, ItemKind.LOOSEN)
    kept = [one for one in made.items[place + 1 :] if one.kind in kinds]
    (first, *_) = only_hips(made)
    assert first.minutes_left == first.item.minutes + sum(one.minutes for one in kept)
    # Something exciting after it keeps its time as well, whatever else does not.
    exciting = made.items[place].model_copy(update={"id": "x", "step": None, "exciting": True, "minutes": 9})
    plain = exciting.model_copy(update={"exciting": False})
    with_both = (*made.items[: place + 1], exciting, plain, *made.items[place + 1 :])
    longer = next(one for one in climbs_from(day, with_both) if one.item.step == "hip-g.2")
    assert longer.minutes_left == first.minutes_left + 9


def test_more_minutes_are_another_days(record_of: Build, catalogue: Catalogue, today: date) -> None:
    record = record_of([(1, "walk-on.2", "none", [2])], goals=["ride-length.2"])
    record = record.model_copy(update={"overrides": known(catalogue, today, "ride-length.1")})
    made = plan(record, catalogue, today, helper=True)
    assert "ride-length.1" in {item.step for item in made.items}
    assert not [step for step in steps(made.climbs) if step.startswith("ride-length")]


def probes_of(made: SessionPlan, exercise: str) -> list[tuple[str, str]]:
    """What may be probed, after which item."""
    return [
        (one.after, one.item.step or "")
        for one in made.probes
        if (one.item.step or "").startswith(f"{exercise}.")
    ]


def test_where_it_goes_up_no_more_the_stage_after_may_be_asked_once(
    yielding: HorseRecord, catalogue: Catalogue, today: date
) -> None:
    made = plan(yielding, catalogue, today)
    base = next(one.id for one in made.items if one.step == "hip-g.1")
    ids = [base, *(one.item.id for one in only_hips(made))]
    above = ["hip-g.2", "hip-g.3", "hip-g.4"]
    assert probes_of(made, "hip-g") == list(zip(ids, above, strict=False)), "wherever the limit comes"
    for one in made.probes:
        assert (one.item.kind, one.item.asks, len(one.item.sides)) == (ItemKind.PROBE, 1, 1)
        assert one.minutes_left >= one.item.minutes
        side = one.item.sides[0].side
        assert side is one.item.first_side
    # It costs no more than one ask.
    climbed = {one.item.step: one for one in made.climbs}
    cheaper = [one.item.minutes < climbed[one.item.step].item.minutes for one in made.probes
               if one.item.step in climbed]  # fmt: skip
    assert cheaper
    assert all(cheaper)


@pytest.mark.parametrize("asked", ["left", None])
def test_what_was_asked_before_is_no_probe(
    asked: str | None, yielding: HorseRecord, record_of: Build, catalogue: Catalogue, today: date
) -> None:
    if asked is not None:
        before = record_of([(5, "hip-g.3", asked, [3]), *((1, "hip-g.1", side, [3, 3]) for side in BOTH)])
        yielding = yielding.model_copy(update={"sessions": before.sessions})
    steps_probed = {step for _, step in probes_of(plan(yielding, catalogue, today), "hip-g")}
    assert ("hip-g.3" in steps_probed) is (asked is None)


def test_nothing_exciting_and_nothing_of_its_own_day_is_probed(
    record_of: Build, catalogue: Catalogue, today: date
) -> None:
    for begun, goal in (("canter.2", "canter.4"), ("gaps.4", "gaps.5"), ("mount.2", "mount.3")):
        exercise = begun.partition(".")[0]
        record = record_of([(1, "hip-g.1", side, [3, 3]) for side in BOTH], goals=[goal])
        record = record.model_copy(update={"overrides": known(catalogue, today, begun)})
        made = plan(record, catalogue, today, helper=True)
        assert begun in {item.step for item in made.items}
        assert probes_of(made, exercise) == []


def test_where_nothing_new_is_begun_nothing_is_probed(
    yielding: HorseRecord, catalogue: Catalogue, today: date
) -> None:
    flagged = yielding.model_copy(update={"flags": (Flag(code="stumbles", raised_on=today),)})
    assert plan(yielding, catalogue, today).probes
    assert plan(flagged, catalogue, today).probes == ()
