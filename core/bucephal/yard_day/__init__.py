"""A day in the yard: its hours, which horses rest, and who works when."""

from bucephal.yard_day.hours import GRID_MIN, HotHours, Hours, YardDay, minute_of, time_of, yard_day
from bucephal.yard_day.rest_days import rest_because
from bucephal.yard_day.schedule import Placed, Wanting, day_line

__all__ = [
    "GRID_MIN", "HotHours", "Hours", "Placed", "Wanting", "YardDay", "day_line", "minute_of", "rest_because",
    "time_of", "yard_day",
]  # fmt: skip
