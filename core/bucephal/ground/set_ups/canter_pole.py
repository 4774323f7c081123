"""Canter over a ground pole: one pole on a straight line away from home, room to trot on both sides of it."""

from __future__ import annotations

from bucephal.ground.arena_figures import LongLine, line_x, usual_line
from bucephal.ground.frames import Frame
from bucephal.ground.geometry import Point
from bucephal.ground.set_up import MOVES, OPEN_M, Call, CallAt, Laid, MarkerKind, MarkerSpot, SetUpPlan, moved
from bucephal.ground.set_up_parameters import Number, SetUpChoice, Unit, Values
from bucephal.ground.way import WayBuilder
from bucephal.ladder import Gait


def _half(frame: Frame, _: Values) -> float:
    return frame.length / 2 - OPEN_M


def _lay(frame: Frame, values: Values) -> Laid:
    before, canter, after, pole = (
        values.number(key) for key in ("run_in_m", "canter_m", "run_out_m", "pole_m")
    )
    at = moved(values, Point(line_x(frame, LongLine(values.choice("on"))), frame.length / 2))
    way = WayBuilder(at.by(0, -before), 90, Gait.TROT).straight(before)
    way.change(Gait.CANTER).straight(min(canter, after)).change(Gait.TROT).straight(after - canter)
    ends = ((-pole / 2, "pole-1-left"), (pole / 2, "pole-1-right"))
    return Laid(
        way.done,
        tuple(MarkerSpot(name, MarkerKind.POLE, at.by(x, 0), MOVES) for x, name in ends),
        (CallAt(Call.LET_GO, at), CallAt(Call.BACK_TO_TROT, at.by(0, min(canter, after)))),
        fence_m=OPEN_M,
        figures={"canter_m": min(canter, after), "total_m": before + after},
    )


SET_UP = SetUpPlan(
    "canter-pole",
    (
        SetUpChoice("on", ("quarter", "centre", "three-quarter"), usual_line),
        Number("run_in_m", Unit.METRES, 5, 60, 15.0, feet=50, most=_half),
        Number("run_out_m", Unit.METRES, 5, 60, 15.0, feet=50, most=_half),
        Number("canter_m", Unit.METRES, 3, 40, 9.0, feet=30),
        Number("pole_m", Unit.METRES, 2, 5, 3.0, feet=10),
    ),
    size="run_in_m",
    lay=_lay,
)
