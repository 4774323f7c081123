"""Whether a horse rests on a day, because of the days it was worked before.

Source: common practice, no source: at least one full rest day in seven; from 12 to 24 months three to
four times a week.
"""

from __future__ import annotations

from collections.abc import Collection
from datetime import date, timedelta

from bucephal.words import day_words
from bucephal.words.ages import age_text

WEEK_DAYS = 7
MOST_DAYS_IN_WEEK = 6
MOST_DAYS_UNDER_TWO = 4
UNDER_TWO_MONTHS = 24


def rest_because(worked: Collection[date], on: date, age_months: int | None) -> str | None:
    """Why a horse that could be worked rests on a day; None if it need not.

    Args:
        worked: the days it was worked; those from ``on`` on do not count.
        age_months: None: not known, taken as grown.
    """
    lately = {day for day in worked if on - timedelta(days=WEEK_DAYS) < day < on}
    if len(lately) >= MOST_DAYS_IN_WEEK:
        return day_words.rest_day_due(len(lately))
    young = age_months is not None and age_months < UNDER_TWO_MONTHS
    if young and len(lately) >= MOST_DAYS_UNDER_TWO:
        return day_words.enough_for_its_age(age_text(age_months), MOST_DAYS_UNDER_TWO, len(lately))
    return None
