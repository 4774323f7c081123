"""One file a set-up; what there is, in the order in which it is offered."""

from __future__ import annotations

from bucephal.ground.set_up import SetUpPlan
from bucephal.ground.set_ups import (
    canter_circle,
    canter_long_side,
    canter_pole,
    circle_long_pole,
    corner_check,
    extended_trot_corner,
    leg_yield_line,
    lunge_circle,
    off_leg_fence,
    poles,
    rollback_circle,
    spiral,
    station,
    turn_haunch_fence,
    two_marker,
)
from bucephal.ground.set_ups.school_figures import FIGURES

_IN_ORDER = (
    lunge_circle, poles, off_leg_fence, corner_check, turn_haunch_fence, leg_yield_line, spiral,
    canter_long_side, extended_trot_corner, canter_pole, canter_circle, rollback_circle, two_marker, station,
    circle_long_pole,
)  # fmt: skip
SET_UPS: dict[str, SetUpPlan] = {
    **{module.SET_UP.code: module.SET_UP for module in _IN_ORDER},
    **{one.code: one for one in FIGURES},
}

__all__ = ["SET_UPS"]
