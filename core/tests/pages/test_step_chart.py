"""A step through time: the picture and the asks behind the figure."""

from __future__ import annotations

import re
from collections.abc import Callable
from datetime import date
from typing import Any

import pytest
from bucephal.ladder import Catalogue
from bucephal.pages import StepChart, step_chart
from bucephal.progress import Standing
from bucephal.record import HorseRecord, record_from

Build = Callable[..., HorseRecord]


def chart(record: HorseRecord, catalogue: Catalogue, on: date, step: str) -> StepChart:
    return step_chart(Standing(record, catalogue, on), step)


def test_the_last_day_of_the_picture_is_the_estimate(
    catalogue: Catalogue, record_of: Build, today: date
) -> None:
    record = record_of(
        [(12, "up-wt.2", "left", [7, 5]), (2, "up-wt.2", "left", [5, None, 4]), (2, "up-wt.2", "right", [6])]
    )
    left, right = chart(record, catalogue, today, "up-wt.2").sides
    for side in (left, right):
        assert side.days[-1].mean == side.estimate.mean
        assert (side.days[-1].low, side.days[-1].high) == (side.estimate.low, side.estimate.high)
    assert [day.days_off for day in left.days] == [None, 9]
    assert [one.mark for one in left.days[1].asks] == ["accepted", "none", "accepted"]
    assert (left.share.light, left.share.asks) == (3, 5)


def test_the_ask_that_moved_it_most_comes_first(catalogue: Catalogue, record_of: Build, today: date) -> None:
    steady = [(ago, "up-wt.2", "left", [3]) for ago in range(20, 2, -2)]
    record = record_of([*steady, (1, "up-wt.2", "left", [6])])
    (left,) = chart(record, catalogue, today, "up-wt.2").sides
    heavy = left.influences[0]
    assert heavy.on == record.sessions[-1].date
    assert heavy.p_first < 0 < heavy.level
    assert re.fullmatch(
        r"at 6, ask 1 of that day: light (\d times? in 10 less|a little less often)", heavy.words
    )
    without = chart(record_of(steady), catalogue, today, "up-wt.2").sides[0]
    assert left.estimate.mean is not None
    assert without.estimate.mean is not None
    assert heavy.level == pytest.approx(left.estimate.mean - without.estimate.mean)


def test_conditions_stand_beside_the_day(catalogue: Catalogue, today: date) -> None:
    hot: dict[str, Any] = {
        "air_c": 34,
        "humidity_pct": 70,
        "insects": True,
        "wind": "strong",
        "new_place": True,
    }
    raw = {
        "format": "bucephal.horse-record", "version": 1, "horse": {"name": "Test"},
        "sessions": [
            {"date": "2026-06-01", "conditions": conditions, "asks": [{"step": "halt.2", "level": 4}]}
            for conditions in (hot,)
        ]
        + [{"date": "2026-06-03", "conditions": {"wind": 2.0, "air_c": 12, "humidity_pct": 95}, "asks": [{"step": "halt.2", "level": 4}]}],
    }  # fmt: skip
    (side,) = chart(record_from(raw, catalogue, today), catalogue, today, "halt.2").sides
    assert side.days[0].conditions == ("heat", "strong wind", "insects", "new place")
    assert side.days[1].conditions == ()


def test_a_share_step_has_its_share_as_picture(catalogue: Catalogue, today: date) -> None:
    raw = {
        "format": "bucephal.horse-record", "version": 1, "horse": {"name": "Test"},
        "sessions": [
            {"date": "2026-06-01", "asks": [{"step": "touch.1", "side": "left", "answered": one} for one in (True, False)]}
        ],
    }  # fmt: skip
    (side,) = chart(record_from(raw, catalogue, today), catalogue, today, "touch.1").sides
    assert side.days[0].mean == side.estimate.share == 0.5
    assert "not yet" in " ".join(line.words for line in side.influences)


def test_a_step_never_asked_has_an_empty_picture(catalogue: Catalogue, record_of: Build, today: date) -> None:
    found = chart(record_of([]), catalogue, today, "canter.1")
    assert found.sides == ()
    assert found.standing.missing
