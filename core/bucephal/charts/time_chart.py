"""Figures day by day: each a mark, with how far it is known, what is wanted, and the trend."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import date

from bucephal.charts.chart_drawing import (
    WIDTH,
    ChartDrawing,
    ChartMark,
    ChartStroke,
    MarkShape,
    Shade,
    area,
    line,
)
from bucephal.charts.scales import LEFT, RIGHT, Along, Upwards, round_top

HEIGHT = 190.0


@dataclass(frozen=True)
class DayFigure:
    """One figure of a day.

    Fields:
        between: as far as it is known; None: it was measured.
        session: where it was seen.
    """

    on: date
    value: float
    says: str
    shape: MarkShape = MarkShape.DOT
    shade: Shade = Shade.BOTH
    between: tuple[float, float] | None = None
    session: str | None = None


Trend = Sequence[tuple[date, float]]
"""The ends of a straight line."""


def over_time(
    seen: Sequence[DayFigure], unit: str, *,
    most: float | None = None, wanted: float | None = None, trend: Trend = (), joined: bool = False,
) -> ChartDrawing:  # fmt: skip
    """
    Args:
        seen: one at least.
        unit: written above the axis.
        most: the top of the axis; else a round figure above the largest.
        wanted: a line that has to be reached.
        joined: a line from each figure to the next.
    """
    largest = max([one.value for one in seen] + ([wanted] if wanted is not None else []))
    up = Upwards(0.0, most or round_top(largest), HEIGHT, unit)
    days = [one.on for one in seen]
    along = Along(min(days), max(days))
    places = [(along.x(one.on), up.y(one.value)) for one in seen]
    strokes = [*up.strokes(), *_doubts(seen, along, up)]
    if wanted is not None:
        strokes.append(line(((LEFT, up.y(wanted)), (WIDTH - RIGHT, up.y(wanted))), Shade.WANTED))
    if joined and len(places) > 1:
        strokes.append(line(places, Shade.BOTH))
    if trend:
        strokes.append(line([(along.x(on), up.y(value)) for on, value in trend], Shade.TREND))
    return ChartDrawing(
        width=WIDTH, height=HEIGHT, strokes=tuple(strokes),
        marks=tuple(
            ChartMark(x=x, y=y, shape=one.shape, shade=one.shade, says=one.says, session=one.session)
            for (x, y), one in zip(places, seen, strict=True)
        ),
        texts=(*up.texts(), *along.texts(HEIGHT)),
    )  # fmt: skip


def _doubts(seen: Sequence[DayFigure], along: Along, up: Upwards) -> Iterator[ChartStroke]:
    for one in seen:
        if one.between is not None:
            x, (low, high) = along.x(one.on), one.between
            y = up.y(low), up.y(high)
            yield area(((x - 3, y[0]), (x + 3, y[0]), (x + 3, y[1]), (x - 3, y[1])), Shade.DOUBT)
