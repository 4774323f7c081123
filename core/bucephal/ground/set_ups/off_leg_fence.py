"""Off the leg at the fence: a line 5 m inside it, a turn into it, the leg at the turn, and away from it.

Source: common practice, no source.
"""

from __future__ import annotations

from bucephal.ground.frames import Frame
from bucephal.ground.geometry import Point, Turn
from bucephal.ground.set_up import (
    NEAR_FENCE_M,
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
    inside, radius, run = (values.number(key) for key in ("inside_m", "turn_m", "run_m"))
    gait = Gait(values.choice("gait"))
    at = moved(values, Point(frame.width - inside, frame.length / 2 + run / 2))
    way = WayBuilder(at.by(0, -run), 90, gait).straight(run).bend(radius, 180, Turn.RIGHT).straight(run)
    return Laid(
        way.done,
        (MarkerSpot("mark-1", MarkerKind.MARK, at, ("inside_m", "along_m")),),
        (CallAt(Call.LEG_AT_TURN, at.by(radius, radius)), CallAt(Call.LEAVE_FENCE, at.by(2 * radius, 0))),
        fence_m=NEAR_FENCE_M,
        figures={"before_fence_m": frame.area.room(frame.out(at)), "after_turn_m": inside - 2 * radius},
        whole_in=(Gait.WALK, Gait.TROT),
        needs_side=True,
    )


SET_UP = SetUpPlan(
    "off-leg-fence",
    (
        Number("inside_m", Unit.METRES, 2, 15, 5.0, feet=16),
        Number("turn_m", Unit.METRES, 0.5, 6, 2.0, feet=6.5),
        Number("run_m", Unit.METRES, 4, 60, 12.0, feet=40,
               most=lambda frame, known: frame.length - 2 - known.number("turn_m") * 2),
        gait_choice(Gait.WALK, Gait.WALK, Gait.TROT),
    ),
    size="run_m",
    lay=_lay,
)  # fmt: skip
