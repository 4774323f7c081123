"""How a set-up lies in a place: which way it heads, which long side it takes, on which rein it is ridden.

A set-up is laid out in a frame of its own: on the left rein, the long side at x = width, ridden towards y =
length, which is away from home. The frame turns that into the place: half round where home lies at the other
end, mirrored for the right rein, turned along its longest side in a patch.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from math import cos, radians, sin

from bucephal.ground.areas import Area, Fenced
from bucephal.ground.geometry import Arc, Line, Piece, Point
from bucephal.ground.places import GroundPlace, Letter, Shape, letters_of


@dataclass(frozen=True)
class Frame:
    """The place as a set-up sees it; points are mapped out with `out`, and back with `inwards`."""

    place: GroundPlace
    mirrored: bool = False

    @cached_property
    def area(self) -> Area:
        return self.place.area

    @cached_property
    def _axis(self) -> tuple[float, Point]:
        """How far the frame is turned, degrees, and about what: a patch lies along its longest side."""
        if self.place.shape is Shape.PATCH:
            assert isinstance(self.area, Fenced)
            side = max(self.area.sides, key=lambda one: one.length)
            return side.heading_in - 90, side.start
        return 0.0, Point(0, 0)

    @cached_property
    def _box(self) -> tuple[float, float, float, float]:
        """Least and greatest x and y of the place, along the axis; of a patch, along its longest side."""
        if self.place.shape is not Shape.PATCH:
            return 0.0, 0.0, self.area.width, self.area.length
        assert isinstance(self.area, Fenced)
        xs = [self._turned_in(one).x for one in self.area.corners]
        return min(xs), 0.0, 0.0, max(side.length for side in self.area.sides)

    @cached_property
    def width(self) -> float:
        return self._box[2] - self._box[0]

    @cached_property
    def length(self) -> float:
        return self._box[3] - self._box[1]

    @property
    def centre(self) -> Point:
        return Point(self.width / 2, self.length / 2)

    @cached_property
    def middle(self) -> Point:
        """Where there is most room: the centre or, of a patch, the point farthest from its sides."""
        if self.place.shape is not Shape.PATCH:
            return self.centre
        assert isinstance(self.area, Fenced)
        return self.inwards(self.area.roomiest)

    @cached_property
    def half_round(self) -> bool:
        """Does home lie at the far end, so that the way away from it leads back towards A?"""
        home = self.place.home
        return home is not None and self._boxed(self._turned_in(home.at)).y > self.length / 2

    @cached_property
    def letters(self) -> tuple[Letter, ...]:
        return letters_of(self.place)

    @cached_property
    def side_letters_m(self) -> tuple[float, ...]:
        """How far along the long side its letters stand, in order."""
        along = {round(self.inwards(Point(one.x_m, one.y_m)).y, 6) for one in self.letters}
        return tuple(sorted(y for y in along if 0 < y < self.length)) if len(self.letters) > 4 else ()

    def out(self, point: Point) -> Point:
        """A point of the frame, in the place."""
        x, y = point
        if self.mirrored:
            x = self.width - x
        if self.half_round:
            x, y = self.width - x, self.length - y
        return self._turned_out(Point(x + self._box[0], y + self._box[1]))

    def inwards(self, point: Point) -> Point:
        """A point of the place, in the frame."""
        x, y = self._boxed(self._turned_in(point))
        if self.half_round:
            x, y = self.width - x, self.length - y
        return Point(self.width - x if self.mirrored else x, y)

    def piece_out(self, piece: Piece) -> Piece:
        if isinstance(piece, Line):
            return Line(self.out(piece.start), self.out(piece.end))
        turn = piece.turn.other if self.mirrored else piece.turn
        centre = self.out(piece.centre)
        return Arc(centre, piece.radius, centre.angle_to(self.out(piece.start)), piece.sweep_deg, turn)

    def _boxed(self, point: Point) -> Point:
        return point.by(-self._box[0], -self._box[1])

    def _turned_in(self, point: Point) -> Point:
        angle, about = self._axis
        return _rotated(point.less(about), -angle) if angle else point.less(about)

    def _turned_out(self, point: Point) -> Point:
        angle, about = self._axis
        return (_rotated(point, angle) if angle else point).by(*about)


def _rotated(point: Point, angle_deg: float) -> Point:
    c, s = cos(radians(angle_deg)), sin(radians(angle_deg))
    return Point(c * point.x - s * point.y, s * point.x + c * point.y)
