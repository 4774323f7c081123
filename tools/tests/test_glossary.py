"""The glossary says what is said on screen, and the screens say what the glossary says."""

from __future__ import annotations

import ast
import re
import tomllib
from collections.abc import Iterator
from pathlib import Path

import pytest
from bucephal.ladder import StepKind
from bucephal.planning import ItemKind
from bucephal.progress import StepState
from bucephal.words import figures
from bucephal.words.plan_words import KINDS
from bucephal.words.standing_words import STATE_HELP

ROOT = Path(__file__).resolve().parent.parent.parent
WORDS = ROOT / "core/bucephal/words"
A_TEXT = re.compile(r"""(?P<quote>["`])(?P<text>(?:(?!(?P=quote)).)*)(?P=quote)""")
OPENED = {"_NAMES"}
"""What the exact figures are called, where somebody opens them."""


def rows() -> list[list[str]]:
    said = (ROOT / "docs/glossary.md").read_text(encoding="utf-8").partition("## Said on screen")[2]
    lines = [line for line in said.splitlines() if line.startswith("| ")][2:]
    return [[cell.strip() for cell in line.strip("|").split("|")] for line in lines]


SAID = {row[1]: row[0] for row in rows()}
NEVER = [word for row in rows() for word in row[3].split(", ")]


def shown() -> Iterator[tuple[str, str]]:
    """Every text that a person can be shown: where it stands, and the text."""
    for path in WORDS.glob("*.py"):
        for node in ast.parse(path.read_text(encoding="utf-8")).body:
            names = {getattr(one, "id", "") for one in getattr(node, "targets", [])}
            if names & OPENED or isinstance(node, ast.Expr):
                continue
            docstrings = {id(one.value) for one in ast.walk(node) if isinstance(one, ast.Expr)}
            for inner in ast.walk(node):
                if (
                    isinstance(inner, ast.Constant)
                    and id(inner) not in docstrings
                    and " " in str(inner.value)
                ):
                    yield f"{path.name}:{inner.lineno}", str(inner.value)
    for key, entry in tomllib.loads((WORDS / "coach.toml").read_text(encoding="utf-8")).items():
        if isinstance(entry, dict):
            yield from ((f"coach.toml:{key}", str(text)) for text in entry.values())
    for path in (ROOT / "web/src/shared/text").glob("en*.ts"):
        for number, line in enumerate(path.read_text(encoding="utf-8").splitlines(), 1):
            if not line.startswith(("import", "//")):
                yield from ((f"{path.name}:{number}", match["text"]) for match in A_TEXT.finditer(line))


def test_every_kind_of_item_and_every_state_is_in_the_glossary_as_it_is_said() -> None:
    assert {kind.value for kind in ItemKind} == set(KINDS)
    for kind, said in KINDS.items():
        (row,) = [one for one in rows() if f"item `{kind}`" in one[1]]
        assert row[0] == said
    assert {state.value for state in StepState} == set(STATE_HELP)
    for state, help_ in STATE_HELP.items():
        assert SAID[f"state `{state}`"] == state
        (row,) = [one for one in rows() if one[1] == f"state `{state}`"]
        assert help_.startswith(row[2])


def test_the_words_for_figures_are_those_of_the_glossary() -> None:
    told = {cell for row in rows() for cell in row[0].split(", ")}
    assert {figures.SURE, figures.FAIRLY_SURE, figures.CANNOT_TELL} <= told
    assert {figures.good_answer(kind, (1, 5)) for kind in StepKind} | {figures.ANSWERS} <= told
    assert {figures.surely(0.0), figures.surely(0.02), figures.how_often(0.6, "").strip()} <= told
    (sure,) = [row[1] for row in rows() if figures.CANNOT_TELL in row[0]]
    assert sure == f"from {figures.SURE_FROM:.2f} on; from {figures.FAIRLY_SURE_FROM:.2f} on; below"
    (often,) = [row[1] for row in rows() if "nearly always" in row[0]]
    limits = f"under {figures.HARDLY_EVER_UNDER}; in between; from {figures.NEARLY_ALWAYS_FROM} on"
    assert often == f"a chance {limits}"


def test_texts_are_looked_at() -> None:
    assert len(list(shown())) > 500


@pytest.mark.parametrize("word", NEVER)
def test_one_thing_is_not_said_in_two_ways(word: str) -> None:
    found = [
        f"{where}: {text}" for where, text in shown() if re.search(rf"\b{re.escape(word)}\b", text, re.I)
    ]
    assert found == []
