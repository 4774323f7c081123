"""A set-up as a drawing: lines, dots and letters in metres, each with what it stands for.

How they look is for whoever writes them out: a page, a file of vectors.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from enum import StrEnum
from functools import cached_property

from bucephal.ground import Layout
from bucephal.ground.geometry import Line, Piece, Point, arc_between, circle
from bucephal.ground.layout import ArenaOut, PathPiece
from bucephal.ground.places import Shape
from bucephal.ladder import Gait


class Ink(StrEnum):
    """What a stroke or a text stands for."""

    FENCE = "fence"
    LINE = "line"
    WALK = "walk"
    TROT = "trot"
    CANTER = "canter"
    MARKER = "marker"
    POLE = "pole"
    CALL = "call"
    LETTER = "letter"
    CORNER = "corner"
    THING = "thing"
    HOME = "home"
    PROBLEM = "problem"


@dataclass(frozen=True)
class Stroke:
    pieces: tuple[Piece, ...]
    ink: Ink


@dataclass(frozen=True)
class Dot:
    at: Point
    ink: Ink
    reach_m: float = 0.0
    """How large it is in the place; 0: as large as it has to be to be seen."""


@dataclass(frozen=True)
class Label:
    at: Point
    text: str
    ink: Ink
    away: tuple[int, int] = (0, 0)
    """Which way it is set off from its point: -1, 0 or 1, across and along."""


@dataclass(frozen=True)
class Arrow:
    """Which way it is ridden there."""

    at: Point
    heading_deg: float


@dataclass(frozen=True)
class Drawing:
    """In the order in which it is drawn; the place's axes, y upwards."""

    width_m: float
    length_m: float
    strokes: tuple[Stroke, ...]
    dots: tuple[Dot, ...]
    labels: tuple[Label, ...]
    arrows: tuple[Arrow, ...]

    @cached_property
    def way(self) -> tuple[Stroke, ...]:
        return tuple(one for one in self.strokes if one.ink in _OF_GAIT.values())


_OF_GAIT = {Gait.WALK: Ink.WALK, Gait.TROT: Ink.TROT, Gait.CANTER: Ink.CANTER}


def drawing_of(layout: Layout) -> Drawing:
    arena = layout.arena
    return Drawing(
        arena.width_m,
        arena.length_m,
        (*_place_strokes(arena), *_way_strokes(layout), *_poles(layout)),
        tuple(_dots(layout)),
        tuple(_labels(layout)),
        tuple(arrow for one in layout.path.pieces for arrow in _arrows(piece_of(one))),
    )


def piece_of(one: PathPiece) -> Piece:
    start, end = Point(*one.from_), Point(*one.to)
    if one.centre is None:
        return Line(start, end)
    assert one.turn is not None
    centre = Point(*one.centre)
    if one.sweep_deg is not None and one.sweep_deg >= 360 - 1e-6:
        assert one.radius_m is not None
        return circle(centre, one.radius_m, centre.angle_to(start), one.turn)
    return arc_between(centre, start, end, one.turn)


_WORTH_AN_ARROW_M, _AN_ARROW_EACH_M = 2.5, 14.0


def _arrows(piece: Piece) -> Iterator[Arrow]:
    """One in the middle of a piece, more along a long one, none on a stump."""
    if piece.length < _WORTH_AN_ARROW_M:
        return
    count = max(round(piece.length / _AN_ARROW_EACH_M), 1)
    for n in range(count):
        ridden = piece.length * (n + 0.5) / count
        yield Arrow(piece.at(ridden), piece.heading_at(ridden))


def _place_strokes(arena: ArenaOut) -> Iterator[Stroke]:
    if arena.shape is Shape.ROUND:
        middle = Point(arena.width_m / 2, arena.length_m / 2)
        yield Stroke((circle(middle, arena.width_m / 2, -90),), Ink.FENCE)
        return
    ring = [one.at for one in arena.corners]
    yield Stroke(tuple(Line(a, b) for a, b in zip(ring, (*ring[1:], ring[0]), strict=True)), Ink.FENCE)
    if arena.shape is Shape.RECTANGLE:
        for part in (1, 2, 3):
            x = arena.width_m * part / 4
            yield Stroke((Line(Point(x, 0), Point(x, arena.length_m)),), Ink.LINE)


def _way_strokes(layout: Layout) -> Iterator[Stroke]:
    run: list[Piece] = []
    gait: Gait | None = None
    for one in layout.path.pieces:
        if gait is not None and one.gait is not gait:
            yield Stroke(tuple(run), _OF_GAIT[gait])
            run = []
        gait = one.gait
        run.append(piece_of(one))
    if gait is not None:
        yield Stroke(tuple(run), _OF_GAIT[gait])


def _poles(layout: Layout) -> Iterator[Stroke]:
    """Poles lie from one of their ends to the other."""
    ends = {one.id: Point(one.x_m, one.y_m) for one in layout.markers}
    for name, at in ends.items():
        other = ends.get(name.removesuffix("left") + "right") if name.startswith("pole-") else None
        if other is not None and name.endswith("left"):
            yield Stroke((Line(at, other),), Ink.POLE)


def _dots(layout: Layout) -> Iterator[Dot]:
    for thing in layout.arena.things:
        yield Dot(thing.at, Ink.THING, thing.reach_m)
    if layout.arena.home is not None:
        yield Dot(_within_sight(layout), Ink.HOME)
    for one in layout.markers:
        yield Dot(Point(one.x_m, one.y_m), Ink.MARKER)
    for call in layout.ask_at:
        yield Dot(Point(call.x_m, call.y_m), Ink.CALL)
    for problem in layout.problems:
        if problem.x_m is not None and problem.y_m is not None:
            yield Dot(Point(problem.x_m, problem.y_m), Ink.PROBLEM)


def _within_sight(layout: Layout) -> Point:
    """Where home is, brought to the edge of the drawing if it lies farther off."""
    home, arena = layout.arena.home, layout.arena
    assert home is not None
    return Point(
        min(max(home.x_m, -2.0), arena.width_m + 2.0), min(max(home.y_m, -2.0), arena.length_m + 2.0)
    )


def _labels(layout: Layout) -> Iterator[Label]:
    arena = layout.arena
    for letter in arena.letters:
        yield Label(
            Point(letter.x_m, letter.y_m), letter.letter, Ink.LETTER, _outwards(letter.x_m, letter.y_m, arena)
        )
    for n, corner in enumerate(arena.corners if not arena.letters else (), 1):
        yield Label(corner.at, str(n), Ink.CORNER, _outwards(corner.x_m, corner.y_m, arena))
    for n, call in enumerate(layout.ask_at, 1):
        yield Label(Point(call.x_m, call.y_m), str(n), Ink.CALL)


def _outwards(x: float, y: float, arena: ArenaOut) -> tuple[int, int]:
    """Off the edge that it stands on; what stands inside is set off nowhere."""
    return _side(x, arena.width_m), _side(y, arena.length_m)


def _side(value: float, size: float) -> int:
    return -1 if value <= 0 else 1 if value >= size else 0
