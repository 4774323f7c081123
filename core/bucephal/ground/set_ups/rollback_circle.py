"""Rollback circle and fence: a circle of 20 to 30 ft across beside the fence, a line along it, and back.

Source: common practice, no source.
"""

from __future__ import annotations

from bucephal.ground.frames import Frame
from bucephal.ground.gaits import GAITS
from bucephal.ground.geometry import Point, Turn
from bucephal.ground.set_up import (
    MOVES,
    NEAR_FENCE_M,
    PIVOT_M,
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


def _lay(frame: Frame, values: Values) -> Laid:
    radius, fence, run = (
        values.number("across_the_circle_m") / 2,
        values.number("fence_m"),
        values.number("run_m"),
    )
    gait = Gait(values.choice("gait"))
    start = moved(values, Point(frame.width - fence, (frame.length - run + radius) / 2))
    way = WayBuilder(start, 90, gait).bend(radius, 360).straight(run)
    stop = way.at
    way.bend(PIVOT_M, 180, Turn.RIGHT).straight(run)
    centre = start.by(-radius, 0)
    return Laid(
        way.done,
        (
            MarkerSpot("centre-1", MarkerKind.CENTRE, centre, MOVES),
            MarkerSpot("mark-1", MarkerKind.MARK, stop, ("run_m", "fence_m")),
        ),
        (CallAt(Call.ROLL_BACK, stop),),
        fence_m=NEAR_FENCE_M,
        figures={"radius_m": radius},
        whole_in=GAITS,
        needs_side=True,
    )


SET_UP = SetUpPlan(
    "rollback-circle",
    (
        Number("across_the_circle_m", Unit.METRES, 5, 15, 7.5, feet=25,
               most=lambda frame, _: frame.area.inscribed_m - 3),
        Number("fence_m", Unit.METRES, 1, 5, 1.5, feet=5),
        Number("run_m", Unit.METRES, 3, 40, 8.0, feet=26, most=lambda frame, known: (
            frame.length - known.number("across_the_circle_m") / 2 - 2)),
        gait_choice(Gait.WALK),
    ),
    size="across_the_circle_m",
    lay=_lay,
)  # fmt: skip
