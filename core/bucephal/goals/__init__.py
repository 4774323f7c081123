"""Goals: the way to them, and how soon they will be reached."""

from bucephal.goals.forecast import (
    FEWEST_A_WEEK,
    MOST_A_WEEK,
    GoalForecast,
    goal_forecast,
    usual_rhythm,
)
from bucephal.goals.way import WayTo, goal_path, way_to

__all__ = [
    "FEWEST_A_WEEK", "MOST_A_WEEK", "GoalForecast", "WayTo", "goal_forecast", "goal_path",
    "usual_rhythm", "way_to",
]  # fmt: skip
