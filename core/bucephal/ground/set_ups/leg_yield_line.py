"""Leg-yield line: from the quarter, three-quarter or centre line to the track, between two letters.

The quarter line leads to the near track, the three-quarter line to the far one: both a quarter of the width
less the track. How steep: up to 15 degrees for a green horse, up to 25 for a schooled one [own].
"""

from __future__ import annotations

from math import atan2, degrees

from bucephal.ground.arena_figures import LongLine, line_x
from bucephal.ground.frames import Frame
from bucephal.ground.geometry import Point
from bucephal.ground.set_up import (
    NEAR_FENCE_M,
    TRACK_M,
    Call,
    CallAt,
    Laid,
    MarkerKind,
    MarkerSpot,
    SetUpPlan,
    Snag,
    SnagCode,
    gait_choice,
)
from bucephal.ground.set_up_parameters import Number, SetUpChoice, Unit, Values
from bucephal.ground.way import WayBuilder
from bucephal.ladder import Gait

GREEN_DEG, SCHOOLED_DEG = 15.0, 25.0
"""[own] Up to how steep for a green horse, and for a schooled one."""
RUN_OUT_M = 3.0
WITHOUT_LETTERS_M = 18.0


def steepness(sideways_m: float, forward_m: float) -> float:
    """Degrees off straight ahead."""
    return degrees(atan2(sideways_m, forward_m))


def _sideways(frame: Frame, line: LongLine) -> float:
    x = line_x(frame, line)
    return min(abs(frame.width - TRACK_M - x), abs(x - TRACK_M))


def _start(frame: Frame, _: Values) -> float:
    return frame.side_letters_m[0] if frame.side_letters_m else 6.0


def _forward(frame: Frame, known: Values) -> float:
    """To the first letter that leaves it no steeper than a green horse's, else to the last."""
    start, sideways = known.number("start_m"), _sideways(frame, LongLine(known.choice("from")))
    to_letters = [y - start for y in frame.side_letters_m if y > start]
    easy = [metres for metres in to_letters if steepness(sideways, metres) <= GREEN_DEG]
    return (easy or to_letters[-1:] or [WITHOUT_LETTERS_M])[0]


def _left(frame: Frame, known: Values) -> float:
    return frame.length - known.number("start_m") - RUN_OUT_M - TRACK_M


def _lay(frame: Frame, values: Values) -> Laid:
    line, start, forward = (
        LongLine(values.choice("from")),
        values.number("start_m"),
        values.number("forward_m"),
    )
    gait = Gait(values.choice("gait"))
    x, sideways = line_x(frame, line), _sideways(frame, line)
    away = -1 if line is LongLine.THREE_QUARTER else 1
    begin, end = Point(x, start), Point(x + away * sideways, start + forward)
    way = WayBuilder(Point(x, TRACK_M), 90, gait).to(begin).to(end).to(end.by(0, RUN_OUT_M))
    angle = steepness(sideways, forward)
    stride = values.number(f"{gait}_stride_m")
    over = start + forward + RUN_OUT_M + NEAR_FENCE_M - frame.length
    return Laid(
        way.done,
        (
            MarkerSpot("mark-1", MarkerKind.MARK, begin, ("start_m",)),
            MarkerSpot("mark-2", MarkerKind.MARK, end, ("forward_m",)),
        ),
        (CallAt(Call.YIELD, begin), CallAt(Call.STRAIGHTEN, end)),
        fence_m=NEAR_FENCE_M,
        figures={
            "sideways_m": sideways,
            "forward_m": forward,
            "angle_deg": angle,
            "sideways_a_stride_m": stride * sideways / (forward**2 + sideways**2) ** 0.5,
        },
        snags=(Snag(SnagCode.TOO_SHORT, over),) if over > 0 else (),
        whole_in=(Gait.WALK, Gait.TROT),
        needs_side=True,
    )


SET_UP = SetUpPlan(
    "leg-yield-line",
    (
        SetUpChoice("from", ("quarter", "three-quarter", "centre"), "quarter"),
        Number("start_m", Unit.METRES, 1, 200, _start, feet=20),
        Number("forward_m", Unit.METRES, 3, 200, _forward, feet=60, most=_left),
        gait_choice(Gait.WALK, Gait.WALK, Gait.TROT),
    ),
    size="forward_m",
    lay=_lay,
    movable=False,
)
