"""Amounts in the units of whoever reads them; kept they are in metres, kilograms and degrees Celsius."""

from __future__ import annotations

from dataclasses import dataclass

from bucephal.units import (
    UnitSystem,
    celsius_to_fahrenheit,
    centimetres_to_hands,
    kilograms_to_pounds,
    metres_to_feet,
)


@dataclass(frozen=True)
class Amounts:
    """How amounts are said to somebody."""

    units: UnitSystem = UnitSystem.METRIC

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

    def height(self, centimetres: float) -> str:
        """'14.2 hh (147 cm)'; who reads no metres is told hands alone."""
        hands = f"{centimetres_to_hands(centimetres)} hh"
        return hands if self._imperial else f"{hands} ({centimetres:.0f} cm)"


METRIC = Amounts()
