"""Is a figure changing with time, and by how much a week?

Sources: Theil (1950) and Sen (1968), Estimates of the regression coefficient based on Kendall's tau, J. Am.
Stat. Assoc. 63, 1379-1389; Mann (1945) and Kendall (1975) for the test of a trend.
"""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from itertools import pairwise
from statistics import median

import numpy as np

LEAST_FOR_A_TREND = 6
"""Under so many figures no trend is named [own]: the test could hardly find one."""
TREND_BELOW = 0.05
_WEEK = 7


@dataclass(frozen=True)
class Trend:
    """A straight line through figures of some days.

    Attributes:
        count: figures that it is of.
        per_week: slope in units a week; None with under two different days.
        p_value: chance of such a trend if there were none; None likewise.
        ends: the line at the first and the last day; empty likewise.
    """

    count: int
    per_week: float | None
    p_value: float | None
    ends: tuple[tuple[date, float], ...] = ()

    @property
    def direction(self) -> int:
        """-1 it gets less, 1 more, 0 no trend is shown."""
        if self.count < LEAST_FOR_A_TREND or self.p_value is None or self.per_week is None:
            return 0
        return int(np.sign(self.per_week)) if self.p_value < TREND_BELOW else 0


def trend_of(days: Sequence[date], values: Sequence[float]) -> Trend:
    """The trend of figures in order of time."""
    weeks = [on.toordinal() / _WEEK for on in days]
    if all(one == other for one, other in pairwise(weeks)):
        return Trend(len(weeks), None, None)
    from scipy.stats import theilslopes  # where it is used: half of a server's start

    line = theilslopes(values, weeks)
    slope, at = float(line.slope), float(line.intercept)
    ends = tuple((on, at + slope * on.toordinal() / _WEEK) for on in (days[0], days[-1]))
    return Trend(len(weeks), slope, mann_kendall_p(values), ends)


def mann_kendall_p(values: Sequence[float]) -> float:
    """Two-sided p of the Mann-Kendall test on values in order of time, ties corrected.

    The normal approximation with continuity correction, as Kendall gives it; scipy's own
    Kendall test leaves the correction out.
    """
    count = len(values)
    array = np.asarray(values, dtype=float)
    signs = int(np.sign(array[None, :] - array[:, None])[np.triu_indices(count, 1)].sum())
    ties = sum(n * (n - 1) * (2 * n + 5) for n in Counter(values).values())
    variance = (count * (count - 1) * (2 * count + 5) - ties) / 18
    if signs == 0 or variance == 0:
        return 1.0
    z = (abs(signs) - 1) / math.sqrt(variance)
    return math.erfc(z / math.sqrt(2))


def line_ahead(days: Sequence[date], values: Sequence[float], on: date) -> float:
    """The trend carried on to a day; of one day's figures their median."""
    trend = trend_of(days, values)
    if trend.per_week is None:
        return float(median(values))
    first, at = trend.ends[0]
    return at + trend.per_week * (on - first).days / _WEEK
