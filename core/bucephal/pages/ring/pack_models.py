"""What a device takes with it, as it is sent: items with their wedges and coaches, flags, events, the day."""

from __future__ import annotations

from pydantic import Field

from bucephal.coach import CompiledCoach
from bucephal.ladder import (
    RiderFault,
    Side,
)
from bucephal.pages.horse_facts import HorseFacts
from bucephal.pages.ring.choice_rows import AnswerChoiceRow
from bucephal.pages.ring.day_form import RingDay
from bucephal.pages.ring.wedge import Wedge
from bucephal.planning import (
    SessionPlan,
)
from bucephal.record import (
    Conditions,
    EventKind,
    FrozenModel,
    SessionKind,
)
from bucephal.welfare import RingSigns


class PackFault(FrozenModel):
    code: str
    looks: str


class PackLead(FrozenModel):
    """A lead it can show in canter, and what of it went wrong."""

    words: str
    front: Side
    hind: Side
    faults: tuple[str, ...]


class PackSide(FrozenModel):
    """One side of an item: which coach plays it."""

    side: Side
    coach: int
    begin: str = Field(description="The first instruction on this side.")
    leads: tuple[PackLead, ...] = Field(description="The one wanted first; empty: it is not canter.")


class PackEasier(FrozenModel):
    """The easier stage that is asked once the coach says so."""

    step: str
    name: str


class PackClimb(FrozenModel):
    """The item that follows at once where the coach says to go up, or the trainer wants to see."""

    item: str
    minutes_left: float = Field(description="Of the session, for it and for what must still come.")


class PackItem(FrozenModel):
    """What the ring needs of one item beside the plan's own words."""

    item: str
    sides: tuple[PackSide, ...]
    faults: tuple[PackFault, ...]
    wedge: Wedge
    level_words: tuple[str, ...]
    easier: PackEasier | None = Field(description="The stage before; null: this is the first.")
    climb: PackClimb | None = Field(description="The stage that may follow at once today; null: none may.")
    probe: PackClimb | None = Field(description="The stage that may be asked once where it goes up no more.")
    probe_words: str = Field(description="How that is offered.")
    makes_it: SessionKind | None = Field(
        description="What kind of session it is once this was asked in it; null: as it was planned."
    )


class PackFlag(RingSigns):
    """A flag that this session may raise: what is then left out at once, and what is said."""

    name: str
    say: str = Field(description="What to have looked at.")
    holds_back_words: str
    drops: tuple[str, ...] = Field(description="Items that it holds back.")


class PackEvent(FrozenModel):
    """Something that may happen beside the asks."""

    kind: EventKind
    name: str


class PackSpook(FrozenModel):
    """What can be said of a spook by a tap: at what, on which way, and where it went among others."""

    things: tuple[str, ...] = Field(description="What this horse spooked at before goes first.")
    ways: tuple[str, ...]
    places: tuple[str, ...]


class Brought(FrozenModel):
    """What the session's header says beside the ring's own: who rides with what, in which weather."""

    rider_kg: float | None
    tack: dict[str, float]
    conditions: Conditions


class RingPack(FrozenModel):
    facts: HorseFacts
    plan: SessionPlan
    items: tuple[PackItem, ...]
    coaches: tuple[CompiledCoach, ...]
    brought: Brought
    flags: tuple[PackFlag, ...] = Field(description="What this session may raise, the gravest first.")
    rider_faults: tuple[RiderFault, ...]
    events: tuple[PackEvent, ...]
    spook: PackSpook
    also: tuple[AnswerChoiceRow, ...] = Field(description="What the yard wants to be asked of every answer.")
    day: RingDay
    time_up: str = Field(description="Said while it settles, once the session's minutes are over.")
    before: str = Field(description="What is seen to before riding.")
    not_settled_drops: tuple[str, ...] = Field(description="Items left out where it did not settle.")
    passed_over: tuple[str, str] = Field(
        description="Said when one knot, or several ({knots}), cannot be tried."
    )
