"""Two markers and a gate: a figure of eight round two barrels on the centre line, through two cones.

Source: common practice, no source: a turn of 6 m and 2 m of room outside each barrel, in practice about 90 ft
between the barrels; the gate 20 ft wide, later 10 ft.
"""

from __future__ import annotations

from bucephal.ground.frames import Frame
from bucephal.ground.geometry import Line, Point, Turn, circle, crossed_eight
from bucephal.ground.set_up import (
    Call,
    CallAt,
    Laid,
    MarkerKind,
    MarkerSpot,
    SetUpPlan,
    Snag,
    SnagCode,
    gait_choice,
    moved,
)
from bucephal.ground.set_up_parameters import Number, Unit, Values
from bucephal.ground.way import WayBuilder
from bucephal.ladder import Gait

CONE_CLEAR_M = 0.6
"""[own] Half a horse with the rider's knee beside a cone."""


def _room_between(frame: Frame, known: Values) -> float:
    """What leaves a turn and its room outside each barrel."""
    return frame.length - 2 * (known.number("radius_m") + known.number("room_m"))


def _lay(frame: Frame, values: Values) -> Laid:
    between, gate, radius = (values.number(key) for key in ("between_m", "gate_m", "radius_m"))
    gait = Gait(values.choice("gait"))
    middle = moved(values, frame.middle)
    near, far = middle.by(0, -between / 2), middle.by(0, between / 2)
    eight = crossed_eight(near, far, radius)
    way = WayBuilder(middle, 90, gait)
    snags: tuple[Snag, ...] = ()
    if eight is None:
        snags = (Snag(SnagCode.CIRCLES_OVERLAP, 2 * radius - between),)
        way.follow(circle(far, radius, -90), circle(near, radius, 90, Turn.RIGHT))
    else:
        out, round_far, back, round_near = eight
        half = out.at(out.length / 2)
        way.follow(Line(half, out.end), round_far, back, round_near, Line(out.start, half))
    change = Call.CHANGE_LEAD if gait is Gait.CANTER else Call.CHANGE_DIAGONAL
    return Laid(
        way.done,
        _markers(middle, near, far, gate),
        (
            CallAt(change, middle),
            *(CallAt(Call.LOOK_AHEAD, at) for at in (far.by(radius, 0), near.by(-radius, 0))),
        ),
        fence_m=values.number("room_m"),
        figures={"crossing_deg": abs(way.legs[0].piece.heading_in - 90)} if eight else {},
        snags=snags,
        whole_in=(Gait.TROT, Gait.CANTER),
        both_reins=True,
    )


def _markers(middle: Point, near: Point, far: Point, gate: float) -> tuple[MarkerSpot, ...]:
    barrel, cone = MarkerKind.BARREL, MarkerKind.CONE
    return (
        MarkerSpot("barrel-1", barrel, near, ("between_m", "across_m")),
        MarkerSpot("barrel-2", barrel, far, ("between_m", "across_m")),
        MarkerSpot("cone-1", cone, middle.by(-gate / 2, 0), ("gate_m", "along_m"), CONE_CLEAR_M),
        MarkerSpot("cone-2", cone, middle.by(gate / 2, 0), ("gate_m", "along_m"), CONE_CLEAR_M),
    )


SET_UP = SetUpPlan(
    "two-marker",
    (
        Number("radius_m", Unit.METRES, 2, 20, 6.0, feet=20),
        Number("room_m", Unit.METRES, 0.5, 10, 2.0, feet=6),
        Number("between_m", Unit.METRES, 4, 200, 27.4, feet=90, most=_room_between),
        Number("gate_m", Unit.METRES, 1.5, 20, 6.0, feet=20),
        gait_choice(Gait.TROT, Gait.WALK, Gait.TROT, Gait.CANTER),
    ),
    size="between_m",
    lay=_lay,
)
