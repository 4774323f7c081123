"""Two of something beside each other: what is said to be different is, and what is not is not."""

from __future__ import annotations

from collections.abc import Callable
from datetime import date, timedelta
from typing import Any

import pytest
from bucephal.base.errors import InvalidInput
from bucephal.ladder import Catalogue
from bucephal.pages import CompareWish, Comparison, compare_choices, comparison
from bucephal.pages.comparison import ComparedRow
from bucephal.progress import Standing
from bucephal.record import HorseRecord, record_from

Build = Callable[..., HorseRecord]


def compared(record: HorseRecord, catalogue: Catalogue, today: date, **wish: Any) -> Comparison:
    other = wish.pop("horse", None)
    theirs = None if other is None else Standing(other, catalogue, today)
    return comparison(Standing(record, catalogue, today), CompareWish.model_validate(wish), theirs)


def row_of(found: Comparison, step: str | None, name: str = "") -> ComparedRow:
    return next(one for one in found.rows if one.step == step and name in one.name)


def rides(catalogue: Catalogue, today: date, each: list[dict[str, Any]]) -> HorseRecord:
    """A ride every second day, the last one today."""
    sessions = [
        {"date": str(today - timedelta(days=2 * (len(each) - 1 - n))), "kind": "ridden", **one}
        for n, one in enumerate(each)
    ]
    raw = {
        "format": "bucephal.horse-record", "version": 1, "horse": {"name": "Test", "born": "2015-05-01"},
        "sessions": sessions,
    }  # fmt: skip
    return record_from(raw, catalogue, today)


def halts(*levels: int) -> dict[str, Any]:
    return {"asks": [{"step": "halt.2", "side": "none", "level": level} for level in levels]}


def test_of_two_days_what_got_lighter_is_told_with_what_it_rests_on(
    catalogue: Catalogue, record_of: Build, today: date
) -> None:
    heavy = [(n, "halt.2", "none", [8, 8, 8]) for n in range(30, 44, 2)]
    light = [(n, "halt.2", "none", [1, 1, 1]) for n in range(1, 20, 2)]
    found = compared(
        record_of([*heavy, *light]), catalogue, today, by="dates", first=str(today - timedelta(days=28)),
        second=str(today),
    )  # fmt: skip
    row = row_of(found, "halt.2")
    assert row.difference.startswith("lighter by about")
    assert (row.sure, row.shown) == ("sure", True)
    assert row.rests_on == "21 asks on 7 days; 51 asks on 17 days"
    assert found.words == "1 of 1 step is shown to be different."
    same = [(n, "halt.2", "none", [3, 3]) for n in range(1, 44, 2)]
    alike = compared(
        record_of(same),
        catalogue,
        today,
        by="dates",
        first=str(today - timedelta(days=20)),
        second=str(today),
    )
    assert row_of(alike, "halt.2").difference == "no difference is shown"


def test_the_heavier_side_is_told_and_even_sides_are_not(
    catalogue: Catalogue, record_of: Build, today: date
) -> None:
    uneven = [
        (2 * n, "up-wt.2", side, [level, level])
        for n in range(1, 9)
        for side, level in (("left", 2), ("right", 6))
    ]
    found = row_of(compared(record_of(uneven), catalogue, today, by="sides"), "up-wt.2")
    assert found.difference.startswith("the right is heavier by about")
    assert found.shown
    even = [(2 * n, "up-wt.2", side, [3, 3]) for n in range(1, 9) for side in ("left", "right")]
    assert not row_of(compared(record_of(even), catalogue, today, by="sides"), "up-wt.2").shown


def test_a_rider_with_whom_it_answers_worse_is_told_though_it_got_better_all_along(
    catalogue: Catalogue, today: date
) -> None:
    each = [{"rider": "Wren" if n % 3 else "Ash", **halts(*([2, 2] if n % 3 else [9, 9]))} for n in range(60)]
    record = rides(catalogue, today, each)
    found = compared(record, catalogue, today, by="riders", one="Wren", other="Ash")
    row = row_of(found, "halt.2")
    assert row.difference.startswith("less often good with the second")
    assert row.sure == "surely"
    assert found.columns[2:4] == ("Wren", "Ash")
    better = [{"rider": "Wren" if n < 30 else "Ash", **halts(max(2, 8 - n // 6))} for n in range(60)]
    learning = compared(
        rides(catalogue, today, better), catalogue, today, by="riders", one="Wren", other="Ash"
    )
    assert row_of(learning, None, "All steps").difference == "no difference is shown"


def test_with_a_condition_and_without_it(catalogue: Catalogue, today: date) -> None:
    each = [
        {"place": "sand school" if n % 2 else "long field", "tack": {"saddle": "new one"} if n > 30 else {},
         "settle": {"whole_min": 20 if n % 2 else 6}, **halts(2)}
        for n in range(40)
    ]  # fmt: skip
    record = rides(catalogue, today, each)
    choices = compare_choices(Standing(record, catalogue, today))
    assert choices.conditions == ("long field", "sand school", "saddle: new one")
    found = compared(record, catalogue, today, by="condition", one="sand school")
    settling = row_of(found, None, "Minutes to settle")
    assert (settling.first, settling.second, settling.difference) == ("6 min", "20 min", "longer by 14 min")
    assert settling.sure == "surely"
    assert found.title == "With sand school, and without it"
    saddle = compared(record, catalogue, today, by="condition", one="saddle: new one")
    assert row_of(saddle, "halt.2").rests_on == "30 and 9 first answers"


def test_two_horses_by_what_both_were_asked(catalogue: Catalogue, record_of: Build, today: date) -> None:
    mine = record_of([(n, step, "none", [2, 2]) for n in range(1, 20, 2) for step in ("halt.2", "walk-on.2")])
    theirs = record_of([(n, "halt.2", "none", [8, 8]) for n in range(1, 20, 2)], name="Ash")
    found = compared(mine, catalogue, today, by="horses", horse=theirs)
    assert [one.step for one in found.rows if one.step] == ["halt.2"]
    assert row_of(found, "halt.2").difference.startswith("heavier by about")
    assert found.columns[2:4] == ("Test", "Ash")
    nothing = compared(mine, catalogue, today, by="horses", horse=record_of([], name="Ash"))
    assert nothing.words == "There is nothing that both were asked."


@pytest.mark.parametrize(
    ("wish", "path"),
    [
        ({"by": "dates"}, "first"),
        ({"by": "dates", "first": "2026-06-10", "second": "2026-06-10"}, "first"),
        ({"by": "dates", "first": "2026-06-10", "second": "2026-06-16"}, "second"),
        ({"by": "riders", "one": "Wren", "other": "Nobody"}, "other"),
        ({"by": "condition", "one": "snow"}, "one"),
        ({"by": "horses"}, "other"),
    ],
)
def test_what_cannot_be_compared_is_refused_by_name(
    wish: dict[str, Any], path: str, catalogue: Catalogue, today: date
) -> None:
    record = rides(catalogue, today, [{"rider": "Wren", **halts(2)}] * 3)
    with pytest.raises(InvalidInput) as found:
        compared(record, catalogue, today, **wish)
    assert [one.path for one in found.value.problems] == [path]
