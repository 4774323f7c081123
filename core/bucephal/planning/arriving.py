"""A horse that has come: what it is tried on, where its answers place it, and how it was then."""

from __future__ import annotations

from bucephal.planning.assessing import Assessment, assess, assessment_is_due
from bucephal.planning.placing import Placement, place
from bucephal.progress import Baseline, HorseFacts, Standing, baseline, horse_facts
from bucephal.record import FrozenModel


class Arrival(FrozenModel):
    facts: HorseFacts
    due: bool
    assessment: Assessment
    placement: Placement
    baseline: Baseline | None


def arrival(standing: Standing) -> Arrival:
    """Assessment, placement and baseline of a horse on a day.

    Args:
        standing: of the horse on that day.
    """
    record, catalogue = standing.record, standing.catalogue
    assessment = assess(record, catalogue, standing.on, standing=standing)
    return Arrival(
        facts=horse_facts(record, standing),
        due=assessment_is_due(record, standing.on) and not assessment.done,
        assessment=assessment,
        placement=place(record, catalogue, standing.on),
        baseline=baseline(record, standing),
    )
