"""The bench of the planner's pace: the same horses whatever the way, and what is counted of them."""

from __future__ import annotations

from collections.abc import Callable
from datetime import date

import pytest
from bucephal.lab.pace import ALL_WAYS, ARRIVALS, OWN, Pace, Run, Working, pace_page, summed, work
from bucephal.lab.pace.strategies import WAYS, Lesson, Strategy, who_knows
from bucephal.lab.pace.trials import _Season
from bucephal.ladder import Catalogue, Side
from bucephal.planning import ItemKind, PlanRequest, SessionPlan, plan_session
from bucephal.record import Ask, Horse, HorseRecord, Tension

Build = Callable[..., HorseRecord]
KIND = {kind.name: kind for kind in ARRIVALS}
YEARLING = KIND["unhandled yearling"]


def answers(level: int, **fields: object) -> Callable[[str, Side, int], Ask]:
    return lambda step, side, _: Ask(step=step, side=side, level=level, **fields)


def planned(record: HorseRecord, catalogue: Catalogue, today: date) -> SessionPlan:
    return plan_session(record, catalogue, PlanRequest(on=today, minutes=40, helper=True))


@pytest.fixture
def known(record_of: Build) -> HorseRecord:
    steps = ("lead.3", "backup-g.1", "hip-g.1", "head-down.1")
    sides = {"lead.3": ("left", "right"), "hip-g.1": ("left", "right")}
    return record_of([
        (ago, step, side, [2, 2, 2]) for ago in (9, 7, 5, 3)
        for step in steps for side in sides.get(step, ("none",))
    ])  # fmt: skip


def test_a_session_goes_on_as_the_ring_does(known: HorseRecord, catalogue: Catalogue, today: date) -> None:
    plan = planned(known, catalogue, today)
    light = Working(plan, known.horse, catalogue, answers(1))
    asked = [ask.step for ask in light.work()]
    assert asked[: len(plan.items[1].sides)] == [plan.items[1].step] * len(plan.items[1].sides)
    # What came light and calm goes up, as far as the plan lets it and no oftener.
    above = [climb.item.step for climb in plan.climbs]
    assert 0 < light.climbed <= plan.most_climbs
    assert set(asked) & set(above)
    heavy = Working(plan, known.horse, catalogue, answers(9))
    assert not {ask.step for ask in heavy.work()} & set(above)
    assert heavy.climbed == 0


def test_what_rests_on_an_answer_that_did_not_come_is_passed_over(
    record_of: Build, catalogue: Catalogue, today: date
) -> None:
    record = record_of([], background="unhandled", born="2025-05-01", arrived=str(today))
    plan = planned(record, catalogue, today)
    waits = [item.step for item in plan.items if item.after]
    assert waits
    none = Working(plan, record.horse, catalogue, answers(9, answered=False, tension=Tension.ALARMED))
    assert not {ask.step for ask in none.work()} & set(waits)


def test_when_it_is_enough_only_the_easy_yes_comes(
    known: HorseRecord, catalogue: Catalogue, today: date
) -> None:
    plan = planned(known, catalogue, today)
    easy = [item.step for item in plan.items if item.kind is ItemKind.EASY_YES]
    told = Working(plan, known.horse, catalogue, answers(2))
    told.finishing = True
    assert {ask.step for ask in told.work()} == set(easy)


def test_the_horse_is_the_same_whatever_the_way(catalogue: Catalogue) -> None:
    first = []
    for way in ALL_WAYS:
        season = _Season(YEARLING, way, 5, 1, catalogue)
        season.kind = type(YEARLING)(**{**vars(YEARLING), "sessions": 1})
        season.work()
        first.append((season.record.horse.born, season.horse.traits))
    assert len(set(first)) == 1
    again, once = (work(YEARLING, "climbing by hand", 5, 1, catalogue) for _ in range(2))
    assert again == once
    assert work(YEARLING, "climbing by hand", 5, 2, catalogue) != once


@pytest.mark.parametrize("way", WAYS)
def test_a_hand_made_way_stays_within_its_tries_and_gets_on(way: str, catalogue: Catalogue) -> None:
    steps, by_hand = (
        ["lead.1", "lead.2", "lead.3", "backup-g.1"],
        Strategy(["lead.1", "lead.2", "lead.3", "backup-g.1"]),
    )
    asked = []
    for _ in range(16):
        lesson = Lesson(Horse(name="x"), catalogue, answers(2), helper=True, tries_left=24)
        WAYS[way](by_hand, lesson)
        assert len(lesson.asks) <= 24
        asked.append({ask.step for ask in lesson.asks})
    assert set.union(*asked) == set(steps)
    assert asked[-1] == set() or way == "same lesson until three perfect"


def test_who_knows_asks_only_what_rests_on_what_is_there_and_may_come(catalogue: Catalogue) -> None:
    steps = ["lead.1", "lead.2", "lead.3", "backup-g.1", "head-down.1"]
    for chances, asked in (
        ({"lead.1": 0.9, "lead.2": 0.55, "lead.3": 0.1}, {"lead.2"}),
        ({"lead.1": 0.7, "lead.2": 0.4, "lead.3": 0.1}, {"lead.1"}),  # it would come heavy, and can wait
        ({"lead.1": 0.9, "lead.2": 0.4, "lead.3": 0.1}, {"lead.2"}),  # there is nothing to wait for
        ({"lead.1": 0.9, "lead.2": 0.9, "lead.3": 0.7}, {"lead.2", "lead.3", "backup-g.1", "head-down.1"}),
    ):
        by_hand = Strategy(steps, asked={"lead.1"})
        lesson = Lesson(Horse(name="x"), catalogue, answers(7), helper=True, tries_left=60)
        who_knows(lambda step, at=chances: at.get(step, 0.6))(by_hand, lesson)  # type: ignore[misc]
        assert {ask.step for ask in lesson.asks} - {"backup-g.1", "head-down.1"} == asked - {
            "backup-g.1", "head-down.1"}  # fmt: skip
    # First what most still rests on.
    lesson = Lesson(Horse(name="x"), catalogue, answers(2), helper=False, tries_left=60)
    who_knows(lambda _: 0.7)(Strategy(["head-down.1", "lead.2", "lead.3", "stand.1"]), lesson)
    assert lesson.asks[0].step == "lead.2"


def test_a_helper_s_step_waits_for_a_helper(catalogue: Catalogue) -> None:
    alone = Lesson(Horse(name="x"), catalogue, answers(2), helper=False, tries_left=40)
    assert alone.work("walk-on.1") is None
    assert alone.asks == []


def test_what_is_counted() -> None:
    kind = KIND["from racing"]
    runs = [
        Run(
            kind,
            asked_in={"up-wt.1": 2, "canter.2": n},
            chances=[0.4, 0.9],
            bad=2,
            alarms=1,
            asks=10,
            sessions=n,
        )
        for n in (4, 6, 8)
    ]
    lost = Run(kind, asked_in={}, chances=[0.6, 0.6], asks=10, asks_of_good=10, sessions=40, longest_wait=40)
    row = summed(kind, OWN, [*runs, lost])
    # A later stage counts for the one that is watched; who never came there counts as late.
    assert row.milestones == (("first canter asked", 8, None, 6, 12),)
    assert row.too_early == 3 / 8
    # Over the same six weeks of every horse, however long it was watched.
    assert (row.bad_a_session, row.alarms_a_session) == (6 / (24 * 4), 3 / (24 * 4))
    assert (row.asks_a_session, row.on_good) == (40 / 58, 0.25)
    page = pace_page(Pace(4, 1, (row,)), "How.")
    assert "wanted 6 / 12" in page
    assert f"| **{OWN}** | 8 / – | 38% | 0.06 (0.03) | 0.7 | 25% | 0 |" in page


def test_every_horse_is_watched_six_weeks_and_a_yearling_s_lesson_is_shorter(catalogue: Catalogue) -> None:
    yearling = work(YEARLING, "always the next stage", 5, 1, catalogue)
    grown = work(KIND["from racing"], "always the next stage", 5, 1, catalogue)
    assert min(yearling.sessions, grown.sessions) >= 24
    # In a quarter of an hour with settling and putting away in it, two thirds of the tries.
    assert yearling.asks / yearling.sessions <= 16 < grown.asks / grown.sessions <= 24
