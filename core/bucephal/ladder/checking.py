"""Checks the ladder as a graph: nothing dangling, nothing circular, every fault remediable."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Iterator
from graphlib import CycleError, TopologicalSorter

from bucephal.errors import LadderFault
from bucephal.ladder.models import Catalogue, Exercise, Kind


def check_catalogue(catalogue: Catalogue, fault_rows_for: Iterable[str] = ()) -> None:
    """Raises:
    LadderFault: with every contradiction in the catalogue, not only the first.
    """
    findings = [
        *_repeated(catalogue),
        *_dangling_needs(catalogue),
        *_circles(catalogue),
        *(finding for exercise in catalogue.exercises for finding in _unfit(exercise, catalogue)),
        *_orphan_faults(catalogue, fault_rows_for),
    ]
    if findings:
        raise LadderFault(findings)


def _repeated(catalogue: Catalogue) -> Iterator[str]:
    counts = Counter(stage.step for ex in catalogue.exercises for stage in ex.stages)
    yield from (f"{step}: defined {count} times" for step, count in counts.items() if count > 1)


def _dangling_needs(catalogue: Catalogue) -> Iterator[str]:
    for exercise in catalogue.exercises:
        for stage in exercise.stages:
            for need in stage.needs:
                if need.step not in catalogue:
                    yield f"{stage.step}: needs {need.step}, which is not in the ladder"


def _circles(catalogue: Catalogue) -> Iterator[str]:
    graph = {
        stage.step: [need.step for need in stage.needs]
        for exercise in catalogue.exercises
        for stage in exercise.stages
    }
    try:
        TopologicalSorter(graph).prepare()
    except CycleError as circle:
        yield "circle of needs: " + " needs ".join(reversed(circle.args[1]))


def _unfit(exercise: Exercise, catalogue: Catalogue) -> Iterator[str]:
    if exercise.kind is Kind.LIGHTNESS and exercise.family not in catalogue.families:
        yield f"{exercise.id}: family {exercise.family!r} is not one of the cue families"
    if exercise.kind is Kind.MEASURE:
        if exercise.unit is None:
            yield f"{exercise.id}: a measure needs a unit"
        for stage in exercise.stages:
            if stage.target is None:
                yield f"{stage.step}: a measure needs a target"
    if exercise.phase not in catalogue.phases:
        yield f"{exercise.id}: phase {exercise.phase!r} is not in the ladder"
    for fault in exercise.faults:
        if not fault.first:
            yield f"{exercise.id}: fault {fault.code} has no remedy"


def _orphan_faults(catalogue: Catalogue, fault_rows_for: Iterable[str]) -> Iterator[str]:
    known = {exercise.id for exercise in catalogue.exercises}
    yield from (f"faults for {name}: no such exercise" for name in fault_rows_for if name not in known)
