"""Why an estimate is what it is: the belief after each day, and the asks that moved it most."""

from __future__ import annotations

from bisect import bisect_left
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from bucephal.answers import Meaning
from bucephal.record import Ask
from bucephal.response.lightness import LightnessTrack
from bucephal.response.model_parameters import FIRST_ASK_BREAK_DAYS
from bucephal.response.success_share import ShareTrack
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


DayEnd = tuple[date, Belief]
"""A day with asks, and the belief after it."""


def replayed(track: CueTrack) -> list[DayEnd]:
    """Every day with asks heard again, oldest first."""
    belief, told, ends = track.start, _told(track), list[DayEnd]()
    for index, start in enumerate(track.day_starts):
        end = track.day_starts[index + 1] if index + 1 < len(track.day_starts) else len(told)
        belief = _last(belief, told[start:end], track)
        ends.append((told[start][0], belief))
    return ends


def beliefs_by_day(track: CueTrack, ends: list[DayEnd]) -> list[DayBelief]:
    """The belief after each day with asks (``replayed``) in figures."""
    return [_day_belief(day, belief, track) for day, belief in ends]


def influences(track: CueTrack, ends: list[DayEnd], most: int = 3) -> list[Influence]:
    """The asks that moved the estimate most, strongest first.

    Each of the last asks is left out in turn, everything else heard as it was.

    Args:
        ends: the track's days ``replayed``.
    """
    now_mean, now_first = track.mean, track.p_first()
    beliefs = [track.start, *(belief for _, belief in ends)]
    before = {day: belief for (day, _), belief in zip(ends, beliefs, strict=False)}
    first = max(len(track.asks) - LOOKED_BACK, 0)
    since = track.day_starts[bisect_left(track.days, track.asks[first].day)] if track.asks else 0
    all_told = list(enumerate(_told(track)))[since:]
    found = []
    for index in range(first, len(track.asks)):
        day = track.asks[index].day
        told = [one for n, one in all_told if n != index and one[0] >= day]
        without = _last(before[day], told, track)
        mean, p_first = _figures(without, track)
        number = index - track.day_starts[track.days.index(day)] + 1
        found.append(Influence(day, track.asks[index].ask, number, now_mean - mean, now_first - p_first))
    found.sort(key=lambda one: -abs(one.p_first))
    return found[:most]


def influences_of_a_session(before: CueTrack | None, track: CueTrack, on: date) -> list[Influence]:
    """What each ask of a session on the track's last day moved, strongest first.

    Args:
        before: the track as it was before the session; None: it had not been asked.
        on: that day.
    """
    earlier = len(before.told_on(on)) if before is not None else 0
    belief = before.belief if before is not None else track.start
    asks = track.told_on(on)[earlier:]
    told = [(on, meaning) for _, meaning in asks]
    now_mean, now_first = _figures(_last(belief, told, track), track)
    found = []
    for number, (ask, _) in enumerate(asks):
        without = _last(belief, told[:number] + told[number + 1 :], track)
        mean, p_first = _figures(without, track)
        found.append(Influence(on, ask, earlier + number + 1, now_mean - mean, now_first - p_first))
    return sorted(found, key=lambda one: -abs(one.p_first))


def _told(track: CueTrack) -> list[Told]:
    return [(row.day, meaning) for row, meaning in zip(track.asks, track.meanings, strict=True)]


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
