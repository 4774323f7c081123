"""Age, heat and weight: what the horse's body allows. Advises; never replaces a vet."""

from bucephal.welfare.age import GROWN_MONTHS, age_months, session_limit_min
from bucephal.welfare.heat import Heat, heat_class, heat_sum
from bucephal.welfare.weight import TapeWeight, tape_weight, tape_weight_kg

__all__ = [
    "GROWN_MONTHS", "Heat", "TapeWeight", "age_months", "heat_class", "heat_sum", "session_limit_min",
    "tape_weight", "tape_weight_kg",
]  # fmt: skip
