"""What comes of a probe, one ask beyond today's limit: the estimate hears it and nothing else does.

Common practice, no source.
"""

from __future__ import annotations

from typing import Any

import pytest
from bucephal.answers import answer_in_words
from bucephal.answers.answer_words import answer_written
from bucephal.ladder import Side, load_catalogue
from bucephal.pages import debrief
from bucephal.planning import ItemKind, PlanRequest, SessionPlan, plan_session
from bucephal.planning.day import Day
from bucephal.progress import Standing, StepState, bad_moments
from bucephal.record import FlagCode, HorseRecord
from tests.telling import BOTH, TODAY, Told, ask, light, record_with

CATALOGUE = load_catalogue()
BELOW, STEP = "hip-g.1", "hip-g.2"
BEGUN: Told = (4, [ask(BELOW, side, 3) for side in BOTH for _ in range(2)], [])


def probed(level: int = 3, ago: int = 2, step: str = STEP, **more: Any) -> Told:
    return ago, [ask(step, "left", level, probe=True, **more)], []


def stand(*told: Told) -> Standing:
    return Standing(record_with(told), CATALOGUE, TODAY)


def planned(record: HorseRecord) -> SessionPlan:
    return plan_session(record, CATALOGUE, PlanRequest(on=TODAY, minutes=40, assess=False))


def test_the_estimate_hears_it_on_its_own_side_and_the_step_is_no_less_new() -> None:
    without, good, bad = stand(BEGUN), stand(BEGUN, probed(2)), stand(BEGUN, probed(9))
    chances = [one.tracks.chance_light(STEP, Side.LEFT, TODAY) for one in (bad, without, good)]
    assert chances == sorted(set(chances)), "heavier, unknown, lighter"
    for one in (good, bad):
        assert one.is_new(STEP)
        assert one.state(STEP) is without.state(STEP)
        assert one.missing(STEP) == without.missing(STEP)
        assert all(track is None for _, track in one.tracks.sides_of(STEP))
        assert STEP not in {each.step for each in one.estimates()}


def test_its_first_answer_in_earnest_goes_on_from_there() -> None:
    earnest: Told = (1, [ask(STEP, "left", 4)], [])
    without, after = stand(BEGUN, earnest), stand(BEGUN, probed(9), earnest)
    tracks = [one.tracks.get(STEP, Side.LEFT) for one in (without, after)]
    heard = [track.mean for track in tracks if track is not None]
    assert len(heard) == 2
    assert heard[0] < heard[1], "the heavy probe is not forgotten"
    assert [len(track.asks) for track in tracks if track is not None] == [1, 1]


def test_a_heavy_one_is_not_put_right_and_does_not_end_a_session_heavy() -> None:
    for more in ({}, {"correct": "no"}, {"tension": "tight"}):
        record = record_with([BEGUN, probed(9, ago=1, **more)])
        assert Day.of(record, CATALOGUE, PlanRequest(on=TODAY, minutes=40)).nothing_new_because() is None
        assert not [item for item in planned(record).items if item.kind is ItemKind.REPAIR]
    heavy = record_with([BEGUN, (1, [ask(STEP, "left", 9)], [])])
    assert [item for item in planned(heavy).items if item.kind is ItemKind.REPAIR]


def test_of_what_is_begun_it_makes_no_day_and_no_last_answer() -> None:
    one_day: Told = (4, [ask(STEP, side, 2) for side in BOTH for _ in range(4)], [])
    again: Told = 2, [ask(STEP, side, 2) for side in BOTH], []
    assert stand(BEGUN, one_day, again).own_state(STEP) is StepState.READY
    probes: Told = (2, [ask(STEP, side, 2, probe=True) for side in BOTH], [])
    assert stand(BEGUN, one_day, probes).own_state(STEP) is StepState.LEARNING
    heavy: Told = (1, [ask(STEP, side, 9, probe=True) for side in BOTH], [])
    # The last two answers are what they were; the estimate is heavier all the same.
    both = stand(BEGUN, one_day, again), stand(BEGUN, one_day, again, heavy)
    tracks = [one.tracks.get(STEP, Side.LEFT) for one in both]
    assert [[each.accepted for each in one.answers[-2:]] for one in tracks if one] == [[True] * 2] * 2
    means = [one.mean for one in tracks if one is not None]
    assert means[0] < means[1]


def test_what_is_confirmed_does_not_slip_by_it() -> None:
    told = light(BELOW, until=8)
    lost: list[Told] = [(ago, [ask(BELOW, side, 9) for side in BOTH], []) for ago in (6, 4, 2)]
    probes: list[Told] = [(ago, [ask(BELOW, side, 9, probe=True) for side in BOTH], []) for ago in (6, 4, 2)]
    assert stand(*told, *lost).own_state(BELOW) is StepState.SLIPPING
    assert stand(*told, *probes).own_state(BELOW) is StepState.CONFIRMED


@pytest.mark.parametrize("more", [{"tension": "alarmed"}, {"faults": ["tired"]}])
def test_what_went_wrong_in_it_matters_all_the_same(more: dict[str, Any]) -> None:
    assert "hip-g" not in bad_moments(stand(BEGUN, probed(5, ago=1)))
    assert bad_moments(stand(BEGUN, probed(5, ago=1, **more)))["hip-g"].step == STEP


def test_a_stumble_in_it_is_a_stumble() -> None:
    trot: list[Told] = [(ago, [ask("up-wt.2", side, 3) for side in BOTH], []) for ago in (6, 4)]
    stumbling: Told = (2, [ask("up-wt.3", side, 4, probe=True, faults=["stumbles"]) for side in BOTH], [])
    codes = [one.code for one in stand(*trot, stumbling).flags if one.open]
    assert FlagCode.STUMBLES in codes


def test_it_is_said_and_written_as_what_it_is() -> None:
    record = record_with([BEGUN, probed(6)])
    made = record.sessions[-1].asks[0]
    rule = Standing(record, CATALOGUE, TODAY).tracks.rule(STEP)
    assert answer_in_words(made, rule) == "at 6, a probe"
    assert answer_written(made, None) == "6?"


def test_the_debrief_tells_it_and_promises_nothing() -> None:
    record = record_with([BEGUN, (2, [ask(BELOW, "left"), ask(BELOW, "right")], []), probed(9, ago=1)])
    told = debrief(record, CATALOGUE, record.sessions[-1])
    (row,) = told.rows
    assert "heard by the estimate only" in row.words
    assert row.after.state is StepState.OPEN
    assert not row.ended_heavy
    assert told.open_ends == ()
    both = record.sessions[-1].model_copy(update={"asks": (*record.sessions[-1].asks, *BEGUN_AGAIN)})
    mixed = record.model_copy(update={"sessions": (*record.sessions[:-1], both)})
    rows = debrief(mixed, CATALOGUE, both).rows
    assert [[one.written for one in row.asks] for row in rows] == [["9?", "2"]]


BEGUN_AGAIN = record_with([(1, [ask(STEP, "left", 2)], [])]).sessions[0].asks
