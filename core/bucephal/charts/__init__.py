"""Charts: what a figure looks like over time, in columns, on a corner of the arena, with its table beside it.

A chart is a drawing of a few plain marks in units of a page about 360 wide, y downwards, each mark with what
it stands for. How that looks is for whoever shows it: a screen in its theme, a file of vectors, paper.
"""

from bucephal.charts.cell_chart import Cell, cells
from bucephal.charts.chart_drawing import (
    OF_SIDE,
    Chart,
    ChartBar,
    ChartDrawing,
    ChartKey,
    ChartMark,
    ChartRow,
    ChartStroke,
    ChartTable,
    ChartText,
    MarkShape,
    Shade,
)
from bucephal.charts.column_chart import Column, ColumnGroup, Part, columns
from bucephal.charts.corner_chart import CornerFigure, corner_map
from bucephal.charts.dial_chart import Turned, dial
from bucephal.charts.progress_bars import WayDone, progress_bars
from bucephal.charts.sides_chart import SideLevel, SidesRow, then_and_now_board
from bucephal.charts.target_chart import Beside, beside_the_target
from bucephal.charts.time_chart import DayFigure, over_time

# fmt: off
__all__ = [
    "OF_SIDE", "Beside", "Cell", "Chart", "ChartBar", "ChartDrawing", "ChartKey", "ChartMark", "ChartRow",
    "ChartStroke", "ChartTable", "ChartText", "Column", "ColumnGroup", "CornerFigure", "DayFigure",
    "MarkShape", "Part", "Shade", "SideLevel", "SidesRow", "Turned", "WayDone", "beside_the_target", "cells",
    "columns", "corner_map", "dial", "over_time", "progress_bars", "then_and_now_board",
]  # fmt: skip
# fmt: on
