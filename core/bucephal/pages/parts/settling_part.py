"""Minutes to settle, session by session, days on which it never did marked as such."""

from __future__ import annotations

from bucephal.charts import Chart, ChartKey, ChartRow, ChartTable, DayFigure, MarkShape, Shade, over_time
from bucephal.measures import SettleTime, SettleTrend, settle_trend
from bucephal.pages.history_wish import HistoryWish
from bucephal.pages.parts.part import PartCode, SheetPart, Span, sessions_within
from bucephal.progress import Standing
from bucephal.record import Session
from bucephal.words import part_words, sheet_words


def settle_times(standing: Standing, span: Span | None = None) -> SettleTrend:
    """What its settle times come to."""
    return settle_trend([_time(one) for one in _timed(standing, span)])


def settling(standing: Standing, span: Span | None = None) -> SheetPart | None:
    sessions = _timed(standing, span)
    if not sessions:
        return None
    times = [_time(one) for one in sessions]
    found = settle_trend(times)
    trend = found.trend
    said = sheet_words.settling(
        found.days, found.not_settled, found.median,
        trend.per_week if trend.direction else None, trend.p_value,
    )  # fmt: skip
    seen = [
        DayFigure(
            one.on, one.minutes, part_words.settled_on(one.on, one.minutes, settled=one.settled),
            shape=MarkShape.DOT if one.settled else MarkShape.AT_LEAST, session=session.id,
        )
        for one, session in zip(times, sessions, strict=True)
    ]  # fmt: skip
    chart = Chart(
        code=PartCode.SETTLING,
        title=part_words.SETTLING,
        words=said,
        drawing=over_time(
            seen, part_words.axis(part_words.MINUTES), trend=trend.ends if trend.direction else ()
        ),
        key=_key(found),
        exact="; ".join(
            filter(
                None,
                (
                    part_words.exact_settling(found.median),
                    part_words.exact_trend(trend.per_week, trend.p_value, part_words.MINUTES),
                ),
            )
        ),
        table=ChartTable(
            columns=part_words.SETTLE_COLUMNS, rows=tuple(_row(one) for one in reversed(sessions))
        ),
    )
    return SheetPart(
        code=PartCode.SETTLING,
        title=part_words.SETTLING,
        group=part_words.SETTLING_AND_CALM,
        words=(said,),
        charts=(chart,),
        behind=HistoryWish(),
    )


def _key(found: SettleTrend) -> tuple[ChartKey, ...]:
    """What is drawn of it: each mark only where there is one."""
    marks = [ChartKey(words=part_words.SETTLED, shade=Shade.BOTH, shape=MarkShape.DOT)]
    if found.not_settled:
        marks.append(ChartKey(words=part_words.NEVER_SETTLED, shade=Shade.BOTH, shape=MarkShape.AT_LEAST))
    if found.trend.direction:
        marks.append(ChartKey(words=part_words.TREND, shade=Shade.TREND, shape="line"))
    return tuple(marks)


def _timed(standing: Standing, span: Span | None) -> list[Session]:
    sessions = sessions_within(standing, span)
    return [one for one in sessions if one.settle is not None and one.settle.minutes is not None]


def _time(session: Session) -> SettleTime:
    settle = session.settle
    assert settle is not None
    assert settle.minutes is not None
    return SettleTime(session.date, settle.minutes, settle.settled is not False)


def _row(session: Session) -> ChartRow:
    settle = session.settle
    assert settle is not None
    ups = part_words.NONE if settle.head_ups is None else str(settle.head_ups)
    settled = part_words.NO if settle.settled is False else part_words.YES
    cells = (
        part_words.on_day(session.date),
        *map(part_words.in_minutes, (settle.first_min, settle.whole_min)),
        ups,
        settled,
    )
    return ChartRow(cells=cells, session=session.id)
