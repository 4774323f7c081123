"""The sheet: what its head says, which step of a cue it shows and what wants attention, its parts, its goals."""

from __future__ import annotations

from collections.abc import Callable
from datetime import date, timedelta
from typing import Any

from bucephal.base.units import UnitSystem
from bucephal.ladder import Catalogue
from bucephal.pages import HorseSheet, horse_sheet
from bucephal.pages.parts import PartCode, SheetPart
from bucephal.record import HorseRecord, record_from
from bucephal.words.amounts import Amounts

Build = Callable[..., HorseRecord]


def record_with(
    sessions: list[dict[str, Any]], catalogue: Catalogue, today: date, **horse: Any
) -> HorseRecord:
    raw = {
        "format": "bucephal.horse-record", "version": 1,
        "horse": {"name": "Test", "born": "2015-05-01", **horse}, "sessions": sessions,
    }  # fmt: skip
    return record_from(raw, catalogue, today)


def part_of(sheet: HorseSheet, code: PartCode) -> SheetPart | None:
    return next((one for one in sheet.parts if one.code is code), None)


def canter(rein: str, front: str, hind: str | None = None) -> dict[str, Any]:
    return {"step": "canter.1", "side": rein, "level": 3, "lead_front": front, "lead_hind": hind or front}


def test_a_rein_that_is_worse_is_named_with_its_figures(catalogue: Catalogue, today: date) -> None:
    asks = [canter("left", "left")] * 9 + [canter("right", "left")] * 6
    asks += [canter("right", "right"), canter("right", "right", "left")]
    record = record_with([{"date": "2026-06-01", "asks": asks}], catalogue, today)
    leads = part_of(horse_sheet(record, catalogue, today), PartCode.LEADS)
    assert leads is not None
    (chart,) = leads.charts
    assert [row.cells[:4] for row in chart.table.rows] == [
        ("left rein", "9", "0", "0"), ("right rein", "1", "6", "1"),
    ]  # fmt: skip
    assert "right rein gets the right lead less often, surely" in leads.words[0]
    assert "p 0.0004" in chart.exact
    """scipy.stats.fisher_exact([[9, 0], [1, 7]]): 0.00041 (core/tests/measures holds the test itself)."""
    assert chart.drawing is not None
    assert sorted(bar.says for bar in chart.drawing.bars) == [
        "1 of 8: disunited", "1 of 8: right lead", "6 of 8: wrong lead", "9 of 9: right lead",
    ]  # fmt: skip


def test_no_canter_no_leads_and_no_settle_times_say_what_to_do(
    catalogue: Catalogue, record_of: Build, today: date
) -> None:
    sheet = horse_sheet(record_of([(1, "halt.2", "none", [3])]), catalogue, today)
    assert part_of(sheet, PartCode.LEADS) is None
    assert part_of(sheet, PartCode.SETTLING) is None
    assert sheet.not_timed == "Not timed yet: mark the first stretch in the ring."


def test_settling_faster_is_said_with_the_days_it_never_did(catalogue: Catalogue, today: date) -> None:
    minutes = [30, 28, 24, 25, 20, 17, 15, 12]
    sessions = [
        {"date": str(today - timedelta(days=20 - 2 * n)), "settle": {"whole_min": m, "settled": n > 0}}
        for n, m in enumerate(minutes)
    ]
    part = part_of(horse_sheet(record_with(sessions, catalogue, today), catalogue, today), PartCode.SETTLING)
    assert part is not None
    assert "never settled on 1 of 8 days" in part.words[0]
    assert "a week shorter, surely" in part.words[0]
    drawing = part.charts[0].drawing
    assert drawing is not None
    assert [mark.shape for mark in drawing.marks] == ["at-least", *["dot"] * 7]
    assert part.charts[0].table.rows[-1].cells[-1] == "no"


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


def test_the_head_says_what_is_known_in_the_reader_s_units(catalogue: Catalogue, today: date) -> None:
    """14.2 hh is 147.32 cm, 436.5 kg is 962 lb: both exact by definition of hand and pound."""
    record = record_with(
        [{"date": str(today - timedelta(days=9)), "kind": "ridden"}, {"date": str(today), "kind": "ridden"}],
        catalogue, today, sex="mare", height_cm=147.32, girth_cm=180, length_cm=160,
        arrived=str(today - timedelta(days=15)), school={"first-canter": "b"},
    )  # fmt: skip
    head = {one.name: one.words for one in horse_sheet(record, catalogue, today).head}
    assert head["Age"] == "11 years 1 month, mare"
    assert (head["Here"], head["In work"], head["Rides"]) == ("week 3", "week 2, 2 sessions", "2")
    assert (head["Height"], head["Weight"]) == ("14.2 hh (147 cm)", "about 436 kg by tape")
    assert head["School"] not in ("", "as usual")
    assert "Condition" not in head
    imperial = horse_sheet(record, catalogue, today, amounts=Amounts(UnitSystem.IMPERIAL)).head
    said = {one.name: one.words for one in imperial}
    assert (said["Height"], said["Weight"]) == ("14.2 hh", "about 962 lb by tape")


def test_the_board_shows_the_step_in_work_and_names_the_farthest(
    catalogue: Catalogue, record_of: Build, today: date
) -> None:
    """A later stage that was only begun is in work; once it is good, it stands for the exercise."""
    sure = [(2 * n, "halt.1", "none", [2, 2, 2]) for n in range(3, 14)]
    begun = [(1, "halt.2", "none", [8, 8])]
    (row,) = horse_sheet(record_of([*sure, *begun]), catalogue, today).board
    assert (row.step, row.state, row.farther) == ("halt.2", "learning", "")
    heavy = [(n, "halt.1", "none", [9, 9, 9, 9]) for n in (1, 2, 3, 4, 5)]
    (row,) = horse_sheet(
        record_of([*[(2 * n, "halt.2", "none", [2, 2, 2]) for n in range(4, 14)], *heavy]), catalogue, today
    ).board
    assert (row.step, row.farther) == ("halt.2", "")


def test_what_wants_attention_most_is_what_was_sure_and_is_not(
    catalogue: Catalogue, record_of: Build, today: date
) -> None:
    sure = [(2 * n, step, "none", [2, 2, 2]) for n in range(4, 17) for step in ("halt.2", "walk-on.2")]
    lost = [(n, "halt.2", "none", [10, 10, 10]) for n in range(1, 7)]
    rows = {one.step: one for one in horse_sheet(record_of([*sure, *lost]), catalogue, today).board}
    assert rows["halt.2"].state == "slipping"
    assert rows["halt.2"].attention > 16 > rows["walk-on.2"].attention
    assert rows["halt.2"].attention_words.startswith("has slipped; heavier by about")
    assert "heavier by about" in rows["halt.2"].change
    assert rows["walk-on.2"].change == "as it was four weeks ago"
