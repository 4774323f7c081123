"""What a minute's look adds to a record: pain signs in ridden work, and the condition score.

Source: Dyson et al. (2018), Journal of Veterinary Behavior (from memory): of 24 behaviours eight or more make
pain likely. Henneke et al. (1983), Equine Veterinary Journal (from memory): condition 1 to 9. It points to an
examination; it never says what is wrong.
"""

from __future__ import annotations

from collections.abc import Mapping
from datetime import date
from typing import Any

from bucephal.record import ConditionScore, PainCheck, read_model
from bucephal.words import look_words

PAIN_LIKELY = 8
THIN_BELOW, FAT_ABOVE = 4, 7


def pain_check(raw: Mapping[str, Any], today: date) -> PainCheck:
    """The behaviours that were seen today.

    Raises:
        InvalidInput: if one is not of the list.
    """
    return read_model({"on": str(today), "signs": raw.get("signs")}, PainCheck)


def condition_score(raw: Mapping[str, Any], today: date) -> ConditionScore:
    """Today's score.

    Raises:
        InvalidInput: if it is not 1 to 9.
    """
    return read_model({"on": str(today), "score": raw.get("score")}, ConditionScore)


def condition_words(score: ConditionScore) -> str:
    """'8 of 9 on 12 June: ... Fat: ...'."""
    if score.score < THIN_BELOW:
        advice = look_words.TOO_THIN
    else:
        advice = look_words.TOO_FAT if score.score > FAT_ABOVE else look_words.FAIR
    return f"{look_words.condition(score.score, score.on)}. {advice}"
