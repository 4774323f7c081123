"""On paper and in files: a set-up to scale, the sheet to take to the arena, GeoJSON; an owner's report."""

from bucephal.sheets.geojson import layout_to_geojson, place_from_geojson, place_to_geojson
from bucephal.sheets.report_html import STYLE_SOURCE, report_html
from bucephal.sheets.report_pdf import write_report
from bucephal.sheets.set_up_drawing import Drawing, drawing_of
from bucephal.sheets.set_up_pdf import SheetHead, write_sheet
from bucephal.sheets.svg import svg_of

# fmt: off
__all__ = [
    "STYLE_SOURCE", "Drawing", "SheetHead", "drawing_of", "layout_to_geojson", "place_from_geojson",
    "place_to_geojson", "report_html", "svg_of", "write_report", "write_sheet",
]  # fmt: skip
# fmt: on
