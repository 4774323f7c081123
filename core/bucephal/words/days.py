"""A day in the yard: who works and who rests."""

from __future__ import annotations

from bucephal.words.plain import counted

WORKED_TODAY = "Worked today"
REST = "Rest"
NO_HORSE = "No horse needs working today."
ORDER = "In working order: what needs putting right first, then the longest off."
MORE_WITH_HELPER = "more is possible with a helper"


def rest_day_due(days: int) -> str:
    return f"worked on {days} of the last six days: one full rest day in seven"


def enough_for_its_age(age: str, most: int, done: int) -> str:
    return f"{age}: at most {most} times a week, and {done} are done"


def duration(minutes: int) -> str:
    """'35 min', '2 h', '1 h 20 min'."""
    hours, rest = divmod(minutes, 60)
    if not hours:
        return f"{rest} min"
    return f"{hours} h" + (f" {rest} min" if rest else "")


def summary(horses: int, minutes: int) -> str:
    return NO_HORSE if horses == 0 else f"{counted(horses, 'horse')}, {duration(minutes)} in all."
