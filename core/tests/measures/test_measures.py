"""Counts, leads and settle times against published examples and second libraries."""

from __future__ import annotations

from datetime import UTC, date, datetime, timedelta

import numpy as np
import pymannkendall
import pytest
from bucephal.ladder import Catalogue, Side
from bucephal.measures import (
    LeadCount,
    LeadTable,
    SettleTime,
    clock_of_a_yard,
    lead_table,
    seconds_an_ask,
    settle_ahead,
    settle_trend,
    share_of_tries,
)
from bucephal.measures.settling import kaplan_meier_median
from bucephal.measures.trends import mann_kendall_p
from bucephal.record import Ask, Lead, Session
from hypothesis import assume, given, settings
from hypothesis import strategies as st
from lifelines import KaplanMeierFitter
from statsmodels.stats.proportion import proportion_confint

START = date(2026, 3, 2)


def days(minutes: list[float], never: tuple[int, ...] = ()) -> list[SettleTime]:
    return [
        SettleTime(START + timedelta(days=2 * n), one, settled=n not in never)
        for n, one in enumerate(minutes)
    ]


# --- shares -------------------------------------------------------------------------------------


@given(st.integers(1, 60), st.data())
def test_wilson_interval_equals_statsmodels(tries: int, data: st.DataObject) -> None:
    hits = data.draw(st.integers(0, tries))
    mine = share_of_tries(hits, tries)
    low, high = proportion_confint(hits, tries, alpha=0.2, method="wilson")
    assert (mine.low, mine.high) == pytest.approx((low, high), abs=1e-9)


def test_no_tries_say_nothing() -> None:
    nothing = share_of_tries(0, 0)
    assert (nothing.share, nothing.low, nothing.high) == (None, 0.0, 1.0)
    with pytest.raises(ValueError, match="between 0 and tries"):
        share_of_tries(3, 2)


# --- leads --------------------------------------------------------------------------------------


def canter(side: Side, front: Lead | None, hind: Lead | None = None) -> Ask:
    return Ask(step="canter.1", side=side, level=3, lead_front=front, lead_hind=hind)


def test_leads_are_counted_by_rein() -> None:
    table = lead_table(
        [
            canter(Side.LEFT, Lead.LEFT),
            canter(Side.LEFT, Lead.LEFT, Lead.LEFT),
            canter(Side.LEFT, Lead.RIGHT),
            canter(Side.RIGHT, Lead.RIGHT, Lead.LEFT),
            canter(Side.RIGHT, None),
        ]
    )
    assert table.left == LeadCount(right=2, wrong=1)
    assert table.right == LeadCount(disunited=1)


def test_fishers_tea() -> None:
    """Fisher (1935), The Design of Experiments, ch. 2: four cups of each, three right a side.

    Two-sided p = 34/70.
    """
    table = LeadTable(LeadCount(right=3, wrong=1), LeadCount(right=1, wrong=3))
    assert table.p_value == pytest.approx(34 / 70)
    assert table.worse is None


def test_a_rein_is_called_worse_only_with_enough_canters() -> None:
    assert LeadTable(LeadCount(right=4), LeadCount(wrong=4)).worse is None
    assert LeadTable(LeadCount(right=9, wrong=1), LeadCount(right=3, wrong=7)).worse is Side.RIGHT
    assert LeadTable(LeadCount(right=4), LeadCount()).p_value is None


# --- settle times -------------------------------------------------------------------------------


def test_median_of_a_published_trial() -> None:
    """Remission under 6-mercaptopurine, Freireich et al. (1963), Blood 21, 699-716: median 23.

    Times and the median as printed in textbooks of survival analysis (from memory).
    """
    ended = [6, 6, 6, 7, 10, 13, 16, 22, 23]
    ongoing = [6, 9, 10, 11, 17, 19, 20, 25, 32, 32, 34, 35]
    times = days([*ended, *ongoing], never=tuple(range(len(ended), len(ended) + len(ongoing))))
    assert kaplan_meier_median(times) == 23


marks = st.tuples(st.integers(1, 40).map(float), st.booleans())


@settings(max_examples=60, deadline=None)
@given(st.lists(marks, min_size=1, max_size=25))
def test_median_equals_lifelines(made: list[tuple[float, bool]]) -> None:
    times = [SettleTime(START, minutes, settled) for minutes, settled in made]
    theirs = KaplanMeierFitter().fit([m for m, _ in made], [s for _, s in made])
    # At exactly one half lifelines goes by its rounding error.
    assume(not np.isclose(theirs.survival_function_, 0.5, atol=1e-9).any())
    assert (kaplan_meier_median(times) or np.inf) == theirs.median_survival_time_


@settings(max_examples=60, deadline=None)
@given(st.lists(st.integers(1, 30).map(float), min_size=3, max_size=25))
def test_trend_equals_pymannkendall(minutes: list[float]) -> None:
    theirs = pymannkendall.original_test(minutes)
    assert mann_kendall_p(minutes) == pytest.approx(theirs.p, abs=1e-9)
    per_week = settle_trend(days(minutes)).trend.per_week
    assert per_week == pytest.approx(theirs.slope / 2 * 7, abs=1e-9)


def test_a_trend_is_named_only_when_it_is_shown() -> None:
    assert settle_trend(days([20, 15, 12])).trend.direction == 0
    assert settle_trend(days([20, 18, 15, 14, 10, 9, 7, 6])).trend.direction == -1
    assert settle_trend(days([6, 7, 9, 10, 14, 15, 18, 20])).trend.direction == 1
    assert settle_trend(days([9, 12, 8, 11, 9, 12, 10, 9])).trend.direction == 0


def test_days_that_never_settled_count_as_at_least() -> None:
    trend = settle_trend(days([30, 30, 30, 12], never=(0, 1, 2)))
    assert (trend.days, trend.not_settled, trend.median) == (4, 3, None)
    assert settle_trend([]).median is None


# --- how long settling will take, and an ask ---


def test_settling_ahead_follows_theil_and_sen() -> None:
    """Against scipy's own line, and by hand: one a session down is carried on to the day."""
    dates = [date(2026, 5, 1) + timedelta(days=2 * n) for n in range(12)]
    falling = [SettleTime(on, 30.0 - n) for n, on in enumerate(dates)]
    on = dates[-1] + timedelta(days=2)
    assert settle_ahead(falling, on) == pytest.approx(19.0), "18 by the line, and the shortest of three is 19"
    rising = [SettleTime(one, 5.0 + n) for n, one in enumerate(dates)]
    assert settle_ahead(rising, on) == pytest.approx(17.0)
    # One bad day moves a middle slope by nothing; what is older than ten days with times counts no more.
    steady = [SettleTime(one, 10.0) for one in dates]
    assert settle_ahead([*steady[:-4], SettleTime(dates[-4], 55.0), *steady[-3:]], on) == pytest.approx(10.0)
    assert settle_ahead(
        [SettleTime(dates[0], 90.0), SettleTime(dates[1], 80.0), *steady[2:]], on
    ) == pytest.approx(10.0)
    assert settle_ahead([], on) is None
    assert settle_ahead(steady[:1], on) == 10.0
    same_day = [SettleTime(dates[0], 8.0), SettleTime(dates[0], 12.0)]
    assert settle_ahead(same_day, on) == 10.0


def timed(on: date, *moments: tuple[str, int]) -> Session:
    start = datetime(on.year, on.month, on.day, 9, tzinfo=UTC)
    asks = tuple(
        Ask(step=step, side=Side.LEFT, level=2, at=start + timedelta(seconds=at)) for step, at in moments
    )
    return Session(date=on, asks=asks)


def test_an_exercise_s_own_clock_takes_over_after_ten_sessions(catalogue: Catalogue) -> None:
    day = date(2026, 5, 1)
    # 20, 30 and 90 seconds apart: the middle one; a long wait is a break, another exercise is no ask of it.
    one = [
        ("hip-g.1", 0),
        ("hip-g.1", 20),
        ("hip-g.1", 50),
        ("hip-g.1", 140),
        ("lead.3", 150),
        ("hip-g.1", 160),
        ("hip-g.1", 900),
    ]
    nine = [timed(day + timedelta(days=n), *one) for n in range(9)]
    assert seconds_an_ask(nine, catalogue) == {}
    ten = [*nine, timed(day + timedelta(days=20), ("hip-g.2", 0), ("hip-g.2", 44))]
    assert seconds_an_ask(ten, catalogue) == {"hip-g": 30.0}
    # To five seconds where it is a yard's, over all its horses, and never none.
    assert clock_of_a_yard(nine, catalogue) == {}
    assert clock_of_a_yard(ten, catalogue) == {"hip-g": 30}
    for seconds, kept in ((32, 30), (33, 35), (1, 5)):
        every = [timed(day, ("hip-g.1", 0), ("hip-g.1", seconds))] * 10
        assert clock_of_a_yard(every, catalogue) == {"hip-g": kept}
    unknown = [timed(day, ("no-such.1", 0), ("no-such.1", 30))]
    assert seconds_an_ask(unknown * 12, catalogue) == {}
