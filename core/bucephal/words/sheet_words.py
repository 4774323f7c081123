"""The horse's sheet: the horse in a line, settling, leads, since it came; what the figures cannot do."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date

from bucephal.ladder import Side
from bucephal.words.estimate_words import not_asked_for
from bucephal.words.figures import CANNOT_TELL, by_levels, day, per_week, surely, whole, whole_level
from bucephal.words.plain import after_comma, before, counted, upper_first

NOT_BEGUN = "not begun"
_AT_WORK = {"P3": "getting ready to ride"}
"""Where the name of a phase would say too much: who works in it was not sat on yet."""
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


AGE, HERE, AT_WORK, RIDES, DAYS_OFF, HEIGHT, WEIGHT, CONDITION, BACKGROUND, SCHOOL = (
    "Age", "Here", "In work", "Rides", "Days off", "Height", "Weight", "Condition", "Background", "School",
)  # fmt: skip
"""What the facts at the head of a sheet are called."""
SLIPPED = "has slipped"
NOT_READY = "not ready yet"


def age_and_sex(age: str, sex: str | None) -> str:
    """'4 years 6 months, mare'."""
    return age if sex is None else f"{age}, {sex}"


def weeks_in_work(week: int, sessions: int) -> str:
    return f"week {week}, {counted(sessions, 'session')}"


def by_tape(weight: str, *, rough: bool) -> str:
    """'about 416 kg by tape'; under three years 'rough'."""
    return f"about {weight} by tape" + (", rough under three years" if rough else "")


def condition_scored(score: int, on: date) -> str:
    return f"{score} of 9 on {day(on)}"


def school(options: Sequence[str]) -> str:
    return "; ".join(options) if options else "as usual"


def farther(stage: str) -> str:
    return f"asked up to: {stage}"


def changed(side: Side, levels: float) -> str:
    """'left lighter by about 1½ levels in four weeks', 'left as it was four weeks ago'."""
    if not levels:
        return f"{before(side)}as it was four weeks ago"
    way = "heavier" if levels > 0 else "lighter"
    return f"{before(side)}{way} by {by_levels(levels)} in four weeks"


def seldom(weeks: int, asks: int) -> str:
    """'not asked for 5 weeks', 'asked 3 times only'."""
    if weeks >= 2:
        return not_asked_for(weeks)
    return f"asked {counted(asks, 'time')} only"


def uneven(heavier: Side) -> str:
    return f"the {heavier} is heavier"


def since_week(week: int) -> str:
    return f"week {week}"


def cannot_tell(names: Sequence[str], least_asks: int) -> str:
    shown = ", ".join(names[:3]) + (" and others" if len(names) > 3 else "")
    return f"{upper_first(CANNOT_TELL)}, left or right, under {least_asks} asks a side: {shown}"


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
    usual = f"Settled by {whole(median)} min on half of the days" if median is not None else ""
    parts = [usual or often.capitalize()]
    if usual and not_settled:
        parts.append(often)
    if trend_per_week is not None and p_value is not None:
        parts.append(per_week(trend_per_week, "minute", p_value))
    else:
        parts.append(f"no trend to see in {days} days")
    return "; ".join(parts) + "."


def leads(worse: Side | None, p_value: float | None) -> str:
    if worse is not None:
        how = "" if p_value is None else f", {surely(p_value)}"
        return f"The {worse} rein gets the right lead less often{how}."
    return "Neither rein is shown to be worse."


def first_level(level: int, *, answered: bool) -> str:
    return f"{level}" if answered else f"none up to {level}"


def level_now(mean: float) -> str:
    return f"about {whole_level(mean)}"


def named_side(name: str, side: Side) -> str:
    return f"{name}{after_comma(side)}"


def sessions_and_rides(sessions: int, rides: int) -> str:
    return f"{sessions} sessions, ride {rides}"


def at_work(phase: str, title: str) -> str:
    """What a horse is at, by the phase it works in and that phase's name."""
    return _AT_WORK.get(phase, title.lower())
