"""Figures that are ridden with nothing set up: track, diagonal, circle, eight, loops, square."""

from __future__ import annotations

from collections.abc import Callable

from bucephal.ground import arena_figures
from bucephal.ground.frames import Frame
from bucephal.ground.gaits import GAITS
from bucephal.ground.geometry import circle
from bucephal.ground.set_up import (
    MOVES,
    NEAR_FENCE_M,
    TRACK_M,
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
from bucephal.ground.set_up_parameters import Number, Parameter, Unit, Values
from bucephal.ground.way import WayBuilder
from bucephal.ladder import Gait

Lay = Callable[[Frame, Values], Laid]
_NOT_CANTER = (Gait.WALK, Gait.TROT)


def _half_width(frame: Frame, _: Values) -> float:
    return frame.area.inscribed_m / 2 - TRACK_M


def _corner_snag(frame: Frame, corner: float) -> tuple[Snag, ...]:
    over = 2 * (TRACK_M + corner) - min(frame.width, frame.length)
    return (Snag(SnagCode.NO_ROOM_TO_TURN, over),) if over > 0 else ()


def _track(frame: Frame, values: Values) -> Laid:
    corner = values.number("corner_m")
    way = arena_figures.whole_track(frame, corner, Gait(values.choice("gait")))
    return Laid(way.done, whole_in=GAITS, snags=_corner_snag(frame, corner), needs_side=True)


def _diagonal(frame: Frame, values: Values) -> Laid:
    corner = values.number("corner_m")
    from_end, gait = values.number("from_end_m"), Gait(values.choice("gait"))
    way = arena_figures.diagonal_change(frame, corner, gait, from_end)
    calls = (CallAt(Call.CHANGE_REIN, frame.centre),)
    return Laid(way.done, calls=calls, whole_in=GAITS, snags=_corner_snag(frame, corner), needs_side=True,
                both_reins=True)  # fmt: skip


def _circle(frame: Frame, values: Values) -> Laid:
    radius, centre = values.number("radius_m"), moved(values, frame.middle)
    way = WayBuilder(centre.by(radius, 0), 90, Gait(values.choice("gait"))).follow(circle(centre, radius, 0))
    markers = (MarkerSpot("centre-1", MarkerKind.CENTRE, centre, MOVES),)
    return Laid(way.done, markers, whole_in=GAITS, fence_m=NEAR_FENCE_M)


def _eight(frame: Frame, values: Values) -> Laid:
    radius, middle = values.number("radius_m"), moved(values, frame.middle)
    way = arena_figures.eight(middle, radius, Gait(values.choice("gait")))
    ends = (("centre-1", -radius), ("centre-2", radius))
    markers = tuple(
        MarkerSpot(name, MarkerKind.CENTRE, middle.by(0, y), ("radius_m", "across_m")) for name, y in ends
    )
    return Laid(way.done, markers, (CallAt(Call.CHANGE_REIN, middle),), whole_in=GAITS, both_reins=True)


def _serpentine(frame: Frame, values: Values) -> Laid:
    loops = values.count("loops")
    way = arena_figures.serpentine(frame, loops, Gait(values.choice("gait")))
    each = (frame.length - 2 * TRACK_M) / loops
    calls = tuple(
        CallAt(Call.CHANGE_REIN, frame.centre.by(0, TRACK_M + n * each - frame.length / 2))
        for n in range(1, loops)
    )
    tight = values.number("least_m") - min(each / 2, frame.width / 2 - TRACK_M)
    snags = (Snag(SnagCode.NO_ROOM_TO_TURN, tight),) if tight > 0 else ()
    return Laid(way.done, calls=calls, whole_in=_NOT_CANTER, snags=snags, figures={"loop_m": each},
                both_reins=loops % 2 == 0, needs_side=True)  # fmt: skip


def _square(frame: Frame, values: Values) -> Laid:
    side, corner = values.number("side_m"), values.number("corner_m")
    middle = moved(values, frame.middle)
    over = 2 * corner - side
    way = arena_figures.square(middle, side, corner, Gait(values.choice("gait")))
    at = (
        (1, -side / 2, -side / 2),
        (2, side / 2, -side / 2),
        (3, side / 2, side / 2),
        (4, -side / 2, side / 2),
    )
    return Laid(
        way.done,
        tuple(MarkerSpot(f"cone-{n}", MarkerKind.CONE, middle.by(x, y), ("side_m",)) for n, x, y in at),
        whole_in=_NOT_CANTER,
        snags=(Snag(SnagCode.NO_ROOM_TO_TURN, over),) if over > 0 else (),
    )


_CORNER = Number("corner_m", Unit.METRES, 1, 12, 6.0, feet=20, most=_half_width)
_RADIUS = Number("radius_m", Unit.METRES, 2, 25, 10.0, feet=33, most=_half_width)


def _figure(code: str, lay: Lay, size: str, *own: Parameter, movable: bool = True) -> SetUpPlan:
    return SetUpPlan(code, (*own, gait_choice(Gait.TROT)), size, lay, movable=movable, is_figure=True)


FIGURES = (
    _figure("figure-track", _track, "corner_m", _CORNER, movable=False),
    _figure("figure-diagonal", _diagonal, "corner_m", _CORNER,
            Number("from_end_m", Unit.METRES, 2, 100, 10.0, feet=33,
                   most=lambda frame, _: frame.length / 3), movable=False),
    _figure("figure-circle", _circle, "radius_m", _RADIUS),
    _figure("figure-eight", _eight, "radius_m",
            Number("radius_m", Unit.METRES, 2, 25, 10.0, feet=33,
                   most=lambda frame, known: min(_half_width(frame, known), frame.length / 4 - TRACK_M / 2))),
    _figure("figure-serpentine", _serpentine, "loops", Number("loops", Unit.COUNT, 2, 8, 3, step=1),
            Number("least_m", Unit.METRES, 2, 10, 3.0, feet=10), movable=False),
    _figure("figure-square", _square, "side_m",
            Number("side_m", Unit.METRES, 4, 60, 10.0, feet=33,
                   most=lambda frame, _: frame.area.inscribed_m - 2 * TRACK_M),
            Number("corner_m", Unit.METRES, 0.5, 8, 2.0, feet=6)),
)  # fmt: skip
