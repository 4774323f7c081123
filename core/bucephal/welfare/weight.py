"""Body weight from a tape."""

from __future__ import annotations

from datetime import date
from enum import StrEnum
from typing import Annotated

from pydantic import BaseModel, ConfigDict, Field

from bucephal.record import Background, DidBefore, HorseRecord, sessions_in_order
from bucephal.record.history import is_ridden
from bucephal.words import sheet_words
from bucephal.words.amounts import METRIC, Amounts

ADULT_MONTHS = 36


class TapeWeight(BaseModel):
    """A body weight worked out from two tape measurements, and how far it can be trusted."""

    model_config = ConfigDict(frozen=True)

    kg: Annotated[float, Field(description="Kilograms.")]
    rough: bool = Field(description="Under three years the formula is only a rough guide.")
    words: str


def tape_weight_kg(girth_cm: float, length_cm: float) -> float:
    """Body weight of an adult horse: girth squared times length, over 11877.

    Source: Carroll and Huntington (1988), Equine Veterinary Journal (from memory).
    Limits: adult horses; under three years it is only a rough guide.
    """
    return girth_cm**2 * length_cm / 11877


def tape_weight(
    girth_cm: float, length_cm: float, months: int | None, amounts: Amounts = METRIC
) -> TapeWeight:
    """The tape weight with its words: 'about 416 kg by tape'.

    Args:
        months: the horse's age; None: unknown, taken as grown.
        amounts: how weights are said to whoever reads it.
    """
    kg = tape_weight_kg(girth_cm, length_cm)
    rough = months is not None and months < ADULT_MONTHS
    return TapeWeight(kg=kg, rough=rough, words=sheet_words.by_tape(amounts.weight(kg), rough=rough))


EASY_PCT, MOST_PCT = 15.0, 20.0
"""Source: Powell et al. (2008), Journal of Equine Veterinary Science (from memory): signs of strain from
about a quarter of the horse's weight, little at a fifth. Own, cautious: at most 15 % in the first year.
"""


class WeightVerdict(StrEnum):
    EASY = "easy"
    CARE = "care"
    TOO_MUCH = "too-much"


class Weight(BaseModel):
    """What a horse carries, as a share of its own weight."""

    model_config = ConfigDict(frozen=True)

    horse_kg: float
    share_pct: float
    verdict: WeightVerdict


def rider_weight(horse_kg: float, carried_kg: float, *, first_year: bool) -> Weight:
    """Rider and tack against the horse, in kilograms.

    Args:
        first_year: it is in its first year under saddle, or was never ridden.
    """
    share = 100 * carried_kg / horse_kg
    most = EASY_PCT if first_year else MOST_PCT
    if share > most:
        verdict = WeightVerdict.TOO_MUCH
    else:
        verdict = WeightVerdict.EASY if share <= EASY_PCT else WeightVerdict.CARE
    return Weight(horse_kg=round(horse_kg, 1), share_pct=round(share, 1), verdict=verdict)


FIRST_YEAR_DAYS = 365
_RIDDEN_FOR_LONG = (Background.FROM_RACING, Background.GAITED, Background.LONG_REST, Background.SPOILED)
"""Of these the first year lies behind, if they were ridden at all; a started one may be in it still."""


def in_first_year(record: HorseRecord, on: date) -> bool:
    """Is it in its first year under saddle on a day, or was never ridden?"""
    told = record.horse.did_before
    if record.horse.background in _RIDDEN_FOR_LONG and (told is None or DidBefore.WALK in told):
        return False
    first = next((one for one in sessions_in_order(record) if is_ridden(one)), None)
    return first is None or (on - first.date).days < FIRST_YEAR_DAYS
