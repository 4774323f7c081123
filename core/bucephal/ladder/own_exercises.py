"""A yard's own exercises: added, copied and changed, archived, with the same checks as the ladder's.

Steps are never deleted, because old asks name them: what is no longer wanted is archived, and a
stage put in the middle gets a number that was never used, and a place in the order.
"""

from __future__ import annotations

import re
from collections.abc import Iterator

from bucephal.base.errors import InvalidInput, LadderFault, Problem
from bucephal.ladder.catalogue import Catalogue
from bucephal.ladder.library import Library, load_library
from bucephal.ladder.loader import load_catalogue
from bucephal.ladder.models import Need
from bucephal.ladder.source import ExerciseSource, FaultSource, OwnExercise, StageSource, YardLadder
from bucephal.ladder.terms import Gait, Gate, Sides, StepKind

FIRST_PHASE, FIRST_FAMILY, USUAL_CAP = "P1", "yield-ground", 6
"""What a new exercise most often is [own]: of the ground, yielding to a hand, asked at most six times."""

_STAGE_PATH = re.compile(r"^(?P<exercise>[a-z0-9-]+)\.(?P<number>\d+)\.(?P<rest>.+)$")
_FAULT_PATH = re.compile(r"^faults\.(?P<code>[a-z0-9-]+)(?P<rest>.*)$")


def check_yard(yard: YardLadder) -> Catalogue:
    """The catalogue with a yard's additions, under every school.

    Raises:
        InvalidInput: with every contradiction.
    """
    try:
        catalogue = load_catalogue(yard)
        for school in load_library().schools:
            for option in school.others:
                load_catalogue(yard, {school.key: option.code})
    except LadderFault as fault:
        raise InvalidInput(fault.problems) from None
    return catalogue


def need_text(need: Need) -> str:
    """A need as it is written in a stage's list."""
    return f"{need.step}!" if need.gate is Gate.CONFIRMED else need.step


def blank_exercise() -> OwnExercise:
    """With what the form of a new exercise begins: not valid before it has a name."""
    stage = StageSource.model_construct(number=1, name="")
    return OwnExercise.model_construct(
        id="", name="", phase=FIRST_PHASE, kind=StepKind.LIGHTNESS, family=FIRST_FAMILY, sides=Sides.HAND,
        gait=Gait.WALK, cap=USUAL_CAP, stages=(stage,),
    )  # fmt: skip


def add_own(yard: YardLadder, own: OwnExercise) -> YardLadder:
    """The yard's additions with one exercise added or replaced.

    Raises:
        InvalidInput: naming each place in ``own`` and the reason; nothing is changed then.
    """
    before = _before(yard, own.id)
    problems = list(_kept_meaning(before, own)) if before is not None else []
    others = tuple(one for one in yard.exercises if one.id != own.id)
    changed = yard.model_copy(update={"exercises": (*others, own)})
    if not problems:
        try:
            check_yard(changed)
        except InvalidInput as error:
            problems = [_in_form(problem, own) for problem in error.problems]
    if problems:
        raise InvalidInput(one for index, one in enumerate(problems) if one not in problems[:index])
    return changed


def _before(yard: YardLadder, name: str) -> ExerciseSource | None:
    """The exercise of that id as it was until now: the yard's version, else the one that ships."""
    shipped = {source.id: source for _, source in load_library().exercises}
    return next((one for one in yard.exercises if one.id == name), shipped.get(name))


def _kept_meaning(before: ExerciseSource, after: OwnExercise) -> Iterator[Problem]:
    """Old asks keep their meaning: kind and sides stay, no stage disappears."""
    for field in ("kind", "sides", "unit", "compare"):
        old, new = getattr(before, field), getattr(after, field)
        if old != new:
            reason = f"cannot change: asks already logged for {after.id} would mean something else"
            yield Problem(field, new, reason, f"{old}; copy it under a new name instead")
    have = {stage.number for stage in after.stages}
    for stage in before.stages:
        if stage.number not in have:
            reason = f"stage {stage.number} ({stage.name}) is missing: old asks name it"
            yield Problem("stages", sorted(have), reason, "archive it instead")


def _in_form(problem: Problem, own: OwnExercise) -> Problem:
    """A problem with its path inside the exercise that was sent, where it lies there."""
    match = _STAGE_PATH.match(problem.path)
    path = problem.path
    if match is not None and match["exercise"] == own.id:
        numbers = [stage.number for stage in own.stages]
        index = numbers.index(int(match["number"]))
        path = f"stages[{index}].{match['rest']}"
    elif path.startswith(f"{own.id}."):
        path = path.removeprefix(f"{own.id}.")
        fault = _FAULT_PATH.match(path)
        codes = [one.code for one in own.faults]
        if fault is not None and fault["code"] in codes:
            path = f"faults[{codes.index(fault['code'])}]{fault['rest'] or '.code'}"
    return Problem(path, problem.value, problem.reason, problem.allowed)


def next_number(source: ExerciseSource) -> int:
    """A stage number that was never used in the exercise."""
    return max(stage.number for stage in source.stages) + 1


def source_of(yard: YardLadder, name: str, library: Library | None = None) -> OwnExercise | None:
    """An exercise as it is written, ready to be copied or changed; faults of its own rows included."""
    library = library or load_library()
    phases = {source.id: phase for phase, source in library.exercises}
    own = next((one for one in yard.exercises if one.id == name), None)
    if own is not None:
        return own
    shipped = next((source for _, source in library.exercises if source.id == name), None)
    if shipped is None:
        return None
    rows = library.exercise_faults.get(name, {})
    faults = tuple(FaultSource(code=code) for code in rows)
    return OwnExercise(**{**dict(shipped), "phase": phases[name], "faults": faults})
