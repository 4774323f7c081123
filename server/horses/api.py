"""Horses: added and changed, decided about, with a goal."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from accounts import activity
from accounts.activity import ActivityKind
from accounts.doors import CHANGES, LOGS, MANAGES, READS
from accounts.edition_checks import telling
from accounts.services import person_of, yard_of
from bucephal.planning.models import USUAL_MINUTES, DayMinutes
from bucephal.record import Goal, height_text
from bucephal.record import Horse as HorseProfile
from bucephal.record.models import Day, GirthCm, LengthCm
from bucephal.welfare import TapeWeight, age_months, tape_weight
from bucephal.words.ages import age_text
from django.http import HttpRequest
from django.utils import timezone
from ninja import Query, Router, Schema, Status
from pydantic import Field

from horses import services
from horses.models import Horse
from horses.services import horse_of

router = Router(tags=["horses"])


class HorseForm(Schema):
    """A horse as it is typed; the core's own model names what does not fit."""

    horse: dict[str, Any]
    usual_minutes: DayMinutes = USUAL_MINUTES
    keeps_its_own: bool | None = Field(
        None, description="Is what the yard agrees on not put to it? Null: as it was."
    )
    edition: str | None = Field(None, description="That which was shown; null: whatever there is gives way.")


class HorseView(Schema):
    """What is known of a horse. ``profile`` is its own; the yard's schools are not mixed in."""

    id: UUID
    profile: HorseProfile
    height: str
    age: str
    weight: TapeWeight | None
    usual_minutes: int
    keeps_its_own: bool = Field(description="It came with a school and bands; the yard's are not put to it.")
    goals: list[Goal]
    edition: str = Field(description="Sent back with a change, so that none of somebody else's is lost.")


class TapeQuery(Schema):
    girth_cm: GirthCm
    length_cm: LengthCm
    born: Day | None = None


class FlagSeen(Schema):
    """A sign that somebody saw, as it is typed."""

    code: Any = None
    note: Any = ""


class Clearing(Schema):
    """Who looked and what was found, as it is typed."""

    code: Any = None
    raised_on: Any = None
    cleared_by: Any = None
    found: Any = ""


class SignsSeen(Schema):
    """What of the list of pain signs was seen."""

    signs: Any = None


class ConditionSeen(Schema):
    score: Any = None


class BusyDay(Schema):
    """Who comes to a horse on a day; nobody: null."""

    date: Any = None
    what: Any = None


class GoalSet(Schema):
    """A goal as it is typed."""

    step: Any = None
    by: Any = None


class GoalDropped(Schema):
    step: str


@router.get("/tape-weight", auth=READS, response=TapeWeight)
def get_tape_weight(request: HttpRequest, query: Query[TapeQuery]) -> TapeWeight:
    """The body weight of two tape measurements, before anything is saved."""
    months = age_months(query.born, timezone.localdate()) if query.born is not None else None
    return tape_weight(query.girth_cm, query.length_cm, months)


@router.post("/yard/horses", auth=MANAGES, response={201: HorseView})
def add_horse(request: HttpRequest, form: HorseForm) -> Status[HorseView]:
    yard = yard_of(person_of(request))
    horse = services.add_horse(yard, form.horse, form.usual_minutes, timezone.localdate())
    activity.note(person_of(request), ActivityKind.HORSE_ADDED, str(horse))
    return Status(201, _view(horse))


@router.get("/horses/{horse_id}/profile", auth=READS, response=HorseView)
def get_profile(request: HttpRequest, horse_id: UUID) -> HorseView:
    return _view(horse_of(person_of(request), horse_id))


@router.put("/horses/{horse_id}/profile", auth=CHANGES, response=HorseView)
def put_profile(request: HttpRequest, horse_id: UUID, form: HorseForm) -> HorseView:
    horse = horse_of(person_of(request), horse_id)
    today = timezone.localdate()
    with telling(lambda: _view(horse)):
        changed = services.change_horse(
            horse, form.horse, form.usual_minutes, today, form.keeps_its_own, form.edition
        )
        view = _view(changed)
    activity.note(person_of(request), ActivityKind.HORSE_CHANGED, str(horse))
    return view


@router.post("/horses/{horse_id}/flags/raise", auth=LOGS, response={204: None})
def add_flag(request: HttpRequest, horse_id: UUID, flag: FlagSeen) -> Status[None]:
    """Raised by hand, with what was seen: by whoever works with the horse."""
    horse = horse_of(person_of(request), horse_id)
    services.raise_flag(horse, flag.dict(), timezone.localdate())
    activity.note(person_of(request), ActivityKind.FLAG_RAISED, f"{horse}, {flag.code}")
    return Status(204, None)


@router.post("/horses/{horse_id}/flags/clear", auth=CHANGES, response={204: None})
def clear_flag(request: HttpRequest, horse_id: UUID, clearing: Clearing) -> Status[None]:
    horse = horse_of(person_of(request), horse_id)
    services.clear_flag(horse, clearing.dict(), timezone.localdate())
    activity.note(person_of(request), ActivityKind.FLAG_CLEARED, f"{horse}, {clearing.code}")
    return Status(204, None)


@router.post("/horses/{horse_id}/look/pain-signs", auth=LOGS, response={204: None})
def add_pain_check(request: HttpRequest, horse_id: UUID, seen: SignsSeen) -> Status[None]:
    horse = horse_of(person_of(request), horse_id)
    services.keep_pain_check(horse, seen.dict(), timezone.localdate())
    return Status(204, None)


@router.post("/horses/{horse_id}/look/condition", auth=LOGS, response={204: None})
def add_condition(request: HttpRequest, horse_id: UUID, scored: ConditionSeen) -> Status[None]:
    horse = horse_of(person_of(request), horse_id)
    services.keep_condition(horse, scored.dict(), timezone.localdate())
    return Status(204, None)


@router.put("/horses/{horse_id}/goals", auth=CHANGES, response=HorseView)
def put_goal(request: HttpRequest, horse_id: UUID, goal: GoalSet) -> HorseView:
    horse = horse_of(person_of(request), horse_id)
    services.set_goal(horse, goal.dict(exclude_unset=True))
    activity.note(person_of(request), ActivityKind.GOALS, f"{horse}, {goal.step}")
    return _view(horse)


@router.post("/horses/{horse_id}/goals/drop", auth=CHANGES, response=HorseView)
def drop_goal(request: HttpRequest, horse_id: UUID, goal: GoalDropped) -> HorseView:
    horse = horse_of(person_of(request), horse_id)
    services.drop_goal(horse, goal.step)
    activity.note(person_of(request), ActivityKind.GOAL_DROPPED, f"{horse}, {goal.step}")
    return _view(horse)


@router.put("/horses/{horse_id}/busy", auth=CHANGES, response={204: None})
def put_busy(request: HttpRequest, horse_id: UUID, day: BusyDay) -> Status[None]:
    services.set_busy(horse_of(person_of(request), horse_id), day.dict())
    return Status(204, None)


def _view(horse: Horse) -> HorseView:
    profile = HorseProfile.model_validate(horse.profile)
    months = age_months(profile.born, timezone.localdate()) if profile.born is not None else None
    girth, length = profile.girth_cm, profile.length_cm
    return HorseView(
        id=horse.pk,
        profile=profile,
        height=height_text(profile.height_cm),
        age=age_text(months),
        weight=tape_weight(girth, length, months) if girth is not None and length is not None else None,
        usual_minutes=horse.usual_minutes,
        keeps_its_own=horse.keeps_its_own,
        goals=[Goal.model_validate(row) for row in horse.goals],
        edition=services.edition(horse),
    )
