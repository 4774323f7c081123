"""Lunge circle: 15 to 20 m across, level, the fence not too near; laps from the minutes on each rein."""

from __future__ import annotations

from math import tau

from bucephal.ground.frames import Frame
from bucephal.ground.gaits import GAITS
from bucephal.ground.geometry import circle
from bucephal.ground.set_up import (
    MOVES,
    Call,
    CallAt,
    Laid,
    MarkerKind,
    MarkerSpot,
    SetUpPlan,
    gait_choice,
    moved,
)
from bucephal.ground.set_up_parameters import Number, Unit, Values
from bucephal.ground.way import WayBuilder
from bucephal.ladder import Gait


def _widest(frame: Frame, known: Values) -> float:
    return frame.area.inscribed_m / 2 - known.number("room_m")


def _lay(frame: Frame, values: Values) -> Laid:
    radius, gait = values.number("radius_m"), Gait(values.choice("gait"))
    centre = moved(values, frame.middle)
    lap = tau * radius
    ridden = values.number("minutes") * 60 * values.number(f"{gait}_ms")
    return Laid(
        WayBuilder(centre.by(radius, 0), 90, gait).follow(circle(centre, radius, 0)).done,
        (MarkerSpot("centre-1", MarkerKind.CENTRE, centre, MOVES),),
        (CallAt(Call.WATCH_STRETCH, centre.by(0, radius)),),
        fence_m=values.number("room_m"),
        figures={"ridden_m": ridden},
        whole_in=GAITS,
        laps=max(round(ridden / lap), 1),
    )


SET_UP = SetUpPlan(
    "lunge-circle",
    (
        Number("room_m", Unit.METRES, 0.5, 10, 1.0, feet=3),
        Number("radius_m", Unit.METRES, 3, 15, 8.0, feet=26, most=_widest),
        gait_choice(Gait.TROT),
        Number("minutes", Unit.MINUTES, 1, 30, 5.0, step=1),
    ),
    size="radius_m",
    lay=_lay,
)
