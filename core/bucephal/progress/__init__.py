"""Where the horse stands: each step's state from the response model and the ladder."""

from bucephal.progress.standing import Standing, lower_first
from bucephal.progress.states import MissingNeed, StepStanding, StepState, TrackEstimate

__all__ = ["MissingNeed", "Standing", "StepStanding", "StepState", "TrackEstimate", "lower_first"]
