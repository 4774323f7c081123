"""Looking back on a session."""

from __future__ import annotations

from collections.abc import Callable
from datetime import date

from bucephal.lab.virtual_horse import simulate_record
from bucephal.ladder import Catalogue
from bucephal.pages import debrief, session_lines
from bucephal.pages.debrief import LINES
from bucephal.record import HorseRecord, sessions_in_order
from bucephal.response import hear
from bucephal.words import debrief_words

Build = Callable[..., HorseRecord]


def test_a_session_is_told_ask_by_ask(record_of: Build, catalogue: Catalogue, today: date) -> None:
    record = record_of([(4, "up-wt.2", "left", [4, 3]), (1, "up-wt.2", "left", [8, 7, 6, 3, 2, 7])])
    last = sessions_in_order(record)[-1]
    told = debrief(record, catalogue, last)
    (row,) = told.rows
    assert [one.mark for one in row.asks] == ["heavy", "heavy", "heavy", "accepted", "accepted", "heavy"]
    assert row.heavy_before_light == 3
    assert row.ended_heavy
    assert row.before is not None
    assert row.before.p_first != row.after.p_first
    assert "3 heavy before the first light one" in row.words
    assert any("ended heavy" in end for end in told.open_ends)
    assert any("only the left was asked" in end for end in told.open_ends)


def test_lighter_at_the_end_is_said_with_what_it_does_not_prove(
    record_of: Build, catalogue: Catalogue, today: date
) -> None:
    record = record_of([(6, "up-wt.2", "left", [6, 4]), (1, "up-wt.2", "left", [8, 6, 4, 3, 2, 2])])
    change = debrief(record, catalogue, sessions_in_order(record)[-1]).rows[0].change
    assert change is not None
    assert change.p_lighter >= 0.8
    assert "warming up" in change.words


def test_heavier_at_the_end_is_never_claimed(record_of: Build, catalogue: Catalogue, today: date) -> None:
    record = record_of([(6, "up-wt.2", "left", [2, 2]), (1, "up-wt.2", "left", [2, 3, 5, 7, 8])])
    change = debrief(record, catalogue, sessions_in_order(record)[-1]).rows[0].change
    assert change is not None
    assert change.words == "no clear change from start to end"


def test_sessions_are_listed_newest_first(record_of: Build, catalogue: Catalogue) -> None:
    record = record_of([(9, "halt.2", "none", [3, 8]), (2, "halt.2", "none", [2])])
    lines = session_lines(record, catalogue)
    assert [(line.asks, line.heavy) for line in lines.sessions] == [(1, 0), (2, 1)]
    assert lines.earlier is None


def test_sessions_are_listed_page_by_page_none_twice(catalogue: Catalogue, today: date) -> None:
    """However many there are, a page of them is not longer."""
    record = simulate_record(3, catalogue, sessions=2 * LINES + 1, end=today)
    named = [one.model_copy(update={"id": f"{n:036}"}) for n, one in enumerate(record.sessions)]
    record = record.model_copy(update={"sessions": tuple(named)})
    pages, before = list[list[str | None]](), None
    while not pages or before is not None:
        page = session_lines(record, catalogue, before)
        pages.append([line.id for line in page.sessions])
        before = page.earlier
    assert [len(page) for page in pages] == [LINES, LINES, 1]
    listed = [one for page in pages for one in page]
    assert listed == [one.id for one in reversed(sessions_in_order(record))]
    assert session_lines(record, catalogue, "not there").sessions == ()


def test_a_debrief_is_the_same_from_what_was_heard(catalogue: Catalogue, today: date) -> None:
    record = simulate_record(4, catalogue, sessions=6, end=today)
    heard = hear(record, catalogue)
    for session in record.sessions:
        assert debrief(record, catalogue, session, heard) == debrief(record, catalogue, session)


def test_a_spook_is_told_with_what_was_said_of_it() -> None:
    assert debrief_words.event("spook", "gulls", "away from home, in front", 12.0) == (
        "Spook: gulls, away from home, in front, calm again after 12 s"
    )
    assert debrief_words.event("spook", None, None, None) == "Spook"
