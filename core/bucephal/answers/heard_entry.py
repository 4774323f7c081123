"""An answer as it is heard while the session goes on, or an event in its place in time."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from bucephal.record import Coarse, Correct, EventKind, FrozenModel, Tension
from bucephal.record.models import Level, ShortText, StepId


class HeardEntry(FrozenModel):
    """One ask as the coach hears it, or an event in its place in time."""

    event: EventKind | None = None
    step: StepId | None = Field(None, description="Of the easier or the next stage; null: the item's own.")
    level: Level | None = None
    answered: bool = True
    coarse: Coarse | None = None
    correct: Correct = Correct.YES
    tension: Tension = Tension.CALM
    over: bool = False
    grade: Annotated[int, Field(ge=1, le=5)] | None = None
    extent: Annotated[float, Field(ge=0)] | None = None
    let_go_s: Annotated[float, Field(ge=0)] | None = None
    faults: tuple[str, ...] = ()
    spot: ShortText | None = None
