"""Today, the next session, and what the ring takes with it."""

from __future__ import annotations

from collections.abc import Callable, Hashable
from datetime import date
from typing import Any
from uuid import UUID

from accounts.devices import device_of
from accounts.doors import CHANGES, LOGS, READS, RING
from accounts.models import User
from accounts.services import person_of, yard_of
from bucephal.pages import (
    Arrival,
    CompactPack,
    CompareBy,
    CompareWish,
    Cursor,
    EntryHelp,
    EntryView,
    FlagPage,
    HistoryPage,
    HistoryWish,
    HorseFacts,
    HorseLadder,
    HorseSheet,
    LookPage,
    PlanPage,
    SessionDebrief,
    SessionLines,
    StepChart,
    StepGuide,
    TodayPlan,
    compact_pack,
    entry_help,
)
from bucephal.planning import PlanRequest, plan_request
from bucephal.progress import GoalForecast, TrackEstimate
from bucephal.record import parse_json, read_day, read_model
from derived.services import version_of
from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from django.views.decorators.gzip import gzip_page
from horses.models import Horse
from horses.services import horse_of, ladder_of
from ninja import Query, Router, Schema
from ninja.decorators import decorate_view
from pydantic import BaseModel, Field
from training.corrections import LONGEST_ENTRY
from yards.clock import time_of_day
from yards.services import save_day

from reading import entries, services
from reading.cached_answers import answered
from reading.entries import OthersLogged, RunningSessions, SessionHistory
from reading.services import HorseCompared, HorseGround

router = Router(tags=["reading"])


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
    place: str | None = Field(None, max_length=60, description="A place's id; null: the yard's usual one.")
    changes: str | None = Field(None, max_length=8000, description="The trainer's changes as JSON.")


class DayForm(Schema):
    """What is set of a day, as it is typed; null is not known, what is left out stays as it is."""

    starts: Any = None
    ends: Any = None
    helper: Any = None
    air_c: Any = None
    humidity_pct: Any = None
    wind_ms: Any = None


class EstimateList(Schema):
    estimates: list[TrackEstimate]


def _answer(request: HttpRequest, horse_id: UUID, work: Callable[[Horse], BaseModel]) -> HttpResponse:
    """What is asked of a horse, from what is kept where it is still true."""
    horse = horse_of(person_of(request), horse_id)
    return answered(request, version_of(horse, timezone.localdate()), lambda: work(horse))


def _at_the_ring(person: User, horse: Horse) -> tuple[Hashable, ...]:
    """What a pack rests on."""
    return (*version_of(horse, timezone.localdate()), services.at_the_ring(horse), person.units)


def _wanted(person: User, horse: Horse, query: PlanQuery) -> PlanRequest:
    """Checked by the core, which names field, value and range."""
    minutes = horse.usual_minutes if query.minutes is None else query.minutes
    on = query.on or timezone.localdate()
    changes = {} if query.changes is None else parse_json(query.changes)
    place = services.place_for(horse, query.place)
    raw = {
        **query.dict(),
        "on": on.isoformat(),
        "minutes": minutes,
        "changes": changes,
        "place": place,
        "units": person.units,
    }
    return plan_request(raw, ladder_of(horse))


@router.get("/horses", auth=RING, response=HorseList)
def list_horses(request: HttpRequest) -> HttpResponse:
    horses, on = services.seen_by(person_of(request)), timezone.localdate()
    versions = [version_of(horse, on) for horse in horses]
    return answered(request, versions, lambda: HorseList(horses=services.facts_of(horses, on)))


@router.get("/today", auth=RING, response=TodayPlan)
def get_today(request: HttpRequest) -> HttpResponse:
    person = person_of(request)
    asked = services.asked_day(person, timezone.localdate(), time_of_day())
    horses = services.seen_by(person)
    versions = [version_of(horse, asked.on) for horse in horses]
    return answered(
        request, (*versions, repr(asked), person.amounts), lambda: services.today_of(person, horses, asked)
    )


@router.put("/today", auth=CHANGES, response=TodayPlan)
def put_today(request: HttpRequest, form: DayForm) -> TodayPlan:
    """Sets the day's hours, helper and weather; the day as it is then."""
    person, today = person_of(request), timezone.localdate()
    save_day(yard_of(person), form.dict(exclude_unset=True), today)
    asked = services.asked_day(person, today, time_of_day())
    return services.today_of(person, services.seen_by(person), asked)


class GroundQuery(Schema):
    """A place, and what is to be set up in it for a horse."""

    place: str | None = Field(
        None,
        max_length=60,
        description="A place's id, or an arena in short: 20x60; null: the yard's usual one.",
    )
    setup: str | None = Field(None, max_length=40)
    step: str | None = Field(None, max_length=40)


@router.get("/horses/{horse_id}/ground", auth=READS, response=HorseGround)
def get_ground(request: HttpRequest, horse_id: UUID, query: Query[GroundQuery]) -> HorseGround:
    """What was seen of a horse in a place, and how a set-up is set for it."""
    horse = horse_of(person_of(request), horse_id)
    return services.ground_of(horse, query.place, query.setup, query.step, timezone.localdate())


@router.get("/horses/{horse_id}/plan", auth=RING, response=PlanPage)
def get_plan(request: HttpRequest, horse_id: UUID, query: Query[PlanQuery]) -> HttpResponse:
    horse = horse_of(person_of(request), horse_id)
    wanted = _wanted(person_of(request), horse, query)
    # What it rests on beside the horse: the place, which may be drawn anew at any time, and who reads it.
    rests_on = (*version_of(horse, timezone.localdate()), repr(wanted.place), wanted.units)
    return answered(request, rests_on, lambda: services.plan_of(horse, wanted))


@router.get("/horses/{horse_id}/pack", auth=RING, response=CompactPack)
@decorate_view(gzip_page)
def get_pack(request: HttpRequest, horse_id: UUID, query: Query[PlanQuery]) -> HttpResponse:
    person = person_of(request)
    horse = horse_of(person, horse_id)

    def work() -> CompactPack:
        return compact_pack(services.pack_of(horse, _wanted(person, horse, query)))

    return answered(request, _at_the_ring(person, horse), work)


@router.get("/horses/{horse_id}/spares", auth=RING, response=CompactPack)
@decorate_view(gzip_page)
def get_spares(request: HttpRequest, horse_id: UUID, query: Query[PlanQuery]) -> HttpResponse:
    """Every exercise as it could be asked today, planned or not."""
    person = person_of(request)
    horse = horse_of(person, horse_id)

    def work() -> CompactPack:
        return compact_pack(services.spares_of(horse, _wanted(person, horse, query)))

    return answered(request, _at_the_ring(person, horse), work, is_large=True)


@router.get("/horses/{horse_id}/sheet", auth=READS, response=HorseSheet)
@decorate_view(gzip_page)
def get_sheet(request: HttpRequest, horse_id: UUID, on: date | None = None) -> HttpResponse:
    day = timezone.localdate() if on is None else read_day(str(on))
    person = person_of(request)
    horse, amounts = horse_of(person, horse_id), person.amounts
    rests_on = (*version_of(horse, timezone.localdate()), amounts)
    return answered(request, rests_on, lambda: services.sheet_of(horse, day, amounts))


class CompareQuery(Schema):
    """What is compared: nothing is said: only what there is to compare."""

    by: CompareBy | None = None
    first: date | None = None
    second: date | None = None
    one: str | None = Field(None, max_length=200)
    other: str | None = Field(None, max_length=200)
    horse: UUID | None = Field(None, description="The other horse, where two are compared.")


@router.get("/horses/{horse_id}/compare", auth=READS, response=HorseCompared)
def get_comparison(request: HttpRequest, horse_id: UUID, query: Query[CompareQuery]) -> HttpResponse:
    """Two dates, sides, riders, conditions or horses beside each other."""
    person, on = person_of(request), timezone.localdate()
    horse = horse_of(person, horse_id)
    other = None if query.horse is None else horse_of(person, query.horse)
    wish = None
    if query.by is not None:
        wish = read_model(query.model_dump(mode="json", exclude={"horse"}, exclude_none=True), CompareWish)
    versions = [version_of(one, on) for one in (horse, other) if one is not None]
    return answered(request, versions, lambda: services.compared(horse, wish, other, on))


class HistoryQuery(HistoryWish):
    """What is wanted of a horse's sessions, and which page of that."""

    before: UUID | None = None


@router.get("/horses/{horse_id}/history", auth=READS, response=HistoryPage)
@decorate_view(gzip_page)
def get_strips(request: HttpRequest, horse_id: UUID, query: Query[HistoryQuery]) -> HttpResponse:
    """Sessions as strips, newest first; those before one are asked for by what it says."""
    wish = HistoryWish.model_validate(query.model_dump(exclude={"before"}))
    return _answer(
        request, horse_id, lambda horse: services.history_of(horse, wish, query.before, timezone.localdate())
    )


@router.get("/horses/{horse_id}/steps/{step}", auth=READS, response=StepChart)
def get_step(request: HttpRequest, horse_id: UUID, step: str) -> HttpResponse:
    return _answer(request, horse_id, lambda horse: services.step_of(horse, step, timezone.localdate()))


@router.get("/horses/{horse_id}/steps/{step}/forecast", auth=READS, response=GoalForecast)
def get_forecast(
    request: HttpRequest, horse_id: UUID, step: str, per_week: float | None = None
) -> HttpResponse:
    return _answer(
        request, horse_id, lambda horse: services.forecast_of(horse, step, timezone.localdate(), per_week)
    )


@router.get("/horses/{horse_id}/estimates", auth=READS, response=EstimateList)
def get_estimates(request: HttpRequest, horse_id: UUID) -> HttpResponse:
    def work(horse: Horse) -> EstimateList:
        return EstimateList(estimates=services.estimates_of(horse, timezone.localdate()))

    return _answer(request, horse_id, work)


@router.get("/horses/{horse_id}/ladder", auth=READS, response=HorseLadder)
@decorate_view(gzip_page)
def get_ladder(request: HttpRequest, horse_id: UUID) -> HttpResponse:
    return _answer(request, horse_id, lambda horse: services.ladder_view_of(horse, timezone.localdate()))


@router.get("/horses/{horse_id}/ladder/{step}", auth=READS, response=StepGuide)
def get_guide(request: HttpRequest, horse_id: UUID, step: str) -> HttpResponse:
    return _answer(request, horse_id, lambda horse: services.guide_of(horse, step, timezone.localdate()))


@router.get("/horses/{horse_id}/flags", auth=RING, response=FlagPage)
def get_flags(request: HttpRequest, horse_id: UUID) -> HttpResponse:
    return _answer(request, horse_id, lambda horse: services.flags_of(horse, timezone.localdate()))


@router.get("/horses/{horse_id}/look", auth=READS, response=LookPage)
def get_look(request: HttpRequest, horse_id: UUID) -> HttpResponse:
    return _answer(request, horse_id, lambda horse: services.look_of(horse, timezone.localdate()))


@router.get("/horses/{horse_id}/arrival", auth=READS, response=Arrival)
def get_arrival(request: HttpRequest, horse_id: UUID) -> HttpResponse:
    return _answer(request, horse_id, lambda horse: services.arrival_of(horse, timezone.localdate()))


@router.get("/horses/{horse_id}/sessions", auth=RING, response=SessionLines)
def list_sessions(request: HttpRequest, horse_id: UUID, before: UUID | None = None) -> HttpResponse:
    """A page of them; those before it are asked for by what it says."""
    return _answer(request, horse_id, lambda horse: services.sessions_of(horse, before))


@router.get("/horses/{horse_id}/sessions/{session_id}/history", auth=READS, response=SessionHistory)
def get_history(request: HttpRequest, horse_id: UUID, session_id: UUID) -> SessionHistory:
    """What was put right in a session, and on which devices it was logged."""
    person = person_of(request)
    return entries.history_of(person, horse_of(person, horse_id), session_id, device_of(request))


@router.get("/horses/{horse_id}/sessions/{session_id}/others", auth=RING, response=OthersLogged)
def get_others(request: HttpRequest, horse_id: UUID, session_id: UUID) -> OthersLogged:
    """What other devices have logged in a session that this one logs too."""
    return entries.others_in(horse_of(person_of(request), horse_id), session_id, device_of(request))


@router.get("/horses/{horse_id}/running", auth=RING, response=RunningSessions)
def list_running(request: HttpRequest, horse_id: UUID) -> RunningSessions:
    """Sessions of today that other devices have begun, and nobody has ended."""
    return entries.running_of(
        horse_of(person_of(request), horse_id), timezone.localdate(), device_of(request)
    )  # fmt: skip


# --- quick entry -------------------------------------------------------------------------------


class Typed(Schema):
    """A text of quick entry, while it is typed."""

    text: str = Field(max_length=LONGEST_ENTRY)
    cursor: Cursor | None = None


class TypedOn(Typed):
    on: date = Field(description="The day of what names none.")


@router.get("/notation", auth=RING, response=EntryHelp)
def get_notation(request: HttpRequest) -> EntryHelp:
    return entry_help()


@router.post("/horses/{horse_id}/entry", auth=LOGS, response=EntryView)
def look_at_entry(request: HttpRequest, horse_id: UUID, typed: TypedOn) -> EntryView:
    """What a text says of a horse; nothing is saved."""
    horse = horse_of(person_of(request), horse_id)
    return entries.entry_of(horse, typed.text, read_day(str(typed.on)), timezone.localdate(), typed.cursor)


@router.post("/horses/{horse_id}/sessions/{session_id}/entry", auth=CHANGES, response=EntryView)
def look_at_correction(request: HttpRequest, horse_id: UUID, session_id: UUID, typed: Typed) -> EntryView:
    """What a session that is typed anew would become; nothing is saved."""
    horse = horse_of(person_of(request), horse_id)
    return entries.correction_of(horse, session_id, typed.text, timezone.localdate(), typed.cursor)


@router.get("/horses/{horse_id}/sessions/{session_id}", auth=RING, response=SessionDebrief)
def get_debrief(request: HttpRequest, horse_id: UUID, session_id: UUID) -> HttpResponse:
    return _answer(request, horse_id, lambda horse: services.debrief_of(horse, session_id))
