"""Left beside right, then and now: how loud one had to ask, from 1 in the middle outwards."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from bucephal.charts.chart_drawing import (
    LETTER,
    OF_SIDE,
    WIDTH,
    ChartDrawing,
    ChartMark,
    ChartStroke,
    ChartText,
    MarkShape,
    Shade,
    area,
    line,
)
from bucephal.ladder import Side
from bucephal.record.models import TOP_LEVEL

_ROW, _HEAD, _FOOT = 40.0, 22.0, 22.0
_MIDDLE, _REACH = WIDTH / 2, WIDTH / 2 - 14


@dataclass(frozen=True)
class SideLevel:
    """``then``: as it was first; None: there is nothing to hold it against."""

    now: float
    then: float | None
    says: str


@dataclass(frozen=True)
class SidesRow:
    """A cue; what has no sides is shown on both. ``light_to``: the highest level that is light."""

    name: str
    light_to: int
    levels: tuple[tuple[Side, SideLevel], ...]


def then_and_now_board(rows: Sequence[SidesRow], left: str, right: str) -> ChartDrawing:
    """
    Args:
        left, right: what is written above the sides.
    """
    height = _HEAD + _ROW * len(rows) + _FOOT
    strokes, marks = list[ChartStroke](), list[ChartMark]()
    texts = [
        ChartText(x=_MIDDLE - _REACH, y=LETTER, text=left),
        ChartText(x=_MIDDLE + _REACH, y=LETTER, text=right, anchor="end"),
    ]
    for n, row in enumerate(rows):
        y = _HEAD + _ROW * n
        texts.append(ChartText(x=_MIDDLE, y=y + LETTER, text=row.name, anchor="middle", strong=True))
        y += LETTER + 13
        strokes.extend(_ground(row, y))
        for side, level in row.levels:
            for way in _WAYS[side]:
                strokes.extend(_moved(level, way, y))
                marks.extend(_marks(level, side, way, y))
    texts.extend(_scale(height - 5))
    return ChartDrawing(
        width=WIDTH, height=height, strokes=tuple(strokes), marks=tuple(marks), texts=tuple(texts)
    )  # fmt: skip


_WAYS = {Side.LEFT: (-1,), Side.RIGHT: (1,), Side.NONE: (-1, 1)}


def _x(level: float, way: int) -> float:
    return _MIDDLE + way * (min(max(level, 1.0), TOP_LEVEL) - 1) / (TOP_LEVEL - 1) * _REACH


def _ground(row: SidesRow, y: float) -> Iterator[ChartStroke]:
    """What is light, shaded to both sides; the line on which it is measured."""
    ends = [_x(row.light_to + 0.5, way) for way in (-1, 1)]
    yield area(((ends[0], y - 8), (ends[1], y - 8), (ends[1], y + 8), (ends[0], y + 8)), Shade.LIGHT)
    yield line(((_MIDDLE - _REACH, y), (_MIDDLE + _REACH, y)), Shade.GRID)
    yield line(((_MIDDLE, y - 9), (_MIDDLE, y + 9)), Shade.AXIS)


def _moved(level: SideLevel, way: int, y: float) -> Iterator[ChartStroke]:
    if level.then is not None:
        yield line(((_x(level.then, way), y), (_x(level.now, way), y)), Shade.TREND)


def _marks(level: SideLevel, side: Side, way: int, y: float) -> Iterator[ChartMark]:
    shape, shade = OF_SIDE[side]
    if level.then is not None:
        yield ChartMark(x=_x(level.then, way), y=y, shape=MarkShape.RING, shade=shade)
    yield ChartMark(x=_x(level.now, way), y=y, shape=shape, shade=shade, says=level.says)


def _scale(y: float) -> Iterator[ChartText]:
    for level in (1, 5, TOP_LEVEL):
        for way in (-1, 1) if level > 1 else (1,):
            yield ChartText(x=_x(level, way), y=y, text=str(level), anchor="middle")
