"""What the ladder is made of: exercises, their stages, what each needs, what goes wrong.

The ladder is data (``data/*.toml``); these frozen models are what it is loaded into.
"""

from __future__ import annotations

import math
from functools import cached_property

from pydantic import Field

from bucephal.ladder.terms import (
    Compare,
    Counted,
    CountsAs,
    Gait,
    Gate,
    HelperRule,
    LadderModel,
    Origin,
    Side,
    Sides,
    StageBand,
    StepKind,
    TakenWith,
)


class Need(LadderModel):
    step: str
    gate: Gate = Gate.READY


class Fault(LadderModel):
    """What goes wrong, its remedies, and what it counts as."""

    code: str
    looks: str
    first: str
    second: str | None = None
    counts_as: CountsAs
    then: CountsAs | None = Field(None, description="What it counts as later on.")
    from_stage: int | None = Field(None, description="Later: from this stage on.")
    after_sessions: int | None = Field(None, description="Later: after so many sessions of the exercise.")
    stays_calm: bool = Field(False, description="A stop that says nothing of nerves.")

    def counts_in(self, stage: int, sessions_before: int | None) -> CountsAs:
        """What it counts as in a stage.

        Args:
            stage: its number.
            sessions_before: sessions in which the exercise was asked before; None: not known, taken as none.
        """
        late = self.from_stage is not None and stage >= self.from_stage
        often = self.after_sessions is not None and (sessions_before or 0) >= self.after_sessions
        return self.then if self.then is not None and (late or often) else self.counts_as


class RiderFault(LadderModel):
    """What the rider or handler does; logged beside the answer, and changes none of it."""

    code: str
    looks: str
    helps: str = Field(description="What helps the person.")


class CueFamily(LadderModel):
    id: str
    name: str
    fault_family: str
    levels: tuple[str, ...] = Field(min_length=10, max_length=10)

    def text_for(self, level: int) -> str:
        """The words for a pressure level 1 to 10."""
        return self.levels[level - 1]


class Caution(LadderModel):
    """One line of caution; ``under_months``: said of younger horses only."""

    code: str
    words: str
    under_months: int | None = None

    def concerns(self, age_months: int | None) -> bool:
        return self.under_months is None or (age_months is not None and age_months < self.under_months)


class SetUp(LadderModel):
    """What an exercise is ridden in, by name."""

    code: str
    name: str
    words: str
    round: bool = Field(False, description="Ridden round and round: it needs a stop or the other way.")


class Demand(LadderModel):
    """What a stage asks of a growing body, and from which age it is planned.

    Cautious defaults; common practice, no source.
    """

    code: str
    months: int = Field(ge=0)
    words: str


class Stage(LadderModel):
    """One small question of an exercise; ``step`` (``'up-wt.3'``) names it for ever."""

    step: str
    number: int = Field(ge=1)
    name: str
    does: str = Field(description="What the trainer does.")
    looks: str = Field(description="What the trainer looks for.")
    needs: tuple[Need, ...]
    kit: tuple[str, ...]
    set_ups: tuple[SetUp, ...]
    cautions: tuple[Caution, ...]
    demands: tuple[Demand, ...]
    archived: bool = Field(description="Not offered any more; old asks keep their meaning.")
    band: StageBand
    gait: Gait
    helper: HelperRule
    least_age_months: int = Field(ge=0)
    ridden: bool
    exciting: bool
    own_day: bool = Field(description="Begun on a day of its own: never climbed to.")
    target: float | None = Field(default=None, description="Measure steps: extent to reach.")
    within_s: float | None = Field(default=None, description="Tolerance steps: let go within.")

    @property
    def circles(self) -> bool:
        """Is it ridden round and round?"""
        return any(one.round for one in self.set_ups)

    def cautions_at(self, age_months: int | None) -> tuple[str, ...]:
        """What to take care of with a horse of an age."""
        return tuple(one.words for one in self.cautions if one.concerns(age_months))


MINUTES = "min"


class Exercise(LadderModel):
    id: str
    phase: str
    name: str
    short: str = Field(description="A name for where there is little room.")
    origin: Origin
    kind: StepKind
    sides: Sides
    cap: int | None = Field(description="Tries a side and session while new; null: by minutes.")
    cap_both: int | None = Field(default=None, description="Tries on both sides together.")
    kit: tuple[str, ...]
    family: str | None
    safety: bool
    unit: str | None
    counted: Counted | None = Field(None, description="What of an answer can be counted; null: nothing.")
    taken_with: TakenWith | None = Field(None, description="With what its measure is taken; null: by bars.")
    compare: Compare
    ask: str
    good_for: str
    minutes: int = Field(description="Typical minutes in a session.")
    ask_s: int = Field(description="Seconds that an ask takes, typically.")
    clock_s: int | None = Field(None, description="The same by the yard's own clock; null: not timed enough.")
    rest_s: int = Field(description="Seconds of rest after it.")
    set_up_s: int = Field(description="Seconds to set it up, once a session.")
    faults: tuple[Fault, ...]
    stages: tuple[Stage, ...] = Field(description="In teaching order, which need not be by number.")

    @property
    def most(self) -> float:
        """The most that can be measured of it: of a share a hundred in a hundred."""
        return 100.0 if (self.unit or "").startswith("%") else math.inf

    @property
    def by_the_clock(self) -> bool:
        """Is it measured in minutes? Then its minutes are what it takes."""
        return self.unit == MINUTES

    @property
    def live_stages(self) -> tuple[Stage, ...]:
        """The stages that are offered: without those the yard has archived."""
        return tuple(stage for stage in self.stages if not stage.archived)

    @cached_property
    def side_names(self) -> tuple[Side, ...]:
        return (Side.NONE,) if self.sides is Sides.NONE else (Side.LEFT, Side.RIGHT)

    def fault(self, code: str) -> Fault | None:
        return next((fault for fault in self.faults if fault.code == code), None)
