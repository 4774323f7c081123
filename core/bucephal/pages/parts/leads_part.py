"""Canter leads: right, wrong and disunited on each rein, all along and of late."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date, timedelta

from bucephal.charts import Chart, ChartKey, ChartRow, ChartTable, Column, ColumnGroup, Part, Shade, columns
from bucephal.ladder import Side
from bucephal.measures import LeadCount, lead_change, lead_table
from bucephal.pages.history_wish import HistoryWish
from bucephal.pages.parts.part import PartCode, SheetPart, Span, ToldAsk, told_within
from bucephal.progress import Standing
from bucephal.words import part_words, sheet_words
from bucephal.words.chart_words import short_day

PERIODS = 6
"""At most so many columns a rein."""
CANTER = "canter"


def leads(standing: Standing, span: Span | None = None) -> SheetPart | None:
    """None while no lead was noted."""
    noted = [one for one in told_within(standing, span) if one.ask.lead_front is not None]
    noted.sort(key=lambda one: one.on)
    asks = [one.ask for one in noted]
    table = lead_table(asks)
    reins = {Side.LEFT: table.left, Side.RIGHT: table.right}
    if not any(count.tries for count in reins.values()):
        return None
    changes = [(side, lead_change(asks, side)) for side in reins]
    said = [sheet_words.leads(table.worse, table.p_value)]
    said += [part_words.lead_change(side, one.direction, one.p_value) for side, one in changes]
    said = [one for one in said if one]
    groups = [ColumnGroup(part_words.rein(side), _columns(noted, side)) for side in reins]
    chart = Chart(
        code=PartCode.LEADS, title=part_words.LEADS, words=" ".join(said),
        drawing=columns(groups, part_words.ANSWERS),
        key=(
            ChartKey(words=part_words.RIGHT_LEAD, shade=Shade.GOOD, shape="bar"),
            ChartKey(words=part_words.DISUNITED, shade=Shade.MIXED, shape="bar"),
            ChartKey(words=part_words.WRONG_LEAD, shade=Shade.POOR, shape="bar"),
        ),
        exact=part_words.exact_leads(table.p_value),
        table=ChartTable(
            columns=part_words.LEAD_COLUMNS, rows=tuple(_row(side, count) for side, count in reins.items())
        ),
    )  # fmt: skip
    return SheetPart(
        code=PartCode.LEADS, title=part_words.LEADS, group=part_words.CANTER_AND_CORNERS,
        words=tuple(said), charts=(chart,),
        behind=HistoryWish(exercise=CANTER),
    )  # fmt: skip


def _columns(noted: Sequence[ToldAsk], side: Side) -> tuple[Column, ...]:
    """The same periods for both reins, whole weeks each."""
    first, last = noted[0].on, noted[-1].on
    weeks = (last - first).days // 7 + 1
    each = timedelta(weeks=-(-weeks // PERIODS))
    starts = [first + each * n for n in range(-(-weeks // (each.days // 7)))]
    return tuple(_column(noted, side, start, start + each) for start in starts)


def _column(noted: Sequence[ToldAsk], side: Side, start: date, end: date) -> Column:
    table = lead_table(one.ask for one in noted if start <= one.on < end)
    count = table.left if side is Side.LEFT else table.right
    parts = (
        (count.right, Shade.GOOD, part_words.RIGHT_LEAD),
        (count.disunited, Shade.MIXED, part_words.DISUNITED),
        (count.wrong, Shade.POOR, part_words.WRONG_LEAD),
    )
    drawn = (
        Part(amount, shade, part_words.lead_part(amount, count.tries, what)) for amount, shade, what in parts
    )
    return Column(tuple(drawn), short_day(start))


def _row(side: Side, count: LeadCount) -> ChartRow:
    share = count.share
    return ChartRow(
        cells=(
            part_words.rein(side), str(count.right), str(count.wrong), str(count.disunited),
            part_words.in_the_long_run(share.low, share.high) if count.tries else part_words.NONE,
        ),
    )  # fmt: skip
