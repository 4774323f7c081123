"""How fast the planner goes, and how safely: herds of virtual horses worked by it and by hand-made ways."""

from bucephal.lab.pace.arrivals import ARRIVALS, ArrivalKind, Milestone
from bucephal.lab.pace.bench import ALL_WAYS, KNOWS, OWN, Pace, PaceOfWay, Run, summed, work
from bucephal.lab.pace.report import pace_page
from bucephal.lab.pace.working import Working, heard

__all__ = [
    "ALL_WAYS", "ARRIVALS", "KNOWS", "OWN", "ArrivalKind", "Milestone", "Pace", "PaceOfWay", "Run", "Working",
    "heard", "pace_page", "summed", "work",
]  # fmt: skip
