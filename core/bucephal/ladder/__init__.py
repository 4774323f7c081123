"""The ladder: exercises, stages, needs and faults, as data with models and checks."""

from bucephal.ladder.catalogue import Catalogue
from bucephal.ladder.library import AssessmentPlan, Library, load_library
from bucephal.ladder.loader import build_catalogue, load_catalogue, under
from bucephal.ladder.models import Caution, CueFamily, Demand, Exercise, Fault, Need, RiderFault, SetUp, Stage
from bucephal.ladder.own_exercises import (
    add_own,
    blank_exercise,
    check_yard,
    need_text,
    next_number,
    source_of,
)
from bucephal.ladder.questions import (
    Escalation,
    Fresh,
    Resistance,
    SchoolQuestion,
    SessionEnd,
    Settling,
    StartAge,
    WrongLead,
)
from bucephal.ladder.schools import OptionCode, School, SchoolOption
from bucephal.ladder.source import ExerciseSource, FaultSource, OwnExercise, StageSource, YardLadder
from bucephal.ladder.terms import (
    Compare,
    Counted,
    CountsAs,
    Gait,
    Gate,
    HelperRule,
    Origin,
    Side,
    Sides,
    StageBand,
    StepKind,
    TakenWith,
)

__all__ = [
    "AssessmentPlan", "Catalogue", "Caution", "Compare", "Counted", "CountsAs", "CueFamily", "Demand",
    "Escalation", "Exercise", "ExerciseSource", "Fault", "FaultSource", "Fresh", "Gait", "Gate", "HelperRule",
    "Library", "Need", "OptionCode", "Origin", "OwnExercise", "Resistance", "RiderFault", "School",
    "SchoolOption", "SchoolQuestion", "SessionEnd", "SetUp", "Settling", "Side", "Sides", "Stage",
    "StageBand", "StageSource", "StartAge", "StepKind", "TakenWith", "WrongLead", "YardLadder", "add_own",
    "blank_exercise", "build_catalogue", "check_yard", "load_catalogue", "load_library", "need_text",
    "next_number", "source_of", "under",
]  # fmt: skip
