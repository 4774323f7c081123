"""Left against right of one step, from the rides on which both were asked."""

from __future__ import annotations

from pydantic import Field

from bucephal.ladder import Kind, Side
from bucephal.progress.standing import Standing
from bucephal.record import FrozenModel
from bucephal.response import (
    SIDE_CLAIM,
    SIDE_HINT,
    SIDE_LEAST_ASKS,
    SIDE_MATTERS,
    Difference,
    side_difference,
    side_rides,
    tables_for,
)

Z_80 = 1.2816  # normal quantile of 0.9: an 80 % interval is mean +- Z_80 sd


class SideGap(FrozenModel):
    """Left minus right in levels (positive: the left is heavier), 80 % interval, and in words."""

    mean: float
    low: float
    high: float
    chance: float = Field(description="P(the heavier side is heavier by more than 0.5).")
    heavier: Side | None
    claimed: bool
    words: str


def side_gap(standing: Standing, step: str) -> Difference | None:
    """Left minus right in levels; None while it cannot be told (under ten asks a side)."""
    left = standing.tracks.get(step, Side.LEFT)
    right = standing.tracks.get(step, Side.RIGHT)
    if left is None or right is None or left.rule.kind is not Kind.LIGHTNESS:
        return None
    if min(len(left.asks), len(right.asks)) < SIDE_LEAST_ASKS:
        return None
    rides = side_rides(left, right)
    return side_difference(rides, tables_for()) if rides else None


def described_gap(standing: Standing, step: str, name: str) -> SideGap | None:
    """The gap with its interval, and what may be said of it: nothing, a hint, a claim."""
    difference = side_gap(standing, step)
    if difference is None:
        return None
    left, right = difference.p_above(SIDE_MATTERS), difference.p_below(-SIDE_MATTERS)
    chance, side = max((left, Side.LEFT), (right, Side.RIGHT), key=lambda pair: pair[0])
    heavier = side if chance >= SIDE_HINT else None
    low, high = difference.mean - Z_80 * difference.sd, difference.mean + Z_80 * difference.sd
    size = f"{abs(difference.mean):.1f} levels ({_span(low, high)})"
    if heavier is None:
        words = f"{name}: the sides are not shown to differ"
    else:
        sure = "likely real" if chance >= SIDE_CLAIM else "a hint"
        words = f"{name}: the {heavier} is heavier by {size}; {sure}, chance {chance:.2f}"
    return SideGap(
        mean=difference.mean, low=low, high=high, chance=chance, heavier=heavier,
        claimed=chance >= SIDE_CLAIM, words=words,
    )  # fmt: skip


def _span(low: float, high: float) -> str:
    ends = sorted((abs(low), abs(high))) if low * high > 0 else [0.0, max(abs(low), abs(high))]
    return f"{ends[0]:.1f} to {ends[1]:.1f}"
