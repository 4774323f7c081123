"""Station: a mark 0.6 m beside the target, the nose level with its hip; the way there from behind.

Source: common practice, no source.
"""

from __future__ import annotations

from bucephal.ground.frames import Frame
from bucephal.ground.set_up import (
    MOVES,
    OPEN_M,
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

HIP_FROM_BEHIND = 0.25
"""[own] How far from behind the hip of a target lies, as a part of its length."""


def _lay(frame: Frame, values: Values) -> Laid:
    gap, body, run = (values.number(key) for key in ("gap_m", "body_m", "run_in_m"))
    middle = moved(values, frame.middle)
    hip = middle.by(0, body * (HIP_FROM_BEHIND - 0.5))
    mark = hip.by(-gap, 0)
    way = WayBuilder(mark.by(0, -run), 90, Gait(values.choice("gait"))).straight(run)
    return Laid(
        way.done,
        (
            MarkerSpot("target-head", MarkerKind.TARGET, middle.by(0, body / 2), MOVES),
            MarkerSpot("target-hip", MarkerKind.TARGET, hip, MOVES),
            MarkerSpot("mark-1", MarkerKind.MARK, mark, ("gap_m", "along_m")),
        ),
        (CallAt(Call.HALT_AT_MARK, mark),),
        fence_m=OPEN_M,
        figures={"gap_m": gap},
    )


SET_UP = SetUpPlan(
    "station",
    (
        Number("gap_m", Unit.METRES, 0.2, 3, 0.6, feet=2, step=0.05),
        Number("body_m", Unit.METRES, 0.5, 4, 2.4, feet=8),
        Number("run_in_m", Unit.METRES, 2, 30, 10.0, feet=33, most=lambda frame, _: frame.length / 2 - 2),
        gait_choice(Gait.WALK, Gait.WALK, Gait.TROT),
    ),
    size="run_in_m",
    lay=_lay,
)
