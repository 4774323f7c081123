"""What is begun on a day, and what opens on the same day. Common practice, no source."""

from __future__ import annotations

from typing import Any

import pytest
from bucephal.lab.pace import Working
from bucephal.ladder import Side, load_catalogue
from bucephal.planning import ItemAfter, ItemKind, PlanItem, PlanRequest, SessionPlan, plan_session
from bucephal.record import Ask, HorseRecord, Tension
from tests.telling import BOTH, TODAY, Told, ask, good, light, record_with

GROUND = ("lead.5", "backup-g.3", "head-down.3", "stand.2", "hip-g.2")


def plan(record: HorseRecord, **wishes: Any) -> SessionPlan:
    raw = {"on": TODAY, "minutes": 60, "assess": False, "helper": True, **wishes}
    return plan_session(record, load_catalogue(), PlanRequest.model_validate(raw))


def new_items(made: SessionPlan) -> dict[str, PlanItem]:
    return {item.step or "": item for item in made.items if item.kind is ItemKind.NEW}


def flexed(ago: int = 2) -> Told:
    """Flexion was asked on one day: it is light, and not ready yet."""
    return ago, [ask("flex.2", side, 2) for side in BOTH for _ in range(2)], []


def record(*told: Told, goal: str = "disengage.1", **lists: Any) -> HorseRecord:
    return record_with([*light(*GROUND, until=4), *told], goals=[{"step": goal}], **lists)


def test_a_first_stage_opens_today_behind_what_it_needs() -> None:
    made = plan(record(flexed()))
    items = {item.id: item for item in made.items}
    opened = new_items(made)["disengage.1"]
    (waits,) = opened.after
    assert (waits.light, waits.row, waits.at_once) == (True, 2, False)
    assert items[waits.item].step == "flex.2"
    order = [item.id for item in made.items]
    assert order.index(waits.item) < order.index(opened.id)
    assert opened.why.text.startswith("opens if give to one rein")


@pytest.mark.parametrize(
    ("told", "goal", "step"),
    [
        ((), "disengage.1", "disengage.1"),  # what it needs was never asked
        ((flexed(),), "mount.2", "mount.2"),  # a bold need stays bold
        ((flexed(),), "disengage.3", "disengage.2"),  # no first stage
    ],
)
def test_nothing_else_opens_so(told: tuple[Told, ...], goal: str, step: str) -> None:
    assert step not in {item.step for item in plan(record(*told, goal=goal)).items}


def test_what_is_exciting_or_wants_its_own_day_never_opens_so() -> None:
    walked = ("up-wt.2", "down-tw.2", "disengage.3")
    ranged: Told = (2, [good("trot-range.1", side) for side in BOTH for _ in range(2)], [])
    told = [*light(*walked, until=4), ranged]
    made = plan(record_with(told, goals=[{"step": "canter.1"}]))
    assert "canter.1" not in {item.step for item in made.items}


def test_a_second_exercise_never_asked_only_on_the_ground_and_if_the_first_went_at_once() -> None:
    told = light("lead.5", "backup-g.3", "head-down.3", "stand.2", until=2)
    made = plan(record_with(told, goals=[{"step": "send.1"}]))
    first, second = new_items(made).values()
    assert first.after == ()
    assert second.after[-1] == ItemAfter(item=first.id, light=True, row=2, at_once=True)
    exercises = {first.step.rpartition(".")[0], second.step.rpartition(".")[0]}  # type: ignore[union-attr]
    assert len(exercises) == 2
    ridden = light(
        "lead.5", "halt.3", "disengage.3", "walk-on.3", "steer.1", "head-down.3", "stand.5", until=2
    )
    mounted = new_items(plan(record_with(ridden, goals=[{"step": "up-wt.1"}])))
    assert len(mounted) == 1


def test_four_in_work_leave_no_room_for_a_second() -> None:
    told = light("lead.5", "backup-g.3", "head-down.3", "stand.2", until=4)
    begun = ("touch.1", "hip-g.1", "flex.1")
    heavy: Told = (2, [good(step, side) for step in begun for side in BOTH], [])
    for steps, most in (((), 2), (begun, 1)):
        days = [*told, *([heavy] if steps else [])]
        made = plan(record_with(days, goals=[{"step": "send.1"}]))
        never = [step for step in new_items(made) if step.endswith(".1")]
        assert len(never) <= most
    assert never == [] or len(never) == 1


# --- at the ring ---------------------------------------------------------------------------------------------


class Scripted:
    """Answers by step and side, the last again and again."""

    def __init__(self, **levels: list[int]) -> None:
        self.levels = {key.replace("_", "."): found for key, found in levels.items()}

    def __call__(self, step: str, side: Side, _: int) -> Ask:
        left = self.levels.get(step, [2])
        level = left.pop(0) if len(left) > 1 else left[0]
        return Ask(step=step, side=side, level=level)


def asked(record: HorseRecord, levels: list[int]) -> set[str]:
    answer = Scripted(**{"flex_2": levels})
    return {one.step for one in Working(plan(record), record.horse, load_catalogue(), answer).work()}


def test_what_opens_today_is_passed_over_where_its_need_did_not_come_twice_running() -> None:
    horse = record(flexed())
    assert "disengage.1" in asked(horse, [2])
    assert "disengage.1" in asked(horse, [8, 2])
    assert "disengage.1" not in asked(horse, [8])
    # Light and heavy by turns is never two running.
    assert "disengage.1" not in asked(horse, [2, 8] * 20)


@pytest.mark.parametrize(
    ("levels", "at_once", "comes"),
    [
        ([2, 2, 8], True, True),
        ([8, 2, 2], True, False),
        ([8, 2, 2], False, True),
        ([2, 8, 2, 8], False, False),
    ],
)
def test_at_once_is_from_the_first_answer_on(levels: list[int], at_once: bool, comes: bool) -> None:
    horse = record(flexed())
    made = plan(horse)
    working = Working(made, horse.horse, load_catalogue(), Scripted())
    rows = [[Ask(step="flex.2", side=Side(side), level=level) for level in levels] for side in BOTH]
    working.worked = {"practice:flex.2": rows}
    waits = ItemAfter(item="practice:flex.2", light=True, row=2, at_once=at_once)
    assert working._has_come(waits) is comes
    assert not working._has_come(waits.model_copy(update={"item": "practice:never"}))


@pytest.mark.parametrize(("tension", "ends"), [(Tension.CALM, False), (Tension.ALARMED, True)])
def test_only_a_horse_that_is_upset_ends_the_session(tension: Tension, ends: bool) -> None:
    """Too heavy, again and again, ends its exercise; alarmed twice, and the easy yes comes."""
    horse = record(flexed())

    def answer(step: str, side: Side, _: int) -> Ask:
        upset = step == "flex.2"
        return Ask(step=step, side=side, level=9 if upset else 2, tension=tension if upset else Tension.CALM)

    made = plan(horse)
    working = Working(made, horse.horse, load_catalogue(), answer)
    after = [one.step for one in working.work()]
    assert working.finishing is ends
    (easy,) = (item.step for item in made.items if item.kind is ItemKind.EASY_YES)
    assert after[-1] == easy
    others = {item.step for item in made.items if item.kind is ItemKind.NEW and not item.after}
    assert (others <= set(after)) is not ends
