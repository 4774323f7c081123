"""Poles in a row with a straight run-in and way out, or in a fan on a lunge circle, as far apart as the gait.

Source: distances by gait: common practice, no source (`bucephal.ground.gaits`). In a fan the distance is
measured where the horse steps, along the middle of the poles.
"""

from __future__ import annotations

from collections.abc import Iterator
from math import degrees

from bucephal.ground.arena_figures import LongLine, line_x, usual_line
from bucephal.ground.frames import Frame
from bucephal.ground.gaits import pole_distance_m
from bucephal.ground.geometry import Point, circle
from bucephal.ground.set_up import MOVES, OPEN_M, Laid, MarkerKind, MarkerSpot, SetUpPlan, gait_choice, moved
from bucephal.ground.set_up_parameters import Number, SetUpChoice, Unit, Values
from bucephal.ground.way import WayBuilder
from bucephal.ladder import Gait

IN_A_FAN = "circle"


def _apart(_: Frame, known: Values) -> float:
    return round(pole_distance_m(Gait(known.choice("gait")), known.number("withers_cm")), 2)


def _run(frame: Frame, known: Values) -> float:
    row = known.number("apart_m") * (known.count("count") - 1)
    return (frame.length - row) / 2 - OPEN_M


def _lay(frame: Frame, values: Values) -> Laid:
    return _in_a_fan(frame, values) if values.choice("on") == IN_A_FAN else _in_a_row(frame, values)


def _in_a_row(frame: Frame, values: Values) -> Laid:
    apart, count, run = values.number("apart_m"), values.count("count"), values.number("run_in_m")
    gait, row = Gait(values.choice("gait")), values.number("apart_m") * (values.count("count") - 1)
    x = line_x(frame, LongLine(values.choice("on")))
    first = moved(values, Point(x, (frame.length - row) / 2))
    way = WayBuilder(first.by(0, -run), 90, gait).straight(run).straight(row).straight(run)
    half = values.number("pole_m") / 2
    marks = tuple(
        MarkerSpot(f"pole-{n + 1}-{hand}", MarkerKind.POLE, first.by(aside, n * apart), MOVES)
        for n in range(count)
        for hand, aside in (("left", -half), ("right", half))
    )
    figures = {"apart_m": apart, "row_m": row, "total_m": row + 2 * run}
    return Laid(way.done, marks, fence_m=OPEN_M, figures=figures)


def _in_a_fan(frame: Frame, values: Values) -> Laid:
    radius, gait = values.number("radius_m"), Gait(values.choice("gait"))
    centre = moved(values, frame.middle)
    marks = tuple(_fan(centre, radius, values))
    row = values.number("apart_m") * (values.count("count") - 1)
    return Laid(
        WayBuilder(centre.by(0, radius), 180, gait).follow(circle(centre, radius, 90)).done,
        (MarkerSpot("centre-1", MarkerKind.CENTRE, centre, MOVES), *marks),
        fence_m=OPEN_M,
        figures={"apart_m": values.number("apart_m"), "row_m": row},
    )


def _fan(centre: Point, radius: float, values: Values) -> Iterator[MarkerSpot]:
    count, half = values.count("count"), values.number("pole_m") / 2
    step = degrees(values.number("apart_m") / radius)
    for n in range(count):
        angle = step * (n - (count - 1) / 2)
        for hand, aside in (("left", -half), ("right", half)):
            yield MarkerSpot(f"pole-{n + 1}-{hand}", MarkerKind.POLE, centre.towards(angle, radius + aside))


SET_UP = SetUpPlan(
    "poles",
    (
        gait_choice(Gait.TROT),
        Number("count", Unit.COUNT, 1, 10, 3, step=1),
        SetUpChoice("on", ("quarter", "centre", "three-quarter", IN_A_FAN), usual_line),
        Number("apart_m", Unit.METRES, 0.4, 5, _apart, step=0.05),
        Number("run_in_m", Unit.METRES, 3, 40, 10.0, feet=33, most=_run),
        Number("pole_m", Unit.METRES, 2, 5, 3.0, feet=10),
        Number("radius_m", Unit.METRES, 4, 15, 7.5, feet=25, most=lambda frame, known: (
            frame.area.inscribed_m / 2 - OPEN_M - known.number("pole_m") / 2 + 0.5)),
    ),
    size="count",
    lay=_lay,
)  # fmt: skip
