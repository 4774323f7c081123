"""How often it answered calmly, week by week."""

from __future__ import annotations

from datetime import date, timedelta

from bucephal.charts import Chart, ChartKey, ChartRow, ChartTable, DayFigure, MarkShape, Shade, over_time
from bucephal.measures import ShareOfTries, share_of_tries, trend_of
from bucephal.pages.history_wish import HistoryWish
from bucephal.pages.parts.part import PartCode, SheetPart, Span, told_within
from bucephal.progress import Standing
from bucephal.words import part_words
from bucephal.words.figures import CALM

LATELY = timedelta(weeks=4)
WEEK = timedelta(weeks=1)


def calm_answers(standing: Standing, span: Span | None = None) -> list[tuple[date, bool]]:
    """Every answer with its day: was it calm?"""
    told = told_within(standing, span)
    return sorted((one.on, one.meaning.calm) for one in told if one.meaning.is_answer)


def calm_share(standing: Standing, span: Span | None = None) -> ShareOfTries:
    answers = calm_answers(standing, span)
    return share_of_tries(sum(calm for _, calm in answers), len(answers))


def calm(standing: Standing, span: Span | None = None) -> SheetPart | None:
    answers = calm_answers(standing, span)
    if not answers:
        return None
    weeks = _weeks(answers)
    trend = trend_of(list(weeks), [one.share or 0.0 for one in weeks.values()])
    lately = [is_calm for on, is_calm in answers if on > answers[-1][0] - LATELY]
    said = [part_words.calm_in_all(sum(is_calm for _, is_calm in answers), len(answers))]
    said.append(part_words.calm_lately(sum(lately) / len(lately)))
    if trend.direction and trend.p_value is not None:
        said.append(part_words.calm_change(trend.direction, trend.p_value))
    seen = [
        DayFigure(
            start,
            10 * (one.share or 0.0),
            f"{part_words.on_day(start)}: {part_words.week_of(one.hits, one.tries)}",
            between=(10 * one.low, 10 * one.high),
        )
        for start, one in weeks.items()
    ]
    chart = Chart(
        code=PartCode.CALM,
        title=part_words.CALM_TITLE,
        words=" ".join(said),
        drawing=over_time(seen, part_words.IN_TEN, most=10.0),
        key=(
            ChartKey(words=CALM, shade=Shade.BOTH, shape=MarkShape.DOT),
            ChartKey(words=part_words.CALM_LOW, shade=Shade.DOUBT, shape="bar"),
        ),
        exact=part_words.exact_trend(trend.per_week, trend.p_value, part_words.OF_ALL),
        table=ChartTable(
            columns=part_words.CALM_COLUMNS,
            rows=tuple(_row(start, one) for start, one in reversed(weeks.items())),
        ),
    )
    return SheetPart(
        code=PartCode.CALM,
        title=part_words.CALM_TITLE,
        group=part_words.SETTLING_AND_CALM,
        words=tuple(said),
        charts=(chart,),
        behind=HistoryWish(),
    )


def _weeks(answers: list[tuple[date, bool]]) -> dict[date, ShareOfTries]:
    """By the first day of each week with answers, counted from the first answer on."""
    first = answers[0][0]
    counts: dict[date, list[bool]] = {}
    for on, is_calm in answers:
        counts.setdefault(first + (on - first) // WEEK * WEEK, []).append(is_calm)
    return {start: share_of_tries(sum(own), len(own)) for start, own in counts.items()}


def _row(start: date, one: ShareOfTries) -> ChartRow:
    cells = (
        part_words.on_day(start),
        str(one.tries),
        str(one.hits),
        part_words.in_the_long_run(one.low, one.high),
    )
    return ChartRow(cells=cells)
