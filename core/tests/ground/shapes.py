"""The same ways and places for a general geometry library (shapely), built without our geometry's distances."""

from __future__ import annotations

from collections.abc import Iterable
from math import atan2, cos, degrees, radians, sin

from bucephal.ground import GroundPlace, Layout, Shape
from bucephal.ground.geometry import Arc, Piece
from shapely.geometry import LineString, Point, Polygon
from shapely.geometry.base import BaseGeometry

FINE = 720


def shape_of(place: GroundPlace) -> BaseGeometry:
    if place.shape is Shape.ROUND:
        assert place.across_m is not None
        return Point(place.across_m / 2, place.across_m / 2).buffer(place.across_m / 2, quad_segs=FINE)
    if place.shape is Shape.PATCH:
        return Polygon([(one.x_m, one.y_m) for one in place.corners])
    assert place.width_m is not None
    assert place.length_m is not None
    return Polygon([(0, 0), (place.width_m, 0), (place.width_m, place.length_m), (0, place.length_m)])


def line_of(piece: Piece) -> LineString:
    if not isinstance(piece, Arc):
        return LineString([tuple(piece.start), tuple(piece.end)])
    return _arc(tuple(piece.centre), piece.radius, piece.begins_deg, piece.turn.sign * piece.sweep_deg)


def _arc(centre: tuple[float, ...], radius: float, begins: float, turned: float) -> LineString:
    angles = [radians(begins + turned * n / FINE) for n in range(FINE + 1)]
    return LineString([(centre[0] + radius * cos(a), centre[1] + radius * sin(a)) for a in angles])


def way_of(layout: Layout) -> list[LineString]:
    """From what the layout says of its pieces: ends, centres, radii, turns."""
    found = []
    for one in layout.path.pieces:
        if one.centre is None:
            found.append(LineString([one.from_, one.to]))
            continue
        assert one.sweep_deg is not None
        assert one.radius_m is not None
        begins = degrees(atan2(one.from_[1] - one.centre[1], one.from_[0] - one.centre[0]))
        sign = 1 if one.turn == "left" else -1
        found.append(_arc(one.centre, one.radius_m, begins, sign * one.sweep_deg))
    return found


def total(lines: Iterable[LineString]) -> float:
    return float(sum(line.length for line in lines))
