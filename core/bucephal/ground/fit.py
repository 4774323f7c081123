"""Does a set-up fit? Every problem with by how much, and the largest size that does fit."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from itertools import product

from bucephal.ground.frames import Frame
from bucephal.ground.geometry import Line, Piece, Point, nearest
from bucephal.ground.layout import FitProblem, ProblemKind
from bucephal.ground.places import FixedThing
from bucephal.ground.set_up import Laid, MarkerSpot, SetUpPlan
from bucephal.ground.set_up_parameters import Number, Unit, Values
from bucephal.words import ground_words
from bucephal.words.ground_words import Lengths

AS_GOOD_AS_M = 1e-6
THING_CLEAR_M = 0.5
"""[own] What a way keeps from what is fixed in a place."""
HALF_CIRCLE_DEG = 180.0
_FINE_M = 0.01
_STEPS = 40


def problems_of(laid: Laid, frame: Frame, lengths: Lengths) -> tuple[FitProblem, ...]:
    """Everything that keeps it from fitting; none: it fits."""
    return tuple(_problems(laid, frame, lengths))


def fits(laid: Laid, frame: Frame) -> bool:
    """The same, asked of many sizes: it ends at the first problem."""
    return next(_problems(laid, frame, Lengths(in_feet=False)), None) is None


def _problems(laid: Laid, frame: Frame, lengths: Lengths) -> Iterator[FitProblem]:
    for look in (_set_up, _outside, _at_markers, _at_things, _fence):
        yield from look(laid, frame, lengths)


def _problem(kind: ProblemKind, what: str, by: float, at: Point | None = None) -> FitProblem:
    place = {"x_m": at.x, "y_m": at.y} if at is not None else {}
    return FitProblem(kind=kind, what=what, by_m=by, **place)


def _set_up(laid: Laid, frame: Frame, lengths: Lengths) -> Iterator[FitProblem]:
    if laid.needs_side and not frame.area.has_straight_side:
        yield _problem(ProblemKind.NO_STRAIGHT_SIDE, ground_words.NO_STRAIGHT_SIDE, 0.0)
    for snag in laid.snags:
        yield _problem(ProblemKind.SET_UP, ground_words.snag(snag.code, lengths.said(snag.by_m)), snag.by_m)


def _fence(laid: Laid, frame: Frame, lengths: Lengths) -> Iterator[FitProblem]:
    """The way against the fence, where it is worst."""
    spots = (frame.area.tightest(frame.piece_out(piece)) for piece in laid.pieces)
    at = min(spots, key=frame.area.room, default=None)
    if at is None:
        return
    room = frame.area.room(at)
    short = laid.fence_m - room
    if short <= AS_GOOD_AS_M:
        return
    if room < -AS_GOOD_AS_M:
        what = ground_words.way_over(lengths.said(-room), lengths.said(short))
        yield _problem(ProblemKind.OVER_FENCE, what, short, at)
    else:
        what = ground_words.way_too_near(
            lengths.said(max(room, 0)), lengths.said(laid.fence_m), lengths.said(short)
        )
        yield _problem(ProblemKind.NEAR_FENCE, what, short, at)


def _outside(laid: Laid, frame: Frame, lengths: Lengths) -> Iterator[FitProblem]:
    for mark in laid.markers:
        at = frame.out(mark.at)
        over = -frame.area.room(at)
        if over > AS_GOOD_AS_M:
            what = ground_words.marker_outside(ground_words.marker(mark.id), lengths.said(over))
            yield _problem(ProblemKind.MARKER_OUTSIDE, what, over, at)


def _at_markers(laid: Laid, frame: Frame, lengths: Lengths) -> Iterator[FitProblem]:
    for mark in laid.markers:
        near = nearest(laid.pieces, mark.at)
        if mark.clear_m - near > AS_GOOD_AS_M:
            what = ground_words.way_at_marker(
                ground_words.marker(mark.id), lengths.said(near), lengths.said(mark.clear_m)
            )
            yield _problem(ProblemKind.NEAR_MARKER, what, mark.clear_m - near, frame.out(mark.at))


def _at_things(laid: Laid, frame: Frame, lengths: Lengths) -> Iterator[FitProblem]:
    """What is fixed in the place and takes room."""
    standing = [thing for thing in frame.place.things if thing.reach_m > 0]
    for thing in standing:
        inside = frame.inwards(thing.at)
        near = nearest(laid.pieces, inside) - thing.reach_m
        if THING_CLEAR_M - near > AS_GOOD_AS_M:
            what = ground_words.way_at_thing(
                _named(thing), lengths.said(max(near, 0)), lengths.said(THING_CLEAR_M)
            )
            yield _problem(ProblemKind.NEAR_THING, what, THING_CLEAR_M - near, thing.at)
    for thing, mark in product(standing, laid.markers):
        yield from _marker_in(thing, mark, frame, lengths)


def _marker_in(thing: FixedThing, mark: MarkerSpot, frame: Frame, lengths: Lengths) -> Iterator[FitProblem]:
    at = frame.out(mark.at)
    inside = thing.reach_m - at.distance(thing.at)
    if inside > AS_GOOD_AS_M:
        what = ground_words.marker_in_thing(ground_words.marker(mark.id), _named(thing), lengths.said(inside))
        yield _problem(ProblemKind.MARKER_IN_THING, what, inside, at)


def _named(thing: FixedThing) -> str:
    return thing.name or ground_words.THINGS[thing.kind]


def stands(laid: Laid, frame: Frame) -> bool:
    """Can it be laid out at all: are its markers inside, and is no circle wider than the place?"""
    inside = all(frame.area.room(frame.out(mark.at)) >= -AS_GOOD_AS_M for mark in laid.markers)
    widest = frame.area.inscribed_m / 2 + AS_GOOD_AS_M
    return inside and all(_goes_in(piece, widest) for piece in laid.pieces)


def _goes_in(piece: Piece, widest: float) -> bool:
    return isinstance(piece, Line) or piece.sweep_deg < HALF_CIRCLE_DEG or piece.radius <= widest


Try = Callable[[float], bool]


def largest(plan: SetUpPlan, frame: Frame, values: Values) -> float | None:
    """The largest size that fits, with everything else as it is; None: none does.

    Of lengths to a centimetre, rounded down.
    """
    number = next(one for one in plan.own if one.key == plan.size)
    assert isinstance(number, Number)

    def is_good(size: float) -> bool:
        return fits(plan.lay(frame, values.having(**{plan.size: size})), frame)

    return largest_good(is_good, number.low, values.number(plan.size), whole=number.unit is Unit.COUNT)


def largest_good(is_good: Try, low: float, high: float, *, whole: bool) -> float | None:
    """The largest value up to `high` that is good: searched downwards in steps, then between two of them."""
    if whole:
        return next((float(n) for n in range(int(high), int(low) - 1, -1) if is_good(n)), None)
    step = (high - low) / _STEPS
    good = next((n for n in range(_STEPS, -1, -1) if is_good(low + n * step)), None)
    if good is None:
        return None
    return boundary(is_good, low + good * step, min(low + (good + 1) * step, high))


def boundary(is_good: Try, good: float, bad: float) -> float:
    """Between a value that is good and one that is not: the last good one, to a centimetre."""
    while abs(bad - good) > _FINE_M / 100:
        middle = (good + bad) / 2
        good, bad = (middle, bad) if is_good(middle) else (good, middle)
    nearest_cm = round(good / _FINE_M)
    towards = -1 if good < bad else 1
    candidates = (round((nearest_cm + n * towards) * _FINE_M, 6) for n in (0, 1))
    return next((one for one in candidates if is_good(one)), good)
