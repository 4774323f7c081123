"""A horse's sessions, one under the other."""

from __future__ import annotations

from bucephal.words.plain import counted

EVENTS = {
    "spook": "spooks",
    "stumble": "stumbles",
    "uneven": "uneven steps",
    "buck": "bucking",
    "rear": "rearing",
    "bolt": "bolting",
    "kick": "kicking",
    "fall": "falls",
}


def found(sessions: int, of: int) -> str:
    """'12 of 59 sessions', '59 sessions'."""
    return counted(of, "session") if sessions == of else f"{sessions} of {counted(of, 'session')}"


def strip(place: str | None, rider: str | None, minutes: float, asks: int) -> str:
    """'sand school · Wren · 24 min · 31 asks'."""
    parts = [place, rider, f"{minutes:.0f} min", counted(asks, "ask")]
    return " · ".join(part for part in parts if part)
