"""Circle round the pole's tip: the tip stays on the ground, the horse goes round it.

Source: the pole is the long side of a right-angled triangle: r = sqrt(L^2 - h^2), L from the hand to the tip,
h how high the hand is; about 3.5 m with a pole of 4 m.
"""

from __future__ import annotations

from math import sqrt

from bucephal.ground.frames import Frame
from bucephal.ground.gaits import GAITS
from bucephal.ground.geometry import circle
from bucephal.ground.set_up import MOVES, OPEN_M, Laid, MarkerKind, MarkerSpot, SetUpPlan, gait_choice, moved
from bucephal.ground.set_up_parameters import Number, Unit, Values
from bucephal.ground.way import WayBuilder
from bucephal.ladder import Gait


def tip_radius_m(pole_m: float, hand_m: float) -> float:
    return sqrt(pole_m**2 - hand_m**2)


def _lay(frame: Frame, values: Values) -> Laid:
    radius = tip_radius_m(values.number("pole_m"), values.number("hand_m"))
    tip = moved(values, frame.middle)
    gait = Gait(values.choice("gait"))
    return Laid(
        WayBuilder(tip.by(radius, 0), 90, gait).follow(circle(tip, radius, 0)).done,
        (MarkerSpot("centre-1", MarkerKind.CENTRE, tip, MOVES),),
        fence_m=OPEN_M,
        figures={"radius_m": radius},
        whole_in=GAITS,
        warns_of=GAITS,
    )


SET_UP = SetUpPlan(
    "circle-long-pole",
    (
        Number("pole_m", Unit.METRES, 2.5, 6, 4.0, feet=13),
        Number("hand_m", Unit.METRES, 0.8, 2.4, 1.9, feet=6.25, step=0.05),
        gait_choice(Gait.WALK),
    ),
    size="pole_m",
    lay=_lay,
)
