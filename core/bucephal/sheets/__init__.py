"""A set-up on paper and in files: a drawing to scale, the sheet to take to the arena, GeoJSON out and in."""

from bucephal.sheets.drawing import Drawing, drawing_of
from bucephal.sheets.geojson import layout_to_geojson, place_from_geojson, place_to_geojson
from bucephal.sheets.page import SheetHead, write_sheet
from bucephal.sheets.svg import svg_of

# fmt: off
__all__ = [
    "Drawing", "SheetHead", "drawing_of", "layout_to_geojson", "place_from_geojson", "place_to_geojson",
    "svg_of", "write_sheet",
]
# fmt: on
