"""The next session, worked out, with the numbers behind each line and what was left out."""

from bucephal.planning.arriving import Arrival, arrival
from bucephal.planning.assessing import Assessment, assess, assessment_is_due
from bucephal.planning.models import (
    ItemKind,
    LeftOut,
    Place,
    PlanItem,
    PlanRequest,
    SessionPlan,
    SideDose,
    Why,
)
from bucephal.planning.pack import RingPack, ring_pack
from bucephal.planning.placing import Placement, place
from bucephal.planning.session import plan_session
from bucephal.planning.today import TodayPlan, WorkedDays, plan_today

__all__ = [
    "Arrival", "Assessment", "ItemKind", "LeftOut", "Place", "Placement", "PlanItem", "PlanRequest",
    "RingPack", "SessionPlan", "SideDose", "TodayPlan", "Why", "WorkedDays", "arrival", "assess",
    "assessment_is_due", "place", "plan_session", "plan_today", "ring_pack",
]  # fmt: skip
