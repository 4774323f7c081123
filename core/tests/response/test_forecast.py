"""Forecasts against the design's reference vectors, and in their own logic."""

from __future__ import annotations

from collections.abc import Callable
from itertools import groupby
from typing import Any

import pytest
from bucephal.answers import Observation
from bucephal.ladder import Catalogue, Side
from bucephal.record import HorseRecord
from bucephal.response import LightnessTrack, Tracks, tables_for
from bucephal.response.forecast import FLOORS, HeardDay, forecast, heard_days, rhythm
from hypothesis import given, settings
from hypothesis import strategies as st
from tests.response.vectors import TOLERANCE, cases_named, observation

Build = Callable[..., HorseRecord]


def days_of(asks: list[dict[str, Any]]) -> list[HeardDay]:
    return [
        HeardDay(day, tuple(observation(ask) for ask in of_day))
        for day, of_day in groupby(asks, key=lambda ask: ask["day"])
    ]


@pytest.mark.parametrize("case", cases_named("Q5"), ids=lambda case: case["name"])
def test_reference_case(case: dict[str, Any]) -> None:
    unknown = LightnessTrack.unknown(tables_for())
    found = forecast(unknown, days_of(case["q5_asks"]), [case["planned_days"]] * 40, case["band_top"])
    final = case["final"]
    for rides, chance in final["within"].items():
        assert found.within(int(rides)) == pytest.approx(chance, abs=TOLERANCE)
    assert found.if_within_horizon == tuple(final["interval80_if_within_40"])
    assert found.floor_weights == pytest.approx(final["floor_weights"], abs=TOLERANCE)


def level(number: int) -> Observation:
    return Observation.answered_at(number)


@settings(max_examples=20, deadline=None)
@given(st.lists(st.integers(1, 10), min_size=1, max_size=8), st.integers(1, 9), st.floats(0.5, 7))
def test_more_rides_and_a_wider_band_never_lower_the_chance(
    levels: list[int], top: int, a_week: float
) -> None:
    unknown = LightnessTrack.unknown(tables_for())
    heard = [HeardDay(2 * day, (level(one),)) for day, one in enumerate(levels)]
    narrow, wide = (forecast(unknown, heard, rhythm(a_week), band) for band in (top, top + 1))
    assert list(narrow.arrived_by) == sorted(narrow.arrived_by)
    assert 0 <= narrow.within(40) <= 1 + 1e-9
    assert narrow.within(40) <= wide.within(40) + 1e-9
    assert sum(narrow.floor_weights) == pytest.approx(1)


def test_a_horse_that_stays_heavy_is_given_a_higher_floor() -> None:
    unknown = LightnessTrack.unknown(tables_for())
    stuck = forecast(
        unknown, [HeardDay(2 * n, (level(6), level(5), level(5))) for n in range(20)], [2] * 40, 3
    )
    eager = forecast(
        unknown, [HeardDay(2 * n, (level(3), level(2), level(1))) for n in range(20)], [2] * 40, 3
    )
    mean = [sum(w * f for w, f in zip(one.floor_weights, FLOORS, strict=True)) for one in (stuck, eager)]
    assert mean[0] > mean[1] + 1
    assert stuck.within(20) < 0.1 < 0.8 < eager.within(20)


def test_rhythm_comes_to_so_many_rides_a_week() -> None:
    assert rhythm(3.5, 4) == [2, 2, 2, 2]
    assert sum(rhythm(3, 30)) == 70
    assert set(rhythm(7, 10)) == {1}
    assert sum(rhythm(0.5, 4)) == 56


def test_carrying_on_from_a_track_is_the_same_as_hearing_its_asks(
    catalogue: Catalogue, record_of: Build
) -> None:
    levels = [(6, [6, 4]), (4, [3]), (1, [4, 3])]
    record = record_of([(ago, "up-wt.2", "left", heard) for ago, heard in levels])
    track = Tracks.of(record, catalogue).by_key["up-wt.2", Side.LEFT]
    assert isinstance(track.start, LightnessTrack)
    by_hand = [HeardDay(-ago, tuple(map(level, heard))) for ago, heard in levels]
    unknown = LightnessTrack.unknown(tables_for())
    assert forecast(track.start, heard_days(track), [2] * 40, 5) == forecast(unknown, by_hand, [2] * 40, 5)
