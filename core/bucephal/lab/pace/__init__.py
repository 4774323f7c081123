"""How fast the planner goes, and how safely: herds of virtual horses worked by it and by hand-made ways."""

from bucephal.lab.pace.newcomers import ARRIVALS, ArrivalKind, Milestone
from bucephal.lab.pace.pace_page import pace_page
from bucephal.lab.pace.trials import ALL_WAYS, KNOWS, OWN, Pace, PaceOfWay, Run, summed, work
from bucephal.lab.pace.worked_session import Working, heard

__all__ = [
    "ALL_WAYS", "ARRIVALS", "KNOWS", "OWN", "ArrivalKind", "Milestone", "Pace", "PaceOfWay", "Run", "Working",
    "heard", "pace_page", "summed", "work",
]  # fmt: skip
