"""What can be set of a set-up: its numbers with their ranges, and its choices.

Lengths are metres and end in `_m`; who thinks in feet gives `_ft` in its place. What is usual is cut down to
what the place allows, so that a set-up fits as it comes wherever it can.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum
from math import floor, isfinite
from typing import Any

from bucephal.base.errors import InvalidInput, Problem
from bucephal.base.problems import shorten
from bucephal.base.units import feet_to_metres, metres_to_feet
from bucephal.ground.frames import Frame

Value = float | str
Given = Mapping[str, Any]
"""What somebody set, by its key: numbers, or texts that say numbers."""


class Unit(StrEnum):
    METRES = "m"
    CENTIMETRES = "cm"
    COUNT = "count"
    SECONDS = "s"
    MINUTES = "min"
    SPEED = "m/s"


class Group(StrEnum):
    """Where a parameter belongs: to the set-up, to where it lies, to the horse that goes in it."""

    SET_UP = "set-up"
    WHERE = "where"
    HORSE = "horse"


@dataclass(frozen=True)
class Values:
    """What every parameter of a set-up came to."""

    by_key: Mapping[str, Value]

    def number(self, key: str) -> float:
        value = self.by_key[key]
        assert not isinstance(value, str)
        return value

    def count(self, key: str) -> int:
        return int(self.number(key))

    def choice(self, key: str) -> str:
        return str(self.by_key[key])

    def having(self, **changed: Value) -> Values:
        return Values({**self.by_key, **changed})


Limit = Callable[[Frame, Values], float]
"""A number that hangs on the place and on what was set before."""


@dataclass(frozen=True)
class Number:
    """A number of a set-up.

    Attributes:
        low, high: what can be meant at all; what goes into the place is checked when it is laid out.
        usual: where nothing is set; None: as much as the place allows. May hang on place and horse.
        feet: the customary measure in feet, for those who set up in feet.
        most: what `usual` is cut down to.
        step: of the arrow keys, and what is rounded to.
    """

    key: str
    unit: Unit
    low: float
    high: float
    usual: float | Limit | None
    feet: float | None = None
    most: Limit | None = None
    step: float = 0.1
    group: Group = Group.SET_UP

    def default(self, frame: Frame, known: Values, *, in_feet: bool) -> float:
        wanted = self.usual(frame, known) if callable(self.usual) else self.usual
        if in_feet and self.feet is not None:
            wanted = feet_to_metres(self.feet)
        most = self.most(frame, known) if self.most is not None else self.high
        if wanted is None or wanted > most:
            wanted = self._rounded_down(most, in_feet=in_feet)
        return min(max(wanted, self.low), self.high)

    def _rounded_down(self, value: float, *, in_feet: bool) -> float:
        if in_feet and self.unit is Unit.METRES:
            return feet_to_metres(floor(metres_to_feet(value) + 1e-9))
        return round(floor(value / self.step + 1e-9) * self.step, 6)

    @property
    def allowed(self) -> str:
        whole = "a whole number " if self.unit is Unit.COUNT else ""
        return f"{whole}{self.low:g} to {self.high:g}{_SAID[self.unit]}"

    def read(self, raw: Any) -> tuple[float | None, str]:
        """A number within the range; else none, and what is wrong."""
        try:
            number = float(raw)
        except (TypeError, ValueError):
            return None, "is not a number"
        if isinstance(raw, bool) or not isfinite(number):
            return None, "is not a number" if isinstance(raw, bool) else "is not a finite number"
        if self.unit is Unit.COUNT and number != int(number):
            return None, "is not a whole number"
        if not self.low <= number <= self.high:
            return None, "is too small" if number < self.low else "is too large"
        return number, ""


_SAID = {
    Unit.METRES: " m", Unit.CENTIMETRES: " cm", Unit.COUNT: "", Unit.SECONDS: " s", Unit.MINUTES: " min",
    Unit.SPEED: " m/s",
}  # fmt: skip


@dataclass(frozen=True)
class SetUpChoice:
    key: str
    options: tuple[str, ...]
    usual: str | Callable[[Frame], str]
    group: Group = Group.SET_UP

    def default(self, frame: Frame, _known: Values, *, in_feet: bool) -> str:  # noqa: ARG002
        return self.usual(frame) if callable(self.usual) else self.usual

    @property
    def allowed(self) -> str:
        return "one of: " + ", ".join(self.options)

    def read(self, raw: Any) -> tuple[str | None, str]:
        return (raw, "") if raw in self.options else (None, "is not one of these")


Parameter = Number | SetUpChoice


def settle(
    parameters: Sequence[Parameter], frame: Frame, given: Given, *, in_feet: bool = False, base: str = ""
) -> Values:
    """Every parameter's value: as it was set, else as is usual here.

    Raises:
        InvalidInput: naming everything that cannot be: what is no parameter, no number, or out of its range.
    """
    given = in_metres(given)
    problems = list(_unknown(parameters, given, base))
    known = Values({})
    for one in parameters:
        if one.key in given:
            value, reason = one.read(given[one.key])
            if value is None:
                problems.append(Problem(base + one.key, shorten(given[one.key]), reason, one.allowed))
        if one.key not in given or value is None:
            value = one.default(frame, known, in_feet=in_feet)
        known = known.having(**{one.key: value})
    if problems:
        raise InvalidInput(problems)
    return known


def in_metres(given: Given) -> dict[str, Any]:
    """Keys in `_ft` as metres; what is no number is left for the check to find."""
    return dict(_metric(key, raw) for key, raw in given.items())


def _metric(key: str, raw: Any) -> tuple[str, Any]:
    if not key.endswith("_ft"):
        return key, raw
    try:
        feet = float(raw)
    except (TypeError, ValueError):
        return key.removesuffix("_ft") + "_m", raw
    return key.removesuffix("_ft") + "_m", feet_to_metres(feet) if isfinite(feet) else feet


def _unknown(parameters: Sequence[Parameter], given: Given, base: str) -> Iterator[Problem]:
    keys = [one.key for one in parameters]
    for key, raw in given.items():
        if key not in keys:
            yield Problem(base + key, shorten(raw), "is no number of this set-up", ", ".join(keys))
