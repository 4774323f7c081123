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
    parts = _Parts()
    coaches = tuple(_sent(coach, parts) for coach in pack.coaches)
    return SentPack(pack=pack.model_copy(update={"coaches": ()}), coaches=coaches, parts=tuple(parts.parts))


class _Parts:
    """The parts so far, each once; a part that is the same object as one before is not even looked at."""

    def __init__(self) -> None:
        self.parts: list[Any] = []
        self._by_object: dict[int, int] = {}
        self._by_text: dict[str, int] = {}

    def place_of(self, coach: CompiledCoach, name: str) -> int:
        key = id(getattr(coach, name))
        if key not in self._by_object:
            part = coach.model_dump(mode="json", include={name})[name]
            place = self._by_text.setdefault(json.dumps(part), len(self.parts))
            if place == len(self.parts):
                self.parts.append(part)
            self._by_object[key] = place
        return self._by_object[key]


def _sent(coach: CompiledCoach, parts: _Parts) -> SentCoach:
    shared = {name: parts.place_of(coach, name) for name in SHARED}
    return SentCoach(own=coach.model_dump(mode="json", exclude=set(SHARED)), shared=shared)
