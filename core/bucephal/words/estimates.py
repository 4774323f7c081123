"""Estimates with their doubt: levels, shares, chances, differences between the sides."""

from __future__ import annotations

from bucephal.ladder import Side
from bucephal.words.plain import before


def too_few(basis: str) -> str:
    return f"only {basis}: much of this is what is assumed of any horse"


def long_unasked(weeks: int) -> str:
    return f"not asked for {weeks} weeks: after so long such chances are a little too hopeful"


def level(mean: float, low: float, high: float) -> str:
    return f"level {mean:.1f} ({low:.1f} to {high:.1f})"


def side_level(side: Side, mean: float, low: float, high: float, basis: str) -> str:
    """'left 2.0, 1.0 to 3.0, 12 asks on 4 days'; no level is lighter than 1."""
    shown, lowest, highest = (f"{max(level, 1):.1f}" for level in (mean, low, high))
    return f"{before(side)}{shown}, {lowest} to {highest}, {basis}"


def share(mean: float, low: float, high: float) -> str:
    return f"share {mean:.2f} ({low:.2f} to {high:.2f})"


def level_with_doubt(mean: float, low: float, high: float) -> str:
    return f"level {mean:.1f} (80 % sure: {low:.1f} to {high:.1f})"


def share_with_doubt(mean: float, low: float, high: float) -> str:
    return f"share {mean:.2f} (80 % sure: {low:.2f} to {high:.2f})"


def light_today(where: str, figure: str, p_first: float, basis: str, caution: str | None) -> str:
    """'left: level 3.1 (80 % sure: ...); chance of a light first answer today 0.83; 9 asks on 2 days'."""
    words = f"{where}{figure}; chance of a light first answer today {p_first:.2f}; {basis}"
    return f"{words}; {caution}" if caution is not None else words


def light_share(light: int, asks: int, low: float, high: float) -> str:
    """Asks in the band out of all; ``low`` and ``high`` bound the share in the long run (80 %)."""
    return (
        f"{light} of {asks} asks light; the share in the long run lies between {round(low * 100)} and "
        f"{round(high * 100)} % (80 % interval)."
    )


def influence(answer: str, number: int, change: float) -> str:
    """What one ask did to the chance; ``number`` is its place among the day's."""
    way = "raises" if change > 0 else "lowers"
    return f"{answer}, ask {number} of that day: {way} the chance by {abs(change):.2f}"


def no_influence(least: float) -> str:
    return f"No single ask of late moved the chance by {least:.2f} or more."


def side_gap(
    name: str, mean: float, low: float, high: float, *, heavier: Side | None, claimed: bool, chance: float
) -> str:
    """Left minus right in levels with its 80 % interval, and what may be said of it."""
    if heavier is None:
        return f"{name}: the sides are not shown to differ"
    size = f"{abs(mean):.1f} levels ({_span(low, high)})"
    sure = "likely real" if claimed else "a hint"
    return f"{name}: the {heavier} is heavier by {size}; {sure}, chance {chance:.2f}"


def gap_unknown(least_asks: int) -> str:
    return f"Cannot be told yet: under {least_asks} asks a side on rides where both were asked."


def _span(low: float, high: float) -> str:
    ends = sorted((abs(low), abs(high))) if low * high > 0 else [0.0, max(abs(low), abs(high))]
    return f"{ends[0]:.1f} to {ends[1]:.1f}"
