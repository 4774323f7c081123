"""Why an estimate is what it is: the belief after each day, and the asks that moved it most."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import date

from bucephal.answers import Meaning
from bucephal.record import Ask
from bucephal.response.lightness import LightnessTrack
from bucephal.response.parameters import FIRST_ASK_BREAK_DAYS
from bucephal.response.share import ShareTrack
from bucephal.response.tracks import Belief, CueTrack

Told = tuple[date, Meaning]
"""An ask's day and what it meant."""

LOOKED_BACK = 12
"""How many of the last asks are looked at; older ones have nearly always been overtaken."""


@dataclass(frozen=True)
class DayBelief:
    """What was believed of a track after a day: level (or share of tries) and 80 % interval."""

    on: date
    mean: float
    low: float
    high: float
    p_first: float


@dataclass(frozen=True)
class Influence:
    """An ask and what it did: the figures now, less what they would be without it."""

    on: date
    ask: Ask
    number: int
    """Its place among the day's asks of this track, 1 is the first."""
    level: float
    """Change of the mean, in levels (of the share, for tolerance and measure steps)."""
    p_first: float


def beliefs_by_day(track: CueTrack) -> list[DayBelief]:
    """The belief after each day with asks, oldest first."""
    return [_day_belief(day, belief, track) for day, belief in _replayed(track)]


def influences(track: CueTrack, most: int = 3) -> list[Influence]:
    """The asks that moved the estimate most, strongest first.

    Each of the last asks is left out in turn, everything else heard as it was.
    """
    now_mean, now_first = track.mean, track.p_first()
    before = dict(_openings(track))
    found = []
    for index in range(max(len(track.asks) - LOOKED_BACK, 0), len(track.asks)):
        day = track.asks[index].day
        told = [one for n, one in enumerate(_told(track)) if n != index and one[0] >= day]
        without = _last(before[day], told, track)
        mean, p_first = _figures(without, track)
        number = index - track.day_starts[track.days.index(day)] + 1
        found.append(Influence(day, track.asks[index].ask, number, now_mean - mean, now_first - p_first))
    found.sort(key=lambda one: -abs(one.p_first))
    return found[:most]


def _told(track: CueTrack) -> list[Told]:
    return [(row.day, meaning) for row, meaning in zip(track.asks, track.meanings, strict=True)]


def _replayed(track: CueTrack) -> Iterator[tuple[date, Belief]]:
    belief, told = track.start, _told(track)
    for index, start in enumerate(track.day_starts):
        end = track.day_starts[index + 1] if index + 1 < len(track.day_starts) else len(told)
        belief = _last(belief, told[start:end], track)
        yield told[start][0], belief


def _openings(track: CueTrack) -> Iterator[tuple[date, Belief]]:
    """The belief before each day with asks."""
    before = track.start
    for day, after in _replayed(track):
        yield day, before
        before = after


def _last(belief: Belief, told: Sequence[Told], track: CueTrack) -> Belief:
    """The belief after some more asks."""
    for day, meaning in told:
        belief = _hear(belief, day, meaning, track)
    return belief


def _hear(belief: Belief, on: date, meaning: Meaning, track: CueTrack) -> Belief:
    """One ask of the track heard again, with the mood that its day began with."""
    day = on.toordinal()
    if isinstance(belief, ShareTrack):
        return belief.hear(meaning.success, day) if meaning.told else belief
    if meaning.heard is None:
        return belief
    return belief.open_day(day, track.moods.get(day)).hear(meaning.heard)


def _figures(belief: Belief, track: CueTrack) -> tuple[float, float]:
    if isinstance(belief, LightnessTrack):
        return belief.mean, belief.p_first(FIRST_ASK_BREAK_DAYS, track.rule.band_top)
    return belief.mean, belief.mean


def _day_belief(on: date, belief: Belief, track: CueTrack) -> DayBelief:
    low, high = belief.interval()
    mean, p_first = _figures(belief, track)
    return DayBelief(on, mean, low, high, p_first)
