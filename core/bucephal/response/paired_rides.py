"""The rides on which both sides of a step were asked, ready to be compared."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import date

from bucephal.response.contrasts import SideRide
from bucephal.response.model_parameters import FIRST_ASK_BREAK_DAYS
from bucephal.response.tracks import CueTrack


def side_rides(left: CueTrack, right: CueTrack) -> list[SideRide]:
    """One entry for each day on which both sides gave a level, oldest first."""
    others = {on: (days, levels) for on, days, levels in _rides(right)}
    rides = []
    for on, days, levels in _rides(left):
        other = others.get(on)
        if other is not None and levels and other[1]:
            rides.append(SideRide(levels, days, other[1], other[0]))
    return rides


def _rides(track: CueTrack) -> Iterator[tuple[date, int, list[float]]]:
    """Each day with asks: the days since the one before, and its levels in order.

    No answer counts one above the highest tried.
    """
    ends = [*track.day_starts[1:], len(track.asks)]
    before: date | None = None
    for day, start, end in zip(track.days, track.day_starts, ends, strict=False):
        since = FIRST_ASK_BREAK_DAYS if before is None else (day - before).days
        asks = (row.ask for row in track.asks[start:end])
        yield day, since, [float(ask.level + (not ask.answered)) for ask in asks if ask.level is not None]
        before = day
