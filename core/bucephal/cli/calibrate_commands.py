"""`bucephal calibrate`: how often what was foretold of a yard's own records came true."""

from __future__ import annotations

import argparse
from datetime import date
from typing import Any

from bucephal.cli.commands import Add
from bucephal.cli.inputs import records_of
from bucephal.lab.calibration import calibrate_records
from bucephal.ladder import Catalogue


def add_to(add: Add) -> None:
    command = add("calibrate", _calibrate)
    command.add_argument("files", nargs="+", metavar="RECORD", help="horse records")


def _calibrate(options: argparse.Namespace, catalogue: Catalogue) -> Any:
    return calibrate_records(records_of(options.files, catalogue, date.today()), catalogue)
