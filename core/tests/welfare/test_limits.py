"""Age, heat and weight against tables and worked examples of the trade."""

from __future__ import annotations

from datetime import UTC, date, datetime, timedelta
from typing import Any

import pytest
from bucephal.ladder import Catalogue
from bucephal.record import record_from
from bucephal.welfare import (
    Heat,
    Load,
    age_months,
    heat_at,
    heat_class,
    heat_sum,
    heat_verdict,
    rider_weight,
    session_limit_min,
    session_minutes_range,
    tape_weight_kg,
    week_load,
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


@pytest.mark.parametrize(("air_c", "heat"), [(19.9, Heat.FINE), (20.0, Heat.SHORT_AND_EASY)])
def test_cold_damp_air_is_no_heat(air_c: float, heat: Heat) -> None:
    # The rule is one for warm days, from 20 C on: 68 + 90 = 158 (extension leaflets, from memory).
    assert heat_verdict(air_c, 90) is heat


def test_the_heat_of_a_day_is_round_the_middle_of_the_afternoon() -> None:
    verdicts = [heat_at(hour, 33, 60) for hour in (7, 11, 15, 19)]
    assert verdicts == [Heat.CARE, Heat.CARE, Heat.SHORT_AND_EASY, Heat.CARE]


def test_tape_weight_of_the_worked_example() -> None:
    # Carroll and Huntington 1988 (from memory): girth 180, length 160 gives 436.5 kg.
    assert tape_weight_kg(180, 160) == pytest.approx(436.5, abs=0.05)


@pytest.mark.parametrize(
    ("share", "first_year", "verdict"),
    [(15.0, False, "easy"), (15.1, False, "care"), (20.0, False, "care"), (20.1, False, "too-much"),
     (15.0, True, "easy"), (15.1, True, "too-much")],
)  # fmt: skip
def test_rider_and_tack_against_the_horse(share: float, first_year: bool, verdict: str) -> None:
    # Powell et al. (2008), J. Equine Vet. Sci. (from memory): strain from about 25 %, little at 20 %.
    weight = rider_weight(400.0, 4.0 * share, first_year=first_year)
    assert (weight.share_pct, weight.verdict) == (share, verdict)


def session(day: date, minutes: int, *steps: str) -> dict[str, Any]:
    began = datetime(day.year, day.month, day.day, 9, tzinfo=UTC)
    ended = began + timedelta(minutes=minutes)
    asks = [
        {"step": step, "side": "none" if step.startswith("walk") else "left", "level": 2} for step in steps
    ]
    return {"date": str(day), "started": began.isoformat(), "ended": ended.isoformat(), "asks": asks}


def load_of(catalogue: Catalogue, today: date, *sessions: dict[str, Any]) -> Load:
    raw = {
        "format": "bucephal.horse-record",
        "version": 1,
        "horse": {"name": "Test"},
        "sessions": list(sessions),
    }
    return week_load(record_from(raw, catalogue, today), catalogue, today)


def test_a_sessions_load_is_its_minutes_by_gait(catalogue: Catalogue, today: date) -> None:
    # Own: walk 1, trot 2, canter 4 a minute; groundwork 1; on the lunge 1.3 times.
    assert load_of(catalogue, today, session(today, 30)).last_7 == 30
    assert load_of(catalogue, today, session(today, 30, "walk-on.2", "walk-on.2", "up-wt.2")).last_7 == 40
    assert load_of(catalogue, today, session(today, 20, "hip-g.1")).last_7 == 20
    started_only = session(today, 20) | {"ended": None}
    assert load_of(catalogue, today, started_only).last_7 == 20


@pytest.mark.parametrize(
    ("minutes", "verdict"),
    [(30, "fine"), (34, "fine"), (35, "rising"), (43, "rising"), (44, "too-fast")],
)
def test_a_week_against_the_last_four(minutes: int, verdict: str, catalogue: Catalogue, today: date) -> None:
    # Common practice, no source: about a tenth more a week for a green horse.
    before = [session(today - timedelta(days=7 * week), 30) for week in (1, 2, 3, 4)]
    load = load_of(catalogue, today, *before, session(today, minutes))
    assert load.average_28 == pytest.approx((90 + minutes) / 4, abs=0.06)
    assert load.verdict == verdict


def test_nothing_is_too_fast_before_four_weeks_of_work(catalogue: Catalogue, today: date) -> None:
    assert load_of(catalogue, today, session(today, 40)).verdict == "fine"
    assert load_of(catalogue, today).change_pct is None


def test_minutes_by_age() -> None:
    # Common practice, no source: cautious defaults; a vet's advice goes first.
    ages = {11: (5, 10), 12: (10, 15), 24: (20, 20), 36: (10, 20), 48: (20, 30), 60: (45, 45)}
    assert {months: session_minutes_range(months) for months in ages} == ages
    assert session_minutes_range(None) == (45, 45)
