"""Bad days, and whether anything that was noted of the day goes with them."""

from __future__ import annotations

from collections import Counter
from datetime import date

from bucephal.charts import Chart, ChartRow, ChartTable
from bucephal.measures import DayOfWork, Explains, explained
from bucephal.measures.bad_days import bad_days as found_bad
from bucephal.pages.history_wish import HistoryWish
from bucephal.pages.parts.part import PartCode, SheetPart, Span, sessions_within, told_within
from bucephal.pages.step_chart import unusual_on
from bucephal.progress import Standing
from bucephal.record import Session
from bucephal.words import part_words

LONG_OFF_DAYS = 3
ANOTHER_RIDER, OTHER_TACK, DAYS_OFF = "another rider", "other tack", "days off"


def bad_days(standing: Standing, span: Span | None = None) -> SheetPart | None:
    """None while nothing was asked."""
    days = days_of_work(standing, span)
    if not days:
        return None
    conditions = conditions_by_day(sessions_within(standing, span))
    found = explained(days, conditions)
    bad = found_bad(days)
    names = [part_words.UNUSUAL[name] for name, one in found.items() if one.shown]
    said = (part_words.bad_in_all(len(bad), len(days)), part_words.explains(names))
    rows = tuple(_row(name, one) for name, one in sorted(found.items(), key=_clearest))
    chart = Chart(
        code=PartCode.BAD_DAYS, title=part_words.BAD_DAYS, words=" ".join(said), drawing=None,
        table=ChartTable(columns=part_words.BAD_COLUMNS, rows=rows), exact=_exact(found),
    )  # fmt: skip
    return SheetPart(
        code=PartCode.BAD_DAYS, title=part_words.BAD_DAYS, group=part_words.WORK_AND_DAYS,
        words=(*said, part_words.BAD_HELP),
        charts=(chart,) if rows else (), behind=HistoryWish(),
    )  # fmt: skip


def days_of_work(standing: Standing, span: Span | None = None) -> list[DayOfWork]:
    """Answers of each day, and how many of them were good."""
    by_day: dict[date, list[bool]] = {}
    for one in told_within(standing, span):
        if one.meaning.is_answer:
            by_day.setdefault(one.on, []).append(one.meaning.accepted)
    return [DayOfWork(on, sum(good), len(good)) for on, good in sorted(by_day.items())]


def conditions_by_day(sessions: list[Session]) -> dict[str, frozenset[date]]:
    """By what was unusual, the days on which it was so."""
    riders = Counter(one.rider for one in sessions if one.rider)
    usual = riders.most_common(1)[0][0] if riders else None
    found: dict[str, set[date]] = {}
    before: Session | None = None
    for session in sessions:
        unusual = [str(one) for one in unusual_on([session])]
        if session.rider and session.rider != usual:
            unusual.append(ANOTHER_RIDER)
        if before is not None and _tack(session) != _tack(before):
            unusual.append(OTHER_TACK)
        if before is not None and (session.date - before.date).days - 1 >= LONG_OFF_DAYS:
            unusual.append(DAYS_OFF)
        for one in unusual:
            found.setdefault(one, set()).add(session.date)
        before = (
            session if session.tack or before is None else before.model_copy(update={"date": session.date})
        )
    return {name: frozenset(days) for name, days in found.items()}


def _tack(session: Session) -> frozenset[tuple[str, str | bool]]:
    """What was on it, whatever that weighed."""
    return frozenset((name, what) for name, what in session.tack.items() if isinstance(what, str | bool))


def _exact(found: dict[str, Explains]) -> str:
    told = [part_words.exact_p(part_words.UNUSUAL[name], one.p_value) for name, one in found.items()
            if one.p_value is not None]  # fmt: skip
    return " · ".join([part_words.EXACT_BAD_DAYS, *told]) if told else ""


def _clearest(one: tuple[str, Explains]) -> tuple[float, str]:
    return (2.0 if one[1].p_value is None else one[1].p_value, one[0])


def _row(name: str, one: Explains) -> ChartRow:
    if one.p_value is None:
        sure = part_words.TOO_FEW
    else:
        sure = part_words.goes_with(one.p_value) if one.shown else part_words.NO_HELP
    cells = (
        part_words.UNUSUAL[name], part_words.out_of(one.bad_with, one.days_with),
        part_words.out_of(one.bad_without, one.days_without), sure,
    )  # fmt: skip
    return ChartRow(cells=cells)
