"""Lines and figures of an arena, in a frame: where they lie, and the pieces they are ridden in.

Source: common practice, no source: the track about a metre inside the fence, quarter lines a quarter of the
width inside the long sides.
"""

from __future__ import annotations

from enum import StrEnum

from bucephal.ground.frames import Frame
from bucephal.ground.geometry import Piece, Point, Turn, circle, turning
from bucephal.ground.places import Shape
from bucephal.ground.set_up import TRACK_M
from bucephal.ground.way import Way
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


def whole_track(frame: Frame, corner_m: float, gait: Gait) -> Way:
    """Once round, from the middle of A's side, the corners rounded."""
    across, along = frame.width - 2 * TRACK_M - 2 * corner_m, frame.length - 2 * TRACK_M - 2 * corner_m
    way = Way(Point(frame.width / 2, TRACK_M), 0, gait).straight(across / 2)
    for side in (along, across, along):
        way.bend(corner_m, 90).straight(side)
    return way.bend(corner_m, 90).straight(across / 2)


def diagonal_change(frame: Frame, corner_m: float, gait: Gait, from_end_m: float) -> Way:
    """Along the long side to its first mark, across to the last of the other side, and round."""
    side, far = frame.width - TRACK_M, TRACK_M
    way = Way(Point(frame.width / 2, TRACK_M), 0, gait)
    way.straight(frame.width / 2 - TRACK_M - corner_m).bend(corner_m, 90)
    way.to(Point(side, max(from_end_m, TRACK_M + corner_m)))
    way.to(Point(far, frame.length - max(from_end_m, TRACK_M + corner_m)))
    way.heading = 90.0
    way.to(Point(far, frame.length - TRACK_M - corner_m))
    way.heading = 90.0
    return way.bend(corner_m, 90, Turn.RIGHT).straight(frame.width / 2 - TRACK_M - corner_m)


def serpentine(frame: Frame, loops: int, gait: Gait) -> Way:
    """Loops from track to track, straight over the centre line; begins and ends on it, left first."""
    deep = (frame.length - 2 * TRACK_M) / loops
    wide = frame.width / 2 - TRACK_M
    radius = min(deep / 2, wide)
    way = Way(Point(frame.width / 2, TRACK_M), 0, gait)
    for n in range(loops):
        turn = Turn.LEFT if n % 2 == 0 else Turn.RIGHT
        way.straight(wide - radius).bend(radius, 90, turn).straight(deep - 2 * radius)
        way.bend(radius, 90, turn).straight(wide - radius)
    return way


def eight(middle: Point, radius: float, gait: Gait) -> Way:
    """Two circles that touch, the far one to the left first."""
    far, near = middle.by(0, radius), middle.by(0, -radius)
    return Way(middle, 0, gait).follow(circle(far, radius, -90), circle(near, radius, 90, Turn.RIGHT))


def square(middle: Point, side: float, corner_m: float, gait: Gait) -> Way:
    """Equal sides, the corners rounded; begins in the middle of the near side."""
    flat = side - 2 * corner_m
    way = Way(middle.by(0, -side / 2), 0, gait).straight(flat / 2)
    for _ in range(3):
        way.bend(corner_m, 90).straight(flat)
    return way.bend(corner_m, 90).straight(flat / 2)


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
