"""How far along several ways one is: what is there, of all that there is to be."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from bucephal.charts.chart_drawing import LETTER, WIDTH, ChartBar, ChartDrawing, ChartText, Shade

_ROW, _HIGH = 46.0, 16.0


@dataclass(frozen=True)
class WayDone:
    """``done`` of ``of`` are there."""

    name: str
    done: int
    of: int
    says: str


def progress_bars(ways: Sequence[WayDone]) -> ChartDrawing:
    return ChartDrawing(
        width=WIDTH,
        height=_ROW * len(ways),
        bars=tuple(bar for n, way in enumerate(ways) for bar in _bars(way, _ROW * n)),
        texts=tuple(text for n, way in enumerate(ways) for text in _texts(way, _ROW * n)),
    )


def _bars(way: WayDone, y: float) -> Iterator[ChartBar]:
    at = y + LETTER + 8
    yield ChartBar(x=0, y=at, width=WIDTH, height=_HIGH, shade=Shade.POOR, says=way.says)
    if way.done:
        yield ChartBar(x=0, y=at, width=WIDTH * way.done / way.of, height=_HIGH, shade=Shade.GOOD)


def _texts(way: WayDone, y: float) -> Iterator[ChartText]:
    yield ChartText(x=0, y=y + LETTER, text=way.name, strong=True)
    yield ChartText(x=WIDTH, y=y + LETTER, text=f"{way.done} / {way.of}", anchor="end")
