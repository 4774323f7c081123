"""A day in the yard: its hours, the helper's, the weather. Who works when is `day_line`'s to say."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from datetime import date, time
from typing import Annotated, Any

from pydantic import Field

from bucephal.base.errors import Problem
from bucephal.record import FrozenModel, read_model
from bucephal.record.models import Day, TimeOfDay
from bucephal.welfare import Heat, heat_at

DAY_STARTS, DAY_ENDS = time(8), time(17)
"""Hours of a day of which nothing is known [own]."""
GRID_MIN = 5
"""Hours of a day are placed to so many minutes."""


class Hours(FrozenModel):
    """From one time of day to another."""

    starts: TimeOfDay
    ends: TimeOfDay


class HotHours(Hours):
    """Hours in which heat asks for care, or more."""

    verdict: Heat
    words: str


class YardDay(FrozenModel):
    """What is known of a day; the weather is that of its warmest hour."""

    on: Day
    starts: TimeOfDay = DAY_STARTS
    ends: TimeOfDay = DAY_ENDS
    helper: Hours | None = None
    air_c: Annotated[float, Field(ge=-40, le=55)] | None = None
    humidity_pct: Annotated[float, Field(ge=0, le=100)] | None = None
    wind_ms: Annotated[float, Field(ge=0, le=60, description="Metres a second.")] | None = None

    def heat(self, minute: int) -> Heat:
        """At a minute of the day; fine where the weather is not known."""
        if self.air_c is None or self.humidity_pct is None:
            return Heat.FINE
        return heat_at(minute / 60, self.air_c, self.humidity_pct)


def yard_day(raw: Mapping[str, Any], on: date) -> YardDay:
    """A day as it is typed.

    Raises:
        InvalidInput: naming every field, value and allowed range.
    """
    fields = {key: value for key, value in raw.items() if value is not None}
    day = read_model({**fields, "on": str(on)}, YardDay)
    read_model({**fields, "on": str(on)}, YardDay, list(_problems(day)))
    return day


def _problems(day: YardDay) -> Iterator[Problem]:
    spans = {"": Hours(starts=day.starts, ends=day.ends)}
    spans |= {} if day.helper is None else {"helper.": day.helper}
    for path, hours in spans.items():
        if hours.ends <= hours.starts:
            allowed = f"after {hours.starts:%H:%M}"
            yield Problem(f"{path}ends", f"{hours.ends:%H:%M}", "is before the day starts", allowed)


def minute_of(moment: time) -> int:
    return moment.hour * 60 + moment.minute


def time_of(minute: int) -> time:
    return time(minute // 60, minute % 60)
