"""Plans, and the cache of what is derived from the asks."""

from __future__ import annotations

from datetime import date, time
from functools import lru_cache, partial
from hashlib import sha256
from pathlib import Path
from uuid import UUID

import bucephal
from accounts.models import Yard
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
    StepChart,
    StepGuide,
    TodayPlan,
    WorkedDays,
    arrival,
    flag_page,
    horse_facts,
    horse_ladder,
    horse_sheet,
    look_page,
    plan_page,
    plan_today,
    ring_pack,
    step_chart,
    step_guide,
)
from bucephal.planning import PlanRequest, SessionPlan, plan_session
from bucephal.progress import Standing, TrackEstimate
from bucephal.record import HorseRecord
from bucephal.response import Tracks, resume, save
from bucephal.welfare import with_flags
from horses.models import Horse
from horses.services import horse_of, ladder_of, record_of
from training.services import day_so_far
from yards.services import day_of, defaults_of

from plans.models import Derived


def facts_of(yard: Yard, on: date) -> list[HorseFacts]:
    return [_worked_days(derived).facts for derived in _derived_of_yard(yard, on)]


def today_of(yard: Yard, on: date, now: time) -> TodayPlan:
    """The yard's day, from what is cached where it is still true."""
    horses = [_worked_days(derived) for derived in _derived_of_yard(yard, on)]
    return plan_today(
        horses, day_of(yard, on), now=now, so_far=day_so_far(yard, on), replan=partial(_replanned, yard)
    )  # fmt: skip


def _replanned(yard: Yard, horse_id: str, request: PlanRequest) -> SessionPlan:
    horse = horse_of(yard, UUID(horse_id))
    return _kept_plan(horse.pk, horse.data_version, recipe(yard), request.model_dump_json())


@lru_cache(maxsize=512)
def _kept_plan(horse_id: UUID, data_version: int, recipe: str, request: str) -> SessionPlan:
    """A plan for the weather of an hour; of the same asks, rules and request it is always the same."""
    wanted = PlanRequest.model_validate_json(request)
    horse = Horse.objects.select_related("yard", "derived").get(pk=horse_id)
    return _plan(_standing(horse, wanted.on), wanted)


def plan_of(yard: Yard, horse_id: UUID, request: PlanRequest) -> PlanPage:
    horse = horse_of(yard, horse_id)
    standing = _standing(horse, request.on)
    return plan_page(horse_facts(standing), _plan(standing, request), request.changes)


def _plan(standing: Standing, request: PlanRequest) -> SessionPlan:
    return plan_session(standing.record, standing.catalogue, request, standing.tracks)


def pack_of(yard: Yard, horse_id: UUID, request: PlanRequest) -> RingPack:
    horse = horse_of(yard, horse_id)
    standing = _standing(horse, request.on)
    return ring_pack(horse_facts(standing), _plan(standing, request), standing, request)


def sheet_of(yard: Yard, horse_id: UUID, on: date) -> HorseSheet:
    horse = horse_of(yard, horse_id)
    record = record_of(horse)
    return horse_sheet(record, ladder_of(horse), on, _tracks(horse, record, on))


def step_of(yard: Yard, horse_id: UUID, step: str, on: date) -> StepChart:
    """Where one step stands and how it came there, with every figure behind it."""
    standing = _standing(horse_of(yard, horse_id), on)
    return step_chart(standing, step)


def flags_of(yard: Yard, horse_id: UUID, on: date) -> FlagPage:
    """Every flag of a horse, with what was seen and what waits."""
    return flag_page(_standing(horse_of(yard, horse_id), on))


def look_of(yard: Yard, horse_id: UUID, on: date) -> LookPage:
    """The form of a minute's look, and earlier ones."""
    return look_page(_standing(horse_of(yard, horse_id), on))


def handed_on(yard: Yard, horse_id: UUID, on: date) -> HorseRecord:
    """A horse's record as it is handed on: what its asks have raised stands among its flags."""
    standing = _standing(horse_of(yard, horse_id), on)
    return with_flags(standing.record, standing.tracks, on)


def ladder_view_of(yard: Yard, horse_id: UUID, on: date) -> HorseLadder:
    """The whole ladder with the horse on it."""
    return horse_ladder(_standing(horse_of(yard, horse_id), on))


def guide_of(yard: Yard, horse_id: UUID, step: str, on: date) -> StepGuide:
    """What the ladder says of a step, for this horse."""
    return step_guide(_standing(horse_of(yard, horse_id), on), step)


def arrival_of(yard: Yard, horse_id: UUID, on: date) -> Arrival:
    """Assessment, placement and baseline."""
    return arrival(_standing(horse_of(yard, horse_id), on))


def forecast_of(yard: Yard, horse_id: UUID, step: str, on: date, per_week: float | None) -> GoalForecast:
    """How soon a step will be there; in the horse's usual rhythm if none is given."""
    standing = _standing(horse_of(yard, horse_id), on)
    usual = usual_rhythm(standing.record, on)
    return goal_forecast(standing, step, usual if per_week is None else per_week)


def _standing(horse: Horse, on: date) -> Standing:
    """Where the horse stood on a day: later sessions are left aside."""
    record = record_of(horse)
    past = tuple(session for session in record.sessions if session.date <= on)
    tracks = _tracks(horse, record, on)
    return Standing(record.model_copy(update={"sessions": past}), ladder_of(horse), on, tracks)


def estimates_of(yard: Yard, horse_id: UUID, on: date) -> list[TrackEstimate]:
    derived = _fresh(horse_of(yard, horse_id), on, recipe(yard))
    return [TrackEstimate.model_validate(row) for row in derived.estimates]


def usual_minutes(yard: Yard, horse_id: UUID) -> int:
    return horse_of(yard, horse_id).usual_minutes


# --- what is derived ------------------------------------------------------------------------


def derive(horse: Horse, on: date, *, saved: bytes = b"") -> Derived:
    """Works everything out from the asks; does not save.

    Args:
        saved: what an earlier derivation kept; none: from the first ask.
    """
    record = record_of(horse)
    tracks = resume(record, ladder_of(horse), saved)
    standing = Standing(record, ladder_of(horse), on, tracks)
    day = _work_out(record, standing, horse.usual_minutes).model_dump(mode="json")
    estimates = [one.model_dump(mode="json") for one in standing.estimates()]
    return Derived(
        horse=horse, on=on, data_version=horse.data_version, recipe=recipe(horse.yard),
        estimates=estimates, day=day, tracks=save(tracks, record),
    )  # fmt: skip


def rebuild(horse: Horse, on: date, *, saved: bytes = b"") -> Derived:
    """Derives and stores, whatever was there."""
    derived = derive(horse, on, saved=saved)
    kept = ("on", "data_version", "recipe", "estimates", "day", "tracks")
    Derived.objects.update_or_create(horse=horse, defaults={name: getattr(derived, name) for name in kept})
    return derived


def _work_out(record: HorseRecord, standing: Standing, minutes: int) -> WorkedDays:
    alone, helped = (
        plan_session(
            record, standing.catalogue, PlanRequest(on=standing.on, minutes=minutes, helper=helper),
            standing.tracks,
        )
        for helper in (False, True)
    )  # fmt: skip
    return WorkedDays(
        facts=horse_facts(standing),
        plan=alone,
        helped=helped,
        days=tuple(sorted({session.date for session in record.sessions})[-14:]),
        age_months=standing.age_months,
        busy=record.busy,
    )


def _tracks(horse: Horse, record: HorseRecord, on: date) -> Tracks | None:
    """The horse's tracks, going on from what was kept; None if the day lies before its last asks."""
    if any(session.date > on for session in record.sessions):
        return None
    return resume(record, ladder_of(horse), _saved(horse))


def _saved(horse: Horse) -> bytes:
    """What the last derivation kept, if it was made by these rules; of which asks, it knows itself."""
    derived: Derived | None = getattr(horse, "derived", None)
    return bytes(derived.tracks) if derived is not None and derived.recipe == recipe(horse.yard) else b""


def _derived_of_yard(yard: Yard, on: date) -> list[Derived]:
    horses = yard.horses.select_related("derived", "yard").defer("derived__tracks")
    now = recipe(yard)
    return [_fresh(horse, on, now) for horse in horses]


def _fresh(horse: Horse, on: date, now: str) -> Derived:
    """The cached row if it is of this day, of these asks and of the recipe of ``now``; else a new one."""
    derived: Derived | None = getattr(horse, "derived", None)
    wanted = (on, horse.data_version, now)
    if derived is not None and (derived.on, derived.data_version, derived.recipe) == wanted:
        return derived
    return rebuild(horse, on, saved=_saved(horse))


def recipe(yard: Yard) -> str:
    """A fingerprint of the rules: of the core and of what the yard agrees on.

    What other rules worked out is not read again.
    """
    digest = sha256(_core_print().encode())
    digest.update(defaults_of(yard).model_dump_json().encode())
    return digest.hexdigest()


@lru_cache(maxsize=1)
def _core_print() -> str:
    digest = sha256()
    root = Path(bucephal.__file__).parent
    for path in sorted([*root.rglob("*.py"), *root.rglob("*.toml")]):
        digest.update(path.read_bytes())
    return digest.hexdigest()


def _worked_days(derived: Derived) -> WorkedDays:
    return WorkedDays.model_validate(derived.day)
