"""The rides on which both sides of a step were asked, ready to be compared."""

from __future__ import annotations

from datetime import date
from itertools import pairwise

from bucephal.response.comparing import SideRide
from bucephal.response.parameters import FIRST_ASK_BREAK_DAYS
from bucephal.response.tracks import CueTrack


def side_rides(left: CueTrack, right: CueTrack) -> list[SideRide]:
    """One entry for each day on which both sides gave a level, oldest first."""
    left_days, right_days = _days_with_gaps(left), _days_with_gaps(right)
    rides = []
    for on in sorted(left_days.keys() & right_days.keys()):
        levels = _levels(left, on), _levels(right, on)
        if all(levels):
            rides.append(SideRide(levels[0], left_days[on], levels[1], right_days[on]))
    return rides


def _days_with_gaps(track: CueTrack) -> dict[date, int]:
    """Each day with asks, and the days since the one before."""
    days = track.days
    gaps = [FIRST_ASK_BREAK_DAYS, *((later - earlier).days for earlier, later in pairwise(days))]
    return dict(zip(days, gaps, strict=True)) if days else {}


def _levels(track: CueTrack, on: date) -> list[float]:
    """A day's levels in order; no answer counts one above the highest tried."""
    return [float(ask.level + (not ask.answered)) for ask in track.asks_on(on) if ask.level is not None]
