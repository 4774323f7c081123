"""SVG and GeoJSON of a set-up, and places from GeoJSON: against their standards and a general geometry library."""

from __future__ import annotations

import json
import re
import xml.etree.ElementTree as ET
from math import cos, radians
from typing import Any

import pytest
from bucephal.base.errors import InvalidInput
from bucephal.ground import SET_UPS, FixedThing, GroundPlace, Shape, Spot, ThingKind, arena_from, lay_out
from bucephal.sheets import drawing_of, layout_to_geojson, place_from_geojson, place_to_geojson, svg_of
from bucephal.sheets.svg import MARGIN_MM
from hypothesis import given
from shapely.geometry import shape
from tests.ground.any_layout import places

NAMES = {"s": "http://www.w3.org/2000/svg"}


@pytest.mark.parametrize("code", SET_UPS)
def test_svg_is_sound_and_measures_to_scale(code: str) -> None:
    """1 to 200: 30 m are 150 mm; SVG 1.1."""
    layout = lay_out(code, arena_from("30x60"), {})
    root = ET.fromstring(svg_of(drawing_of(layout), scale=200, title=layout.name, about=layout.words))  # noqa: S314
    assert root.get("width") == f"{150 + 2 * MARGIN_MM:.2f}mm"
    assert root.get("height") == f"{300 + 2 * MARGIN_MM:.2f}mm"
    title = root.find("s:title", NAMES)
    assert title is not None
    assert title.text == layout.name
    markers = root.findall("s:circle[@class='marker']", NAMES)
    assert len(markers) == len(layout.markers)
    for one, dot in zip(layout.markers, markers, strict=True):
        assert float(dot.get("cx", 0)) == pytest.approx(MARGIN_MM + one.x_m * 5, abs=0.001)
        assert float(dot.get("cy", 0)) == pytest.approx(MARGIN_MM + (60 - one.y_m) * 5, abs=0.001)


def test_arcs_of_the_svg_end_where_the_way_does() -> None:
    layout = lay_out("canter-long-side", arena_from("20x60"), {})
    text = svg_of(drawing_of(layout), scale=1000, title="", about="")
    canter = re.search(r'class="canter" d="M([\d.]+) ([\d.]+) L([\d.]+) ([\d.]+)"', text)
    assert canter is not None
    x, y, to_x, to_y = (float(one) - MARGIN_MM for one in canter.groups())
    assert (x, 60 - y, to_x, 60 - to_y) == pytest.approx((19, 12, 19, 50), abs=0.001)
    sweeps = re.findall(r"A9\.000 9\.000 0 0 (\d)", text)
    assert set(sweeps) == {"0"}, "turns to the left are anticlockwise on the paper"


def test_text_in_svg_is_text() -> None:
    text = svg_of(drawing_of(lay_out("poles", arena_from("20x40"), {})), title="<script>", about='"&')
    assert "<script>" not in text
    ET.fromstring(text)  # noqa: S314


@pytest.mark.parametrize("code", SET_UPS)
def test_geojson_is_read_by_the_library_as_what_was_drawn(code: str) -> None:
    """RFC 7946; the way's length and the markers."""
    place = arena_from("20x60")
    layout = lay_out(code, place, {})
    out = json.loads(json.dumps(layout_to_geojson(layout, place)))
    assert out["type"] == "FeatureCollection"
    assert out["units"] == "metres"
    by_role: dict[str, list[Any]] = {}
    for one in out["features"]:
        by_role.setdefault(one["properties"]["role"], []).append(one)
    way = [shape(one["geometry"]) for one in by_role["way"]]
    assert sum(line.length for line in way) == pytest.approx(layout.path.length_m, rel=1e-3)
    assert shape(by_role["place"][0]["geometry"]).area == pytest.approx(1200)
    marks = [tuple(one["geometry"]["coordinates"]) for one in by_role.get("marker", [])]
    assert marks == [pytest.approx((one.x_m, one.y_m), abs=1e-4) for one in layout.markers]
    ring = by_role["place"][0]["geometry"]["coordinates"][0]
    assert ring[0] == ring[-1], "a ring is closed"


@given(places)
def test_a_place_comes_back_as_it_went(place: GroundPlace) -> None:
    back = place_from_geojson(json.loads(json.dumps(place_to_geojson(place))))
    assert back.model_dump(exclude={"things", "home", "corners"}) == place.model_dump(
        exclude={"things", "home", "corners"}
    )
    for one, other in zip(place.things, back.things, strict=True):
        assert (other.kind, other.name, other.reach_m) == (one.kind, one.name, one.reach_m)
        assert tuple(other.at) == pytest.approx(tuple(one.at), abs=1e-4)
    assert (back.home is None) == (place.home is None)


def test_a_whole_place_comes_back_whole() -> None:
    place = GroundPlace(
        name="Home arena", width_m=20, length_m=40, letters=False, home=Spot(x_m=10, y_m=-30),
        things=(FixedThing(kind=ThingKind.GATE, name="gate", x_m=10, y_m=0), FixedThing(kind=ThingKind.SPOOKY, x_m=0, y_m=40)),
    )  # fmt: skip
    assert place_from_geojson(place_to_geojson(place)) == place


def _degrees(ring: list[tuple[float, float]], lat: float = 54.7) -> dict[str, Any]:
    """Metres as degrees by the length of a degree of latitude, 111.3 km at 54.7 N (WGS 84, from memory)."""
    along, across = 111_306.0, 111_320.0 * cos(radians(lat)) * 1.00224
    coordinates = [[-1.5 + x / across, lat + y / along] for x, y in (*ring, ring[0])]
    return {
        "type": "Feature",
        "properties": {"name": "Sands"},
        "geometry": {"type": "Polygon", "coordinates": [coordinates]},
    }


def test_an_arena_drawn_on_a_map_becomes_a_rectangle() -> None:
    found = place_from_geojson(_degrees([(0, 0), (60, 0), (60, 20), (0, 20)]))
    assert found.shape is Shape.RECTANGLE
    assert found.name == "Sands"
    assert found.width_m == pytest.approx(20, abs=0.1)
    assert found.length_m == pytest.approx(60, abs=0.1)


def test_a_patch_drawn_on_a_map_keeps_its_shape() -> None:
    ring = [(0.0, 0.0), (45.0, 6.0), (52.0, 40.0), (26.0, 30.0), (4.0, 44.0)]
    found = place_from_geojson(_degrees(ring))
    assert found.shape is Shape.PATCH
    assert [(one.x_m, one.y_m) for one in found.corners] == [pytest.approx(at, abs=0.1) for at in ring]


@pytest.mark.parametrize(("aside", "shape_of_it"), [(2.0, Shape.RECTANGLE), (4.0, Shape.PATCH)])
def test_corners_off_square_by_over_three_degrees_make_a_patch(aside: float, shape_of_it: Shape) -> None:
    """A side of 60 m that leans by 2 or 4 m: 1.9 and 3.8 degrees [own]."""
    ring = [[0, 0], [20, 0], [20 + aside, 60], [aside, 60], [0, 0]]
    raw = {"type": "FeatureCollection", "units": "metres", "features": [
        {"type": "Feature", "properties": {}, "geometry": {"type": "Polygon", "coordinates": [ring]}}]}  # fmt: skip
    assert place_from_geojson(raw).shape is shape_of_it


def test_metres_are_taken_for_metres_where_they_are_said() -> None:
    ring = [[0, 0], [30, 0], [30, 20], [0, 20], [0, 0]]
    raw = {"type": "FeatureCollection", "units": "metres", "features": [
        {"type": "Feature", "properties": None, "geometry": {"type": "Polygon", "coordinates": [ring]}}]}  # fmt: skip
    found = place_from_geojson(raw)
    assert (found.shape, found.width_m, found.length_m) == (Shape.RECTANGLE, 20, 30)


@pytest.mark.parametrize(("raw", "said"), [
    (None, "no GeoJSON"), ([], "no GeoJSON"), ({"type": "FeatureCollection"}, "no GeoJSON"),
    ({"type": "FeatureCollection", "features": []}, "0 polygons"),
    ({"type": "FeatureCollection", "features": [None, 3, {"geometry": 4}]}, "0 polygons"),
    ({"type": "Polygon", "coordinates": []}, "too few corners"),
    ({"type": "Polygon", "coordinates": [[[0, 0], [1, 1], [0, 0]]]}, "too few corners"),
    ({"type": "Polygon", "coordinates": [[[0, 0], [1, "x"], [0, 1]]]}, "no position"),
    ({"type": "Polygon", "coordinates": [[[0, 0], [float("nan"), 1], [0, 1]]]}, "no position"),
    ({"type": "Polygon", "coordinates": [[[0, 0], [400, 0], [0, 60]]]}, "no place on earth"),
    ({"type": "Polygon", "coordinates": "ring"}, "too few corners"),
    ({"type": "Polygon", "coordinates": [[[0, 0], [10, 0], [10, 10], [0, 10]]]}, "is too large"),
    ({"type": "FeatureCollection", "features": [{}] * 2001}, "no GeoJSON"),
])  # fmt: skip
def test_what_is_no_place_is_refused(raw: Any, said: str) -> None:
    with pytest.raises(InvalidInput, match=said):
        place_from_geojson(raw)


def test_what_went_out_and_was_spoilt_is_refused_by_its_field() -> None:
    raw = place_to_geojson(arena_from("20x60"))
    raw["features"][0]["properties"]["width_m"] = -3
    with pytest.raises(InvalidInput) as refused:
        place_from_geojson(raw)
    assert refused.value.problems[0].path == "width_m"
