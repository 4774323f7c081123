"""Left against right of one step, from the rides on which both were asked."""

from __future__ import annotations

from bucephal.ladder import Side, StepKind
from bucephal.progress.memo import memo_of_standing
from bucephal.progress.standing import Standing
from bucephal.response import SIDE_LEAST_ASKS, Difference, side_difference, side_rides, tables_for


@memo_of_standing
def side_gap(standing: Standing, step: str) -> Difference | None:
    """Left minus right in levels; None while it cannot be told (under ten asks a side)."""
    left = standing.tracks.get(step, Side.LEFT)
    right = standing.tracks.get(step, Side.RIGHT)
    if left is None or right is None or left.rule.kind is not StepKind.LIGHTNESS:
        return None
    if min(len(left.asks), len(right.asks)) < SIDE_LEAST_ASKS:
        return None
    rides = side_rides(left, right)
    return side_difference(rides, tables_for()) if rides else None
