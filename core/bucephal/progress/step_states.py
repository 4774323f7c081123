"""The words for where a step stands."""

from __future__ import annotations

from enum import StrEnum

from pydantic import Field

from bucephal.ladder import Gate, Side, StepKind
from bucephal.record import Band, FrozenModel


class StepState(StrEnum):
    """closed: a need is missing; open: may be begun; learning: asked, not ready yet;
    ready: good enough to build on; confirmed: all but certain; slipping: was confirmed and no
    longer is; resting: left alone for now (age, or the trainer's decision).
    """

    CLOSED = "closed"
    OPEN = "open"
    LEARNING = "learning"
    READY = "ready"
    CONFIRMED = "confirmed"
    SLIPPING = "slipping"
    RESTING = "resting"


GOOD = (StepState.READY, StepState.CONFIRMED)
"""Good enough to build on."""


class TrackEstimate(FrozenModel):
    """What is known of one step on one side, with its doubt.

    For lightness steps ``mean``, ``sd``, ``low`` and ``high`` (80 %) are pressure levels; for
    tolerance and measure steps they are null and ``share`` is the success share with its 80 %
    interval.
    """

    step: str
    name: str
    side: Side
    kind: StepKind
    band: Band
    asks: int
    days: int
    mean: float | None
    sd: float | None
    low: float | None
    high: float | None
    share: float | None
    share_low: float | None
    share_high: float | None
    p_first: float = Field(description="P(first ask of the day in question is light).")
    p_next: float | None = Field(description="P(next ask is light), if asked on that day.")
    sure: float = Field(description="How sure it is that first asks are nearly always light.")
    state: StepState = Field(description="On this side.")
    state_all_sides: StepState
    last_on: str
    mean_four_weeks_ago: float | None
    words: str = Field(description="How often it is good, and where it answers.")
    caution: str | None = Field(description="Why the figures deserve less trust than usual.")


class MissingNeed(FrozenModel):
    """A need that is not met, and how far it is."""

    step: str
    name: str
    gate: Gate
    state: StepState
    side: Side | None = Field(description="The side that holds it back; null: not asked yet.")
    figure: float | None = Field(description="The chance (ready) or sureness (confirmed) there.")
    wanted: float
    accepted_lately: bool | None = Field(description="Were the last two answers accepted?")
    lacks: str = Field(description="The one thing that is missing, with its side.")
    words: str = Field(description="The same, with the step's name before it.")


class StepStanding(FrozenModel):
    """Where a step stands on all its sides, and why."""

    step: str
    name: str
    phase: str
    state: StepState
    why: str
    sides: tuple[TrackEstimate, ...]
    missing: tuple[MissingNeed, ...]
    vouched_by: str | None = Field(description="A later stage that speaks for this one.")
    overridden: str | None = Field(description="The trainer's reason, if the state is theirs.")
