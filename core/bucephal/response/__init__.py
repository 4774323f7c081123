"""The response model: how lightly a horse answers each cue on each side, and how sure that is."""

from bucephal.response.calmness import RIGHT_WANTED
from bucephal.response.confirmation import (
    FIRST_ANSWERS_ALONE,
    FIRST_ANSWERS_ALONE_SAFETY,
    FIRST_ANSWERS_LOST,
    FIRST_ANSWERS_WITH_SURE,
    SLIPPING_BELOW,
    SURE_ENOUGH,
    SURE_ENOUGH_SAFETY,
)
from bucephal.response.contrasts import (
    LIGHTER_BY,
    LIGHTER_CLAIM,
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
from bucephal.response.forecast import (
    ARRIVED_SHARE,
    HORIZON,
    WITHIN,
    Forecast,
    forecast,
    heard_days,
    rhythm,
)
from bucephal.response.incremental import Heard, hear
from bucephal.response.influence import (
    DayBelief,
    DayEnd,
    Influence,
    beliefs_by_day,
    influences,
    influences_of_a_session,
    replayed,
)
from bucephal.response.lightness import SURE_SHARE, LightnessTrack
from bucephal.response.paired_rides import side_rides
from bucephal.response.saved_tracks import resume, save
from bucephal.response.success_share import ShareTrack
from bucephal.response.tables import ResponseTables, tables_for
from bucephal.response.tracks import READY_CHANCE, READY_DAYS, CueTrack, Morning, TrackKey, Tracks

__all__ = [
    "ARRIVED_SHARE", "FIRST_ANSWERS_ALONE", "FIRST_ANSWERS_ALONE_SAFETY", "FIRST_ANSWERS_LOST",
    "FIRST_ANSWERS_WITH_SURE", "HORIZON", "LIGHTER_BY", "LIGHTER_CLAIM", "READY_CHANCE", "READY_DAYS",
    "RIGHT_WANTED", "SIDE_CLAIM", "SIDE_HINT", "SIDE_LEAST_ASKS", "SIDE_MATTERS", "SLIPPING_BELOW",
    "SURE_ENOUGH", "SURE_ENOUGH_SAFETY", "SURE_SHARE", "WITHIN", "CueTrack", "DayBelief", "DayEnd",
    "Difference", "Forecast", "Heard", "Influence", "LightnessTrack", "Morning", "ResponseTables",
    "ShareTrack", "SideRide", "TrackKey", "Tracks", "beliefs_by_day", "best_so_far_threshold", "forecast",
    "hear", "heard_days", "influences", "influences_of_a_session", "replayed", "resume", "rhythm", "save",
    "session_change", "side_difference", "side_rides", "stuck_after", "tables_for",
]  # fmt: skip
