"""Asks in order, bands in force, days off."""

from __future__ import annotations

from collections.abc import Callable
from datetime import date, timedelta

import pytest
from bucephal.ladder import Catalogue
from bucephal.record import Horse, HorseRecord, asks_in_order, band_for, days_off, record_from


@pytest.mark.parametrize(
    ("bands", "step", "band"),
    [
        ({}, "up-wt.2", (1, 5)),
        ({}, "up-wt.3", (1, 3)),
        ({}, "up-wt.1", (1, 10)),
        ({"default": (1, 4)}, "up-wt.2", (1, 4)),
        ({"default": (1, 4)}, "up-wt.3", (1, 3)),
        ({"schooled": (1, 2)}, "up-wt.3", (1, 2)),
        ({"default": (1, 4), "forward-ridden": (1, 6)}, "up-wt.3", (1, 6)),
        ({"forward-ridden": (1, 6), "up-wt": (1, 7)}, "up-wt.2", (1, 7)),
        ({"up-wt": (1, 7), "up-wt.2": (1, 8)}, "up-wt.2", (1, 8)),
        ({"up-wt": (1, 7)}, "up-wt.1", (1, 10)),
    ],
)
def test_the_most_specific_band_holds(
    bands: dict[str, tuple[int, int]], step: str, band: tuple[int, int], catalogue: Catalogue
) -> None:
    assert band_for(Horse(name="T", bands=bands), catalogue, step) == band


def test_monday_to_wednesday_is_one_day_off(record_of: Callable[..., HorseRecord], today: date) -> None:
    record = record_of([(2, "halt.2", "none", [3])])
    assert days_off(record, today) == 1
    assert days_off(record, today - timedelta(days=2)) == 0
    assert days_off(record_of([]), today) is None


def test_asks_of_two_devices_are_ordered_by_time(catalogue: Catalogue, today: date) -> None:
    def session(name: str, start: str, *asks: tuple[int, str]) -> dict[str, object]:
        rows = [{"step": "halt.2", "level": level, "at": f"2026-06-01T{at}Z"} for level, at in asks]
        return {"id": name, "date": "2026-06-01", "started": f"2026-06-01T{start}Z", "asks": rows}

    raw = {
        "format": "bucephal.horse-record", "version": 1, "horse": {"name": "T"},
        "sessions": [session("b", "10:00:00", (1, "10:05:00"), (4, "10:20:00")),
                     session("a", "09:00:00", (2, "10:01:00"), (3, "10:10:00"))],
    }  # fmt: skip
    record = record_from(raw, catalogue, today)
    assert [row.ask.level for row in asks_in_order(record, catalogue)] == [2, 1, 3, 4]


def test_settle_times_become_asks_of_the_settle_steps(catalogue: Catalogue, today: date) -> None:
    raw = {
        "format": "bucephal.horse-record", "version": 1, "horse": {"name": "T"},
        "sessions": [{"date": "2026-06-01", "settle": {"first_min": 4, "whole_min": 12}}],
    }  # fmt: skip
    rows = list(asks_in_order(record_from(raw, catalogue, today), catalogue))
    assert [(row.ask.step, row.ask.extent) for row in rows] == [
        ("settle.1", 4), ("settle.2", 4), ("settle.3", 12), ("settle.4", 12),
    ]  # fmt: skip
