"""That the demo never says what must not be said: two horses on two days here, all on all days by hand."""

from __future__ import annotations

import calendar
from datetime import date, datetime, time, timedelta
from zoneinfo import ZoneInfo

import pytest
from bucephal.record import FrozenModel

from tools.plain_words import DAYS, NOT_SAID, said_on, sentences

HARROW, THIMBLE = 1, 5


@pytest.mark.parametrize(("horse", "today"), [(HARROW, date(2028, 2, 29)), (THIMBLE, date(2026, 10, 25))])
def test_no_page_of_the_demo_speaks_like_a_page_of_statistics(horse: int, today: date) -> None:
    assert said_on(horse, today) == []


@pytest.mark.parametrize(
    ("text", "what"),
    [
        ("Hacking: in front 100 m, answer 1: 100 % calm", "a share in per cent"),
        ("light with a chance of 0.58", "a bare chance"),
        ("surely better (p 0.004)", "a p-value"),
        ("the interval is wide", "an interval"),
        ("last asked 2026-10-14", "a raw date"),
        ("Input should be a valid integer", "a framework's words"),
    ],
)
def test_what_is_not_said_is_noticed(text: str, what: str) -> None:
    assert what in {name for name, words in NOT_SAID.items() if words.search(text)}


@pytest.mark.parametrize(
    "text",
    [
        "Distance 0.8 m. Keep 1.5 m off the rail.",
        "Done (0.8 of 1 m)",
        "78 % humidity",
        "calm 9 minutes in 10",
    ],
)
def test_measures_are_said(text: str) -> None:
    assert not any(words.search(text) for words in NOT_SAID.values())


def test_a_page_is_read_to_its_last_line_but_for_its_figures() -> None:
    class Line(FrozenModel):
        words: str
        exact: str = "0.58"

    class Page(FrozenModel):
        id: str = "2026-10-14"
        lines: tuple[Line, ...] = (Line(words="first"), Line(words="last"))
        notes: dict[str, list[str]] = {"more": ["and one"]}

    assert list(sentences(Page())) == ["first", "last", "and one"]


def test_the_days_are_of_every_kind() -> None:
    assert len(set(DAYS)) == 24
    assert {day.weekday() for day in DAYS} == set(range(7))
    assert {(day.month, day.day) for day in DAYS} >= {(12, 31), (1, 1), (2, 29)}
    clock = [(day, _offset(day)) for day in DAYS]
    changed = {
        calendar.month_name[day.month] for day, hours in clock if hours != _offset(day + timedelta(days=1))
    }
    assert changed >= {"March", "October"}


def _offset(day: date) -> timedelta | None:
    """Of local time from UTC at the day's beginning."""
    return datetime.combine(day, time(), ZoneInfo("Europe/London")).utcoffset()
