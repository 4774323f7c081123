"""Which of a horse's sessions somebody wants to see."""

from __future__ import annotations

from pydantic import Field

from bucephal.record import EventKind, FrozenModel, SessionKind
from bucephal.record.models import Day, Key, ShortText


class HistoryWish(FrozenModel):
    """What is not said limits nothing."""

    search: ShortText = Field("", description="Words of notes, places, people, things, exercises.")
    kind: SessionKind | None = None
    place: ShortText | None = None
    rider: ShortText | None = None
    exercise: Key | None = None
    fault: Key | None = None
    event: EventKind | None = None
    unusual: Key | None = Field(None, description="What was unusual about the day.")
    first: Day | None = Field(None, description="Not before this day.")
    last: Day | None = Field(None, description="Not after this day.")
