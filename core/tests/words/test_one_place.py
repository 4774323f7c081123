"""Sentences stand in one room, so that how things are said can change in one place."""

from __future__ import annotations

import ast
import re
from collections import defaultdict
from collections.abc import Iterator
from pathlib import Path

import bucephal
import pytest
from bucephal.record import Background
from bucephal.words.arrival_words import BACKGROUNDS

ROOT = Path(bucephal.__file__).parent
ROOMS = (
    "answers", "arrivals", "coach", "ground", "measures", "pages", "planning", "progress", "response", "sheets", "welfare",
    "yard_day",
)  # fmt: skip
"""Rooms that judge or gather; how their findings are said is for `words`, or a ladder's data."""
IN_WORDS_OF_THEIR_OWN = {
    "answers/answer_words.py", "ground/set_up_parameters.py", "ground/place_form.py", "ground/places.py",
    "sheets/geojson.py",
}  # fmt: skip
"""One answer in words, which stands with what answers mean; and reasons of checks, which stand with them."""
A_SENTENCE = re.compile(r"[A-Za-z]{2,}[ ,:;]+[a-z]{2,}[ ,:;]+[a-z]{2,}")
NOT_SAID = ("Field", "Problem", "InvalidInput", "ValueError", "TypeError", "BadZipFile")
"""Calls whose texts are not sentences about a horse: descriptions of fields, errors."""


def texts(path: Path) -> Iterator[tuple[int, str]]:
    """Every text in a module that could be shown, with its line: no docstrings, no descriptions, no errors."""
    tree = ast.parse(path.read_text(encoding="utf-8"))
    silent = {id(inner) for node in ast.walk(tree) for inner in ast.walk(node) if _is_silent(node)}
    for node in ast.walk(tree):
        if isinstance(node, ast.Constant) and isinstance(node.value, str) and id(node) not in silent:
            yield node.lineno, node.value


def _is_silent(node: ast.AST) -> bool:
    if isinstance(node, ast.Expr) and isinstance(node.value, ast.Constant):
        return True  # a docstring
    if isinstance(node, ast.Assert | ast.Raise):
        return True
    return isinstance(node, ast.Call) and getattr(node.func, "id", "") in NOT_SAID


@pytest.mark.parametrize("room", ROOMS)
def test_no_sentence_outside_the_room_for_them(room: str) -> None:
    found = [
        f"{path.relative_to(ROOT)}:{line}: {text}"
        for path in (ROOT / room).rglob("*.py")
        if str(path.relative_to(ROOT)) not in IN_WORDS_OF_THEIR_OWN
        for line, text in texts(path)
        if A_SENTENCE.search(text)
    ]
    assert found == []


def test_no_sentence_stands_twice() -> None:
    where = defaultdict(list)
    for path in (ROOT / "words").rglob("*.py"):
        for line, text in texts(path):
            if A_SENTENCE.search(text):
                where[text.strip()].append(f"{path.name}:{line}")
    assert {text: lines for text, lines in where.items() if len(lines) > 1} == {}


def test_every_background_has_its_words() -> None:
    assert set(BACKGROUNDS) == {str(one) for one in Background}
