"""Where the horse stands: steps' states, the sheet, charts, forecasts, sessions looked back on."""

from bucephal.progress.baseline import (
    UNDER_WAY,
    Baseline,
    BaselineRow,
    answer_in_words,
    baseline,
    first_assessment,
)
from bucephal.progress.chart import StepChart, TrackChart, step_chart
from bucephal.progress.criteria import Criteria, Criterion, criteria
from bucephal.progress.debrief import (
    SessionDebrief,
    SessionLine,
    debrief,
    session_lines,
)
from bucephal.progress.deciding import decided, lifted
from bucephal.progress.forecast import (
    FEWEST_A_WEEK,
    MOST_A_WEEK,
    GoalForecast,
    goal_forecast,
    usual_rhythm,
)
from bucephal.progress.gaps import SideGap, side_gap
from bucephal.progress.guide import StepGuide, step_guide
from bucephal.progress.ladder_view import HorseLadder, horse_ladder
from bucephal.progress.sheet import HorseFacts, HorseSheet, horse_facts, horse_sheet
from bucephal.progress.standing import Standing, lower_first
from bucephal.progress.states import GOOD, MissingNeed, StepStanding, StepState, TrackEstimate

__all__ = [
    "FEWEST_A_WEEK", "GOOD", "MOST_A_WEEK", "UNDER_WAY", "Baseline", "BaselineRow", "Criteria",
    "Criterion", "GoalForecast", "HorseFacts", "HorseLadder", "HorseSheet", "MissingNeed",
    "SessionDebrief", "SessionLine", "SideGap", "Standing", "StepChart", "StepGuide",
    "StepStanding", "StepState", "TrackChart", "TrackEstimate", "answer_in_words", "baseline",
    "criteria", "debrief", "decided", "first_assessment", "goal_forecast", "horse_facts",
    "horse_ladder", "horse_sheet", "lifted", "lower_first", "session_lines", "side_gap",
    "step_chart", "step_guide", "usual_rhythm",
]  # fmt: skip
