"""The ladder: exercises, stages, needs and faults, as data with models and checks."""

from bucephal.ladder.library import AssessmentPlan, Library, load_library
from bucephal.ladder.loading import build_catalogue, load_catalogue, under
from bucephal.ladder.models import (
    Accepted,
    Catalogue,
    Caution,
    Compare,
    CueFamily,
    Demand,
    Exercise,
    Fault,
    Gait,
    Gate,
    HelperRule,
    Kind,
    Layout,
    Need,
    Origin,
    Side,
    Sides,
    Stage,
    StageBand,
)
from bucephal.ladder.own import add_own, check_yard, next_number, source_of
from bucephal.ladder.schools import School, SchoolOption
from bucephal.ladder.source import ExerciseSource, FaultSource, OwnExercise, StageSource, YardLadder

__all__ = [
    "Accepted", "AssessmentPlan", "Catalogue", "Caution", "Compare", "CueFamily", "Demand",
    "Exercise", "ExerciseSource", "Fault", "FaultSource", "Gait", "Gate", "HelperRule", "Kind",
    "Layout", "Library", "Need", "Origin", "OwnExercise", "School", "SchoolOption", "Side",
    "Sides", "Stage", "StageBand", "StageSource", "YardLadder", "add_own", "build_catalogue",
    "check_yard", "load_catalogue", "load_library", "next_number", "source_of", "under",
]  # fmt: skip
