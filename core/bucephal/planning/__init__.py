"""The next session, worked out, with the numbers behind each line and what was left out."""

from bucephal.planning.body_load import TACK_KG_KEY
from bucephal.planning.day import STRONG_WIND_MS
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
    PlanChanges,
    PlanItem,
    PlanPlace,
    PlanRequest,
    SessionPlan,
    SideDose,
    WantedItem,
    Why,
)
from bucephal.planning.placement import Placement, placement
from bucephal.planning.plan_changes import WANTED_AS, plan_request
from bucephal.planning.session import plan_day, plan_session
from bucephal.planning.spare_items import spare_plan

__all__ = [
    "FEWEST_ASKS", "MOST_ASKS", "STRONG_WIND_MS", "TACK_KG_KEY", "WANTED_AS", "BodyLine", "BodyPart",
    "BodyVerdict", "Climb", "DayMinutes", "ItemAfter", "ItemKind", "LeftOut", "Placement", "PlanChanges",
    "PlanItem", "PlanPlace", "PlanRequest", "SessionPlan", "SideDose", "WantedItem", "Why", "placement",
    "plan_day", "plan_request", "plan_session", "spare_plan",
]  # fmt: skip
