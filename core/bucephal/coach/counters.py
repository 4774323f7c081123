"""What is counted outside the machine: by this side, by the exercise, by the whole session.

Kept as conditions on an entry, so that a device counts without knowing what it counts.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from enum import StrEnum
from typing import Annotated

from pydantic import Field

from bucephal.answers import Condition, HeardEntry, ItemRule, Signal, counted_as
from bucephal.answers.ring_reading import DANGER_EVENTS
from bucephal.coach.machine import HEAVY_TO_CLIMB, SAME_ROUNDS, TIGHT_EXCITING, TIGHT_RUN
from bucephal.ladder import CountsAs
from bucephal.record import EventKind, FrozenModel, Tension

_Count = Annotated[int, Field(ge=0)]
STUMBLES, TIRED = "stumbles", "tired"


class SoFar(FrozenModel):
    """What was heard before an item: ``alarms``, ``tights``, ``stops`` and ``tries`` in this exercise, the
    others anywhere.
    """

    dangers: _Count = 0
    alarms: _Count = 0
    tired: _Count = 0
    stumbles: _Count = 0
    tights: _Count = 0
    stops: _Count = 0
    tries: _Count = 0


class Counter(StrEnum):
    DANGERS = "dangers"
    ALARMS = "alarms"
    TIRED = "tired"
    STUMBLES = "stumbles"
    TIGHTS = "tights"
    STOPS = "stops"


OF_THE_EXERCISE = (Counter.ALARMS, Counter.TIGHTS, Counter.STOPS)
"""Counted over both sides of one exercise; the others over the whole session."""


def counter_conditions(rule: ItemRule) -> Mapping[Counter, tuple[Condition, ...]]:
    """An entry adds one where any of the conditions holds, whatever else was tapped with it."""
    faults = counted_as(rule, learning=rule.green, sessions_before=rule.sessions_before)
    return {
        Counter.DANGERS: (Condition(field="event", any_of=DANGER_EVENTS),),
        Counter.ALARMS: (Condition(field="tension", any_of=(Tension.ALARMED,)),),
        Counter.TIRED: (Condition(field="faults", any_of=(TIRED,)),),
        Counter.STUMBLES: (
            Condition(field="event", any_of=(EventKind.STUMBLE,)),
            Condition(field="faults", any_of=(STUMBLES,)),
        ),
        Counter.TIGHTS: (
            Condition(field="tension", any_of=(Tension.TIGHT,)),
            Condition(field="faults", any_of=faults[CountsAs.TIGHT]),
        ),
        Counter.STOPS: (Condition(field="faults", any_of=faults[CountsAs.STOP]),),
    }


@dataclass(frozen=True)
class Counts:
    """The counters as they stand, and what is counted on this side."""

    total: Mapping[Counter, int]
    is_tight: bool = False
    """Was the last entry tight?"""
    tight_run: int = 0
    nerves_said: bool = False
    remedies: Mapping[str, int] = field(default_factory=dict)
    """How often each fault's remedy was said."""
    last: Signal | None = None
    same_run: int = 0
    """Equal answers running; what is no try between them is passed over."""
    heavies: int = 0
    """Answers on this side that were heavy."""

    @staticmethod
    def from_before(so_far: SoFar, *, exciting: bool) -> Counts:
        """Where an item begins; in an exciting exercise the other side may have been told to calm down."""
        return Counts(
            {one: getattr(so_far, one) for one in Counter},
            nerves_said=exciting and so_far.tights >= TIGHT_EXCITING,
        )

    def after(
        self, entry: HeardEntry, conditions: Mapping[Counter, tuple[Condition, ...]], signal: Signal
    ) -> Counts:
        """The counters after one more entry; what is no try neither breaks a run of tight ones."""
        fields = entry.model_dump()
        added = {one: any(each.holds(fields) for each in conditions[one]) for one in Counter}
        tight = added[Counter.TIGHTS]
        return replace(
            self,
            total={one: self.total[one] + added[one] for one in Counter},
            is_tight=tight,
            tight_run=self.tight_run + 1 if tight else 0 if signal.is_ask else self.tight_run,
            last=signal if signal.is_ask else self.last,
            same_run=self._same_run_after(signal),
        )

    def _same_run_after(self, signal: Signal) -> int:
        if not signal.is_ask:
            return self.same_run
        return self.same_run + 1 if signal == self.last else 1

    @property
    def is_same_rounds(self) -> bool:
        return self.same_run >= SAME_ROUNDS

    @property
    def is_light_and_calm(self) -> bool:
        """So far on this side, and without alarm or stop on the other: the stage above may follow."""
        upset = self.total[Counter.ALARMS] + self.total[Counter.STOPS]
        return self.heavies <= HEAVY_TO_CLIMB and not upset

    def with_heavy(self, heavy: bool) -> Counts:
        return replace(self, heavies=self.heavies + heavy)

    def is_nervous(self, *, exciting: bool) -> bool:
        """Tight again, three times running on this side or twice in an exciting exercise."""
        often = exciting and self.total[Counter.TIGHTS] >= TIGHT_EXCITING
        return self.is_tight and (self.nerves_said or often or self.tight_run >= TIGHT_RUN)

    def told_to_calm_down(self) -> Counts:
        return replace(self, nerves_said=True)

    def with_remedy(self, code: str) -> Counts:
        return replace(self, remedies={**self.remedies, code: self.remedies.get(code, 0) + 1})
