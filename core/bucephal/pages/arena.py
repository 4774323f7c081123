"""What was seen of a horse in a place, on its drawing: where it turns by itself, spooks, is drawn home.

A spot is what somebody said of where it was: a letter, a corner, the name of a fixed thing. What names none
of these stands in the list, and not on the drawing.
"""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from enum import StrEnum
from statistics import fmean
from typing import NamedTuple

from pydantic import Field

from bucephal.ground import GroundPlace, Point, letters_of
from bucephal.ground.areas import Fenced
from bucephal.ladder import Catalogue, Side, TakenWith
from bucephal.record import Ask, EventKind, FrozenModel, HorseRecord, Session
from bucephal.words import ground_words

DRAWS_HOME = "draws-home"
_LETTER = re.compile(r"\b([A-Z])\b")


class SeenKind(StrEnum):
    CORNER = "corner"
    """Metres before a corner at which it turned by itself."""
    SPOOK = "spook"
    DRAWS_HOME = "draws-home"


class Sight(FrozenModel):
    """Something seen at one spot, on one rein: how often, and where that is."""

    kind: SeenKind
    spot: str
    side: Side
    count: int
    metres: float | None = Field(None, description="Of a corner: before it, on average.")
    last_m: float | None = Field(None, description="The last time.")
    with_leg: bool | None = Field(None, description="Of a corner: with the inside leg, or without.")
    x_m: float | None = Field(None, description="Null: the spot is not to be found in this place.")
    y_m: float | None = None
    words: str


class ArenaSeen(FrozenModel):
    seen: tuple[Sight, ...]
    words: str = Field(description="Said where nothing was seen; else empty.")


class _SightKey(NamedTuple):
    kind: SeenKind
    spot: str
    side: Side
    with_leg: bool | None


def arena_seen(
    record: HorseRecord, catalogue: Catalogue, place: GroundPlace, elsewhere: Sequence[str] = ()
) -> ArenaSeen:
    """What was seen of a horse in a place.

    Args:
        elsewhere: names of the yard's other places; what was seen there is left out.
    """
    found: dict[_SightKey, list[float | None]] = {}
    for session in record.sessions:
        if session.place not in elsewhere:
            for sight, metres in _sights(session, catalogue):
                found.setdefault(sight, []).append(metres)
    seen = [_seen(sight, metres, place) for sight, metres in found.items()]
    order = tuple(SeenKind)
    seen.sort(key=lambda one: (order.index(one.kind), one.spot, one.side, one.with_leg is True))
    return ArenaSeen(seen=tuple(seen), words="" if seen else ground_words.NOTHING_SEEN)


def _sights(session: Session, catalogue: Catalogue) -> Iterator[tuple[_SightKey, float | None]]:
    for ask in session.asks:
        if ask.extent is not None and catalogue.exercise(ask.step).taken_with is TakenWith.CORNERS:
            yield _SightKey(SeenKind.CORNER, ask.spot or "", ask.side, _with_leg(ask)), ask.extent
        if DRAWS_HOME in ask.faults:
            yield _SightKey(SeenKind.DRAWS_HOME, ask.spot or "", ask.side, None), None
    for event in session.events:
        if event.kind is EventKind.SPOOK:
            spot = ", ".join(part for part in (event.thing, event.spot) if part)
            yield _SightKey(SeenKind.SPOOK, spot, Side.NONE, None), None


def _with_leg(ask: Ask) -> bool | None:
    return None if ask.second_aid is None else ask.second_aid > 0


def _seen(sight: _SightKey, metres: list[float | None], place: GroundPlace) -> Sight:
    known = [one for one in metres if one is not None]
    mean = fmean(known) if known else None
    at = place_of(sight.spot, place, sight.side, mean or 0.0)
    return Sight(
        kind=sight.kind,
        spot=sight.spot,
        side=sight.side,
        count=len(metres),
        metres=mean,
        last_m=known[-1] if known else None,
        with_leg=sight.with_leg,
        x_m=None if at is None else at.x,
        y_m=None if at is None else at.y,
        words=ground_words.seen(
            sight.kind,
            sight.spot,
            sight.side,
            len(metres),
            mean,
            known[-1] if known else None,
            with_leg=sight.with_leg,
        ),
    )


def place_of(spot: str, place: GroundPlace, side: Side, before_m: float) -> Point | None:
    """Where a spot is: so many metres before a corner on a rein, at a letter, at a fixed thing; else None."""
    letters = {one.letter: Point(one.x_m, one.y_m) for one in letters_of(place)}
    named = next((letters[one] for one in _LETTER.findall(spot) if one in letters), None)
    if named is not None:
        return _before_corner(named, place, side, before_m) if ground_words.CORNER_BY in spot else named
    said = spot.casefold()
    for thing in place.things:
        name = (thing.name or ground_words.THINGS[thing.kind]).casefold().removeprefix("the ")
        if name and name in said:
            return thing.at
    return None


def _before_corner(letter: Point, place: GroundPlace, side: Side, before_m: float) -> Point | None:
    """Back from the corner by a letter along the side that is ridden up to it on that rein."""
    area = place.area
    if not isinstance(area, Fenced):
        return None
    ring = area.corners
    n = min(range(len(ring)), key=lambda one: ring[one].distance(letter))
    behind = ring[(n + 1) % len(ring)] if side is Side.RIGHT else ring[n - 1]
    return ring[n].towards(ring[n].angle_to(behind), min(before_m, ring[n].distance(behind)))
