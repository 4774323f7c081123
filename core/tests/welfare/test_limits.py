"""Age, heat and weight against tables and worked examples of the trade."""

from __future__ import annotations

from datetime import date

import pytest
from bucephal.welfare import (
    Heat,
    age_months,
    heat_class,
    heat_sum,
    session_limit_min,
    tape_weight_kg,
)
from bucephal.words.ages import age_text


def test_age_is_counted_in_whole_months() -> None:
    assert age_months(date(2024, 3, 20), date(2026, 3, 19)) == 23
    assert age_months(date(2024, 3, 20), date(2026, 3, 20)) == 24
    assert age_text(15) == "15 months"
    assert age_text(54) == "4 years 6 months"


@pytest.mark.parametrize(
    ("months", "minutes"),
    # Common practice, no source: minutes of a session: 5-10, 10-15, 20, ridden 10-20, 20-30, 45.
    [(11, 10), (12, 15), (23, 15), (24, 20), (36, 20), (47, 20), (48, 30), (60, 45), (None, 45)],
)
def test_session_limits_by_age(months: int | None, minutes: int) -> None:
    assert session_limit_min(months) == minutes


def test_heat_of_the_worked_example() -> None:
    # Common practice, no source: 30 C and 60 % is 86 + 60 = 146: care (extension leaflets, from memory).
    assert heat_sum(30, 60) == pytest.approx(146)
    assert heat_class(146) is Heat.CARE


@pytest.mark.parametrize(
    ("total", "heat"),
    [(129.9, Heat.FINE), (130, Heat.CARE), (150, Heat.SHORT_AND_EASY), (180, Heat.SHORT_AND_EASY),
     (180.1, Heat.DO_NOT_WORK)],
)  # fmt: skip
def test_heat_classes_at_their_limits(total: float, heat: Heat) -> None:
    assert heat_class(total) is heat


def test_tape_weight_of_the_worked_example() -> None:
    # Carroll and Huntington 1988 (from memory): girth 180, length 160 gives 436.5 kg.
    assert tape_weight_kg(180, 160) == pytest.approx(436.5, abs=0.05)
