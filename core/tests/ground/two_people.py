"""Two people with one tape: where two distances meet, by the two circles about the points it is held at."""

from __future__ import annotations

from math import sqrt

from bucephal.ground.geometry import TOUCHING_M, Point


def circles_meet(first: Point, first_m: float, second: Point, second_m: float) -> tuple[Point, ...]:
    """Where two circles meet: two points, one where they touch, or none; left of the line between them first.

    Circles that miss each other by less than a measuring error of some micrometres are taken to touch.
    """
    apart = first.distance(second)
    if apart < TOUCHING_M:
        return ()
    on_line = (apart**2 + first_m**2 - second_m**2) / (2 * apart)
    off_line = first_m**2 - on_line**2
    if off_line < -TOUCHING_M * max(first_m, 1.0):
        return ()
    heading = first.angle_to(second)
    foot = first.towards(heading, on_line)
    if off_line <= 0:
        return (foot,)
    aside = sqrt(off_line)
    return foot.towards(heading + 90, aside), foot.towards(heading - 90, aside)
