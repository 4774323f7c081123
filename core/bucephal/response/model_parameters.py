"""The numbers of the response model.

Source: own. Chosen by measurement on virtual horses, tuned on one population and tested on
others; the log losses stand in docs/how-it-estimates.md, calibration in docs/calibration.md.
Virtual horses are an assumption.
"""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True)
class ResponseParameters:
    """Everything the filter assumes about horses; levels are steps of the 1 to 10 scale."""

    prior_mean: float = 5.0
    prior_sd: float = 2.0
    kind_scales: tuple[float, ...] = (0.6, 1.0, 1.6)
    """Steady, ordinary, unsteady: scales scatter and moods."""
    kind_prior: tuple[float, ...] = (0.25, 0.5, 0.25)
    scatter: float = 0.45
    """Logistic scale of the scatter from ask to ask."""
    mood_sd: float = 0.7
    """Good and bad days."""
    uninformative: float = 0.04
    """Share of asks that tell nothing."""
    wander_per_ride: float = 0.4
    wander_per_day: float = 0.05
    first_ask_heavier: float = 1.1
    warm_up_left: float = 0.45
    """Share of the first ask's heaviness left at each next ask."""
    heavier_after_break: float = 0.8
    forgetting_days: float = 14.0
    learning_rate: float = 0.05
    floor: float = 1.3
    dullness_after_break: float = 0.2
    mood_carried: float = 0.6
    """Share of today's mood carried to the next track of the same day."""
    side_blur: float = 1.0
    stage_blur: float = 1.4
    start_doubt: float = 0.1
    grid_low: float = -1.0
    grid_high: float = 12.0
    grid_step: float = 0.25


DEFAULT = ResponseParameters()

LONGEST_BREAK_DAYS = 60
FIRST_ASK_BREAK_DAYS = 2
"""The very first ask of a track is treated as one after two days."""
LAST_WARM_UP_ASK = 7
