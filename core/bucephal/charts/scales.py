"""Where figures and days lie on a chart, and which of them are written beside it."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass
from datetime import date

from bucephal.charts.chart_drawing import LETTER, WIDTH, ChartStroke, ChartText, Shade, line
from bucephal.words.chart_words import short_day

LEFT, RIGHT, TOP, BOTTOM = 38.0, 10.0, 24.0, 24.0
_TICKS = 3
_NICE = (1.0, 2.0, 2.5, 5.0, 10.0)
_TOPS = (1.0, 1.5, 2.0, 3.0, 4.0, 5.0, 6.0, 8.0, 10.0, 12.0)


@dataclass(frozen=True)
class Upwards:
    """Figures upwards from ``least`` to ``most``, on a chart so high.

    Fields:
        height: of the whole chart.
        unit: written above the axis.
        whole: things are counted: no ticks between them.
    """

    least: float
    most: float
    height: float
    unit: str
    whole: bool = False

    def y(self, figure: float) -> float:
        share = (min(max(figure, self.least), self.most) - self.least) / (self.most - self.least)
        return self.bottom - share * (self.bottom - TOP)

    @property
    def bottom(self) -> float:
        return self.height - BOTTOM

    def strokes(self) -> Iterator[ChartStroke]:
        for tick in ticks(self.least, self.most, whole=self.whole):
            shade = Shade.AXIS if tick == self.least else Shade.GRID
            yield line(((LEFT, self.y(tick)), (WIDTH - RIGHT, self.y(tick))), shade)

    def texts(self) -> Iterator[ChartText]:
        for tick in ticks(self.least, self.most, whole=self.whole):
            yield ChartText(x=LEFT - 6, y=self.y(tick) + LETTER / 3, text=f"{tick:g}", anchor="end")
        yield ChartText(x=0, y=LETTER, text=self.unit)


@dataclass(frozen=True)
class Along:
    """Days from left to right."""

    first: date
    last: date

    def x(self, on: date) -> float:
        days = max((self.last - self.first).days, 1)
        inset = 6.0
        return LEFT + inset + (on - self.first).days / days * (WIDTH - LEFT - RIGHT - 2 * inset)

    def texts(self, height: float) -> Iterator[ChartText]:
        y = height - BOTTOM + LETTER + 4
        if self.first == self.last:
            yield ChartText(x=self.x(self.first), y=y, text=short_day(self.first))
            return
        yield ChartText(x=LEFT, y=y, text=short_day(self.first))
        middle = self.first + (self.last - self.first) / 2
        if (self.last - self.first).days > 1:
            yield ChartText(x=self.x(middle), y=y, text=short_day(middle), anchor="middle")
        yield ChartText(x=WIDTH - RIGHT, y=y, text=short_day(self.last), anchor="end")


def ticks(least: float, most: float, *, whole: bool = False) -> list[float]:
    """About three round steps from the least to the most, both ends of the axis within them."""
    rough = (most - least) / _TICKS
    size = 10 ** math.floor(math.log10(rough))
    step = next(nice * size for nice in _NICE if nice * size >= rough - 1e-9)
    step = max(math.ceil(step), 1) if whole else step
    count = int((most - least) / step + 1e-9)
    return [round(least + step * n, 6) for n in range(count + 1)]


def round_top(figure: float) -> float:
    """A round figure above the largest one, so that it does not touch the edge."""
    if figure <= 0:
        return 1.0
    size = float(10 ** math.floor(math.log10(figure)))
    return next(nice * size for nice in _TOPS if nice * size >= figure * 1.05)
