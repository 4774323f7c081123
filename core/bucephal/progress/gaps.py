"""Left against right of one step, from the rides on which both were asked."""

from __future__ import annotations

from datetime import date

from bucephal.ladder import Kind, Side
from bucephal.progress.standing import Standing
from bucephal.response import (
    SIDE_LEAST_ASKS,
    Difference,
    SideRide,
    Track,
    side_difference,
    tables_for,
)


def side_gap(standing: Standing, step: str) -> Difference | None:
    """Left minus right in levels; None while it cannot be told (under ten asks a side)."""
    left = standing.tracks.get(step, Side.LEFT)
    right = standing.tracks.get(step, Side.RIGHT)
    if left is None or right is None or left.rule.kind is not Kind.LIGHTNESS:
        return None
    if min(len(left.asks), len(right.asks)) < SIDE_LEAST_ASKS:
        return None
    both = set(left.days) & set(right.days)
    rides = [
        SideRide(_levels(left, on), _gap_days(left, on), _levels(right, on), _gap_days(right, on))
        for on in sorted(both)
        if _levels(left, on) and _levels(right, on)
    ]
    return side_difference(rides, tables_for()) if rides else None


def _levels(track: Track, on: date) -> list[float]:
    """A day's levels in order; no answer counts one above the highest tried."""
    return [float(ask.level + (not ask.answered)) for ask in track.asks_on(on) if ask.level is not None]


def _gap_days(track: Track, on: date) -> int:
    days = track.days
    place = days.index(on)
    return 2 if place == 0 else (days[place] - days[place - 1]).days
