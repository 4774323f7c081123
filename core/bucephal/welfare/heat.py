"""Heat: air temperature in Fahrenheit plus relative humidity in per cent, from 20 degrees Celsius on.

Source: a rule of agricultural extension leaflets (from memory): under 130 fine, 130-150 with
care, 150-180 short and easy, over 180 do not work.
"""

from __future__ import annotations

import math
from enum import StrEnum

from bucephal.base.units import celsius_to_fahrenheit


class Heat(StrEnum):
    FINE = "fine"
    CARE = "care"
    SHORT_AND_EASY = "short-and-easy"
    DO_NOT_WORK = "do-not-work"


CARE_FROM = 130.0
_LIMITS = ((CARE_FROM, Heat.FINE), (150.0, Heat.CARE), (180.0, Heat.SHORT_AND_EASY))


def heat_sum(air_c: float, humidity_pct: float) -> float:
    """Degrees Fahrenheit plus per cent: 30 C and 60 % give 146."""
    return celsius_to_fahrenheit(air_c) + humidity_pct


def heat_class(total: float) -> Heat:
    if total > _LIMITS[-1][0]:
        return Heat.DO_NOT_WORK
    return next((heat for limit, heat in _LIMITS if total < limit), Heat.SHORT_AND_EASY)


HOT_FROM_C = 20.0
"""Below it the sum says nothing: cold damp air is no heat."""
_DAYS_SWING_C = 8.0
"""Between the coolest and the warmest hour [own]: a mild day by the sea; inland it is more."""
_WARMEST_HOUR = 15


def heat_verdict(air_c: float, humidity_pct: float) -> Heat:
    """What may be done at a temperature and relative humidity."""
    return Heat.FINE if air_c < HOT_FROM_C else heat_class(heat_sum(air_c, humidity_pct))


def air_at(hour: float, warmest_c: float) -> float:
    """Air temperature in degrees Celsius at an hour of a day whose warmest is known: a cosine round 15:00."""
    return warmest_c - _DAYS_SWING_C / 2 * (1 - math.cos(2 * math.pi * (hour - _WARMEST_HOUR) / 24))


def heat_at(hour: float, warmest_c: float, humidity_pct: float) -> Heat:
    """What may be done at an hour of the day.

    The humidity is taken as it is at the warmest hour: the sum is a rule of warm hours, and air that cools
    grows damper without being harder on a horse.
    """
    return heat_verdict(air_at(hour, warmest_c), humidity_pct)
