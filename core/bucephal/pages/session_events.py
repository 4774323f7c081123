"""What a session holds beside its asks, in words: how it settled, what happened."""

from __future__ import annotations

from bucephal.record import Event, Settle
from bucephal.words import debrief_words


def settled_words(settle: Settle | None) -> str:
    """Empty: nothing was marked."""
    if settle is None:
        return ""
    return debrief_words.settled(settle.first_min, settle.whole_min, never=settle.settled is False)


def event_words(event: Event) -> str:
    return debrief_words.event(event.kind, event.thing, event.spot, event.recovered_s)
