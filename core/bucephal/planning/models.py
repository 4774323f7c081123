"""What a planned session is: items in order, what was left out, and why, with figures."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import date
from enum import StrEnum
from typing import Annotated

from pydantic import Field

from bucephal.base.texts import text_of
from bucephal.base.units import UnitSystem
from bucephal.ground import GroundPlace
from bucephal.ladder import SetUp, Side, StepKind
from bucephal.record import Band, FrozenModel, SessionKind
from bucephal.record.models import Day, PlannedStep, StepId
from bucephal.words.figures import exact

NO_NAMES: Mapping[str, str] = {}


class PlanPlace(FrozenModel):
    """Where the session will be and what is at hand there; no kit list: everything is."""

    name: Annotated[str, Field(**text_of(0, 80))] | None = None
    kit: tuple[Annotated[str, Field(**text_of(1, 40))], ...] | None = None
    ground: GroundPlace | None = Field(None, description="As it lies; null: set-ups are not laid out.")


class SetUpHere(FrozenModel):
    """A set-up of an item, set for the horse and the step, in the place at hand."""

    code: str
    name: str
    values: dict[str, float | str] = Field(description="What differs from the usual there.")
    fits: bool
    words: str
    largest: dict[str, float] | None = Field(description="That does fit; null: it fits, or none does.")


USUAL_MINUTES = 30
"""Of a session, where nothing else is said."""
DayMinutes = Annotated[int, Field(ge=5, le=180)]
"""Minutes there are for a horse on a day."""


class ItemKind(StrEnum):
    """What an item is for, in the order of a session."""

    SETTLE = "settle"
    ASSESS = "assess"
    CHECK = "check"
    REPAIR = "repair"
    PRACTICE = "practice"
    NEW = "new"
    CLIMB = "climb"
    PROBE = "probe"
    EASY_YES = "easy-yes"
    LOOSEN = "loosen"


FEWEST_ASKS, MOST_ASKS = 1, 10
"""A side, that a trainer may want."""


class WantedItem(FrozenModel):
    """A step that the trainer wants in the session: locked as it is, changed, or added."""

    step: StepId
    kind: ItemKind | None = Field(None, description="What it is for; null: as the horse stands in it.")
    asks: Annotated[int, Field(ge=FEWEST_ASKS, le=MOST_ASKS)] | None = Field(
        None, description="A side; null: as planned."
    )
    first_side: Side | None = None


class PlanChanges(FrozenModel):
    """What the trainer changed; the rest of the session is worked out around it."""

    wanted: Annotated[tuple[WantedItem, ...], Field(max_length=20)] = ()
    without: Annotated[tuple[StepId, ...], Field(max_length=60)] = ()

    @property
    def any(self) -> bool:
        return bool(self.wanted or self.without)


class PlanRequest(FrozenModel):
    """The day that is planned for."""

    on: Day
    minutes: DayMinutes
    helper: bool = False
    assess: bool = Field(True, description="False: ordinary work, though a new horse is not tried yet.")
    place: PlanPlace = PlanPlace()
    air_c: Annotated[float, Field(ge=-40, le=55)] | None = None
    humidity_pct: Annotated[float, Field(ge=0, le=100)] | None = None
    wind_ms: Annotated[float, Field(ge=0, le=60, description="Metres a second.")] | None = None
    rider_kg: Annotated[float, Field(ge=10, le=250)] | None = Field(
        None, description="Null: as the last time it was ridden."
    )
    tack_kg: Annotated[float, Field(ge=0, le=80)] | None = None
    changes: PlanChanges = PlanChanges()
    units: UnitSystem = Field(UnitSystem.METRIC, description="In which weights are said.")


class Why(FrozenModel):
    """A reason in words, and the figures that it rests on."""

    text: str
    figures: dict[str, float | int | str]
    exact: str = Field("", description="The figures in a line, each by its name; empty: there are none.")

    @classmethod
    def of(
        cls, text: str, figures: Mapping[str, float | int | str], names: Mapping[str, str] = NO_NAMES
    ) -> Why:
        """A reason with its figures.

        Args:
            names: of the steps that figures are kept under.
        """
        return cls(text=text, figures=dict(figures), exact=exact(figures, names))


class SideDose(FrozenModel):
    """One side of an item: how many accepted answers to aim at, and the best-so-far threshold."""

    side: Side
    asks: int
    best_below: int | None
    line: str = Field(description="How its line begins where the answers are written in: 'up-wt.2 L'.")


class ItemRemedy(FrozenModel):
    fault: str
    looks: str
    first: str


class ItemAfter(FrozenModel):
    """An item of the same session that must have come, on every side."""

    item: str
    light: bool = Field(description="Accepted answers; else any answer will do.")
    up_to: int | None = Field(None, description="Any answer up to this level; null: at whatever level.")
    row: int = Field(1, ge=1, description="So many in a row.")
    at_once: bool = Field(False, description="They were the first answers.")


class PlanItem(FrozenModel):
    """One knot of the rope."""

    id: str
    kind: ItemKind
    kind_words: str = Field(description="What it is for, as it is said; new is only what was never asked.")
    step: str | None
    name: str
    stage: str
    step_kind: StepKind | None = Field(description="How the step is judged; null: no step.")
    unit: str | None
    target: float | None = Field(description="Measure: extent to reach. Tolerance: seconds.")
    wants_at_most: bool = Field(description="The measure should not exceed its target.")
    ask: str
    first_side: Side
    sides: tuple[SideDose, ...]
    asks: int = Field(description="Accepted answers aimed at, all sides together.")
    aim: int = Field(description="Accepted answers in a row that end a side (the larger one).")
    cap: int | None
    most_tries: int | None = Field(description="Of its exercise, however far it goes up; null: no limit.")
    band: Band | None
    green: bool = Field(description="It is learned still: it has not been ready yet.")
    minutes: float = Field(description="To the half minute.")
    dose: str = Field(description="Asks, side, band and cap in a line.")
    set_ups: tuple[SetUp, ...] = Field(description="Set-ups to ride it in.")
    laid: tuple[SetUpHere, ...] = Field((), description="The same in the place at hand, where that is said.")
    cautions: tuple[str, ...]
    sessions_before: int = Field(description="Sessions in which this exercise was asked before.")
    after: tuple[ItemAfter, ...] = Field(
        description="What must have been answered on every side; else this one is passed over."
    )
    done_when: str
    remedy: ItemRemedy | None
    helper_needed: bool
    exciting: bool
    ridden: bool
    why: Why
    swapped_as: ItemKind | None = Field(
        None, description="What a step is for that takes its place; null: as the horse stands in it."
    )
    locked: bool = Field(False, description="The trainer wants it so; the rest was worked out around it.")
    unwise: str = Field("", description="Why that is not wise, in a line; empty: nothing speaks against it.")
    held_back: str = Field(
        "",
        description="Why it is not asked today, for safety's sake; logged it can be. Empty: it may be asked.",
    )

    @property
    def planned(self) -> PlannedStep | None:
        """As it is kept with the session; None: settling, and putting away."""
        if self.step is None:
            return None
        return PlannedStep(kind=self.kind, step=self.step, asks=self.asks, first_side=self.first_side)


class Climb(FrozenModel):
    """A stage that may follow an item at once, where that came light and calm on every side."""

    after: str = Field(description="The item below it: of the plan, or a climbed one.")
    item: PlanItem
    minutes_left: float = Field(description="Of the session, for it and for what must still come.")


class LeftOut(FrozenModel):
    """Something tempting that is not in the plan."""

    step: str | None
    name: str
    reason: str = Field(description="A permanent code, e.g. needs, helper, days-off, age, time.")
    why: Why


class BodyPart(StrEnum):
    """What is looked at."""

    VISIT = "visit"
    LOAD = "load"
    WEIGHT = "weight"
    HEAT = "heat"
    CONDITION = "condition"
    LONG_REST = "long-rest"
    GROWTH = "growth"


class BodyVerdict(StrEnum):
    """holds: something is left out of today's work because of it."""

    FINE = "fine"
    CARE = "care"
    HOLDS = "holds"


class BodyLine(FrozenModel):
    """One thing about the body, with its figures."""

    part: BodyPart
    name: str
    words: str
    short: str = Field(description="What it comes to, where there is little room.")
    verdict: BodyVerdict
    exact: str = Field("", description="The figures in a line, each by its name.")
    of_fine: float | None = Field(None, description="Share of what is fine: over 1 it asks for care.")


class SessionPlan(FrozenModel):
    """The next session, worked out."""

    on: date
    kind: SessionKind
    days_off: int | None
    minutes_wanted: int
    minutes: float
    schooling_minutes: float
    headline: str
    nothing_new: str | None = Field(description="Why nothing new is in it; null if something is.")
    items: tuple[PlanItem, ...]
    climbs: tuple[Climb, ...] = Field((), description="Stages that may follow at once today.")
    most_climbs: int = Field(0, description="How often it may go up, over all exercises.")
    probes: tuple[Climb, ...] = Field(
        (), description="Stages that may be asked once, to see, where going up has reached its limit."
    )
    left_out: tuple[LeftOut, ...]
    cautions: tuple[str, ...]
    put_away_after_min: int = Field(0, description="Settled or not, it is put away then; 0: no work.")
    body: tuple[BodyLine, ...] = Field((), description="What the body bears today; the weightiest first.")
    made: tuple[PlannedStep, ...] = Field((), description="What was worked out before the trainer's changes.")
