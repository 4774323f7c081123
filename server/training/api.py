"""What was logged comes in; what a trainer decides about steps."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from accounts import activity
from accounts import people as accounts_people
from accounts.activity import ActivityKind
from accounts.api import PersonId
from accounts.devices import device_of
from accounts.doors import CHANGES, MANAGES, READS, SENDS
from accounts.edition_checks import telling
from accounts.services import person_of
from django.http import HttpRequest
from django.utils import timezone
from horses.services import horse_of
from ninja import Router, Schema, Status
from pydantic import Field

from training import corrections, decisions, personal_data, sessions
from training.clocks import SetTimes
from training.corrections import LONGEST_ENTRY, TypedSession
from training.personal_data import Held
from training.sessions import SessionTimes, StruckOut
from training.sync import SyncAnswers, SyncBatch, sync

router = Router(tags=["training"])


class Decision(Schema):
    """A trainer's decision about a step, as it is typed."""

    step: Any = None
    state: Any = None
    reason: Any = ""
    until: Any = None


class Lift(Schema):
    step: str


class TimesForm(SetTimes):
    edition: str | None = Field(None, description="That which was shown; null: whatever there is gives way.")


class WrittenForm(Schema):
    """A session typed anew."""

    text: str = Field(max_length=LONGEST_ENTRY)
    edition: str | None = Field(None, description="That which was shown; null: whatever there is gives way.")


class OtherHorse(Schema):
    to: UUID


class StruckOutSessions(Schema):
    sessions: list[StruckOut]


@router.post("/sync", auth=SENDS, response=SyncAnswers)
def sync_batch(request: HttpRequest, batch: SyncBatch) -> SyncAnswers:
    return sync(person_of(request), batch.items, timezone.now(), batch.sent_at, device_of(request))


@router.post("/horses/{horse_id}/overrides", auth=CHANGES, response={204: None})
def add_override(request: HttpRequest, horse_id: UUID, decision: Decision) -> Status[None]:
    horse = horse_of(person_of(request), horse_id)
    decisions.decide(horse, decision.dict(), timezone.localdate())
    activity.note(person_of(request), ActivityKind.DECIDED, f"{horse}, {decision.step}, {decision.state}")
    return Status(204, None)


@router.post("/horses/{horse_id}/overrides/lift", auth=CHANGES, response={204: None})
def lift_override(request: HttpRequest, horse_id: UUID, lift: Lift) -> Status[None]:
    horse = horse_of(person_of(request), horse_id)
    decisions.lift(horse, lift.step, timezone.localdate())
    activity.note(person_of(request), ActivityKind.DECISION_ENDED, f"{horse}, {lift.step}")
    return Status(204, None)


# --- sessions put right ----------------------------------------------------------------------


@router.get("/horses/{horse_id}/sessions/{session_id}/times", auth=READS, response=SessionTimes)
def get_times(request: HttpRequest, horse_id: UUID, session_id: UUID) -> SessionTimes:
    return sessions.times_of(horse_of(person_of(request), horse_id), session_id)


@router.put("/horses/{horse_id}/sessions/{session_id}/times", auth=CHANGES, response=SessionTimes)
def put_times(request: HttpRequest, horse_id: UUID, session_id: UUID, form: TimesForm) -> SessionTimes:
    by = person_of(request)
    horse, times = horse_of(by, horse_id), SetTimes(date=form.date, started=form.started, ended=form.ended)
    with telling(lambda: sessions.times_of(horse, session_id)):
        return sessions.set_times(by, horse, session_id, times, form.edition)


@router.get("/horses/{horse_id}/sessions/{session_id}/written", auth=CHANGES, response=TypedSession)
def get_written(request: HttpRequest, horse_id: UUID, session_id: UUID) -> TypedSession:
    """A session as it is typed, to be put right."""
    return corrections.typed_session(horse_of(person_of(request), horse_id), session_id)


@router.put("/horses/{horse_id}/sessions/{session_id}/written", auth=CHANGES, response=TypedSession)
def put_written(request: HttpRequest, horse_id: UUID, session_id: UUID, form: WrittenForm) -> TypedSession:
    by = person_of(request)
    horse = horse_of(by, horse_id)
    with telling(lambda: corrections.typed_session(horse, session_id)):
        corrections.correct_session(by, horse, session_id, form.text, form.edition)
    return corrections.typed_session(horse_of(by, horse_id), session_id)


@router.put("/horses/{horse_id}/sessions/{session_id}/horse", auth=MANAGES, response={204: None})
def put_horse(request: HttpRequest, horse_id: UUID, session_id: UUID, form: OtherHorse) -> Status[None]:
    """Gives a session to the horse that it was."""
    by = person_of(request)
    corrections.move(by, horse_of(by, horse_id), session_id, horse_of(by, form.to))
    return Status(204, None)


@router.post("/horses/{horse_id}/sessions/{session_id}/strike-out", auth=MANAGES, response={204: None})
def strike_out(request: HttpRequest, horse_id: UUID, session_id: UUID) -> Status[None]:
    by = person_of(request)
    sessions.strike_out(by, horse_of(by, horse_id), session_id)
    return Status(204, None)


@router.get("/horses/{horse_id}/struck-out", auth=MANAGES, response=StruckOutSessions)
def get_struck_out(request: HttpRequest, horse_id: UUID) -> StruckOutSessions:
    return StruckOutSessions(sessions=sessions.struck_out(horse_of(person_of(request), horse_id)))


@router.post("/horses/{horse_id}/struck-out/{session_id}/restore", auth=MANAGES, response={204: None})
def restore(request: HttpRequest, horse_id: UUID, session_id: UUID) -> Status[None]:
    by = person_of(request)
    sessions.restore(by, horse_of(by, horse_id), session_id)
    return Status(204, None)


# --- what is held on a person -----------------------------------------------------------------


@router.get("/me/held", auth=READS, response=Held)
def get_my_held(request: HttpRequest) -> Held:
    """Everything that is held on whoever asks."""
    return personal_data.held_on(person_of(request))


@router.get("/people/{person_id}/held", auth=MANAGES, response=Held)
def get_held(request: HttpRequest, person_id: PersonId) -> Held:
    return personal_data.held_on(accounts_people.known_of(person_of(request), person_id))


@router.post("/people/{person_id}/forget", auth=MANAGES, response={204: None})
def forget_person(request: HttpRequest, person_id: PersonId) -> Status[None]:
    by = person_of(request)
    personal_data.forget(by, accounts_people.known_of(by, person_id))
    return Status(204, None)
