"""The next session, worked out, with the numbers behind each line and what was left out."""

from bucephal.planning.assessing import Assessment, assess, assessment_is_due
from bucephal.planning.models import (
    Climb,
    DayMinutes,
    ItemAfter,
    ItemKind,
    LeftOut,
    Place,
    PlanItem,
    PlanRequest,
    SessionPlan,
    SideDose,
    Why,
)
from bucephal.planning.placing import Placement, placement
from bucephal.planning.resting import rest_because
from bucephal.planning.session import plan_session

__all__ = [
    "Assessment", "Climb", "DayMinutes", "ItemAfter", "ItemKind", "LeftOut", "Place", "Placement",
    "PlanItem", "PlanRequest", "SessionPlan", "SideDose", "Why", "assess", "assessment_is_due", "placement",
    "plan_session", "rest_because",
]  # fmt: skip
