"""How soon a track will be light, if it is worked in a given rhythm.

The filter is run once more with five ideas of how light this horse will ever get (its floor),
weighed by how well each foretold the horse's own answers, and then carried on over rides that
have not happened yet. Arrived is where first answers of a day are in the band 88 % of the time.

Source: own model (docs/how-it-estimates.md): of chances called .50, .53 happened; the 80 % interval held
85 %, on virtual horses.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import lru_cache
from itertools import pairwise

import numpy as np

from bucephal.answers import Observation
from bucephal.response.lightness import LightnessTrack
from bucephal.response.model_parameters import FIRST_ASK_BREAK_DAYS, ResponseParameters
from bucephal.response.tables import Array, ResponseTables, clamp_days
from bucephal.response.tracks import CueTrack

FLOORS = (0.5, 1.5, 2.5, 3.5, 4.5)
FLOOR_PRIOR = (0.15, 0.25, 0.25, 0.20, 0.15)
LEARNING_RATE = 0.08
WANDER_SO_FAR = 0.3
WANDER_AHEAD = 0.15
ARRIVED_SHARE = 0.88
HORIZON = 40
"""Rides; past that nothing is said."""
WITHIN = (5, 10, 20, 40)
_TAILS = (0.1, 0.5, 0.9)
_DAYS_A_WEEK = 7


@dataclass(frozen=True)
class HeardDay:
    """What one day told about a track: its ordinal, what was heard, the mood it began with."""

    day: int
    observations: tuple[Observation, ...]
    mood: Array | None = None


@dataclass(frozen=True)
class Forecast:
    """When a track will be light, over the next ``HORIZON`` rides.

    Attributes:
        arrived_by: P(arrived by ride n), n = 1 to 40.
        floor_weights: how likely each of ``FLOORS`` is for this horse.
    """

    arrived_by: tuple[float, ...]
    floor_weights: tuple[float, ...]

    def within(self, rides: int) -> float:
        return self.arrived_by[rides - 1]

    @property
    def if_within_horizon(self) -> tuple[int, int, int] | None:
        """Rides until it arrives, if it does within 40: 10, 50 and 90 % point.

        None where that is next to impossible.
        """
        last = self.arrived_by[-1]
        if last < 1e-6:
            return None
        shares = np.array(self.arrived_by) / last
        low, middle, high = (int(np.searchsorted(shares, tail)) + 1 for tail in _TAILS)
        return low, middle, high


def rhythm(rides_per_week: float, rides: int = HORIZON) -> list[int]:
    """Days between rides (1 or more) that come to so many rides a week."""
    apart = max(_DAYS_A_WEEK / rides_per_week, 1.0)
    days = [math.floor(number * apart + 0.5) for number in range(rides + 1)]
    return [max(later - earlier, 1) for earlier, later in pairwise(days)]


def heard_days(track: CueTrack) -> list[HeardDay]:
    """What the asks of a lightness track told, day by day."""
    days: dict[int, list[Observation]] = {}
    for row, meaning in zip(track.asks, track.meanings, strict=True):
        if meaning.heard is not None:
            days.setdefault(row.day.toordinal(), []).append(meaning.heard)
    return [HeardDay(day, tuple(seen), track.moods.get(day)) for day, seen in days.items()]


def forecast(
    start: LightnessTrack, heard: Sequence[HeardDay], gaps: Sequence[int], band_top: int
) -> Forecast:
    """The forecast of one track.

    Args:
        start: what was believed before its first ask.
        heard: its days so far, oldest first.
        gaps: days between the rides to come, from the last ride on.
        band_top: what counts as light.
    """
    belief, weights = _heard_so_far(start, heard)
    ahead = _tables(start.tables.parameters, WANDER_AHEAD)
    arrived = ahead[0].light_enough(band_top, ARRIVED_SHARE)
    still = 1 - arrived
    carried = {gap: np.stack([one.transition(gap) for one in ahead]) for gap in set(gaps)}
    total, by_ride = 0.0, []
    for gap in gaps:
        belief = belief @ carried[gap]
        total += float(weights @ (belief * arrived).sum(axis=(1, 2)))
        belief = belief * still
        by_ride.append(total)
    return Forecast(tuple(by_ride), tuple(float(weight) for weight in weights))


def _heard_so_far(start: LightnessTrack, heard: Sequence[HeardDay]) -> tuple[Array, Array]:
    """Belief for each floor, shape (F, H, T), and the weight of each floor, shape (F,)."""
    tables = _tables(start.tables.parameters, WANDER_SO_FAR)
    shared = start.tables  # answers depend on nothing that the floors change
    carried = shared.parameters.mood_carried
    belief = np.repeat(start.posterior[None], len(FLOORS), axis=0)
    log_weights = np.log(FLOOR_PRIOR)
    last: int | None = None
    for one in heard:
        away = FIRST_ASK_BREAK_DAYS if last is None else clamp_days(one.day - last)
        if last is not None:
            belief = belief @ np.stack([table.transition(away) for table in tables])
        moods = shared.mood_weights
        if one.mood is not None:
            moods = carried * one.mood + (1 - carried) * moods
        # What a day's answers tell does not depend on the floor: it is worked out once for all.
        told = np.ones_like(shared.likelihood(away, 0, 0, None))
        for number, seen in enumerate(one.observations):
            told = told * shared.likelihood(away, number, seen.above, seen.upto)
        joint = belief * (told @ moods)
        chance = joint.sum(axis=(1, 2))
        log_weights = log_weights + np.log(chance)
        belief, last = joint / chance[:, None, None], one.day
    weights = np.exp(log_weights - log_weights.max())
    return belief, weights / weights.sum()


@lru_cache(maxsize=4)
def _tables(base: ResponseParameters, wander: float) -> tuple[ResponseTables, ...]:
    """One set of tables for each floor."""
    return tuple(
        ResponseTables(replace(base, floor=floor, learning_rate=LEARNING_RATE, wander_per_ride=wander))
        for floor in FLOORS
    )
