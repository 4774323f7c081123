"""Virtual horses: an assumption, said so wherever their figures are shown."""

from bucephal.lab.virtual_horse.horse import VirtualHorse
from bucephal.lab.virtual_horse.plain_diary import new_id, simulate_record
from bucephal.lab.virtual_horse.traits import Traits, Weather, draw_traits, draw_weather

__all__ = ["Traits", "VirtualHorse", "Weather", "draw_traits", "draw_weather", "new_id", "simulate_record"]
