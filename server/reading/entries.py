"""Quick entry while it is typed; what was put right in a session, and who logged it on what."""

from __future__ import annotations

from datetime import date, datetime
from uuid import UUID

from accounts.models import Device, User
from bucephal.pages import (
    Cursor,
    EntryView,
    LoggedRow,
    RiderFaults,
    correction_view,
    correction_words,
    entry_view,
    logged_rows,
    rider_faults,
)
from bucephal.record import Session
from bucephal.words.clock_words import FORMER_RIDER
from bucephal.words.entry_words import running
from horses.models import Horse
from horses.services import ladder_of
from ninja import Schema
from pydantic import Field
from training.clocks import clock_at_the_yard
from training.corrections import corrections_of, session_as_read, session_of
from training.models import StoredSession
from training.personal_data import is_named
from training.records import record_of
from training.sources import LoggedOn, logged_on


class PutRight(Schema):
    """Something that was put right in a session."""

    at: datetime
    by: str
    lines: list[str]


class SessionHistory(Schema):
    corrections: list[PutRight] = Field(description="The last one first.")
    logged_on: list[LoggedOn]
    riding: RiderFaults | None = Field(description="Null: it is another's, or there is nothing.")


class OthersRows(Schema):
    """What one other device has logged."""

    id: int
    words: str
    rows: list[LoggedRow]


class OthersLogged(Schema):
    others: list[OthersRows]


class RunningSession(Schema):
    """A session that another device has begun."""

    session: UUID
    words: str


class RunningSessions(Schema):
    sessions: list[RunningSession]


def entry_of(horse: Horse, text: str, on: date, today: date, cursor: Cursor | None) -> EntryView:
    return entry_view(text, record_of(horse), ladder_of(horse), on, today, cursor)


def correction_of(horse: Horse, session: UUID, text: str, today: date, cursor: Cursor | None) -> EntryView:
    """
    Raises:
        Missing: if the horse has no such session.
    """
    was = session_as_read(horse, session)
    return correction_view(text, was, record_of(horse), ladder_of(horse), today, cursor)


def history_of(person: User, horse: Horse, session: UUID, asking: Device | None) -> SessionHistory:
    """
    Raises:
        Missing: if the horse has no such session.
    """
    stored = session_of(horse, session)
    made = [
        PutRight(at=at, by=by or FORMER_RIDER, lines=list(correction_words(what, ladder_of(horse))))
        for at, by, what in corrections_of(stored)
    ]
    return SessionHistory(
        corrections=made[::-1],
        logged_on=logged_on(stored, asking),
        riding=_riding(person, session_as_read(horse, session), horse),
    )


def _riding(person: User, session: Session, horse: Horse) -> RiderFaults | None:
    """What the rider may work on: for themselves, and for whoever teaches."""
    if not (person.can_change or is_named(session.rider, person)):
        return None
    found = rider_faults(session, record_of(horse), ladder_of(horse))
    return found if found.faults else None


def others_in(horse: Horse, session: UUID, asking: Device | None) -> OthersLogged:
    """What others than the device that asks have logged in a session; of one that is not there: nothing."""
    stored = StoredSession.objects.filter(horse=horse, deleted=False, pk=session).first()
    if stored is None:
        return OthersLogged(others=[])
    asks = {ask.id: ask for ask in session_as_read(horse, session).asks}
    record, catalogue = record_of(horse), ladder_of(horse)
    others = [
        OthersRows(
            id=one.id,
            words=one.words,
            rows=list(
                logged_rows([asks[str(ask)] for ask in one.asks if str(ask) in asks], record, catalogue)
            ),
        )
        for one in logged_on(stored, asking)
        if not one.is_yours
    ]
    return OthersLogged(others=[one for one in others if one.rows])


def running_of(horse: Horse, on: date, asking: Device | None) -> RunningSessions:
    """Sessions of a day that somebody else's device has begun and not ended."""
    found = []
    for stored in StoredSession.objects.filter(horse=horse, date=on, deleted=False):
        header = stored.as_read()
        devices = logged_on(stored, asking)
        if header.ended is not None or not devices or devices[0].is_yours:
            continue
        since = clock_at_the_yard(header.started, on)
        asks = sum(len(one.asks) for one in devices)
        found.append(RunningSession(session=stored.pk, words=running(devices[0].words, since, asks)))
    return RunningSessions(sessions=found)
