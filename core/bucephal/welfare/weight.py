"""Body weight from a tape."""

from __future__ import annotations

from typing import Annotated

from pydantic import BaseModel, ConfigDict, Field

from bucephal.words import sheets as words

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


def tape_weight(girth_cm: float, length_cm: float, months: int | None) -> TapeWeight:
    """The tape weight with its words: 'about 416 kg by tape'.

    Args:
        months: the horse's age; None: unknown, taken as grown.
    """
    kg = tape_weight_kg(girth_cm, length_cm)
    rough = months is not None and months < ADULT_MONTHS
    return TapeWeight(kg=kg, rough=rough, words=words.tape_weight(kg, rough=rough))
