"""How soon a step will be there, and how sure that is."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from bucephal.words.plain import counted


def chances(
    within: Mapping[int, float], horizon: int, until: tuple[int, int, int] | None, middle_weeks: float | None
) -> str:
    """The chance to be there within so many rides, and when if at all.

    Args:
        within: chance by number of rides.
        horizon: the most rides that are looked at.
        until: if within the horizon: low, middle and high end in rides; None: next to never.
        middle_weeks: the middle in weeks.
    """
    listed = ", ".join(f"{rides}: {chance:.2f}" for rides, chance in within.items())
    words = f"chance to be there within {listed} rides"
    if until is None:
        return f"{words}; not within {horizon}"
    low, middle, high = until
    if low == high:
        return f"{words}; if within {horizon}: {counted(low, 'ride')}"
    return (
        f"{words}; if within {horizon}: between {low} and {high} rides, in the middle {middle} "
        f"(about {middle_weeks:g} weeks)"
    )


NOT_ASKED = "not asked yet, nothing can be foretold"


def not_by_lightness(basis: str) -> str:
    return f"{basis}; only how light a cue is can be foretold, not this"


def too_few(basis: str, asks: int, days: int) -> str:
    return f"{basis}: too few to foretell ({asks} asks on {days} days at least)"


def goal(state: str, still: Sequence[str], ahead: str | None, *, is_good: bool) -> str:
    """Where a goal stands: its state, what comes first, how soon."""
    parts = [f"{state} now"]
    if still:
        more = f" and {len(still) - 2} more" if len(still) > 2 else ""
        parts.append(f"first come {', '.join(still[:2])}{more}")
    if ahead is not None:
        parts.append(ahead)
    elif not is_good:
        parts.append("too little was asked to foretell it")
    return "; ".join(parts)


def steps_there(good: int, of: int) -> str:
    return f"{good} of {of} steps are there"
