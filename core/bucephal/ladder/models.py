"""What the ladder is made of: exercises, their stages, what each needs, what goes wrong.

The catalogue is data (``data/*.toml``); these frozen models are what it is loaded into.
"""

from __future__ import annotations

from enum import StrEnum
from functools import cached_property
from typing import TYPE_CHECKING, Any

from pydantic import BaseModel, ConfigDict, Field

from bucephal.errors import UnknownStep

if TYPE_CHECKING:
    from bucephal.ladder.schools import School


class _Frozen(BaseModel):
    model_config = ConfigDict(frozen=True, extra="forbid")


class Kind(StrEnum):
    """How an exercise is judged (handbook 02): by lightness, by tolerance, by a measure."""

    LIGHTNESS = "L"
    TOLERANCE = "T"
    MEASURE = "M"


class Sides(StrEnum):
    """What left and right mean in an exercise; ``NONE`` for truly two-sided asks."""

    HAND = "hand"
    REIN = "rein"
    LEG = "leg"
    LEAD = "lead"
    NONE = "none"


class Side(StrEnum):
    LEFT = "left"
    RIGHT = "right"
    NONE = "none"

    @property
    def other(self) -> Side:
        opposite = {Side.LEFT: Side.RIGHT, Side.RIGHT: Side.LEFT}
        return opposite.get(self, Side.NONE)


class Gate(StrEnum):
    """How good a needed step has to be."""

    READY = "ready"
    CONFIRMED = "confirmed"


class StageBand(StrEnum):
    """Which band a stage is judged in: the green one, the schooled one, or any answer at all."""

    GREEN = "green"
    SCHOOLED = "schooled"
    ANY = "any"


class HelperRule(StrEnum):
    """When a helper has to be there (handbook 08)."""

    NEVER = "never"
    UNTIL_READY = "until-ready"
    UNTIL_CONFIRMED = "until-confirmed"
    ALWAYS = "always"


class Accepted(StrEnum):
    """Until when a fault is let be while an exercise is learned."""

    LEARNING = "learning"
    ALWAYS = "always"
    NEVER = "never"
    SCHOOL = "school"


class Gait(StrEnum):
    HALT = "halt"
    WALK = "walk"
    TROT = "trot"
    CANTER = "canter"


class Compare(StrEnum):
    """How a measured extent meets its target."""

    AT_LEAST = "at-least"
    AT_MOST = "at-most"


class Need(_Frozen):
    step: str
    gate: Gate = Gate.READY


class Fault(_Frozen):
    code: str
    looks: str
    first: str
    second: str | None = None
    accepted: Accepted


class CueFamily(_Frozen):
    id: str
    name: str
    fault_family: str
    levels: tuple[str, ...] = Field(min_length=10, max_length=10)

    def text_for(self, level: int) -> str:
        """The words for a pressure level 1 to 10 (handbook 02)."""
        return self.levels[level - 1]


class Caution(_Frozen):
    """One line of handbook 08; ``under_months``: said of younger horses only."""

    code: str
    words: str
    under_months: int | None = None

    def concerns(self, age_months: int | None) -> bool:
        return self.under_months is None or (age_months is not None and age_months < self.under_months)


class Layout(_Frozen):
    """A set-up of handbook 07, by name."""

    code: str
    name: str
    words: str


class Demand(_Frozen):
    """What a stage asks of a growing body, and from which age it is planned (handbook 08)."""

    code: str
    months: int = Field(ge=0)
    words: str


class Origin(StrEnum):
    """Where an exercise comes from: the ladder that ships, a yard's change of it, a yard's own."""

    SHIPPED = "shipped"
    CHANGED = "changed"
    OWN = "own"


class Stage(_Frozen):
    """One small question of an exercise; ``step`` (``'up-wt.3'``) names it for ever."""

    step: str
    number: int = Field(ge=1)
    name: str
    does: str = Field(description="What the trainer does.")
    looks: str = Field(description="What the trainer looks for.")
    needs: tuple[Need, ...]
    kit: tuple[str, ...]
    layouts: tuple[Layout, ...]
    cautions: tuple[Caution, ...]
    demands: tuple[Demand, ...]
    archived: bool = Field(description="Not offered any more; old asks keep their meaning.")
    band: StageBand
    gait: Gait
    helper: HelperRule
    least_age_months: int = Field(ge=0)
    ridden: bool
    exciting: bool
    accept_nearly: bool
    target: float | None = Field(default=None, description="Measure steps: extent to reach.")
    within_s: float | None = Field(default=None, description="Tolerance steps: let go within.")


class Exercise(_Frozen):
    id: str
    phase: str
    name: str
    short: str = Field(description="A name for where there is little room.")
    origin: Origin
    kind: Kind
    sides: Sides
    cap: int | None = Field(description="Tries a side and session while new; null: by minutes.")
    cap_both: int | None = Field(default=None, description="Tries on both sides together.")
    kit: tuple[str, ...]
    family: str | None
    safety: bool
    unit: str | None
    compare: Compare
    ask: str
    good_for: str
    minutes: int = Field(description="Typical minutes in a session.")
    faults: tuple[Fault, ...]
    stages: tuple[Stage, ...] = Field(description="In teaching order, which need not be by number.")

    @property
    def live_stages(self) -> tuple[Stage, ...]:
        """The stages that are offered: without those the yard has archived."""
        return tuple(stage for stage in self.stages if not stage.archived)

    @cached_property
    def side_names(self) -> tuple[Side, ...]:
        return (Side.NONE,) if self.sides is Sides.NONE else (Side.LEFT, Side.RIGHT)

    def fault(self, code: str) -> Fault | None:
        return next((fault for fault in self.faults if fault.code == code), None)


class Catalogue(_Frozen):
    """The whole ladder in teaching order, as one school and one yard have it."""

    exercises: tuple[Exercise, ...]
    phases: dict[str, str]
    families: dict[str, CueFamily]
    rider_faults: dict[str, str]
    school: dict[str, str] = Field(description="The option in force for every question of handbook 09.")
    prefers: tuple[str, ...] = Field(description="Exercises that the school takes first.")
    missing_kit: tuple[str, ...] = Field((), description="What the yard does not have.")
    blueprint: Any = Field(exclude=True, repr=False, description="What it was built from.")

    @property
    def schools(self) -> tuple[School, ...]:
        """Every question of handbook 09 with its options."""
        found: tuple[School, ...] = self.blueprint.library.schools
        return found

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
            stage.step: place for exercise in self.exercises for place, stage in enumerate(exercise.stages)
        }

    @cached_property
    def _later_than(self) -> dict[str, tuple[str, ...]]:
        return {
            stage.step: tuple(later.step for later in exercise.stages[place:])
            for exercise in self.exercises
            for place, stage in enumerate(exercise.stages)
        }

    def position(self, step: str) -> int:
        """Place of a step in the order of its exercise, from 0."""
        return self._position_of[self.stage(step).step]

    def previous(self, step: str) -> str | None:
        """The stage before that is still offered, in the order of the exercise; None for the first."""
        before = self.exercise(step).stages[: self.position(step)]
        return next((stage.step for stage in reversed(before) if not stage.archived), None)

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
