"""Questions about a yard and its horses, answered page by page from what is kept and what is worked out."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import date, time
from functools import partial
from typing import Any, NamedTuple
from uuid import UUID

from accounts.models import User
from accounts.people import people_in
from accounts.services import Missing, yard_of
from bucephal.exchange import Leaving
from bucephal.ground import set_for, set_up_of
from bucephal.pages import (
    ArenaSeen,
    Arrival,
    CompareChoices,
    CompareWish,
    Comparison,
    FlagPage,
    HistoryPage,
    HistoryWish,
    HorseFacts,
    HorseLadder,
    HorseSheet,
    LookPage,
    PlanPage,
    RingPack,
    SessionDebrief,
    SessionLines,
    SoFar,
    StepChart,
    StepGuide,
    TodayPlan,
    YardAtTheRing,
    arena_seen,
    arrival,
    compare_choices,
    comparison,
    debrief,
    flag_page,
    history,
    horse_facts,
    horse_ladder,
    horse_sheet,
    look_page,
    plan_page,
    plan_today,
    ring_pack,
    session_lines,
    spare_pack,
    step_chart,
    step_guide,
)
from bucephal.planning import PlanRequest, SessionPlan, plan_day
from bucephal.progress import GoalForecast, Standing, TrackEstimate, goal_forecast, usual_rhythm
from bucephal.record import HorseRecord
from bucephal.words.amounts import Amounts
from bucephal.yard_day import YardDay
from derived.services import heard_of, standing_of, version_of, worked_out, worked_out_of
from ground.services import place_of, places_of, usual_place
from horses.models import Horse
from horses.services import horse_of, ladder_of
from ninja import Schema
from training.records import record_of
from training.services import day_so_far
from version_cache import VersionCache
from yards.services import day_of, defaults_of


def seen_by(person: User) -> list[Horse]:
    """Every horse that this person sees."""
    return list(Horse.objects.of(person).select_related("yard"))


def facts_of(horses: Iterable[Horse], on: date) -> list[HorseFacts]:
    return [one.days.facts for one in worked_out_of(horses, on)]


class AskedDay(NamedTuple):
    """What a day's picture rests on beside its horses: of the same it is the same."""

    on: date
    now: time
    day: YardDay
    so_far: dict[str, SoFar]


def asked_day(person: User, on: date, now: time) -> AskedDay:
    yard = yard_of(person)
    return AskedDay(on, now, day_of(yard, on), day_so_far(yard, on))


def today_of(person: User, horses: Iterable[Horse], asked: AskedDay) -> TodayPlan:
    """The day of some horses, from what is cached where it is still true."""
    worked = [one.days for one in worked_out_of(horses, asked.on)]
    return plan_today(
        worked, asked.day, now=asked.now, so_far=asked.so_far, replan=partial(_replanned, person),
        amounts=person.amounts,
    )  # fmt: skip


def _replanned(person: User, horse_id: str, request: PlanRequest) -> SessionPlan:
    """A plan for the weather of an hour; of the same asks, rules and request it is always the same."""
    horse = horse_of(person, UUID(horse_id))
    key = (*version_of(horse, request.on), request.model_dump_json())
    return _PLANS.get(key, lambda: _plan(standing_of(horse, request.on), request))


_PLANS: VersionCache[SessionPlan] = VersionCache(256)


def forget() -> None:
    """Lets go what this process keeps: where the database has become another one."""
    _PLANS.forget()


def plan_of(horse: Horse, request: PlanRequest) -> PlanPage:
    standing = standing_of(horse, request.on)
    return plan_page(horse_facts(standing), _plan(standing, request), request.changes)


def _plan(standing: Standing, request: PlanRequest) -> SessionPlan:
    return plan_day(standing, request)


def place_for(horse: Horse, name: str | None) -> dict[str, Any]:
    """Where a plan is laid out: the place that was said, with its name; else the yard's usual one.

    A place that was said may be new to the horse; of the usual one nothing follows but how set-ups lie.
    """
    if name is not None:
        place = place_of(horse.yard, name)
        return {"name": place.name, "ground": place.model_dump(mode="json")}
    usual = usual_place(horse.yard)
    return {} if usual is None else {"ground": usual.model_dump(mode="json")}


class HorseGround(Schema):
    """A horse in a place: what was seen of it there, and a set-up's numbers for it."""

    seen: ArenaSeen
    values: dict[str, float | str]


def ground_of(horse: Horse, place: str | None, setup: str | None, step: str | None, on: date) -> HorseGround:
    standing = standing_of(horse, on)
    here = place_of(horse.yard, place)
    others = [one.place.name for one in places_of(horse.yard) if one.is_yards and one.place.name != here.name]
    gait = standing.catalogue.stage(step).gait if step is not None else None
    code = set_up_of(setup).code if setup is not None else None
    values = {} if code is None else set_for(code, step, gait, standing.record.horse.height_cm)
    return HorseGround(seen=arena_seen(standing.record, standing.catalogue, here, others), values=values)


def pack_of(horse: Horse, request: PlanRequest) -> RingPack:
    standing = standing_of(horse, request.on)
    return ring_pack(horse_facts(standing), _plan(standing, request), standing, request, at_the_ring(horse))


def spares_of(horse: Horse, request: PlanRequest) -> RingPack:
    """Every exercise with its coaches: what was not planned can be logged too, with no signal."""
    standing = standing_of(horse, request.on)
    return spare_pack(horse_facts(standing), standing, request, at_the_ring(horse))


def at_the_ring(horse: Horse) -> YardAtTheRing:
    """What of its yard a horse's pack says."""
    people = tuple(person.shown for person in people_in(horse.yard))
    return YardAtTheRing(people=people, also=defaults_of(horse.yard).also)


def sheet_of(horse: Horse, on: date, amounts: Amounts) -> HorseSheet:
    standing = standing_of(horse, on)
    return horse_sheet(standing.record, standing.catalogue, on, standing.tracks, amounts)


class HorseCompared(Schema):
    """What there is to compare, and what was compared, if anything was asked for."""

    choices: CompareChoices
    comparison: Comparison | None


def compared(horse: Horse, wish: CompareWish | None, other: Horse | None, on: date) -> HorseCompared:
    """
    Raises:
        InvalidInput: if what is needed for it is not said, or is not there.
    """
    standing = standing_of(horse, on)
    theirs = None if other is None else standing_of(other, on)
    found = None if wish is None else comparison(standing, wish, theirs)
    return HorseCompared(choices=compare_choices(standing), comparison=found)


def history_of(horse: Horse, wish: HistoryWish, before: UUID | None, on: date) -> HistoryPage:
    """A horse's sessions as strips, those that are wanted."""
    return history(standing_of(horse, on), wish, str(before) if before else None)


def step_of(horse: Horse, step: str, on: date) -> StepChart:
    """Where one step stands and how it came there, with every figure behind it."""
    standing = standing_of(horse, on)
    return step_chart(standing, step)


def flags_of(horse: Horse, on: date) -> FlagPage:
    """Every flag of a horse, with what was seen and what waits."""
    return flag_page(standing_of(horse, on))


def look_of(horse: Horse, on: date) -> LookPage:
    """The form of a minute's look, and earlier ones."""
    return look_page(standing_of(horse, on))


def leaving_of(horse: Horse, on: date) -> Leaving:
    """The horse as it leaves: its record, and where it stands."""
    return Leaving(record_of(horse), lambda: standing_of(horse, on), horse.usual_minutes)


def handed_on(horse: Horse, on: date) -> HorseRecord:
    """A horse's record as it is handed on."""
    return leaving_of(horse, on).record


def ladder_view_of(horse: Horse, on: date) -> HorseLadder:
    """The whole ladder with the horse on it."""
    return horse_ladder(standing_of(horse, on))


def guide_of(horse: Horse, step: str, on: date) -> StepGuide:
    """What the ladder says of a step, for this horse."""
    return step_guide(standing_of(horse, on), step)


def arrival_of(horse: Horse, on: date) -> Arrival:
    """Assessment, placement and baseline."""
    return arrival(standing_of(horse, on))


def forecast_of(horse: Horse, step: str, on: date, per_week: float | None) -> GoalForecast:
    """How soon a step will be there; in the horse's usual rhythm if none is given."""
    standing = standing_of(horse, on)
    usual = usual_rhythm(standing.record, on)
    return goal_forecast(standing, step, usual if per_week is None else per_week)


def estimates_of(horse: Horse, on: date) -> list[TrackEstimate]:
    return list(worked_out(horse, on).estimates)


def sessions_of(horse: Horse, before: UUID | None) -> SessionLines:
    """A horse's latest sessions; those before a session, if one is named."""
    return session_lines(record_of(horse), ladder_of(horse), str(before) if before else None)


def debrief_of(horse: Horse, session_id: UUID) -> SessionDebrief:
    record = record_of(horse)
    session = next((one for one in record.sessions if one.id == str(session_id)), None)
    if session is None:
        raise Missing("there is no such session of this horse")
    return debrief(record, ladder_of(horse), session, heard_of(horse))
