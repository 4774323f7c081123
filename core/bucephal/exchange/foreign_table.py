"""A table that comes from elsewhere, read as far as it can be: encoding, sign between cells, rows.

What had to be taken for something is said, so that somebody can tell whether it was right.
"""

from __future__ import annotations

import codecs
import csv
import io
from collections import Counter
from dataclasses import dataclass

from bucephal.base.errors import InvalidInput, Problem

MOST_ROWS = 20_000
"""About as many asks as a horse is asked in ten years [own]."""
MOST_COLUMNS = 200
MOST_IN_A_CELL = 100_000
"""Far more than any note: a sign that a quote was never closed [own]."""
DELIMITERS = (",", ";", "\t", "|")
WESTERN = "windows-1252"
_MARKED = ((codecs.BOM_UTF8, "utf-8-sig"), (codecs.BOM_UTF16_LE, "utf-16"), (codecs.BOM_UTF16_BE, "utf-16"))


@dataclass(frozen=True)
class ForeignRow:
    """
    Fields:
        line: of the file, from 1; the header is line 1.
    """

    line: int
    cells: tuple[str, ...]


@dataclass(frozen=True)
class ForeignTable:
    header: tuple[str, ...]
    rows: tuple[ForeignRow, ...]
    encoding: str
    delimiter: str


def read_foreign(content: bytes) -> ForeignTable:
    """
    Raises:
        InvalidInput: if it is no table, in no encoding that is known or in several, or too large.
    """
    text, encoding = _decoded(content)
    delimiter = _delimiter(text)
    reader = csv.reader(io.StringIO(text, newline=""), delimiter=delimiter)
    rows: list[ForeignRow] = []
    line = 1
    try:
        for cells in reader:
            # Said here too: how much the reader lets pass is one setting of the whole process.
            longest = max(map(len, cells), default=0)
            if longest > MOST_IN_A_CELL:
                raise csv.Error(f"a cell of {longest} characters")
            if any(cell.strip() for cell in cells):
                rows.append(ForeignRow(line, tuple(cell.strip(" ") for cell in cells)))
            line = reader.line_num + 1
            if len(rows) > MOST_ROWS + 1:
                raise InvalidInput(
                    [Problem(f"line {line}", None, "is one too many", f"{MOST_ROWS} rows at most")]
                )
    except csv.Error as error:
        raise InvalidInput([Problem(f"line {line}", None, f"makes no sense ({error})", "CSV")]) from None
    if len(rows) < 2:
        raise InvalidInput([Problem("$", None, "holds no row", "a line of names, and a line for each ask")])
    _check_width(rows)
    return ForeignTable(rows[0].cells, tuple(rows[1:]), encoding, delimiter)


def _check_width(rows: list[ForeignRow]) -> None:
    width = len(rows[0].cells)
    if width > MOST_COLUMNS:
        raise InvalidInput([Problem("line 1", width, "has too many columns", f"{MOST_COLUMNS} at most")])
    for row in rows[1:]:
        # Programs leave empty cells at the end of a line away, or add some.
        if len(row.cells) > width and any(row.cells[width:]):
            problem = Problem(
                f"line {row.line}", len(row.cells), "has more cells than there are names", f"{width} at most"
            )
            raise InvalidInput([problem])


def _decoded(content: bytes) -> tuple[str, str]:
    for mark, encoding in _MARKED:
        if content.startswith(mark):
            return _strict(content, encoding), encoding.removesuffix("-sig")
    try:
        return content.decode("utf-8"), "utf-8"
    except UnicodeDecodeError as error:
        _refuse_mixed(content, error)
    return _strict(content, WESTERN), WESTERN


def _refuse_mixed(content: bytes, error: UnicodeDecodeError) -> None:
    """One encoding here and another one there: whichever it were read by, some would be wrong."""
    halves = content.decode("utf-8", "surrogateescape")
    if any(ord(sign) > 127 and not "\udc80" <= sign <= "\udcff" for sign in halves):
        raise InvalidInput([_unread(content, error, "is not UTF-8, and other lines are")])


def _strict(content: bytes, encoding: str) -> str:
    try:
        return content.decode(encoding)
    except UnicodeDecodeError as error:
        raise InvalidInput([_unread(content, error, f"is not {encoding}")]) from None


def _unread(content: bytes, error: UnicodeDecodeError, reason: str) -> Problem:
    line = content[: error.start].count(b"\n") + 1
    return Problem(f"line {line}", None, reason, "the whole file in one encoding, best in UTF-8")


def _delimiter(text: str) -> str:
    """The sign that stands most often outside of quotes in the line of names."""
    counted: Counter[str] = Counter()
    within = False
    for sign in text[: text.find("\n") + 1] or text:
        within ^= sign == '"'
        if not within and sign in DELIMITERS:
            counted[sign] += 1
    return max(DELIMITERS, key=lambda one: counted[one])
