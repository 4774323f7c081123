"""Every exercise as it could be asked today, planned or not: so that whatever is done can be logged.

Nothing is kept from being logged. What safety forbids says so, and what is unwise says so in a line; the
planner itself proposes none of this. Source: common practice, no source.
"""

from __future__ import annotations

from bucephal.planning.day import Day
from bucephal.planning.doses import item_for, settle_item
from bucephal.planning.known_steps import StepChoice, tracks_of
from bucephal.planning.models import PlanItem, PlanRequest, SessionPlan, WantedItem, Why
from bucephal.planning.plan_changes import forbidden, speaks_against, wanted_as
from bucephal.progress import Standing
from bucephal.record import SessionKind
from bucephal.record.history import SETTLE_EXERCISE
from bucephal.words import plan_words


def spare_plan(standing: Standing, request: PlanRequest) -> SessionPlan:
    """A plan whose items are settling, and every step: what was asked last first, then as on the ladder.

    Args:
        standing: on the day of the request.
    """
    day = Day(standing, request)
    exercises = [one for one in day.catalogue.exercises if one.id != SETTLE_EXERCISE]
    steps = [stage.step for exercise in exercises for stage in exercise.live_stages]
    asked = {
        step: max(track.last_day for track in found) for step in steps if (found := tracks_of(day, step))
    }
    known = sorted(asked, key=lambda step: asked[step], reverse=True)
    spares = [_spare(day, step) for step in (*known, *(step for step in steps if step not in asked))]
    return SessionPlan(
        on=day.on, kind=SessionKind.GROUND, days_off=day.days_off, minutes_wanted=request.minutes, minutes=0,
        schooling_minutes=0, headline=plan_words.JUST_LOG, nothing_new=None,
        items=(settle_item(day), *spares), left_out=(), cautions=(), put_away_after_min=0,
    )  # fmt: skip


def _spare(day: Day, step: str) -> PlanItem:
    item = item_for(
        day, wanted_as(day, WantedItem(step=step)), StepChoice(step, Why.of(plan_words.YOUR_CHOICE, {}))
    )
    no_work, obstacle = day.no_work_because(), forbidden(day, step)
    held_back = no_work[-1] if no_work is not None else obstacle[1] if obstacle is not None else ""
    against = "" if held_back else next(speaks_against(day, item, (), day.nothing_new_because()), "")
    return item.model_copy(update={"id": f"spare:{step}", "held_back": held_back, "unwise": against})
