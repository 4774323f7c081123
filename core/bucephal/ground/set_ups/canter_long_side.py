"""Canter on the long side: half a circle, the long side that leads away from home, half a circle, and back.

Source: common practice, no source: asked for as the long side begins, heading away from home; trot again
before it ends.
"""

from __future__ import annotations

from bucephal.ground.frames import Frame
from bucephal.ground.geometry import Point
from bucephal.ground.set_up import NEAR_FENCE_M, TRACK_M, Call, CallAt, Laid, SetUpPlan, Snag, SnagCode
from bucephal.ground.set_up_parameters import Number, Unit, Values
from bucephal.ground.way import WayBuilder
from bucephal.ladder import Gait


def _widest(frame: Frame, _: Values) -> float:
    return min(frame.width / 2 - TRACK_M, frame.length / 4)


def _lay(frame: Frame, values: Values) -> Laid:
    radius, after = values.number("radius_m"), values.number("ask_after_m")
    side, first = frame.width - TRACK_M, TRACK_M + radius
    straight = max(frame.length - 2 * first, 0.0)
    ask = min(after, straight)
    way = WayBuilder(Point(side - 2 * radius, first), -90, Gait.TROT).bend(radius, 180).straight(ask)
    way.change(Gait.CANTER).straight(straight - ask)
    way.change(Gait.TROT).bend(radius, 180).straight(straight)
    short = 2 * first + values.number("least_m") - frame.length
    return Laid(
        way.done,
        calls=(
            CallAt(Call.ASK_CANTER, Point(side, first + ask)),
            CallAt(Call.BACK_TO_TROT, Point(side, first + straight)),
        ),
        fence_m=NEAR_FENCE_M,
        figures={"canter_m": straight - ask},
        snags=(Snag(SnagCode.TOO_SHORT, short),) if short > 0 else (),
        needs_side=True,
    )


SET_UP = SetUpPlan(
    "canter-long-side",
    (
        Number("radius_m", Unit.METRES, 3, 15, 9.0, feet=30, most=_widest),
        Number("ask_after_m", Unit.METRES, 0, 40, 2.0, feet=6),
        Number("least_m", Unit.METRES, 5, 60, 12.0, feet=40),
    ),
    size="radius_m",
    lay=_lay,
    movable=False,
)
