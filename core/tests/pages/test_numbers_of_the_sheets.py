"""Every number of six horses' sheets, worked out a second time from their exported records.

The second way knows nothing of the product: it reads the JSON, and counts, sorts and tests with general
libraries: lifelines (Kaplan-Meier), pymannkendall, scipy (Fisher, Theil-Sen), statsmodels (Wilson). Where the
product says a figure in words, the words are those of that figure, said once more here.
"""

from __future__ import annotations

import calendar
import json
import math
import re
from collections import Counter, defaultdict
from collections.abc import Iterator
from datetime import date, datetime, timedelta
from statistics import median
from typing import Any

import pymannkendall
import pytest
from bucephal.ladder import Catalogue
from bucephal.pages import HorseSheet, horse_sheet
from bucephal.pages.parts import PartCode, SheetPart
from bucephal.record import read_record, write_record
from lifelines import KaplanMeierFitter
from scipy import stats
from statsmodels.stats.proportion import proportion_confint
from tests.golden.golden import NAMES, record_file

ON = date(2026, 6, 15)
Raw = dict[str, Any]
_SHEETS: dict[str, tuple[Raw, HorseSheet]] = {}


@pytest.fixture(params=NAMES)
def horse(request: pytest.FixtureRequest, catalogue: Catalogue) -> tuple[Raw, HorseSheet]:
    """A record as it is exported, and the sheet that is shown of it."""
    name = request.param
    if name not in _SHEETS:
        record = read_record(record_file(name).read_text(encoding="utf-8"), catalogue, ON)
        exported: Raw = json.loads(write_record(record))
        _SHEETS[name] = exported, horse_sheet(record, catalogue, ON)
    return _SHEETS[name]


# --- the second way ----------------------------------------------------------------------------


def parts(sheet: HorseSheet, code: PartCode) -> list[SheetPart]:
    return [one for one in sheet.parts if one.code is code]


def sessions_of(raw: Raw) -> list[Raw]:
    return sorted(raw["sessions"], key=lambda one: (one["date"], one.get("started") or ""))


def asks_of(raw: Raw, exercise: str) -> list[tuple[Raw, Raw]]:
    """Of one exercise, with their sessions, in order of time."""
    return [
        (session, ask)
        for session in sessions_of(raw)
        for ask in session["asks"]
        if ask["step"].rpartition(".")[0] == exercise
    ]


def said(on: str | date) -> str:
    day = date.fromisoformat(on) if isinstance(on, str) else on
    return f"{day.day} {day:%B} {day.year}"


def day_of(text: str) -> date:
    day, month, year = text.split()
    return date(int(year), list(calendar.month_name).index(month), int(day))


def whole(number: float) -> int:
    return max(math.floor(number + 0.5 + 1e-9), 1)


def in_ten(low: float, high: float) -> str:
    first, last = (math.floor(one * 10 + 0.5 + 1e-9) for one in (low, high))
    if first != last:
        return f"between {first} and {last} times in 10"
    middle = (low + high) / 2
    if middle >= 0.95:
        return "nearly always"
    if middle < 0.05:
        return "hardly ever"
    return f"{first} time{'' if first == 1 else 's'} in 10"


def amount(extent: float, unit: str | None) -> str:
    """A measured amount as it is said: a share of the time as minutes in ten."""
    if unit != "% calm":
        return f"{extent:g} {unit}"
    if extent == 100:
        return "calm all the way"
    minutes = math.floor(extent / 10 + 0.5)
    if minutes in (0, 10):
        return "calm nearly all the way" if minutes else "hardly calm"
    return f"calm {minutes} minute{'' if minutes == 1 else 's'} in 10"


def minutes_of(session: Raw) -> float:
    if not session.get("started") or not session.get("ended"):
        return 20.0
    began, ended = (datetime.fromisoformat(session[key]) for key in ("started", "ended"))
    return (ended - began).total_seconds() / 60


def figure(text: str, what: str) -> float:
    found = re.search(what, text)
    assert found is not None, (text, what)
    return float(found[1])


# --- part by part ------------------------------------------------------------------------------


def timed(raw: Raw) -> list[tuple[date, float, bool]]:
    found = []
    for session in sessions_of(raw):
        settle = session.get("settle") or {}
        whole_min, first_min = settle.get("whole_min"), settle.get("first_min")
        minutes = whole_min if whole_min is not None else first_min
        if minutes is not None:
            found.append((date.fromisoformat(session["date"]), minutes, settle.get("settled") is not False))
    return found


def test_settling(horse: tuple[Raw, HorseSheet]) -> None:
    raw, sheet = horse
    (part,) = parts(sheet, PartCode.SETTLING)
    days, minutes, settled = zip(*timed(raw), strict=True)
    exact = part.charts[0].exact
    waiting = KaplanMeierFitter().fit(minutes, event_observed=settled).survival_function_.iloc[:, 0]
    usual = waiting[waiting <= 0.5 + 1e-9].index[0]
    assert figure(exact, r"median ([\d.]+) min") == pytest.approx(usual, abs=0.051)
    weeks = [on.toordinal() / 7 for on in days]
    slope = stats.theilslopes(minutes, weeks).slope
    assert figure(exact, r"slope (-?[\d.]+) min") == pytest.approx(slope, abs=0.0051)
    assert figure(exact, r"p ([\d.]+)") == pytest.approx(pymannkendall.original_test(minutes).p, abs=0.000051)
    rows = [row.cells for row in part.charts[0].table.rows]
    assert [(row[0], row[2], row[4]) for row in rows] == [
        (said(on), f"{whole(one)} min", "yes" if ok else "no")
        for on, one, ok in reversed(timed(raw))
    ]  # fmt: skip
    marks = part.charts[0].drawing.marks if part.charts[0].drawing else ()
    assert [mark.shape == "dot" for mark in marks] == list(settled)


def test_canter_leads(horse: tuple[Raw, HorseSheet]) -> None:
    raw, sheet = horse
    counts = {rein: Counter[str]() for rein in ("left", "right")}
    for session in raw["sessions"]:
        for ask in session["asks"]:
            front, hind = ask.get("lead_front"), ask.get("lead_hind")
            if front is not None:
                kind = (
                    "disunited" if hind not in (None, front) else "right" if front == ask["side"] else "wrong"
                )
                counts[ask["side"]][kind] += 1
    if not any(sum(one.values()) for one in counts.values()):
        assert parts(sheet, PartCode.LEADS) == []
        return
    (part,) = parts(sheet, PartCode.LEADS)
    for row, (rein, count) in zip(part.charts[0].table.rows, counts.items(), strict=True):
        tries = sum(count.values())
        low, high = proportion_confint(count["right"], tries, alpha=0.2, method="wilson")
        figures = tuple(str(count[kind]) for kind in ("right", "wrong", "disunited"))
        assert row.cells == (f"{rein} rein", *figures, in_ten(low, high))
    if all(sum(one.values()) for one in counts.values()):
        table = [[one["right"], one["wrong"] + one["disunited"]] for one in counts.values()]
        p_value = stats.fisher_exact(table).pvalue
        assert figure(part.charts[0].exact, r"p ([\d.]+)") == pytest.approx(p_value, abs=0.000051)
    drawing = part.charts[0].drawing
    assert drawing is not None
    drawn = Counter({"right lead": 0, "wrong lead": 0, "disunited": 0})
    for bar in drawing.bars:
        amount, _, what = bar.says.partition(": ")
        drawn[what] += int(amount.split()[0])
    total = sum(counts.values(), Counter[str]())
    assert drawn == Counter(
        {"right lead": total["right"], "wrong lead": total["wrong"], "disunited": total["disunited"]}
    )


def test_corners(horse: tuple[Raw, HorseSheet]) -> None:
    raw, sheet = horse
    found: dict[tuple[str, str, str], list[float]] = defaultdict(list)
    for _, ask in asks_of(raw, "line"):
        if ask.get("extent") is not None:
            aid = ask.get("second_aid")
            leg = "not said" if aid is None else "with" if aid > 0 else "without"
            found[ask.get("spot") or "corner not said", ask["side"], leg].append(ask["extent"])
    shown = {
        row.cells[:3]: row.cells[3:]
        for part in parts(sheet, PartCode.CORNERS)
        for row in part.charts[0].table.rows
    }
    assert shown == {
        key: (str(len(metres)), f"{median(metres):.1f} m", f"{metres[-1]:.1f} m")
        for key, metres in found.items()
    }


def test_measures(horse: tuple[Raw, HorseSheet], catalogue: Catalogue) -> None:
    raw, sheet = horse
    for part in parts(sheet, PartCode.MEASURED):
        assert part.behind.exercise is not None
        exercise = next(one for one in catalogue.exercises if one.id == part.behind.exercise)
        told = [(s, a) for s, a in asks_of(raw, exercise.id) if a.get("extent") is not None]
        rows = part.charts[0].table.rows
        shown = Counter((row.cells[0], row.cells[3]) for row in rows)
        assert shown == Counter((said(s["date"]), amount(a["extent"], exercise.unit)) for s, a in told)
        assert [said(s["date"]) for s, _ in told] == [row.cells[0] for row in reversed(rows)]
        good = {(row.cells[0], row.cells[1], row.cells[3]): row.cells[5] for row in rows}
        for session, ask in told:
            target = catalogue.stage(ask["step"]).target
            assert target is not None
            reached = ask["extent"] <= target if exercise.compare == "at-most" else ask["extent"] >= target
            if not ask.get("faults") and ask.get("tension", "calm") == "calm" and ask.get("answered", True):
                key = (
                    said(session["date"]),
                    catalogue.stage(ask["step"]).name,
                    amount(ask["extent"], exercise.unit),
                )
                assert good[key] == ("yes" if reached else "no")


def test_tolerance(horse: tuple[Raw, HorseSheet]) -> None:
    raw, sheet = horse
    for part in parts(sheet, PartCode.TOLERANCE):
        assert part.behind.exercise is not None
        tries: dict[int, list[Raw]] = defaultdict(list)
        for _, ask in asks_of(raw, part.behind.exercise):
            if ask.get("strength") is not None:
                tries[ask["strength"]].append(ask)
        shown = {int(row.cells[0]): row.cells for row in part.charts[0].table.rows}
        assert {strength: int(cells[2]) for strength, cells in shown.items()} == {
            strength: len(asks) for strength, asks in tries.items()
        }
        for strength, cells in shown.items():
            seconds = median(ask["let_go_s"] for ask in tries[strength] if ask.get("let_go_s") is not None)
            assert cells[4] == f"{seconds:.0f} s"


def test_calm_week_by_week(horse: tuple[Raw, HorseSheet]) -> None:
    """Of weeks in which no fault was tapped: what a fault counts as is not worked out a second time here."""
    raw, sheet = horse
    (part,) = parts(sheet, PartCode.CALM)
    rows = list(reversed(part.charts[0].table.rows))
    first = day_of(rows[0].cells[0])
    weeks: dict[date, list[Raw]] = defaultdict(list)
    for session in raw["sessions"]:
        on = date.fromisoformat(session["date"])
        weeks[first + (on - first) // timedelta(weeks=1) * timedelta(weeks=1)] += session["asks"]
    assert len(rows) == len(weeks)
    settle_steps = {one.step for one in sheet.shares if one.step.startswith("settle.")}
    settled = Counter(
        first + (on - first) // timedelta(weeks=1) * timedelta(weeks=1) for on, *_ in timed(raw)
    )
    for row in rows:
        start = day_of(row.cells[0])
        asks = weeks[start]
        if any(ask.get("faults") or ask.get("probe") for ask in asks):
            continue
        answers = len(asks) + settled[start] * len(settle_steps)
        tense = sum(ask.get("tension", "calm") != "calm" for ask in asks)
        low, high = proportion_confint(answers - tense, answers, alpha=0.2, method="wilson")
        assert row.cells[1:] == (str(answers), str(answers - tense), in_ten(low, high))


def test_spooks(horse: tuple[Raw, HorseSheet]) -> None:
    raw, sheet = horse
    spooks = [
        (session, event)
        for session in sessions_of(raw)
        for event in session["events"]
        if event["kind"] == "spook"
    ]
    found = parts(sheet, PartCode.SPOOKS)
    assert bool(found) == bool(spooks)
    for part in found:
        days = {session["date"] for session, _ in spooks}
        assert part.words[0].startswith(f"{len(spooks)} spook")
        assert f"on {len(days)} day" in part.words[0]
        assert sum(int(row.cells[2]) for row in part.charts[0].table.rows) == len(spooks)
        seconds = [event["recovered_s"] for _, event in spooks]
        recovery = part.charts[1]
        assert f"after {median(seconds):.0f} s" in recovery.words
        assert [row.cells[3] for row in recovery.table.rows] == [f"{one:.0f} s" for one in reversed(seconds)]


def loads(raw: Raw, catalogue: Catalogue) -> Iterator[tuple[date, float, float]]:
    """Of each session its day, its minutes, and these weighted by what was asked: common practice, no source."""
    gait = {"halt": 0.0, "walk": 1.0, "trot": 2.0, "canter": 4.0}
    for session in raw["sessions"]:
        weights = []
        for ask in session["asks"]:
            stage = catalogue.stage(ask["step"])
            line = stage.circles and not stage.ridden
            weights.append((gait[stage.gait] if stage.ridden or line else 1.0) * (1.3 if line else 1.0))
        minutes = minutes_of(session)
        weight = sum(weights) / len(weights) if weights else 1.0
        yield date.fromisoformat(session["date"]), minutes, minutes * weight


def test_work_week_by_week(horse: tuple[Raw, HorseSheet], catalogue: Catalogue) -> None:
    raw, sheet = horse
    (part,) = parts(sheet, PartCode.WORK)
    worked = list(loads(raw, catalogue))
    for row in part.charts[0].table.rows:
        start = day_of(row.cells[0])
        own = [one for one in worked if start <= one[0] < start + timedelta(weeks=1)]
        assert row.cells[1:] == (
            str(len({on for on, *_ in own})), str(len(own)), f"{sum(one[1] for one in own):.0f}",
            f"{sum(one[2] for one in own):.0f}",
        )  # fmt: skip


def test_the_head(horse: tuple[Raw, HorseSheet]) -> None:
    raw, sheet = horse
    head = {one.name: one.words for one in sheet.head}
    born = date.fromisoformat(raw["horse"]["born"])
    months = (ON.year - born.year) * 12 + ON.month - born.month - (ON.day < born.day)
    years, rest = divmod(months, 12)
    age = (
        f"{months} months"
        if months < 24
        else f"{years} years" + (f" {rest} month{'' if rest == 1 else 's'}" if rest else "")
    )
    assert head["Age"] == f"{age}, {raw['horse']['sex']}"
    assert head["Rides"] == str(sum(one["kind"] in ("ridden", "hack") for one in raw["sessions"]))
    kg = raw["horse"]["girth_cm"] ** 2 * raw["horse"]["length_cm"] / 11877
    assert head["Weight"].startswith(f"about {kg:.0f} kg")
    inches = round(raw["horse"]["height_cm"] / 2.54)
    assert head["Height"].startswith(f"{inches // 4}.{inches % 4} hh")


def test_the_board_rests_on_all_that_was_asked(horse: tuple[Raw, HorseSheet]) -> None:
    raw, sheet = horse
    asked: dict[tuple[str, str], list[str]] = defaultdict(list)
    for session in raw["sessions"]:
        for ask in session["asks"]:
            asked[ask["step"], ask["side"]].append(session["date"])
    rows = [one for row in sheet.board for one in (row.left, row.right, row.both) if one is not None]
    assert rows
    for one in rows:
        own = asked[one.step, one.side]
        assert (one.asks, one.days) == (len(own), len(set(own)))
