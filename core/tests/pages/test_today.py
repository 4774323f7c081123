"""Who works today, and who rests: one full rest day in seven, under two years four days of work a week.

Common practice, no source.
"""

from __future__ import annotations

from collections.abc import Callable
from datetime import date, time, timedelta
from itertools import pairwise

import pytest
from bucephal.base.errors import InvalidInput
from bucephal.ladder import Catalogue, load_catalogue
from bucephal.pages import SoFar, WorkedDays, horse_facts, plan_today
from bucephal.planning import ItemKind, PlanRequest, SessionPlan, plan_session
from bucephal.progress import Standing
from bucephal.record import HorseRecord
from bucephal.yard_day import Hours, YardDay, yard_day
from tests.telling import TODAY, Told, good, record_with, sides_of


@pytest.mark.parametrize(
    ("ago", "months", "works"),
    [
        ([3, 5], 96, True),
        ([1, 2, 3, 4, 5], 96, True),
        ([1, 2, 3, 4, 5, 6], 96, False),
        ([1, 2, 3, 5, 6, 7], 96, True),
        ([1, 3, 5], 15, True),
        ([1, 3, 5, 6], 15, False),
        ([1, 3, 5, 6], 96, True),
        ([0], 96, False),
    ],
)
def test_rest_days(
    ago: list[int],
    months: int,
    works: bool,
    record_of: Callable[..., HorseRecord],
    catalogue: Catalogue,
    today: date,
) -> None:
    born = today - timedelta(days=round(months * 30.44) + 1)
    record = record_of([(n, "lead.1", "left", [3]) for n in ago], born=str(born))
    horse = worked(record, catalogue, today, months=months)
    row = plan_today([horse], YardDay(on=today)).rows[0]
    assert row.works is works
    assert row.why


def worked(
    record: HorseRecord, catalogue: Catalogue, today: date, *, minutes: int = 30, months: int = 96
) -> WorkedDays:
    alone, helped = (
        plan_session(record, catalogue, PlanRequest(on=today, minutes=minutes, helper=helper))
        for helper in (False, True)
    )
    return WorkedDays(
        facts=horse_facts(Standing(record, catalogue, today)),
        plan=alone,
        helped=helped,
        days=tuple(session.date for session in record.sessions),
        age_months=months,
        busy=record.busy,
    )


def test_what_needs_putting_right_comes_first_then_the_longest_off(
    record_of: Callable[..., HorseRecord], catalogue: Catalogue, today: date
) -> None:
    fresh = record_of([(1, "halt.2", "none", [3, 3])], name="Fresh")
    rested = record_of([(6, "halt.2", "none", [3, 3])], name="Rested")
    heavy = record_of([(1, "halt.2", "none", [3, 8])], name="Heavy")
    resting = record_of([(n, "halt.2", "none", [3]) for n in range(1, 7)], name="Resting")
    done = record_of([(0, "halt.2", "none", [3])], name="Done")
    horses = [worked(one, catalogue, today) for one in (resting, fresh, done, rested, heavy)]
    found = plan_today(horses, YardDay(on=today))
    names = [row.facts.name for row in found.rows]
    assert names[:3] == ["Heavy", "Rested", "Fresh"]
    assert set(names[3:]) == {"Resting", "Done"}
    assert found.working == 3
    assert found.minutes == sum(row.minutes for row in found.rows[:3])
    by_name = {row.facts.name: row for row in found.rows}
    assert "one full rest day in seven" in by_name["Resting"].why
    assert by_name["Done"].headline == "Worked today"
    assert by_name["Resting"].minutes == by_name["Done"].minutes == 0


def test_an_empty_yard_has_an_empty_day(today: date) -> None:
    found = plan_today([], YardDay(on=today))
    assert (found.rows, found.working, found.minutes) == ((), 0, 0)


def test_it_says_where_a_helper_would_open_more(
    record_of: Callable[..., HorseRecord], catalogue: Catalogue, today: date
) -> None:
    needs = ["up-wt.2", "down-tw.2", "disengage.3", "trot-range.1", "mount.3"]
    record = record_of([(2, "halt.2", "none", [3, 3])])
    vouched = [{"step": step, "state": "confirmed", "reason": "seen it", "on": str(today)} for step in needs]
    known = HorseRecord.model_validate({**record.model_dump(), "overrides": vouched})
    horse = worked(known, catalogue, today)
    helper = Hours(starts=time(10), ends=time(12))
    alone, together = (
        plan_today([horse], YardDay(on=today, helper=there)).rows[0] for there in (None, helper)
    )
    assert (alone.helped, together.helped) == (False, True)
    assert alone.wants_helper
    assert not together.wants_helper
    assert together.hours is not None
    assert together.hours.starts == time(10)
    assert together.when == "with the helper, who is there from 10 to 12"
    assert (alone.wishes.helper, together.wishes.helper) == (False, True)


def test_the_reason_beside_the_name_is_the_one_that_matters_most(
    record_of: Callable[..., HorseRecord], catalogue: Catalogue, today: date
) -> None:
    known = [(ago, step, "none", [3, 3]) for ago in (9, 7, 5, 3) for step in ("halt.2", "backup-r.1")]
    heavy = record_of([*known, (1, "halt.2", "none", [3, 8])])
    row = plan_today([worked(heavy, catalogue, today)], YardDay(on=today)).rows[0]
    assert row.why == "ended heavy yesterday: at 8, light is 1 to 5"
    # With an open flag nothing new comes in: that is said, not what is checked meanwhile.
    flagged = HorseRecord.model_validate(
        {
            **record_of(known).model_dump(),
            "flags": [{"code": "tense-work", "raised_on": str(today), "by_hand": True}],
        }
    )
    horse = worked(flagged, catalogue, today)
    assert [item.kind for item in horse.plan.items if item.kind is ItemKind.CHECK]
    assert plan_today([horse], YardDay(on=today)).rows[0].why == "a flag waits to be cleared: tense work"


def test_a_horse_that_was_never_sat_on_is_not_called_ready_to_ride() -> None:
    catalogue = load_catalogue()
    for steps, work in (
        (("bridle.1",), "getting ready to ride"),
        (("hip-g.1",), "groundwork"),
        ((), "not begun"),
    ):
        told: list[Told] = (
            [(2, [good(step, side) for step in steps for side in sides_of(step)], [])] if steps else []
        )
        assert horse_facts(Standing(record_with(told), catalogue, TODAY)).work == work


# --- the day's hours -----------------------------------------------------------------------------------------


@pytest.fixture
def three(record_of: Callable[..., HorseRecord], catalogue: Catalogue, today: date) -> list[WorkedDays]:
    """The longest off comes first; nothing is to be put right."""
    told = {"First": 4, "Second": 3, "Third": 2}
    records = (record_of([(ago, "halt.2", "none", [3, 3])], name=name) for name, ago in told.items())
    return [worked(one, catalogue, today) for one in records]


def hours_of(horses: list[WorkedDays], day: YardDay, now: time | None = None) -> dict[str, time | None]:
    rows = plan_today(horses, day, now=now).rows
    return {row.facts.name: None if row.hours is None else row.hours.starts for row in rows}


def test_one_after_the_other_from_the_first_hour_on(three: list[WorkedDays], today: date) -> None:
    found = plan_today(three, YardDay(on=today, starts=time(9)))
    assert [row.facts.name for row in found.rows] == ["First", "Second", "Third"]
    spans = [row.hours for row in found.rows if row.hours is not None]
    assert spans[0].starts == time(9)
    for before, after in pairwise(spans):
        between = (after.starts.hour - before.ends.hour) * 60 + after.starts.minute - before.ends.minute
        assert 15 <= between < 20  # own: a quarter of an hour between two horses, on the five minutes
    assert all(row.minutes == found.minutes // 3 for row in found.rows)


def test_nothing_is_planned_before_now_and_what_has_no_time_says_so(
    three: list[WorkedDays], today: date
) -> None:
    day = YardDay(on=today)
    assert hours_of(three, day, now=time(11, 2))["First"] == time(11, 5)
    late = plan_today(three, day, now=time(16, 20))
    assert [(row.facts.name, row.hours is not None) for row in late.rows] == [
        ("First", True), ("Second", False), ("Third", False),
    ]  # fmt: skip
    assert late.rows[1].when == "no time left in the day's hours"
    assert late.rows[1].works
    over = plan_today(three, day, now=time(17))
    assert {row.when for row in over.rows} == {"the day's hours are over"}
    assert set(hours_of(three, day, now=time(17)).values()) == {None}


def test_the_hot_hours_are_left_out_where_others_are_free(three: list[WorkedDays], today: date) -> None:
    # 34 C and 60 %: 93 + 60 = 153 at three o'clock, under 150 from a quarter to seven on.
    hot = YardDay(on=today, starts=time(12), ends=time(22), air_c=34, humidity_pct=60)
    found = plan_today(three, hot)
    short = next(one for one in found.hot if one.verdict == "short-and-easy")
    assert short.words == "hot: short and easy"
    assert short.starts <= time(15) <= short.ends
    assert all(row.hours is not None and row.hours.starts >= short.ends for row in found.rows)
    # Where no other hour is free it is worked short, and says so.
    noon = plan_today(three[:1], hot.model_copy(update={"ends": time(16)}))
    assert noon.rows[0].hours is not None
    assert noon.rows[0].when == "no cooler hour is free: short and easy"
    too_hot = plan_today(three[:1], hot.model_copy(update={"air_c": 52.0, "ends": time(16)}))
    assert too_hot.rows[0].hours is None
    assert too_hot.rows[0].when == "no hour is cool enough"


def test_before_the_heat(three: list[WorkedDays], today: date) -> None:
    hot = YardDay(on=today, air_c=36, humidity_pct=60)
    assert plan_today(three, hot).rows[0].when == "3 days off; before the heat"
    assert plan_today(three, YardDay(on=today)).rows[0].when == "3 days off"


def test_a_plan_is_worked_out_anew_for_the_weather_of_its_hour(three: list[WorkedDays], today: date) -> None:
    asked: list[PlanRequest] = []

    def replan(horse: str, request: PlanRequest) -> SessionPlan:
        asked.append(request)
        return next(one.plan for one in three if one.facts.name == horse)

    plan_today(three, YardDay(on=today, air_c=18, humidity_pct=60, wind_ms=7.9), replan=replan)
    assert asked == []
    plan_today(three, YardDay(on=today, wind_ms=8), replan=replan)
    assert len(asked) == 3
    asked.clear()
    hot = YardDay(on=today, air_c=32, humidity_pct=60)
    found = plan_today(three, hot, replan=replan)
    assert [one.air_c for one in asked] == [row.wishes.air_c for row in found.rows]
    assert all(20 < (one.air_c or 0) < 32 for one in asked)  # of its own hour, not of the afternoon


def test_a_flag_comes_first_then_what_is_to_be_put_right(
    record_of: Callable[..., HorseRecord], catalogue: Catalogue, today: date
) -> None:
    rested = record_of([(6, "halt.2", "none", [3, 3])], name="Rested")
    heavy = record_of([(1, "halt.2", "none", [3, 8])], name="Heavy")
    flag = {"code": "tense-work", "raised_on": str(today), "by_hand": True}
    flagged = HorseRecord.model_validate(
        {**record_of([(1, "halt.2", "none", [3, 3])], name="Flagged").model_dump(), "flags": [flag]}
    )
    horses = [worked(one, catalogue, today) for one in (rested, heavy, flagged)]
    rows = plan_today(horses, YardDay(on=today)).rows
    assert [row.facts.name for row in rows] == ["Flagged", "Heavy", "Rested"]
    assert rows[0].when == "first: a flag is open, and somebody can still be called"
    assert rows[1].when == "early: something to put right"
    assert rows[2].when == "5 days off"


def test_a_flag_goes_before_the_helpers_hours_too(
    record_of: Callable[..., HorseRecord], catalogue: Catalogue, today: date
) -> None:
    flag = {"code": "tense-work", "raised_on": str(today), "by_hand": True}
    flagged = HorseRecord.model_validate(
        {**record_of([(1, "halt.2", "none", [3, 3])], name="Flagged").model_dump(), "flags": [flag]}
    )
    helped = HorseRecord.model_validate(
        {
            **record_of([(5, "halt.2", "none", [3, 3])], name="Helped").model_dump(),
            "overrides": [
                {"step": step, "state": "confirmed", "reason": "seen it", "on": str(today)}
                for step in ("up-wt.2", "down-tw.2", "disengage.3", "trot-range.1", "mount.3")
            ],
        }
    )
    day = YardDay(on=today, starts=time(10), helper=Hours(starts=time(10), ends=time(12)))
    rows = plan_today([worked(one, catalogue, today) for one in (helped, flagged)], day).rows
    assert [(row.facts.name, row.helped) for row in rows] == [("Flagged", False), ("Helped", True)]


def test_a_session_on_another_device_is_said_and_not_planned_again(
    three: list[WorkedDays], today: date
) -> None:
    so_far = {"Second": SoFar(running_since=time(9, 5))}
    found = plan_today(three, YardDay(on=today), so_far=so_far)
    (row,) = (one for one in found.rows if one.facts.name == "Second")
    assert row.running == "Its session runs on another device since 9:05"
    assert (row.works, row.done, row.hours) == (False, False, None)
    assert found.working == 2


def test_visits_ahead_are_named_and_todays_makes_an_easy_day(
    record_of: Callable[..., HorseRecord], catalogue: Catalogue, today: date
) -> None:
    plain = record_of([(2, "halt.2", "none", [3, 3])], name="Shod").model_dump(mode="json")
    told = [(0, "farrier"), (1, "vet"), (14, "dental"), (15, "vaccination"), (-1, "away")]
    busy = [{"date": str(today + timedelta(days=ahead)), "what": what} for ahead, what in told]
    record = HorseRecord.model_validate({**plain, "busy": busy})
    found = plan_today([worked(record, catalogue, today)], YardDay(on=today))
    assert [one.words for one in found.visits] == [
        "Farrier today", "Vet tomorrow", "Teeth on Monday 29 June",
    ]  # fmt: skip
    assert found.rows[0].body is not None
    assert found.rows[0].body.words == "farrier today: nothing hard, nothing new"


def test_the_day_in_a_line(three: list[WorkedDays], today: date) -> None:
    helper = Hours(starts=time(10), ends=time(12, 30))
    day = YardDay(on=today, helper=helper, air_c=9.2, humidity_pct=81, wind_ms=8)
    assert plan_today(three, day).words.endswith(
        "Helper from 10 to 12:30. 9 °C at the warmest, 81 % humidity, wind 8 m/s: expect looking about, and "
        "longer settling."
    )
    assert plan_today(three, YardDay(on=today)).words.endswith("No helper today.")


@pytest.mark.parametrize(
    ("raw", "path"),
    [
        ({"starts": "18:00"}, "ends"),
        ({"helper": {"starts": "12:00", "ends": "10:00"}}, "helper.ends"),
        ({"air_c": 80}, "air_c"),
        ({"helper": {"starts": "noon", "ends": "13:00"}}, "helper.starts"),
    ],
)
def test_a_day_that_cannot_be_is_refused_by_name(raw: dict[str, object], path: str, today: date) -> None:
    with pytest.raises(InvalidInput) as error:
        yard_day(raw, today)
    assert [one.path for one in error.value.problems] == [path]
