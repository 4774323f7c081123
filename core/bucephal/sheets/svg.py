"""A drawing as SVG: millimetres on paper at a scale, so that it prints to scale and opens anywhere.

Source: W3C, Scalable Vector Graphics (SVG) 1.1; y points down there, so that the drawing is turned over.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from html import escape

from bucephal.ground.geometry import Arc, Line, Piece, Point, Turn
from bucephal.sheets.paper_inks import (
    ARROW,
    BLOTS,
    INK,
    LETTERS_PT,
    MM_A_POINT,
    PAPER,
    PENS,
    RING_MM,
    SET_OFF_MM,
)
from bucephal.sheets.set_up_drawing import Dot, Drawing, Label

MARGIN_MM = 9.0
_MM = 1000
_ROUNDED = 'stroke-linecap="round" stroke-linejoin="round"'
USUAL_SCALE = 250


def svg_of(drawing: Drawing, *, scale: int = USUAL_SCALE, title: str, about: str = "") -> str:
    """The drawing at one to ``scale``, with its title and description for who cannot see it."""
    page = _Page(drawing, scale)
    width, height = page.size
    parts = (*page.strokes(), *page.arrows(), *page.dots(), *page.labels())
    return "\n".join((
        '<?xml version="1.0" encoding="UTF-8"?>',
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{width:.2f}mm" height="{height:.2f}mm" '
        f'viewBox="0 0 {width:.2f} {height:.2f}" role="img" aria-labelledby="t d">',
        f'<title id="t">{escape(title)}</title><desc id="d">{escape(about)}</desc>',
        f'<rect width="100%" height="100%" fill="{PAPER}"/>',
        *parts,
        "</svg>", "",
    ))  # fmt: skip


class _Page:
    """The drawing in millimetres on its page."""

    def __init__(self, drawing: Drawing, scale: int) -> None:
        self._drawing, self._factor = drawing, _MM / scale

    @property
    def size(self) -> tuple[float, float]:
        drawing = self._drawing
        return (
            drawing.width_m * self._factor + 2 * MARGIN_MM,
            drawing.length_m * self._factor + 2 * MARGIN_MM,
        )

    def at(self, point: Point) -> tuple[float, float]:
        return (
            point.x * self._factor + MARGIN_MM,
            (self._drawing.length_m - point.y) * self._factor + MARGIN_MM,
        )

    def strokes(self) -> Iterator[str]:
        for stroke in self._drawing.strokes:
            pen = PENS[stroke.ink]
            dashes = " ".join(f"{one:g}" for one in pen.dashes_mm)
            dashed = f' stroke-dasharray="{dashes}"' if dashes else ""
            line = f'stroke="{pen.colour}" stroke-width="{pen.width_mm}"{dashed}'
            way = self._path(stroke.pieces)
            yield f'<path class="{stroke.ink}" d="{way}" fill="none" {_ROUNDED} {line}/>'

    def _path(self, pieces: Iterable[Piece]) -> str:
        """Each piece goes on where the last ended; where it does not, the pen is lifted."""
        parts, last = [], None
        for piece in pieces:
            if last is None or last.distance(piece.start) > 1e-6:
                parts.append(f"M{self._pair(piece.start)}")
            parts.extend([f"L{self._pair(piece.end)}"] if isinstance(piece, Line) else self._arc(piece))
            last = piece.end
        return " ".join(parts)

    def _arc(self, arc: Arc) -> Iterator[str]:
        """In halves, since an arc of SVG cannot be a whole circle."""
        radius = arc.radius * self._factor
        over = 0 if arc.turn is Turn.LEFT else 1
        for part in (0.5, 1.0):
            yield f"A{radius:.3f} {radius:.3f} 0 0 {over} {self._pair(arc.at(arc.length * part))}"

    def _pair(self, point: Point) -> str:
        x, y = self.at(point)
        return f"{x:.3f} {y:.3f}"

    def arrows(self) -> Iterator[str]:
        for arrow in self._drawing.arrows:
            x, y = self.at(arrow.at)
            yield (
                f'<path class="arrow" d="M-1 -1.3 L1.4 0 L-1 1.3 Z" fill="{ARROW}" '
                f'transform="translate({x:.3f} {y:.3f}) rotate({-arrow.heading_deg:.2f})"/>'
            )

    def dots(self) -> Iterator[str]:
        for dot in self._drawing.dots:
            yield self._dot(dot)

    def _dot(self, dot: Dot) -> str:
        blot = BLOTS[dot.ink]
        x, y = self.at(dot.at)
        radius = max(dot.reach_m * self._factor, blot.radius_mm)
        ring = f'fill="none" stroke="{blot.colour}" stroke-width="{RING_MM}"'
        look = f'fill="{blot.colour}"' if blot.filled else ring
        return f'<circle class="{dot.ink}" cx="{x:.3f}" cy="{y:.3f}" r="{radius:.3f}" {look}/>'

    def labels(self) -> Iterator[str]:
        for label in self._drawing.labels:
            yield self._label(label)

    def _label(self, label: Label) -> str:
        size = round(LETTERS_PT[label.ink] * MM_A_POINT, 2)
        x, y = self.at(label.at)
        x, y = x + label.away[0] * SET_OFF_MM, y - label.away[1] * SET_OFF_MM + size * 0.35
        text = escape(label.text)
        return (
            f'<text class="{label.ink}" x="{x:.3f}" y="{y:.3f}" font-size="{size}" text-anchor="middle" '
            f'font-family="sans-serif" fill="{INK}">{text}</text>'
        )
