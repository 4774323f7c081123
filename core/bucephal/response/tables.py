"""Grids and cached tables of the response model: offsets, answer probabilities, transitions.

Shapes: H kinds of horse x T grid points of the level x M points of the day's mood.
"""

from __future__ import annotations

from functools import cached_property, lru_cache

import numpy as np
import numpy.typing as npt

from bucephal.record.models import TOP_LEVEL
from bucephal.response.model_parameters import (
    DEFAULT,
    FIRST_ASK_BREAK_DAYS,
    LAST_WARM_UP_ASK,
    LONGEST_BREAK_DAYS,
    ResponseParameters,
)

Array = npt.NDArray[np.float64]

MOST_LIKELIHOODS = 3000
"""Tables of likelihoods that are kept, 9 kB each."""
_MOOD_POINTS = 7
_MOOD_REACH = 2.25


def clamp_days(days: int) -> int:
    """Days from one ask to the next, held to what the model distinguishes: 1 to 60."""
    return min(max(days, 1), LONGEST_BREAK_DAYS)


class ResponseTables:
    """Everything that depends only on the parameters; built once, filled as it is asked for."""

    def __init__(self, parameters: ResponseParameters = DEFAULT) -> None:
        self.parameters = parameters
        count = round((parameters.grid_high - parameters.grid_low) / parameters.grid_step) + 1
        self.levels: Array = np.linspace(parameters.grid_low, parameters.grid_high, count)
        self.scales: Array = np.array(parameters.kind_scales)
        raw = np.linspace(-_MOOD_REACH, _MOOD_REACH, _MOOD_POINTS)
        weights = np.exp(-(raw**2) / 2)
        self.mood_weights: Array = weights / weights.sum()
        self.mood_points: Array = raw / np.sqrt((self.mood_weights * raw**2).sum())
        self._answers: dict[tuple[int, int], Array] = {}
        self._transitions: dict[int, Array] = {}
        self._first_in_band: dict[tuple[int, int], Array] = {}
        self._next_first_in_band: dict[tuple[int, int], Array] = {}
        self._light_enough: dict[tuple[int, float], Array] = {}
        self._offsets: dict[tuple[int, int], float] = {}
        self._likelihoods: dict[tuple[int, int, int, int | None], Array] = {}

    @cached_property
    def prior(self) -> Array:
        """What is believed of an unknown horse, shape (H, T), sums to 1."""
        p = self.parameters
        level = np.exp(-((self.levels - p.prior_mean) ** 2) / (2 * p.prior_sd**2))
        kinds = np.array(p.kind_prior)
        prior: Array = kinds[:, None] * (level / level.sum())[None, :]
        return prior

    def away(self, days: int) -> float:
        """How far the horse has forgotten, 0 to 1, after ``days`` since its last ask."""
        return float(1 - np.exp(-(clamp_days(days) - 1) / self.parameters.forgetting_days))

    def offset(self, days: int, number: int) -> float:
        """How many levels heavier the ask ``number`` (0 is the day's first) is than a warm one."""
        key = clamp_days(days), min(number, LAST_WARM_UP_ASK)
        heavier = self._offsets.get(key)
        if heavier is None:
            p = self.parameters
            start = p.first_ask_heavier + p.heavier_after_break * self.away(days)
            heavier = self._offsets[key] = start * p.warm_up_left ** key[1]
        return heavier

    def answered_by(self, days: int, number: int) -> Array:
        """P(answered at level k or lighter), shape (11, H, T, M), k = 0 to 10."""
        key = clamp_days(days), min(number, LAST_WARM_UP_ASK)
        table = self._answers.get(key)
        if table is None:
            table = self._answers[key] = self._build_answers(*key)
        return table

    def _build_answers(self, days: int, number: int) -> Array:
        p, scale = self.parameters, self.scales[:, None, None]
        mood = scale * p.mood_sd * self.mood_points[None, None, :]
        centre = self.levels[None, :, None] + mood + self.offset(days, number)
        levels = np.arange(TOP_LEVEL + 1)[:, None, None, None]
        table: Array = 1 / (1 + np.exp(-(levels + 0.5 - centre[None]) / (scale * p.scatter)))
        table[0] = 0.0
        return table

    def in_band(self, days: int, number: int, top: int) -> Array:
        """P(the ask is answered within the band), shape (H, T, M)."""
        share = self.parameters.uninformative
        table: Array = self.answered_by(days, number)[top]
        chance: Array = (1 - share) * table + share * top / (TOP_LEVEL + 1)
        return chance

    def first_in_band(self, days: int, top: int) -> Array:
        """P(the first ask of a day is in the band), averaged over moods, shape (H, T)."""
        key = clamp_days(days), top
        if key not in self._first_in_band:
            table: Array = self.in_band(days, 0, top) @ self.mood_weights
            self._first_in_band[key] = table
        return self._first_in_band[key]

    def next_first_in_band(self, days: int, top: int) -> Array:
        """The same as seen from the ride before: ``days`` of moving on first. Shape (H, T)."""
        key = clamp_days(days), top
        if key not in self._next_first_in_band:
            table: Array = self.first_in_band(days, top) @ self.transition(days).T
            self._next_first_in_band[key] = np.ascontiguousarray(table)
        return self._next_first_in_band[key]

    def light_enough(self, top: int, share: float) -> Array:
        """How much of each grid cell lies where first asks are in the band ``share`` of the time.

        Shape (H, T), 0 to 1. The cell in which the limit lies is cut linearly; it is found by
        linear interpolation between grid points.
        """
        key = top, share
        if key not in self._light_enough:
            chance = self.first_in_band(FIRST_ASK_BREAK_DAYS, top)
            rows = [self._inside(self._crossing(row, share)) for row in chance]
            self._light_enough[key] = np.stack(rows)
        return self._light_enough[key]

    def _crossing(self, chance: Array, share: float) -> float:
        """The level at which the falling ``chance`` passes ``share``."""
        if chance[0] < share:
            return -np.inf
        if chance[-1] >= share:
            return np.inf
        last = int(np.nonzero(chance >= share)[0][-1])
        part = (chance[last] - share) / (chance[last] - chance[last + 1])
        return float(self.levels[last] + part * self.parameters.grid_step)

    def _inside(self, limit: float) -> Array:
        step = self.parameters.grid_step
        inside: Array = np.clip((limit - (self.levels - step / 2)) / step, 0.0, 1.0)
        return inside

    def likelihood(self, days: int, number: int, above: int, upto: int | None) -> Array:
        """P(answered above one level and at or below another; None: not at all), (H, T, M)."""
        key = clamp_days(days), min(number, LAST_WARM_UP_ASK), above, upto
        table = self._likelihoods.get(key)
        if table is None:
            if len(self._likelihoods) >= MOST_LIKELIHOODS:
                self._likelihoods.clear()
            table = self._likelihoods[key] = self._build_likelihood(*key)
        return table

    def _build_likelihood(self, days: int, number: int, above: int, upto: int | None) -> Array:
        table, share = self.answered_by(days, number), self.parameters.uninformative
        cells = TOP_LEVEL + 1
        if upto is None:
            none: Array = (1 - share) * (1 - table[above]) + share * (cells - above) / cells
            return none
        between: Array = (1 - share) * (table[upto] - table[above]) + share * (upto - above) / cells
        return between

    def transition(self, days: int) -> Array:
        """How the level moves over ``days`` to the next ride: row t to column t', rows sum to 1."""
        days = clamp_days(days)
        table = self._transitions.get(days)
        if table is None:
            table = self._transitions[days] = self._build_transition(days)
        return table

    def _build_transition(self, days: int) -> Array:
        p = self.parameters
        learned = p.learning_rate * np.maximum(self.levels - p.floor, 0)
        mean = self.levels - learned + p.dullness_after_break * self.away(days)
        variance = p.wander_per_ride**2 + p.wander_per_day**2 * (days - 1)
        return self._gaussian_rows(mean, variance)

    @lru_cache(maxsize=8)  # noqa: B019 - the tables live as long as the process
    def blur(self, sd: float) -> Array:
        """Spreads a belief over neighbouring levels, for the start of a related track."""
        return self._gaussian_rows(self.levels, sd**2)

    def _gaussian_rows(self, mean: Array, variance: float) -> Array:
        weights = np.exp(-((self.levels[None, :] - mean[:, None]) ** 2) / (2 * variance))
        rows: Array = weights / weights.sum(axis=1, keepdims=True)
        return rows


@lru_cache(maxsize=8)
def tables_for(parameters: ResponseParameters = DEFAULT) -> ResponseTables:
    return ResponseTables(parameters)
