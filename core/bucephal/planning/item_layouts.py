"""The set-ups of a plan's items in the place at hand: set for horse and step, and whether they fit."""

from __future__ import annotations

from bucephal.base.errors import InvalidInput
from bucephal.ground import lay_out, set_for
from bucephal.ladder import SetUp
from bucephal.planning.day import Day
from bucephal.planning.models import PlanItem, SessionPlan, SetUpHere
from bucephal.words import ground_words


def with_layouts(plan: SessionPlan, day: Day) -> SessionPlan:
    """The plan with each item's set-ups laid out; as it is where no place is said."""
    if day.request.place.ground is None:
        return plan
    return plan.model_copy(update={"items": tuple(_with_set_ups(item, day) for item in plan.items)})


def _with_set_ups(item: PlanItem, day: Day) -> PlanItem:
    laid = tuple(_here(one, item, day) for one in item.set_ups)
    return item.model_copy(update={"laid": laid}) if laid else item


def _here(set_up: SetUp, item: PlanItem, day: Day) -> SetUpHere:
    place = day.request.place.ground
    assert place is not None
    gait = day.catalogue.stage(item.step).gait if item.step is not None else None
    given = set_for(set_up.code, item.step, gait, day.record.horse.height_cm)
    try:
        layout = lay_out(set_up.code, place, given)
    except InvalidInput as cannot:
        reason = cannot.problems[0].reason
        said = ground_words.here(set_up.name, place.name, reason, ground_words.NOTHING_FITS)
        return SetUpHere(
            code=set_up.code, name=set_up.name, values=given, fits=False, words=said, largest=None
        )
    first = next((one.what for one in layout.problems), "")
    return SetUpHere(
        code=set_up.code,
        name=set_up.name,
        values=given,
        fits=layout.fits,
        words=ground_words.here(set_up.name, place.name, first, layout.largest_words),
        largest=layout.largest,
    )
