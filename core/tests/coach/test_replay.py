"""What the coach said in a past session against what was done; the best; what moved it; what the rider may work on."""

from __future__ import annotations

from collections.abc import Callable
from datetime import UTC, date, datetime, timedelta
from typing import Any

import pytest
from bucephal.answers import HeardEntry
from bucephal.coach import CoachSettings, advise
from bucephal.ladder import Catalogue, Side, load_catalogue
from bucephal.pages import SessionDebrief, debrief, rider_faults
from bucephal.pages.bests import EARLIER_DAYS
from bucephal.pages.rider_faults import SESSIONS_FOR_A_DRILL
from bucephal.record import HorseRecord, record_from, sessions_in_order
from bucephal.record.models import FORMAT, VERSION

Build = Callable[..., HorseRecord]


def last(record: HorseRecord, catalogue: Catalogue) -> SessionDebrief:
    return debrief(record, catalogue, sessions_in_order(record)[-1])


def record_with(today: date, *sessions: dict[str, Any]) -> HorseRecord:
    days = [today - timedelta(days=len(sessions) - n) for n in range(len(sessions))]
    told = [{"date": str(day), **one} for day, one in zip(days, sessions, strict=True)]
    raw = {"format": FORMAT, "version": VERSION, "horse": {"name": "Harrow"}, "sessions": told}
    return record_from(raw, load_catalogue(), today)


def asks(*levels: int, step: str = "up-wt.2", side: str = "left", **more: Any) -> list[dict[str, Any]]:
    return [{"step": step, "side": side, "level": level, **more} for level in levels]


def test_it_says_again_what_the_coach_says_of_the_same_answers(
    record_of: Build, catalogue: Catalogue
) -> None:
    """The check value of the light-answer rule: common practice, no source."""
    levels = [8, 6, 5, 4, 2, 2, 3]
    (row,) = last(record_of([(1, "up-wt.2", "left", levels)], bands={"up-wt": [1, 3]}), catalogue).rows
    cap = catalogue.exercise("up-wt").cap
    settings = CoachSettings(step="up-wt.2", band=(1, 3), green=True, side=Side.LEFT, cap=cap)
    meant = advise(settings, [HeardEntry(level=level) for level in levels], catalogue)
    assert [one.said for one in row.said] == [one.say for one in meant]
    assert [one.instead for one in row.said] == [""] * 7


def test_asked_on_after_enough(record_of: Build, catalogue: Catalogue) -> None:
    told = last(record_of([(1, "up-wt.2", "left", [2, 2, 2, 3, 4])]), catalogue)
    (row,) = told.rows
    assert [(one.after, one.instead) for one in row.said if one.instead] == [
        (3, "2 more asks"),
        (4, "1 more ask"),
    ]
    assert any("after answer 3 the coach said" in line and "2 more asks" in line for line in told.instead)


def test_left_where_it_was_to_be_asked_again(record_of: Build, catalogue: Catalogue) -> None:
    told = last(record_of([(1, "up-wt.2", "left", [3, 9])]), catalogue)
    assert [one.instead for one in told.rows[0].said] == ["", "it was left there"]
    # To a smaller stage is no leaving it.
    smaller = record_of([(1, "up-wt.2", "left", [9]), (1, "up-wt.1", "left", [3])])
    assert last(smaller, catalogue).rows[0].said[-1].instead == ""


def test_of_a_session_that_was_planned_the_coach_did_say_it(catalogue: Catalogue, today: date) -> None:
    planned = {"made": [{"kind": "check", "step": "up-wt.2", "asks": 2}]}
    told = last(record_with(today, {"asks": asks(2, 2), "planned": planned}), catalogue)
    assert told.coach == "What the coach said"
    # One light answer a side was planned; the second was more.
    assert [one.instead for one in told.rows[0].said] == ["1 more ask", ""]
    without = last(record_with(today, {"asks": asks(2, 2)}), catalogue)
    assert without.coach == "What the coach would have said"


def test_an_event_is_heard_in_its_place_and_going_on_after_it_is_told(
    catalogue: Catalogue, today: date
) -> None:
    began = datetime.combine(today - timedelta(days=1), datetime.min.time(), tzinfo=UTC)
    at = [str(began + timedelta(minutes=n)) for n in range(3)]
    timed = [{**one, "at": when} for one, when in zip(asks(3, 3), (at[0], at[2]), strict=True)]
    told = last(record_with(today, {"asks": timed, "events": [{"kind": "bolt", "at": at[1]}]}), catalogue)
    (row,) = told.rows
    assert [one.after for one in row.said] == [1, 1, 2]
    assert (row.said[1].said, row.said[1].instead) == ("Stop. Get safe.", "1 more ask")


def test_what_was_left_for_the_day_is_promised_smaller(catalogue: Catalogue, today: date) -> None:
    alarmed = asks(3, 3, tension="alarmed")
    told = last(record_with(today, {"asks": alarmed}), catalogue)
    assert any("next time a stage easier" in end for end in told.open_ends)


def test_an_assessment_tries_things_out_and_the_coach_says_nothing_of_it(
    catalogue: Catalogue, today: date
) -> None:
    told = last(record_with(today, {"kind": "assessment", "asks": asks(9, 9, 9)}), catalogue)
    assert [row.said for row in told.rows] == [()]
    assert told.instead == ()


# --- the best --------------------------------------------------------------------------------


@pytest.mark.parametrize(("days", "is_told"), [(EARLIER_DAYS - 1, False), (EARLIER_DAYS, True)])
def test_lighter_than_ever_before_once_there_are_days_to_say_so(
    days: int, is_told: bool, record_of: Build, catalogue: Catalogue
) -> None:
    earlier = [(10 - n, "up-wt.2", "left", [4, 3]) for n in range(days)]
    told = last(record_of([*earlier, (1, "up-wt.2", "left", [3, 2])]), catalogue)
    assert (len(told.bests) == 1) == is_told
    if is_told:
        assert told.bests[0].endswith("left: at 2, better than ever before (at 3)")
    same = last(record_of([*earlier, (1, "up-wt.2", "left", [3, 3])]), catalogue)
    assert same.bests == ()


def test_longer_is_better_where_it_is_measured_and_sooner_where_it_lets_go(
    catalogue: Catalogue, today: date
) -> None:
    def told(step: str, field: str, values: list[float], side: str) -> tuple[str, ...]:
        days = [{"asks": [{"step": step, "side": side, field: value}]} for value in values]
        return last(record_with(today, *days), catalogue).bests

    assert "30 s, better" in told("stand.1", "extent", [20, 22, 25, 30], "none")[0]
    assert told("stand.1", "extent", [20, 22, 25, 21], "none") == ()
    assert "in 8 s, better" in told("object.1", "let_go_s", [20, 18, 12, 8], "left")[0]
    assert told("object.1", "let_go_s", [20, 18, 12, 14], "left") == ()


def test_the_first_grade_five(catalogue: Catalogue, today: date) -> None:
    days = [{"asks": asks(3, grade=grade)} for grade in (4, 4, 4, 5)]
    assert any("grade 5" in one for one in last(record_with(today, *days), catalogue).bests)
    again = [*days, {"asks": asks(3, grade=5)}]
    assert not any("grade 5" in one for one in last(record_with(today, *again), catalogue).bests)


# --- what moved it ---------------------------------------------------------------------------


def test_the_answer_that_moved_the_estimate_most_is_named(record_of: Build, catalogue: Catalogue) -> None:
    earlier = [(12 - n, "up-wt.2", "left", [3, 3, 2]) for n in range(4)]
    (row,) = last(record_of([*earlier, (1, "up-wt.2", "left", [8, 7, 8])]), catalogue).rows
    assert row.moved.startswith("What moved it most: at ")
    assert "less" in row.moved


# --- whoever rides ---------------------------------------------------------------------------


def riding(today: date, sessions: int, rider: str = "Wren") -> HorseRecord:
    began = datetime(2026, 6, 1, 10, tzinfo=UTC)
    times = {"started": str(began), "ended": str(began + timedelta(minutes=30))}
    one = {"rider": rider, "asks": asks(3, 3, faults=["looks-down"]), **times}
    return record_with(today, *([one] * sessions))


def test_a_rider_is_told_how_often_and_what_helps(catalogue: Catalogue, today: date) -> None:
    record = riding(today, 1)
    told = rider_faults(record.sessions[-1], record, catalogue)
    (fault,) = told.faults
    assert (told.rider, fault.code, fault.times, fault.drill) == ("Wren", "looks-down", 2, "")
    assert fault.words.endswith(": 2 times, 4 an hour")
    assert fault.helps == catalogue.rider_faults["looks-down"].helps


@pytest.mark.parametrize(("minutes", "is_told"), [(4, False), (5, True)])
def test_of_a_few_minutes_no_rate_an_hour_is_told(
    minutes: int, is_told: bool, catalogue: Catalogue, today: date
) -> None:
    record = riding(today, 1)
    began = datetime(2026, 6, 1, 10, tzinfo=UTC)
    short = record.sessions[-1].model_copy(
        update={"started": began, "ended": began + timedelta(minutes=minutes)}
    )
    (fault,) = rider_faults(short, record, catalogue).faults
    assert ("an hour" in fault.words) == is_told


@pytest.mark.parametrize(
    ("sessions", "is_offered"), [(SESSIONS_FOR_A_DRILL - 1, False), (SESSIONS_FOR_A_DRILL, True)]
)
def test_seen_in_three_sessions_of_the_same_rider_something_for_the_rider_alone(
    sessions: int, is_offered: bool, catalogue: Catalogue, today: date
) -> None:
    """Common practice, no source."""
    record = riding(today, sessions)
    (fault,) = rider_faults(record.sessions[-1], record, catalogue).faults
    assert bool(fault.drill) == is_offered
    others = record.model_copy(
        update={
            "sessions": (
                *[one.model_copy(update={"rider": "Ash"}) for one in record.sessions[:-1]],
                record.sessions[-1],
            )
        }
    )
    assert rider_faults(others.sessions[-1], others, catalogue).faults[0].drill == ""
