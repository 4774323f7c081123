"""What the ring takes with it: what a session may raise, and what is then left out at once."""

from __future__ import annotations

from collections.abc import Callable
from datetime import date, timedelta
from typing import Any

import pytest
from bucephal.ladder import Catalogue, load_catalogue
from bucephal.pages import RingPack, horse_facts, ring_pack
from bucephal.planning import ItemKind, PlanRequest, plan_session
from bucephal.progress import Standing
from bucephal.record import Background, FlagCode, HorseRecord
from bucephal.record.models import Overridden, Override
from bucephal.welfare import holds_back
from tests.progress.test_riding_history import came
from tests.telling import BOTH, TODAY, good, record_with

Build = Callable[..., HorseRecord]


def packed(record: HorseRecord, catalogue: Catalogue, on: date, *, helper: bool = True) -> RingPack:
    day = Standing(record, catalogue, on)
    request = PlanRequest(on=on, minutes=90, helper=helper, assess=False)
    made = plan_session(record, catalogue, request, day.tracks)
    return ring_pack(horse_facts(day), made, day, PlanRequest(on=day.on, minutes=30, helper=helper))


@pytest.fixture
def lunging_and_riding(record_of: Build, today: date) -> HorseRecord:
    """Walks, trots and lunges lightly; something new is open."""
    steps = ("walk-on.2", "halt.2", "steer.1", "up-wt.2", "lunge.3", "backup-g.2")
    sides = {step: [side.value for side in load_catalogue().exercise(step).side_names] for step in steps}
    asks: list[Any] = [
        (2 * n + 1, step, side, [2, 2]) for n in range(14) for step in steps for side in sides[step]
    ]
    seen = Override(
        step="head-down.1", state=Overridden.CONFIRMED, reason="seen", on=today - timedelta(days=1)
    )
    return record_of(asks).model_copy(update={"overrides": (seen,)})


def test_a_flag_drops_what_it_holds_back_and_what_is_new(
    lunging_and_riding: HorseRecord, catalogue: Catalogue, today: date
) -> None:
    pack = packed(lunging_and_riding, catalogue, today)
    items = {item.id: item for item in (*pack.plan.items, *(one.item for one in pack.plan.climbs))}
    new = {name for name, item in items.items() if item.kind in (ItemKind.NEW, ItemKind.CLIMB)}
    assert new
    for flag in pack.flags:
        held = {
            name for name, item in items.items()
            if item.step is not None
            and holds_back(flag.code, catalogue.stage(item.step), catalogue.exercise(item.step))
        }  # fmt: skip
        assert set(flag.drops) >= held | new
        assert flag.say
        assert flag.holds_back_words
    by_code = {flag.code: flag for flag in pack.flags}
    assert set(by_code) >= {FlagCode.STUMBLES, FlagCode.UNEVEN, FlagCode.DANGERS}
    worked = {name for name, item in items.items() if item.step is not None}
    assert set(by_code[FlagCode.UNEVEN].drops) == worked
    assert set(by_code[FlagCode.STUMBLES].drops) < worked
    assert pack.flags[0].code is FlagCode.UNEVEN, "the gravest first"


def test_after_dangers_ridden_walk_stays_only_with_a_helper(
    lunging_and_riding: HorseRecord, catalogue: Catalogue, today: date
) -> None:
    for helper in (True, False):
        pack = packed(lunging_and_riding, catalogue, today, helper=helper)
        drops = next(set(flag.drops) for flag in pack.flags if flag.code is FlagCode.DANGERS)
        walked = {
            item.id for item in pack.plan.items
            if item.step is not None and item.ridden and catalogue.stage(item.step).gait == "walk"
            and item.kind is not ItemKind.NEW
        }  # fmt: skip
        assert walked
        assert (not walked & drops) is helper


def test_an_unsettled_horse_is_not_tried_under_the_saddle(catalogue: Catalogue) -> None:
    """Common practice, no source: nothing new, and nobody gets on to see what comes."""
    told = [came(9, "disengage.1"), came(3, "lead.4", level=3)]
    record = record_with(told, goals=[{"step": "canter.1"}])
    horse = record.horse.model_copy(update={"background": Background.FROM_RACING})
    pack = packed(record.model_copy(update={"horse": horse}), catalogue, TODAY)
    tried = {item.id for item in pack.plan.items if item.kind is ItemKind.ASSESS and item.ridden}
    assert tried
    new = {item.id for item in pack.plan.items if item.kind is ItemKind.NEW}
    assert set(pack.not_settled_drops) == tried | new


@pytest.mark.parametrize(
    ("born", "minutes", "most"),
    [("2025-03-10", 30, 15), ("2024-03-10", 30, 20), ("2018-05-01", 30, 30), ("2025-03-10", 10, 10)],
)
def test_it_is_put_away_when_its_time_is_up_settled_or_not(born: str, minutes: int, most: int) -> None:
    """Common practice, no source: the minutes there are, and under three years those its age allows."""
    raw = record_with([(3, [good("lead.1", side) for side in BOTH], [])]).model_dump(mode="json")
    raw["horse"]["born"] = born
    request = PlanRequest(on=TODAY, minutes=minutes)
    standing = Standing(HorseRecord.model_validate(raw), load_catalogue(), TODAY)
    plan = plan_session(standing.record, load_catalogue(), request)
    pack = ring_pack(horse_facts(standing), plan, standing, request)
    assert pack.plan.put_away_after_min == most
    assert pack.time_up.startswith(f"{most} min are over: put it away")


def test_what_it_spooked_at_before_is_offered_first(catalogue: Catalogue, today: date) -> None:
    seen = ["gulls", "a dog", "gulls", "a tarpaulin", "the slipway", "a pram"]
    spooks = [{"kind": "spook", "thing": thing} for thing in seen]
    offered = packed(record_with([(1, [], spooks)]), catalogue, today).spook.things
    assert offered[:4] == ("gulls", "a dog", "a tarpaulin", "the slipway")
    assert offered.count("a dog") == 1
    assert "a pram" not in offered
    assert packed(record_with([]), catalogue, today).spook.things[0] == "a bird"
