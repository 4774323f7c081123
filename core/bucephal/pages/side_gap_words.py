"""Left against right of a step, as it is said on the sheet and on the step's page."""

from __future__ import annotations

from pydantic import Field

from bucephal.ladder import Side
from bucephal.progress import Standing, side_gap
from bucephal.record import FrozenModel
from bucephal.response import SIDE_CLAIM, SIDE_HINT
from bucephal.words import estimate_words


class SideGap(FrozenModel):
    """Left minus right in levels (positive: the left is heavier), 80 % interval, and in words."""

    mean: float
    low: float
    high: float
    chance: float = Field(description="P(the heavier side is heavier by more than 0.5).")
    heavier: Side | None
    claimed: bool
    words: str


def described_gap(standing: Standing, step: str, name: str) -> SideGap | None:
    """The gap with its interval, and what may be said of it: nothing, a hint, a claim."""
    difference = side_gap(standing, step)
    if difference is None:
        return None
    side, chance = difference.heavier
    heavier = side if chance >= SIDE_HINT else None
    low, high = difference.interval()
    claimed = chance >= SIDE_CLAIM
    return SideGap(
        mean=difference.mean, low=low, high=high, chance=chance, heavier=heavier, claimed=claimed,
        words=estimate_words.side_gap(name, difference.mean, heavier=heavier, chance=chance),
    )  # fmt: skip
