"""Where the horse stands: steps' states, the sheet, and sessions looked back on."""

from bucephal.progress.debrief import (
    SessionDebrief,
    SessionLine,
    debrief,
    session_lines,
)
from bucephal.progress.gaps import side_gap
from bucephal.progress.sheet import HorseFacts, HorseSheet, horse_facts, horse_sheet
from bucephal.progress.standing import Standing, lower_first
from bucephal.progress.states import MissingNeed, StepStanding, StepState, TrackEstimate

__all__ = [
    "HorseFacts", "HorseSheet", "MissingNeed", "SessionDebrief", "SessionLine", "Standing",
    "StepStanding", "StepState", "TrackEstimate", "debrief", "horse_facts", "horse_sheet",
    "lower_first", "session_lines", "side_gap",
]  # fmt: skip
