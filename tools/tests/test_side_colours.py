"""The colours of left and right say left and right, and nothing else."""

from __future__ import annotations

import re
from collections.abc import Iterator
from pathlib import Path

SOURCES = Path(__file__).resolve().parent.parent.parent / "web/src"
OF_A_SIDE = re.compile(r"var\(--(left|right)(-text)?\)")


def coloured() -> Iterator[tuple[str, str, str]]:
    """Every rule with the colour of a side: its sheet, what it is of, which side."""
    for path in SOURCES.rglob("*.css"):
        css = re.sub(r"/\*.*?\*/", "", path.read_text(encoding="utf-8"), flags=re.S)
        for rule in re.finditer(r"([^{}]+)\{([^{}]*)\}", css):
            for side in OF_A_SIDE.finditer(rule[2]):
                yield str(path.relative_to(SOURCES)), rule[1].strip(), side[1]


def test_they_stand_only_in_rules_that_are_of_a_side() -> None:
    found = list(coloured())
    assert len(found) > 8
    assert [one for one in found if one[2] not in one[1].lower()] == []
