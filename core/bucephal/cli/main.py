"""The command `bucephal`: JSON in, JSON out, or sentences (--words).

Exit 0 with JSON on stdout; bad input: exit 2 with {"errors": [...]} on stderr, all at once.
"""

from __future__ import annotations

import argparse
import json
import sys
from collections.abc import Callable, Sequence
from importlib import import_module
from typing import Any

from bucephal.base.errors import BucephalError, InvalidInput, Problem
from bucephal.cli.commands import COMMANDS, OWN_HELP, WORDS_HELP

BAD_INPUT = 2


def main(arguments: Sequence[str] | None = None) -> int:
    """Runs one command; returns the exit code."""
    try:
        given = sys.argv[1:] if arguments is None else arguments
        text = _answer(_parser(given).parse_args(given))
    except BucephalError as error:
        errors = [problem.as_json() for problem in error.problems]
        print(json.dumps({"errors": errors}, ensure_ascii=False, default=str), file=sys.stderr)
        return BAD_INPUT
    try:
        print(text, flush=True)
    except BrokenPipeError:  # the reader has seen enough, e.g. `| head`
        sys.stdout = None
    return 0


def _answer(options: argparse.Namespace) -> str:
    """What the command found, as JSON, or as sentences for a person."""
    # Loaded once there is a command to run: whoever asks for help does not wait for the ladder.
    from bucephal.cli.inputs import yard_ladder
    from bucephal.cli.outputs import as_json, as_sentences

    command: Callable[..., Any] = options.command
    result = command(options, yard_ladder(options))
    return as_sentences(result) if getattr(options, "words", False) else as_json(result)


class _Parser(argparse.ArgumentParser):
    """Reports wrong arguments the same way as wrong files."""

    def error(self, message: str) -> Any:
        raise InvalidInput([Problem("arguments", None, message, self.format_usage().strip())])


def _parser(given: Sequence[str]) -> argparse.ArgumentParser:
    """All commands by name; the one that was given, and those of its module, with their arguments."""
    parser = _Parser(prog="bucephal", description=__doc__)
    commands = parser.add_subparsers(required=True, parser_class=_Parser, metavar="COMMAND")
    parsers = {
        name: commands.add_parser(name, help=command.help, description=command.help)
        for name, command in COMMANDS.items()
    }

    def add(name: str, run: Any, *, record: bool = False, words: bool = False) -> argparse.ArgumentParser:
        command = parsers[name]
        command.set_defaults(command=run)
        if words:
            command.add_argument("--words", action="store_true", help=WORDS_HELP)
        if record:
            command.add_argument("file", metavar="RECORD", help="a horse record, or - for stdin")
            command.add_argument("--on", help="the day in question, YYYY-MM-DD (today)")
            command.add_argument("--own", metavar="FILE", help=OWN_HELP)
        return command

    if given and given[0] in COMMANDS:
        import_module(f"bucephal.cli.{COMMANDS[given[0]].module}_commands").add_to(add)
    return parser


if __name__ == "__main__":
    sys.exit(main())
