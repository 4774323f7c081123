"""Layouts drawn at random: any set-up, any place, any numbers, either rein."""

from __future__ import annotations

from typing import Any

from bucephal.ground import SET_UPS, FixedThing, GroundPlace, Shape, Spot, ThingKind
from bucephal.ground.set_up_parameters import Group, Parameter, SetUpChoice, Unit
from hypothesis import strategies as st

sides = st.floats(6, 90).map(lambda x: round(x, 2))
spots = st.builds(lambda x, y: Spot(x_m=x, y_m=y), st.floats(-20, 100), st.floats(-20, 100))
things = st.builds(
    lambda at, reach: FixedThing(kind=ThingKind.JUMP_STORE, x_m=at.x_m, y_m=at.y_m, reach_m=reach),
    spots, st.floats(0, 3),
)  # fmt: skip


@st.composite
def rectangles(draw: st.DrawFn) -> GroundPlace:
    short, long = sorted((draw(sides), draw(sides)))
    return GroundPlace(
        width_m=short,
        length_m=long,
        home=draw(st.none() | spots),
        things=tuple(draw(st.lists(things, max_size=2))),
    )


pens = st.builds(
    lambda across: GroundPlace(shape=Shape.ROUND, across_m=across, letters=False), st.floats(10, 40)
)
RINGS = (
    ((0, 0), (45, 6), (52, 40), (26, 30), (4, 44)),
    ((0, 0), (30, 0), (30, 50), (0, 50)),
    ((10, 0), (40, 5), (30, 30), (0, 25)),
)
patches = st.sampled_from(RINGS).map(
    lambda ring: GroundPlace(
        shape=Shape.PATCH, letters=False, corners=tuple(Spot(x_m=x, y_m=y) for x, y in ring)
    )
)
places = st.one_of(rectangles(), pens, patches)


@st.composite
def numbers(draw: st.DrawFn, code: str) -> dict[str, Any]:
    """Some of a set-up's numbers, each within its range and mostly of a size that is used."""
    return {
        one.key: draw(_value(one))
        for one in SET_UPS[code].parameters
        if one.group is not Group.HORSE and draw(st.booleans())
    }


def _value(one: Parameter) -> st.SearchStrategy[Any]:
    if isinstance(one, SetUpChoice):
        return st.sampled_from(one.options)
    if one.unit is Unit.COUNT:
        return st.integers(int(one.low), int(one.high))
    if one.group is Group.WHERE:
        return st.floats(-6, 6)
    return st.floats(one.low, min(one.high, one.low + 40))


codes = st.sampled_from(list(SET_UPS))
