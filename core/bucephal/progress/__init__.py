"""Where the horse stands: each step's state, what a trainer decided, left against right."""

from bucephal.progress.bad_moments import BadMoment, bad_moments
from bucephal.progress.deciding import decided, lifted, may_decide
from bucephal.progress.first_tries import FirstAnswer, first_answers
from bucephal.progress.gap import side_gap
from bucephal.progress.once import once_a_standing
from bucephal.progress.ridden_before import (
    BACK_TO_WALK,
    BRAKES,
    CALM_SESSIONS_WAIT,
    FOURTH_WEEK,
    TROT,
    UP_TO_LEVEL,
    never_did,
)
from bucephal.progress.standing import RIDING_NEVER_BELOW, Standing, standing_on
from bucephal.progress.states import GOOD, MissingNeed, StepStanding, StepState, TrackEstimate
from bucephal.progress.then_and_now import ThenAndNow, then_and_now

__all__ = [
    "BACK_TO_WALK", "BRAKES", "CALM_SESSIONS_WAIT", "FOURTH_WEEK", "GOOD", "RIDING_NEVER_BELOW", "TROT",
    "UP_TO_LEVEL", "BadMoment", "FirstAnswer", "MissingNeed", "Standing", "StepStanding", "StepState",
    "ThenAndNow", "TrackEstimate", "bad_moments", "decided", "first_answers", "lifted", "may_decide",
    "never_did", "once_a_standing", "side_gap", "standing_on", "then_and_now",
]  # fmt: skip
