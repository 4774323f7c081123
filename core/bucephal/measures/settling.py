"""Minutes to settle: the usual time, though on some days it never settled, and the trend.

Source: Kaplan and Meier (1958), Nonparametric estimation from incomplete observations, J. Am.
Stat. Assoc. 53, 457-481.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

import numpy as np

from bucephal.measures.trends import Trend, line_ahead, trend_of

LAST_FOR_A_PLAN, LAST_KEPT = 10, 3
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
        trend: of the minutes, in minutes a week.
    """

    days: int
    not_settled: int
    median: float | None
    trend: Trend


def settle_trend(times: Sequence[SettleTime]) -> SettleTrend:
    """The usual minutes to settle and their trend, from days in any order."""
    ordered = sorted(times, key=lambda one: one.on)
    return SettleTrend(
        days=len(ordered),
        not_settled=sum(not one.settled for one in ordered),
        median=kaplan_meier_median(ordered),
        trend=trend_of([one.on for one in ordered], [one.minutes for one in ordered]),
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
    return max(line_ahead([one.on for one in last], minutes, on), min(minutes[-LAST_KEPT:]))


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
