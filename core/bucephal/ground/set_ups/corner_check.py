"""Corner check: marks every metre before the corner; where the horse turns by itself is read off them.

Source: common practice, no source.
"""

from __future__ import annotations

from bucephal.ground import arena_figures
from bucephal.ground.frames import Frame
from bucephal.ground.geometry import Point
from bucephal.ground.set_up import (
    NEAR_FENCE_M,
    Call,
    CallAt,
    Laid,
    MarkerKind,
    MarkerSpot,
    SetUpPlan,
    Snag,
    SnagCode,
)
from bucephal.ground.set_up_parameters import Number, SetUpChoice, Unit, Values
from bucephal.ladder import Gait

AT_FENCE_M = 0.1
"""A mark stands just inside the fence."""


def _lay(frame: Frame, values: Values) -> Laid:
    apart, count, corner = values.number("apart_m"), values.count("count"), values.number("corner_m")
    reach = apart * count
    wanted = _corners(frame)[: 4 if values.choice("corners") == "four" else 1]
    way = arena_figures.whole_track(frame, corner, Gait.WALK)
    short = 2 * (corner + 1) - min(frame.width, frame.length)
    over = reach + 1 - min(frame.width, frame.length)
    snags = [Snag(SnagCode.NO_ROOM_TO_TURN, short)] if short > 0 else []
    if over > 0:
        snags.append(Snag(SnagCode.TOO_SHORT, over))
    marks = tuple(
        MarkerSpot(f"mark-{n}-{step}", MarkerKind.MARK, at.towards(back, step * apart), ("apart_m",))
        for n, (at, back) in enumerate(wanted, 1)
        for step in range(1, count + 1)
    )
    return Laid(
        way.done,
        marks,
        tuple(CallAt(Call.LET_GO, at.towards(back, min(reach, frame.width / 2))) for at, back in wanted),
        fence_m=NEAR_FENCE_M,
        snags=tuple(snags),
        whole_in=(Gait.WALK, Gait.TROT),
        needs_side=True,
    )


def _corners(frame: Frame) -> list[tuple[Point, float]]:
    """Each corner as it comes on the left rein, with the way back along the side that leads to it."""
    near_x, far_x = AT_FENCE_M, frame.width - AT_FENCE_M
    near_y, far_y = AT_FENCE_M, frame.length - AT_FENCE_M
    return [
        (Point(far_x, far_y), -90.0), (Point(near_x, far_y), 0.0),
        (Point(near_x, near_y), 90.0), (Point(far_x, near_y), 180.0),
    ]  # fmt: skip


SET_UP = SetUpPlan(
    "corner-check",
    (
        SetUpChoice("corners", ("one", "four"), "one"),
        Number("count", Unit.COUNT, 2, 12, 6, step=1),
        Number("apart_m", Unit.METRES, 0.5, 3, 1.0, feet=3),
        Number("corner_m", Unit.METRES, 1, 12, 3.0, feet=10),
    ),
    size="count",
    lay=_lay,
    movable=False,
)
