"""Body weight from a tape."""

from __future__ import annotations


def tape_weight_kg(girth_cm: float, length_cm: float) -> float:
    """Body weight of an adult horse: girth squared times length, over 11877.

    Source: Carroll and Huntington (1988), Equine Veterinary Journal (from memory).
    Limits: adult horses; under three years it is only a rough guide.
    """
    return girth_cm**2 * length_cm / 11877
