"""Longer trot into the corner: a long side at growing speed, canter asked for in the corner, the short side.

Source: common practice, no source: a green horse's corner has a radius of 6 to 7 m, a schooled one's 3 m.
Distances and seconds: even acceleration along the side, v^2 = v0^2 + 2 a s.
"""

from __future__ import annotations

from bucephal.ground.frames import Frame
from bucephal.ground.geometry import Point
from bucephal.ground.set_up import NEAR_FENCE_M, TRACK_M, Call, CallAt, Laid, SetUpPlan, Snag, SnagCode
from bucephal.ground.set_up_parameters import Number, Unit, Values
from bucephal.ground.way import WayBuilder
from bucephal.ladder import Gait

LEAST_SIDE_M = 10.0
"""[own] On less there is nothing to lengthen on: four strides of trot."""


def _widest(frame: Frame, _: Values) -> float:
    return min(frame.width, frame.length) / 2 - TRACK_M


def _longer(_: Frame, known: Values) -> float:
    """[own] A trot grown by four tenths goes over into canter; six metres a second is the end of it."""
    return round(min(known.number("trot_ms") * 1.4, 6.0), 2)


def _lay(frame: Frame, values: Values) -> Laid:
    corner, start, end = (values.number(key) for key in ("corner_m", "trot_ms", "to_ms"))
    side = max(frame.length - 2 * (TRACK_M + corner), 0.0)
    first, last = TRACK_M + corner, TRACK_M + corner + side
    before = asked_before_m(start, max(end, start), side, values.number("ask_s"))
    across = max(frame.width - 2 * (TRACK_M + corner), 0.0)
    x = frame.width - TRACK_M
    way = WayBuilder(Point(x, first), 90, Gait.TROT).straight(side).bend(corner, 45)
    way.change(Gait.CANTER).bend(corner, 45).straight(across)
    return Laid(
        way.done,
        calls=(
            CallAt(Call.LENGTHEN, Point(x, first)),
            CallAt(Call.ASK_CANTER, Point(x, last - before)),
            CallAt(Call.BACK_TO_TROT, way.at),
        ),
        fence_m=NEAR_FENCE_M,
        figures={
            "speed_from_ms": start,
            "speed_to_ms": max(end, start),
            "side_s": 2 * side / (start + max(end, start)),
            "ask_before_m": before,
            "ask_before_s": values.number("ask_s"),
        },
        snags=(Snag(SnagCode.TOO_SHORT, LEAST_SIDE_M - side),) if side < LEAST_SIDE_M else (),
        needs_side=True,
    )


def asked_before_m(start_ms: float, end_ms: float, side_m: float, ask_s: float) -> float:
    """How far before the end of the side it is asked for, so many seconds before it gets there."""
    if side_m <= 0:
        return 0.0
    gain = (end_ms**2 - start_ms**2) / (2 * side_m)
    took = 2 * side_m / (start_ms + end_ms)
    seconds = min(ask_s, took)
    speed = end_ms - gain * seconds
    return min(seconds * (speed + end_ms) / 2, side_m)


SET_UP = SetUpPlan(
    "extended-trot-corner",
    (
        Number("corner_m", Unit.METRES, 3, 12, 6.0, feet=20, most=_widest),
        Number("to_ms", Unit.SPEED, 2, 7, _longer),
        Number("ask_s", Unit.SECONDS, 0, 5, 1.0),
    ),
    size="corner_m",
    lay=_lay,
    movable=False,
)
