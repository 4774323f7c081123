"""How often something went well in each of a few classes, in rows and columns."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass

from bucephal.charts.chart_drawing import LETTER, WIDTH, ChartBar, ChartDrawing, ChartText, Shade

_ROW, _HEAD, _NAMES, _GAP = 34.0, 40.0, 84.0, 3.0


@dataclass(frozen=True)
class Cell:
    """``share``: of the tries that went well, 0 to 1; its bar is as wide."""

    share: float
    text: str
    says: str


def cells(
    across: Sequence[str], down: Sequence[str], found: Mapping[tuple[int, int], Cell], name: str
) -> ChartDrawing:
    """
    Args:
        across, down: the names of columns and rows.
        found: by row and column; what is not in it was never tried.
        name: of what lies across.
    """
    width = (WIDTH - _NAMES) / len(across)
    bars, texts = list[ChartBar](), [ChartText(x=_NAMES, y=LETTER, text=name)]
    for n, column in enumerate(across):
        texts.append(ChartText(x=_NAMES + width * (n + 0.5), y=_HEAD - 8, text=column, anchor="middle"))
    for n, row in enumerate(down):
        y = _HEAD + _ROW * n
        texts.append(ChartText(x=_NAMES - 8, y=y + _ROW / 2 + LETTER / 3, text=row, anchor="end"))
        for m in range(len(across)):
            cell = found.get((n, m))
            if cell is not None:
                bars.extend(_bars(cell, _NAMES + width * m, y, width - _GAP))
                x = _NAMES + width * (m + 0.5) - _GAP / 2
                texts.append(ChartText(x=x, y=y + _ROW / 2 + LETTER / 3, text=cell.text, anchor="middle"))
    return ChartDrawing(
        width=WIDTH, height=_HEAD + _ROW * len(down), bars=tuple(bars), texts=tuple(texts)
    )  # fmt: skip


def _bars(cell: Cell, x: float, y: float, width: float) -> Iterator[ChartBar]:
    height = _ROW - _GAP
    yield ChartBar(x=x, y=y, width=width, height=height, shade=Shade.POOR, says=cell.says)
    if cell.share > 0:
        yield ChartBar(x=x, y=y, width=width * cell.share, height=height, shade=Shade.LIGHT)
