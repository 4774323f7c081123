"""Charts on a page of paper, two beside each other."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from html import escape
from typing import TYPE_CHECKING, Any

from bucephal.charts import (
    Chart,
    ChartBar,
    ChartDrawing,
    ChartKey,
    ChartMark,
    ChartStroke,
    ChartText,
    MarkShape,
)
from bucephal.charts.chart_drawing import LETTER
from bucephal.sheets.chart_inks import MARK_RADIUS, RING_WIDTH, TEXT, fill_of, pen_of
from bucephal.sheets.paper_fonts import BOLD, REGULAR, printable

if TYPE_CHECKING:
    from reportlab.lib.styles import ParagraphStyle
    from reportlab.pdfgen.canvas import Canvas

_GAP = 16.0
_WIDEST = 250.0
"""Points; a chart by itself is no wider than two beside each other would be."""


def charts_row(charts: Sequence[Chart], width: float, style: ParagraphStyle) -> Iterator[Any]:
    """A table a row: each chart with its title and what its marks mean."""
    from reportlab.platypus import Table

    drawn = [one for one in charts if one.drawing is not None]
    each = min((width - _GAP) / 2, _WIDEST)
    for n in range(0, len(drawn), 2):
        row = [_with_its_key(one, each, style) for one in drawn[n : n + 2]]
        table = Table([row], colWidths=[each + _GAP] * len(row), hAlign="LEFT")
        table.setStyle([("LEFTPADDING", (0, 0), (-1, -1), 0), ("VALIGN", (0, 0), (-1, -1), "TOP")])
        yield table


def _with_its_key(chart: Chart, width: float, style: ParagraphStyle) -> list[Any]:
    from reportlab.platypus import Paragraph

    assert chart.drawing is not None
    parts: list[Any] = [Paragraph(f"<b>{escape(printable(chart.title))}</b>", style)]
    parts.append(_flowable(chart.drawing, width))
    parts += [_key_flowable(key, style) for key in chart.key]
    return parts


def _flowable(drawing: ChartDrawing, width: float) -> Any:
    from reportlab.platypus import Flowable

    class Drawn(Flowable):  # type: ignore[misc]
        """A chart; its own axes point down, those of paper up."""

        def __init__(self) -> None:
            super().__init__()
            self.width, self.height = width, drawing.height * width / drawing.width

        def draw(self) -> None:
            canvas = self.canv
            canvas.saveState()
            canvas.translate(0, self.height)
            canvas.scale(width / drawing.width, -width / drawing.width)
            draw_chart(canvas, drawing)
            canvas.restoreState()

    return Drawn()


def _key_flowable(key: ChartKey, style: ParagraphStyle) -> Any:
    """A mark, and beside it what it means."""
    from reportlab.platypus import Paragraph, Table

    picture = ChartDrawing(width=26, height=14, **_key_parts(key))
    table = Table(
        [[_flowable(picture, 22), Paragraph(escape(printable(key.words)), style)]], colWidths=[26, 190],
        hAlign="LEFT",
    )  # fmt: skip
    table.setStyle(
        [
            ("LEFTPADDING", (0, 0), (-1, -1), 0), ("TOPPADDING", (0, 0), (-1, -1), 0),
            ("BOTTOMPADDING", (0, 0), (-1, -1), 1), ("VALIGN", (0, 0), (-1, -1), "MIDDLE"),
        ]
    )  # fmt: skip
    return table


def _key_parts(key: ChartKey) -> dict[str, Any]:
    if key.shape == "line":
        return {"strokes": (ChartStroke(points=((1, 7), (25, 7)), shade=key.shade),)}
    if key.shape == "bar":
        return {"bars": (ChartBar(x=5, y=2, width=16, height=10, shade=key.shade),)}
    return {"marks": (ChartMark(x=13, y=7, shape=MarkShape(key.shape), shade=key.shade),)}


def draw_chart(canvas: Canvas, drawing: ChartDrawing) -> None:
    """Draws it where y points down."""
    for stroke in drawing.strokes:
        _stroke(canvas, stroke)
    for bar in drawing.bars:
        _bar(canvas, bar)
    for mark in drawing.marks:
        _mark(canvas, mark)
    for text in drawing.texts:
        _text(canvas, text)


def _stroke(canvas: Canvas, stroke: ChartStroke) -> None:
    path = canvas.beginPath()
    path.moveTo(*stroke.points[0])
    for point in stroke.points[1:]:
        path.lineTo(*point)
    canvas.setDash([])
    if stroke.closed:
        fill = fill_of(stroke.shade)
        path.close()
        canvas.setFillColor(fill.colour)
        canvas.setStrokeColor(fill.edge)
        canvas.setLineWidth(0.5)
        canvas.drawPath(path, stroke=1, fill=1)
        return
    pen = pen_of(stroke.shade)
    canvas.setStrokeColor(pen.colour)
    canvas.setLineWidth(pen.width)
    canvas.setDash(list(pen.dashes))
    canvas.drawPath(path, stroke=1, fill=0)
    canvas.setDash([])


_HATCH_APART = 5.0


def _bar(canvas: Canvas, bar: ChartBar) -> None:
    fill = fill_of(bar.shade)
    canvas.setFillColor(fill.colour)
    canvas.setStrokeColor(fill.edge)
    canvas.setLineWidth(0.8)
    canvas.rect(bar.x, bar.y, bar.width, bar.height, stroke=1, fill=1)
    if fill.hatched:
        canvas.saveState()
        clip = canvas.beginPath()
        clip.rect(bar.x, bar.y, bar.width, bar.height)
        canvas.clipPath(clip, stroke=0)
        reach = bar.width + bar.height
        for n in range(int(reach / _HATCH_APART) + 1):
            at = bar.x - bar.height + n * _HATCH_APART
            canvas.line(at, bar.y + bar.height, at + bar.height, bar.y)
        canvas.restoreState()


def _mark(canvas: Canvas, mark: ChartMark) -> None:
    colour, r = fill_of(mark.shade).colour, MARK_RADIUS
    canvas.setFillColor(colour)
    canvas.setStrokeColor(colour)
    canvas.setLineWidth(RING_WIDTH)
    match mark.shape:
        case MarkShape.RING:
            canvas.setFillColor("#ffffff")
            canvas.circle(mark.x, mark.y, r, stroke=1, fill=1)
        case MarkShape.DIAMOND:
            path = canvas.beginPath()
            path.moveTo(mark.x, mark.y - r - 1)
            for x, y in ((r + 1, 0), (0, r + 1), (-r - 1, 0)):
                path.lineTo(mark.x + x, mark.y + y)
            path.close()
            canvas.drawPath(path, stroke=0, fill=1)
        case MarkShape.AT_LEAST:
            canvas.line(mark.x, mark.y + 5, mark.x, mark.y - 8)
            canvas.line(mark.x - 5, mark.y - 3, mark.x, mark.y - 9)
            canvas.line(mark.x + 5, mark.y - 3, mark.x, mark.y - 9)
        case MarkShape.DOT:
            canvas.circle(mark.x, mark.y, r, stroke=0, fill=1)


def _text(canvas: Canvas, text: ChartText) -> None:
    """Letters stand upright: the axes are turned back for them."""
    canvas.saveState()
    canvas.translate(text.x, text.y)
    canvas.scale(1, -1)
    canvas.setFillColor(TEXT)
    canvas.setFont(BOLD if text.strong else REGULAR, LETTER)
    draw = {"start": canvas.drawString, "middle": canvas.drawCentredString, "end": canvas.drawRightString}
    draw[text.anchor](0, 0, printable(text.text))
    canvas.restoreState()
