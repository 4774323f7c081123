"""What exercises are written in: the same shape for the TOML files that ship and for a yard's own.

A need is written ``"send.4"`` (ready), ``"stand.2!"`` (confirmed) or ``"catch"`` (the last stage of
that exercise). Each stage needs the one before it without saying so.
"""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field

from bucephal.base.texts import line_of, text_of
from bucephal.ladder.terms import (
    Compare,
    Counted,
    CountsAs,
    Gait,
    HelperRule,
    Sides,
    StageBand,
    StepKind,
    TakenWith,
)

Code = Annotated[str, Field(pattern=r"^[a-z][a-z0-9-]{0,29}$", description="a-z, 0-9 and -")]
Line = Annotated[str, Field(**line_of(120))]
Words = Annotated[str, Field(**text_of(0, 600))]
Thing = Annotated[str, Field(**line_of(40))]
NeedText = Annotated[
    str, Field(pattern=r"^[a-z][a-z0-9-]*(\.[1-9][0-9]?)?!?$", description="a step, as send.4")
]


class _Source(BaseModel):
    model_config = ConfigDict(frozen=True, extra="forbid")


class FaultSource(_Source):
    """A fault of an exercise; only a code: the fault of that name as the ladder knows it."""

    code: Code
    looks: Words | None = None
    first: Words | None = Field(None, description="The first remedy.")
    second: Words | None = Field(None, description="The second, if the first did not help twice.")
    counts_as: CountsAs | None = None
    then: CountsAs | None = Field(None, description="What it counts as later on.")
    from_stage: Annotated[int, Field(ge=1, le=99)] | None = None
    after_sessions: Annotated[int, Field(ge=1, le=99)] | None = None
    stays_calm: bool | None = None


class StageSource(_Source):
    """A stage; what it leaves out is as the exercise says."""

    number: Annotated[int, Field(ge=1, le=99, description="Its name for ever; the order is the list's.")]
    name: Line
    does: Words = ""
    looks: Words = ""
    needs: tuple[NeedText, ...] = ()
    band: StageBand = StageBand.GREEN
    gait: Gait | None = None
    helper: HelperRule = HelperRule.NEVER
    ridden: bool | None = None
    exciting: bool | None = None
    target: Annotated[float, Field(ge=0, le=100_000)] | None = None
    within_s: Annotated[float, Field(ge=1, le=3600)] | None = None
    kit: tuple[Thing, ...] | None = None
    set_ups: tuple[Code, ...] | None = None
    cautions: tuple[Code, ...] | None = Field(None, description="Beside those of the exercise.")
    demands: tuple[Code, ...] | None = None
    own_day: Annotated[
        bool, Field(description="Begun on a day of its own: never climbed to from the stage before.")
    ] = False
    archived: bool = False


class ExerciseSource(_Source):
    """An exercise with its stages in teaching order."""

    id: Code
    name: Line
    short: Annotated[str, Field(**text_of(0, 18))] = ""
    kind: StepKind
    family: Code | None = None
    fault_family: Code | None = None
    sides: Sides
    cap: Annotated[int, Field(ge=1, le=50)] | None = None
    cap_both: Annotated[int, Field(ge=1, le=100)] | None = None
    cap_by: Literal["minutes"] | None = None
    kit: tuple[Thing, ...] = ()
    gait: Gait
    ridden: bool = False
    exciting: bool = False
    safety: bool = False
    unit: Annotated[str, Field(**line_of(12))] | None = None
    counted: Counted | None = None
    taken_with: TakenWith | None = None
    compare: Compare = Compare.AT_LEAST
    minutes: Annotated[int, Field(ge=1, le=60)] = 5
    ask_s: Annotated[int, Field(ge=5, le=600, description="Seconds an ask takes, typically.")] = 40
    rest_s: Annotated[int, Field(ge=0, le=600, description="Seconds of rest after it.")] = 60
    set_up_s: Annotated[int, Field(ge=0, le=1800, description="Seconds to set it up, once a session.")] = 0
    ask: Words = ""
    good_for: Words = ""
    set_ups: tuple[Code, ...] = ()
    cautions: tuple[Code, ...] = ()
    demands: tuple[Code, ...] = ()
    faults: tuple[FaultSource, ...] = ()
    archived: bool = False
    stages: Annotated[tuple[StageSource, ...], Field(min_length=1, max_length=20)]


class OwnExercise(ExerciseSource):
    """A yard's own exercise, or its version of one that ships (the same id)."""

    phase: Annotated[str, Field(pattern=r"^P[0-8]$", description="P0 to P8")]


class YardLadder(_Source):
    """What a yard adds to the ladder: exercises, words for its scales, kit it does not have."""

    exercises: tuple[OwnExercise, ...] = ()
    scales: dict[Code, Annotated[tuple[Line, ...], Field(min_length=10, max_length=10)]] = Field(
        default_factory=dict, description="Words for levels 1 to 10, by cue family."
    )
    missing_kit: tuple[Thing, ...] = ()
    clock_s: dict[Code, Annotated[int, Field(ge=5, le=600)]] = Field(
        default_factory=dict,
        description="By exercise the seconds that an ask took in this yard's sessions; measured, not set.",
    )
