"""The ladder with a horse on it, and a step's own page: states with reasons, criteria with figures."""

from __future__ import annotations

from collections.abc import Callable
from datetime import date
from typing import Any

import networkx as nx
import pytest
from bucephal.ladder import Catalogue, YardLadder, load_catalogue
from bucephal.pages import horse_ladder, step_guide
from bucephal.planning import PlanRequest, plan_session
from bucephal.progress import Standing, StepState
from bucephal.record import HorseRecord, Overridden
from tests.ladder.tables import rows, split
from tests.telling import BOTH, TODAY, ask, light, record_with

Build = Callable[..., HorseRecord]


def with_rows(record: HorseRecord, **lists: list[dict[str, Any]]) -> HorseRecord:
    return HorseRecord.model_validate({**record.model_dump(mode="json"), **lists})


def override(step: str, state: str, on: str = "2026-06-01", **more: str) -> dict[str, Any]:
    return {"step": step, "state": state, "reason": "seen by the trainer", "on": on, **more}


@pytest.fixture
def worked(record_of: Build) -> HorseRecord:
    days = range(40, 0, -4)
    asks: list[Any] = [(ago, "halt.2", "none", [2, 2]) for ago in days]
    asks += [(ago, "steer.1", side, [7, 4]) for ago in (9, 5) for side in ("left", "right")]
    return record_of(asks)


# --- the whole --------------------------------------------------------------------------------


def test_every_rung_knot_and_stage_of_the_table_is_there(
    worked: HorseRecord, catalogue: Catalogue, today: date
) -> None:
    ladder = horse_ladder(Standing(worked, catalogue, today))
    named = [row[0] for row in rows("03")]
    assert [one.id for rung in ladder.rungs for one in rung.exercises] == named
    assert sum(rung.stages for rung in ladder.rungs) == sum(len(split(row[3], ";")) for row in rows("03"))
    assert sum(ladder.counts.values()) == 245
    assert [rung.phase for rung in ladder.rungs] == [f"P{number}" for number in range(9)]


def test_threads_are_the_needs_between_exercises_and_never_lead_down(
    worked: HorseRecord, catalogue: Catalogue, today: date
) -> None:
    ladder = horse_ladder(Standing(worked, catalogue, today))
    pairs = {(one.lower, one.upper) for one in ladder.threads}
    wanted = {
        (need.step.rpartition(".")[0], step.rpartition(".")[0])
        for step in catalogue.steps
        for need in catalogue.stage(step).needs
    }
    assert pairs == {(low, up) for low, up in wanted if low != up}
    hip = next(one for one in ladder.threads if (one.lower, one.upper) == ("backup-g", "hip-g"))
    assert hip.confirmed  # in bold in the table: **backup-g.1**
    # A whole exercise may need one stage of a later-begun one, but steps never go in a circle.
    steps = nx.DiGraph((n.step, s) for s in catalogue.steps for n in catalogue.stage(s).needs)
    assert nx.is_directed_acyclic_graph(steps)


def test_every_stage_says_why_it_stands_where_it_stands(
    worked: HorseRecord, catalogue: Catalogue, today: date
) -> None:
    standing = Standing(worked, catalogue, today)
    ladder = horse_ladder(standing)
    for rung in ladder.rungs:
        for exercise in rung.exercises:
            for stage in exercise.stages:
                assert stage.why, stage.step
                assert stage.state is standing.state(stage.step)
    halt = next(one for rung in ladder.rungs for one in rung.exercises if one.id == "halt")
    assert halt.good == 2
    assert halt.at == "halt.3"
    steer = next(one for rung in ladder.rungs for one in rung.exercises if one.id == "steer")
    assert steer.state is StepState.LEARNING
    assert steer.at == "steer.1"


# --- resting ----------------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("code", "words", "fields", "lists", "yard", "step"),
    [
        ("age", "3 years", {"born": "2025-01-01"}, {}, YardLadder(), "walk-on.1"),
        (
            "flag", "stumbles", {}, {"flags": [{"code": "stumbles", "raised_on": "2026-06-10"}]},
            YardLadder(), "lunge.1",
        ),
        ("kit", "tarpaulin", {}, {}, YardLadder(missing_kit=("tarpaulin",)), "object.1"),
        ("resting", "seen by the trainer", {}, {"overrides": [override("steer.1", "resting")]},
         YardLadder(), "steer.1"),
    ],
)  # fmt: skip
def test_a_resting_step_says_what_keeps_it_at_rest_and_is_not_planned(
    code: str, words: str, fields: dict[str, Any], lists: dict[str, Any], yard: YardLadder, step: str,
    record_of: Build, today: date,
) -> None:  # fmt: skip
    catalogue = load_catalogue(yard)
    record = with_rows(record_of([], **fields), **lists)
    standing = Standing(record, catalogue, today)
    assert standing.state(step) is StepState.RESTING
    reason = standing.rest_because(step)
    assert reason is not None
    assert reason[0] == code
    assert words in reason[1]
    assert words in standing.why(step)
    plan = plan_session(record, catalogue, PlanRequest(on=today, minutes=60, helper=True))
    assert step not in [item.step for item in plan.items]


def test_a_cleared_flag_no_longer_rests_anything(record_of: Build, catalogue: Catalogue, today: date) -> None:
    flag = {
        "code": "stumbles",
        "raised_on": "2026-06-10",
        "cleared_on": "2026-06-12",
        "cleared_by": "farrier",
        "found": "a stone",
    }
    standing = Standing(with_rows(record_of([]), flags=[flag]), catalogue, today)
    assert standing.state("lunge.1") is not StepState.RESTING


# --- overrides --------------------------------------------------------------------------------


def test_overrides_are_kept_shown_and_ended_not_deleted(
    record_of: Build, catalogue: Catalogue, today: date
) -> None:
    record = with_rows(
        record_of([]),
        overrides=[
            override("steer.1", "resting", "2026-05-01", until="2026-05-20"),
            override("steer.1", "ready", "2026-06-01"),
        ],
    )
    standing = Standing(record, catalogue, today)
    assert standing.state("steer.1") is StepState.READY
    kept = step_guide(standing, "steer.1").overrides
    assert [(one.state, one.in_force) for one in kept] == [
        (Overridden.READY, True), (Overridden.RESTING, False),
    ]  # fmt: skip
    assert all(one.reason == "seen by the trainer" for one in kept)
    assert Standing(record, catalogue, date(2026, 5, 10)).state("steer.1") is StepState.RESTING
    assert "decided on 1 June 2026: seen by the trainer" in standing.why("steer.1")


def test_an_opened_step_may_be_begun_though_a_need_is_missing(
    record_of: Build, catalogue: Catalogue, today: date
) -> None:
    closed = Standing(record_of([]), catalogue, today)
    assert closed.state("leg-yield.1") is StepState.CLOSED
    assert closed.missing("leg-yield.1")
    opened = with_rows(record_of([]), overrides=[override("leg-yield.1", "open")])
    assert Standing(opened, catalogue, today).state("leg-yield.1") is StepState.OPEN


@pytest.mark.parametrize("state", ["open", "ready", "confirmed"])
def test_no_decision_plans_ridden_work_under_30_months(
    state: str, record_of: Build, catalogue: Catalogue, today: date
) -> None:
    # Common practice, no source: under 30 months ridden work cannot be planned, whatever the trainer decides.
    record = with_rows(record_of([], born="2024-02-01"), overrides=[override("walk-on.1", state)])
    standing = Standing(record, catalogue, today)
    assert standing.age_months == 28
    assert step_guide(standing, "walk-on.1").may_override == (Overridden.RESTING,)
    plan = plan_session(record, catalogue, PlanRequest(on=today, minutes=60, helper=True))
    assert not [item for item in plan.items if item.ridden]


# --- a step's page ------------------------------------------------------------------------------


def test_the_criterion_stands_beside_the_figures(
    worked: HorseRecord, catalogue: Catalogue, today: date
) -> None:
    standing = Standing(worked, catalogue, today)
    found = step_guide(standing, "halt.2").criteria
    assert "light 6 times in 10 or more" in found.ready
    assert "2 days" in found.ready
    assert found.confirmed.startswith("Sure: light 8 times in 10 or more")
    assert "16" in found.confirmed
    figures = {row.words: row for row in found.rows}
    assert figures["days on which it was asked"].figure == 10
    track = standing.tracks.by_key["halt.2", found.rows[0].side]
    ready = all(row.met for row in found.rows if row.of == "ready")
    assert ready is track.is_ready()
    assert (
        found.answer == "At level 1 to 5, calm, the movement that was asked; nearly only while it is learned"
    )


def test_a_steps_page_has_everything_the_table_gives_it(
    worked: HorseRecord, catalogue: Catalogue, today: date
) -> None:
    standing = Standing(worked, catalogue, today)
    for step in catalogue.steps:
        guide = step_guide(standing, step)
        assert guide.does
        assert guide.looks
        assert guide.good_for
        assert guide.dose
        assert guide.sides
        assert guide.faults
        assert all(fault.first for fault in guide.faults)
        assert step in guide.stages
        assert {one.step for one in guide.needs} == {need.step for need in catalogue.stage(step).needs}
        assert {one.step for one in guide.opens} == set(catalogue.opened_by(step))
    assert len(step_guide(standing, "halt.2").scale) == 10
    in_band = [one.level for one in step_guide(standing, "up-wt.3").scale if one.in_band]
    assert in_band == [1, 2, 3]  # the schooled band


def test_cautions_are_those_of_its_age(record_of: Build, catalogue: Catalogue, today: date) -> None:
    young = step_guide(Standing(record_of([], born="2023-12-01"), catalogue, today), "lunge.2")
    grown = step_guide(Standing(record_of([], born="2012-12-01"), catalogue, today), "lunge.2")
    assert set(grown.cautions) < set(young.cautions)


def test_a_page_names_the_schools_that_it_depends_on(
    record_of: Build, catalogue: Catalogue, today: date
) -> None:
    record = record_of([], school={"first-canter": "b"})
    guide = step_guide(Standing(record, catalogue, today), "canter.1")
    notes = {one.key: one.option for one in guide.schools}
    assert notes["first-canter"] == "rolled over in the corner"
    assert [one.code for one in guide.set_ups] == ["extended-trot-corner"]


def test_what_one_would_choose_comes_first(catalogue: Catalogue) -> None:
    told = [*light("halt.2", until=1), (1, [ask("up-wt.1", side, 8) for side in BOTH], [])]
    found = horse_ladder(Standing(record_with(told), catalogue, TODAY))
    states = {
        stage.step: stage.state for rung in found.rungs for one in rung.exercises for stage in one.stages
    }
    order = list(dict.fromkeys(states[step] for step in found.to_choose))
    assert order[0] is StepState.LEARNING
    wanted = (
        StepState.LEARNING,
        StepState.SLIPPING,
        StepState.OPEN,
        StepState.READY,
        StepState.CONFIRMED,
        StepState.CLOSED,
        StepState.RESTING,
    )
    assert order == [state for state in wanted if state in order]
    assert len(order) > 3
    assert not [step for step in found.to_choose if step.startswith("settle.")]
    assert len(found.to_choose) == len(set(found.to_choose)) > 200
