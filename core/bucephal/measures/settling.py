"""Minutes to settle: the usual time, though on some days it never settled, and the trend.

Sources: Kaplan and Meier (1958), Nonparametric estimation from incomplete observations, J. Am.
Stat. Assoc. 53, 457-481; Theil (1950) and Sen (1968), Estimates of the regression coefficient
based on Kendall's tau, J. Am. Stat. Assoc. 63, 1379-1389; Mann (1945) and Kendall (1975) for the
test of a trend.
"""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from statistics import median

import numpy as np

LEAST_FOR_A_TREND = 6
"""Under so many days no trend is named [own]: the test could hardly find one."""
TREND_BELOW = 0.05
LAST_FOR_A_PLAN, LAST_KEPT = 10, 3
_WEEK = 7
_ROUNDING = 1e-9


@dataclass(frozen=True)
class SettleTime:
    """Minutes on a day; ``settled`` False: it had not settled by then."""

    on: date
    minutes: float
    settled: bool = True


@dataclass(frozen=True)
class SettleTrend:
    """What the settle times come to.

    Attributes:
        median: minutes within which it has settled on half of the days; None where it so
            often never settled that there is no such time.
        not_settled: days on which it never settled; their minutes count as 'at least'.
        per_week: slope in minutes a week; None with under two different days.
        p_value: chance of such a trend if there were none; None likewise.
    """

    days: int
    not_settled: int
    median: float | None
    per_week: float | None
    p_value: float | None

    @property
    def direction(self) -> int:
        """-1 it gets shorter, 1 longer, 0 no trend is shown."""
        if self.days < LEAST_FOR_A_TREND or self.p_value is None or self.per_week is None:
            return 0
        return int(np.sign(self.per_week)) if self.p_value < TREND_BELOW else 0


def settle_trend(times: Sequence[SettleTime]) -> SettleTrend:
    """The usual minutes to settle and their trend, from days in any order."""
    from scipy.stats import theilslopes  # where it is used: half of a server's start

    ordered = sorted(times, key=lambda one: one.on)
    minutes = [one.minutes for one in ordered]
    weeks = [one.on.toordinal() / _WEEK for one in ordered]
    several = len(set(weeks)) > 1
    return SettleTrend(
        days=len(ordered),
        not_settled=sum(not one.settled for one in ordered),
        median=kaplan_meier_median(ordered),
        per_week=float(theilslopes(minutes, weeks).slope) if several else None,
        p_value=mann_kendall_p(minutes) if several else None,
    )


def settle_ahead(times: Sequence[SettleTime], on: date) -> float | None:
    """Minutes to plan for settling on a day: the trend of its last ten carried on to it, never under the
    shortest of its last three; None without any.

    On days that it never settled it took at least the minutes that are noted.
    """
    last = sorted(times, key=lambda one: one.on)[-LAST_FOR_A_PLAN:]
    if not last:
        return None
    minutes = [one.minutes for one in last]
    least = min(minutes[-LAST_KEPT:])
    days = [one.on.toordinal() for one in last]
    if len(set(days)) == 1:
        return max(median(minutes), least)
    from scipy.stats import theilslopes  # where it is used: half of a server's start

    line = theilslopes(minutes, days)
    return max(float(line.intercept + line.slope * on.toordinal()), least)


def kaplan_meier_median(times: Sequence[SettleTime]) -> float | None:
    """Minutes by which half have settled, days on which it never did being right-censored."""
    settled = [one.minutes for one in times if one.settled]
    if not settled:
        return None
    from scipy.stats import CensoredData, ecdf  # where it is used: half of a server's start

    censored = [one.minutes for one in times if not one.settled]
    waiting = ecdf(CensoredData(uncensored=settled, right=censored)).sf
    by_half = np.nonzero(waiting.probabilities <= 0.5 + _ROUNDING)[0]
    return float(waiting.quantiles[by_half[0]]) if by_half.size else None


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
