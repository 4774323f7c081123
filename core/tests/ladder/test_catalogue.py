"""The ladder against the handbook's tables, and as a graph against networkx."""

from __future__ import annotations

import copy
from typing import Any

import networkx as nx
import pytest
from bucephal.errors import LadderFault, UnknownStep
from bucephal.ladder import Catalogue, Gate, Kind, Need, Sides, build_catalogue

# Handbook 03: id, kind, sides, cap, number of stages.
HANDBOOK = """
catch T none 5 3 | lead L hand 6 5 | backup-g L none 6 3 | head-down L none 8 3 | stand M none 5 5
touch T hand 8 7 | hip-g L hand 6 4 | shoulder-g L hand 6 5 | send L hand 6 7 | lunge L rein None 5
settle M none None 4 | lunge-canter L lead 4 3 | saddle T hand 5 5 | flex L hand 6 3
disengage L leg 5 3 | mount T hand 5 5 | walk-on L none 8 3 | halt L none 8 4 | steer L rein 6 3
up-wt L rein 8 3 | down-tw L rein 8 3 | off-leg L leg 4 3 | line M rein 4 3 | trot-range M rein 6 3
canter L lead 4 5
"""


def handbook_rows() -> list[list[str]]:
    return [row.split() for line in HANDBOOK.strip().splitlines() for row in line.split("|")]


@pytest.mark.parametrize("row", handbook_rows(), ids=lambda row: row[0])
def test_exercise_is_as_the_handbook_says(row: list[str], catalogue: Catalogue) -> None:
    name, kind, sides, cap, stages = row
    exercise = catalogue.exercise(name)
    assert exercise.kind == Kind(kind)
    assert exercise.sides == Sides(sides)
    assert str(exercise.cap) == cap
    assert [stage.number for stage in exercise.stages] == list(range(1, int(stages) + 1))


def need(step: str, gate: Gate = Gate.READY) -> Need:
    return Need(step=step, gate=gate)


@pytest.mark.parametrize(
    ("step", "needs"),
    # Handbook 03; bold entries must be confirmed, an exercise without stage means its last.
    [
        ("lead.1", {need("catch.3")}),
        ("hip-g.1", {need("backup-g.1", Gate.CONFIRMED)}),
        ("send.1", {need("hip-g.2"), need("shoulder-g.2"), need("backup-g.2"), need("stand.1")}),
        ("mount.1", {need("saddle.4"), need("stand.2", Gate.CONFIRMED)}),
        ("mount.2", {need("mount.1"), need("disengage.1", Gate.CONFIRMED)}),
        ("up-wt.1", {need("walk-on.2"), need("halt.2", Gate.CONFIRMED), need("disengage.3", Gate.CONFIRMED)}),
        ("off-leg.2", {need("off-leg.1"), need("up-wt.1")}),
        (
            "canter.1",
            {need("up-wt.2", Gate.CONFIRMED), need("down-tw.2", Gate.CONFIRMED),
             need("disengage.3", Gate.CONFIRMED), need("trot-range.1")},
        ),
    ],
)  # fmt: skip
def test_needs_are_as_the_handbook_says(step: str, needs: set[Need], catalogue: Catalogue) -> None:
    assert set(catalogue.stage(step).needs) == needs


def graph_of(catalogue: Catalogue) -> nx.DiGraph:
    graph = nx.DiGraph()
    for exercise in catalogue.exercises:
        for stage in exercise.stages:
            graph.add_edges_from((need.step, stage.step) for need in stage.needs)
    return graph


def test_needs_have_a_topological_order(catalogue: Catalogue) -> None:
    graph = graph_of(catalogue)
    assert nx.is_directed_acyclic_graph(graph)
    assert set(graph) <= set(catalogue.steps)


def test_everything_is_reached_from_being_caught(catalogue: Catalogue) -> None:
    assert nx.descendants(graph_of(catalogue), "catch.1") == set(catalogue.steps) - {"catch.1"}


@pytest.mark.parametrize("goal", ["canter.5", "mount.4", "send.7", "catch.1"])
def test_path_to_a_goal_is_its_ancestors(goal: str, catalogue: Catalogue) -> None:
    assert set(catalogue.path_to(goal)) == nx.ancestors(graph_of(catalogue), goal) | {goal}


def test_ages_never_fall_along_the_needs_of_ridden_work(catalogue: Catalogue) -> None:
    # Handbook 08: no ridden schooling under 36 months, canter from 42 months on straight lines.
    for exercise in catalogue.exercises:
        for stage in exercise.stages:
            assert not stage.ridden or stage.least_age_months >= 36
    assert catalogue.stage("canter.1").least_age_months == 42
    assert catalogue.stage("canter.4").least_age_months == 48
    assert catalogue.stage("mount.3").least_age_months == 30
    assert catalogue.stage("send.5").least_age_months == 12
    assert catalogue.stage("send.6").least_age_months == 24


def test_every_fault_has_a_remedy_and_family_rows_are_inherited(catalogue: Catalogue) -> None:
    for exercise in catalogue.exercises:
        assert all(fault.first for fault in exercise.faults), exercise.id
        assert exercise.fault("anticipates") is not None
    # Handbook 04: any forward ask; any stop or back (backing is one, whatever its cue family).
    assert catalogue.exercise("up-wt").fault("slow") is not None
    assert catalogue.exercise("backup-g").fault("crooked-back") is not None
    assert catalogue.exercise("backup-g").fault("stuck") is None
    assert catalogue.exercise("touch").fault("cannot-stand-it") is not None


def test_an_unknown_step_is_named_with_what_there_is(catalogue: Catalogue) -> None:
    with pytest.raises(UnknownStep) as refusal:
        catalogue.stage("up-wt.9")
    assert refusal.value.step == "up-wt.9"
    assert "up-wt.3" in refusal.value.problems[0].allowed


# --- a catalogue that contradicts itself ----------------------------------------------------

FAMILIES = {"f": {"name": "F", "fault_family": "none", "levels": ["a", "b", "c", "d", "e"]}}
FAULTS: dict[str, Any] = {
    "family": {"any": {}, "tolerance": {}, "none": {}}, "exercise": {}, "rider": {},
}  # fmt: skip


def small_phase() -> dict[str, Any]:
    rows = [
        {"id": name, "name": name, "kind": "L", "family": "f", "sides": "none", "cap": 3, "kit": [],
         "gait": "walk", "least_age_months": 0, "ask": "-",
         "stages": [{"number": 1, "name": "one"}, {"number": 2, "name": "two"}]}
        for name in ("a", "b")
    ]  # fmt: skip
    return {"phase": "P0", "title": "T", "exercise": rows}


def test_a_sound_small_catalogue_is_accepted() -> None:
    assert build_catalogue([small_phase()], FAMILIES, FAULTS).steps == ("a.1", "a.2", "b.1", "b.2")


@pytest.mark.parametrize(
    ("change", "said"),
    [
        (lambda rows: rows[0]["stages"][0].update(needs=["b.2"])
         or rows[1]["stages"][0].update(needs=["a.1"]), "circle of needs"),
        (lambda rows: rows[0]["stages"][0].update(needs=["nowhere.1"]), "not in the ladder"),
        (lambda rows: rows[0].update(family="x"), "not one of the cue families"),
        (lambda rows: rows[0].update(colour="red"), "unknown key 'colour'"),
        (lambda rows: rows[0].update(kind="M"), "a measure needs a unit"),
        (lambda rows: rows[1].update(id="a"), "defined 2 times"),
    ],
)  # fmt: skip
def test_contradictions_are_refused_by_name(change: Any, said: str) -> None:
    phase = small_phase()
    change(phase["exercise"])
    with pytest.raises(LadderFault, match=said):
        build_catalogue([phase], FAMILIES, FAULTS)


def test_a_fault_without_remedy_and_faults_of_nobody_are_refused() -> None:
    faults = copy.deepcopy(FAULTS)
    faults["family"]["any"]["odd"] = {"looks": "odd", "first": "", "accepted": "never"}
    faults["exercise"]["ghost"] = {}
    with pytest.raises(LadderFault) as refusal:
        build_catalogue([small_phase()], FAMILIES, faults)
    assert any("has no remedy" in fault for fault in refusal.value.faults)
    assert any("ghost" in fault for fault in refusal.value.faults)
