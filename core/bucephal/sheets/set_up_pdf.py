"""The set-up sheet: one page of A4 to take to the arena, the drawing to scale, the tape table, what to do.

Source: ISO 216 for the page; scales as engineers' drawings have them (ISO 5455, and some between).
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import IO, TYPE_CHECKING

from bucephal.ground import Layout
from bucephal.ground.geometry import Point, sampled
from bucephal.ground.layout import TapeTable
from bucephal.sheets.paper_fonts import BOLD, REGULAR, load_fonts, printable
from bucephal.sheets.paper_inks import ARROW, BLOTS, INK, LETTERS_PT, MM_A_POINT, PENS, RING_MM, SET_OFF_MM
from bucephal.sheets.set_up_drawing import Drawing, Ink, Label, drawing_of
from bucephal.words import ground_words

if TYPE_CHECKING:
    from reportlab.pdfgen.canvas import Canvas

PAGE_MM = (210.0, 297.0)
EDGE_MM = 14.0
_DRAWING_MM = (96.0, 204.0)
"""The room for the drawing with its letters: the left of the page."""
_LETTERS_MM = 6.0
_COLUMN_MM = EDGE_MM + _DRAWING_MM[0] + 6
SCALES = (
    20,
    25,
    50,
    75,
    100,
    125,
    150,
    200,
    250,
    300,
    400,
    500,
    600,
    750,
    1000,
    1500,
    2000,
    2500,
    5000,
    10000,
)


@dataclass(frozen=True)
class SheetHead:
    """What stands above the drawing: the horse and the day it is for, if any."""

    horse: str = ""
    day: str = ""
    exercise: str = ""


NO_HEAD = SheetHead()


def scale_for(drawing: Drawing) -> int:
    """The largest scale at which the drawing has room."""
    across, along = (_DRAWING_MM[n] - 2 * _LETTERS_MM for n in (0, 1))
    wanted = max(drawing.width_m * 1000 / across, drawing.length_m * 1000 / along)
    return next((one for one in SCALES if one >= wanted), SCALES[-1])


def write_sheet(layout: Layout, out: IO[bytes], *, head: SheetHead = NO_HEAD) -> None:
    """Writes the page as PDF; printed at 100 % it measures to its scale."""
    from reportlab.pdfgen.canvas import Canvas  # half a second to load: only who prints pays it

    load_fonts()
    canvas = Canvas(
        out, pagesize=tuple(side / MM_A_POINT for side in PAGE_MM), pageCompression=1, invariant=1
    )
    canvas.setTitle(f"{layout.name}: {layout.arena.name}")
    canvas.setAuthor("Bucephal")
    sheet = _Sheet(canvas, layout, drawing_of(layout))
    sheet.write(head)
    canvas.showPage()
    canvas.save()


_BAR_M = (1, 2, 5, 10, 20, 50, 100)


class _Sheet:
    """Draws in millimetres from the page's lower left corner."""

    def __init__(self, canvas: Canvas, layout: Layout, drawing: Drawing) -> None:
        self._canvas, self._layout, self._drawing = canvas, layout, drawing
        self._scale = scale_for(drawing)
        self._mm = 1000 / self._scale
        top = PAGE_MM[1] - EDGE_MM - 22
        self._origin = (EDGE_MM + _LETTERS_MM, top - _LETTERS_MM - drawing.length_m * self._mm)

    def write(self, head: SheetHead) -> None:
        self._head(head)
        self._draw()
        self._scale_bar()
        y = self._column(PAGE_MM[1] - EDGE_MM - 24)
        self._foot(min(y, self._origin[1] - 27))

    # --- the drawing

    def _at(self, point: Point) -> tuple[float, float]:
        return self._origin[0] + point.x * self._mm, self._origin[1] + point.y * self._mm

    def _draw(self) -> None:
        for stroke in self._drawing.strokes:
            self._pen(stroke.ink)
            points = [self._at(point) for point in sampled(stroke.pieces, self._scale / 2000)]
            self._polyline(points)
        self._canvas.setDash()
        for arrow in self._drawing.arrows:
            self._arrow(self._at(arrow.at), arrow.heading_deg)
        for dot in self._drawing.dots:
            blot = BLOTS[dot.ink]
            self._pen_colour(blot.colour, RING_MM)
            radius = max(dot.reach_m * self._mm, blot.radius_mm)
            self._circle(self._at(dot.at), radius, filled=blot.filled)
        for label in self._drawing.labels:
            self._letter(label)

    def _letter(self, label: Label) -> None:
        size = LETTERS_PT[label.ink]
        x, y = self._at(label.at)
        right, up = (SET_OFF_MM * one for one in label.away)
        down = size * MM_A_POINT * 0.35
        self._text(x + right, y + up - down, label.text, size, bold=label.ink is not Ink.CALL, centred=True)

    def _pen(self, ink: Ink) -> None:
        pen = PENS[ink]
        self._pen_colour(pen.colour, pen.width_mm)
        self._canvas.setLineCap(1)
        self._canvas.setLineJoin(1)
        self._canvas.setDash([one / MM_A_POINT for one in pen.dashes_mm])

    def _pen_colour(self, colour: str, width_mm: float) -> None:
        from reportlab.lib.colors import HexColor

        self._canvas.setStrokeColor(HexColor(colour))
        self._canvas.setFillColor(HexColor(colour))
        self._canvas.setLineWidth(width_mm / MM_A_POINT)

    def _polyline(self, points: Sequence[tuple[float, float]]) -> None:
        path = self._canvas.beginPath()
        path.moveTo(*(one / MM_A_POINT for one in points[0]))
        for x, y in points[1:]:
            path.lineTo(x / MM_A_POINT, y / MM_A_POINT)
        self._canvas.drawPath(path, stroke=1, fill=0)

    def _circle(self, at: tuple[float, float], radius: float, *, filled: bool) -> None:
        x, y, r = (one / MM_A_POINT for one in (*at, radius))
        self._canvas.circle(x, y, r, stroke=0 if filled else 1, fill=1 if filled else 0)

    def _arrow(self, at: tuple[float, float], heading_deg: float) -> None:
        middle = Point(*at)
        spokes = ((0, 1.5), (130, 1.7), (-130, 1.7))
        corners = [middle.towards(heading_deg + off, size) for off, size in spokes]
        self._pen_colour(ARROW, RING_MM)
        path = self._canvas.beginPath()
        path.moveTo(*(one / MM_A_POINT for one in corners[0]))
        for corner in corners[1:]:
            path.lineTo(*(one / MM_A_POINT for one in corner))
        path.close()
        self._canvas.drawPath(path, stroke=0, fill=1)

    def _scale_bar(self) -> None:
        """As many whole metres as go into half of the drawing's width."""
        room = _DRAWING_MM[0] * 0.6
        metres = max((one for one in _BAR_M if one * self._mm <= room), default=_BAR_M[0])
        x, y = EDGE_MM + _LETTERS_MM, self._origin[1] - _LETTERS_MM - 5
        self._pen_colour(INK, 0.6)
        end = x + metres * self._mm
        for line in (((x, y), (end, y)), ((x, y - 1.2), (x, y + 1.2)), ((end, y - 1.2), (end, y + 1.2))):
            self._polyline(line)
        self._text(x, y - 5, f"{metres} m {ground_words.SCALE_BAR}", 8)
        self._text(x, y - 9, ground_words.at_scale(self._scale), 8)
        self._text(x, y - 13, ground_words.LEGEND, 8)

    # --- texts

    def _text(
        self, x: float, y: float, text: str, size: float, *, bold: bool = False, centred: bool = False,
        right: bool = False,
    ) -> None:  # fmt: skip
        from reportlab.lib.colors import HexColor

        self._canvas.setFillColor(HexColor(INK))
        self._canvas.setFont(BOLD if bold else REGULAR, size)
        draw = self._canvas.drawCentredString if centred else self._canvas.drawString
        if right:
            draw = self._canvas.drawRightString
        draw(x / MM_A_POINT, y / MM_A_POINT, printable(text))

    def _head(self, head: SheetHead) -> None:
        top = PAGE_MM[1] - EDGE_MM
        self._text(EDGE_MM, top - 7, self._layout.name, 20, bold=True)
        parts = (head.horse, head.exercise, self._layout.arena.name, head.day)
        self._text(EDGE_MM, top - 13.5, " · ".join(part for part in parts if part), 11)
        self._pen_colour(ARROW, 0.8)
        self._polyline(((EDGE_MM, top - 17), (PAGE_MM[0] - EDGE_MM, top - 17)))

    def _column(self, top: float) -> float:
        """The right of the page, from the top down; returns where it ends."""
        y = top
        for title, lines in self._parts():
            y = self._lines(y, (title,), bold=True)
            y = self._lines(y, lines) - 2.5
        for table in self._tables():
            y = self._lines(y, (ground_words.TAPE_TITLE,), bold=True)
            y = self._lines(y, (table.how,))
            y = self._rows(y - 1, table) - 3
        return y

    def _parts(self) -> Iterator[tuple[str, Sequence[str]]]:
        layout = self._layout
        yield (
            layout.verdict,
            [one.what for one in layout.problems] + [layout.largest_words] * bool(layout.problems),
        )
        asks = [
            f"{n}  {one.what}{', ' * bool(one.where)}{one.where}" for n, one in enumerate(layout.ask_at, 1)
        ]
        yield ground_words.TO_DO, [layout.words, *asks, layout.rounds.words]
        yield ground_words.COMES_TO, layout.comes_to

    def _tables(self) -> Iterator[TapeTable]:
        table = self._layout.corners_table or self._layout.markers_table
        if table is not None:
            yield table

    def _rows(self, y: float, table: TapeTable) -> float:
        right = PAGE_MM[0] - EDGE_MM
        first, second = right - 22, right
        self._text(_COLUMN_MM, y - 3, ground_words.held_at(table.first.name, table.second.name), 8)
        y -= 5
        size = 9.5 if len(table.rows) <= _MANY_ROWS else 7.5
        step = size * MM_A_POINT * 1.45
        for row in table.rows:
            self._text(_COLUMN_MM, y - step, row.name, size)
            self._text(first, y - step, row.first_said, size, right=True)
            self._text(second, y - step, row.second_said, size, right=True)
            y -= step
        return y

    def _lines(self, y: float, lines: Sequence[str], *, bold: bool = False, size: float = 9.5) -> float:
        width = PAGE_MM[0] - EDGE_MM - _COLUMN_MM
        for line in lines:
            for part in self._wrapped(line, width, size, bold=bold):
                y -= size * MM_A_POINT * 1.3
                self._text(_COLUMN_MM, y, part, size, bold=bold)
        return y

    def _wrapped(self, line: str, width_mm: float, size: float, *, bold: bool) -> list[str]:
        from reportlab.lib.utils import simpleSplit

        return list(simpleSplit(printable(line), BOLD if bold else REGULAR, size, width_mm / MM_A_POINT))

    def _foot(self, below: float) -> None:
        """Cautions across the foot of the page, wherever the rest ends above it."""
        lines = [*self._layout.cautions, *self._layout.notes, *ground_words.SHEET_CAUTIONS]
        width = PAGE_MM[0] - 2 * EDGE_MM
        split = [part for line in lines for part in self._wrapped(line, width, 8.5, bold=False)]
        y = min(below, EDGE_MM + len(split) * 4.0 + 2)
        self._pen_colour(ARROW, 0.4)
        self._polyline(((EDGE_MM, y), (PAGE_MM[0] - EDGE_MM, y)))
        for part in split:
            y -= 4.0
            self._text(EDGE_MM, y, part, 8.5)


_MANY_ROWS = 16
