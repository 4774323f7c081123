"""`bucephal report`: what an owner is told of some weeks, as PDF, as a page, as JSON."""

from __future__ import annotations

import argparse
import json
from functools import partial
from typing import IO, Any

from bucephal.base.units import UnitSystem
from bucephal.cli.commands import Add
from bucephal.cli.inputs import day_of, record_of
from bucephal.cli.outputs import write_file
from bucephal.ladder import Catalogue
from bucephal.pages import OwnerReport, ReportWish, owner_report
from bucephal.record import read_model
from bucephal.sheets import report_html, write_report
from bucephal.words.amounts import Amounts


def add_to(add: Add) -> None:
    command = add("report", _report, record=True, words=True)
    command.add_argument("--from", dest="first", required=True, metavar="DATE", help="the first day")
    command.add_argument("--to", dest="last", required=True, metavar="DATE", help="the last day")
    command.add_argument("--without", action="append", default=[], metavar="PART", help="a part to leave out")
    command.add_argument("--paragraph", default="", metavar="TEXT", help="what the trainer adds")
    command.add_argument("--imperial", action="store_true", help="feet and pounds")
    command.add_argument("--out", metavar="FILE", help="write it to FILE.pdf, .html or .json as well")


def _report(options: argparse.Namespace, catalogue: Catalogue) -> Any:
    raw = {
        "first": options.first, "last": options.last, "without": options.without,
        "paragraph": options.paragraph,
    }  # fmt: skip
    wish = read_model(raw, ReportWish)
    amounts = Amounts(UnitSystem.IMPERIAL if options.imperial else UnitSystem.METRIC)
    report = owner_report(record_of(options, catalogue), catalogue, wish, day_of(options.on), amounts)
    if options.out is not None:
        makers = {ending: partial(make, report) for ending, make in _MAKERS.items()}
        write_file(options.out, makers, "a report")
    return report


def _html(report: OwnerReport, out: IO[bytes]) -> None:
    out.write(report_html(report).encode())


def _json(report: OwnerReport, out: IO[bytes]) -> None:
    out.write(json.dumps(report.model_dump(mode="json"), ensure_ascii=False, indent=1).encode())


_MAKERS = {".pdf": write_report, ".html": _html, ".json": _json}
