"""`bucephal simulate`: the record of a virtual horse."""

from __future__ import annotations

import argparse
from datetime import date
from typing import Any

from bucephal.cli.commands import Add
from bucephal.cli.inputs import day_of, number_of
from bucephal.lab.virtual_horse import simulate_record
from bucephal.ladder import Catalogue


def add_to(add: Add) -> None:
    command = add("simulate", _simulate)
    command.add_argument("--seed", default="1", help="which horse (1)")
    command.add_argument("--sessions", default="40", help="how many sessions (40)")
    command.add_argument("--from", dest="start", help="first day, YYYY-MM-DD (so that it ends today)")
    command.add_argument("--steps", help="comma-separated steps that are worked (a ridden set)")


def _simulate(options: argparse.Namespace, catalogue: Catalogue) -> Any:
    seed = number_of(options.seed, "seed", 0, 2**31 - 1) or 0
    sessions = number_of(options.sessions, "sessions", 1, 1000) or 1
    steps = options.steps.split(",") if options.steps else None
    start = day_of(options.start, "from") if options.start else None
    return simulate_record(seed, catalogue, sessions=sessions, steps=steps, start=start, end=date.today())
