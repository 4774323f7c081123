"""The horse's sheet: the horse in a line, settling, leads, since it came; what the figures cannot do."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date

from bucephal.ladder import Side
from bucephal.words.plain import after_comma

NOT_BEGUN = "not begun"
NO_SIDE_HEAVIER = "No side is shown to be heavier than the other."
NOT_TIMED = "Not timed yet: mark the first stretch in the ring."
LIMITS = (
    "Estimates assume equal steps between levels and asks that start at the lightest; the model was "
    "chosen on virtual horses."
)


def days_off(days: int | None, *, worked_today: bool) -> str:
    if days is None:
        return "not worked yet"
    if days == 0:
        return "worked today" if worked_today else "worked yesterday"
    return "1 day off" if days == 1 else f"{days} days off"


def week_here(week: int) -> str:
    return f"week {week} here"


def height(hands: str, centimetres: float) -> str:
    """'14.2 hh (147 cm)'."""
    return f"{hands} hh ({centimetres:.0f} cm)"


def tape_weight(kg: float, *, rough: bool) -> str:
    return f"about {kg:.0f} kg by tape" + (", rough under three years" if rough else "")


def cannot_tell(names: Sequence[str], least_asks: int) -> str:
    shown = ", ".join(names[:3]) + (" and others" if len(names) > 3 else "")
    return f"Cannot tell left from right yet, under {least_asks} asks a side: {shown}"


def settling(
    days: int, not_settled: int, median: float | None, trend_per_week: float | None, p_value: float | None
) -> str:
    """The usual minutes to settle and their trend.

    Args:
        trend_per_week: minutes a week; None where no trend is shown.
        p_value: of the trend.
    """
    if days == 0:
        return NOT_TIMED
    often = f"never settled on {not_settled} of {days} days"
    usual = f"Settled by {median:g} min on half of the days" if median is not None else ""
    parts = [usual or often.capitalize()]
    if usual and not_settled:
        parts.append(often)
    if trend_per_week is not None and p_value is not None:
        way = "shorter" if trend_per_week < 0 else "longer"
        parts.append(f"{way} by {abs(trend_per_week):.1f} min a week (p {_p_value(p_value)})")
    else:
        parts.append(f"no trend is shown by {days} days")
    return "; ".join(parts) + "."


def leads(worse: Side | None, p_value: float | None) -> str:
    if worse is not None:
        words = f"The {worse} rein gets the right lead less often"
    else:
        words = "Neither rein is shown to be worse"
    if p_value is not None:
        words += f" (chance alone gives such a difference with p {_p_value(p_value)})"
    return f"{words}."


def _p_value(p_value: float) -> str:
    return "under 0.001" if p_value < 0.001 else f"{p_value:.3f}"


def first_level(level: int, *, answered: bool) -> str:
    return f"{level}" if answered else f"none up to {level}"


def level_now(mean: float, low: float, high: float) -> str:
    return f"{mean:.1f} ({low:.1f}–{high:.1f})"


def named_side(name: str, side: Side) -> str:
    return f"{name}{after_comma(side)}"


def sessions_and_rides(sessions: int, rides: int) -> str:
    return f"{sessions} sessions, ride {rides}"


def since(day: date) -> str:
    return f"since {day}"
