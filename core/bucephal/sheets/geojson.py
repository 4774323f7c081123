"""Places and set-ups as GeoJSON: out in metres, in as metres or as degrees.

Source: RFC 7946, The GeoJSON Format. What goes out says so in a member of its own ('units': 'metres'), since
the standard means degrees of WGS 84; what comes in without it is taken for degrees, as the standard has it,
and laid flat about its middle.
Limits: laid flat it is true to a millimetre over some hundred metres.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from math import cos, isfinite, radians, sin, sqrt
from typing import Any

from pydantic import ValidationError

from bucephal.base.errors import InvalidInput, Problem
from bucephal.base.problems import problems_of, shorten
from bucephal.ground import GroundPlace, Layout, Shape, Spot
from bucephal.ground.geometry import Point, circle, sampled
from bucephal.sheets.set_up_drawing import piece_of

Json = dict[str, Any]
METRES = "metres"
_UNITS, _ROLE = "units", "role"
_STEP_M = 0.25
EQUATOR_M, FLATTENING = 6_378_137.0, 1 / 298.257223563
"""WGS 84 (NIMA TR8350.2)."""
_SQUARE_DEG = 3.0
"""[own] How far off a right angle the corners of an arena drawn on a map may be."""


def _feature(role: str, geometry: str, coordinates: Any, **more: Any) -> Json:
    return {
        "type": "Feature",
        "properties": {_ROLE: role, **more},
        "geometry": {"type": geometry, "coordinates": coordinates},
    }


def _pair(point: Point) -> list[float]:
    return [round(point.x, 4), round(point.y, 4)]


def _collection(features: Iterator[Json]) -> Json:
    return {"type": "FeatureCollection", _UNITS: METRES, "features": list(features)}


def place_to_geojson(place: GroundPlace) -> Json:
    """A place with what stands in it; all of it, so that it comes back the same."""
    return _collection(_place_features(place))


def _place_features(place: GroundPlace) -> Iterator[Json]:
    kept = place.model_dump(mode="json", exclude={"things", "home"}, exclude_none=True)
    yield _feature("place", "Polygon", [_ring(place)], **kept)
    for thing in place.things:
        yield _feature(
            "thing", "Point", _pair(thing.at), kind=str(thing.kind), name=thing.name, reach_m=thing.reach_m
        )
    if place.home is not None:
        yield _feature("home", "Point", _pair(place.home.at))


def _ring(place: GroundPlace) -> list[list[float]]:
    area = place.area
    corners = getattr(area, "corners", None)
    if corners is None:
        corners = list(sampled([circle(area.centre, place.area.width / 2, -90)], _STEP_M))[:-1]
    return [_pair(one) for one in (*corners, corners[0])]


def layout_to_geojson(layout: Layout, place: GroundPlace) -> Json:
    """The place, the markers, the way gait by gait, and where to ask."""
    return _collection(_layout_features(layout, place))


def _layout_features(layout: Layout, place: GroundPlace) -> Iterator[Json]:
    yield from _place_features(place)
    for letter in layout.arena.letters:
        yield _feature("letter", "Point", _pair(Point(letter.x_m, letter.y_m)), letter=letter.letter)
    for one in layout.markers:
        at = _pair(Point(one.x_m, one.y_m))
        yield _feature("marker", "Point", at, id=one.id, kind=str(one.kind), name=one.name)
    for piece in layout.path.pieces:
        line = [_pair(point) for point in sampled([piece_of(piece)], _STEP_M)]
        yield _feature("way", "LineString", line, gait=str(piece.gait), length_m=round(piece.length_m, 4))
    for call in layout.ask_at:
        yield _feature("ask", "Point", _pair(Point(call.x_m, call.y_m)), what=call.what)


def place_from_geojson(raw: Any, *, path: str = "$", name: str = "Place") -> GroundPlace:
    """A place from GeoJSON: one that went out from here, or a polygon drawn anywhere.

    A polygon of four corners that are all but square becomes a rectangle, any other a patch.

    Raises:
        InvalidInput: naming what is missing or wrong.
    """
    features = _features(raw, path)
    polygons = [one for one in features if _type(one) == "Polygon"]
    if len(polygons) != 1:
        reason = f"has {len(polygons)} polygons"
        raise InvalidInput([Problem(path, None, reason, "one polygon: the place")])
    in_metres = isinstance(raw, Mapping) and raw.get(_UNITS) == METRES
    about = _properties(polygons[0])
    if in_metres and about.get(_ROLE) == "place":
        return _read_back(about, features, path)
    return _drawn(polygons[0], name, path, in_metres=in_metres)


def _type(feature: Any) -> str | None:
    geometry = feature.get("geometry") if isinstance(feature, Mapping) else None
    kind = geometry.get("type") if isinstance(geometry, Mapping) else None
    return kind if isinstance(kind, str) else None


MOST_FEATURES = 2000


def _features(raw: Any, path: str) -> list[Any]:
    kind = raw.get("type") if isinstance(raw, Mapping) else None
    if kind == "Feature":
        return [raw]
    if kind == "Polygon":
        return [{"type": "Feature", "properties": {}, "geometry": raw}]
    rows = raw.get("features") if kind == "FeatureCollection" else None
    if not isinstance(rows, list) or len(rows) > MOST_FEATURES:
        allowed = f"a FeatureCollection of at most {MOST_FEATURES} features, a Feature or a Polygon"
        raise InvalidInput([Problem(path, shorten(kind), "is no GeoJSON of a place", allowed)])
    return rows


def _read_back(about: Mapping[str, Any], features: Sequence[Any], path: str) -> GroundPlace:
    things, home = [], None
    for one in features:
        properties = _properties(one)
        role = properties.get(_ROLE)
        if role == "thing":
            at = _point(one, path)
            kept = {key: properties[key] for key in ("kind", "name", "reach_m") if key in properties}
            things.append({**kept, "x_m": at.x, "y_m": at.y})
        elif role == "home":
            at = _point(one, path)
            home = {"x_m": at.x, "y_m": at.y}
    kept = {key: value for key, value in about.items() if key != _ROLE}
    return _checked({**kept, "things": things, "home": home}, path)


def _properties(feature: Any) -> Mapping[str, Any]:
    about = feature.get("properties") if isinstance(feature, Mapping) else None
    return about if isinstance(about, Mapping) else {}


def _checked(raw: Mapping[str, Any], path: str) -> GroundPlace:
    try:
        return GroundPlace.model_validate(raw)
    except ValidationError as error:
        raise InvalidInput(problems_of(error, GroundPlace, "" if path == "$" else path)) from None


def _numbers(raw: Any, path: str) -> Point:
    good = isinstance(raw, Sequence) and not isinstance(raw, str) and len(raw) >= 2
    if good and all(
        isinstance(one, int | float) and not isinstance(one, bool) and isfinite(one) for one in raw[:2]
    ):
        return Point(float(raw[0]), float(raw[1]))
    raise InvalidInput([Problem(path, shorten(raw), "is no position", "two finite numbers, e.g. [20, 60]")])


def _point(feature: Any, path: str) -> Point:
    geometry = feature.get("geometry")
    if _type(feature) != "Point":
        raise InvalidInput([Problem(path, shorten(geometry), "is no point", "a geometry of type Point")])
    return _numbers(geometry.get("coordinates"), path)


def _drawn(polygon: Any, name: str, path: str, *, in_metres: bool) -> GroundPlace:
    rings = polygon["geometry"].get("coordinates")
    outer = rings[0] if isinstance(rings, list) and rings and isinstance(rings[0], list) else []
    ring = [_numbers(one, f"{path}.coordinates[0][{n}]") for n, one in enumerate(outer)]
    if len(ring) > 1 and ring[0] == ring[-1]:
        ring = ring[:-1]
    if len(ring) < 3:
        raise InvalidInput([Problem(path, len(ring), "has too few corners", "3 corners at least")])
    flat = ring if in_metres else _flat(ring, path)
    said = _properties(polygon).get("name")
    called = said if isinstance(said, str) and said.strip() else name
    return _checked({"name": called[:80], **_shape(flat)}, path)


def _flat(ring: Sequence[Point], path: str) -> list[Point]:
    """Degrees as metres about the middle.

    Source: radii of curvature of the ellipsoid: along the meridian a(1 - e2) / w^3, across it a / w, with
    w = sqrt(1 - e2 sin^2(latitude)).
    """
    for n, one in enumerate(ring):
        if abs(one.x) > 180 or abs(one.y) > 90:
            allowed = "longitude -180 to 180 and latitude -90 to 90; or say 'units': 'metres' in the file"
            raise InvalidInput(
                [Problem(f"{path}.coordinates[0][{n}]", list(one), "is no place on earth", allowed)]
            )
    middle = Point(sum(one.x for one in ring) / len(ring), sum(one.y for one in ring) / len(ring))
    squared = FLATTENING * (2 - FLATTENING)
    w = sqrt(1 - squared * sin(radians(middle.y)) ** 2)
    across = radians(1) * EQUATOR_M / w * cos(radians(middle.y))
    along = radians(1) * EQUATOR_M * (1 - squared) / w**3
    return [Point((one.x - middle.x) * across, (one.y - middle.y) * along) for one in ring]


def _shape(ring: Sequence[Point]) -> Json:
    """A rectangle by its sides if its corners are all but square; else a patch, moved to the origin."""
    sides = [a.distance(b) for a, b in zip(ring, (*ring[1:], ring[0]), strict=True)]
    if len(ring) == 4 and all(_is_square(ring, n) for n in range(4)):
        short, long = sorted(((sides[0] + sides[2]) / 2, (sides[1] + sides[3]) / 2))
        return {"shape": Shape.RECTANGLE, "width_m": round(short, 2), "length_m": round(long, 2)}
    left, low = min(one.x for one in ring), min(one.y for one in ring)
    corners = [Spot(x_m=round(one.x - left, 3), y_m=round(one.y - low, 3)) for one in ring]
    return {"shape": Shape.PATCH, "letters": False, "corners": [one.model_dump() for one in corners]}


def _is_square(ring: Sequence[Point], n: int) -> bool:
    at, back, on = ring[n], ring[n - 1], ring[(n + 1) % len(ring)]
    turn = (at.angle_to(on) - at.angle_to(back)) % 360
    return abs(min(turn, 360 - turn) - 90) <= _SQUARE_DEG
