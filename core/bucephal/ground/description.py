"""What there is to say of a set-up that is laid out: fit, tape, way, seconds, strides, lean."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from functools import cached_property
from typing import Any

from bucephal.ground import tape_table
from bucephal.ground.areas import Fenced
from bucephal.ground.fit import largest, problems_of
from bucephal.ground.frames import Frame
from bucephal.ground.gaits import GAITS, LEAN_LIMIT_DEG, STEEP_DEG, lean_deg, smallest_radius_m
from bucephal.ground.geometry import Arc, Piece
from bucephal.ground.layout import (
    ArenaOut,
    AskAt,
    Figure,
    Layout,
    Marker,
    ParameterOption,
    ParameterOut,
    Path,
    PathPiece,
    Rounds,
)
from bucephal.ground.nearest_letter import where
from bucephal.ground.places import GroundPlace, Spot
from bucephal.ground.set_up import CallAt, Laid, SetUpPlan
from bucephal.ground.set_up_parameters import Given, Number, Parameter, SetUpChoice, Unit
from bucephal.ground.set_ups import SET_UPS
from bucephal.ground.set_ups.leg_yield_line import GREEN_DEG, SCHOOLED_DEG
from bucephal.ground.siting import Laying, prepare
from bucephal.ladder import Gait, load_library
from bucephal.words import ground_words
from bucephal.words.ground_words import Lengths

ON_THE_SPOT_M = 1.0
"""Within this radius a horse turns on the spot, and does not lean."""


def lay_out(
    code: str,
    place: GroundPlace,
    given: Given,
    *,
    mirrored: bool = False,
    in_feet: bool = False,
    base: str = "",
) -> Layout:
    """A set-up as it lies in a place; arguments and errors as of `prepare`."""
    return layout_of(prepare(code, place, given, mirrored=mirrored, in_feet=in_feet, base=base))


def layout_of(laying: Laying) -> Layout:
    """What there is to say of it."""
    told = _Told(laying)
    return Layout(**told.what(), **told.fit(), **told.set_up(), **told.ridden())


class _Told:
    """What is said of a layout, part by part."""

    def __init__(self, laying: Laying) -> None:
        self._laying, self._frame, self._laid = laying, laying.frame, laying.laid

    def what(self) -> dict[str, Any]:
        plan = self._laying.plan
        name, line = _named(plan)
        return {
            "setup": plan.code, "name": name, "words": line, "arena": arena_out(self._frame.place),
            "mirrored": self._frame.mirrored, "values": dict(self._laying.values.by_key),
            "parameters": tuple(_parameter(self._laying, one) for one in plan.parameters),
        }  # fmt: skip

    def fit(self) -> dict[str, Any]:
        laying, plan = self._laying, self._laying.plan
        problems = problems_of(self._laid, self._frame, laying.lengths)
        most = largest(plan, self._frame, laying.values) if problems else None
        return {
            "fits": not problems, "verdict": ground_words.DOES_NOT_FIT if problems else ground_words.FITS,
            "problems": problems, "largest": None if most is None else {plan.size: most},
            "largest_words": _largest_words(laying, most) if problems else "",
        }  # fmt: skip

    def set_up(self) -> dict[str, Any]:
        laying = self._laying
        markers = tuple(_marker(laying, n) for n in range(len(self._laid.markers)))
        corners = tape_table.from_corners(self._frame, markers, laying.lengths)
        between = tape_table.from_markers(markers, laying.lengths)
        return {
            "markers": markers, "tape": tuple(tape_table.entries(corners, between)), "corners_table": corners,
            "markers_table": between,
        }  # fmt: skip

    def ridden(self) -> dict[str, Any]:
        laid, leans = self._laid, self._leans
        return {
            "path": self._path, "times_s": self._times_s, "strides": self._strides,
            "ask_at": tuple(self._ask(one) for one in laid.calls), "rounds": _rounds(laid),
            "lean_deg": {gait: lean for gait, (lean, _) in leans.items()},
            "smallest_radius_m": self._least_radii(GAITS), "figures": self._figures,
            "comes_to": tuple(self._comes_to()), "cautions": tuple(_cautions(self._laying, leans)),
            "notes": tuple(_notes(self._laying)),
        }  # fmt: skip

    def _ask(self, call: CallAt) -> AskAt:
        at = self._frame.out(call.at)
        by_letters = where(at, self._frame.letters, self._frame.area.width, self._frame.area.length)
        return AskAt(call=call.call, what=ground_words.CALLS[call.call], x_m=at.x, y_m=at.y, where=by_letters)

    @cached_property
    def _path(self) -> Path:
        return _path(self._laying)

    @cached_property
    def _times_s(self) -> dict[Gait, float]:
        return {gait: metres / self._number(f"{gait}_ms") for gait, metres in _metres(self._laid).items()}

    @cached_property
    def _strides(self) -> dict[Gait, float]:
        return {
            gait: metres / self._number(f"{gait}_stride_m") for gait, metres in _metres(self._laid).items()
        }

    @cached_property
    def _leans(self) -> dict[Gait, tuple[float, float]]:
        return _leans(self._laying)

    @cached_property
    def _figures(self) -> tuple[Figure, ...]:
        return tuple(_figure(self._laying, key, value) for key, value in self._laid.figures.items())

    def _number(self, key: str) -> float:
        return self._laying.values.number(key)

    def _least_radii(self, gaits: Sequence[Gait]) -> dict[Gait, float]:
        return {gait: smallest_radius_m(self._number(f"{gait}_ms")) for gait in gaits}

    def _comes_to(self) -> Iterator[str]:
        lengths = self._laying.lengths
        yield ground_words.way_length(lengths.said(self._path.length_m))
        for gait, seconds in self._times_s.items():
            lean, _ = self._leans.get(gait, (0.0, 0.0))
            yield ground_words.in_gait(gait, seconds, self._strides[gait], lean)
        yield from (f"{one.name}: {one.said}" for one in self._figures)
        if self._leans:
            least = self._least_radii(tuple(self._leans))
            yield ground_words.least_radii({gait: lengths.said(radius) for gait, radius in least.items()})


def _rounds(laid: Laid) -> Rounds:
    said = ground_words.BOTH_REINS if laid.both_reins else ground_words.rounds(laid.laps)
    return Rounds(left=laid.laps, right=laid.laps, words=said)


def _named(plan: SetUpPlan) -> tuple[str, str]:
    if plan.is_figure:
        return ground_words.FIGURE_NAMES[plan.code]
    known = load_library().set_ups[plan.code]
    return known.name, known.words


def arena_out(place: GroundPlace) -> ArenaOut:
    frame = Frame(place)
    area = frame.area
    corners = area.corners if isinstance(area, Fenced) else ()
    return ArenaOut(
        name=place.name, shape=place.shape, width_m=area.width, length_m=area.length, letters=frame.letters,
        corners=tuple(Spot(x_m=one.x, y_m=one.y) for one in corners), things=place.things, home=place.home,
    )  # fmt: skip


def _marker(laying: Laying, number: int) -> Marker:
    mark = laying.laid.markers[number]
    at = laying.frame.out(mark.at)
    return Marker(
        id=mark.id,
        kind=mark.kind,
        name=ground_words.marker(mark.id),
        x_m=at.x,
        y_m=at.y,
        said=laying.lengths.at(at.x, at.y),
        drives=mark.drives,
    )


def _parameter(laying: Laying, one: Parameter) -> ParameterOut:
    about = {
        "key": one.key, "name": ground_words.PARAMETERS[one.key], "group": one.group,
        "value": laying.values.by_key[one.key], "is_set": one.key in laying.given,
        "is_size": one.key == laying.plan.size,
    }  # fmt: skip
    if isinstance(one, SetUpChoice):
        options = tuple(
            ParameterOption(value=value, name=ground_words.CHOICES[value]) for value in one.options
        )
        shown = ground_words.CHOICES[laying.values.choice(one.key)]
        return ParameterOut(**about, unit=None, options=options, sets=one.key, shown=shown)
    return ParameterOut(
        **about, unit=one.unit, low=one.low, high=one.high, step=one.step, **_in_the_units_read(laying, one)
    )


def _in_the_units_read(laying: Laying, one: Number) -> dict[str, str]:
    """A number as it is read and typed: lengths in metres or feet, anything else as it is."""
    number = laying.values.number(one.key)
    if one.unit is not Unit.METRES:
        span = ground_words.span(f"{one.low:g}", f"{one.high:g}")
        unit = "" if one.unit is Unit.COUNT else str(one.unit)
        return {"sets": one.key, "shown": f"{number:g}", "unit_shown": unit, "range_shown": span}
    lengths = laying.lengths
    return {
        "sets": one.key if lengths.unit == "m" else one.key.removesuffix("_m") + "_ft",
        "shown": lengths.number(number), "unit_shown": lengths.unit,
        "range_shown": ground_words.span(lengths.number(one.low), lengths.number(one.high)),
    }  # fmt: skip


def _largest_words(laying: Laying, most: float | None) -> str:
    if most is None:
        return ground_words.NOTHING_FITS
    number = next(one for one in laying.plan.own if one.key == laying.plan.size)
    is_length = isinstance(number, Number) and number.unit is Unit.METRES
    said = laying.lengths.said(most) if is_length else f"{most:g}"
    return ground_words.largest(ground_words.PARAMETERS[laying.plan.size], said)


def _path(laying: Laying) -> Path:
    pieces = tuple(
        _path_piece(laying.frame.piece_out(leg.piece), leg.gait, laying.lengths) for leg in laying.laid.legs
    )
    return Path(length_m=sum(one.length_m for one in pieces), pieces=pieces)


def _path_piece(piece: Piece, gait: Gait, lengths: Lengths) -> PathPiece:
    ends = {
        "from_": tuple(piece.start),
        "to": tuple(piece.end),
        "gait": gait,
        "length_m": piece.length,
        "said": lengths.said(piece.length),
    }
    if isinstance(piece, Arc):
        return PathPiece(
            kind="arc", centre=tuple(piece.centre), radius_m=piece.radius, turn=piece.turn,
            sweep_deg=piece.sweep_deg,
            turn_said=ground_words.turned(piece.turn, piece.sweep_deg, lengths.said(piece.radius)), **ends,
        )  # fmt: skip
    return PathPiece(kind="line", **ends)


def _metres(laid: Laid) -> dict[Gait, float]:
    """Metres a round in each gait: of its pieces, and of all of it where it may be ridden whole in one."""
    whole = sum(leg.piece.length for leg in laid.legs)
    by_gait = dict.fromkeys(laid.whole_in, whole)
    for gait in GAITS:
        metres = sum(leg.piece.length for leg in laid.legs if leg.gait is gait)
        if metres and gait not in by_gait:
            by_gait[gait] = metres
    return {gait: by_gait[gait] for gait in GAITS if gait in by_gait}


def _leans(laying: Laying) -> dict[Gait, tuple[float, float]]:
    """For each gait: how far it leans in its tightest turn, and the radius of that."""
    laid = laying.laid
    found = {}
    for gait in GAITS:
        radii = [
            leg.piece.radius
            for leg in laid.legs
            if isinstance(leg.piece, Arc)
            and leg.piece.radius > ON_THE_SPOT_M
            and (leg.gait is gait or gait in laid.whole_in)
        ]
        if radii:
            tightest = min(radii)
            found[gait] = (lean_deg(laying.values.number(f"{gait}_ms"), tightest), tightest)
    return found


_UNITS = {"deg": "deg", "ms": "m/s", "s": "s", "m": "m"}


def _figure(laying: Laying, key: str, value: float) -> Figure:
    unit = _UNITS[key.rpartition("_")[2]]
    said = laying.lengths.figure(value, unit)
    return Figure(key=key, name=ground_words.FIGURES[key], value=value, unit=unit, said=said)


def _cautions(laying: Laying, leans: Mapping[Gait, tuple[float, float]]) -> Iterator[str]:
    for gait, (lean, radius) in leans.items():
        if gait not in {*laying.laid.warns_of, *(leg.gait for leg in laying.laid.legs)}:
            continue
        wants = laying.lengths.said(smallest_radius_m(laying.values.number(f"{gait}_ms")))
        said = laying.lengths.said(radius)
        if lean >= STEEP_DEG:
            yield ground_words.leans_far(gait, lean, said, wants)
        elif lean > LEAN_LIMIT_DEG:
            yield ground_words.leans(gait, lean, said, wants)
    angle = laying.laid.figures.get("angle_deg", 0.0)
    if angle > GREEN_DEG:
        yield ground_words.steep(angle, SCHOOLED_DEG, over_schooled=angle > SCHOOLED_DEG)


def _notes(laying: Laying) -> Iterator[str]:
    if laying.plan.code in ground_words.NEXT:
        yield ground_words.NEXT[laying.plan.code]
    if laying.laid.needs_side and laying.frame.place.home is None:
        yield ground_words.HOME_NOT_SAID


def catalogue_of_set_ups() -> Sequence[tuple[str, str, str, bool]]:
    """Every set-up that there is: code, name, line, whether it is a figure only."""
    return [(plan.code, *_named(plan), plan.is_figure) for plan in SET_UPS.values()]
