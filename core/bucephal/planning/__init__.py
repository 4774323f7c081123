"""The next session, worked out, with the numbers behind each line and what was left out."""

from bucephal.planning.assessing import Assessment, assess, assessment_is_due
from bucephal.planning.bearing import TACK_KG_KEY
from bucephal.planning.changing import WANTED_AS, plan_request
from bucephal.planning.day import STRONG_WIND_MS
from bucephal.planning.day_line import Placed, Wanting, day_line
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
from bucephal.planning.session import plan_day, plan_session
from bucephal.planning.sparing import spare_plan
from bucephal.planning.yard_day import GRID_MIN, HotHours, Hours, YardDay, minute_of, time_of, yard_day

__all__ = [
    "FEWEST_ASKS", "GRID_MIN", "MOST_ASKS", "STRONG_WIND_MS", "TACK_KG_KEY", "WANTED_AS", "Assessment",
    "BodyLine", "BodyPart", "BodyVerdict", "Climb", "DayMinutes", "HotHours", "Hours", "ItemAfter",
    "ItemKind", "LeftOut", "Place", "Placed", "Placement", "PlanChanges", "PlanItem", "PlanRequest",
    "SessionPlan", "SideDose", "WantedItem", "Wanting", "Why", "YardDay", "assess", "assessment_is_due",
    "day_line", "minute_of", "placement", "plan_day", "plan_request", "plan_session", "rest_because",
    "spare_plan", "time_of", "yard_day",
]  # fmt: skip
