"""What a chart is made of."""

from __future__ import annotations

from collections.abc import Iterable
from enum import StrEnum
from typing import Annotated, Literal

from pydantic import Field, PlainSerializer

from bucephal.ladder import Side
from bucephal.record import FrozenModel

WIDTH = 360.0
LETTER = 13.0
"""Height of its letters: on a phone's whole width they are as high as they are here."""


Place = Annotated[float, PlainSerializer(lambda place: round(place, 1), return_type=float)]
"""In units of the page; a tenth of one is not seen."""


class Shade(StrEnum):
    """What a mark stands for; never told by its colour alone."""

    AXIS = "axis"
    GRID = "grid"
    LIGHT = "light"
    """Where it is wanted to be: in the band, at the mark, within the target."""
    DOUBT = "doubt"
    """As far as known."""
    BOTH = "both"
    LEFT = "left"
    RIGHT = "right"
    GOOD = "good"
    POOR = "poor"
    MIXED = "mixed"
    TREND = "trend"
    WANTED = "wanted"
    """A line that has to be reached."""


class MarkShape(StrEnum):
    DOT = "dot"
    RING = "ring"
    """Earlier, or not what was wanted."""
    DIAMOND = "diamond"
    """The right side, where left and right are beside each other."""
    AT_LEAST = "at-least"
    """An arrow upwards: it was more than that, or never came."""


OF_SIDE = {
    Side.LEFT: (MarkShape.DOT, Shade.LEFT),
    Side.RIGHT: (MarkShape.DIAMOND, Shade.RIGHT),
    Side.NONE: (MarkShape.DOT, Shade.BOTH),
}
"""How marks of the sides are told apart where they stand beside each other."""


class ChartStroke(FrozenModel):
    points: tuple[tuple[Place, Place], ...]
    shade: Shade
    closed: bool = Field(False, description="A filled area.")


class ChartBar(FrozenModel):
    x: Place
    y: Place
    width: Place
    height: Place
    shade: Shade
    says: str = Field("", description="What it stands for, with its figures.")


class ChartMark(FrozenModel):
    x: Place
    y: Place
    shape: MarkShape
    shade: Shade
    says: str = Field("", description="What it stands for, with its figures.")
    session: str | None = Field(None, description="Where it was seen: the id of a session.")


class ChartText(FrozenModel):
    x: Place
    y: Place
    text: str
    anchor: Literal["start", "middle", "end"] = "start"
    strong: bool = False


class ChartDrawing(FrozenModel):
    """In the order in which it is drawn: strokes, bars, marks, texts."""

    width: Place
    height: Place
    strokes: tuple[ChartStroke, ...] = ()
    bars: tuple[ChartBar, ...] = ()
    marks: tuple[ChartMark, ...] = ()
    texts: tuple[ChartText, ...] = ()


class ChartKey(FrozenModel):
    """What a mark, a bar or a line of a chart means."""

    words: str
    shade: Shade
    shape: MarkShape | Literal["bar", "line"]


class ChartRow(FrozenModel):
    """``session`` or ``step``: where the asks behind it are found."""

    cells: tuple[str, ...]
    session: str | None = None
    step: str | None = None


class ChartTable(FrozenModel):
    columns: tuple[str, ...]
    rows: tuple[ChartRow, ...]


class Chart(FrozenModel):
    """A picture with what it shows in words, what its marks mean, and the same as a table."""

    code: str = Field(description="Its name in a file's name.")
    title: str
    words: str
    drawing: ChartDrawing | None = Field(description="Null: the table says it better.")
    key: tuple[ChartKey, ...] = ()
    table: ChartTable
    exact: str = Field("", description="The figures behind the words, in a line; empty: the table has them.")


def line(points: Iterable[tuple[float, float]], shade: Shade) -> ChartStroke:
    return ChartStroke(points=tuple(points), shade=shade)


def area(points: Iterable[tuple[float, float]], shade: Shade) -> ChartStroke:
    return ChartStroke(points=tuple(points), shade=shade, closed=True)
