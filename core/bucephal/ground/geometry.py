"""Points, straight lines and arcs of circles, and ways that are made of them.

Metres; x across, y along; angles in degrees, anticlockwise from the x axis. A turn to the left goes round its
centre anticlockwise, as seen on a drawing whose y axis points up.

Source: plane geometry; held against a general geometry library in the tests.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from enum import StrEnum
from math import acos, asin, atan2, ceil, cos, degrees, hypot, inf, isclose, radians, sin, sqrt
from typing import NamedTuple

COARSEST_RAD = 0.1
"""Of an arc, at least so often a point: what it loses in length is then under a thousandth."""
TOUCHING_M = 1e-6
"""What is nearer than this touches."""


class Point(NamedTuple):
    x: float
    y: float

    def by(self, across: float, along: float) -> Point:
        """So far across and along from it."""
        return Point(self.x + across, self.y + along)

    def less(self, other: Point) -> Point:
        """What leads from another point to it."""
        return Point(self.x - other.x, self.y - other.y)

    def towards(self, angle_deg: float, distance_m: float) -> Point:
        return Point(
            self.x + distance_m * cos(radians(angle_deg)), self.y + distance_m * sin(radians(angle_deg))
        )

    def distance(self, other: Point) -> float:
        return hypot(other.x - self.x, other.y - self.y)

    def angle_to(self, other: Point) -> float:
        """Degrees from -180 to 180."""
        return degrees(atan2(other.y - self.y, other.x - self.x))


class Turn(StrEnum):
    LEFT = "left"
    RIGHT = "right"

    @property
    def other(self) -> Turn:
        return Turn.RIGHT if self is Turn.LEFT else Turn.LEFT

    @property
    def sign(self) -> int:
        return 1 if self is Turn.LEFT else -1


@dataclass(frozen=True)
class Line:
    """A straight piece of a way."""

    start: Point
    end: Point

    @property
    def length(self) -> float:
        return self.start.distance(self.end)

    @property
    def turned_deg(self) -> float:
        return 0.0

    @property
    def heading_in(self) -> float:
        """The way it leads where it begins, degrees."""
        return self.start.angle_to(self.end)

    @property
    def heading_out(self) -> float:
        return self.heading_in

    def heading_at(self, _distance_m: float) -> float:
        return self.heading_in

    def at(self, distance_m: float) -> Point:
        """The point so far along it."""
        part = distance_m / self.length if self.length else 0.0
        return Point(
            self.start.x + part * (self.end.x - self.start.x),
            self.start.y + part * (self.end.y - self.start.y),
        )

    def distance(self, point: Point) -> float:
        """From a point to its nearest point."""
        return point.distance(self.at(self.nearest_to(point)))

    def meets(self, other: Line) -> tuple[float, ...]:
        """How far along it it crosses another straight line; one that lies along it is not met."""
        along, across, out = (one.less(two) for one, two in (
            (self.end, self.start), (other.end, other.start), (other.start, self.start),
        ))  # fmt: skip
        turned = along.x * across.y - along.y * across.x
        if not turned:
            return ()
        here = (out.x * across.y - out.y * across.x) / turned
        there = (out.x * along.y - out.y * along.x) / turned
        return (here * self.length,) if 0 <= here <= 1 and 0 <= there <= 1 else ()

    def nearest_to(self, point: Point) -> float:
        """How far along it its nearest point to another lies."""
        if not self.length:
            return 0.0
        along, out = self.end.less(self.start), point.less(self.start)
        return min(max((along.x * out.x + along.y * out.y) / self.length, 0.0), self.length)


@dataclass(frozen=True)
class Arc:
    """A piece of a circle, up to the whole of it."""

    centre: Point
    radius: float
    begins_deg: float
    sweep_deg: float
    turn: Turn

    @property
    def start(self) -> Point:
        return self.centre.towards(self.begins_deg, self.radius)

    @property
    def end(self) -> Point:
        return self.centre.towards(self.ends_deg, self.radius)

    @property
    def ends_deg(self) -> float:
        return self.begins_deg + self.turn.sign * self.sweep_deg

    @property
    def length(self) -> float:
        return self.radius * radians(self.sweep_deg)

    @property
    def turned_deg(self) -> float:
        """To the left above nought."""
        return self.turn.sign * self.sweep_deg

    @property
    def heading_in(self) -> float:
        return self.begins_deg + self.turn.sign * 90

    @property
    def heading_out(self) -> float:
        return self.ends_deg + self.turn.sign * 90

    def at(self, distance_m: float) -> Point:
        turned = degrees(distance_m / self.radius) if self.radius else 0.0
        return self.centre.towards(self.begins_deg + self.turn.sign * turned, self.radius)

    def heading_at(self, distance_m: float) -> float:
        turned = degrees(distance_m / self.radius) if self.radius else 0.0
        return self.heading_in + self.turn.sign * turned

    def has(self, angle_deg: float) -> bool:
        """Does it pass through the direction from its centre?"""
        turned = (self.turn.sign * (angle_deg - self.begins_deg)) % 360
        return turned <= self.sweep_deg + 1e-9 or isclose(turned, 360, abs_tol=1e-9)

    def meets(self, other: Line) -> tuple[float, ...]:
        """How far along it it crosses a straight line."""
        if not other.length:
            return ()
        along = other.start.less(self.centre)
        step = other.end.less(other.start)
        # |start + t step - centre| = radius
        a, b = step.x**2 + step.y**2, along.x * step.x + along.y * step.y
        off = b * b - a * (along.x**2 + along.y**2 - self.radius**2)
        if off < 0:
            return ()
        parts = {(-b - sqrt(off)) / a, (-b + sqrt(off)) / a}
        angles = (self.centre.angle_to(other.at(part * other.length)) for part in parts if 0 <= part <= 1)
        return tuple(self._ridden_to(angle) for angle in angles if self.has(angle))

    def _ridden_to(self, angle_deg: float) -> float:
        return min(radians((self.turn.sign * (angle_deg - self.begins_deg)) % 360) * self.radius, self.length)

    def distance(self, point: Point) -> float:
        if point.distance(self.centre) > TOUCHING_M and self.has(self.centre.angle_to(point)):
            return abs(point.distance(self.centre) - self.radius)
        return min(point.distance(self.start), point.distance(self.end))


Piece = Line | Arc


def way_length(pieces: Iterable[Piece]) -> float:
    return sum(piece.length for piece in pieces)


def arc_between(centre: Point, start: Point, end: Point, turn: Turn) -> Arc:
    """The arc about a centre from one point to another, which lies as far from it; no turn at all is none."""
    begins, ends = centre.angle_to(start), centre.angle_to(end)
    return Arc(centre, centre.distance(start), begins, (turn.sign * (ends - begins)) % 360, turn)


def circle(centre: Point, radius: float, begins_deg: float, turn: Turn = Turn.LEFT) -> Arc:
    return Arc(centre, radius, begins_deg, 360.0, turn)


def turning(start: Point, heading_deg: float, radius: float, sweep_deg: float, turn: Turn) -> Arc:
    """The arc that goes on from a point where a heading has led to."""
    centre = start.towards(heading_deg + turn.sign * 90, radius)
    return Arc(centre, radius, heading_deg - turn.sign * 90, sweep_deg, turn)


def crossed_eight(first: Point, second: Point, radius: float) -> tuple[Line, Arc, Line, Arc] | None:
    """A figure of eight round two points: straight between them, an arc round each.

    It leads to the second, which it goes round to the left, and back to the first, which it goes round to the
    right.

    Returns:
        The straight line to the second, the arc round it, the straight line to the first, the arc round it;
        None where the two circles overlap, so that no straight line leads from one to the other.

    Source: the crossed belt: with d between the centres, each straight line is sqrt(d^2 - (2r)^2) long, each
    arc turns through pi + 2 asin(2r / d).
    """
    apart = first.distance(second)
    if apart < 2 * radius - TOUCHING_M:
        return None
    lean = degrees(asin(min(2 * radius / apart, 1.0)))
    axis = first.angle_to(second)
    out = Line(first.towards(axis + 90 - lean, radius), second.towards(axis - 90 - lean, radius))
    back = Line(second.towards(axis + 90 + lean, radius), first.towards(axis - 90 + lean, radius))
    return (
        out,
        arc_between(second, out.end, back.start, Turn.LEFT),
        back,
        arc_between(first, back.end, out.start, Turn.RIGHT),
    )


def angle_between(at: Point, first: Point, second: Point) -> float:
    """The angle between the ways to two points, 0 to 180 degrees; 0 where one of them is the point itself."""
    one, other = first.less(at), second.less(at)
    size = hypot(*one) * hypot(*other)
    if size < TOUCHING_M:
        return 0.0
    return degrees(acos(min(max((one.x * other.x + one.y * other.y) / size, -1.0), 1.0)))


def sampled(pieces: Iterable[Piece], step_m: float) -> Iterator[Point]:
    """Points along a way, no further apart than the step, with every start and end; closer on a tight arc."""
    for piece in pieces:
        step = min(step_m, piece.radius * COARSEST_RAD) if isinstance(piece, Arc) else step_m
        count = max(ceil(piece.length / step), 1) if piece.length else 1
        yield from (piece.at(piece.length * n / count) for n in range(count + 1))


def nearest(pieces: Iterable[Piece], point: Point) -> float:
    """How near a way comes to a point."""
    return min((piece.distance(point) for piece in pieces), default=inf)
