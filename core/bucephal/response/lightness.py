"""The filter of one track (horse x step x side): what its asks say about how light it is.

Hidden: the kind of horse (steady, ordinary, unsteady), the level at which it answers when
warm on an ordinary day, and the day's mood. Each ask multiplies the belief by the likelihood
of its answer; a day's end sums the mood out; the next day moves the level on.

Source: own model (docs/how-it-estimates.md). With Gaussian scatter and nothing
censored it is the local-level model of Harvey (1989), Forecasting, Structural Time Series
Models and the Kalman Filter.
Limits: equal steps between levels; a trainer who starts at the lightest and logs everything.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

import numpy as np

from bucephal.answers import Observation
from bucephal.response.model_parameters import FIRST_ASK_BREAK_DAYS
from bucephal.response.tables import Array, ResponseTables, clamp_days

SURE_SHARE = 0.8
"""`sure` asks: how likely is it that first asks of a day are in the band this often?"""


@dataclass(frozen=True, eq=False)
class LightnessTrack:
    """The belief about one track after the asks so far. Immutable: an ask gives a new one."""

    tables: ResponseTables
    opening: Array
    """Belief over (kind, level), shape (H, T), before the current day, already moved on."""
    joint: Array | None = None
    """Belief over (kind, level, mood) within the current day, shape (H, T, M)."""
    day: int | None = None
    """Ordinal of the last day with an ask."""
    number: int = 0
    """Asks on that day."""
    break_days: int = FIRST_ASK_BREAK_DAYS
    """Days between the last day and the one before."""

    @staticmethod
    def unknown(tables: ResponseTables) -> LightnessTrack:
        return LightnessTrack(tables, tables.prior)

    def related(self, blur_sd: float) -> LightnessTrack:
        """A new track that starts from this one: the other side, or the next stage."""
        doubt = self.tables.parameters.start_doubt
        spread = self.posterior @ self.tables.blur(blur_sd)
        return LightnessTrack(self.tables, (1 - doubt) * spread + doubt * self.tables.prior)

    def as_start(self) -> LightnessTrack:
        """What is believed by now, as the start of a track."""
        return LightnessTrack(self.tables, self.posterior)

    def open_day(self, day: int, mood: Array | None) -> LightnessTrack:
        """Begins a day (an ordinal), ``mood`` being that of the track asked just before, if any.

        Does nothing on a day that is open already: a second session goes on with the day.
        """
        if self.day == day:
            return self
        weights = self.tables.mood_weights
        if mood is not None:
            carried = self.tables.parameters.mood_carried
            weights = carried * mood + (1 - carried) * weights
        if self.day is None:
            opening, break_days = self.opening, FIRST_ASK_BREAK_DAYS
        else:
            break_days = clamp_days(day - self.day)
            opening = self.posterior @ self.tables.transition(break_days)
        joint = opening[:, :, None] * weights[None, None, :]
        return LightnessTrack(self.tables, opening, joint, day, 0, break_days)

    def hear(self, observation: Observation) -> LightnessTrack:
        """The belief after one more answer; the day must be open."""
        if self.joint is None:
            raise ValueError("open the day before its first ask")
        joint = self.joint * self._likelihood(observation)
        joint /= np.add.reduce(joint, axis=None)
        return LightnessTrack(self.tables, self.opening, joint, self.day, self.number + 1, self.break_days)

    def _likelihood(self, observation: Observation) -> Array:
        return self.tables.likelihood(self.break_days, self.number, observation.above, observation.upto)

    @cached_property
    def posterior(self) -> Array:
        """Belief over (kind, level) after the last ask, mood summed out, shape (H, T)."""
        return self.opening if self.joint is None else np.add.reduce(self.joint, axis=2)

    @property
    def mood(self) -> Array | None:
        """Belief about today's mood, shape (M,); None before the first ask."""
        return None if self.joint is None else np.add.reduce(self.joint, axis=(0, 1))

    @cached_property
    def _level_weights(self) -> Array:
        weights: Array = np.add.reduce(self.posterior, axis=0)
        return weights

    @property
    def mean(self) -> float:
        """Level at which it answers when warm on an ordinary day."""
        return float(self._level_weights @ self.tables.levels)

    @property
    def variance(self) -> float:
        return float(self._level_weights @ (self.tables.levels - self.mean) ** 2)

    @property
    def sd(self) -> float:
        return float(np.sqrt(self.variance))

    def interval(self, share: float = 0.8) -> tuple[float, float]:
        """Levels between which the horse's level lies with probability ``share``, equal tails."""
        edges = np.append(self.tables.levels, self.tables.levels[-1] + self.tables.parameters.grid_step)
        edges = edges - self.tables.parameters.grid_step / 2
        below = np.concatenate(([0.0], np.cumsum(self._level_weights)))
        low, high = np.interp([(1 - share) / 2, (1 + share) / 2], below, edges)
        return float(low), float(high)

    def p_next(self, band_top: int) -> float | None:
        """P(the next ask today is in the band); None before the first ask."""
        if self.joint is None:
            return None
        return float(np.vdot(self.joint, self.tables.in_band(self.break_days, self.number, band_top)))

    def p_first(self, days: int, band_top: int) -> float:
        """P(the first ask of a day, ``days`` after the last ask, is in the band)."""
        return float(np.vdot(self.posterior, self.tables.next_first_in_band(days, band_top)))

    def sure(self, band_top: int, share: float = SURE_SHARE) -> float:
        """P(first asks of a day are in the band at least ``share`` of the time).

        The mass of levels light enough; the cell in which the limit lies is cut linearly.
        """
        return float(np.vdot(self.posterior, self.tables.light_enough(band_top, share)))
