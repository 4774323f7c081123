"""The bars of the ring's wedge say what the record takes, and light is where the step's band is."""

from __future__ import annotations

from datetime import date

import pytest
from bucephal.lab.virtual_horse import simulate_record
from bucephal.ladder import StepKind, load_catalogue
from bucephal.pages import horse_facts, ring_pack
from bucephal.pages.ring.wedge import Wedge, wedge
from bucephal.planning import PlanItem, PlanRequest, plan_day
from bucephal.progress import Standing
from bucephal.record import Ask

ON = date(2026, 6, 15)


@pytest.fixture(scope="module")
def items() -> list[PlanItem]:
    """Items of real plans of horses at different ages of their schooling, of every kind of judging."""
    found: dict[StepKind | None, PlanItem] = {}
    for sessions in (0, 4, 12, 40):
        record = simulate_record(2, load_catalogue(), sessions=sessions, end=date(2026, 6, 14))
        plan = plan_day(Standing(record, load_catalogue(), ON), PlanRequest(on=ON, minutes=60, helper=True))
        for item in plan.items:
            if item.step is not None:
                found.setdefault(item.step_kind, item)
    assert {StepKind.LIGHTNESS, StepKind.TOLERANCE} <= found.keys()
    return list(found.values())


def wedge_of(item: PlanItem, level_words: tuple[str, ...] = ()) -> Wedge:
    return wedge(item, load_catalogue().exercise(item.step or ""), level_words)


def of_kind(items: list[PlanItem], kind: StepKind) -> PlanItem:
    return next(item for item in items if item.step_kind is kind)


def test_ten_levels_and_those_of_the_band_are_light(items: list[PlanItem]) -> None:
    item = of_kind(items, StepKind.LIGHTNESS)
    item = item.model_copy(update={"band": (2, 4)})
    bars = wedge_of(item, tuple("abcdefghij")).bars
    assert [bar.level for bar in bars] == list(range(1, 11))
    assert [bar.level for bar in bars if bar.in_band] == [2, 3, 4]
    assert (bars[2].label, bars[2].name) == ("3", "3: c")


def test_what_it_bears_has_five_strengths_and_a_clock(items: list[PlanItem]) -> None:
    found = wedge_of(of_kind(items, StepKind.TOLERANCE))
    assert [bar.strength for bar in found.bars] == [1, 2, 3, 4, 5]
    assert found.timed
    assert (found.none, found.legend_none) == ("Not yet", "It did not let go at strength")


@pytest.mark.parametrize(
    ("at_most", "wanted"), [(False, [10.0, 12.0, 14.0, 16.0, 18.0, 20.0]), (True, [2.0, 4.0, 6.0, 8.0, 10.0])]
)
def test_a_measure_runs_to_twice_its_target(
    at_most: bool, wanted: list[float], items: list[PlanItem]
) -> None:
    measured = {"step_kind": StepKind.MEASURE, "target": 10.0, "unit": "steps", "wants_at_most": at_most}
    found = wedge_of(of_kind(items, StepKind.LIGHTNESS).model_copy(update=measured))
    assert [bar.extent for bar in found.bars] == [2.0 * n for n in range(1, 11)]
    assert [bar.extent for bar in found.bars if bar.in_band] == wanted
    assert (found.legend, found.bars[4].name) == ("Measured, steps", "10 steps")
    assert not found.timed


def test_every_bar_of_a_pack_can_be_logged() -> None:
    """What a tap says is an ask that the record takes."""
    record = simulate_record(2, load_catalogue(), sessions=12, end=date(2026, 6, 14))
    standing = Standing(record, load_catalogue(), ON)
    request = PlanRequest(on=ON, minutes=60, helper=True)
    pack = ring_pack(horse_facts(standing), plan_day(standing, request), standing, request)
    assert pack.items
    for item in pack.items:
        for bar in item.wedge.bars:
            said = bar.model_dump(include={"level", "extent", "strength"}, exclude_none=True)
            assert len(said) == 1
            assert Ask.model_validate({"step": "halt.2", **said})
