"""The ladder: exercises, stages, needs and faults, as data with models and checks."""

from bucephal.ladder.loading import build_catalogue, load_catalogue
from bucephal.ladder.models import (
    Accepted,
    Catalogue,
    Compare,
    CueFamily,
    Exercise,
    Fault,
    Gait,
    Gate,
    HelperRule,
    Kind,
    Need,
    Side,
    Sides,
    Stage,
    StageBand,
)

__all__ = [
    "Accepted", "Catalogue", "Compare", "CueFamily", "Exercise", "Fault", "Gait", "Gate",
    "HelperRule", "Kind", "Need", "Side", "Sides", "Stage", "StageBand",
    "build_catalogue", "load_catalogue",
]  # fmt: skip
