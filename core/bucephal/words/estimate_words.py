"""Estimates with their doubt: levels, shares, chances, differences between the sides."""

from __future__ import annotations

from bucephal.ladder import Side
from bucephal.words.figures import (
    CANNOT_TELL,
    at_level,
    by_levels,
    how_often,
    how_sure,
    span_in_ten,
    tenths,
    times_in_ten,
)
from bucephal.words.plain import before, upper_first

_A_LITTLE_UNDER = 0.05
"""Of a chance: half of a tenth, and so not a tenth of times yet."""


def too_few(basis: str) -> str:
    return f"only {basis}: this is more any horse than this one"


def not_asked_for(weeks: int) -> str:
    return f"not asked for {weeks} weeks"


def long_unasked(weeks: int) -> str:
    return f"{not_asked_for(weeks)}: after so long it is often a little heavier than that"


def side_level(side: Side, mean: float, low: float, high: float, basis: str) -> str:
    """'left at about 2, between 1 and 3, by 12 asks on 4 days'."""
    return f"{before(side)}{at_level(mean, low, high)}, by {basis}"


def stands(chance: float, what: str, level: tuple[float, float, float] | None) -> str:
    """'light 8 times in 10, at about 3, between 2 and 4'.

    Args:
        what: what a good answer is called.
        level: where it answers, low end and high end, of a step that is judged by lightness.
    """
    often = how_often(chance, what)
    return often if level is None else f"{often}, {at_level(*level)}"


def stands_today(side: Side, words: str, basis: str) -> str:
    """'left: light 8 times in 10, at about 3; 9 asks on 2 days'."""
    return f"{'' if side is Side.NONE else f'{side}: '}{words}; {basis}"


def light_share(light: int, asks: int, low: float, high: float, what: str) -> str:
    """Good answers out of all; ``low`` and ``high`` bound the share in the long run."""
    return f"{what.capitalize()} in {light} of {asks} asks; in the long run {span_in_ten(low, high)}."


def influence(answer: str, number: int, change: float, what: str) -> str:
    """What one ask did to the chance; ``number`` is its place among the day's."""
    better = change > 0
    if abs(change) < _A_LITTLE_UNDER:
        moves = f"a little {'more' if better else 'less'} often"
    else:
        moves = f"{times_in_ten(tenths(abs(change)))} {'more' if better else 'less'}"
    return f"{answer}, ask {number} of that day: {what} {moves}"


NO_INFLUENCE = "No single ask of late moved it by anything one would notice."


def side_gap(name: str, mean: float, *, heavier: Side | None, chance: float) -> str:
    """'walk to trot: the right is heavier by about 2 levels, fairly sure'."""
    if heavier is None:
        return f"{name}: neither side is shown to be heavier"
    return f"{name}: {heavier_side(heavier, mean, chance)}"


def heavier_by(side: Side, levels: float) -> str:
    """'the right is heavier by about 2 levels'."""
    return f"the {side} is heavier by {by_levels(levels)}"


def heavier_side(side: Side, levels: float, chance: float) -> str:
    """'the right is heavier by about 2 levels, fairly sure'."""
    return f"{heavier_by(side, levels)}, {how_sure(chance)}"


def gap_unknown(least_asks: int) -> str:
    return f"{upper_first(CANNOT_TELL)}: fewer than {least_asks} asks a side on rides where both were asked."


TRAIL_LEGEND = (
    "dot: an ask, hatched if heavy, a ring if light but not accepted, faint if alarmed · arrow: no answer up"
    " to there · band: where it answers 8 times in 10, as far as known after that day · shaded: light · under"
    " it: triangle heat, waves strong wind, dots insects, square new place"
)
BOARD_LEGEND = (
    "dot: where it answers · bar: as far as known, lighter and heavier · shaded: light · tail: four weeks ago"
    " · small: asks and days it rests on"
)
EXACT = ("Level, or share", "80 % of it between", "Chance, first answer light")
"""The columns of the figures behind an estimate."""


def fan_legend(rides: int) -> str:
    return (
        f"how many times in 10 it is there by that ride · below: when, if within {rides} rides, and the most "
        "likely"
    )
