"""The next session: chosen, ordered, limited, with the reason for each line."""

from __future__ import annotations

from bucephal.ladder import Catalogue
from bucephal.planning.composition import compose, compose_assessment, no_work
from bucephal.planning.day import Day
from bucephal.planning.item_layouts import with_layouts
from bucephal.planning.models import (
    PlanChanges,
    PlanItem,
    PlanRequest,
    SessionPlan,
)
from bucephal.planning.plan_changes import (
    refused,
)
from bucephal.planning.selection import select
from bucephal.progress import Standing
from bucephal.record import HorseRecord, PlannedStep
from bucephal.response import Tracks


def plan_session(
    record: HorseRecord, catalogue: Catalogue, request: PlanRequest, tracks: Tracks | None = None
) -> SessionPlan:
    """The session for a day.

    Args:
        record: the horse and every ask so far; what lies after the day is left aside.
        catalogue: the ladder.
        request: the day: date, minutes, helper, place, weather.
        tracks: of the asks up to that day, where they are at hand already.
    """
    return plan_day(Standing(_up_to(record, request), catalogue, request.on, tracks), request)


def plan_day(standing: Standing, request: PlanRequest) -> SessionPlan:
    """The session for a day on which it is known where the horse stands.

    Args:
        standing: on the day of the request.
    """
    day = Day(standing, request)
    plan = _rest(day) or (compose_assessment(day) if request.assess else None) or compose(day, select(day))
    plan = with_layouts(plan, day)
    if not request.changes.any:
        return plan.model_copy(update={"made": _as_kept(plan)})
    plain = request.model_copy(update={"changes": PlanChanges()})
    made = plan_day(standing, plain)
    cannot = {one.step for one in refused(day)}
    others = (one for one in plan.left_out if one.step not in cannot)
    items = tuple(_with_its_reason(item, made) for item in plan.items)
    return plan.model_copy(
        update={"items": items, "left_out": (*refused(day), *others), "made": _as_kept(made)}
    )


def _with_its_reason(item: PlanItem, made: SessionPlan) -> PlanItem:
    """What is locked keeps the reason for which it was there."""
    if not item.locked:
        return item
    before = next((one for one in made.items if one.step == item.step), None)
    return item if before is None else item.model_copy(update={"why": before.why})


def _as_kept(plan: SessionPlan) -> tuple[PlannedStep, ...]:
    return tuple(planned for item in plan.items if (planned := item.planned) is not None)


def _rest(day: Day) -> SessionPlan | None:
    """No work today: it is too hot, or a flag holds back all of it."""
    because = day.no_work_because()
    return None if because is None else no_work(day, *because)


def _up_to(record: HorseRecord, request: PlanRequest) -> HorseRecord:
    past = tuple(session for session in record.sessions if session.date <= request.on)
    return record.model_copy(update={"sessions": past})
