"""A trainer's decisions about steps: checked against where the horse stands by its asks."""

from __future__ import annotations

from datetime import date
from typing import Any

from bucephal.progress import Standing, decided, lifted
from bucephal.record.models import Override
from horses.models import Horse
from horses.services import held, ladder_of

from training.records import record_of


def decide(horse: Horse, raw: dict[str, Any], today: date) -> None:
    """Keeps a trainer's decision about a step, from today on.

    Raises:
        InvalidInput: if the step, the state or the reason does not fit.
    """
    with held(horse, "overrides"):
        override = decided(Standing(record_of(horse), ladder_of(horse), today), raw)
        horse.overrides = [*horse.overrides, override.model_dump(mode="json")]


def lift(horse: Horse, step: str, today: date) -> None:
    """Ends the decisions about a step; they stay in the record with their last day."""
    with held(horse, "overrides"):
        kept = lifted([Override.model_validate(row) for row in horse.overrides], step, today)
        horse.overrides = [one.model_dump(mode="json") for one in kept]
