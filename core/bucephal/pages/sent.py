"""A pack as it is sent: what its coaches have in common is in it once, and named by its place."""

from __future__ import annotations

import json
from typing import Any

from pydantic import Field

from bucephal.coach import CompiledCoach
from bucephal.pages.pack import RingPack
from bucephal.record import FrozenModel

SHARED = ("rules", "signals", "verdicts", "tables", "texts", "remedies")
"""The large parts of a coach; those of coaches of one kind and aim are alike."""


class SentCoach(FrozenModel):
    """A coach but for its large parts; ``shared``: where each of those stands among the pack's parts."""

    own: dict[str, Any]
    shared: dict[str, int]


class SentPack(FrozenModel):
    pack: RingPack = Field(description="The pack without its coaches.")
    coaches: tuple[SentCoach, ...]
    parts: tuple[Any, ...]


def as_sent(pack: RingPack) -> SentPack:
    """The pack to be sent; whoever puts each part back in its place has the pack again."""
    places: dict[str, int] = {}
    parts: list[Any] = []
    coaches = tuple(_sent(coach, places, parts) for coach in pack.coaches)
    return SentPack(pack=pack.model_copy(update={"coaches": ()}), coaches=coaches, parts=tuple(parts))


def _sent(coach: CompiledCoach, places: dict[str, int], parts: list[Any]) -> SentCoach:
    own, shared = coach.model_dump(mode="json"), dict[str, int]()
    for name in SHARED:
        part = own.pop(name)
        key = json.dumps(part)
        if key not in places:
            places[key] = len(parts)
            parts.append(part)
        shared[name] = places[key]
    return SentCoach(own=own, shared=shared)
