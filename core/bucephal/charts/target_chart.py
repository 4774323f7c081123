"""Where it stood beside a mark: how far off along it, and to the side of it."""

from __future__ import annotations

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

_MOST_M = 2.0
_LEFT, _TOP, _SIDE = 60.0, 24.0, 230.0


@dataclass(frozen=True)
class Beside:
    """Metres; ``off_m`` from the mark, ``gap_m`` to the side."""

    off_m: float
    gap_m: float
    side: Side
    says: str
    session: str | None = None


def beside_the_target(
    seen: Sequence[Beside], *, off_m: float, gap_m: tuple[float, float], off_name: str, gap_name: str
) -> ChartDrawing:
    """A plan: the gap to the right, off the mark upwards.

    Args:
        off_m: off the mark that will do.
        gap_m: the gaps that will do.
    """
    wanted = [_at(gap_m[0], 0), _at(gap_m[1], 0), _at(gap_m[1], off_m), _at(gap_m[0], off_m)]
    axes = (line((_at(0, _MOST_M), _at(0, 0), _at(_MOST_M, 0)), Shade.AXIS),)
    ticks = (0.5, 1.0, 1.5, 2.0)
    across = [
        ChartText(x=_at(one, 0)[0], y=_at(0, 0)[1] + LETTER + 4, text=f"{one:g}", anchor="middle")
        for one in ticks
    ]
    up = [
        ChartText(x=_LEFT - 8, y=_at(0, one)[1] + LETTER / 3, text=f"{one:g}", anchor="end") for one in ticks
    ]
    marks = []
    for one in seen:
        shape, shade = OF_SIDE[one.side]
        x, y = _at(min(one.gap_m, _MOST_M), min(one.off_m, _MOST_M))
        marks.append(ChartMark(x=x, y=y, shape=shape, shade=shade, says=one.says, session=one.session))
    names = (
        ChartText(x=0, y=LETTER, text=off_name),
        ChartText(x=_LEFT + _SIDE, y=_TOP + _SIDE + 2 * LETTER + 10, text=gap_name, anchor="end"),
    )
    return ChartDrawing(
        width=WIDTH, height=_TOP + _SIDE + 2 * LETTER + 16, strokes=(area(wanted, Shade.LIGHT), *axes),
        marks=tuple(marks), texts=(*names, *across, *up),
    )  # fmt: skip


def _at(gap_m: float, off_m: float) -> tuple[float, float]:
    return _LEFT + gap_m / _MOST_M * _SIDE, _TOP + _SIDE - off_m / _MOST_M * _SIDE
