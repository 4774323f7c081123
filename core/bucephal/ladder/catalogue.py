"""The whole ladder as one school and one yard have it: looked up, walked, named."""

from __future__ import annotations

from functools import cached_property

from pydantic import Field, InstanceOf

from bucephal.base.errors import UnknownStep
from bucephal.ladder.library import Blueprint
from bucephal.ladder.models import CueFamily, Exercise, RiderFault, Stage
from bucephal.ladder.schools import School
from bucephal.ladder.terms import LadderModel


class Catalogue(LadderModel):
    """The whole ladder in teaching order, as one school and one yard have it."""

    exercises: tuple[Exercise, ...]
    phases: dict[str, str]
    families: dict[str, CueFamily]
    rider_faults: dict[str, RiderFault]
    school: dict[str, str] = Field(description="The option in force for every question of the schools.")
    prefers: tuple[str, ...] = Field(description="Exercises that the school takes first.")
    missing_kit: tuple[str, ...] = Field((), description="What the yard does not have.")
    blueprint: InstanceOf[Blueprint] = Field(exclude=True, repr=False, description="What it was built from.")

    def __eq__(self, other: object) -> bool:
        """A ladder is built once for a yard and a school, and is equal to itself only."""
        return self is other

    def __hash__(self) -> int:
        return id(self)

    @property
    def schools(self) -> tuple[School, ...]:
        """Every question on which practitioners disagree, with its options."""
        return self.blueprint.library.schools

    @cached_property
    def rider_fault_codes(self) -> tuple[str, ...]:
        """Codes of the rider under any option of any school: a record outlives the school in force."""
        changes = (one for school in self.schools for option in school.options for one in option.changes)
        renamed = (change.becomes for change in changes if change.becomes is not None)
        return tuple(dict.fromkeys((*self.blueprint.library.rider_faults, *renamed)))

    @cached_property
    def _exercise_of(self) -> dict[str, Exercise]:
        return {exercise.id: exercise for exercise in self.exercises}

    @cached_property
    def _stage_of(self) -> dict[str, Stage]:
        return {stage.step: stage for exercise in self.exercises for stage in exercise.stages}

    @cached_property
    def kit(self) -> tuple[str, ...]:
        """Every piece of kit that the ladder names, in the order of the alphabet."""
        named = {thing for one in self.exercises for thing in one.kit}
        return tuple(sorted(named | {thing for stage in self._stage_of.values() for thing in stage.kit}))

    @cached_property
    def steps(self) -> tuple[str, ...]:
        """Every step, in teaching order."""
        return tuple(self._stage_of)

    def __contains__(self, step: object) -> bool:
        return step in self._stage_of

    def stage(self, step: str) -> Stage:
        """Raises:
        UnknownStep: if the ladder has no such step.
        """
        try:
            return self._stage_of[step]
        except KeyError:
            raise UnknownStep(step, self.steps) from None

    def exercise(self, step: str) -> Exercise:
        """The exercise of a step (``'up-wt.3'``) or of an exercise id (``'up-wt'``)."""
        exercise = self._exercise_of.get(step.partition(".")[0])
        if exercise is None or ("." in step and step not in self._stage_of):
            raise UnknownStep(step, self.steps)
        return exercise

    def full_name(self, step: str) -> str:
        exercise, stage = self.exercise(step), self.stage(step)
        return f"{exercise.name}: {stage.name}"

    def name_in_text(self, step: str) -> str:
        """The name for the middle of a sentence: 'trot to walk, from seat and voice'."""
        exercise, stage = self.exercise(step), self.stage(step)
        return f"{exercise.name[:1].lower()}{exercise.name[1:]}, {stage.name}"

    @cached_property
    def _position_of(self) -> dict[str, int]:
        return {
            stage.step: index for exercise in self.exercises for index, stage in enumerate(exercise.stages)
        }

    @cached_property
    def _later_than(self) -> dict[str, tuple[str, ...]]:
        return {
            stage.step: tuple(later.step for later in exercise.stages[index:])
            for exercise in self.exercises
            for index, stage in enumerate(exercise.stages)
        }

    def position(self, step: str) -> int:
        """Place of a step in the order of its exercise, from 0."""
        return self._position_of[self.stage(step).step]

    def previous(self, step: str) -> str | None:
        """The stage before that is still offered, in the order of the exercise; None for the first."""
        before = self.exercise(step).stages[: self.position(step)]
        return next((stage.step for stage in reversed(before) if not stage.archived), None)

    def next_stage(self, step: str) -> str | None:
        """The stage after that is still offered, in the order of the exercise; None for the last."""
        after = self.exercise(step).stages[self.position(step) + 1 :]
        return next((stage.step for stage in after if not stage.archived), None)

    def this_and_later(self, step: str) -> tuple[str, ...]:
        """A step and the later stages of its exercise, which vouch for it."""
        return self._later_than[self.stage(step).step]

    @cached_property
    def _opened_by(self) -> dict[str, tuple[str, ...]]:
        found: dict[str, list[str]] = {}
        for step, stage in self._stage_of.items():
            for need in stage.needs:
                found.setdefault(need.step, []).append(step)
        return {step: tuple(opened) for step, opened in found.items()}

    def opened_by(self, step: str) -> tuple[str, ...]:
        """The steps that name this one among their needs, in teaching order."""
        return self._opened_by.get(step, ())

    def path_to(self, goal: str) -> tuple[str, ...]:
        """Every step that has to come before ``goal``, and ``goal``, in teaching order."""
        wanted, waiting = set[str](), [goal]
        while waiting:
            step = waiting.pop()
            if step not in wanted:
                wanted.add(step)
                waiting.extend(need.step for need in self.stage(step).needs)
        return tuple(step for step in self.steps if step in wanted)
