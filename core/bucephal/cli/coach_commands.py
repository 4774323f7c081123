"""Commands of the coach: its advice, and its table for the device."""

from __future__ import annotations

import argparse
from typing import Any

from bucephal.cli.commands import Add
from bucephal.cli.inputs import bytes_of
from bucephal.coach import CoachFile, advise, check_coach_file, compile_coach
from bucephal.ladder import Catalogue
from bucephal.record import parse_json, read_model


def add_to(add: Add) -> None:
    advice = add("coach", _coach, words=True)
    table = add("compile", _compile)
    for command in (advice, table):
        command.add_argument("file", metavar="FILE", help="a coach file, or - for stdin")


def _coach(options: argparse.Namespace, catalogue: Catalogue) -> Any:
    file = _coach_file(options, catalogue)
    return advise(file.settings, file.asks, catalogue)


def _compile(options: argparse.Namespace, catalogue: Catalogue) -> Any:
    return compile_coach(_coach_file(options, catalogue).settings, catalogue)


def _coach_file(options: argparse.Namespace, catalogue: Catalogue) -> CoachFile:
    raw = parse_json(bytes_of(options.file))
    return read_model(raw, CoachFile, check_coach_file(raw, catalogue))
