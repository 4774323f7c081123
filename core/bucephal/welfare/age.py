"""What a horse's age allows: how long it may be schooled, and what it is too young for.

Source: common practice, no source: cautious defaults; a vet's advice goes first.
"""

from __future__ import annotations

from datetime import date

GROWN_MONTHS = 60

# (under this many months, minutes of a session): 5-10, 10-15, 20, ridden 10-20, 20-30, then 45.
_SESSION_MINUTES = ((12, (5, 10)), (24, (10, 15)), (36, (20, 20)), (48, (10, 20)), (GROWN_MONTHS, (20, 30)))
_ADULT_MINUTES = (45, 45)


def age_months(born: date, on: date) -> int:
    """Whole months of age on a day."""
    months = (on.year - born.year) * 12 + on.month - born.month
    return months - 1 if on.day < born.day else months


def session_limit_min(months: int | None) -> int:
    """Longest schooling for an age, in minutes; an unknown age counts as grown."""
    return session_minutes_range(months)[1]


def session_minutes_range(months: int | None) -> tuple[int, int]:
    """Shortest and longest session for an age, in minutes; an unknown age counts as grown."""
    if months is None:
        return _ADULT_MINUTES
    return next((minutes for under, minutes in _SESSION_MINUTES if months < under), _ADULT_MINUTES)
