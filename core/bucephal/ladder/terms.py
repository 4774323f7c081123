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


class Counted(StrEnum):
    """What of an answer can be counted beside how light it was."""

    STEPS = "steps"
    STRIDES = "strides"
    TROT_STRIDES = "trot-strides"
    DEGREES = "degrees"


class TakenWith(StrEnum):
    """With what a measure is taken at the ring."""

    CLOCK = "clock"
    """Seconds, from a tap to a tap."""
    RIDE_CLOCK = "ride-clock"
    """Minutes since the session began."""
    CALM_CLOCK = "calm-clock"
    """The share of the time that was calm."""
    CORNERS = "corners"
    """Metres before each corner, without and with the inside leg."""
    STRIDES = "strides"
    """Strides of two long sides, counted by tapping in rhythm."""
    STATION = "station"
    """Seconds beside the target, the gap to the mark and the one to the side."""


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


class CountsAs(StrEnum):
    """What a fault of the horse counts as, once it is tapped.

    let-be: praised while the step is learned, then as shape. shape: the try is praised, the remedy is for
    the next. wrong: not released for it. free: put back quietly, no try. stop: over for today. body: eased
    off, and counted. level, over, tight, before: what is tapped with it speaks (the level, far more than
    asked, tension, an answer before the ask). none: no fault here.

    Source: common practice, no source.
    """

    BODY = "body"
    STOP = "stop"
    WRONG = "wrong"
    FREE = "free"
    SHAPE = "shape"
    LET_BE = "let-be"
    BEFORE = "before"
    LEVEL = "level"
    OVER = "over"
    TIGHT = "tight"
    NONE = "none"


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
