"""A pack as it is sent: what its coaches have in common is in it once, and named by its place."""

from __future__ import annotations

import json
from typing import Any

from pydantic import Field

from bucephal.coach import CompiledCoach
from bucephal.pages.ring.pack_models import RingPack
from bucephal.record import FrozenModel

SHARED = ("rules", "signals", "verdicts", "tables", "texts", "remedies")
"""The large parts of a coach; those of coaches of one kind and aim are alike."""


class SentCoach(FrozenModel):
    """A coach but for its large parts; ``shared``: where each of those stands among the pack's parts."""

    own: dict[str, Any]
    shared: dict[str, int]


class CompactPack(FrozenModel):
    pack: RingPack = Field(description="The pack without its coaches.")
    coaches: tuple[SentCoach, ...]
    parts: tuple[Any, ...]


def compact_pack(pack: RingPack) -> CompactPack:
    """The pack to be sent; whoever puts each part back in its place has the pack again."""
    places: dict[str, int] = {}
    coaches = tuple(_sent(coach, places) for coach in pack.coaches)
    parts = tuple(json.loads(part) for part in places)
    return CompactPack(pack=pack.model_copy(update={"coaches": ()}), coaches=coaches, parts=parts)


def _sent(coach: CompiledCoach, places: dict[str, int]) -> SentCoach:
    """``places``: of each part, as JSON, where it stands; the parts of this coach are added."""
    written = coach.as_json
    shared = {name: places.setdefault(written[name], len(places)) for name in SHARED}
    own = {name: json.loads(value) for name, value in written.items() if name not in SHARED}
    return SentCoach(own=own, shared=shared)
