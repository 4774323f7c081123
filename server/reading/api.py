"""Today, the next session, and what the ring takes with it."""

from __future__ import annotations

from datetime import date
from typing import Any
from uuid import UUID

from accounts.doors import CHANGES, READS
from accounts.services import person_of, yard_of
from bucephal.goals import GoalForecast
from bucephal.pages import (
    Arrival,
    FlagPage,
    HorseFacts,
    HorseLadder,
    HorseSheet,
    LookPage,
    PlanPage,
    RingPack,
    SessionDebrief,
    SessionLine,
    StepChart,
    StepGuide,
    TodayPlan,
)
from bucephal.planning import PlanRequest, plan_request
from bucephal.progress import TrackEstimate
from bucephal.record import HorseRecord, parse_json, read_day
from django.http import HttpRequest
from django.utils import timezone
from django.views.decorators.gzip import gzip_page
from ninja import Query, Router, Schema
from ninja.decorators import decorate_view
from pydantic import Field
from yards.clock import time_of_day
from yards.services import catalogue_of, save_day

from reading import services

router = Router(tags=["reading"])


class SessionList(Schema):
    sessions: list[SessionLine]


class HorseList(Schema):
    horses: list[HorseFacts]


class PlanQuery(Schema):
    """The day that is planned for; what is missing is today, the horse's usual minutes, alone."""

    on: date | None = None
    minutes: int | None = None
    helper: bool = False
    assess: bool = True
    air_c: float | None = None
    humidity_pct: float | None = None
    wind_ms: float | None = None
    rider_kg: float | None = None
    tack_kg: float | None = None
    changes: str | None = Field(None, max_length=8000, description="The trainer's changes as JSON.")


class DayForm(Schema):
    """A day as it is typed; what is left out is not known. Checked by the core."""

    starts: Any = None
    ends: Any = None
    helper: Any = None
    air_c: Any = None
    humidity_pct: Any = None
    wind_ms: Any = None


class EstimateList(Schema):
    estimates: list[TrackEstimate]


def _request_for(request: HttpRequest, horse_id: UUID, query: PlanQuery) -> PlanRequest:
    """Checked by the core, which names field, value and range."""
    minutes, person = query.minutes, person_of(request)
    if minutes is None:
        minutes = services.usual_minutes(person, horse_id)
    on = query.on or timezone.localdate()
    changes = {} if query.changes is None else parse_json(query.changes)
    raw = {**query.dict(), "on": on.isoformat(), "minutes": minutes, "changes": changes}
    return plan_request(raw, catalogue_of(yard_of(person)))


@router.get("/horses", auth=READS, response=HorseList)
def list_horses(request: HttpRequest) -> HorseList:
    return HorseList(horses=services.facts_of(person_of(request), timezone.localdate()))


@router.get("/today", auth=READS, response=TodayPlan)
def get_today(request: HttpRequest) -> TodayPlan:
    return services.today_of(person_of(request), timezone.localdate(), time_of_day())


@router.put("/today", auth=CHANGES, response=TodayPlan)
def put_today(request: HttpRequest, form: DayForm) -> TodayPlan:
    """Sets the day's hours, helper and weather; the day as it is then."""
    person, today = person_of(request), timezone.localdate()
    save_day(yard_of(person), form.dict(), today)
    return services.today_of(person, today, time_of_day())


@router.get("/horses/{horse_id}/plan", auth=READS, response=PlanPage)
def get_plan(request: HttpRequest, horse_id: UUID, query: Query[PlanQuery]) -> PlanPage:
    wanted = _request_for(request, horse_id, query)
    return services.plan_of(person_of(request), horse_id, wanted)


@router.get("/horses/{horse_id}/pack", auth=READS, response=RingPack)
@decorate_view(gzip_page)
def get_pack(request: HttpRequest, horse_id: UUID, query: Query[PlanQuery]) -> RingPack:
    wanted = _request_for(request, horse_id, query)
    return services.pack_of(person_of(request), horse_id, wanted)


@router.get("/horses/{horse_id}/sheet", auth=READS, response=HorseSheet)
def get_sheet(request: HttpRequest, horse_id: UUID, on: date | None = None) -> HorseSheet:
    day = timezone.localdate() if on is None else read_day(str(on))
    return services.sheet_of(person_of(request), horse_id, day)


@router.get("/horses/{horse_id}/steps/{step}", auth=READS, response=StepChart)
def get_step(request: HttpRequest, horse_id: UUID, step: str) -> StepChart:
    return services.step_of(person_of(request), horse_id, step, timezone.localdate())


@router.get("/horses/{horse_id}/steps/{step}/forecast", auth=READS, response=GoalForecast)
def get_forecast(
    request: HttpRequest, horse_id: UUID, step: str, per_week: float | None = None
) -> GoalForecast:
    return services.forecast_of(person_of(request), horse_id, step, timezone.localdate(), per_week)


@router.get("/horses/{horse_id}/estimates", auth=READS, response=EstimateList)
def get_estimates(request: HttpRequest, horse_id: UUID) -> EstimateList:
    rows = services.estimates_of(person_of(request), horse_id, timezone.localdate())
    return EstimateList(estimates=rows)


@router.get("/horses/{horse_id}/ladder", auth=READS, response=HorseLadder)
@decorate_view(gzip_page)
def get_ladder(request: HttpRequest, horse_id: UUID) -> HorseLadder:
    return services.ladder_view_of(person_of(request), horse_id, timezone.localdate())


@router.get("/horses/{horse_id}/ladder/{step}", auth=READS, response=StepGuide)
def get_guide(request: HttpRequest, horse_id: UUID, step: str) -> StepGuide:
    return services.guide_of(person_of(request), horse_id, step, timezone.localdate())


@router.get("/horses/{horse_id}/flags", auth=READS, response=FlagPage)
def get_flags(request: HttpRequest, horse_id: UUID) -> FlagPage:
    return services.flags_of(person_of(request), horse_id, timezone.localdate())


@router.get("/horses/{horse_id}/look", auth=READS, response=LookPage)
def get_look(request: HttpRequest, horse_id: UUID) -> LookPage:
    return services.look_of(person_of(request), horse_id, timezone.localdate())


@router.get("/horses/{horse_id}/record", auth=READS, response=HorseRecord)
def get_record(request: HttpRequest, horse_id: UUID) -> HorseRecord:
    """The whole record in the open format."""
    return services.handed_on(person_of(request), horse_id, timezone.localdate())


@router.get("/horses/{horse_id}/arrival", auth=READS, response=Arrival)
def get_arrival(request: HttpRequest, horse_id: UUID) -> Arrival:
    return services.arrival_of(person_of(request), horse_id, timezone.localdate())


@router.get("/horses/{horse_id}/sessions", auth=READS, response=SessionList)
def list_sessions(request: HttpRequest, horse_id: UUID) -> SessionList:
    return SessionList(sessions=services.sessions_of(person_of(request), horse_id))


@router.get("/horses/{horse_id}/sessions/{session_id}", auth=READS, response=SessionDebrief)
def get_debrief(request: HttpRequest, horse_id: UUID, session_id: UUID) -> SessionDebrief:
    return services.debrief_of(person_of(request), horse_id, session_id)
