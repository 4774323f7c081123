"""How much goes into a session, and how soon something comes back. Common practice, no source."""

from __future__ import annotations

import math
from typing import Any

import pytest
from bucephal.arrivals import assess
from bucephal.ladder import StepKind, YardLadder, add_own, load_catalogue, source_of
from bucephal.planning import ItemKind, PlanItem, PlanRequest, SessionPlan, plan_session
from bucephal.planning.day import Day
from bucephal.planning.doses import _minutes
from bucephal.record import Background, HorseRecord
from tests.progress.test_riding_history import RACING, came
from tests.telling import BOTH, TODAY, Told, ask, light, record_with

GROUND = came(9, "disengage.1", level=4)
HALTED = came(7, "disengage.2", "halt.2", times=2, level=4)
KNOWN = ("lead.3", "backup-g.2", "head-down.2")


def plan(record: HorseRecord, **wishes: Any) -> SessionPlan:
    raw = {"on": TODAY, "minutes": 45, "assess": False, **wishes}
    return plan_session(record, load_catalogue(), PlanRequest.model_validate(raw))


def of(background: Background | None, *told: Told, **fields: Any) -> HorseRecord:
    record = record_with(told)
    return record.model_copy(
        update={"horse": record.horse.model_copy(update={"background": background, **fields})}
    )


def schooling(made: SessionPlan) -> list[PlanItem]:
    return [item for item in made.items if item.step is not None]


@pytest.mark.parametrize(("school", "longer"), [({}, 1.0), ({"escalation": "b"}, 1.4)])
def test_minutes_are_worked_out_from_the_seconds_of_an_ask(school: dict[str, str], longer: float) -> None:
    catalogue = load_catalogue()
    made = plan(
        of(
            None,
            *light(*KNOWN),
            (2, [ask("hip-g.1", side, 3) for side in ("left", "right")], []),
            school=school,
        )
    )
    rested = (ItemKind.REPAIR, ItemKind.PRACTICE, ItemKind.NEW)
    items = schooling(made)
    assert {item.kind in rested for item in items} == {True, False}
    for item in items:
        exercise = catalogue.exercise(item.step or "")
        seconds = item.asks * exercise.ask_s * longer + exercise.set_up_s
        assert item.minutes == math.ceil((seconds + (60 if item.kind in rested else 0)) / 30) / 2
    assert made.minutes <= 45


def minutes_of(step: str, made: SessionPlan) -> float:
    return next(item.minutes for item in made.items if item.step == step)


def test_setting_up_and_rest_take_their_time_and_a_yard_says_how_much() -> None:
    record = of(None, *light(*KNOWN), (2, [ask("hip-g.1", side, 3) for side in BOTH], []))
    source = source_of(YardLadder(), "hip-g")
    assert source is not None
    made = plan(record)
    asks = next(item.asks for item in made.items if item.step == "hip-g.1")
    for changes, more_s in (
        ({"rest_s": 120}, 60),
        ({"set_up_s": 90}, 90),
        ({"ask_s": source.ask_s + 30}, 30 * asks),
    ):
        own = add_own(YardLadder(), source.model_copy(update=changes))
        request = PlanRequest.model_validate({"on": TODAY, "minutes": 45, "assess": False})
        other = plan_session(record, load_catalogue(own), request)
        assert minutes_of("hip-g.1", other) - minutes_of("hip-g.1", made) == more_s / 60
    # Poles are laid out once a session; what it may go up to stands already.
    assert load_catalogue().exercise("poles-r").set_up_s == 120
    set_up = load_catalogue(add_own(YardLadder(), source.model_copy(update={"set_up_s": 600})))
    day = Day.of(record, set_up, PlanRequest(on=TODAY, minutes=60, assess=False))
    plain = Day.of(record, load_catalogue(), day.request)
    for kind in ItemKind:
        longer = _minutes(day, kind, "hip-g.2", 2) - _minutes(plain, kind, "hip-g.2", 2)
        assert longer == (0 if kind in (ItemKind.CLIMB, ItemKind.PROBE) else 10)


def test_the_yard_s_clock_goes_before_what_is_typical_and_the_horse_s_own_before_both() -> None:
    record = of(None, *light(*KNOWN), (2, [ask("hip-g.1", side, 3) for side in BOTH], []))
    request = PlanRequest.model_validate({"on": TODAY, "minutes": 45, "assess": False})
    here = load_catalogue(YardLadder(clock_s={"hip-g": 60}))
    typical, by_yard = plan(record), plan_session(record, here, request)
    asks = next(item.asks for item in typical.items if item.step == "hip-g.1")
    assert minutes_of("hip-g.1", by_yard) == math.ceil((asks * 60 + 60) / 30) / 2
    assert minutes_of("hip-g.1", by_yard) > minutes_of("hip-g.1", typical)
    # Measured is measured: no school makes it longer.
    holding = record.model_copy(
        update={"horse": record.horse.model_copy(update={"school": {"escalation": "b"}})}
    )
    assert minutes_of("hip-g.1", plan_session(holding, here, request)) == minutes_of("hip-g.1", by_yard)
    own = Day.of(record, here, request)
    own.__dict__["timed_s"] = {"hip-g": 20.0}  # as if it had been timed in ten sessions
    assert _minutes(own, ItemKind.CHECK, "hip-g.1", 3) == 1.0
    assert _minutes(Day.of(record, here, request), ItemKind.CHECK, "hip-g.1", 3) == 3.0


@pytest.mark.parametrize(
    ("exercises", "low", "high"),
    [("hip-g backup-g flex disengage", 15, 20), ("lead halt up-wt", 30, 30), ("leg-yield turn-haunch", 30, 40),
     ("canter jump rollback", 60, 90)],
)  # fmt: skip
def test_an_ask_takes_the_seconds_of_practice(exercises: str, low: int, high: int) -> None:
    for name in exercises.split():
        assert low <= load_catalogue().exercise(name).ask_s <= high


@pytest.mark.parametrize(
    ("born", "minutes", "most"),
    [
        ("2018-05-01", 60, 30),
        ("2018-05-01", 30, 15),
        ("2025-04-01", 60, 7),
    ],  # 15 min is a yearling's whole session
)
def test_at_most_half_of_a_session_is_for_settling(born: str, minutes: int, most: int) -> None:
    raw = record_with(light(*KNOWN)).model_dump(mode="json")
    raw["horse"]["born"] = born
    for session in raw["sessions"]:
        session["settle"] = {"whole_min": 44.0, "settled": True}
    made = plan(HorseRecord.model_validate(raw), minutes=minutes)
    assert made.items[0].kind is ItemKind.SETTLE
    assert made.items[0].minutes == most
    assert schooling(made)


VOUCHED = [
    {"step": step, "state": "confirmed", "reason": "seen it", "on": str(TODAY)}
    for step in (
        "catch.3",
        "lead.5",
        "backup-g.3",
        "head-down.3",
        "stand.5",
        "touch.7",
        "object.5",
        "lunge.3",
    )
]
"""What it knows from before."""


def begun(*steps: str, ago: int = 2) -> Told:
    """Asked once a side, and not light enough to be ready."""
    catalogue = load_catalogue()
    sides = [(step, side) for step in steps for side in catalogue.exercise(step).side_names]
    return ago, [ask(step, side.value, 5) for step, side in sides], []


def new_ones(record: HorseRecord) -> list[str]:
    return [item.kind_words for item in schooling(plan(record, minutes=60)) if item.kind is ItemKind.NEW]


def test_four_exercises_in_work_are_enough_and_tries_of_an_assessment_are_none() -> None:
    three, fourth = ("hip-g.1", "shoulder-g.1", "send.1"), "flex.1"
    assert new_ones(record_with([begun(*three)], overrides=VOUCHED)) == ["new"]
    assert new_ones(record_with([begun(*three, fourth)], overrides=VOUCHED)) == ["go on"]
    raw = record_with([begun(*three, fourth)], overrides=VOUCHED).model_dump(mode="json")
    raw["sessions"][-1]["kind"] = "assessment"
    assert "new" in new_ones(HorseRecord.model_validate(raw))


def test_what_is_begun_comes_back_as_far_as_the_time_goes() -> None:
    record = record_with([*light(*KNOWN), begun("hip-g.1", "shoulder-g.1", "send.1")])
    steps = {item.step for item in schooling(plan(record, minutes=60)) if item.kind is ItemKind.PRACTICE}
    assert len(steps & {"hip-g.1", "shoulder-g.1", "send.1"}) >= 2


def test_the_way_back_comes_with_the_trot_and_canter_by_itself() -> None:
    walks = [
        {"step": step, "state": "ready", "reason": "seen it", "on": str(TODAY)}
        for step in ("walk-on.3", "steer.3", "halt.4")
    ]
    record = of(RACING, GROUND, HALTED, came(5, "walk-on.2", "steer.1", level=3))
    made = plan(HorseRecord.model_validate({**record.model_dump(), "overrides": walks}), helper=True)
    steps = [item.step for item in schooling(made)]
    assert {"up-wt.2", "down-tw.1"} <= set(steps), steps  # at the stage that such a horse is first tried on
    walked = came(7, "walk-on.2", "steer.1", "disengage.3", level=3)
    calm = [walked, *(came(ago, "up-wt.2", "down-tw.1", level=3) for ago in (5, 3, 1))]
    made = plan(of(RACING, GROUND, HALTED, *calm), helper=True)
    # Never beside something else that is new.
    assert [item.step for item in schooling(made) if item.kind is ItemKind.NEW] == ["canter.1"]


def test_where_a_helper_is_there_what_needs_one_comes_first() -> None:
    record = record_with([(3, [ask("lead.5", side) for side in BOTH], [])], overrides=VOUCHED, goals=[
        {"step": "mount.4"}])  # fmt: skip
    catalogue = load_catalogue()
    made = (plan(record, helper=helper) for helper in (False, True))
    first = [next(item for item in schooling(one) if item.kind is ItemKind.NEW).step for one in made]
    assert [catalogue.stage(step or "").helper != "never" for step in first] == [False, True]


@pytest.mark.parametrize(("halts", "trots"), [(1, False), (2, True)])
def test_trot_in_an_assessment_waits_for_the_brakes(halts: int, trots: bool) -> None:
    """All that is tried in the first two sessions came light; the halt once, or twice."""
    catalogue = load_catalogue()
    fields = {"arrived": TODAY}
    planned = assess(of(RACING, **fields), catalogue, TODAY).sessions
    told = list[Told]()
    for session, ago in zip(planned[:2], (3, 1), strict=True):
        asks = []
        for one in session.tries:
            level = 3 if catalogue.exercise(one.step).kind is StepKind.LIGHTNESS else None
            times = halts if one.step == "halt.2" else one.asks
            asks += [ask(one.step, side.value, level) for side in one.sides for _ in range(times)]
        told.append((ago, asks, []))
    raw = of(RACING, *told, **fields).model_dump(mode="json")
    for session in raw["sessions"]:
        session["kind"] = "assessment"
    made = plan(HorseRecord.model_validate(raw), assess=True, helper=True, minutes=60)
    left = {one.step: one.why.text for one in made.left_out}
    asked = {item.step for item in made.items}
    assert ("up-wt.2" in asked) is trots
    if not trots:
        assert left["up-wt.2"] == "first halt, from rein and voice: must come twice, up to level 8"
    # Canter waits for two calm days of trot, whatever came.
    assert "canter.1" not in asked
