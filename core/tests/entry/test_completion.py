"""What is offered while a line is typed."""

from __future__ import annotations

from datetime import date

import pytest
from bucephal.entry import complete
from bucephal.entry.completion import MOST
from bucephal.ladder import load_catalogue

ON = date(2026, 6, 18)
CATALOGUE = load_catalogue()


def offered(text: str, **last: str) -> list[str]:
    lines = text.split("\n")
    found = complete(
        text, len(lines), len(lines[-1]) + 1, CATALOGUE, ON, {k.replace("_", "-"): v for k, v in last.items()}
    )
    return [one.text for one in found.options]


@pytest.mark.parametrize(
    ("typed", "first"),
    [
        ("up-w", "up-wt.1"),
        ("walk to t", "up-wt.1"),
        ("trot to w", "down-tw.1"),
        ("Canter dep", "canter.1"),
        ("hip", "hip-g.1"),
    ],
)
def test_a_step_is_found_by_its_id_or_by_its_name(typed: str, first: str) -> None:
    assert offered(typed)[0] == first


def test_what_was_asked_last_comes_first_at_the_stage_it_was_asked_in() -> None:
    assert offered("", up_wt="up-wt.3", halt="halt.2")[:2] == ["halt.2", "up-wt.3"]
    assert offered("wal", up_wt="up-wt.3")[0] == "up-wt.3"


def test_no_more_is_offered_than_is_read_at_a_glance() -> None:
    assert len(offered("")) == MOST


def test_of_an_exercise_its_stages() -> None:
    assert offered("up-wt") == [stage.step for stage in CATALOGUE.exercise("up-wt").stages]
    assert offered("up-wt.2") == ["up-wt.2"]


def test_sides_then_faults() -> None:
    assert offered("up-wt.2 ") == ["L", "R"]
    assert offered("halt.1 ") == []
    assert offered("up-wt.2 L 5sl") == ["slow"]
    assert offered("up-wt.2 L 5s") == ["slow", "stumbles", "stops-at-once", "skips-prep"]
    assert offered("up-wt.2 L 5@s") == []
    assert offered("up-wt.2 L 5 ") == []


def test_what_happened_and_what_the_day_was_like() -> None:
    assert offered("! s") == ["spook", "stumble"]
    assert offered("mo")[-1] == "monday"
    assert offered("mon r") == ["ridden", "rider=", "rider_kg="]


def test_only_the_letters_before_the_cursor_are_replaced() -> None:
    found = complete("halt.1 3\nup-wt.2 L 5sl 4", 2, 14, CATALOGUE, ON, {})
    assert (found.place.line, found.place.column, found.place.end) == (2, 12, 14)
    assert complete("halt.1 3", 7, 1, CATALOGUE, ON, {}).options == ()
