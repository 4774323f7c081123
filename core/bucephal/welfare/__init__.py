"""What the horse's body allows: age, heat, weight, load, flags. Advises; never replaces a vet."""

from bucephal.welfare.age import GROWN_MONTHS, age_months, session_limit_min, session_minutes_range
from bucephal.welfare.at_the_ring import RingSign, RingSigns, ring_signs
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
)
from bucephal.welfare.heat import Heat, heat_class, heat_sum
from bucephal.welfare.load import Load, LoadVerdict, week_load
from bucephal.welfare.looks import PAIN_LIKELY, condition_score, condition_words, pain_check
from bucephal.welfare.signs import STUMBLES_IN_A_SESSION, Seen
from bucephal.welfare.weight import TapeWeight, Weight, rider_weight, tape_weight, tape_weight_kg

__all__ = [
    "GROWN_MONTHS", "NO_WORK", "PAIN_LIKELY", "STUMBLES_IN_A_SESSION", "Heat", "Load", "LoadVerdict",
    "RaisedFlag", "RingSign", "RingSigns", "Seen", "TapeWeight", "Weight", "age_months", "clear_flags",
    "condition_score", "condition_words", "flag_history", "heat_class", "heat_sum", "holds_back",
    "is_fast", "pain_check", "raise_by_hand", "rider_weight", "ring_signs", "session_limit_min",
    "session_minutes_range", "tape_weight", "tape_weight_kg", "wants_helper", "week_load", "with_flags",
]  # fmt: skip
