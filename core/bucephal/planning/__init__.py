"""The next session, worked out, with the numbers behind each line and what was left out."""

from bucephal.planning.assessing import Assessment, assess, assessment_is_due
from bucephal.planning.changing import WANTED_AS, plan_request
from bucephal.planning.models import (
    FEWEST_ASKS,
    MOST_ASKS,
    BodyLine,
    BodyPart,
    BodyVerdict,
    Climb,
    DayMinutes,
    ItemAfter,
    ItemKind,
    LeftOut,
    Place,
    PlanChanges,
    PlanItem,
    PlanRequest,
    SessionPlan,
    SideDose,
    WantedItem,
    Why,
)
from bucephal.planning.placing import Placement, placement
from bucephal.planning.resting import rest_because
from bucephal.planning.session import plan_session

__all__ = [
    "FEWEST_ASKS", "MOST_ASKS", "WANTED_AS", "Assessment", "BodyLine", "BodyPart", "BodyVerdict", "Climb",
    "DayMinutes", "ItemAfter", "ItemKind", "LeftOut", "Place", "Placement", "PlanChanges", "PlanItem",
    "PlanRequest", "SessionPlan", "SideDose", "WantedItem", "Why", "assess", "assessment_is_due",
    "placement", "plan_request", "plan_session", "rest_because",
]  # fmt: skip
