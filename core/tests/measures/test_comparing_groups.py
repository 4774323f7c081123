"""Bad days, and groups of first answers: against brute force and second libraries."""

from __future__ import annotations

from datetime import date, timedelta
from itertools import product
from unittest.mock import patch

import numpy as np
import pytest
from bucephal.ladder import Side
from bucephal.measures import DayOfWork, FirstTry, explained, group_difference, holm, lead_change, trend_of
from bucephal.measures.bad_days import bad_days
from bucephal.measures.group_differences import SUREST, how_many
from bucephal.record import Ask, Lead
from hypothesis import given
from hypothesis import strategies as st
from scipy import stats
from statsmodels.stats.multitest import multipletests

START = date(2026, 3, 2)
chances = st.lists(st.floats(0.05, 0.95), min_size=1, max_size=9)


def day(n: int, good: int, answers: int = 10) -> DayOfWork:
    return DayOfWork(START + timedelta(days=n), good, answers)


@given(st.dictionaries(st.text(min_size=1, max_size=3), st.floats(0, 1), min_size=1, max_size=12))
def test_holm_equals_statsmodels(p_values: dict[str, float]) -> None:
    mine = holm(p_values)
    # It clears the memory of the whole process each time.
    with patch("gc.collect"):
        theirs = multipletests(list(p_values.values()), method="holm")[1]
    assert [mine[key] for key in p_values] == pytest.approx(list(theirs), abs=1e-12)


@given(chances)
def test_how_many_of_several_tries_equals_every_way_added_up(each: list[float]) -> None:
    counts = np.zeros(len(each) + 1)
    for way in product((0, 1), repeat=len(each)):
        counts[sum(way)] += np.prod([p if good else 1 - p for p, good in zip(each, way, strict=True)])
    assert how_many(each) == pytest.approx(counts, abs=1e-12)


@given(st.integers(1, 200), st.floats(0.05, 0.95))
def test_of_equal_chances_it_is_the_binomial_of_scipy(tries: int, chance: float) -> None:
    assert how_many([chance] * tries) == pytest.approx(
        stats.binom.pmf(range(tries + 1), tries, chance), abs=1e-9
    )


def test_a_difference_is_as_likely_as_every_way_says() -> None:
    """Added up by hand over all 2^10 ways in which two groups of five could have answered."""
    first = [FirstTry(good, 0.6) for good in (True, True, True, True, True)]
    second = [FirstTry(good, 0.8) for good in (True, False, False, False, False)]
    found = group_difference(first, second)
    assert found.difference == pytest.approx((0.2 - 0.8) - (1.0 - 0.6))
    total = 0.0
    for way in product((0, 1), repeat=10):
        chance = np.prod([0.6 if good else 0.4 for good in way[:5]]) * np.prod(
            [0.8 if good else 0.2 for good in way[5:]]
        )
        off = (sum(way[5:]) / 5 - 0.8) - (sum(way[:5]) / 5 - 0.6)
        total += float(chance) * (abs(off) >= 1.0 - 1e-9)
    assert found.p_value == pytest.approx(total, abs=1e-9)


def test_better_in_step_with_what_was_expected_is_no_difference() -> None:
    """All along better, and so expected: neither rider is the better one for it."""
    early = [FirstTry(n % 2 == 0, 0.5) for n in range(20)]
    late = [FirstTry(n % 10 != 0, 0.9) for n in range(20)]
    found = group_difference(early, late)
    assert found.p_value is not None
    assert found.p_value > 0.5
    raw = stats.fisher_exact([[10, 10], [18, 2]]).pvalue
    assert raw < 0.05


def test_four_first_answers_say_nothing_and_five_do() -> None:
    some = [FirstTry(True, 0.5)] * 5
    assert group_difference(some[:4], some).p_value is None
    assert group_difference(some, some).p_value is not None


def test_nothing_is_expected_more_surely_than_it_can_be() -> None:
    found = group_difference([FirstTry(True, 1.0)] * 5, [FirstTry(False, 0.0)] * 5)
    assert (found.first.expected, found.second.expected) == pytest.approx((SUREST, 1 - SUREST))


def test_a_day_is_bad_against_the_days_round_it_and_not_against_all() -> None:
    """It gets better from 4 to 9 in 10: the early days are no bad ones, the one that falls out is."""
    good = [4, 4, 5, 5, 2, 6, 6, 7, 7, 8, 8, 9]
    assert bad_days([day(n, one) for n, one in enumerate(good)]) == {START + timedelta(days=4)}
    assert bad_days([day(0, 9), day(1, 8), day(2, 9)]) == {START + timedelta(days=1)}
    assert bad_days([day(0, 90, 100), day(1, 81, 100), day(2, 90, 100)]) == frozenset()
    assert bad_days([day(0, 9), day(1, 0, 3), day(2, 9)]) == frozenset()
    assert bad_days([day(0, 1)]) == frozenset()


def test_what_goes_with_the_bad_days_is_found_by_fisher_and_holm() -> None:
    days = [day(n, 3 if n in (3, 8, 13, 18) else 9) for n in range(24)]
    wind = frozenset(START + timedelta(days=n) for n in (3, 8, 13, 18))
    insects = frozenset(START + timedelta(days=n) for n in (0, 5, 10))
    found = explained(days, {"wind": wind, "insects": insects, "heat": frozenset({START})})
    counts = found["wind"]
    assert (counts.bad_with, counts.days_with, counts.bad_without, counts.days_without) == (4, 4, 0, 20)
    raw = [
        stats.fisher_exact([[4, 0], [0, 20]], alternative="greater").pvalue,
        stats.fisher_exact([[0, 3], [4, 17]], alternative="greater").pvalue,
    ]
    theirs = multipletests(raw, method="holm")[1]
    assert [found[one].p_value for one in ("wind", "insects")] == pytest.approx(list(theirs))
    assert (found["wind"].shown, found["insects"].shown) == (True, False)
    assert found["heat"].p_value is None
    assert "snow" not in explained(days, {"snow": frozenset({START - timedelta(days=9)})})


def test_a_rein_that_gets_better_is_told_by_its_two_halves() -> None:
    wrong, right = (
        Ask(step="canter.1", side=Side.LEFT, level=3, lead_front=lead) for lead in (Lead.RIGHT, Lead.LEFT)
    )
    assert lead_change([wrong] * 8 + [right] * 8, Side.LEFT).direction == 1
    assert lead_change([right] * 8 + [wrong] * 8, Side.LEFT).direction == -1
    assert lead_change([right, wrong] * 8, Side.LEFT).direction == 0
    assert lead_change([wrong] * 4 + [right] * 4, Side.LEFT).direction == 0
    assert lead_change([wrong] * 8 + [right] * 8, Side.RIGHT).p_value is None


@given(
    st.lists(
        st.tuples(st.integers(0, 300), st.floats(0, 100)), min_size=2, max_size=25, unique_by=lambda p: p[0]
    )
)
def test_the_trend_s_line_is_theil_and_sen_s(figures: list[tuple[int, float]]) -> None:
    """scipy.stats.theilslopes; the line goes through the medians."""
    figures.sort()
    days = [START + timedelta(days=n) for n, _ in figures]
    values = [value for _, value in figures]
    trend = trend_of(days, values)
    theirs = stats.theilslopes(values, [n for n, _ in figures])
    assert trend.per_week == pytest.approx(7 * theirs.slope, abs=1e-6)
    (first, begins), (last, ends) = trend.ends
    assert begins == pytest.approx(theirs.intercept + theirs.slope * figures[0][0], abs=1e-4)
    assert ends - begins == pytest.approx(theirs.slope * (last - first).days, abs=1e-4)
