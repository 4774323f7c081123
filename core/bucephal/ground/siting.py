"""Lays a set-up out in a place: settles its numbers, refuses what cannot stand with the range that can."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from functools import cached_property

from bucephal.base.errors import InvalidInput, Problem
from bucephal.base.problems import shorten
from bucephal.ground.fit import boundary, stands
from bucephal.ground.frames import Frame
from bucephal.ground.places import GroundPlace
from bucephal.ground.set_up import Laid, SetUpPlan
from bucephal.ground.set_up_parameters import Given, Group, Number, Parameter, Values, in_metres, settle
from bucephal.ground.set_ups import SET_UPS
from bucephal.words import ground_words
from bucephal.words.ground_words import Lengths


@dataclass(frozen=True)
class Laying:
    """A set-up, its values, and how it lies: what every question about it begins from."""

    plan: SetUpPlan
    frame: Frame
    values: Values
    given: Mapping[str, object]
    in_feet: bool = False

    @cached_property
    def laid(self) -> Laid:
        return self.plan.lay(self.frame, self.values)

    @cached_property
    def lengths(self) -> Lengths:
        return Lengths(in_feet=self.in_feet)


def set_up_of(code: str, path: str = "setup") -> SetUpPlan:
    """Raises: InvalidInput: if there is no such set-up."""
    if code not in SET_UPS:
        raise InvalidInput([Problem(path, shorten(code), "is no set-up", ", ".join(SET_UPS))])
    return SET_UPS[code]


def prepare(
    code: str,
    place: GroundPlace,
    given: Given,
    *,
    mirrored: bool = False,
    in_feet: bool = False,
    base: str = "",
) -> Laying:
    """A set-up with its values settled.

    Args:
        given: what was set, by key; the rest is as usual in this place.
        base: put before the paths of problems, e.g. 'values.'.

    Raises:
        InvalidInput: for what cannot be: an unknown set-up or key, a value out of its range, and one that
            puts a marker outside the fence or makes a circle wider than the place, with the range in it.
    """
    plan, frame = set_up_of(code), Frame(place, mirrored)
    values = settle(plan.parameters, frame, given, in_feet=in_feet, base=base)
    laying = Laying(plan, frame, values, in_metres(given), in_feet)
    _check_stands(laying, base)
    return laying


def _check_stands(laying: Laying, base: str) -> None:
    if stands(laying.laid, laying.frame):
        return
    blamed = [problem for one in laying.plan.parameters for problem in _blame(laying, one, base)]
    if blamed:
        raise InvalidInput(blamed)


def _blame(laying: Laying, one: Parameter, base: str) -> Iterator[Problem]:
    """The problem of a number that was set, if it would stand with the usual one in its place."""
    if not isinstance(one, Number) or one.key not in laying.given or one.group is Group.HORSE:
        return
    plan, frame, values = laying.plan, laying.frame, laying.values

    def is_good(value: float) -> bool:
        return stands(plan.lay(frame, values.having(**{one.key: value})), frame)

    usual = one.default(frame, values, in_feet=False)
    if not is_good(usual):
        return
    found = values.number(one.key)
    low, high = (
        end if is_good(end) else boundary(is_good, usual, end)
        for end in (min(one.low, found), max(one.high, found))
    )
    allowed = ground_words.allowed_here(low, high)
    yield Problem(base + one.key, found, ground_words.OUT_OF_PLACE, allowed)
