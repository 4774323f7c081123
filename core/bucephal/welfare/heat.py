"""Heat: air temperature in Fahrenheit plus relative humidity in per cent.

Source: a rule of agricultural extension leaflets (from memory): under 130 fine, 130-150 with
care, 150-180 short and easy, over 180 do not work.
"""

from __future__ import annotations

from enum import StrEnum

from bucephal.units import celsius_to_fahrenheit


class Heat(StrEnum):
    FINE = "fine"
    CARE = "care"
    SHORT_AND_EASY = "short-and-easy"
    DO_NOT_WORK = "do-not-work"


_LIMITS = ((130.0, Heat.FINE), (150.0, Heat.CARE), (180.0, Heat.SHORT_AND_EASY))


def heat_sum(air_c: float, humidity_pct: float) -> float:
    """Degrees Fahrenheit plus per cent: 30 C and 60 % give 146."""
    return celsius_to_fahrenheit(air_c) + humidity_pct


def heat_class(total: float) -> Heat:
    if total > _LIMITS[-1][0]:
        return Heat.DO_NOT_WORK
    return next((heat for limit, heat in _LIMITS if total < limit), Heat.SHORT_AND_EASY)
