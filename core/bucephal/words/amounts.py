"""Amounts in the units of whoever reads them; kept they are in metres, kilograms and degrees Celsius."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import time

from bucephal.base.units import (
    ClockFace,
    UnitSystem,
    celsius_to_fahrenheit,
    centimetres_to_hands,
    kilograms_to_pounds,
    metres_a_second_to_miles_an_hour,
    metres_to_feet,
)

_NOON = 12


@dataclass(frozen=True)
class Amounts:
    """How amounts are said to somebody."""

    units: UnitSystem = UnitSystem.METRIC
    clock: ClockFace = ClockFace.OF_24

    @property
    def _imperial(self) -> bool:
        return self.units is UnitSystem.IMPERIAL

    def weight(self, kg: float) -> str:
        """'416 kg', '917 lb'."""
        return f"{kilograms_to_pounds(kg):.0f} lb" if self._imperial else f"{kg:.0f} kg"

    def length(self, metres: float) -> str:
        """'2.1 m', '6.9 ft'."""
        return f"{metres_to_feet(metres):.1f} ft" if self._imperial else f"{metres:.1f} m"

    def temperature(self, celsius: float) -> str:
        """'21 °C', '70 °F'."""
        return f"{celsius_to_fahrenheit(celsius):.0f} °F" if self._imperial else f"{celsius:.0f} °C"

    def wind(self, metres_a_second: float) -> str:
        """'7 m/s', '16 mph'."""
        if self._imperial:
            return f"{metres_a_second_to_miles_an_hour(metres_a_second):.0f} mph"
        return f"{metres_a_second:.0f} m/s"

    def clock_time(self, moment: time) -> str:
        """'8:30'; '8:30 am', '12 pm' at noon for who reads twelve hours."""
        if self.clock is ClockFace.OF_24:
            return f"{moment.hour}:{moment:%M}"
        half = "am" if moment.hour < _NOON else "pm"
        hour = moment.hour % _NOON or _NOON
        return f"{hour}{f':{moment:%M}' if moment.minute else ''} {half}"

    def hours(self, starts: time, ends: time) -> str:
        """'10 to 12', '8:30 to 11'; '10 am to 12 pm'."""
        if self.clock is ClockFace.OF_12:
            return f"{self.clock_time(starts)} to {self.clock_time(ends)}"
        return " to ".join(
            str(one.hour) if one.minute == 0 else self.clock_time(one) for one in (starts, ends)
        )

    def height(self, centimetres: float) -> str:
        """'14.2 hh (147 cm)'; who reads no metres is told hands alone."""
        hands = f"{centimetres_to_hands(centimetres)} hh"
        return hands if self._imperial else f"{hands} ({centimetres:.0f} cm)"


METRIC = Amounts()
