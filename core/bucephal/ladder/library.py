"""The ladder's data files, read once and checked for their shape."""

from __future__ import annotations

import tomllib
from collections.abc import Iterable, Iterator
from dataclasses import dataclass, field
from functools import lru_cache
from importlib import resources
from typing import Any, TypeVar

from pydantic import BaseModel, ValidationError

from bucephal.base.errors import LadderFault
from bucephal.base.problems import problems_of
from bucephal.ladder.models import Caution, CueFamily, Demand, RiderFault, SetUp
from bucephal.ladder.schools import School
from bucephal.ladder.source import ExerciseSource, FaultSource, YardLadder

FaultRows = dict[str, dict[str, FaultSource]]
_Model = TypeVar("_Model", bound=BaseModel)


class AssessmentPlan(BaseModel):
    """What a horse of one background is tried on (assessments.toml)."""

    words: str
    sessions: tuple[tuple[str, ...], ...]
    because: dict[str, str]


@dataclass(frozen=True)
class Library:
    """Everything the files hold, before a school and a yard have had their say."""

    phases: dict[str, str]
    exercises: tuple[tuple[str, ExerciseSource], ...]
    """Phase and exercise, in teaching order."""
    families: dict[str, CueFamily]
    family_faults: FaultRows
    exercise_faults: FaultRows
    rider_faults: dict[str, RiderFault]
    cautions: dict[str, Caution]
    set_ups: dict[str, SetUp]
    demands: dict[str, Demand]
    schools: tuple[School, ...] = ()
    assessments: dict[str, AssessmentPlan] = field(default_factory=dict)

    def known_fault(self, code: str) -> FaultSource | None:
        """The fault of a code, wherever it stands."""
        tables = (*self.exercise_faults.values(), *self.family_faults.values())
        return next((rows[code] for rows in tables if code in rows), None)

    @property
    def fault_codes(self) -> tuple[str, ...]:
        tables = (*self.exercise_faults.values(), *self.family_faults.values())
        return tuple(dict.fromkeys(code for rows in tables for code in rows))


@lru_cache(maxsize=1)
def load_library() -> Library:
    """Reads the files that ship.

    Raises:
        LadderFault: with everything in them that has the wrong shape.
    """
    folder = resources.files("bucephal.ladder") / "data"
    names = sorted(path.name for path in folder.iterdir() if path.name.endswith(".toml"))
    documents = {
        name.removesuffix(".toml").replace("-", "_"): tomllib.loads(
            (folder / name).read_text(encoding="utf-8")
        )
        for name in names
    }
    phases = [documents.pop(name) for name in list(documents) if name[0] == "p" and name[1].isdigit()]
    return library_from(phases, documents)


def library_from(phases: Iterable[dict[str, Any]], tables: dict[str, dict[str, Any]]) -> Library:
    """Puts phase documents and tables together.

    Args:
        phases: documents with ``phase``, ``title`` and ``exercise``.
        tables: ``families``, ``faults``, ``cautions``, ``set_ups``, ``demands``, ``schools``,
            ``assessments``; what is missing is empty.

    Raises:
        LadderFault: naming file, place and reason of each wrong shape.
    """
    reader, documents = _Reader(), list(phases)
    faults = tables.get("faults", {})
    library = Library(
        phases={doc["phase"]: doc["title"] for doc in documents},
        exercises=tuple(
            (doc["phase"], source)
            for doc in documents
            for row in doc["exercise"]
            if (source := reader.read(row, ExerciseSource, str(row.get("id")))) is not None
        ),
        families=reader.table(tables.get("families", {}), CueFamily, "id"),
        family_faults={
            name: reader.table(rows, FaultSource, "code") for name, rows in faults.get("family", {}).items()
        },
        exercise_faults=_rows_by_exercise(faults.get("exercise", ()), reader),
        rider_faults=reader.table(faults.get("rider", {}), RiderFault, "code"),
        cautions=reader.table(tables.get("cautions", {}), Caution, "code"),
        set_ups=reader.table(tables.get("set_ups", {}), SetUp, "code"),
        demands=reader.table(tables.get("demands", {}), Demand, "code"),
        schools=tuple(reader.rows(tables.get("schools", {}).get("school", ()), School, "key")),
        assessments=reader.table(tables.get("assessments", {}), AssessmentPlan, None),
    )
    if reader.found:
        raise LadderFault(reader.found)
    return library


def _rows_by_exercise(rows: Iterable[dict[str, Any]], reader: _Reader) -> FaultRows:
    found: FaultRows = {}
    for row in rows:
        fields = {key: value for key, value in row.items() if key != "of"}
        fault = reader.read(fields, FaultSource, f"fault {row.get('code')}")
        for exercise in row["of"] if fault is not None else ():
            assert fault is not None
            found.setdefault(exercise, {})[fault.code] = fault
    return found


class _Reader:
    """Reads rows into models and keeps what does not fit."""

    def __init__(self) -> None:
        self.found: list[str] = []

    def read(self, row: Any, model: type[_Model], where: str) -> _Model | None:
        try:
            return model.model_validate(row)
        except ValidationError as error:
            self.found += [f"{where}: {problem}" for problem in problems_of(error, model)]
            return None

    def rows(self, rows: Iterable[dict[str, Any]], model: type[_Model], key: str) -> Iterator[_Model]:
        for row in rows:
            one = self.read(row, model, str(row.get(key)))
            if one is not None:
                yield one

    def table(self, rows: dict[str, Any], model: type[_Model], key: str | None) -> dict[str, _Model]:
        read = {
            name: self.read(row if key is None else {key: name, **row}, model, name)
            for name, row in rows.items()
        }
        return {name: one for name, one in read.items() if one is not None}


@dataclass(frozen=True)
class Blueprint:
    """What a catalogue was built from, so that it can be built again under another school."""

    library: Library
    yard: YardLadder
