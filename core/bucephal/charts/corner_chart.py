"""A small arena with what was measured at its corners, on each rein, without and with the inside leg."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from bucephal.charts.chart_drawing import LETTER, WIDTH, ChartDrawing, ChartText, Shade, line

_TOP, _LONG, _HALF_WIDE = 20.0, 190.0, 44.0
_MIDDLE = WIDTH / 2
_LINE = LETTER + 4
_AT = {"H": (-1, -1), "M": (1, -1), "K": (-1, 1), "F": (1, 1)}
"""C above, A below, as the arena is drawn. Source: FEI dressage rules, from memory."""


@dataclass(frozen=True)
class CornerFigure:
    """``lines`` are written beside the corner by ``letter``."""

    letter: str
    lines: tuple[str, ...]


def corner_map(figures: Sequence[CornerFigure]) -> ChartDrawing:
    """What is not at one of the four letters stands in the table alone."""
    left, right, bottom = _MIDDLE - _HALF_WIDE, _MIDDLE + _HALF_WIDE, _TOP + _LONG
    ring = ((left, _TOP), (right, _TOP), (right, bottom), (left, bottom), (left, _TOP))
    centre = [
        ChartText(x=_MIDDLE, y=_TOP - 6, text="C", anchor="middle"),
        ChartText(x=_MIDDLE, y=bottom + LETTER + 4, text="A", anchor="middle"),
    ]
    return ChartDrawing(
        width=WIDTH,
        height=bottom + LETTER + 10,
        strokes=(line(ring, Shade.AXIS),),
        texts=(*centre, *(text for one in figures for text in _texts(one))),
    )


def _texts(figure: CornerFigure) -> Iterator[ChartText]:
    if figure.letter not in _AT:
        return
    across, along = _AT[figure.letter]
    inside = _MIDDLE + across * (_HALF_WIDE - 10)
    first = _TOP + LETTER + 2 if along < 0 else _TOP + _LONG - 8 - _LINE * (len(figure.lines) - 1)
    corner = _TOP + LETTER + 4 if along < 0 else _TOP + _LONG - 8
    yield ChartText(x=inside, y=corner, text=figure.letter, anchor="middle", strong=True)
    x = _MIDDLE + across * (_HALF_WIDE + 8)
    for n, text in enumerate(figure.lines):
        yield ChartText(x=x, y=first + _LINE * n, text=text, anchor="end" if across < 0 else "start")
