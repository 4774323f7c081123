"""What the horse's body allows: age, heat, weight, load, flags. Advises; never replaces a vet."""

from bucephal.welfare.age import GROWN_MONTHS, age_months, session_limit_min, session_minutes_range
from bucephal.welfare.flags import (
    NO_WORK,
    RaisedFlag,
    clear_flags,
    flag_history,
    holds_back,
    is_fast,
    raise_by_hand,
    wants_helper,
    with_flags,
    without_told,
)
from bucephal.welfare.heat import Heat, heat_at, heat_class, heat_sum, heat_verdict
from bucephal.welfare.load import Load, LoadVerdict, load_ahead, session_load, session_minutes, week_load
from bucephal.welfare.looks import (
    FAT_ABOVE,
    PAIN_LIKELY,
    THIN_BELOW,
    condition_score,
    condition_words,
    pain_check,
)
from bucephal.welfare.ring_signs import RingSign, RingSigns, ring_signs
from bucephal.welfare.signs import STUMBLES_IN_A_SESSION, Noticed, Sighting, notice
from bucephal.welfare.weight import (
    TapeWeight,
    Weight,
    WeightVerdict,
    in_first_year,
    rider_weight,
    tape_weight,
    tape_weight_kg,
)

__all__ = [
    "FAT_ABOVE", "GROWN_MONTHS", "NO_WORK", "PAIN_LIKELY", "STUMBLES_IN_A_SESSION", "THIN_BELOW", "Heat",
    "Load", "LoadVerdict", "Noticed", "RaisedFlag", "RingSign", "RingSigns", "Sighting", "TapeWeight",
    "Weight", "WeightVerdict", "age_months", "clear_flags", "condition_score", "condition_words",
    "flag_history", "heat_at", "heat_class", "heat_sum", "heat_verdict", "holds_back", "in_first_year",
    "is_fast", "load_ahead", "notice", "pain_check", "raise_by_hand", "rider_weight", "ring_signs",
    "session_limit_min", "session_load", "session_minutes", "session_minutes_range", "tape_weight",
    "tape_weight_kg", "wants_helper", "week_load", "with_flags", "without_told",
]  # fmt: skip
