"""`bucephal ground`: a set-up in an arena, as JSON, or drawn to a file."""

from __future__ import annotations

import argparse
import json
from collections.abc import Iterator
from functools import partial
from pathlib import Path
from typing import IO, Any

from bucephal.base.errors import InvalidInput, Problem
from bucephal.cli.commands import Add
from bucephal.cli.inputs import bytes_of
from bucephal.cli.outputs import write_file
from bucephal.ground import SET_UPS, GroundPlace, Layout, arena_from, lay_out
from bucephal.ladder import Catalogue
from bucephal.record import parse_json
from bucephal.sheets import drawing_of, layout_to_geojson, place_from_geojson, svg_of, write_sheet


def add_to(add: Add) -> None:
    command = add("ground", _ground)
    command.add_argument("setup", metavar="SETUP", help="one of: " + ", ".join(SET_UPS))
    command.add_argument("--arena", default="20x60",
                         help="20x60, 30x60, 100x200ft, round:18, or a GeoJSON file (20x60)")  # fmt: skip
    command.add_argument("--set", action="append", default=[], metavar="KEY=VALUE", dest="given",
                         help="a number of the set-up, e.g. between_m=24, or between_ft=80")  # fmt: skip
    command.add_argument("--mirror", action="store_true", help="on the other rein")
    command.add_argument("--feet", action="store_true", help="the customary feet, and the sheet in feet")
    command.add_argument("--out", metavar="FILE", help="write it to FILE.svg, .pdf or .geojson as well")


def _ground(options: argparse.Namespace, _catalogue: Catalogue) -> Any:
    place = _place(options.arena)
    given = dict(_given(options.given))
    layout = lay_out(options.setup, place, given, mirrored=options.mirror, in_feet=options.feet)
    if options.out is not None:
        makers = {ending: partial(make, layout, place) for ending, make in _MAKERS.items()}
        write_file(options.out, makers, "a set-up")
    return layout


def _place(text: str) -> GroundPlace:
    if text.endswith((".geojson", ".json")) or text == "-":
        return place_from_geojson(parse_json(bytes_of(text)), path="arena", name=Path(text).stem)
    return arena_from(text)


def _given(pairs: list[str]) -> Iterator[tuple[str, str]]:
    for pair in pairs:
        key, sign, value = pair.partition("=")
        if not sign or not key:
            raise InvalidInput([Problem("set", pair, "is no KEY=VALUE", "e.g. between_m=24")])
        yield key.strip(), value.strip()


def _svg(layout: Layout, _place: GroundPlace, out: IO[bytes]) -> None:
    about = f"{layout.words} {layout.verdict}"
    out.write(svg_of(drawing_of(layout), title=layout.name, about=about).encode())


def _pdf(layout: Layout, _place: GroundPlace, out: IO[bytes]) -> None:
    write_sheet(layout, out)


def _geojson(layout: Layout, place: GroundPlace, out: IO[bytes]) -> None:
    out.write(json.dumps(layout_to_geojson(layout, place), ensure_ascii=False, indent=1).encode())


_MAKERS = {".svg": _svg, ".pdf": _pdf, ".geojson": _geojson}
