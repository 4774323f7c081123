"""A past session typed anew: what that changes, and nothing else."""

from __future__ import annotations

from datetime import UTC, date, datetime, time, timedelta

import pytest
from bucephal.base.errors import InvalidInput
from bucephal.entry import Correction, correct, read_correction, read_entry, text_to_correct
from bucephal.ladder import load_catalogue
from bucephal.pages import correction_words
from bucephal.record import Horse, Session, Settle
from hypothesis import given
from tests.entry.test_notation import sessions

ON = date(2026, 6, 18)
CATALOGUE = load_catalogue()
HORSE = Horse(name="Vesper", bands={"up-wt": (1, 4)})
LINES = """2026-06-17 ridden place="the school"
up-wt.2 L 8 6 5
up-wt.2 R 4 4
! spook "gulls"
note Windy."""


def logged(text: str = LINES) -> Session:
    """As a device logs it: with ids, times, the band in force."""
    (typed,) = read_entry(text, CATALOGUE, ON).sessions
    began = datetime(2026, 6, 17, 18, 30, tzinfo=UTC)
    asks = [
        ask.model_copy(update={"id": f"a{n}", "at": began + timedelta(minutes=n), "band_top": 5})
        for n, ask in enumerate(typed.asks)
    ]
    events = [one.model_copy(update={"id": "e0", "at": began}) for one in typed.events]
    return typed.model_copy(
        update={"id": "s", "started": began, "asks": tuple(asks), "events": tuple(events)}
    )


def corrected(text: str) -> Correction:
    was = logged()
    (typed,) = read_correction(text, was, CATALOGUE, ON).sessions
    return correct(was, typed, HORSE, CATALOGUE)


def changed(correction: Correction) -> list[tuple[str | None, int | None]]:
    """Of each ask that was put right: which one it was, and at which level it is now."""
    return [
        (change.was.id if change.was else None, change.now.level if change.now else None)
        for change in correction.asks
        if change.is_one
    ]


def test_what_is_typed_as_it_was_changes_nothing() -> None:
    was = logged()
    text = text_to_correct(was, CATALOGUE)
    assert text == LINES
    assert not corrected(text).is_one


@given(sessions)
def test_of_any_session_what_is_typed_as_it_was_changes_nothing(session: Session) -> None:
    (typed,) = read_correction(text_to_correct(session, CATALOGUE), session, CATALOGUE, ON).sessions
    correction = correct(session, typed, HORSE, CATALOGUE)
    assert not correction.is_one, correction
    assert [change.now for change in correction.asks] == list(session.asks)


def test_an_ask_typed_anew_is_another_one_in_its_place() -> None:
    correction = corrected(LINES.replace("8 6 5", "8 7! 5"))
    assert changed(correction) == [("a1", 7)]
    change = correction.asks[1]
    assert change.now is not None and change.was is not None  # noqa: PT018
    assert (change.now.id, change.now.at, change.now.band_top) == (None, change.was.at, 5)
    assert [one.now.id for one in correction.asks if one.now] == ["a0", None, "a2", "a3", "a4"]


def test_struck_out_and_added() -> None:
    assert changed(corrected(LINES.replace("8 6 5", "8 5"))) == [("a1", None)]
    assert changed(corrected(LINES.replace("8 6 5", "8 6 5 3"))) == [(None, 3)]
    assert changed(corrected(LINES.replace("up-wt.2 R 4 4\n", ""))) == [("a3", None), ("a4", None)]


def test_asked_on_the_other_side() -> None:
    correction = corrected(LINES.replace("up-wt.2 R", "up-wt.2 L"))
    assert changed(correction) == [("a3", 4), ("a4", 4)]
    assert [one.now.side for one in correction.asks if one.now] == ["left"] * 5
    line, _ = correction_words(correction, CATALOGUE)
    assert line.startswith("Walk to trot, ")
    assert line.endswith(", right: 4, now 4 (walk to trot, in the green band, left)")


def test_what_was_asked_keeps_the_band_it_was_asked_in_and_what_was_not_gets_one() -> None:
    """The horse's band has come down since to 4; then it was 5."""
    correction = corrected(LINES.replace("8 6 5", "8 7 5 3").replace("up-wt.2 R", "up-wt.3 R"))
    bands = {(one.now.step, one.now.level): one.now.band_top for one in correction.asks if one.now}
    assert bands == {
        ("up-wt.2", 8): 5, ("up-wt.2", 7): 5, ("up-wt.2", 5): 5, ("up-wt.2", 3): 4, ("up-wt.3", 4): 4,
    }  # fmt: skip


def test_the_day_what_it_was_like_what_happened_and_the_note() -> None:
    text = (
        LINES.replace("06-17", "06-16")
        .replace("school", "field")
        .replace("gulls", "a bag")
        .replace("Windy", "Calm")
    )
    correction = corrected(text + "\nfirst_min=4")
    assert correction.header == {
        "date": (date(2026, 6, 17), date(2026, 6, 16)),
        "place": ("the school", "the field"),
        "settle": (None, Settle(first_min=4)),
        "note": ("Windy.", "Calm."),
    }
    (event,) = correction.events
    assert event.now is not None and event.was is not None  # noqa: PT018
    assert (event.was.thing, event.now.thing, event.now.at) == ("gulls", "a bag", event.was.at)


def test_what_a_device_noted_is_changed_by_whoever_types_it() -> None:
    correction = corrected(LINES.replace("8 6 5", "8 6(band_top=4) 5"))
    assert changed(correction) == [("a1", 6)]
    assert correction.asks[1].now is not None
    assert correction.asks[1].now.band_top == 4
    assert correction_words(correction, CATALOGUE) == (
        'Walk to trot, in the green band, left: 6(band_top=5 at="2026-06-17T18:31:00Z"), '
        'now 6(band_top=4 at="2026-06-17T18:31:00Z")',
    )


def test_times_stay_unless_they_are_typed() -> None:
    assert corrected(LINES).header == {}
    ended = corrected(LINES.replace("ridden", 'ridden ended="19:10"')).header
    assert ended == {"ended": (None, time(19, 10))}
    assert set(corrected(LINES.replace("ridden", "ridden 18:30-19:10")).header) == {"started", "ended"}
    assert corrected(LINES.replace("ridden", "ridden 18:30")).header["started"][1] == time(18, 30)


@pytest.mark.parametrize(("text", "path"), [("", "1.1"), (LINES + "\ntoday\nhalt.1 3", "6.1")])
def test_one_session_at_a_time(text: str, path: str) -> None:
    with pytest.raises(InvalidInput) as caught:
        _ = read_correction(text, logged(), CATALOGUE, ON).sessions
    assert [one.path for one in caught.value.problems] == [path]
