"""Turn at the fence: a line 1.5 m from it; the turn on the haunches is made towards it, and leaves along it.

Source: common practice, no source.
"""

from __future__ import annotations

from bucephal.ground.frames import Frame
from bucephal.ground.geometry import Point, Turn
from bucephal.ground.set_up import (
    NEAR_FENCE_M,
    PIVOT_M,
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


def _lay(frame: Frame, values: Values) -> Laid:
    fence, run = values.number("fence_m"), values.number("run_m")
    at = moved(values, Point(frame.width - fence, frame.length / 2 + run / 2))
    way = WayBuilder(at.by(0, -run), 90, Gait.WALK).straight(run).bend(PIVOT_M, 180, Turn.RIGHT).straight(run)
    return Laid(
        way.done,
        (MarkerSpot("mark-1", MarkerKind.MARK, at, ("fence_m", "along_m")),),
        (CallAt(Call.TURN_HAUNCHES, at),),
        fence_m=NEAR_FENCE_M,
        needs_side=True,
    )


SET_UP = SetUpPlan(
    "turn-haunch-fence",
    (
        Number("fence_m", Unit.METRES, 1, 5, 1.5, feet=5),
        Number("run_m", Unit.METRES, 3, 40, 8.0, feet=26, most=lambda frame, _: frame.length - 2),
    ),
    size="run_m",
    lay=_lay,
)
