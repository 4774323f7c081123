"""How fast the planner goes, and how safely: herds of virtual horses worked by it and by hand-made ways."""

from bucephal.pace.arrivals import ARRIVALS, ArrivalKind, Milestone
from bucephal.pace.bench import ALL_WAYS, KNOWS, OWN, Pace, PaceOfWay, Run, summed, work
from bucephal.pace.report import pace_page
from bucephal.pace.working import Working, heard

__all__ = [
    "ALL_WAYS", "ARRIVALS", "KNOWS", "OWN", "ArrivalKind", "Milestone", "Pace", "PaceOfWay", "Run", "Working",
    "heard", "pace_page", "summed", "work",
]  # fmt: skip
