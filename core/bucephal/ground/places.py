"""The places of a yard: arenas, round pens, marked patches; their letters, what stands in them, home.

Metres; x across, y along; the origin of an arena is the corner between A's short side and K's long side, so
that F, B, M lie at x = width, K, E, H at x = 0, A at y = 0, C at y = length. A round pen lies in its square.
"""

from __future__ import annotations

import re
from enum import StrEnum
from math import isfinite
from typing import Annotated, Self

from pydantic import Field, model_validator

from bucephal.base.errors import InvalidInput, Problem
from bucephal.base.texts import line_of, text_of
from bucephal.base.units import feet_to_metres
from bucephal.ground.areas import Area, Fenced, Round, crossings, is_thin, rectangle, signed_area
from bucephal.ground.geometry import Point
from bucephal.ground.models import GroundModel

LEAST_SIDE_M, MOST_SIDE_M = 6.0, 500.0
"""[own] Under six metres no horse turns at ease; over five hundred it is no place but a field."""
MOST_CORNERS, MOST_THINGS = 40, 40

Side_m = Annotated[float, Field(ge=LEAST_SIDE_M, le=MOST_SIDE_M, description="Metres.")]
Across_m = Annotated[float, Field(ge=-MOST_SIDE_M, le=2 * MOST_SIDE_M, description="Metres.")]


class Shape(StrEnum):
    RECTANGLE = "rectangle"
    ROUND = "round"
    PATCH = "patch"
    """A patch of a field between marks."""


class ThingKind(StrEnum):
    """What is fixed in or at a place."""

    GATE = "gate"
    BANK = "bank"
    SPOOKY = "spooky"
    MIRROR = "mirror"
    JUMP_STORE = "jump-store"
    OTHER = "other"


class FixedThing(GroundModel):
    kind: ThingKind
    name: Annotated[str, Field(**text_of(0, 60))] = ""
    x_m: Across_m
    y_m: Across_m
    reach_m: Annotated[float, Field(ge=0, le=50)] = Field(
        0, description="How far it reaches about its middle; 0: it takes no room."
    )

    @property
    def at(self) -> Point:
        return Point(self.x_m, self.y_m)


class Spot(GroundModel):
    x_m: Across_m
    y_m: Across_m

    @property
    def at(self) -> Point:
        return Point(self.x_m, self.y_m)


class GroundPlace(GroundModel):
    """A place, as it lies: its size, letters or none, what is fixed in it, and where home is."""

    name: Annotated[str, Field(**line_of(80))] = "Arena"
    shape: Shape = Shape.RECTANGLE
    width_m: Side_m | None = Field(None, description="Of a rectangle, its short side.")
    length_m: Side_m | None = Field(None, description="Of a rectangle, its long side.")
    across_m: Side_m | None = Field(None, description="Of a round pen.")
    corners: Annotated[tuple[Spot, ...], Field(max_length=MOST_CORNERS)] = Field(
        (), description="Of a patch, one after the other."
    )
    letters: bool = Field(True, description="Where they are known: of 40 and of 60 m.")
    things: Annotated[tuple[FixedThing, ...], Field(max_length=MOST_THINGS)] = ()
    home: Spot | None = Field(
        None, description="Where gate, stable or companions are; outside too. Null: not said."
    )

    @model_validator(mode="after")
    def _is_whole(self) -> Self:
        problem = _SHAPE_CHECKS[self.shape](self)
        if problem:
            raise ValueError(problem)
        return self

    @property
    def area(self) -> Area:
        if self.shape is Shape.ROUND:
            assert self.across_m is not None
            return Round(self.across_m / 2)
        if self.shape is Shape.PATCH:
            ring = tuple(one.at for one in self.corners)
            return Fenced(ring if signed_area(ring) > 0 else ring[::-1])
        assert self.width_m is not None
        assert self.length_m is not None
        return rectangle(self.width_m, self.length_m)


def _rectangle_problem(place: GroundPlace) -> str | None:
    if place.width_m is None or place.length_m is None:
        return "a rectangle needs width_m and length_m"
    if place.width_m > place.length_m:
        return "width_m is the short side: it cannot be more than length_m"
    return None


def _round_problem(place: GroundPlace) -> str | None:
    return "a round pen needs across_m" if place.across_m is None else None


def _patch_problem(place: GroundPlace) -> str | None:
    corners = [one.at for one in place.corners]
    if len(corners) < 3:
        return "a patch needs three corners at least"
    if crossings(corners):
        return "the sides of the patch cross each other"
    if is_thin(corners, LEAST_SIDE_M):
        return f"the patch is narrower than {LEAST_SIDE_M:g} m"
    return None


_SHAPE_CHECKS = {
    Shape.RECTANGLE: _rectangle_problem,
    Shape.ROUND: _round_problem,
    Shape.PATCH: _patch_problem,
}


class Letter(GroundModel):
    letter: str
    x_m: float
    y_m: float


_LONG_SIDE = {
    60: (("F", "K", 6), ("P", "V", 18), ("B", "E", 30), ("R", "S", 42), ("M", "H", 54)),
    40: (("F", "K", 6), ("B", "E", 20), ("M", "H", 34)),
}
"""Metres from A's end, by the length: the letter that comes first on the left rein, and the one opposite.

Source: FEI dressage rules, plan of the arenas (from memory).
"""
CENTRE_LETTER = "X"


def letters_of(place: GroundPlace) -> tuple[Letter, ...]:
    """The letters in the order in which they are ridden past on the left rein from A; X last.

    They belong to the length; an arena of another length has A, C and X only, and no other place has any.
    """
    if not place.letters or place.shape is not Shape.RECTANGLE:
        return ()
    assert place.width_m is not None
    assert place.length_m is not None
    width, length = place.width_m, place.length_m
    marks = _LONG_SIDE.get(int(length), ()) if length == int(length) else ()
    out = [Letter(letter=right, x_m=width, y_m=float(at)) for right, _, at in marks]
    back = [Letter(letter=left, x_m=0.0, y_m=float(at)) for _, left, at in reversed(marks)]
    middle = width / 2
    return (
        Letter(letter="A", x_m=middle, y_m=0.0), *out, Letter(letter="C", x_m=middle, y_m=length), *back,
        Letter(letter=CENTRE_LETTER, x_m=middle, y_m=length / 2),
    )  # fmt: skip


ARENA_ALLOWED = (
    f"width x length in metres or feet ({LEAST_SIDE_M:g} to {MOST_SIDE_M:g} m), e.g. 20x60, "
    "30x60, 100x200ft; or a round pen by what it is across, e.g. round:18, round:60ft; or a GeoJSON file"
)
_NUMBER = r"([0-9]+(?:\.[0-9]+)?)"
_RECTANGLE = re.compile(rf"^{_NUMBER}\s*[x×]\s*{_NUMBER}\s*(m|ft)?$")
_ROUND = re.compile(rf"^round:{_NUMBER}\s*(m|ft)?$")


def arena_from(text: str, path: str = "arena") -> GroundPlace:
    """A place from how it is said in short: '20x60', '100x200ft', 'round:18'.

    Raises:
        InvalidInput: if it is not written like that, or is too small or too large.
    """
    found = _RECTANGLE.match(text.strip())
    if found:
        sides = sorted(_metres(found[n], found[3]) for n in (1, 2))
        _check_sides(text, sides, path)
        return GroundPlace(name=text.strip(), width_m=sides[0], length_m=sides[1])
    found = _ROUND.match(text.strip())
    if found:
        across = _metres(found[1], found[2])
        _check_sides(text, [across], path)
        return GroundPlace(name=text.strip(), shape=Shape.ROUND, across_m=across, letters=False)
    raise InvalidInput([Problem(path, text, "is not an arena", ARENA_ALLOWED)])


def _metres(number: str, unit: str | None) -> float:
    return feet_to_metres(float(number)) if unit == "ft" else float(number)


def _check_sides(text: str, sides: list[float], path: str) -> None:
    for side in sides:
        if not isfinite(side) or not LEAST_SIDE_M <= side <= MOST_SIDE_M:
            reason = "is too small" if side < LEAST_SIDE_M else "is too large"
            raise InvalidInput([Problem(path, text, reason, ARENA_ALLOWED)])
