"""Options are named by codes: their order in the data is only that in which they are shown."""

from __future__ import annotations

import ast
import tomllib
from pathlib import Path
from typing import Any

import bucephal
import pytest
from bucephal.answers import HeardEntry
from bucephal.base.errors import LadderFault
from bucephal.coach import CoachSettings, advise
from bucephal.ladder import Catalogue, SchoolQuestion, build_catalogue, load_library
from bucephal.words.coach_words import load_texts

ROOT = Path(bucephal.__file__).parent
LETTERS = {"a", "b", "c", "d"}
MAY_NAME_LETTERS = {"ladder/questions.py", "ladder/schools.py"}


def documents() -> tuple[list[dict[str, Any]], dict[str, dict[str, Any]]]:
    read = {
        path.stem.replace("-", "_"): tomllib.loads(path.read_text(encoding="utf-8"))
        for path in sorted((ROOT / "ladder/data").glob("*.toml"))
    }
    phases = [read.pop(name) for name in list(read) if name[0] == "p" and name[1].isdigit()]
    return phases, read


@pytest.mark.parametrize("question", SchoolQuestion.__subclasses__(), ids=lambda one: one.key())
def test_the_enumeration_of_a_question_is_what_the_data_say(question: type[SchoolQuestion]) -> None:
    school = next(one for one in load_library().schools if one.key == question.key())
    assert {member.value: member.name.lower().replace("_", " ") for member in question} == {
        option.code: option.name for option in school.options
    }


def test_another_order_of_the_options_is_the_same_ladder_and_the_same_coach(catalogue: Catalogue) -> None:
    phases, tables = documents()
    for school in tables["schools"]["school"]:
        school["options"].reverse()
    turned = build_catalogue(phases, tables)
    assert turned.school == catalogue.school
    assert turned.exercises == catalogue.exercises
    entries = [HeardEntry(level=level) for level in (8, 8, 8, 3, 3, 3)]
    for code in ("a", "b"):
        item = CoachSettings(step="up-wt.2", band=(1, 5), school={"escalation": code, "session-end": code})
        assert advise(item, entries, turned) == advise(item, entries, catalogue)


@pytest.mark.parametrize("codes", [["b", "c"], ["a", "a"], ["a", "e"], ["a", None]])
def test_codes_that_cannot_be_are_refused_by_the_questions_name(codes: list[str | None]) -> None:
    phases, tables = documents()
    options = tables["schools"]["school"][0]["options"]
    for option, code in zip(options, codes, strict=True):
        option.pop("code")
        option.update({} if code is None else {"code": code})
    with pytest.raises(LadderFault, match="escalation"):
        build_catalogue(phases, tables)


def test_no_code_branches_on_a_letter() -> None:
    found = [
        f"{path.relative_to(ROOT)}:{node.lineno}"
        for path in ROOT.rglob("*.py")
        if str(path.relative_to(ROOT)) not in MAY_NAME_LETTERS
        for node in ast.walk(ast.parse(path.read_text(encoding="utf-8")))
        if isinstance(node, ast.Constant) and node.value in LETTERS
    ]
    assert found == []


def test_every_wording_by_school_is_for_an_option_that_exists() -> None:
    options = {f"{one.key}.{option.code}" for one in load_library().schools for option in one.options}
    worded = {name.partition("@")[2] for name in load_texts().advice if "@" in name}
    assert worded
    assert worded <= options
