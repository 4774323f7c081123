"""Lines and figures of an arena, in a frame: where they lie, and the pieces they are ridden in.

Source: common practice, no source: the track about a metre inside the fence, quarter lines a quarter of the
width inside the long sides.
"""

from __future__ import annotations

from collections.abc import Sequence
from enum import StrEnum
from itertools import pairwise
from math import radians, tan

from bucephal.ground.frames import Frame
from bucephal.ground.geometry import TOUCHING_M, Piece, Point, Turn, circle, turning
from bucephal.ground.places import Shape
from bucephal.ground.set_up import TRACK_M
from bucephal.ground.way import WayBuilder
from bucephal.ladder import Gait


class LongLine(StrEnum):
    """Lines along the arena, as on the left rein: the track and the quarter line of the side ridden along,
    the centre line, the three-quarter line on the far side of it."""

    TRACK = "track"
    QUARTER = "quarter"
    CENTRE = "centre"
    THREE_QUARTER = "three-quarter"


def line_x(frame: Frame, line: LongLine) -> float:
    """How far across it lies."""
    if line is LongLine.TRACK:
        return frame.width - TRACK_M
    parts = {LongLine.QUARTER: 3, LongLine.CENTRE: 2, LongLine.THREE_QUARTER: 1}
    return frame.width * parts[line] / 4


def usual_line(frame: Frame) -> str:
    """Where poles lie: on the quarter line, so that the rest stays free; with no long side, in the middle."""
    return LongLine.QUARTER if frame.place.shape is Shape.RECTANGLE else LongLine.CENTRE


def rounded(points: Sequence[Point], radius: float, gait: Gait) -> WayBuilder:
    """From point to point, every corner rounded; where there is too little straight, on a smaller radius.

    Source: a corner that turns by t is rounded from r tan(t / 2) before it to as far behind it.
    """
    turns = [_turn(*points[n - 1 : n + 2]) for n in range(1, len(points) - 1)]
    wanted = [0.0, *(radius * tan(radians(abs(one) / 2)) for one in turns), 0.0]
    room = [
        min(one.distance(other) / max(wanted[n] + wanted[n + 1], TOUCHING_M), 1.0)
        for n, (one, other) in enumerate(pairwise(points))
    ]
    way = WayBuilder(points[0], points[0].angle_to(points[1]), gait)
    for n, turn in enumerate(turns, 1):
        cut = wanted[n] * min(room[n - 1], room[n])
        way.straight(way.at.distance(points[n]) - cut)
        hand = Turn.LEFT if turn > 0 else Turn.RIGHT
        way.bend(cut / tan(radians(abs(turn) / 2)) if turn else 0.0, abs(turn), hand)
    return way.to(points[-1])


def _turn(before: Point, at: Point, after: Point) -> float:
    """How far one turns at a corner, degrees, to the left above nought."""
    return (at.angle_to(after) - before.angle_to(at) + 180) % 360 - 180


def _ring(frame: Frame) -> tuple[Point, Point, Point, Point]:
    """The corners of the track, anticlockwise from the one between A and K."""
    right, far = frame.width - TRACK_M, frame.length - TRACK_M
    return Point(TRACK_M, TRACK_M), Point(right, TRACK_M), Point(right, far), Point(TRACK_M, far)


def whole_track(frame: Frame, corner_m: float, gait: Gait) -> WayBuilder:
    """Once round, from the middle of A's side, the corners rounded."""
    begin, (first, *others) = Point(frame.width / 2, TRACK_M), _ring(frame)
    return rounded((begin, *others, first, begin), corner_m, gait)


def diagonal_change(frame: Frame, corner_m: float, gait: Gait, from_end_m: float) -> WayBuilder:
    """Along the long side to its first mark, across to the last of the other side, and round."""
    _, right, _, far = _ring(frame)
    begin, end = Point(frame.width / 2, TRACK_M), Point(frame.width / 2, frame.length - TRACK_M)
    marks = Point(right.x, from_end_m), Point(far.x, frame.length - from_end_m)
    return rounded((begin, right, *marks, far, end), corner_m, gait)


def serpentine(frame: Frame, loops: int, gait: Gait) -> WayBuilder:
    """Loops from track to track, straight over the centre line; begins and ends on it, left first."""
    deep = (frame.length - 2 * TRACK_M) / loops
    wide = frame.width / 2 - TRACK_M
    radius = min(deep / 2, wide)
    way = WayBuilder(Point(frame.width / 2, TRACK_M), 0, gait)
    for n in range(loops):
        turn = Turn.LEFT if n % 2 == 0 else Turn.RIGHT
        way.straight(wide - radius).bend(radius, 90, turn).straight(deep - 2 * radius)
        way.bend(radius, 90, turn).straight(wide - radius)
    return way


def eight(middle: Point, radius: float, gait: Gait) -> WayBuilder:
    """Two circles that touch, the far one to the left first."""
    far, near = middle.by(0, radius), middle.by(0, -radius)
    return WayBuilder(middle, 0, gait).follow(circle(far, radius, -90), circle(near, radius, 90, Turn.RIGHT))


def square(middle: Point, side: float, corner_m: float, gait: Gait) -> WayBuilder:
    """Equal sides, the corners rounded; begins in the middle of the near side."""
    half = side / 2
    begin = middle.by(0, -half)
    ring = [middle.by(x, y) for x, y in ((half, -half), (half, half), (-half, half), (-half, -half))]
    return rounded((begin, *ring, begin), corner_m, gait)


def spiral(middle: Point, small: float, large: float, rounds: float) -> tuple[Piece, ...]:
    """From a small circle to a large one and back: once round small, half circles that grow, once round
    large, half circles that shrink.

    Source: a spiral of half circles about two centres by turns; each is larger by what the centres are apart.
    Limits: growing and shrinking take a whole number of half circles, two at least.
    """
    halves = max(round(2 * rounds), 2)
    apart = (large - small) / halves
    pieces: list[Piece] = [circle(middle, small, 0)]
    at, heading = middle.by(small, 0), 90.0
    radii = [small + apart * (n + 0.5) for n in range(halves)]
    for radius in radii:
        pieces.append(turning(at, heading, radius, 180, Turn.LEFT))
        at, heading = pieces[-1].end, heading + 180
    pieces.append(turning(at, heading, large, 360, Turn.LEFT))
    for radius in reversed(radii):
        pieces.append(turning(at, heading, radius, 180, Turn.LEFT))
        at, heading = pieces[-1].end, heading + 180
    return tuple(pieces)
