"""Questions about a yard and its horses, answered page by page from what is kept and what is worked out."""

from __future__ import annotations

from datetime import date, time
from functools import lru_cache, partial
from uuid import UUID

from accounts.models import User
from accounts.services import Missing, yard_of
from bucephal.goals import GoalForecast, goal_forecast, usual_rhythm
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
    arrival,
    debrief,
    flag_page,
    horse_facts,
    horse_ladder,
    horse_sheet,
    look_page,
    plan_page,
    plan_today,
    ring_pack,
    session_lines,
    step_chart,
    step_guide,
)
from bucephal.planning import PlanRequest, SessionPlan, plan_session
from bucephal.progress import Standing, TrackEstimate
from bucephal.record import HorseRecord
from bucephal.welfare import with_flags
from derived.services import derived_of, fresh, recipe, tracks_of, worked_days
from horses.models import Horse
from horses.services import horse_of, ladder_of
from training.records import record_of
from training.services import day_so_far
from yards.services import day_of


def facts_of(person: User, on: date) -> list[HorseFacts]:
    return [worked_days(derived).facts for derived in derived_of(person, on)]


def today_of(person: User, on: date, now: time) -> TodayPlan:
    """The day of the horses that this person sees, from what is cached where it is still true."""
    yard = yard_of(person)
    horses = [worked_days(derived) for derived in derived_of(person, on)]
    return plan_today(
        horses, day_of(yard, on), now=now, so_far=day_so_far(yard, on), replan=partial(_replanned, person)
    )  # fmt: skip


def _replanned(person: User, horse_id: str, request: PlanRequest) -> SessionPlan:
    horse = horse_of(person, UUID(horse_id))
    return _kept_plan(horse.pk, horse.data_version, recipe(horse.yard), request.model_dump_json())


@lru_cache(maxsize=512)
def _kept_plan(horse_id: UUID, data_version: int, recipe: str, request: str) -> SessionPlan:
    """A plan for the weather of an hour; of the same asks, rules and request it is always the same."""
    wanted = PlanRequest.model_validate_json(request)
    horse = Horse.objects.select_related("yard", "derived").get(pk=horse_id)
    return _plan(_standing(horse, wanted.on), wanted)


def plan_of(person: User, horse_id: UUID, request: PlanRequest) -> PlanPage:
    horse = horse_of(person, horse_id)
    standing = _standing(horse, request.on)
    return plan_page(horse_facts(standing), _plan(standing, request), request.changes)


def _plan(standing: Standing, request: PlanRequest) -> SessionPlan:
    return plan_session(standing.record, standing.catalogue, request, standing.tracks)


def pack_of(person: User, horse_id: UUID, request: PlanRequest) -> RingPack:
    horse = horse_of(person, horse_id)
    standing = _standing(horse, request.on)
    return ring_pack(horse_facts(standing), _plan(standing, request), standing, request)


def sheet_of(person: User, horse_id: UUID, on: date) -> HorseSheet:
    horse = horse_of(person, horse_id)
    record = record_of(horse)
    return horse_sheet(record, ladder_of(horse), on, tracks_of(horse, record, on))


def step_of(person: User, horse_id: UUID, step: str, on: date) -> StepChart:
    """Where one step stands and how it came there, with every figure behind it."""
    standing = _standing(horse_of(person, horse_id), on)
    return step_chart(standing, step)


def flags_of(person: User, horse_id: UUID, on: date) -> FlagPage:
    """Every flag of a horse, with what was seen and what waits."""
    return flag_page(_standing(horse_of(person, horse_id), on))


def look_of(person: User, horse_id: UUID, on: date) -> LookPage:
    """The form of a minute's look, and earlier ones."""
    return look_page(_standing(horse_of(person, horse_id), on))


def handed_on(person: User, horse_id: UUID, on: date) -> HorseRecord:
    """A horse's record as it is handed on: what its asks have raised stands among its flags."""
    standing = _standing(horse_of(person, horse_id), on)
    return with_flags(standing.record, standing.tracks, on)


def ladder_view_of(person: User, horse_id: UUID, on: date) -> HorseLadder:
    """The whole ladder with the horse on it."""
    return horse_ladder(_standing(horse_of(person, horse_id), on))


def guide_of(person: User, horse_id: UUID, step: str, on: date) -> StepGuide:
    """What the ladder says of a step, for this horse."""
    return step_guide(_standing(horse_of(person, horse_id), on), step)


def arrival_of(person: User, horse_id: UUID, on: date) -> Arrival:
    """Assessment, placement and baseline."""
    return arrival(_standing(horse_of(person, horse_id), on))


def forecast_of(person: User, horse_id: UUID, step: str, on: date, per_week: float | None) -> GoalForecast:
    """How soon a step will be there; in the horse's usual rhythm if none is given."""
    standing = _standing(horse_of(person, horse_id), on)
    usual = usual_rhythm(standing.record, on)
    return goal_forecast(standing, step, usual if per_week is None else per_week)


def _standing(horse: Horse, on: date) -> Standing:
    """Where the horse stood on a day: later sessions are left aside."""
    record = record_of(horse)
    past = tuple(session for session in record.sessions if session.date <= on)
    tracks = tracks_of(horse, record, on)
    return Standing(record.model_copy(update={"sessions": past}), ladder_of(horse), on, tracks)


def estimates_of(person: User, horse_id: UUID, on: date) -> list[TrackEstimate]:
    horse = horse_of(person, horse_id)
    derived = fresh(horse, on, recipe(horse.yard))
    return [TrackEstimate.model_validate(row) for row in derived.estimates]


def usual_minutes(person: User, horse_id: UUID) -> int:
    return horse_of(person, horse_id).usual_minutes


def sessions_of(person: User, horse_id: UUID) -> list[SessionLine]:
    horse = horse_of(person, horse_id)
    return session_lines(record_of(horse), ladder_of(horse))


def debrief_of(person: User, horse_id: UUID, session_id: UUID) -> SessionDebrief:
    horse = horse_of(person, horse_id)
    record = record_of(horse)
    session = next((one for one in record.sessions if one.id == str(session_id)), None)
    if session is None:
        raise Missing("there is no such session of this horse")
    return debrief(record, ladder_of(horse), session)
