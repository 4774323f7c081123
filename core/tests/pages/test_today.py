"""Who works today, and who rests: one full rest day in seven, under two years four days of work a week.

Common practice, no source.
"""

from __future__ import annotations

from collections.abc import Callable
from datetime import date, timedelta

import pytest
from bucephal.ladder import Catalogue, load_catalogue
from bucephal.pages import WorkedDays, horse_facts, plan_today
from bucephal.planning import ItemKind, PlanRequest, plan_session
from bucephal.progress import Standing
from bucephal.record import HorseRecord
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
    horse = WorkedDays(
        facts=horse_facts(Standing(record, catalogue, today)),
        plan=plan_session(record, catalogue, PlanRequest(on=today, minutes=30)),
        days=tuple(today - timedelta(days=n) for n in ago),
        age_months=months,
    )
    row = plan_today([horse], today).rows[0]
    assert row.works is works
    assert row.why


def worked(
    record: HorseRecord, catalogue: Catalogue, today: date, *, helper: bool = False, minutes: int = 30
) -> WorkedDays:
    request = PlanRequest(on=today, minutes=minutes, helper=helper)
    return WorkedDays(
        facts=horse_facts(Standing(record, catalogue, today)),
        plan=plan_session(record, catalogue, request),
        days=tuple(session.date for session in record.sessions),
        age_months=96,
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
    found = plan_today(horses, today)
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
    found = plan_today([], today)
    assert (found.rows, found.working, found.minutes) == ((), 0, 0)


def test_it_says_where_a_helper_would_open_more(
    record_of: Callable[..., HorseRecord], catalogue: Catalogue, today: date
) -> None:
    needs = ["up-wt.2", "down-tw.2", "disengage.3", "trot-range.1", "mount.3"]
    record = record_of([(2, "halt.2", "none", [3, 3])])
    vouched = [{"step": step, "state": "confirmed", "reason": "seen it", "on": str(today)} for step in needs]
    known = HorseRecord.model_validate({**record.model_dump(), "overrides": vouched})
    alone, together = (
        plan_today([worked(known, catalogue, today, helper=helper)], today).rows[0]
        for helper in (False, True)
    )
    assert alone.wants_helper
    assert not together.wants_helper


def test_the_reason_beside_the_name_is_the_one_that_matters_most(
    record_of: Callable[..., HorseRecord], catalogue: Catalogue, today: date
) -> None:
    known = [(ago, step, "none", [3, 3]) for ago in (9, 7, 5, 3) for step in ("halt.2", "backup-r.1")]
    heavy = record_of([*known, (1, "halt.2", "none", [3, 8])])
    row = plan_today([worked(heavy, catalogue, today)], today).rows[0]
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
    assert plan_today([horse], today).rows[0].why == "a flag waits to be cleared: tense work"


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
