"""The closed sets of the ladder: how exercises are judged, what left and right mean, gaits, gates."""

from __future__ import annotations

from enum import StrEnum

from pydantic import BaseModel, ConfigDict


class LadderModel(BaseModel):
    model_config = ConfigDict(frozen=True, extra="forbid")


class StepKind(StrEnum):
    """How an exercise is judged by lightness, by tolerance, by a measure."""

    LIGHTNESS = "L"
    TOLERANCE = "T"
    MEASURE = "M"


class Sides(StrEnum):
    """What left and right mean in an exercise; ``NONE`` for truly two-sided asks."""

    HAND = "hand"
    REIN = "rein"
    LEG = "leg"
    LEAD = "lead"
    NONE = "none"


class Side(StrEnum):
    LEFT = "left"
    RIGHT = "right"
    NONE = "none"

    @property
    def other(self) -> Side:
        opposite = {Side.LEFT: Side.RIGHT, Side.RIGHT: Side.LEFT}
        return opposite.get(self, Side.NONE)


class Gate(StrEnum):
    """How good a needed step has to be."""

    READY = "ready"
    CONFIRMED = "confirmed"


class StageBand(StrEnum):
    """Which band a stage is judged in: the green one, the schooled one, or any answer at all."""

    GREEN = "green"
    SCHOOLED = "schooled"
    ANY = "any"


class HelperRule(StrEnum):
    """When a helper has to be there. Common practice, no source."""

    NEVER = "never"
    UNTIL_READY = "until-ready"
    UNTIL_CONFIRMED = "until-confirmed"
    ALWAYS = "always"


class Accepted(StrEnum):
    """Until when a fault is let be while an exercise is learned."""

    LEARNING = "learning"
    ALWAYS = "always"
    NEVER = "never"
    SCHOOL = "school"


class Gait(StrEnum):
    HALT = "halt"
    WALK = "walk"
    TROT = "trot"
    CANTER = "canter"


class Compare(StrEnum):
    """How a measured extent meets its target."""

    AT_LEAST = "at-least"
    AT_MOST = "at-most"


class Origin(StrEnum):
    """Where an exercise comes from: the ladder that ships, a yard's change of it, a yard's own."""

    SHIPPED = "shipped"
    CHANGED = "changed"
    OWN = "own"
