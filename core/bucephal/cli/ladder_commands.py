"""`bucephal ladder`: the catalogue under the schools that were given, or one step of it."""

from __future__ import annotations

import argparse
from typing import Any

from bucephal.base.errors import InvalidInput
from bucephal.cli.commands import OWN_HELP, Add
from bucephal.ladder import Catalogue, under
from bucephal.record.checks import school_problems


def add_to(add: Add) -> None:
    ladder = add("ladder", _ladder)
    ladder.add_argument("step", nargs="?", metavar="STEP")
    ladder.add_argument("--school", action="append", default=[], metavar="KEY=OPTION",
                        help="an answer to a question of the schools, e.g. first-canter=b")  # fmt: skip
    ladder.add_argument("--own", metavar="FILE", help=OWN_HELP)


def _ladder(options: argparse.Namespace, catalogue: Catalogue) -> Any:
    catalogue = _bent(options, catalogue)
    if options.step is None:
        return {"exercises": [_exercise_view(exercise) for exercise in catalogue.exercises]}
    if "." not in options.step:
        return _exercise_view(catalogue.exercise(options.step))
    exercise, stage = catalogue.exercise(options.step), catalogue.stage(options.step)
    fields = {name: value for name, value in _exercise_view(exercise).items() if name != "stages"}
    return {**fields, **stage.model_dump(mode="json")}


def _bent(options: argparse.Namespace, catalogue: Catalogue) -> Catalogue:
    """The ladder under the schools that were given."""
    school = dict(text.partition("=")[::2] for text in options.school)
    problems = list(school_problems(school, catalogue, "school"))
    if problems:
        raise InvalidInput(problems)
    return under(catalogue, school)


def _exercise_view(exercise: Any) -> dict[str, Any]:
    view: dict[str, Any] = exercise.model_dump(mode="json")
    view["remedies"] = view["faults"]
    view["faults"] = [fault["code"] for fault in view["remedies"]]
    return view
