"""What is put right, in which order, and what waits after a bad moment. Common practice, no source."""

from __future__ import annotations

from datetime import date, timedelta
from typing import Any

import pytest
from bucephal.ladder import Side, load_catalogue
from bucephal.planning import ItemKind, PlanItem, PlanRequest, SessionPlan, plan_session
from bucephal.progress import Standing, bad_moments
from bucephal.record import HorseRecord
from tests.telling import BOTH, TODAY, Told, ask, light, record_with


def on_both(step: str, level: int = 2, **more: Any) -> list[dict[str, Any]]:
    return [ask(step, side, level, **more) for side in BOTH for _ in range(2)]


def plan(record: HorseRecord, **wishes: Any) -> SessionPlan:
    request = PlanRequest.model_validate(
        {"on": TODAY, "minutes": 60, "assess": False, "helper": True, **wishes}
    )
    return plan_session(record, load_catalogue(), request)


def repaired(made: SessionPlan) -> list[str]:
    return [item.step or "" for item in made.items if item.kind is ItemKind.REPAIR]


def item_of(made: SessionPlan, step: str) -> PlanItem:
    return next(item for item in made.items if item.step == step)


def seen(*steps: str, on: date | None = None) -> list[dict[str, Any]]:
    return [{"step": step, "state": "confirmed", "reason": "seen", "on": str(on or TODAY)} for step in steps]


KNOWN = ("walk-on.2", "halt.2", "steer.1", "backup-g.2")
CALM: Told = (2, [ask("walk-on.2")], [])


# --- what was promised ---------------------------------------------------------------------------------------


@pytest.mark.parametrize(
    "last",
    [
        {"level": 8},
        {"level": 3, "correct": "no"},
        {"level": 3, "tension": "tight"},
        {"level": 9, "answered": False},
    ],
)
def test_left_heavy_wrong_or_tense_comes_first_however_long_ago(last: dict[str, Any]) -> None:
    left: Told = (9, [*on_both("hip-g.1"), {**ask("hip-g.1", "right"), **last}], [])
    since: list[Told] = [(ago, [ask("walk-on.2")], []) for ago in (7, 5, 3, 1)]
    made = plan(record_with([*light(*KNOWN), left, *since]))
    assert repaired(made)[0] == "hip-g.1"
    assert "on the right 9 days ago" in item_of(made, "hip-g.1").why.text
    asks = {dose.side: dose.asks for dose in item_of(made, "hip-g.1").sides}
    assert asks[Side.RIGHT] > asks[Side.LEFT] > 0
    answered: Told = (1, [ask("hip-g.1", "right")], [])
    assert "hip-g.1" not in repaired(plan(record_with([*light(*KNOWN), left, *since[:3], answered])))
    easier: Told = (1, [ask("hip-g.2", "right")], [])
    assert "hip-g.1" not in repaired(plan(record_with([*light(*KNOWN), left, *since[:3], easier])))


def test_a_good_try_is_not_left_unfinished() -> None:
    tried: Told = (1, [ask("leg-yield.1", side, faults=["shoulder-out"]) for side in BOTH], [])
    assert "leg-yield.1" not in repaired(plan(record_with([*light(*KNOWN), tried])))


def test_promised_oldest_first_then_what_slips() -> None:
    slipped: list[Told] = [
        (8 - 2 * n, [ask("steer.1", "left", 7), ask("steer.1", "left", 2)], []) for n in range(4)
    ]
    level: list[Told] = [(7 - 2 * n, [ask("steer.1", "right")], []) for n in range(4)]
    told = [*light(*KNOWN, until=14), *slipped, *level]
    assert repaired(plan(record_with(told))) == ["steer.1"]
    older: Told = (12, [ask("hip-g.1", "left", 8)], [])
    newer: Told = (10, [ask("shoulder-g.1", "left", 8)], [])
    found = repaired(plan(record_with([*told, older, newer]), minutes=90))
    assert found == ["hip-g.1", "shoulder-g.1", "steer.1"][: len(found)]
    assert found[0] == "hip-g.1"


def test_slipping_safety_exercises_come_before_others() -> None:
    both = ("steer.1", "disengage.3")
    gone: list[Told] = [(8 - 2 * n, [ask(step, "left", 7) for step in both], []) for n in range(4)]
    light_after: list[Told] = [(1, [ask(step, "left", 2) for step in both], [])]
    level: list[Told] = [(7 - 2 * n, [ask(step, "right") for step in both], []) for n in range(3)]
    made = plan(record_with([*light(*both, "walk-on.2", until=14), *gone, *level, *light_after]), minutes=90)
    assert repaired(made)[:1] == ["disengage.3"]


# --- how much ------------------------------------------------------------------------------------------------


def left_heavy(*steps: str) -> list[Told]:
    return [(20 - n, [ask(step, "left", 8)], []) for n, step in enumerate(steps)]


def test_while_two_repairs_wait_nothing_new_is_begun_and_what_is_begun_goes_on() -> None:
    begun: Told = (1, [ask("walk-on.3", level=4)] * 2, [])
    one = plan(record_with([*light(*KNOWN), *left_heavy("hip-g.1"), begun]))
    two = plan(record_with([*light(*KNOWN), *left_heavy("hip-g.1", "flex.1"), begun]))
    assert one.nothing_new is None
    assert ItemKind.NEW not in [item.kind for item in two.items]
    assert "2 things wait" in (two.nothing_new or "")
    assert "walk-on.3" in [item.step for item in two.items if item.kind is ItemKind.PRACTICE]


def test_repairs_take_half_of_the_schooling_and_the_rest_has_its_turn() -> None:
    steps = ("hip-g.1", "shoulder-g.1", "send.1", "flex.1", "sideways-g.1")
    made = plan(record_with([*light(*KNOWN), *left_heavy(*steps), CALM]), minutes=45)
    minutes = [item.minutes for item in made.items if item.kind is ItemKind.REPAIR]
    room = 45 - sum(item.minutes for item in made.items if item.step is None)
    assert len(minutes) >= 2
    assert sum(minutes) <= room / 2
    waiting = [left for left in made.left_out if left.reason == "turn"]
    waiting.sort(key=lambda left: left.why.figures["place"])
    assert [left.step for left in waiting] == list(steps[len(minutes) :])
    assert f"number {len(minutes) + 1} of {len(steps)}" in waiting[0].why.text


def test_the_first_repair_is_made_however_short_the_time() -> None:
    made = plan(record_with([*light(*KNOWN), *left_heavy("hip-g.1")]), minutes=15)
    assert repaired(made) == ["hip-g.1"]


def test_what_cannot_be_put_right_today_does_not_stop_what_is_new() -> None:
    told = [*light(*KNOWN), *left_heavy("hip-g.1", "flex.1"), CALM]
    resting = [
        {"step": step, "state": "resting", "reason": "sore", "on": str(TODAY)}
        for step in ("hip-g.1", "flex.1")
    ]
    assert "2 things wait" in (plan(record_with(told)).nothing_new or "")
    assert "things wait" not in (plan(record_with(told, overrides=resting)).nothing_new or "")


def test_what_the_trainer_decides_goes_before_figures() -> None:
    left: list[Told] = [*light(*KNOWN), (4, [ask("steer.1", "left", 8)], [])]
    assert "steer.1" in repaired(plan(record_with(left)))
    decided = seen("steer.1", on=TODAY - timedelta(days=3))
    assert "steer.1" not in repaired(plan(record_with(left, overrides=decided)))
    before = seen("steer.1", on=TODAY - timedelta(days=5))
    assert "steer.1" in repaired(plan(record_with(left, overrides=before)))


def test_nothing_new_rests_on_the_heavier_side() -> None:
    # Both are confirmed; the right takes clearly more.
    uneven: list[Told] = [
        (2 * n + 2, [ask("hip-g.2", "left", 1), ask("hip-g.2", "right", 4)] * 2, []) for n in range(14)
    ]
    level: list[Told] = [(2 * n + 2, [ask("hip-g.2", side, 1) for side in BOTH] * 2, []) for n in range(14)]
    below = seen(*(step for step in load_catalogue().path_to("hip-g.3") if not step.startswith("hip-g")))
    made, plain = (plan(record_with(told, overrides=below)) for told in (uneven, level))
    assert "hip-g.2" in repaired(made)
    held = {left.step for left in made.left_out if left.reason == "heavier-side"}
    assert held
    assert not held & {item.step for item in made.items}
    assert not [left for left in plain.left_out if left.reason == "heavier-side"]


# --- after a bad moment --------------------------------------------------------------------------------------


def cantered(last: dict[str, Any], events: list[dict[str, Any]], ago: int = 4) -> list[Told]:
    """Riding is light; canter was begun, and its last session held a bad moment."""
    riding = light(*KNOWN, "up-wt.2", "down-tw.2", "disengage.3")
    walk = [ask("walk-on.2")] * 10  # most of a session: otherwise it would be all canter, and a jump in load
    good: Told = (ago + 2, [*walk, *(ask("canter.2", side, 3) for side in BOTH)], [])
    return [
        *riding,
        good,
        (ago, [*walk, ask("canter.2", "left", 3), {**ask("canter.2", "right", 3), **last}], events),
    ]


ABOVE = seen(*load_catalogue().path_to("canter.1")[:-1], on=TODAY - timedelta(days=30))
ALARM: dict[str, Any] = {"tension": "alarmed"}
STOP: dict[str, Any] = {"faults": ["rushes"]}


@pytest.mark.parametrize(
    ("last", "events"),
    [(ALARM, []), (STOP, []), ({}, [{"kind": "buck"}])],
)
def test_not_before_a_calm_day_and_then_a_stage_easier_with_a_helper(
    last: dict[str, Any], events: list[dict[str, Any]]
) -> None:
    told = cantered(last, events, ago=1)
    made = plan(record_with(told, overrides=ABOVE))
    assert not [item for item in made.items if (item.step or "").startswith("canter.")]
    assert {left.reason for left in made.left_out if left.step == "canter.2"} <= {"calm-day", "needs"}
    calm = [*cantered(last, events, ago=4), CALM]
    after = plan(record_with(calm, overrides=ABOVE), minutes=90)
    assert "canter.1" in repaired(after)
    assert "canter.2" not in [item.step for item in (*after.items, *(one.item for one in after.climbs))]
    assert item_of(after, "canter.1").helper_needed
    alone = plan(record_with(calm, overrides=ABOVE), minutes=90, helper=False)
    assert not [item for item in alone.items if (item.step or "").startswith("canter.")]


def test_a_day_that_was_not_calm_does_not_count() -> None:
    spoilt: Told = (2, [ask("walk-on.2"), ask("hip-g.1", "left", None, tension="alarmed")], [])
    made = plan(record_with([*cantered(ALARM, [], ago=4), spoilt], overrides=ABOVE))
    assert not [item for item in made.items if (item.step or "").startswith("canter.")]


def test_two_days_in_peace_stand_for_a_calm_one() -> None:
    soon, later = (
        plan(record_with(cantered(ALARM, [], ago=ago), overrides=ABOVE), minutes=90) for ago in (2, 3)
    )
    assert "canter.1" not in repaired(soon)
    assert "canter.1" in repaired(later)


def test_in_a_first_stage_once_after_a_calm_day() -> None:
    alarmed: Told = (4, [ask("hip-g.1", "left", None, tension="alarmed")], [])
    made = plan(record_with([*light(*KNOWN), alarmed, CALM]))
    assert "hip-g.1" in repaired(made)
    assert {dose.asks for dose in item_of(made, "hip-g.1").sides} == {1}


def test_an_event_belongs_to_what_was_asked_last_before_it() -> None:
    day = TODAY - timedelta(days=1)
    asks = [
        ask("hip-g.1", "left", at=f"{day}T09:00:00Z"),
        ask("shoulder-g.1", "left", at=f"{day}T09:10:00Z"),
    ]
    kick = {"kind": "kick", "at": f"{day}T09:05:00Z"}
    for event, expected in ((kick, "hip-g"), ({"kind": "kick"}, "shoulder-g")):
        record = record_with([*light(*KNOWN), (1, asks, [event])])
        (found,) = bad_moments(Standing(record, load_catalogue(), TODAY)).items()
        assert (found[0], found[1].what, found[1].on) == (expected, "kick", day)


def test_asked_again_since_it_is_over() -> None:
    told: list[Told] = [
        *cantered(ALARM, [], ago=6),
        (3, [ask("canter.1", side, 3) for side in BOTH], []),
        CALM,
    ]
    made = plan(record_with(told, overrides=ABOVE), minutes=90)
    assert "canter.1" not in repaired(made)


def test_a_decision_since_goes_before_the_moment_and_never_lifts_a_flag() -> None:
    told = cantered({}, [{"kind": "buck"}], ago=1)
    decided = [*ABOVE, {"step": "canter.2", "state": "open", "reason": "a fly", "on": str(TODAY)}]
    made = plan(record_with(told, overrides=decided))
    assert "calm-day" not in {
        left.reason for left in made.left_out if (left.step or "").startswith("canter.")
    }
    fell = cantered({}, [{"kind": "fall"}], ago=1)
    flagged = plan(record_with(fell, overrides=decided))
    assert not [item for item in flagged.items if (item.step or "").startswith("canter.")]


def test_bolt_buck_and_two_alarms_yesterday() -> None:
    asks = [ask("canter.2", side, None, tension="alarmed") for side in BOTH]
    told: list[Told] = [*light(*KNOWN, "up-wt.2", "hip-g.2"), (1, asks, [{"kind": "bolt"}, {"kind": "buck"}])]
    for helper in (False, True):
        made = plan(record_with(told, overrides=ABOVE), helper=helper)
        steps = [load_catalogue().stage(item.step) for item in made.items if item.step is not None]
        assert steps
        assert ItemKind.NEW not in [item.kind for item in made.items]
        assert not any(stage.exciting for stage in steps)
        assert all(stage.gait in ("halt", "walk") for stage in steps if stage.ridden)
        assert helper or not any(stage.ridden for stage in steps)
        assert "dangerous moments" in (made.nothing_new or "")


def test_nothing_new_after_one_dangerous_moment_last_time() -> None:
    told: list[Told] = [*light(*KNOWN), (1, [ask("walk-on.2")], [{"kind": "buck"}])]
    made = plan(record_with(told))
    assert ItemKind.NEW not in [item.kind for item in made.items]
    assert "dangerous moment last time" in (made.nothing_new or "")
