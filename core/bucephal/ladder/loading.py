"""Reads the ladder from its TOML files into frozen models, and checks it.

A need is written ``"send.4"`` (ready), ``"stand.2!"`` (confirmed) or ``"catch"`` (the last
stage of that exercise). Each stage needs the one before it; that need is added here.
"""

from __future__ import annotations

import tomllib
from collections.abc import Iterable
from functools import lru_cache
from importlib import resources
from typing import Any

from bucephal.errors import LadderFault
from bucephal.ladder.checking import check_catalogue
from bucephal.ladder.models import (
    Accepted,
    Catalogue,
    Compare,
    CueFamily,
    Exercise,
    Fault,
    Gate,
    HelperRule,
    Kind,
    Need,
    Stage,
    StageBand,
)

TOLERANCE_FIRST_STAGE_S = 60.0
TOLERANCE_LATER_STAGE_S = 30.0

_STAGE_KEYS = {
    "number", "name", "needs", "band", "gait", "helper", "least_age_months", "ridden",
    "exciting", "accept_nearly", "target", "within_s",
}  # fmt: skip
_EXERCISE_KEYS = {
    "id", "name", "kind", "family", "fault_family", "sides", "cap", "cap_both", "cap_by", "kit",
    "gait", "ridden", "exciting", "safety", "unit", "compare", "least_age_months", "ask", "stages",
}  # fmt: skip


@lru_cache(maxsize=1)
def load_catalogue() -> Catalogue:
    """The ladder that ships with Bucephal.

    Raises:
        LadderFault: if the data contradict themselves (all findings at once).
    """
    folder = resources.files("bucephal.ladder") / "data"
    documents = {
        path.name: tomllib.loads(path.read_text(encoding="utf-8"))
        for path in sorted(folder.iterdir(), key=lambda path: path.name)
        if path.name.endswith(".toml")
    }
    families, faults = documents.pop("families.toml"), documents.pop("faults.toml")
    return build_catalogue(documents.values(), families, faults)


def build_catalogue(
    phases: Iterable[dict[str, Any]], families: dict[str, Any], faults: dict[str, Any]
) -> Catalogue:
    """Puts phase documents, cue families and fault tables together and checks the whole.

    Raises:
        LadderFault: naming every contradiction found.
    """
    phase_list = list(phases)
    cue_families = {key: CueFamily(id=key, **row) for key, row in families.items()}
    raw = [(doc["phase"], row) for doc in phase_list for row in doc["exercise"]]
    last_stage = {row["id"]: row["stages"][-1]["number"] for _, row in raw}
    unread = [finding for _, row in raw for finding in _unknown_keys(row)]
    if unread:
        raise LadderFault(unread)
    catalogue = Catalogue(
        exercises=tuple(_exercise(phase, row, last_stage, cue_families, faults) for phase, row in raw),
        phases={doc["phase"]: doc["title"] for doc in phase_list},
        families=cue_families,
        rider_faults=faults["rider"],
    )
    check_catalogue(catalogue, fault_rows_for=faults["exercise"])
    return catalogue


def _unknown_keys(row: dict[str, Any]) -> list[str]:
    stray = [f"{row['id']}: unknown key {key!r}" for key in row if key not in _EXERCISE_KEYS]
    for stage in row["stages"]:
        where = f"{row['id']}.{stage['number']}"
        stray += [f"{where}: unknown key {key!r}" for key in stage if key not in _STAGE_KEYS]
    return stray


def _exercise(
    phase: str,
    row: dict[str, Any],
    last_stage: dict[str, int],
    families: dict[str, CueFamily],
    faults: dict[str, Any],
) -> Exercise:
    kind = Kind(row["kind"])
    return Exercise(
        id=row["id"],
        phase=phase,
        name=row["name"],
        kind=kind,
        sides=row["sides"],
        cap=row.get("cap"),
        cap_both=row.get("cap_both"),
        kit=tuple(row["kit"]),
        family=row.get("family"),
        safety=row.get("safety", False),
        unit=row.get("unit"),
        compare=Compare(row.get("compare", Compare.AT_LEAST)),
        ask=row["ask"],
        faults=_faults_of(row, kind, families, faults),
        stages=tuple(_stage(row, kind, place, last_stage) for place in range(len(row["stages"]))),
    )


def _stage(row: dict[str, Any], kind: Kind, place: int, last_stage: dict[str, int]) -> Stage:
    stage = row["stages"][place]
    needs = [_need(text, last_stage) for text in stage.get("needs", ())]
    if place > 0:
        needs.insert(0, Need(step=f"{row['id']}.{row['stages'][place - 1]['number']}"))
    usual_s = TOLERANCE_FIRST_STAGE_S if place == 0 else TOLERANCE_LATER_STAGE_S
    return Stage(
        step=f"{row['id']}.{stage['number']}",
        number=stage["number"],
        name=stage["name"],
        needs=tuple(needs),
        band=StageBand(stage.get("band", StageBand.GREEN)),
        gait=stage.get("gait", row["gait"]),
        helper=HelperRule(stage.get("helper", HelperRule.NEVER)),
        least_age_months=stage.get("least_age_months", row["least_age_months"]),
        ridden=stage.get("ridden", row.get("ridden", False)),
        exciting=stage.get("exciting", row.get("exciting", False)),
        accept_nearly=stage.get("accept_nearly", True),
        target=stage.get("target"),
        within_s=stage.get("within_s", usual_s) if kind is Kind.TOLERANCE else None,
    )


def _need(text: str, last_stage: dict[str, int]) -> Need:
    gate = Gate.CONFIRMED if text.endswith("!") else Gate.READY
    name = text.rstrip("!")
    step = name if "." in name else f"{name}.{last_stage.get(name, 0)}"
    return Need(step=step, gate=gate)


def _faults_of(
    row: dict[str, Any], kind: Kind, families: dict[str, CueFamily], faults: dict[str, Any]
) -> tuple[Fault, ...]:
    family = families.get(row.get("family", ""))
    inherited = row.get("fault_family", family.fault_family if family else "none")
    rows: dict[str, Any] = dict(faults["family"].get(inherited, {}))
    if kind is Kind.TOLERANCE:
        rows |= faults["family"]["tolerance"]
    # The exercise's own rows come first: they are what is most likely to go wrong here.
    rows = faults["exercise"].get(row["id"], {}) | {
        code: fault
        for code, fault in (rows | faults["family"]["any"]).items()
        if code not in faults["exercise"].get(row["id"], {})
    }
    return tuple(
        Fault(code=code, **(fault | {"accepted": Accepted(fault["accepted"])}))
        for code, fault in rows.items()
    )
