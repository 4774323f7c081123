"""A yard's own exercises: the same checks as the ladder's, and old asks keep their meaning.

The exercises here are invented.
"""

from __future__ import annotations

from collections.abc import Callable
from datetime import date
from typing import Any

import networkx as nx
import pytest
from bucephal.base.errors import InvalidInput
from bucephal.ladder import (
    Catalogue,
    Gate,
    Need,
    Origin,
    OwnExercise,
    YardLadder,
    add_own,
    blank_exercise,
    check_yard,
    load_catalogue,
    need_text,
    next_number,
    source_of,
)
from bucephal.progress import Standing, StepState
from bucephal.record import HorseRecord, read_model, record_from

NOTHING = YardLadder()


def own(**changes: Any) -> dict[str, Any]:
    """Opening a gate on foot: sound as it is."""
    return {
        "id": "gate-g", "phase": "P1", "name": "Open a gate on foot", "kind": "L",
        "family": "yield-ground", "sides": "hand", "cap": 5, "gait": "walk", "kit": ["gate"],
        "stages": [
            {"number": 1, "name": "stands at the post", "needs": ["stand.2", "hip-g.2"]},
            {"number": 2, "name": "through, and turns round", "needs": ["backup-g.2!"]},
        ],
        "faults": [{"code": "pushes-through", "looks": "rushes the gap", "first": "Back it up, wait."}],
        **changes,
    }  # fmt: skip


def added(raw: dict[str, Any], yard: YardLadder = NOTHING) -> Catalogue:
    return check_yard(add_own(yard, read_model(raw, OwnExercise)))


def refused(raw: dict[str, Any], yard: YardLadder = NOTHING) -> dict[str, Any]:
    """The problems by path."""
    with pytest.raises(InvalidInput) as refusal:
        add_own(yard, read_model(raw, OwnExercise))
    return {problem.path: problem for problem in refusal.value.problems}


def test_an_own_exercise_is_a_part_of_the_ladder_like_any_other() -> None:
    catalogue = added(own())
    exercise = catalogue.exercise("gate-g")
    assert exercise.origin is Origin.OWN
    assert exercise.phase == "P1"
    assert [need.step for need in catalogue.stage("gate-g.2").needs] == ["gate-g.1", "backup-g.2"]
    # What it left out is inherited: the family's faults, the age of groundwork.
    assert exercise.faults[0].code == "pushes-through"
    assert len(exercise.faults) > 3
    assert catalogue.stage("gate-g.1").least_age_months == 12  # hip-g is planned from 12 months
    graph = nx.DiGraph((need.step, step) for step in catalogue.steps for need in catalogue.stage(step).needs)
    assert nx.is_directed_acyclic_graph(graph)


def test_a_form_begins_with_what_is_sound_once_it_has_a_name() -> None:
    """And not before: nothing is saved that nobody named."""
    blank = blank_exercise().model_dump(mode="json")
    with pytest.raises(InvalidInput):
        read_model(blank, OwnExercise)
    named = {**blank, "id": "gate-g", "name": "Open a gate", "stages": [{"number": 1, "name": "stands"}]}
    assert "gate-g.1" in added(named)


@pytest.mark.parametrize("gate", list(Gate))
def test_a_need_is_read_as_it_is_written(gate: Gate) -> None:
    need = Need(step="stand.2", gate=gate)
    stages = [{"number": 1, "name": "stands at the post", "needs": [need_text(need)]}]
    assert added(own(stages=stages)).stage("gate-g.1").needs == (need,)


def test_a_circle_is_refused_and_says_which_steps_close_it() -> None:
    yard = add_own(NOTHING, read_model(own(), OwnExercise))
    stages = [{"number": 1, "name": "a step", "needs": ["gate-g.2"]}]
    yard = add_own(yard, read_model(own(id="lane-g", name="Down a lane", stages=stages), OwnExercise))
    round_about = own()
    round_about["stages"][0]["needs"] = ["lane-g.1"]
    problems = refused(round_about, yard)
    (problem,) = problems.values()
    assert "stages[0].needs" in problems or "stages[1].needs" in problems
    assert "circle" in problem.reason
    assert "lane-g.1" in f"{problem.value} {problem.reason}"


def test_a_missing_remedy_is_refused_at_its_fault() -> None:
    problems = refused(own(faults=[{"code": "presses-post", "looks": "leans on the post"}]))
    (path,) = problems
    assert path.startswith("faults[0]")
    assert "remedy" in problems[path].reason


def test_an_unknown_fault_code_is_refused_with_the_known_ones() -> None:
    problems = refused(own(faults=[{"code": "no-such-fault"}]))
    (path,) = problems
    assert path.startswith("faults[0]")
    assert problems[path].value == "no-such-fault"
    assert "slow" in problems[path].allowed


@pytest.mark.parametrize(
    ("change", "path", "words"),
    [
        ({"stages": [{"number": 1, "name": "x", "needs": ["no-such.1"]}]}, "stages[0].needs", "no-such.1"),
        ({"stages": [{"number": 1, "name": "x", "needs": ["hip-g.9"]}]}, "stages[0].needs", "hip-g.9"),
        ({"family": "no-such-family"}, "family", "no-such-family"),
        ({"cautions": ["no-such-caution"]}, "stages[0].cautions", "no-such-caution"),
        (
            {"stages": [{"number": 1, "name": "x"}, {"number": 1, "name": "y"}]},
            "stages",
            "1",
        ),
    ],
)
def test_what_does_not_exist_is_named_with_its_place(change: dict[str, Any], path: str, words: str) -> None:
    problems = refused(own(**change))
    assert any(found.startswith(path) for found in problems), problems
    assert any(words in f"{one.value} {one.reason}" for one in problems.values())


def test_everything_wrong_is_said_at_once() -> None:
    stages = [{"number": 1, "name": "x", "needs": ["no-such.1"]}]
    problems = refused(own(stages=stages, faults=[{"code": "no-such-fault"}]))
    assert len(problems) >= 2


def test_the_shape_is_checked_with_the_allowed_range() -> None:
    with pytest.raises(InvalidInput) as refusal:
        read_model(own(cap=99, phase="P9"), OwnExercise)
    paths = {problem.path: problem.allowed for problem in refusal.value.problems}
    assert paths["cap"] == "a whole number 1 to 50"
    assert "phase" in paths


# --- changing what ships ---------------------------------------------------------------------


def changed(name: str) -> dict[str, Any]:
    source = source_of(NOTHING, name)
    assert source is not None
    return source.model_dump(mode="json")


def test_a_copy_of_what_ships_is_sound_and_stays_where_it_was() -> None:
    before = load_catalogue()
    after = added(changed("halt"))
    assert after.steps == before.steps
    assert after.exercise("halt").origin is Origin.CHANGED
    assert [f.code for f in after.exercise("halt").faults] == [f.code for f in before.exercise("halt").faults]


def test_a_stage_put_in_the_middle_gets_a_new_number_and_a_place(
    record_of: Callable[..., HorseRecord], today: date
) -> None:
    raw = changed("halt")
    source = read_model(raw, OwnExercise)
    number = next_number(source)
    assert number == 5  # halt has four stages
    raw["stages"].insert(2, {"number": number, "name": "from breath alone, with the helper near"})
    catalogue = added(raw)
    assert [one.step for one in catalogue.exercise("halt").stages] == [
        "halt.1", "halt.2", "halt.5", "halt.3", "halt.4",
    ]  # fmt: skip
    assert catalogue.previous("halt.3") == "halt.5"
    # Asks of halt.3 mean what they meant, and vouch for the stage before them now.
    days = [(ago, "halt.3", "none", [2]) for ago in range(60, 0, -3)]
    standing = Standing(record_of(days), catalogue, today)
    assert standing.state("halt.3") is StepState.CONFIRMED
    assert standing.state("halt.5") is StepState.CONFIRMED


def test_an_archived_stage_is_not_offered_and_its_asks_are_kept(
    record_of: Callable[..., HorseRecord], today: date
) -> None:
    raw = changed("steady-leg")
    raw["stages"][2]["archived"] = True
    catalogue = added(raw)
    asks = [{"step": "steady-leg.3", "side": side} for side in ("left", "right")]
    raw_record = record_of([]).model_dump(mode="json")
    raw_record["sessions"] = [{"date": f"2026-06-{day:02}", "asks": asks} for day in range(1, 10)]
    standing = Standing(record_from(raw_record, catalogue, today), catalogue, today)  # still valid
    assert standing.state("steady-leg.3") is StepState.RESTING
    assert standing.rest_because("steady-leg.3") == ("archived", "archived by the yard: not offered any more")
    assert [one.step for one in standing.estimates()] == ["steady-leg.3", "steady-leg.3"]
    assert catalogue.previous("steady-leg.4") == "steady-leg.2"
    assert next(need.step for need in catalogue.stage("steady-leg.4").needs) == "steady-leg.2"


def test_what_others_need_cannot_be_archived_before_them() -> None:
    raw = changed("halt")
    raw["stages"][1]["archived"] = True
    problems = refused(raw)
    assert all("halt.2 is archived" in problem.reason for problem in problems.values())
    assert "up-wt.1.needs" in problems  # up-wt.1 needs halt.2


@pytest.mark.parametrize(("field", "value"), [("kind", "T"), ("sides", "leg")])
def test_what_old_asks_mean_cannot_be_changed(field: str, value: str) -> None:
    problems = refused({**changed("halt"), field: value})
    assert field in problems
    assert "asks already logged" in problems[field].reason


def test_a_stage_cannot_disappear() -> None:
    raw = changed("halt")
    del raw["stages"][3]
    problems = refused(raw)
    assert "stages" in problems
    assert problems["stages"].allowed == "archive it instead"


def test_a_yards_words_for_its_scale_are_what_the_horse_is_asked_by() -> None:
    words = tuple(f"our level {number}" for number in range(1, 11))
    yard = YardLadder(scales={"forward-ridden": words})
    assert check_yard(yard).families["forward-ridden"].levels == words
    under_school = load_catalogue(yard, {"leg-place": "c"})
    assert under_school.families["forward-ridden"].levels == words  # its own words go first
