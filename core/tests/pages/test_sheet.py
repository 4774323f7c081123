"""The sheet's summaries: settle times, canter leads, goals with what may be foretold of them."""

from __future__ import annotations

from collections.abc import Callable
from datetime import date, timedelta
from typing import Any

from bucephal.ladder import Catalogue
from bucephal.pages import horse_sheet
from bucephal.record import HorseRecord, record_from

Build = Callable[..., HorseRecord]


def record_with(sessions: list[dict[str, Any]], catalogue: Catalogue, today: date) -> HorseRecord:
    raw = {
        "format": "bucephal.horse-record", "version": 1,
        "horse": {"name": "Test", "born": "2015-05-01"}, "sessions": sessions,
    }  # fmt: skip
    return record_from(raw, catalogue, today)


def canter(rein: str, front: str, hind: str | None = None) -> dict[str, Any]:
    return {"step": "canter.1", "side": rein, "level": 3, "lead_front": front, "lead_hind": hind or front}


def test_a_rein_that_is_worse_is_named_with_its_figures(catalogue: Catalogue, today: date) -> None:
    asks = [canter("left", "left")] * 9 + [canter("right", "left")] * 6
    asks += [canter("right", "right"), canter("right", "right", "left")]
    leads = horse_sheet(
        record_with([{"date": "2026-06-01", "asks": asks}], catalogue, today), catalogue, today
    ).leads
    assert leads is not None
    left, right = leads.rows
    assert (left.right, left.wrong, left.disunited) == (9, 0, 0)
    assert (right.right, right.wrong, right.disunited) == (1, 6, 1)
    assert "right rein gets the right lead less often" in leads.words
    assert leads.p_value is not None
    assert leads.p_value < 0.01


def test_no_canter_no_leads_and_no_settle_times_say_what_to_do(
    catalogue: Catalogue, record_of: Build, today: date
) -> None:
    sheet = horse_sheet(record_of([(1, "halt.2", "none", [3])]), catalogue, today)
    assert sheet.leads is None
    assert sheet.settle_summary.words == "Not timed yet: mark the first stretch in the ring."


def test_settling_faster_is_said_with_the_days_it_never_did(catalogue: Catalogue, today: date) -> None:
    minutes = [30, 28, 24, 25, 20, 17, 15, 12]
    sessions = [
        {"date": str(today - timedelta(days=20 - 2 * n)), "settle": {"whole_min": m, "settled": n > 0}}
        for n, m in enumerate(minutes)
    ]
    summary = horse_sheet(record_with(sessions, catalogue, today), catalogue, today).settle_summary
    assert (summary.days, summary.not_settled) == (8, 1)
    assert "never settled on 1 of 8 days" in summary.words
    assert "a week shorter, surely" in summary.words


def test_a_goal_says_what_is_missing_and_claims_nothing_more(
    catalogue: Catalogue, record_of: Build, today: date
) -> None:
    (goal,) = horse_sheet(record_of([], goals=["up-wt.3"]), catalogue, today).goals
    assert goal.good < goal.steps
    assert goal.forecast.within is None
    since = horse_sheet(
        record_of([(9, "halt.2", "none", [8]), (1, "halt.2", "none", [2, 2])]), catalogue, today
    ).since
    assert since[0].then == "8"
    assert since[0].now == "about 3"
