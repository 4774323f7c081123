"""Who works today (handbook 05 and 08: rest days)."""

from __future__ import annotations

from collections.abc import Callable
from datetime import date, timedelta

import pytest
from bucephal.ladder import Catalogue
from bucephal.planning import PlanRequest, WorkedDays, plan_session, plan_today
from bucephal.progress import Standing, horse_facts
from bucephal.record import HorseRecord


@pytest.mark.parametrize(
    ("ago", "months", "works"),
    [
        ([3, 5], 96, True),
        ([1, 2, 3], 96, True),
        ([1, 2, 3, 4], 96, False),
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
        facts=horse_facts(record, Standing(record, catalogue, today)),
        plan=plan_session(record, catalogue, PlanRequest(on=today, minutes=30)),
        days=tuple(today - timedelta(days=n) for n in ago),
        age_months=months,
    )
    row = plan_today([horse], today).rows[0]
    assert row.works is works
    assert row.why
