"""What a set-up is: its parameters, and how it is laid out in a frame from their values."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from enum import StrEnum

from bucephal.ground.frames import Frame
from bucephal.ground.gaits import (
    GAITS,
    LEAST_CM,
    MOST_CM,
    POLE_BAND_M,
    SPEED_BAND_MS,
    speed_ms,
    stride_m,
)
from bucephal.ground.geometry import Piece, Point
from bucephal.ground.set_up_parameters import Group, Number, Parameter, SetUpChoice, Unit, Values
from bucephal.ground.way import Leg
from bucephal.ladder import Gait

TRACK_M = 1.0
"""From the fence to the track, on which a horse goes along it; common practice, no source."""
NEAR_FENCE_M = 0.5
"""[own] What a way along a fence keeps: a horse is about a metre wide with the rider's knees."""
OPEN_M = 1.0
"""[own] What a circle keeps from a fence that it does not follow."""


PIVOT_M = 0.3
"""[own] What the hind feet step round in while a horse turns on them."""


class MarkerKind(StrEnum):
    BARREL = "barrel"
    CONE = "cone"
    POLE = "pole"
    """One end of a pole on the ground."""
    CENTRE = "centre"
    TARGET = "target"
    MARK = "mark"


@dataclass(frozen=True)
class MarkerSpot:
    """Something to set up, in the frame.

    Attributes:
        id: within the set-up, e.g. 'barrel-1'.
        drives: the parameters that dragging it changes.
        clear_m: what the way keeps from it.
    """

    id: str
    kind: MarkerKind
    at: Point
    drives: tuple[str, ...] = ()
    clear_m: float = 0.0


class Call(StrEnum):
    """What is asked or done at a point of the way; its words are in `bucephal.words.ground_words`."""

    ASK_TROT = "ask-trot"
    ASK_CANTER = "ask-canter"
    BACK_TO_TROT = "back-to-trot"
    CHANGE_DIAGONAL = "change-diagonal"
    CHANGE_LEAD = "change-lead"
    CHANGE_REIN = "change-rein"
    LENGTHEN = "lengthen"
    YIELD = "yield"
    STRAIGHTEN = "straighten"
    LEG_AT_TURN = "leg-at-turn"
    LEAVE_FENCE = "leave-fence"
    TURN_HAUNCHES = "turn-haunches"
    ROLL_BACK = "roll-back"
    LET_GO = "let-go"
    LOOK_AHEAD = "look-ahead"
    LARGER = "larger"
    SMALLER = "smaller"
    HALT_AT_MARK = "halt-at-mark"
    WATCH_STRETCH = "watch-stretch"


@dataclass(frozen=True)
class CallAt:
    call: Call
    at: Point


class SnagCode(StrEnum):
    """What can be wrong with a set-up itself; its words are in `bucephal.words.ground_words`."""

    CIRCLES_OVERLAP = "circles-overlap"
    SMALL_IS_LARGER = "small-is-larger"
    NO_ROOM_TO_TURN = "no-room-to-turn"
    TOO_SHORT = "too-short"


@dataclass(frozen=True)
class Snag:
    code: SnagCode
    by_m: float


@dataclass(frozen=True)
class Laid:
    """A set-up in its frame.

    Attributes:
        fence_m: what the way has to keep from the fence.
        figures: what is worked out beside the usual, by its name.
        whole_in: gaits in which all of it may be ridden.
        both_reins: one round works both reins alike.
        laps: rounds a rein that are ridden, where that is worked out.
        warns_of: gaits whose lean is warned of though it is not ridden in them.
        needs_side: it is ridden along a straight fence.
    """

    legs: tuple[Leg, ...]
    markers: tuple[MarkerSpot, ...] = ()
    calls: tuple[CallAt, ...] = ()
    fence_m: float = NEAR_FENCE_M
    figures: Mapping[str, float] = field(default_factory=dict)
    snags: tuple[Snag, ...] = ()
    whole_in: tuple[Gait, ...] = ()
    both_reins: bool = False
    laps: int = 1
    warns_of: tuple[Gait, ...] = ()
    needs_side: bool = False

    @property
    def pieces(self) -> tuple[Piece, ...]:
        return tuple(leg.piece for leg in self.legs)


@dataclass(frozen=True)
class SetUpPlan:
    """A set-up that can be laid out.

    Attributes:
        code: as in the ladder's data, or a figure's own.
        own: its parameters; those of the horse and of where it lies come on top.
        size: the parameter of which the largest that fits is looked for.
        movable: it can lie anywhere: `across_m` and `along_m` move all of it.
        is_figure: a figure that is ridden, with nothing that a plan names.
    """

    code: str
    own: tuple[Parameter, ...]
    size: str
    lay: Callable[[Frame, Values], Laid]
    movable: bool = True
    is_figure: bool = False

    @property
    def parameters(self) -> tuple[Parameter, ...]:
        return (*HORSE, *self.own, *(WHERE if self.movable else ()))


def _of_gait(gait: Gait) -> tuple[Number, Number]:
    low, high = SPEED_BAND_MS[gait]
    stride = POLE_BAND_M[gait][1]
    return (
        Number(f"{gait}_ms", Unit.SPEED, low, high,
               lambda _, known: round(speed_ms(gait, known.number("withers_cm")), 2), group=Group.HORSE),
        Number(f"{gait}_stride_m", Unit.METRES, stride / 4, stride * 4,
               lambda _, known: round(stride_m(gait, known.number("withers_cm")), 2), step=0.05,
               group=Group.HORSE),
    )  # fmt: skip


USUAL_CM = 155.0
HORSE: tuple[Parameter, ...] = (
    Number("withers_cm", Unit.CENTIMETRES, LEAST_CM, MOST_CM, USUAL_CM, step=1, group=Group.HORSE),
    *(number for gait in GAITS for number in _of_gait(gait)),
)
"""The horse that goes in it: height, and for each gait its speed and its stride."""
_ANYWHERE_M = 500.0
MOVES = ("across_m", "along_m")
"""Move all of a set-up."""
WHERE: tuple[Parameter, ...] = tuple(
    Number(key, Unit.METRES, -_ANYWHERE_M, _ANYWHERE_M, 0.0, group=Group.WHERE) for key in MOVES
)
"""How far all of it lies from where it usually does, in the frame."""


def gait_choice(usual: Gait, *options: Gait) -> SetUpChoice:
    return SetUpChoice("gait", tuple(str(one) for one in options or GAITS), str(usual))


def moved(values: Values, point: Point) -> Point:
    """A usual point, moved to where the set-up lies."""
    return point.by(values.number("across_m"), values.number("along_m"))
