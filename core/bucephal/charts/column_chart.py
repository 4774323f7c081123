"""Amounts beside each other, each in its parts: minutes of each week, leads of each rein."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from bucephal.charts.chart_drawing import LETTER, WIDTH, ChartBar, ChartDrawing, ChartText, Shade, line
from bucephal.charts.scales import BOTTOM, LEFT, RIGHT, Upwards, round_top

HEIGHT = 190.0
_GAP, _BETWEEN_GROUPS, _WIDEST = 3.0, 18.0, 34.0
_LABEL_WIDTH = 44.0


@dataclass(frozen=True)
class Part:
    amount: float
    shade: Shade
    says: str


@dataclass(frozen=True)
class Column:
    """From the bottom up; ``label`` is written under it where there is room."""

    parts: tuple[Part, ...]
    label: str


@dataclass(frozen=True)
class ColumnGroup:
    """Columns that belong together, under a name of their own; empty: none."""

    name: str
    columns: tuple[Column, ...]


def columns(groups: Sequence[ColumnGroup], unit: str, *, wanted: float | None = None) -> ChartDrawing:
    """
    Args:
        groups: of as many columns each; one column at least.
        wanted: a line across: a usual week.
    """
    amounts = [sum(part.amount for part in one.parts) for group in groups for one in group.columns]
    height = HEIGHT + (LETTER if any(group.name for group in groups) else 0)
    foot = height - HEIGHT
    up = Upwards(0.0, round_top(max([*amounts, wanted or 0.0])), HEIGHT, unit, whole=True)
    strokes = [*up.strokes()]
    if wanted is not None:
        strokes.append(line(((LEFT, up.y(wanted)), (WIDTH - RIGHT, up.y(wanted))), Shade.WANTED))
    placed = [*_placed(groups)]
    return ChartDrawing(
        width=WIDTH,
        height=height,
        strokes=tuple(strokes),
        bars=tuple(bar for x, width, one in placed for bar in _bars(x, width, one, up)),
        texts=(*up.texts(), *_labels(placed, up), *_names(groups, placed, HEIGHT + foot - 2)),
    )


_Placed = tuple[float, float, Column]


def _placed(groups: Sequence[ColumnGroup]) -> Iterator[_Placed]:
    """Left edge and width of each column."""
    count = sum(len(group.columns) for group in groups)
    room = WIDTH - LEFT - RIGHT - _BETWEEN_GROUPS * (len(groups) - 1)
    each = room / count
    width = min(each - _GAP, _WIDEST)
    x = LEFT
    for group in groups:
        for one in group.columns:
            yield x + (each - width) / 2, width, one
            x += each
        x += _BETWEEN_GROUPS


def _bars(x: float, width: float, one: Column, up: Upwards) -> Iterator[ChartBar]:
    below = 0.0
    for part in one.parts:
        if part.amount > 0:
            top, bottom = up.y(below + part.amount), up.y(below)
            yield ChartBar(x=x, y=top, width=width, height=bottom - top, shade=part.shade, says=part.says)
        below += part.amount


def _labels(placed: Sequence[_Placed], up: Upwards) -> Iterator[ChartText]:
    """Under a column wherever the last label left room."""
    free = 0.0
    for x, width, one in placed:
        middle = min(max(x + width / 2, _LABEL_WIDTH / 2), WIDTH - _LABEL_WIDTH / 2)
        if one.label and middle - _LABEL_WIDTH / 2 >= free:
            yield ChartText(x=middle, y=up.bottom + LETTER + 4, text=one.label, anchor="middle")
            free = middle + _LABEL_WIDTH / 2 + 4


def _names(groups: Sequence[ColumnGroup], placed: Sequence[_Placed], y: float) -> Iterator[ChartText]:
    begins = 0
    for group in groups:
        own = placed[begins : begins + len(group.columns)]
        begins += len(group.columns)
        if group.name:
            middle = (own[0][0] + own[-1][0] + own[-1][1]) / 2
            yield ChartText(
                x=middle, y=min(y, HEIGHT + BOTTOM), text=group.name, anchor="middle", strong=True
            )
