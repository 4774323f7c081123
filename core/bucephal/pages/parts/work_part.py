"""What it did, week by week: days, minutes, and how much that was for its body."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, field
from datetime import date, timedelta

from bucephal.charts import Chart, ChartKey, ChartRow, ChartTable, Column, ColumnGroup, Part, Shade, columns
from bucephal.pages.history_wish import HistoryWish
from bucephal.pages.parts.part import PartCode, SheetPart, Span, sessions_within
from bucephal.progress import Standing
from bucephal.record import Session
from bucephal.welfare import session_load, session_minutes, week_load
from bucephal.words import body_words, part_words
from bucephal.words.chart_words import short_day

WEEKS = 12
"""So many weeks are shown where no span is asked for."""
WEEK = timedelta(weeks=1)


@dataclass
class WeekOfWork:
    """A week of work; ``load`` in minutes as if at walk."""

    starts: date
    days: set[date] = field(default_factory=set)
    sessions: int = 0
    minutes: float = 0.0
    load: float = 0.0

    def add(self, session: Session, load: float) -> None:
        self.days.add(session.date)
        self.sessions += 1
        self.minutes += session_minutes(session)
        self.load += load


def weeks_of_work(standing: Standing, span: Span) -> list[WeekOfWork]:
    """Seven days each, the last of them ending with the span."""
    count = -(-((span.last - span.first).days + 1) // 7)
    starts = [span.last + timedelta(days=1) - WEEK * n for n in range(count, 0, -1)]
    weeks = [WeekOfWork(start) for start in starts]
    for session in sessions_within(standing, span):
        weeks[(session.date - starts[0]) // WEEK].add(session, session_load(session, standing.catalogue))
    return weeks


def work(standing: Standing, span: Span | None = None) -> SheetPart | None:
    """None where nothing was worked."""
    wanted = span or Span(standing.on - WEEK * WEEKS + timedelta(days=1), standing.on)
    weeks = weeks_of_work(standing, wanted)
    while weeks and not weeks[0].sessions:
        weeks.pop(0)
    if not weeks:
        return None
    load = week_load(standing.record, standing.catalogue, wanted.last)
    said = (
        [body_words.against_usual(load.change_pct)] if load.compared and load.change_pct is not None else []
    )
    said = [part_words.last_week(weeks[-1].minutes, len(weeks[-1].days), said[0] if said else None)]
    usual = load.average_28 if load.compared else None
    return SheetPart(
        code=PartCode.WORK, title=part_words.WORK, group=part_words.WORK_AND_DAYS,
        words=(*said, part_words.WORK_HELP),
        charts=(_chart(weeks, usual, said[0]),),
        behind=HistoryWish(first=weeks[0].starts, last=wanted.last),
    )  # fmt: skip


def _chart(weeks: list[WeekOfWork], usual: float | None, said: str) -> Chart:
    drawn = ColumnGroup("", tuple(_column(one) for one in weeks))
    return Chart(
        code=PartCode.WORK, title=part_words.WORK, words=said,
        drawing=columns([drawn], part_words.WALK_MINUTES, wanted=usual),
        key=tuple(_key(usual)),
        table=ChartTable(columns=part_words.WORK_COLUMNS, rows=tuple(_row(one) for one in reversed(weeks))),
    )  # fmt: skip


def _key(usual: float | None) -> Iterator[ChartKey]:
    yield ChartKey(words=part_words.WORKED, shade=Shade.GOOD, shape="bar")
    if usual is not None:
        yield ChartKey(words=part_words.USUAL_WEEK, shade=Shade.WANTED, shape="line")


def _column(one: WeekOfWork) -> Column:
    said = f"{part_words.on_day(one.starts)}: {part_words.week_worked(one.minutes, one.load, one.sessions)}"
    return Column((Part(one.load, Shade.GOOD, said),), short_day(one.starts))


def _row(one: WeekOfWork) -> ChartRow:
    cells = (
        part_words.on_day(one.starts),
        str(len(one.days)),
        str(one.sessions),
        part_words.whole_minutes(one.minutes),
        part_words.whole_minutes(one.load),
    )
    return ChartRow(cells=cells)
