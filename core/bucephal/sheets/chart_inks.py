"""How the marks of a chart look on paper: each told apart by its shape, its dashes or its hatching too."""

from __future__ import annotations

from typing import NamedTuple

from bucephal.charts import Shade
from bucephal.sheets.paper_inks import INK, PAPER

_WATER, _LEFT, _RIGHT, _OCHRE = "#17505a", "#007c89", "#8a3b72", "#9a5c00"
_FAINT, _PALE, _CALM = "#cfc6b2", "#e6dfcf", "#dcebe6"


class ChartPen(NamedTuple):
    """A line: colour, width and dashes in units of the chart."""

    colour: str
    width: float
    dashes: tuple[float, ...] = ()


class ChartFill(NamedTuple):
    """An area: its colour, the colour of its edge, and whether it is hatched."""

    colour: str
    edge: str
    hatched: bool = False


CHART_PENS = {
    Shade.AXIS: ChartPen(INK, 1.2),
    Shade.GRID: ChartPen(_FAINT, 0.8),
    Shade.TREND: ChartPen(_OCHRE, 1.6, (7.0, 3.0)),
    Shade.WANTED: ChartPen(_OCHRE, 1.4, (1.5, 3.0)),
}
CHART_FILLS = {
    Shade.LIGHT: ChartFill(_CALM, _CALM),
    Shade.DOUBT: ChartFill(_PALE, _FAINT),
    Shade.BOTH: ChartFill(_WATER, _WATER),
    Shade.LEFT: ChartFill(_LEFT, _LEFT),
    Shade.RIGHT: ChartFill(_RIGHT, _RIGHT),
    Shade.GOOD: ChartFill(_WATER, _WATER),
    Shade.POOR: ChartFill("#ffffff", INK),
    Shade.MIXED: ChartFill("#ffffff", INK, hatched=True),
}
TEXT, BACK = INK, PAPER
MARK_RADIUS, RING_WIDTH, LETTER_FAMILY = 4.5, 1.8, "'Atkinson Hyperlegible Next', sans-serif"


def pen_of(shade: Shade) -> ChartPen:
    """A line in the colour of what it joins, where it has no pen of its own."""
    return CHART_PENS.get(shade) or ChartPen(fill_of(shade).colour, 1.2)


def fill_of(shade: Shade) -> ChartFill:
    return CHART_FILLS.get(shade) or ChartFill(CHART_PENS[shade].colour, CHART_PENS[shade].colour)
