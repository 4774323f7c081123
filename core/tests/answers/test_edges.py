"""The edges of an answer: where its level comes from when none was heard, what can be heard at all.

Common practice, no source: three buttons say "above the band", no more; a grade runs from 1 to 5.
"""

from __future__ import annotations

import pytest
from bucephal.answers import HeardEntry, ItemRule, SignalKind, answer_in_words, classify, signal_rules
from bucephal.ladder import load_catalogue
from bucephal.record import Ask
from pydantic import ValidationError


def rule(band: tuple[int, int]) -> ItemRule:
    catalogue = load_catalogue()
    step = "up-wt.2"
    return ItemRule(
        catalogue.exercise(step), catalogue.stage(step), band, school=catalogue.school, green=True
    )


def test_an_ask_the_rider_called_heavy_is_one_level_above_the_band() -> None:
    for band, level in (((1, 5), 6), ((1, 2), 3), ((1, 10), 10)):
        heard = classify(HeardEntry(coarse="heavy"), signal_rules(rule(band)))
        assert (heard.kind, heard.level) == (SignalKind.HEAVY, level)


def test_no_answer_without_a_level_is_no_answer_up_to_the_top_of_the_band() -> None:
    for band in ((1, 5), (1, 2), (1, 10)):
        heard = classify(HeardEntry(answered=False), signal_rules(rule(band)))
        assert (heard.kind, heard.level) == (SignalKind.NONE, band[1])


def test_no_answer_keeps_the_level_it_was_asked_up_to() -> None:
    for level in range(1, 11):
        heard = classify(HeardEntry(answered=False, level=level), signal_rules(rule((1, 5))))
        assert (heard.kind, heard.level) == (SignalKind.NONE, level)


@pytest.mark.parametrize("grade", [0, 6])
def test_a_grade_outside_one_to_five_is_refused_by_its_name(grade: int) -> None:
    with pytest.raises(ValidationError, match="grade"):
        HeardEntry(level=3, grade=grade)
    assert [HeardEntry(level=3, grade=kept).grade for kept in (1, 5)] == [1, 5]


def test_tight_is_said_beside_the_level_and_alarmed_instead_of_it() -> None:
    words = {
        tension: answer_in_words(Ask(step="up-wt.2", level=3, tension=tension), rule((1, 5)))
        for tension in ("calm", "tight", "alarmed")
    }
    assert words == {"calm": "at 3", "tight": "at 3, tight", "alarmed": "alarmed"}
