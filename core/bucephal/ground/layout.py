"""A set-up as it lies in a place: what is handed to drawings, sheets, screens. Metres in the place's axes."""

from __future__ import annotations

from enum import StrEnum

from pydantic import AliasChoices, Field

from bucephal.ground.geometry import Turn
from bucephal.ground.models import GroundModel
from bucephal.ground.places import FixedThing, Letter, Shape, Spot
from bucephal.ground.set_up import Call, MarkerKind
from bucephal.ground.set_up_parameters import Group, Unit
from bucephal.ladder import Gait


class ArenaOut(GroundModel):
    """The place itself."""

    name: str
    shape: Shape
    width_m: float
    length_m: float
    letters: tuple[Letter, ...]
    corners: tuple[Spot, ...] = Field(description="Anticlockwise; none of a round pen.")
    things: tuple[FixedThing, ...]
    home: Spot | None


class ProblemKind(StrEnum):
    """What can keep a set-up from fitting."""

    NEAR_FENCE = "near-fence"
    OVER_FENCE = "over-fence"
    MARKER_OUTSIDE = "marker-outside"
    NEAR_MARKER = "near-marker"
    NEAR_THING = "near-thing"
    MARKER_IN_THING = "marker-in-thing"
    NO_STRAIGHT_SIDE = "no-straight-side"
    SET_UP = "set-up"
    """Something in the set-up itself, wherever it lies."""


class FitProblem(GroundModel):
    """One thing that does not fit."""

    kind: ProblemKind
    what: str
    by_m: float = Field(description="By how much, metres; 0: nothing to measure.")
    x_m: float | None = Field(None, description="Where it is worst.")
    y_m: float | None = None


class Marker(GroundModel):
    id: str
    kind: MarkerKind
    name: str
    x_m: float
    y_m: float
    said: str = Field(description="Where it stands: across and along.")
    drives: tuple[str, ...] = Field(description="What dragging it changes; none: it cannot be dragged.")


class TapePoint(GroundModel):
    """Where a tape is held."""

    id: str
    name: str
    x_m: float
    y_m: float


class Hand(StrEnum):
    """On which side of the line from the first point to the second a marker stands."""

    LEFT = "left"
    RIGHT = "right"
    ON_IT = "on-it"


class TapeRow(GroundModel):
    marker: str
    name: str
    first_m: float
    second_m: float
    first_said: str
    second_said: str
    hand: Hand


class TapeTable(GroundModel):
    """Each marker's distance from two points, by which two people with one tape lay it out."""

    first: TapePoint
    second: TapePoint
    apart_m: float
    apart_said: str
    how: str = Field(description="How two people with one tape go about it.")
    rows: tuple[TapeRow, ...]
    sharp_deg: float = Field(description="The flattest angle at which the two distances meet; 90 is best.")


class TapeEntry(GroundModel):
    """One distance."""

    marker: str
    from_: str = Field(serialization_alias="from", validation_alias=AliasChoices("from", "from_"))
    m: float

    model_config = GroundModel.model_config | {"serialize_by_alias": True}


class PathPiece(GroundModel):
    kind: str = Field(description="line or arc.")
    from_: tuple[float, float] = Field(
        serialization_alias="from", validation_alias=AliasChoices("from", "from_")
    )
    to: tuple[float, float]
    centre: tuple[float, float] | None = None
    radius_m: float | None = None
    turn: Turn | None = None
    sweep_deg: float | None = Field(None, description="How far it turns; 360 is a whole circle.")
    gait: Gait
    length_m: float
    said: str
    turn_said: str = Field("", description="Of a bend: which way, how far, on which radius.")

    model_config = GroundModel.model_config | {"serialize_by_alias": True}


class Path(GroundModel):
    length_m: float
    pieces: tuple[PathPiece, ...]


class AskAt(GroundModel):
    """What is asked or done at a point of the way."""

    call: Call
    what: str
    where: str = Field(description="By the letters; empty: none says it.")
    x_m: float
    y_m: float


class Rounds(GroundModel):
    left: int
    right: int
    words: str


class Figure(GroundModel):
    """What is worked out, by its name."""

    key: str
    name: str
    value: float
    unit: str
    said: str


class ParameterOption(GroundModel):
    value: str
    name: str


class ParameterOut(GroundModel):
    """What can be set, its range, and what it is now."""

    key: str
    name: str
    group: Group
    unit: Unit | None = Field(description="Null: a choice.")
    value: float | str
    low: float | None = None
    high: float | None = None
    step: float | None = None
    options: tuple[ParameterOption, ...] = ()
    sets: str = Field(description="The key under which what is typed is sent: of feet another.")
    shown: str = Field(description="The value in the unit that is read.")
    unit_shown: str = ""
    range_shown: str = ""
    is_set: bool = Field(description="It was set, and is not the usual.")
    is_size: bool = Field(description="The one of which the largest that fits is looked for.")


class Layout(GroundModel):
    """A set-up in a place: where it lies, whether it fits, what it comes to."""

    setup: str
    name: str
    words: str
    arena: ArenaOut
    mirrored: bool
    values: dict[str, float | str]
    parameters: tuple[ParameterOut, ...]
    fits: bool
    verdict: str
    problems: tuple[FitProblem, ...]
    largest: dict[str, float] | None = Field(
        description="Of the size, what fits; null: it fits, or none does."
    )
    largest_words: str
    markers: tuple[Marker, ...]
    tape: tuple[TapeEntry, ...]
    corners_table: TapeTable | None
    markers_table: TapeTable | None
    path: Path
    times_s: dict[Gait, float] = Field(
        description="Seconds a round in a gait: of its pieces, or of all of it."
    )
    strides: dict[Gait, float]
    ask_at: tuple[AskAt, ...]
    rounds: Rounds
    lean_deg: dict[Gait, float] = Field(description="In the tightest turn that is ridden in it.")
    smallest_radius_m: dict[Gait, float] = Field(description="On which it leans no further than is sensible.")
    figures: tuple[Figure, ...]
    comes_to: tuple[str, ...] = Field(description="Way, seconds, strides and figures, line by line.")
    cautions: tuple[str, ...]
    notes: tuple[str, ...]
