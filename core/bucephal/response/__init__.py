"""The response model: how lightly a horse answers each cue on each side, and how sure that is."""

from bucephal.response.comparing import (
    SIDE_CLAIM,
    SIDE_HINT,
    SIDE_LEAST_ASKS,
    SIDE_MATTERS,
    Difference,
    SideRide,
    best_so_far_threshold,
    session_change,
    side_difference,
    stuck_after,
)
from bucephal.response.evidence import DayBelief, Mover, beliefs_by_day, movers
from bucephal.response.forecasting import (
    ARRIVED_SHARE,
    HORIZON,
    WITHIN,
    Forecast,
    forecast,
    heard_days,
    rhythm,
)
from bucephal.response.judging import (
    StepRule,
    came,
    is_accepted,
    is_light,
    is_success,
    observation_of,
    responded,
)
from bucephal.response.lightness import LightnessTrack, Observation
from bucephal.response.saving import resume, save
from bucephal.response.share import ShareTrack
from bucephal.response.sides import side_rides
from bucephal.response.standing import (
    FIRST_ANSWERS_ALONE,
    FIRST_ANSWERS_ALONE_SAFETY,
    FIRST_ANSWERS_LOST,
    FIRST_ANSWERS_WITH_SURE,
    SLIPPING_BELOW,
    SURE_ENOUGH,
    SURE_ENOUGH_SAFETY,
)
from bucephal.response.tables import ResponseTables, tables_for
from bucephal.response.tracks import READY_CHANCE, READY_DAYS, Track, TrackKey, Tracks

__all__ = [
    "ARRIVED_SHARE", "FIRST_ANSWERS_ALONE", "FIRST_ANSWERS_ALONE_SAFETY", "FIRST_ANSWERS_LOST",
    "FIRST_ANSWERS_WITH_SURE", "HORIZON", "READY_CHANCE", "READY_DAYS", "SIDE_CLAIM", "SIDE_HINT",
    "SIDE_LEAST_ASKS", "SIDE_MATTERS", "SLIPPING_BELOW", "SURE_ENOUGH", "SURE_ENOUGH_SAFETY",
    "WITHIN", "DayBelief", "Difference", "Forecast", "LightnessTrack", "Mover", "Observation",
    "ResponseTables", "ShareTrack", "SideRide", "StepRule", "Track", "TrackKey", "Tracks",
    "beliefs_by_day", "best_so_far_threshold", "came", "forecast", "heard_days", "is_accepted", "is_light",
    "is_success", "movers", "observation_of", "responded", "resume", "rhythm", "save", "session_change",
    "side_difference", "side_rides", "stuck_after", "tables_for",
]  # fmt: skip
