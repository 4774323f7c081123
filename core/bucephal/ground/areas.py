"""What a fence encloses: how much room a point and a way have inside it, and by how much they are over it.

Room is the distance to the fence, above nought inside and below nought outside.

Source: plane geometry; held against a general geometry library in the tests.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import cached_property
from itertools import pairwise
from math import hypot

import numpy as np
import numpy.typing as npt

from bucephal.ground.geometry import TOUCHING_M, Arc, Line, Piece, Point

Numbers = npt.NDArray[np.float64]


@dataclass(frozen=True)
class Round:
    """A round pen; it lies in its square, so that its lowest point is A's."""

    radius: float

    @property
    def centre(self) -> Point:
        return Point(self.radius, self.radius)

    @property
    def width(self) -> float:
        return 2 * self.radius

    @property
    def length(self) -> float:
        return 2 * self.radius

    def room(self, point: Point) -> float:
        return self.radius - point.distance(self.centre)

    def tightest(self, piece: Piece) -> Point:
        """Where a piece has least room: at an end, or on an arc where it is farthest from the middle."""
        return min(self._critical(piece), key=self.room)

    def _critical(self, piece: Piece) -> Iterator[Point]:
        yield from (piece.start, piece.end)
        if isinstance(piece, Arc) and piece.centre.distance(self.centre) > TOUCHING_M:
            outward = self.centre.angle_to(piece.centre)
            if piece.has(outward):
                yield piece.centre.towards(outward, piece.radius)

    @property
    def inscribed_m(self) -> float:
        """Across the largest circle that goes in."""
        return 2 * self.radius

    @property
    def has_straight_side(self) -> bool:
        return False


@dataclass(frozen=True)
class Fenced:
    """A place with corners: a rectangle, or any patch whose sides do not cross. Corners anticlockwise."""

    corners: tuple[Point, ...]

    @cached_property
    def sides(self) -> tuple[Line, ...]:
        return tuple(
            Line(one, other)
            for one, other in zip(self.corners, (*self.corners[1:], self.corners[0]), strict=True)
        )

    @cached_property
    def width(self) -> float:
        return max(one.x for one in self.corners) - min(one.x for one in self.corners)

    @cached_property
    def length(self) -> float:
        return max(one.y for one in self.corners) - min(one.y for one in self.corners)

    @property
    def centre(self) -> Point:
        return Point(
            (max(one.x for one in self.corners) + min(one.x for one in self.corners)) / 2,
            (max(one.y for one in self.corners) + min(one.y for one in self.corners)) / 2,
        )

    @cached_property
    def is_rectangle(self) -> bool:
        if len(self.corners) != 4:
            return False
        box = {(round(one.x, 6), round(one.y, 6)) for one in self.corners}
        return box == {(x, y) for x in (0.0, round(self.width, 6)) for y in (0.0, round(self.length, 6))}

    def room(self, point: Point) -> float:
        return float(self._rooms([point])[0])

    def tightest(self, piece: Piece) -> Point:
        """Where a piece has least room: nearest to a side or a corner, or farthest over one."""
        points = list(self._critical(piece))
        return points[int(np.argmin(self._rooms(points)))]

    def _rooms(self, points: Sequence[Point]) -> Numbers:
        """Room of many points at once: from each to its nearest side, and below nought outside."""
        at = np.array(points)[:, None, :]
        starts, along = self._ends
        part = np.clip(((at - starts) * along).sum(axis=2) / (along**2).sum(axis=1), 0.0, 1.0)
        away = np.sqrt(((at - starts - part[..., None] * along) ** 2).sum(axis=2)).min(axis=1)
        signed: Numbers = np.where(self._hold(at), away, -away)
        return signed

    @cached_property
    def _ends(self) -> tuple[Numbers, Numbers]:
        """Where each side begins, and where it leads from there."""
        starts = np.array(self.corners)
        return starts, np.roll(starts, -1, axis=0) - starts

    def _hold(self, at: Numbers) -> npt.NDArray[np.bool_]:
        """Even and odd crossings of a ray to the right."""
        starts, along = self._ends
        above, ends_above = starts[:, 1] > at[..., 1], starts[:, 1] + along[:, 1] > at[..., 1]
        level = np.where(along[:, 1] == 0, 1.0, along[:, 1])
        crossed_at = along[:, 0] * (at[..., 1] - starts[:, 1]) / level + starts[:, 0]
        crossed = (above != ends_above) & (at[..., 0] < crossed_at)
        inside: npt.NDArray[np.bool_] = crossed.sum(axis=1) % 2 == 1
        return inside

    def _critical(self, piece: Piece) -> Iterator[Point]:
        if isinstance(piece, Arc):
            for angle in self._facing(piece.centre):
                if piece.has(angle):
                    yield piece.centre.towards(angle, piece.radius)
        else:
            # The nearest point of a line to a corner that juts in.
            yield from (piece.at(piece.nearest_to(corner)) for corner in self.corners)
        yield from self._between_crossings(piece)

    def _between_crossings(self, piece: Piece) -> Iterator[Point]:
        """Both ends, and a point of every part between two crossings: no part outside is missed."""
        cuts = sorted(at for side in self.sides for at in piece.meets(side))
        marks = [0.0, *cuts, piece.length]
        yield from (piece.start, piece.end)
        yield from (piece.at((one + other) / 2) for one, other in pairwise(marks))

    def _facing(self, centre: Point) -> Iterator[float]:
        """Directions in which an arc about a centre can come nearest to the fence, or be farthest over it."""
        for side in self.sides:
            across = side.heading_in - 90
            yield from (across, across + 180)
        for corner in self.corners:
            if corner.distance(centre) > TOUCHING_M:
                yield from (centre.angle_to(corner), centre.angle_to(corner) + 180)

    @cached_property
    def inscribed_m(self) -> float:
        """Across the largest circle that goes in: of a rectangle its shorter side, else to a centimetre."""
        if self.is_rectangle:
            return min(self.width, self.length)
        return 2 * self.room(self.roomiest)

    @cached_property
    def roomiest(self) -> Point:
        """The point farthest from every side: searched on ever finer grids about the best so far."""
        if self.is_rectangle:
            return self.centre
        best, reach = self.centre, max(self.width, self.length) / 2
        while reach > 0.005:
            around = [
                Point(best.x + reach * (i / 8), best.y + reach * (j / 8))
                for i in range(-8, 9)
                for j in range(-8, 9)
            ]
            best = max(around, key=self.room)
            reach /= 3
        return best

    @property
    def has_straight_side(self) -> bool:
        return True


Area = Round | Fenced


def rectangle(width: float, length: float) -> Fenced:
    """Corners from the one between A's short side and K's long side, anticlockwise."""
    return Fenced((Point(0, 0), Point(width, 0), Point(width, length), Point(0, length)))


def crossings(corners: Sequence[Point]) -> bool:
    """Do two sides of a patch cross or touch, so that it is not clear what is inside?"""
    sides = Fenced(tuple(corners)).sides
    count = len(sides)
    return any(
        _cross(sides[i], sides[j])
        for i in range(count)
        for j in range(i + 1, count)
        if j - i not in (1, count - 1)
    )


def _cross(one: Line, other: Line) -> bool:
    if _astride(one, other) and _astride(other, one):
        return True
    ends = (
        one.distance(other.start),
        one.distance(other.end),
        other.distance(one.start),
        other.distance(one.end),
    )
    return min(ends) < TOUCHING_M


def _astride(one: Line, other: Line) -> bool:
    return _hand(one, other.start) * _hand(one, other.end) < 0


def _hand(line: Line, point: Point) -> float:
    """Above nought: the point lies to the left of the line."""
    along, out = line.end.less(line.start), point.less(line.start)
    return along.x * out.y - along.y * out.x


def signed_area(corners: Sequence[Point]) -> float:
    """Square metres; above nought where the corners go round anticlockwise."""
    around = zip(corners, (*corners[1:], corners[0]), strict=True)
    return sum(a.x * b.y - a.y * b.x for a, b in around) / 2


def is_thin(corners: Sequence[Point], least_m: float) -> bool:
    """Do corners enclose next to nothing?"""
    ring = sum(hypot(b.x - a.x, b.y - a.y) for a, b in zip(corners, (*corners[1:], corners[0]), strict=True))
    return abs(signed_area(corners)) < least_m * ring / 4
