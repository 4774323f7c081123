"""The trade's tables kept beside this file, as rows of cells: exercises, faults, schools, by page number."""

from __future__ import annotations

from functools import cache
from pathlib import Path

_FILE = Path(__file__).with_name("ladder_tables.txt")


@cache
def rows(page: str) -> list[list[str]]:
    """The rows of the table of a page, e.g. '03'; each row a list of cells."""
    found: list[list[str]] = []
    reading = False
    for line in _FILE.read_text(encoding="utf-8").splitlines():
        if line.startswith("#"):
            reading = line.startswith(f"# {page}:")
        elif reading and line.startswith("|"):
            found.append([cell.strip() for cell in line.strip("|").split("|")])
    return found


def split(cell: str, mark: str) -> list[str]:
    return [part.strip() for part in cell.split(mark) if part.strip() and part.strip() != "–"]
