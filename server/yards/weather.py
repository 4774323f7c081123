"""What a weather station at the yard reads. A small simulated one ships in place of a real one.

A real station is another class with ``reading``; nothing else knows which it is.
"""

from __future__ import annotations

from datetime import date
from typing import Protocol

import numpy as np
from bucephal.lab.virtual_horse import draw_weather
from ninja import Schema
from pydantic import Field


class WeatherReading(Schema):
    """A day outside, as it is typed into a plan."""

    on: date
    air_c: float
    humidity_pct: float
    wind_ms: float
    simulated: bool = Field(description="No real station is there: it is invented, and says so.")


class Station(Protocol):
    def reading(self, on: date) -> WeatherReading:
        """What the station says of a day."""


class SimulatedStation:
    """Invents the weather of a mild coast: of a day always the same."""

    def reading(self, on: date) -> WeatherReading:
        weather = draw_weather(np.random.default_rng(on.toordinal()), on.timetuple().tm_yday)
        return WeatherReading(
            on=on,
            air_c=round(weather.air_c, 1),
            humidity_pct=round(weather.humidity_pct),
            wind_ms=round(weather.wind_ms, 1),
            simulated=True,
        )


STATION: Station = SimulatedStation()
