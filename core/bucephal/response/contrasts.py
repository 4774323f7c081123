"""Comparisons within one track or between two: start against end, left against right,
getting lighter or not, and the threshold for 'best so far'.

Source: own, each measured on virtual horses (docs/how-it-estimates.md).
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from statistics import NormalDist

import numpy as np

from bucephal.ladder import Side
from bucephal.record.models import TOP_LEVEL
from bucephal.response.lightness import LightnessTrack
from bucephal.response.tables import ResponseTables
from bucephal.words.figures import FAIRLY_SURE_FROM, SURE_FROM

LIGHTER_BY = 0.5
LIGHTER_CLAIM = FAIRLY_SURE_FROM
SESSION_NOISE_SD = 0.9

SIDE_HINT, SIDE_CLAIM = FAIRLY_SURE_FROM, SURE_FROM
SIDE_MATTERS = 0.5
SIDE_LEAST_ASKS = 10
_SIDE_CLIP = 4.0
_SIDE_WANDER_SD = 0.3

BEST_QUANTILE = 0.10
BEST_EARLIER_DAYS = 3


@dataclass(frozen=True)
class Difference:
    """A difference in levels with its doubt (normal)."""

    mean: float
    sd: float

    def p_below(self, limit: float) -> float:
        return NormalDist(self.mean, self.sd).cdf(limit)

    def p_above(self, limit: float) -> float:
        return 1.0 - self.p_below(limit)

    def interval(self, share: float = 0.8) -> tuple[float, float]:
        """Central interval, equal tails."""
        tail = (1 - share) / 2
        belief = NormalDist(self.mean, self.sd)
        return belief.inv_cdf(tail), belief.inv_cdf(1 - tail)

    @property
    def heavier(self) -> tuple[Side, float]:
        """The side that is more likely to be heavier by something that matters, and that chance.

        For a difference of left minus right.
        """
        left, right = self.p_above(SIDE_MATTERS), self.p_below(-SIDE_MATTERS)
        return (Side.LEFT, left) if left >= right else (Side.RIGHT, right)


def session_change(
    levels: Sequence[float], days: int, mean_before: float, variance_before: float,
    tables: ResponseTables,
) -> Difference:  # fmt: skip
    """How much lighter the end of a session was than its start (negative: lighter).

    Most of a drop is ordinary warming up; what was learned shows at the next first ask.

    Args:
        levels: the session's levels of one track, in order (no answer: highest tried + 1);
            at least two.
        days: days since the track's last ask, 1 to 60.
        mean_before, variance_before: of the track's level before the session.
    """
    p, count = tables.parameters, len(levels)
    offset = tables.offset(days, 0)
    start_variance = variance_before + p.wander_per_ride**2 + p.wander_per_day**2 * (days - 1) + p.mood_sd**2
    design = np.column_stack([np.ones(count), 1 - p.warm_up_left ** np.arange(count)])
    prior_precision = np.diag([1 / start_variance, 1.0])
    prior_mean = np.array([mean_before + offset, -offset])
    precision = prior_precision + design.T @ design / SESSION_NOISE_SD**2
    weighted = prior_precision @ prior_mean + design.T @ np.asarray(levels) / SESSION_NOISE_SD**2
    covariance = np.linalg.inv(precision)
    share = 1 - p.warm_up_left ** (count - 1)
    drop = (covariance @ weighted)[1]
    return Difference(float(drop * share), math.sqrt(covariance[1, 1]) * share)


@dataclass(frozen=True)
class SideRide:
    """One ride on which both sides of a step were asked: levels in order, days since last ask."""

    left: Sequence[float]
    left_days: int
    right: Sequence[float]
    right_days: int


def side_difference(rides: Sequence[SideRide], tables: ResponseTables) -> Difference:
    """Left level minus right level, followed over rides (positive: the left is heavier)."""
    mood_variance = 2 * tables.parameters.mood_sd**2
    mean, variance = 0.0, 1.0
    for number, ride in enumerate(rides):
        if number > 0:
            variance += _SIDE_WANDER_SD**2
        seen = _warm_mean(ride.left, ride.left_days, tables) - _warm_mean(ride.right, ride.right_days, tables)
        seen = min(max(seen, -_SIDE_CLIP), _SIDE_CLIP)
        noise = 1.0 / len(ride.left) + 1.0 / len(ride.right) + mood_variance
        gain = variance / (variance + noise)
        mean += gain * (seen - mean)
        variance *= 1 - gain
    return Difference(mean, math.sqrt(variance))


def _warm_mean(levels: Sequence[float], days: int, tables: ResponseTables) -> float:
    warmed = [level - tables.offset(days, n) for n, level in enumerate(levels)]
    return sum(warmed) / len(warmed)


def stuck_after(lowest: int, band_top: int) -> int:
    """After how many heavy answers with no new lowest level it is time to do something else."""
    return max(2, 5 - (lowest - band_top))


def best_so_far_threshold(
    track: LightnessTrack, day: int, earlier_days: int, lowest_so_far: int | None
) -> int | None:
    """Below which level a first answer of ``day`` would be better than anything before.

    The 10 % point of what the model expects of this ask, and below every earlier level. None
    when there is too little to compare with (three earlier days), or nothing lighter is left.
    """
    if earlier_days < BEST_EARLIER_DAYS or lowest_so_far is None or track.day is None:
        return None
    days = max(day - track.day, 1)
    moved = track.posterior @ track.tables.transition(days)
    chances = track.tables.answered_by(days, 0) @ track.tables.mood_weights
    expected = (moved[None] * chances).sum(axis=(1, 2))
    unlikely = int(np.searchsorted(expected, BEST_QUANTILE, side="right"))
    threshold = min(unlikely, lowest_so_far, TOP_LEVEL)
    return threshold if threshold > 1 else None
