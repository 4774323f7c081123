"""Schools: where practitioners disagree, and what each option changes in the ladder (handbook 09).

Questions and changes are data (``data/schools.toml``). What an option changes in the coach and the
plan is in those rooms, by key and code. The first option is the default and changes nothing here.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from typing import Any

from pydantic import BaseModel, ConfigDict, Field

from bucephal.ladder.models import Accepted

OPTION_CODES = "abcd"


class _Frozen(BaseModel):
    model_config = ConfigDict(frozen=True, extra="forbid")


class SchoolChange(_Frozen):
    """What an option changes: of a step, an exercise, a family, a fault or a rider fault.

    Fields of the exercise or stage that are set replace those of the ladder.
    """

    step: str | None = None
    exercise: str | None = None
    family: str | None = None
    fault: str | None = None
    of: str | None = Field(None, description="For a fault: an exercise, a cue family, or 'any'.")
    rider_fault: str | None = None
    needs_add: tuple[str, ...] = ()
    needs_drop: tuple[str, ...] = ()
    name: str | None = None
    does: str | None = None
    looks: str | None = None
    ask: str | None = None
    layouts: tuple[str, ...] | None = None
    kit: tuple[str, ...] | None = None
    cautions: tuple[str, ...] | None = None
    demands: tuple[str, ...] | None = None
    levels: tuple[str, ...] | None = None
    first: str | None = None
    second: str | None = None
    accepted: Accepted | None = None
    becomes: str | None = None
    words: str | None = None

    def fields(self, *names: str) -> dict[str, Any]:
        """Those of some fields that are set."""
        return {name: value for name in names if (value := getattr(self, name)) is not None}


class SchoolOption(_Frozen):
    code: str
    name: str
    words: str = Field(description="A neutral sentence: what is done, in its own terms.")
    prefers: tuple[str, ...] = Field((), description="Exercises taken first among those open.")
    changes: tuple[SchoolChange, ...] = Field((), exclude=True)


class School(_Frozen):
    """One question and the options it can be answered with; the first is the default."""

    key: str
    question: str
    effect: str
    options: tuple[SchoolOption, ...]

    @property
    def default(self) -> str:
        return self.options[0].code

    def option(self, code: str) -> SchoolOption:
        return next((one for one in self.options if one.code == code), self.options[0])


def schools_from(rows: Iterable[Mapping[str, Any]]) -> tuple[School, ...]:
    """Schools from their TOML rows; options get their codes by their place."""
    return tuple(
        School.model_validate(
            {
                **row,
                "options": [
                    {"code": code, **option}
                    for code, option in zip(OPTION_CODES, row["options"], strict=False)
                ],
            }
        )
        for row in rows
    )


def resolve(schools: Iterable[School], chosen: Mapping[str, str]) -> dict[str, str]:
    """The option in force for every question: what is chosen, else the default."""
    return {school.key: school.option(chosen.get(school.key, "")).code for school in schools}


def options_in_force(schools: Iterable[School], resolved: Mapping[str, str]) -> list[SchoolOption]:
    return [school.option(resolved[school.key]) for school in schools]
