"""Schools: where practitioners disagree, and what each option changes in the ladder.

Questions and changes are data (``data/schools.toml``). What an option changes in the coach and the
plan is in those rooms, by the enumerations of ``questions.py``. Option ``a`` is the default and
changes nothing here.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from typing import Any, Literal

from pydantic import Field, field_validator

from bucephal.ladder.terms import CountsAs, LadderModel

OptionCode = Literal["a", "b", "c", "d"]
DEFAULT_OPTION = "a"


class SchoolChange(LadderModel):
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
    set_ups: tuple[str, ...] | None = None
    kit: tuple[str, ...] | None = None
    cautions: tuple[str, ...] | None = None
    demands: tuple[str, ...] | None = None
    levels: tuple[str, ...] | None = None
    first: str | None = None
    second: str | None = None
    counts_as: CountsAs | None = None
    becomes: str | None = None
    words: str | None = None

    def fields(self, *names: str) -> dict[str, Any]:
        """Those of some fields that are set."""
        return {name: value for name in names if (value := getattr(self, name)) is not None}


class SchoolOption(LadderModel):
    code: OptionCode = Field(description="Its name for ever, in every record.")
    name: str
    words: str = Field(description="A neutral sentence: what is done, in its own terms.")
    prefers: tuple[str, ...] = Field((), description="Exercises taken first among those open.")
    changes: tuple[SchoolChange, ...] = Field((), exclude=True)


class School(LadderModel):
    """One question and the options it can be answered with."""

    key: str
    question: str
    effect: str
    options: tuple[SchoolOption, ...]

    @field_validator("options")
    @classmethod
    def _each_code_once(cls, options: tuple[SchoolOption, ...]) -> tuple[SchoolOption, ...]:
        codes = [option.code for option in options]
        if DEFAULT_OPTION not in codes or len(set(codes)) < len(codes):
            raise ValueError(f"each code once, {DEFAULT_OPTION} among them, not {', '.join(codes)}")
        return options

    @property
    def others(self) -> tuple[SchoolOption, ...]:
        """The options beside the default."""
        return tuple(option for option in self.options if option.code != DEFAULT_OPTION)

    def option(self, code: str) -> SchoolOption:
        """The option of a code; the default where there is none of that code."""
        by_code: dict[str, SchoolOption] = {option.code: option for option in self.options}
        return by_code.get(code) or by_code[DEFAULT_OPTION]


def resolve(schools: Iterable[School], chosen: Mapping[str, str]) -> dict[str, str]:
    """The option in force for every question: what is chosen, else the default."""
    return {school.key: school.option(chosen.get(school.key, "")).code for school in schools}


def options_in_force(schools: Iterable[School], resolved: Mapping[str, str]) -> list[SchoolOption]:
    return [school.option(resolved[school.key]) for school in schools]
