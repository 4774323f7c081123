"""What is said of one thing, field by field, each with the characters that say it.

So that whatever the record's models find wrong with a field is told where it was typed.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Iterable
from dataclasses import dataclass, field, replace
from typing import Any, TypeVar

from bucephal.base.errors import InvalidInput, Problem
from bucephal.entry.tokens import NOT_QUOTED, QUOTED, Misplaced, Piece, value_of, wrong
from bucephal.record import FrozenModel, read_model

Model = TypeVar("Model", bound=FrozenModel)
Path = tuple[str, ...]
_NAMED = re.compile(rf'(?P<name>[a-z_]+(?:\.(?:{QUOTED}|[^\s="()]+))?)=(?P<value>{QUOTED}|[^\s"()]+)')
_BEGINS_NAMED = re.compile(r"[a-z_]+(?:\.[^=]*)?=")
ROOT = "it"
"""What the paths of problems begin with, before they are told by line and column."""


@dataclass
class TypedFields:
    """One ask, event or session header as it is typed.

    Fields:
        whole: stands for whatever is missing.
        raw: as the record's JSON has it.
    """

    whole: Piece
    raw: dict[str, Any] = field(default_factory=dict)
    places: dict[Path, Piece] = field(default_factory=dict)
    problems: list[Misplaced] = field(default_factory=list)

    def put(self, path: Path, value: Any, piece: Piece) -> None:
        """Sets a field; one that was set before is a problem, and stays as it was first said."""
        if path in self.places:
            self.problems.append(wrong(piece, f"{path[-1]} is said twice", "once"))
            return
        self.places[path] = piece
        row = self.raw
        for key in path[:-1]:
            row = row.setdefault(key, {})
        row[path[-1]] = value

    def put_named(self, piece: Piece, path_of: Callable[[str], Path | None], names: Iterable[str]) -> None:
        """Sets what a ``name=value`` says.

        Args:
            path_of: where a name's value stands in the record; None: it is none of the names.
            names: those that there are, for whoever typed another one.
        """
        match = _NAMED.fullmatch(piece.text)
        if match is None:
            self.problems.append(wrong(piece, "is not written as a name with its value", "name=value"))
            return
        named, typed = (piece.part(*match.span(group)) for group in ("name", "value"))
        try:
            path = path_of(named.text)
        except ValueError:  # of a name in quotation marks
            path = None
        if path is None:
            self.problems.append(wrong(named, "is no name that is known here", ", ".join(names)))
            return
        self.put_value(path, typed)

    def put_value(self, path: Path, typed: Piece) -> None:
        """Sets what a value is typed as."""
        try:
            self.put(path, value_of(typed.text), typed)
        except ValueError:
            self.problems.append(wrong(typed, NOT_QUOTED, '"some words"'))

    def put_text(self, path: Path, typed: Piece) -> None:
        """Sets a text that stands in quotation marks, or is a word."""
        if typed.text.startswith('"'):
            self.put_value(path, typed)
        else:
            self.put(path, typed.text, typed)

    def built(self, model: type[Model], extra: Iterable[Problem] = ()) -> Model | None:
        """What was said, as the record has it; None: it cannot be, and ``problems`` says why.

        Args:
            extra: found by other checks, their paths under ``'it'``.
        """
        known = bool(self.problems)
        try:
            built = read_model(self.raw, model, extra, ROOT)
        except InvalidInput as error:
            found = [self._placed(one) for one in error.problems]
            # Of what could not be read all the same, that something is missing tells nothing.
            self.problems += [one for one in found if not known or one.place != self.whole.place]
            return None
        return None if self.problems else built

    def _placed(self, problem: Problem) -> Misplaced:
        """A problem of the record at the characters that say it."""
        path = tuple(re.findall(r"[^.\[\]]+", problem.path.removeprefix(ROOT)))
        while path and path not in self.places:
            path = path[:-1]
        piece = self.places[path] if path else self.whole
        return Misplaced(replace(problem, path=str(piece.place)), piece.place)


def is_named(piece: Piece) -> bool:
    """Is it, or is it meant to be, a name with a value?"""
    return _BEGINS_NAMED.match(piece.text) is not None
