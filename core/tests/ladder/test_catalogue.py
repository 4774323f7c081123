"""The ladder against the trade's tables kept beside it, and as a graph against networkx.

The tables are common practice, no source.
"""

from __future__ import annotations

import re

import networkx as nx
import pytest
from bucephal.base.errors import UnknownStep
from bucephal.ladder import Catalogue, CountsAs, Gate, Need, Sides, StepKind, load_catalogue, load_library
from tests.ladder.tables import rows, split

# Stages that the ladder names more fully than the table: exercise, there, here.
NAMED_MORE_FULLY = {
    ("catch", "comes"): "comes to you",
    ("backup-g", "several"): "several steps",
    ("stand", "5 s"): "5 seconds",
    ("stand", "30 s"): "30 seconds",
    ("send", "stops (turned in or parallel: school)"): "stops when asked",
    ("gaps", "into a trailer (helper)"): "into a trailer",
    ("lunge", "walk-trot-walk by voice"): "walk, trot, walk by voice",
    ("settle", "within 10"): "first stretch within 10 min",
    ("settle", "whole circle stretched on both reins within 10"):
        "a whole circle stretched on both reins within 10 min",
    ("settle", "within 5"): "a whole circle stretched on both reins within 5 min",
    ("long-line", "from behind, walk-halt"): "from behind, walk and halt",
    ("flex", "to the side, rein followed not pulled"): "to the side, rein followed, not pulled",
    ("head-down-r", "while something moves"): "while something moves near",
    ("down-tw", "any"): "any answer",
    ("down-ct", "any"): "any answer",
    ("ride-length", "10"): "10 min",
    ("ride-length", "15"): "15 min",
    ("ride-length", "20"): "20 min",
}  # fmt: skip
EVERY_EXERCISE = pytest.mark.parametrize("row", rows("03"), ids=lambda row: row[0])


def test_the_ladder_has_the_tables_exercises_in_its_order(catalogue: Catalogue) -> None:
    assert [exercise.id for exercise in catalogue.exercises] == [row[0] for row in rows("03")]
    assert len(catalogue.exercises) == 61
    assert len(catalogue.steps) == 245


@EVERY_EXERCISE
def test_exercise_is_as_the_table_says(row: list[str], catalogue: Catalogue) -> None:
    name, kind, _, stages, _, sides, cap, _ = row
    exercise = catalogue.exercise(name)
    assert exercise.kind == StepKind(kind)
    assert exercise.sides == Sides("none" if sides == "–" else re.split(r"[ (]", sides)[0])
    wanted_cap = re.match(r"\d+", cap)
    assert exercise.cap == (int(wanted_cap[0]) if wanted_cap else None)
    wanted = [NAMED_MORE_FULLY.get((name, text), text) for text in split(stages, ";")]
    assert [stage.name for stage in exercise.stages] == wanted
    assert [stage.number for stage in exercise.stages] == list(range(1, len(wanted) + 1))


@EVERY_EXERCISE
def test_needs_are_as_the_table_says(row: list[str], catalogue: Catalogue) -> None:
    """'1: a.2, **b**; 4: ...': bold must be confirmed, an exercise without a stage means its last."""
    exercise, written = catalogue.exercise(row[0]), {}
    for part in split(row[4], ";"):
        number, _, needs = part.partition(":")
        written[int(number)] = {_need(text.strip(), catalogue) for text in needs.split(",")}
    for index, stage in enumerate(exercise.stages):
        before = {Need(step=exercise.stages[index - 1].step)} if index else set()
        assert set(stage.needs) == written.get(stage.number, set()) | before, stage.step


def _need(text: str, catalogue: Catalogue) -> Need:
    gate = Gate.CONFIRMED if text.startswith("**") else Gate.READY
    name = text.strip("*")
    return Need(step=name if "." in name else catalogue.exercise(name).stages[-1].step, gate=gate)


def test_kit_and_helpers_are_as_the_table_says(catalogue: Catalogue) -> None:
    """Common practice, no source: first saddling, lying across, first mounts, first canter, long pole, trailer."""
    for step in ("saddle.2", "mount.3", "mount.4", "canter.1", "pole-g.1", "pole-f.1", "pole-r.2", "gaps.5"):
        assert catalogue.stage(step).helper != "never", step
    assert "4 m pole" in catalogue.stage("pole-r.1").kit
    assert set(catalogue.stage("jump.1").kit) == {"poles", "wings"}
    assert catalogue.stage("hack.1").kit == ("companion",)


def graph_of(catalogue: Catalogue) -> nx.DiGraph:
    graph = nx.DiGraph()
    for exercise in catalogue.exercises:
        for stage in exercise.stages:
            graph.add_node(stage.step)
            graph.add_edges_from((need.step, stage.step) for need in stage.needs)
    return graph


SCHOOLS = [(school.key, option.code) for school in load_library().schools for option in school.options]


@pytest.mark.parametrize(("key", "code"), SCHOOLS)
def test_needs_have_a_topological_order_under_every_school(key: str, code: str) -> None:
    graph = graph_of(load_catalogue(None, {key: code}))
    assert nx.is_directed_acyclic_graph(graph)
    assert len(graph) == 245


def test_everything_is_reached_from_being_caught(catalogue: Catalogue) -> None:
    assert nx.descendants(graph_of(catalogue), "catch.1") == set(catalogue.steps) - {"catch.1"}


def test_every_background_begins_at_steps_from_which_its_ladder_goes_on(catalogue: Catalogue) -> None:
    """Nothing is unreachable: what lies above and below what a horse is tried on is the whole ladder."""
    graph = graph_of(catalogue)
    for name, plan in load_library().assessments.items():
        tried = {step for session in plan.sessions for step in session}
        assert tried <= set(catalogue.steps), name
        reached = set().union(*(nx.descendants(graph, step) | nx.ancestors(graph, step) for step in tried))
        assert reached | tried == set(catalogue.steps), name
        assert set(plan.because) <= tried, name


@pytest.mark.parametrize("goal", ["canter.5", "mount.4", "send.7", "catch.1", "traffic.3"])
def test_path_to_a_goal_is_its_ancestors(goal: str, catalogue: Catalogue) -> None:
    assert set(catalogue.path_to(goal)) == nx.ancestors(graph_of(catalogue), goal) | {goal}


def test_opened_by_is_the_other_end_of_every_need(catalogue: Catalogue) -> None:
    graph = graph_of(catalogue)
    for step in catalogue.steps:
        assert set(catalogue.opened_by(step)) == set(graph.successors(step))


# Common practice, no source: from which age each is planned, in months.
AGES = """
catch.1 0 | lead.5 0 | touch.7 0 | head-down.3 0 | stand.5 0 | backup-g.1 12 | hip-g.1 12 | shoulder-g.5 12
sideways-g.1 12 | object.5 12 | gaps.4 12 | send.5 12 | send.6 24 | send.7 24 | pole-g.1 24 | flex.1 24
disengage.1 24 | bridle.1 24 | saddle.4 24 | long-line.1 24 | lunge.1 24 | mount.3 30 | mount.4 30
disengage.2 36 | walk-on.1 36 | up-wt.1 36 | hack.1 36 | canter.1 42 | canter.2 42 | canter.3 48 | canter.4 48
hack.4 48 | leg-yield.1 48 | side-pass.1 48 | poles-r.1 48 | jump.2 48 | jump.5 60 | rollback.1 60 | markers.1 60
leg-yield.5 60
"""


@pytest.mark.parametrize(
    "pair", [pair.strip() for pair in AGES.replace("\n", "|").split("|") if pair.strip()]
)
def test_ages_are_as_the_table_says(pair: str, catalogue: Catalogue) -> None:
    step, months = pair.split()
    assert catalogue.stage(step).least_age_months == int(months)


def test_nothing_is_planned_before_what_it_needs_and_nothing_ridden_under_three(catalogue: Catalogue) -> None:
    for step in catalogue.steps:
        stage = catalogue.stage(step)
        assert not stage.ridden or stage.least_age_months >= 36
        for need in stage.needs:
            assert catalogue.stage(need.step).least_age_months <= stage.least_age_months


def test_every_stage_says_in_two_to_five_sentences_what_to_do_and_look_for(catalogue: Catalogue) -> None:
    for step in catalogue.steps:
        stage = catalogue.stage(step)
        assert stage.does.endswith("."), step
        assert stage.looks.endswith("."), step
        sentences = re.findall(r"[.?](?:\s|$)", f"{stage.does} {stage.looks}")
        assert 2 <= len(sentences) <= 5, (step, sentences)
        assert "!" not in stage.does + stage.looks
    texts = [catalogue.stage(step).does for step in catalogue.steps]
    assert len(set(texts)) == len(texts)


def test_every_exercise_has_minutes_a_purpose_and_a_short_name(catalogue: Catalogue) -> None:
    for exercise in catalogue.exercises:
        assert exercise.good_for, exercise.id
        assert exercise.ask, exercise.id
        assert 1 <= exercise.minutes <= 30
        assert len(exercise.short) <= 18
    names = [exercise.short for exercise in catalogue.exercises]
    assert len(set(names)) == len(names)


def test_the_six_families_have_words_for_ten_levels_and_stop_before_the_top(catalogue: Catalogue) -> None:
    assert len(catalogue.families) == 6
    for family in catalogue.families.values():
        assert len(family.levels) == 10
    # Common practice, no source: nothing above level 8 for slowing and for head down: a smaller question instead.
    for name in ("stop-ridden", "head-down"):
        assert all("smaller question" in catalogue.families[name].text_for(level) for level in (9, 10))


# --- faults ---------------------------------------------------------------------------------

FAMILY_ROWS = {
    "any forward ask": "up-wt", "any yield or turn": "turn-haunch", "any stop or back": "down-tw",
    "any tolerance step": "saddle", "any": "catch",
}  # fmt: skip


# The words of the table for what a fault counts as, where they are more than one word.
COUNTS_AS_IN_WORDS = {
    "by its level": CountsAs.LEVEL,
    "as `over`": CountsAs.OVER,
    "own rule (vary)": CountsAs.BEFORE,
    "as tension tight": CountsAs.TIGHT,
    "stop, but not 'not calm'": CountsAs.STOP,
    "wrong (a) / no fault (b)": CountsAs.WRONG,
    "let-be in stages 1 and 2, then shape": CountsAs.LET_BE,
    "let-be three canter sessions, then wrong (a) / wrong (b); canter.5, leads, canter-walk, rollback.5: wrong":
        CountsAs.LET_BE,
}  # fmt: skip


@pytest.mark.parametrize("row", rows("04"), ids=lambda row: f"{row[0]} {row[1]}")
def test_every_fault_of_the_table_stands_where_it_says(row: list[str], catalogue: Catalogue) -> None:
    where, code, _, _, second, counts_as = row
    for name in split(FAMILY_ROWS.get(where, where), ","):
        fault = catalogue.exercise(name).fault(code)
        assert fault is not None, (name, code)
        assert fault.first
        assert fault.looks
        assert (fault.second is None) == (second == "–"), (name, code)
        assert fault.counts_as == (COUNTS_AS_IN_WORDS.get(counts_as) or counts_as)
        assert fault.stays_calm is counts_as.endswith("'not calm'")


def counted(step: str, code: str, before: int = 0, **school: str) -> CountsAs:
    catalogue = load_catalogue(school={key.replace("_", "-"): option for key, option in school.items()})
    fault = catalogue.exercise(step).fault(code)
    assert fault is not None
    return fault.counts_in(catalogue.stage(step).number, before)


def test_what_a_fault_counts_as_changes_where_the_table_says() -> None:
    late = [str(counted(f"leg-yield.{stage}", "quarters-trail")) for stage in (1, 2, 3, 4)]
    assert late == ["let-be", "let-be", "shape", "shape"]
    lead = [str(counted("canter.2", "wrong-lead", before)) for before in (0, 2, 3, 9)]
    assert lead == ["let-be", "let-be", "wrong", "wrong"]
    assert counted("canter.5", "wrong-lead") is CountsAs.WRONG
    assert counted("canter.2", "wrong-lead", wrong_lead="b") is CountsAs.WRONG
    for step in ("leads.1", "canter-walk.1", "rollback.5"):
        assert counted(step, "wrong-lead") is CountsAs.WRONG
    for step in ("shoulder-g.1", "turn-haunch.2"):
        assert counted(step, "backs-out") is CountsAs.WRONG
        assert counted(step, "backs-out", turn_entry="b") is CountsAs.NONE


def test_every_exercise_has_several_faults_each_with_a_remedy(catalogue: Catalogue) -> None:
    for exercise in catalogue.exercises:
        assert len(exercise.faults) >= 6, exercise.id
        assert all(fault.first for fault in exercise.faults), exercise.id
    # Backing is a stop, whatever its cue family.
    assert catalogue.exercise("backup-g").fault("crooked-back") is not None
    assert catalogue.exercise("backup-g").fault("stuck") is None


@pytest.mark.parametrize("row", rows("04 riders"), ids=lambda row: row[0])
def test_every_fault_of_the_rider_says_what_helps_the_person(row: list[str], catalogue: Catalogue) -> None:
    fault = catalogue.rider_faults[row[0]]
    assert fault.looks
    assert fault.helps
    assert not any(exercise.fault(row[0]) for exercise in catalogue.exercises)  # logged apart


def test_there_is_no_other_fault_of_the_rider(catalogue: Catalogue) -> None:
    assert set(catalogue.rider_faults) == {row[0] for row in rows("04 riders")}
    assert len(catalogue.rider_faults) == 14


def test_an_unknown_step_is_named_with_what_there_is(catalogue: Catalogue) -> None:
    with pytest.raises(UnknownStep) as refusal:
        catalogue.stage("up-wt.9")
    assert refusal.value.step == "up-wt.9"
    assert "up-wt.3" in refusal.value.problems[0].allowed
