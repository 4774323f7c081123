"""What is said where a device did not know what time it was."""

from __future__ import annotations

from datetime import date, time, timedelta

import pytest
from bucephal.words.clock_words import clock_words, set_by_hand

SAID = date(2026, 6, 15)


@pytest.mark.parametrize(
    ("off", "words"),
    [
        (timedelta(hours=9), "9 hours behind"),
        (-timedelta(hours=1), "1 hour ahead"),
        (timedelta(minutes=44, seconds=40), "45 minutes behind"),
        (-timedelta(days=1), "1 day ahead"),
        (timedelta(days=4000), "4000 days behind"),
        (timedelta(hours=36), "2 days behind"),
    ],
)
def test_how_far_a_clock_was_off_is_said_in_one_unit(off: timedelta, words: str) -> None:
    said = clock_words(off, SAID)
    assert f"was {words}:" in said
    assert "15 June 2026" in said


def test_nothing_is_said_where_nothing_was_put_right() -> None:
    assert clock_words(timedelta(), SAID) == ""


def test_what_was_set_by_hand_says_what_the_device_had_said() -> None:
    assert set_by_hand(SAID, time(9, 5)) == "Set by hand; the device said 15 June 2026 at 09:05."
    assert set_by_hand(SAID, None) == "Set by hand; the device said 15 June 2026."
