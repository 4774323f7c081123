"""A chart as SVG, for a page or a file of its own.

Source: W3C, Scalable Vector Graphics (SVG) 1.1.
"""

from __future__ import annotations

from collections.abc import Iterator
from html import escape

from bucephal.charts import Chart, ChartBar, ChartDrawing, ChartMark, ChartStroke, ChartText, MarkShape, Shade
from bucephal.charts.chart_drawing import LETTER
from bucephal.sheets.chart_inks import BACK, LETTER_FAMILY, MARK_RADIUS, RING_WIDTH, TEXT, fill_of, pen_of


def chart_svg(chart: Chart) -> str:
    """Empty where the chart has no picture. What it shows in words is its description."""
    if chart.drawing is None:
        return ""
    drawing, name = chart.drawing, escape(chart.code)
    size = f'viewBox="0 0 {drawing.width:g} {drawing.height:g}"'
    head = f'<svg xmlns="http://www.w3.org/2000/svg" {size} role="img" aria-labelledby="{name}-t {name}-d">'
    return "".join(
        (
            head,
            f'<title id="{name}-t">{escape(chart.title)}</title>',
            f'<desc id="{name}-d">{escape(chart.words)}</desc>',
            _HATCH.format(name=name, ink=TEXT),
            *_parts(drawing, name),
            "</svg>",
        )
    )


_HATCH = (
    '<defs><pattern id="{name}-h" width="5" height="5" patternUnits="userSpaceOnUse" '
    'patternTransform="rotate(45)"><rect width="5" height="5" fill="#ffffff"/>'
    '<path d="M0 0V5" stroke="{ink}" stroke-width="2"/></pattern></defs>'
)


def _parts(drawing: ChartDrawing, name: str) -> Iterator[str]:
    yield from map(_stroke, drawing.strokes)
    yield from (_bar(bar, name) for bar in drawing.bars)
    yield from map(_mark, drawing.marks)
    yield from map(_text, drawing.texts)


def _stroke(stroke: ChartStroke) -> str:
    points = " ".join(f"{x:.1f},{y:.1f}" for x, y in stroke.points)
    if stroke.closed:
        fill = fill_of(stroke.shade)
        return f'<polygon points="{points}" fill="{fill.colour}" stroke="{fill.edge}"/>'
    pen = pen_of(stroke.shade)
    dashes = f' stroke-dasharray="{" ".join(f"{one:g}" for one in pen.dashes)}"' if pen.dashes else ""
    line = f'stroke="{pen.colour}" stroke-width="{pen.width}" stroke-linecap="round"{dashes}'
    return f'<polyline points="{points}" fill="none" {line}/>'


def _bar(bar: ChartBar, name: str) -> str:
    fill = fill_of(bar.shade)
    colour = f"url(#{name}-h)" if fill.hatched else fill.colour
    at = f'x="{bar.x:.1f}" y="{bar.y:.1f}" width="{bar.width:.1f}" height="{bar.height:.1f}"'
    return f'<rect {at} fill="{colour}" stroke="{fill.edge}">{_says(bar.says)}</rect>'


def _mark(mark: ChartMark) -> str:
    colour, x, y, r = fill_of(mark.shade).colour, mark.x, mark.y, MARK_RADIUS
    filled = f'fill="{colour}"'
    match mark.shape:
        case MarkShape.RING:
            ring = f'fill="{BACK}" stroke="{colour}" stroke-width="{RING_WIDTH}"'
            return f'<circle cx="{x:.1f}" cy="{y:.1f}" r="{r}" {ring}>{_says(mark.says)}</circle>'
        case MarkShape.DIAMOND:
            d = f"M{x:.1f} {y - r - 1:.1f}l{r + 1} {r + 1}l-{r + 1} {r + 1}l-{r + 1} -{r + 1}Z"
            return f'<path d="{d}" {filled}>{_says(mark.says)}</path>'
        case MarkShape.AT_LEAST:
            shaft = f"M{x:.1f} {y + 5:.1f}V{y - 8:.1f}"
            d = f"{shaft}M{x - 5:.1f} {y - 3:.1f}L{x:.1f} {y - 9:.1f}L{x + 5:.1f} {y - 3:.1f}"
            line = f'fill="none" stroke="{colour}" stroke-width="2" stroke-linecap="round"'
            return f'<path d="{d}" {line}>{_says(mark.says)}</path>'
    return f'<circle cx="{x:.1f}" cy="{y:.1f}" r="{r}" {filled}>{_says(mark.says)}</circle>'


def _says(text: str) -> str:
    return f"<title>{escape(text)}</title>" if text else ""


def _text(text: ChartText) -> str:
    weight = ' font-weight="700"' if text.strong else ""
    at = f'x="{text.x:.1f}" y="{text.y:.1f}" text-anchor="{text.anchor}"'
    look = f'font-family="{LETTER_FAMILY}" font-size="{LETTER:g}" fill="{TEXT}"{weight}'
    return f"<text {at} {look}>{escape(text.text)}</text>"


def key_svg(shade: Shade, shape: str) -> str:
    """A mark by itself, for the line that says what it means."""
    if shape == "line":
        part = _stroke(ChartStroke(points=((1, 8), (25, 8)), shade=shade))
    elif shape == "bar":
        part = _bar(ChartBar(x=5, y=2, width=16, height=12, shade=shade), "key")
    else:
        part = _mark(ChartMark(x=13, y=8, shape=MarkShape(shape), shade=shade))
    hatch = _HATCH.format(name="key", ink=TEXT) if fill_of(shade).hatched else ""
    return f'<svg viewBox="0 0 26 16" width="26" height="16" aria-hidden="true">{hatch}{part}</svg>'
