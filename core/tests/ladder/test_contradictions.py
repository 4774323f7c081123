"""A ladder that contradicts itself is refused, with the place and the reason."""

from __future__ import annotations

import copy
from typing import Any

import pytest
from bucephal.base.errors import LadderFault
from bucephal.ladder import build_catalogue

FAMILIES = {"f": {"name": "F", "fault_family": "none", "levels": list("abcdefghij")}}
FAULTS: dict[str, Any] = {"family": {"any": {}, "tolerance": {}, "none": {}}, "exercise": [], "rider": {}}
TABLES = {"families": FAMILIES, "faults": FAULTS}


def small_phase() -> dict[str, Any]:
    rows = [
        {"id": name, "name": name, "kind": "L", "family": "f", "sides": "none", "cap": 3, "kit": [],
         "gait": "walk", "ask": "-",
         "stages": [{"number": 1, "name": "one"}, {"number": 2, "name": "two"}]}
        for name in ("a", "b")
    ]  # fmt: skip
    return {"phase": "P0", "title": "T", "exercise": rows}


def test_a_sound_small_catalogue_is_accepted() -> None:
    assert build_catalogue([small_phase()], TABLES).steps == ("a.1", "a.2", "b.1", "b.2")


@pytest.mark.parametrize(
    ("change", "said"),
    [
        (lambda rows: rows[0]["stages"][0].update(needs=["b.2"])
         or rows[1]["stages"][0].update(needs=["a.1"]), "circle of needs"),
        (lambda rows: rows[0]["stages"][0].update(needs=["nowhere.1"]), "not in the ladder"),
        (lambda rows: rows[0].update(family="x"), "not one of the cue families"),
        (lambda rows: rows[0].update(colour="red"), "colour: is not a key"),
        (lambda rows: rows[0].update(kind="M"), "a measure needs a unit"),
        (lambda rows: rows[1].update(id="a"), "defined 2 times"),
        (lambda rows: rows[0]["stages"][1].update(archived=True)
         or rows[1]["stages"][0].update(needs=["a.2"]), "a.2 is archived"),
    ],
)  # fmt: skip
def test_contradictions_are_refused_by_name(change: Any, said: str) -> None:
    phase = small_phase()
    change(phase["exercise"])
    with pytest.raises(LadderFault, match=said):
        build_catalogue([phase], TABLES)


def test_a_fault_without_remedy_and_faults_of_nobody_are_refused() -> None:
    tables = copy.deepcopy(TABLES)
    tables["faults"]["family"]["any"]["odd"] = {"looks": "odd", "first": "", "counts_as": "wrong"}
    ghost = {"of": ["ghost"], "code": "odd", "looks": "odd", "first": "x", "counts_as": "wrong"}
    tables["faults"]["exercise"].append(ghost)
    with pytest.raises(LadderFault) as refusal:
        build_catalogue([small_phase()], tables)
    reasons = [problem.reason for problem in refusal.value.problems]
    assert any("has no remedy" in reason for reason in reasons)
    assert any("ghost" in reason for reason in reasons)
