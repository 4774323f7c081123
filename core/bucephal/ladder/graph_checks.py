"""Checks the ladder as a graph: nothing dangling, nothing circular, every fault remediable."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Iterator
from graphlib import CycleError, TopologicalSorter

from bucephal.base.errors import LadderFault, Problem
from bucephal.ladder.catalogue import Catalogue
from bucephal.ladder.models import Exercise
from bucephal.ladder.terms import StepKind

NEVER_RIDDEN_BELOW_MONTHS = 36


def check_catalogue(
    catalogue: Catalogue, findings: Iterable[Problem] = (), fault_rows_for: Iterable[str] = ()
) -> None:
    """Adds what is wrong with the whole to what was found while it was built.

    Raises:
        LadderFault: with every contradiction, not only the first; paths are
            ``exercise.field`` or ``exercise.stage.field``.
    """
    found = [
        *findings,
        *_repeated(catalogue),
        *_dangling_needs(catalogue),
        *_circles(catalogue),
        *(finding for exercise in catalogue.exercises for finding in _unfit(exercise, catalogue)),
        *_orphan_faults(catalogue, fault_rows_for),
    ]
    if found:
        raise LadderFault(found)


def _repeated(catalogue: Catalogue) -> Iterator[Problem]:
    counts = Counter(stage.step for ex in catalogue.exercises for stage in ex.stages)
    for step, count in counts.items():
        if count > 1:
            yield Problem(f"{step}.number", step, f"is defined {count} times", "each number once")


def _dangling_needs(catalogue: Catalogue) -> Iterator[Problem]:
    for exercise in catalogue.exercises:
        for stage in exercise.live_stages:
            for need in stage.needs:
                path = f"{stage.step}.needs"
                if need.step not in catalogue:
                    near = _near(need.step, catalogue)
                    yield Problem(path, need.step, f"{need.step} is not in the ladder", near)
                elif catalogue.stage(need.step).archived:
                    reason = f"{need.step} is archived, and {stage.step} still needs it"
                    yield Problem(path, need.step, reason, "a step that is offered")


def _near(step: str, catalogue: Catalogue) -> str:
    name = step.partition(".")[0]
    same = [known for known in catalogue.steps if known.startswith(f"{name}.")]
    return ", ".join(same or (exercise.id for exercise in catalogue.exercises))


def _circles(catalogue: Catalogue) -> Iterator[Problem]:
    graph = {
        stage.step: [need.step for need in stage.needs]
        for exercise in catalogue.exercises
        for stage in exercise.stages
    }
    try:
        TopologicalSorter(graph).prepare()
    except CycleError as circle:
        steps = list(reversed(circle.args[1]))
        reason = "circle of needs: " + " needs ".join(steps)
        yield Problem(f"{_first_own(steps, catalogue)}.needs", steps[0], reason, "needs that lead downwards")


def _first_own(steps: list[str], catalogue: Catalogue) -> str:
    """The step of a circle that is to blame: one that does not come with the ladder, if any."""
    own = [step for step in steps if step in catalogue and catalogue.exercise(step).origin != "shipped"]
    return (own or steps)[0]


def _unfit(exercise: Exercise, catalogue: Catalogue) -> Iterator[Problem]:
    where, families = exercise.id, ", ".join(catalogue.families)
    if exercise.kind is StepKind.LIGHTNESS and exercise.family not in catalogue.families:
        yield Problem(f"{where}.family", exercise.family, "is not one of the cue families", families)
    if exercise.kind is not StepKind.LIGHTNESS and exercise.family is not None:
        reason = "is for what is judged by lightness only"
        yield Problem(f"{where}.family", exercise.family, reason, "empty")
    if exercise.kind is StepKind.MEASURE:
        if exercise.unit is None:
            yield Problem(f"{where}.unit", None, "a measure needs a unit", "s, m, min, % ...")
        for stage in exercise.stages:
            if stage.target is None:
                yield Problem(f"{stage.step}.target", None, "a measure needs a target", "a number")
    if exercise.phase not in catalogue.phases:
        yield Problem(f"{where}.phase", exercise.phase, "is not in the ladder", ", ".join(catalogue.phases))
    for stage in exercise.stages:
        if stage.ridden and stage.least_age_months < NEVER_RIDDEN_BELOW_MONTHS:
            yield Problem(f"{stage.step}.demands", stage.least_age_months, "is ridden too young", "36 months")


def _orphan_faults(catalogue: Catalogue, fault_rows_for: Iterable[str]) -> Iterator[Problem]:
    known = {exercise.id for exercise in catalogue.exercises}
    for name in fault_rows_for:
        if name not in known:
            yield Problem(f"{name}.faults", name, f"faults for {name}: no such exercise", ", ".join(known))
