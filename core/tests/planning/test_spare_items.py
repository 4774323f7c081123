"""Whatever is done can be logged: every step is at hand, and what safety forbids says so.

Common practice, no source.
"""

from __future__ import annotations

from typing import Any

import pytest
from bucephal.ladder import load_catalogue
from bucephal.planning import ItemKind, PlanItem, SessionPlan, plan_request, plan_session, spare_plan
from bucephal.progress import Standing
from bucephal.record import HorseRecord
from tests.telling import BOTH, TODAY, Told, good, light, record_with

CATALOGUE = load_catalogue()
KNOWN = ("lead.5", "backup-g.3", "head-down.3", "stand.5", "touch.3", "hip-g.1")


def horse(**lists: Any) -> HorseRecord:
    begun: Told = (1, [good("hip-g.2", side) for side in BOTH], [])
    return record_with([*light(*KNOWN, until=2), begun], **lists)


def spares(record: HorseRecord, **wishes: Any) -> SessionPlan:
    request = plan_request({"on": str(TODAY), "minutes": 40, **wishes}, CATALOGUE)
    return spare_plan(Standing(record, CATALOGUE, TODAY), request)


def by_step(plan: SessionPlan) -> dict[str, PlanItem]:
    return {item.step: item for item in plan.items if item.step is not None}


def test_every_step_is_there_once_and_settling_before_them() -> None:
    plan = spares(horse())
    wanted = {step for step in CATALOGUE.steps if CATALOGUE.exercise(step).id != "settle"}
    assert by_step(plan).keys() == wanted
    assert len(plan.items) == len(wanted) + 1
    assert plan.items[0].kind is ItemKind.SETTLE
    assert len({item.id for item in plan.items}) == len(plan.items)


def test_what_was_asked_last_comes_first() -> None:
    steps = [item.step for item in spares(horse()).items[1:]]
    assert steps[0] == "hip-g.2", "asked yesterday"
    assert set(steps[1 : len(KNOWN) + 1]) == set(KNOWN), "asked the day before"
    rest = steps[len(KNOWN) + 1 :]
    assert rest == [step for step in CATALOGUE.steps if step in rest], "then as on the ladder"


@pytest.mark.parametrize("helper", [True, False])
def test_what_a_wish_is_refused_for_holds_a_spare_one_back(helper: bool) -> None:
    record = horse()
    found = by_step(spares(record, helper=helper))
    for step in ("mount.5", "canter.1", "halt.1", "gaps.1", "jump.2", "lead.5", "traffic.1"):
        item = found[step]
        changes = {"wanted": [{"step": step}]}
        raw = {"on": str(TODAY), "minutes": 180, "assess": False, "helper": helper, "changes": changes}
        made = plan_session(record, CATALOGUE, plan_request(raw, CATALOGUE))
        refused = next((one.why.text for one in made.left_out if one.step == step), "")
        planned = any(one.step == step for one in made.items)
        assert planned is (item.held_back == ""), step
        if not planned:
            assert item.held_back == refused
    assert any(item.held_back for item in found.values())
    assert not all(item.held_back for item in found.values())


def test_for_a_young_horse_riding_says_why_not_and_can_still_be_logged() -> None:
    record = horse()
    young = record.model_copy(
        update={"horse": record.horse.model_copy(update={"born": TODAY.replace(year=TODAY.year - 2)})}
    )
    canter, lead = by_step(spares(young, helper=True))["canter.1"], by_step(spares(young))["lead.5"]
    assert canter.held_back
    assert canter.sides
    assert not lead.held_back


def test_on_a_day_without_work_everything_says_so() -> None:
    hot = spares(horse(), air_c=40, humidity_pct=90)
    assert {item.held_back for item in by_step(hot).values()} == {"the heat: do not work today"}


def test_what_is_only_unwise_says_so_in_a_line() -> None:
    found = by_step(spares(horse(), helper=True))
    assert found["hip-g.4"].unwise
    assert not found["hip-g.4"].held_back
    assert not found["lead.5"].unwise
