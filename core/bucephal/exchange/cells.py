"""One value in one cell of a CSV file, and back.

Programs that open a table take a text that begins with one of some signs for a formula and work it out. So
such a text goes out with an apostrophe before it, which these programs take for 'this is text', and comes
back without it (OWASP, 'CSV Injection': = + - @, tab, carriage return, and the wide forms of the four).
"""

from __future__ import annotations

import json
import re
from collections.abc import Callable, Mapping
from enum import StrEnum
from typing import Any

_FORMULA = re.compile(r"'*[=+\-@\t\r\n＝＋－＠]")
_MARK = "'"
_LITERAL = '"'
"""A text begins with it that would otherwise be taken for nothing, a number, or true or false."""


class Kind(StrEnum):
    """What a column holds; the names are those of the Table Schema, but for the mixed one."""

    TEXT = "string"
    MIXED = "mixed"
    WHOLE = "integer"
    NUMBER = "number"
    YES_NO = "boolean"
    DAY = "date"
    INSTANT = "datetime"
    CLOCK = "time"
    LIST = "array"
    GROUP = "object"


def defused(text: str) -> str:
    """A text as no program takes it for a formula."""
    return f"{_MARK}{text}" if _FORMULA.match(text) else text


def restored(cell: str) -> str:
    """The text that was defused."""
    return cell[1:] if cell.startswith(_MARK) and _FORMULA.match(cell) else cell


def cell_of(value: Any, kind: Kind) -> str:
    """A value of a record, as JSON has it, as a cell; nothing is an empty one."""
    if value is None:
        return ""
    match kind:
        case Kind.TEXT | Kind.MIXED if isinstance(value, str):
            return defused(_literal(value, kind))
        case Kind.LIST | Kind.GROUP:
            return json.dumps(value, ensure_ascii=False)
        case _:
            return value if isinstance(value, str) else json.dumps(value)


def value_of(cell: str, kind: Kind) -> Any:
    """The other way; a cell that does not hold what it should comes back as the text that it is."""
    if cell == "":
        return None
    if kind in (Kind.TEXT, Kind.MIXED):
        text = restored(cell)
        if text.startswith(_LITERAL):
            return _read(text, json.loads)
        return _read(text, _plain) if kind is Kind.MIXED else text
    return _read(cell, _READERS[kind]) if kind in _READERS else cell


def _literal(text: str, kind: Kind) -> str:
    is_ambiguous = text == "" or text.startswith(_LITERAL)
    if kind is Kind.MIXED and not isinstance(_read(text, _plain), str):
        is_ambiguous = True
    return json.dumps(text, ensure_ascii=False) if is_ambiguous else text


def _read(text: str, reader: Callable[[str], Any]) -> Any:
    try:
        return reader(text)
    except ValueError:
        return text


def _plain(text: str) -> Any:
    """True, false or a number."""
    if text in _YES_NO:
        return _YES_NO[text]
    return _number(text)


def _number(text: str) -> float:
    if not _NUMBER.fullmatch(text):
        raise ValueError(text)
    return float(text)


def _whole(text: str) -> int:
    if not _WHOLE.fullmatch(text):
        raise ValueError(text)
    return int(text)


def _yes_no(text: str) -> bool:
    if text.lower() not in _YES_NO:
        raise ValueError(text)
    return _YES_NO[text.lower()]


_NUMBER = re.compile(r"[+-]?(\d{1,30}(\.\d{0,30})?|\.\d{1,30})([eE][+-]?\d{1,3})?")
_WHOLE = re.compile(r"[+-]?\d{1,18}")
_YES_NO: Mapping[str, bool] = {"true": True, "false": False}
_READERS: Mapping[Kind, Callable[[str], Any]] = {
    Kind.WHOLE: _whole,
    Kind.NUMBER: _number,
    Kind.YES_NO: _yes_no,
    Kind.LIST: json.loads,
    Kind.GROUP: json.loads,
}
