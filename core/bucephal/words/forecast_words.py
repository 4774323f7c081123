"""How soon a step will be there, and how sure that is."""

from __future__ import annotations

from collections.abc import Sequence

from bucephal.words.figures import NEARLY_ALWAYS_FROM, about, span, tenths, times_in_ten
from bucephal.words.plain import first_of


def ahead(chance: float, horizon: int, until: tuple[int, int, int] | None, middle_weeks: float | None) -> str:
    """'between 2 and 12 rides, most likely 5 (about 2 weeks)'; before it, unless that is nearly certain,
    '7 times in 10 within 40 rides: '.

    Args:
        chance: to be there within ``horizon`` rides.
        horizon: the most rides that are looked at.
        until: if within the horizon: low, middle and high end in rides; None: next to never.
        middle_weeks: the middle in weeks.
    """
    if until is None or middle_weeks is None:
        return f"not within {horizon} rides"
    low, middle, high = until
    if high == 1 and chance >= NEARLY_ALWAYS_FROM:
        return NEXT_RIDE
    when = f"{span(low, middle, high, 'ride')} ({about(middle_weeks, 'week')})"
    if chance >= NEARLY_ALWAYS_FROM:
        return when
    return f"{times_in_ten(tenths(chance))} within {horizon} rides: {when}"


NEXT_RIDE = "with the next ride"
NOT_ASKED = "not asked yet, nothing can be foretold"


def not_by_lightness(basis: str) -> str:
    return f"{basis}; only how light a cue is can be foretold, not this"


def too_few(basis: str, asks: int, days: int) -> str:
    return f"{basis}: too few to foretell ({asks} asks on {days} days at least)"


def goal(state: str, still: Sequence[str], ahead: str | None, *, is_good: bool) -> str:
    """Where a goal stands: its state, what comes first, how soon.

    Args:
        still: names of what waits, as they stand in a sentence.
    """
    parts = [f"{state} now"]
    if still:
        parts.append(f"first {first_of(still)}")
    if ahead is not None:
        parts.append(ahead)
    elif not is_good:
        parts.append("too little was asked to foretell it")
    return "; ".join(parts)


def steps_there(good: int, of: int) -> str:
    return f"{good} of {of} steps are there"
