"""Degrees turned, on a dial: where a half turn should end is shaded."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from bucephal.charts.chart_drawing import (
    LETTER,
    OF_SIDE,
    WIDTH,
    ChartDrawing,
    ChartMark,
    ChartText,
    Shade,
    area,
    line,
)
from bucephal.ladder import Side

_MIDDLE, _RADIUS = WIDTH / 2, 82.0
_CENTRE_Y = _RADIUS + LETTER + 10
_OUT = {Side.LEFT: 0.72, Side.RIGHT: 0.88, Side.NONE: 0.8}


@dataclass(frozen=True)
class Turned:
    degrees: float
    side: Side
    says: str
    session: str | None = None


def dial(turned: Sequence[Turned], wanted: float, within: float) -> ChartDrawing:
    """Round from the top, with the sun.

    Args:
        wanted, within: degrees that a turn should have, and how much more or less will do.
    """
    arc = [wanted - within + step * within / 10 for step in range(21)]
    slice_ = [(_MIDDLE, _CENTRE_Y), *(_at(degrees, 1.0) for degrees in arc)]
    rim = [_at(step * 5, 1.0) for step in range(73)]
    marks = []
    for one in turned:
        shape, shade = OF_SIDE[one.side]
        x, y = _at(one.degrees, _OUT[one.side])
        marks.append(ChartMark(x=x, y=y, shape=shape, shade=shade, says=one.says, session=one.session))
    texts = [
        ChartText(
            x=_at(degrees, 1.16)[0], y=_at(degrees, 1.16)[1] + LETTER / 3, text=f"{degrees}°", anchor="middle"
        )
        for degrees in (0, 90, 180, 270)
    ]
    return ChartDrawing(
        width=WIDTH, height=_CENTRE_Y + _RADIUS + LETTER + 14,
        strokes=(area(slice_, Shade.LIGHT), line(rim, Shade.AXIS)),
        marks=tuple(marks), texts=tuple(texts),
    )  # fmt: skip


def _at(degrees: float, out: float) -> tuple[float, float]:
    angle = math.radians(degrees)
    return (
        round(_MIDDLE + out * _RADIUS * math.sin(angle), 2),
        round(_CENTRE_Y - out * _RADIUS * math.cos(angle), 2),
    )
