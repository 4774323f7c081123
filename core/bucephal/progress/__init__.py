"""Where the horse stands: each step's state, a trainer's decisions, left against right, its goals."""

from bucephal.progress.assessment_changes import AssessmentChange, assessment_changes
from bucephal.progress.bad_moments import BadMoment, bad_moments
from bucephal.progress.decisions import decided, lifted, may_decide
from bucephal.progress.first_answers import FirstAnswer, first_answers
from bucephal.progress.goal_forecast import (
    FEWEST_A_WEEK,
    MOST_A_WEEK,
    GoalForecast,
    goal_forecast,
    usual_rhythm,
)
from bucephal.progress.goal_path import WayTo, goal_path, way_to
from bucephal.progress.memo import memo_of_standing
from bucephal.progress.riding_history import (
    BACK_TO_WALK,
    BRAKES,
    CALM_SESSIONS_WAIT,
    FOURTH_WEEK,
    TROT,
    UP_TO_LEVEL,
    never_did,
)
from bucephal.progress.side_gap import side_gap
from bucephal.progress.standing import RIDING_NEVER_BELOW, Standing, standing_on
from bucephal.progress.step_states import GOOD, MissingNeed, StepStanding, StepState, TrackEstimate

__all__ = [
    "BACK_TO_WALK", "BRAKES", "CALM_SESSIONS_WAIT", "FEWEST_A_WEEK", "FOURTH_WEEK", "GOOD", "MOST_A_WEEK",
    "RIDING_NEVER_BELOW", "TROT", "UP_TO_LEVEL", "AssessmentChange", "BadMoment", "FirstAnswer",
    "GoalForecast", "MissingNeed", "Standing", "StepStanding", "StepState", "TrackEstimate", "WayTo",
    "assessment_changes", "bad_moments", "decided", "first_answers", "goal_forecast", "goal_path", "lifted",
    "may_decide", "memo_of_standing", "never_did", "side_gap", "standing_on", "usual_rhythm", "way_to",
]  # fmt: skip
