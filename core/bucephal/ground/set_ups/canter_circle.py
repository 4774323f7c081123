"""Canter out of a circle 20 m across, asked for on the half that leads towards the fence.

In an arena 20 m wide the track lies a metre inside the fence, so that the circle of 20 m has a radius of 9.
"""

from __future__ import annotations

from bucephal.ground.frames import Frame
from bucephal.ground.geometry import Arc, Turn
from bucephal.ground.set_up import (
    MOVES,
    NEAR_FENCE_M,
    TRACK_M,
    Call,
    CallAt,
    Laid,
    MarkerKind,
    MarkerSpot,
    SetUpPlan,
    moved,
)
from bucephal.ground.set_up_parameters import Number, Unit, Values
from bucephal.ground.way import WayBuilder
from bucephal.ladder import Gait


def _widest(frame: Frame, _: Values) -> float:
    return frame.area.inscribed_m / 2 - TRACK_M


def _lay(frame: Frame, values: Values) -> Laid:
    radius = values.number("radius_m")
    centre = moved(values, frame.middle)
    parts = ((180.0, 90.0, Gait.TROT), (270.0, 180.0, Gait.CANTER), (90.0, 90.0, Gait.TROT))
    way = WayBuilder(centre.by(-radius, 0), -90, Gait.TROT)
    for begins, sweep, gait in parts:
        way.change(gait).follow(Arc(centre, radius, begins, sweep, Turn.LEFT))
    return Laid(
        way.done,
        (MarkerSpot("centre-1", MarkerKind.CENTRE, centre, MOVES),),
        (CallAt(Call.ASK_CANTER, centre.by(0, -radius)), CallAt(Call.BACK_TO_TROT, centre.by(0, radius))),
        fence_m=NEAR_FENCE_M,
        figures={"canter_m": way.legs[1].piece.length},
    )


SET_UP = SetUpPlan(
    "canter-circle",
    (Number("radius_m", Unit.METRES, 5, 20, 10.0, feet=32, most=_widest),),
    size="radius_m",
    lay=_lay,
)
