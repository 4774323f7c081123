"""What the coach is told about the item being worked."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Annotated, Any

from pydantic import Field

from bucephal.answers import HeardEntry, ItemRule
from bucephal.base.errors import Problem, unknown_step
from bucephal.base.problems import shorten
from bucephal.coach.counters import SoFar
from bucephal.ladder import Catalogue, OptionCode, Side
from bucephal.record import Band, FrozenModel
from bucephal.record.checks import school_problems
from bucephal.record.models import StepId


class CoachSettings(FrozenModel):
    """The planned item on one side, with the thresholds that come with the plan."""

    step: StepId
    band: Band
    green: bool = Field(
        False, description="The step has not been ready yet: what is let be while learning is let be."
    )
    school: dict[str, OptionCode] = Field(default_factory=dict)
    aim: Annotated[int, Field(ge=1, le=10)] = 3
    cap: Annotated[int, Field(ge=1, le=50)] | None = None
    side: Side = Side.NONE
    other_side_done: bool = False
    best_below: Annotated[int, Field(ge=1, le=11)] | None = Field(
        None, description="A calm answer below this level is the best so far; null: no such."
    )
    minutes_left: float | None = Field(None, description="Of the session; null: no limit.")
    sessions_before: Annotated[int, Field(ge=0)] | None = Field(
        None, description="Sessions in which this exercise was asked before; null: not known."
    )
    climb_to: StepId | None = Field(
        None, description="The stage above, where it may follow today; null: it may not."
    )
    most_tries: Annotated[int, Field(ge=1, le=100)] | None = Field(
        None, description="Tries of the whole exercise, however far it goes up; null: no limit."
    )
    probe: bool = Field(False, description="One ask beyond today's limit, to see what comes.")
    comes_next: Annotated[str, Field(max_length=120)] | None = Field(
        None, description="What comes next in this plan, by name; null: not known."
    )

    so_far: SoFar = SoFar()

    def rule(self, catalogue: Catalogue) -> ItemRule:
        """How answers to the item are read.

        Args:
            catalogue: the ladder under the school of these settings.
        """
        return ItemRule(
            exercise=catalogue.exercise(self.step),
            stage=catalogue.stage(self.step),
            band=self.band,
            school=catalogue.school,
            green=self.green,
            best_below=self.best_below,
            sessions_before=self.sessions_before,
        )


class CoachFile(CoachSettings):
    """Settings and the entries so far: the input of `bucephal coach`."""

    asks: tuple[HeardEntry, ...] = ()

    @property
    def settings(self) -> CoachSettings:
        return CoachSettings(**{name: getattr(self, name) for name in CoachSettings.model_fields})


def check_coach_file(raw: Any, catalogue: Catalogue) -> list[Problem]:
    """What a coach file must hold beyond its shape: a known step, a side it has, a band in order."""
    if not isinstance(raw, Mapping):
        return []
    problems: list[Problem] = []
    step, band, side = raw.get("step"), raw.get("band"), raw.get("side", "none")
    if isinstance(step, str) and step not in catalogue:
        problems.append(unknown_step("step", step, catalogue.steps))
    elif isinstance(step, str) and side in list(Side):
        allowed = [name.value for name in catalogue.exercise(step).side_names]
        # A coach can be asked about a two-sided step without saying which side is meant.
        if side not in allowed and side != Side.NONE:
            problems.append(Problem("side", side, f"{step} has no such side", " or ".join(allowed)))
    problems += _climb_problems(step, raw.get("climb_to"), catalogue)
    problems += school_problems(raw.get("school"), catalogue, "school")
    if isinstance(band, list) and len(band) == 2 and all(isinstance(end, int) for end in band):
        if band[0] > band[1]:
            problems.append(Problem("band", shorten(band), "is upside down", "lowest level first"))
    return problems


def _climb_problems(step: Any, climb_to: Any, catalogue: Catalogue) -> list[Problem]:
    if not isinstance(climb_to, str) or not isinstance(step, str) or step not in catalogue:
        return []
    above = catalogue.next_stage(step)
    if climb_to == above:
        return []
    return [Problem("climb_to", climb_to, f"is not the stage after {step}", above or "null")]
