"""Spiral: a circle that grows from 10 to 20 m across and shrinks again."""

from __future__ import annotations

from bucephal.ground import arena_figures
from bucephal.ground.frames import Frame
from bucephal.ground.set_up import (
    MOVES,
    NEAR_FENCE_M,
    OPEN_M,
    Call,
    CallAt,
    Laid,
    MarkerKind,
    MarkerSpot,
    SetUpPlan,
    Snag,
    SnagCode,
    gait_choice,
    moved,
)
from bucephal.ground.set_up_parameters import Number, Unit, Values
from bucephal.ground.way import WayBuilder
from bucephal.ladder import Gait


def _widest(frame: Frame, _: Values) -> float:
    return frame.area.inscribed_m / 2 - OPEN_M


def _lay(frame: Frame, values: Values) -> Laid:
    small, large, rounds = (values.number(key) for key in ("small_m", "radius_m", "rounds"))
    middle = moved(values, frame.middle)
    pieces = arena_figures.spiral(middle, small, max(large, small), rounds)
    halves = (len(pieces) - 2) // 2
    return Laid(
        WayBuilder(pieces[0].start, 90, Gait(values.choice("gait"))).follow(*pieces).done,
        (MarkerSpot("centre-1", MarkerKind.CENTRE, middle, MOVES),),
        (CallAt(Call.LARGER, pieces[1].start), CallAt(Call.SMALLER, pieces[halves + 2].start)),
        fence_m=NEAR_FENCE_M,
        figures={"a_round_m": (large - small) / rounds},
        snags=(Snag(SnagCode.SMALL_IS_LARGER, small - large),) if large < small else (),
        whole_in=(Gait.WALK, Gait.TROT),
    )


SET_UP = SetUpPlan(
    "spiral",
    (
        Number("small_m", Unit.METRES, 2, 15, 5.0, feet=16),
        Number("radius_m", Unit.METRES, 3, 20, 10.0, feet=32, most=_widest),
        Number("rounds", Unit.COUNT, 1, 6, 3, step=1),
        gait_choice(Gait.WALK, Gait.WALK, Gait.TROT),
    ),
    size="radius_m",
    lay=_lay,
)
