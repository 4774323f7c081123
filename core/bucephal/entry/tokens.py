"""A text taken apart into lines, and lines into pieces, each with where it stands.

Pieces are parted by blanks; what stands in quotation marks or in brackets belongs together.
"""

from __future__ import annotations

import json
import re
from collections.abc import Iterator
from typing import Any, NamedTuple

from bucephal.base.errors import Problem
from bucephal.base.problems import shorten
from bucephal.record.notation import figure

QUOTED = r'"(?:[^"\\]|\\.)*"'
NOT_QUOTED = "is not a text as it is written in quotation marks"
_PIECE = re.compile(rf'(?:{QUOTED}|\((?:{QUOTED}|[^()"])*\)|[^\s"()])+|(?P<open>["(].*|\))')
NUMBER = r"[0-9]{1,15}(?:\.[0-9]{1,400})?"
"""No measure has more places; a row of thousands is no number."""
_NUMBER = re.compile(rf"-?{NUMBER}")
_WORDS: dict[str, Any] = {"yes": True, "no": False, "none": None}


class TextSpan(NamedTuple):
    """Where something stands: line and column from 1, and the column behind its last character."""

    line: int
    column: int
    end: int

    def __str__(self) -> str:
        return f"{self.line}.{self.column}"


class Piece(NamedTuple):
    """Some characters of a line."""

    text: str
    place: TextSpan

    def part(self, start: int, end: int | None = None) -> Piece:
        """Some of its characters, counted from 0."""
        text = self.text[start:end]
        column = self.place.column + start
        return Piece(text, TextSpan(self.place.line, column, column + len(text)))


class Misplaced(NamedTuple):
    """What is wrong, and the characters that are."""

    problem: Problem
    place: TextSpan


def wrong(piece: Piece, reason: str, allowed: str, value: Any = ...) -> Misplaced:
    """A problem at a piece; its value is the piece's text, where no other is given."""
    found = piece.text if value is ... else value
    return Misplaced(Problem(str(piece.place), shorten(found), reason, allowed), piece.place)


def lines_of(text: str) -> Iterator[Piece]:
    """Every line, its end taken off."""
    for number, line in enumerate(text.split("\n"), start=1):
        line = line.removesuffix("\r")
        yield Piece(line, TextSpan(number, 1, 1 + len(line)))


def pieces_of(line: Piece) -> tuple[list[Piece], list[Misplaced]]:
    """The pieces of a line, and what of it is none: a quotation mark or a bracket without its other one."""
    pieces, problems = [], []
    for match in _PIECE.finditer(line.text):
        piece = line.part(*match.span())
        if match["open"] is None:
            pieces.append(piece)
        else:
            problems.append(wrong(piece, "has no other end", _OTHER_END[piece.text[0]]))
    return pieces, problems


_OTHER_END = {'"': 'another "', "(": "a closing )", ")": "an opening ("}


# --- values ------------------------------------------------------------------------------------


def quoted(text: str) -> str:
    """A text in quotation marks, as JSON writes it."""
    return json.dumps(text, ensure_ascii=False)


def value_of(text: str) -> Any:
    """What is meant by a value: a text in quotation marks, a number, yes, no, none, or a word.

    Raises:
        ValueError: of a text in quotation marks that is not written as JSON writes it.
    """
    if text.startswith('"'):
        return json.loads(text, strict=False)
    if text in _WORDS:
        return _WORDS[text]
    if _NUMBER.fullmatch(text):
        return float(text) if "." in text else int(text)
    return text


def value_written(value: Any) -> str:
    """The other way round.

    Args:
        value: of a model as JSON holds it; texts are put in quotation marks.
    """
    if isinstance(value, str):
        return quoted(value)
    if isinstance(value, bool) or value is None:
        return next(word for word, meant in _WORDS.items() if meant is value)
    return f"{'-' if value < 0 else ''}{figure(value)}"
