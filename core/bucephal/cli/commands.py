"""The commands by name: what each does, and the module that knows its arguments and runs it.

Told apart from the modules themselves so that `bucephal --help` loads none of them.
"""

from __future__ import annotations

import argparse
from typing import Any, NamedTuple, Protocol

WORDS_HELP = "sentences instead of JSON"
OWN_HELP = "what a yard adds to the ladder: exercises, scales, missing kit (JSON)"


class Command(NamedTuple):
    """Whose module runs it (`bucephal.cli.MODULE_commands`), and what is said of it in the help."""

    module: str
    help: str


COMMANDS = {
    "validate": Command("horse", "check a horse record: all problems at once"),
    "estimate": Command("horse", "what is known of each step and side"),
    "forecast": Command("horse", "how soon a step will be light on every side"),
    "plan": Command("horse", "the next session, with reasons"),
    "welfare": Command("horse", "age, heat, load, weight, and flags"),
    "assess": Command("horse", "what a horse that has come is tried on, its placement and its baseline"),
    "schema": Command("horse", "the JSON Schema of the horse record"),
    "exports": Command("exchange", "what can be taken out: its id, for whom, in which format"),
    "export": Command("exchange", "takes something out of records; 'exports' lists what there is"),
    "package": Command("exchange", "records as tables: a zip of CSV files with their description"),
    "unpack": Command("exchange", "a package back into records, a file for each horse"),
    "table": Command("exchange", "asks from a table, beside a record: how it is understood, the record then"),
    "merge": Command("exchange", "two records of one horse as one: every ask once"),
    "ground": Command("ground", "a set-up in an arena: does it fit, the tape measure, the way"),
    "report": Command("report", "what an owner is told of some weeks"),
    "coach": Command("coach", "advice after each ask of a coach file"),
    "compile": Command("coach", "the coach of an item as a table for the device"),
    "ladder": Command("ladder", "the catalogue, or one step of it"),
    "simulate": Command("simulate", "the record of a virtual horse"),
    "entry": Command("entry", "quick entry, a line an exercise, as asks of the record"),
    "calibrate": Command("calibrate", "how often what was foretold of a yard's own records came true"),
}  # fmt: skip


class Add(Protocol):
    """Gives a command of the table above what runs it, and its parser to add arguments to."""

    def __call__(
        self, name: str, run: Any, *, record: bool = False, words: bool = False
    ) -> argparse.ArgumentParser:
        """With the arguments of a record: RECORD, --on, --own; with --words."""
        ...
