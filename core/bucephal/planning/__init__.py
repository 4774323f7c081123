"""The next session, worked out, with the numbers behind each line and what was left out."""

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
from bucephal.planning.session import plan_session

__all__ = [
    "ItemKind", "LeftOut", "Place", "PlanItem", "PlanRequest", "SessionPlan", "SideDose", "Why",
    "plan_session",
]  # fmt: skip
