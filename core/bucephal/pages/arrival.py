"""A horse that has come: what it is tried on, where its answers place it, and how it was then."""

from __future__ import annotations

from pydantic import Field

from bucephal.arrivals import Assessment, assess, assessment_is_due
from bucephal.pages.baseline import Baseline, baseline
from bucephal.pages.horse_facts import HorseFacts, horse_facts
from bucephal.planning import Placement, placement
from bucephal.progress import Standing
from bucephal.record import FrozenModel
from bucephal.words import arrival_words


class Arrival(FrozenModel):
    facts: HorseFacts
    due: bool
    assessment: Assessment
    placement: Placement
    baseline: Baseline | None
    all_tried: str | None = Field(description="Said where nothing is left to try.")
    limits: str = Field(description="What a placement rests on.")


def arrival(standing: Standing) -> Arrival:
    """Assessment, placement and baseline of a horse on a day.

    Args:
        standing: of the horse on that day.
    """
    record, catalogue = standing.record, standing.catalogue
    assessment = assess(record, catalogue, standing.on, standing=standing)
    return Arrival(
        facts=horse_facts(standing),
        due=assessment_is_due(record, standing.on) and not assessment.done,
        assessment=assessment,
        placement=placement(record, catalogue, standing.on),
        baseline=baseline(standing),
        all_tried=arrival_words.ALL_TRIED if assessment.done else None,
        limits=arrival_words.LIMITS,
    )
