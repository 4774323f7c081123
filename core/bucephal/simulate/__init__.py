"""Virtual horses: an assumption, said so wherever their figures are shown."""

from bucephal.simulate.diary import new_id, simulate_record
from bucephal.simulate.horse import Traits, VirtualHorse

__all__ = ["Traits", "VirtualHorse", "new_id", "simulate_record"]
