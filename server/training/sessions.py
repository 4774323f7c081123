"""Sessions that a trainer puts right: struck out, restored, set to another time. What was sent stays as it
was.
"""

from __future__ import annotations

from datetime import date, datetime, time, timedelta
from uuid import UUID

from accounts import activity
from accounts.activity import ActivityKind
from accounts.edition_checks import check_edition, edition_of
from accounts.models import User
from accounts.services import Missing
from bucephal.base.errors import InvalidInput, Problem
from bucephal.words.clock_words import clock_words, set_by_hand
from bucephal.words.entry_words import RESTORED, SESSION, STRUCK_OUT
from bucephal.words.figures import day
from django.db import transaction
from django.db.models import QuerySet
from django.utils import timezone
from horses.models import Horse
from ninja import Schema
from pydantic import Field

from training.clocks import AHEAD, SetTimes, clock_at_the_yard
from training.corrections import header_changes, note_correction, session_changed, session_of
from training.models import StoredSession, Tombstone

RESTORED_WITHIN = timedelta(days=30)


class SessionTimes(Schema):
    """When a session was, at the yard, and what was made of what its device said."""

    date: date
    started: time | None
    ended: time | None
    words: str = Field(description="What was put right, and why; empty: nothing.")
    edition: str


class StruckOut(Schema):
    """A session that was struck out and can be restored yet."""

    id: UUID
    date: date
    struck_at: datetime
    struck_by: str
    until: datetime


def times_of(horse: Horse, session: UUID) -> SessionTimes:
    """
    Raises:
        Missing: if the horse has no such session.
    """
    return _times(session_of(horse, session))


def set_times(by: User, horse: Horse, session: UUID, times: SetTimes, began_with: str | None) -> SessionTimes:
    """Sets a session's day and times by hand.

    Args:
        began_with: the edition that was shown; None: whatever there is gives way.

    Raises:
        InvalidInput: if the day cannot be, or it ends before it begins.
        Overtaken: if somebody else has set them since.
    """
    _check(times, horse.born, timezone.localdate())
    with transaction.atomic():
        stored = session_of(horse, session)
        check_edition(began_with, _edition(stored))
        before, was = stored.date, stored.as_read()
        set_to(stored, times)
        note_correction(by, stored, header_changes(was, stored.as_read()))
        session_changed(stored)
        activity.note(by, ActivityKind.SESSION_TIMED, f"{horse}, {before} -> {stored.date}")
    return _times(stored)


def strike_out(by: User, horse: Horse, session: UUID) -> None:
    """What was asked in it counts no more; for thirty days it can be restored."""
    with transaction.atomic():
        stored = session_of(horse, session)
        stored.deleted, stored.struck_at, stored.struck_by = True, timezone.now(), by.shown
        stored.save(update_fields=["deleted", "struck_at", "struck_by"])
        Tombstone.objects.get_or_create(yard=horse.yard, item=stored.pk)
        session_changed(stored)
        activity.note(by, ActivityKind.SESSION_STRUCK, f"{horse}, {stored.date}")


def struck_out(horse: Horse) -> list[StruckOut]:
    """Those that can be restored yet, the last one first."""
    return [
        StruckOut(
            id=one.pk,
            date=one.date,
            struck_at=one.struck_at,
            struck_by=one.struck_by,
            until=one.struck_at + RESTORED_WITHIN,
        )
        for one in _restorable(horse)
        if one.struck_at is not None
    ]


def restore(by: User, horse: Horse, session: UUID) -> None:
    """
    Raises:
        Missing: if no such session was struck out within thirty days.
    """
    with transaction.atomic():
        stored = _restorable(horse).select_for_update().filter(pk=session).first()
        if stored is None:
            raise Missing("no such session was struck out within thirty days")
        struck_on = timezone.localdate(stored.struck_at)
        stored.deleted, stored.struck_at, stored.struck_by = False, None, ""
        stored.save(update_fields=["deleted", "struck_at", "struck_by"])
        Tombstone.objects.filter(yard=horse.yard, item=stored.pk).delete()
        note_correction(by, stored, {SESSION: (f"{STRUCK_OUT} {day(struck_on)}", RESTORED)})
        session_changed(stored)
        activity.note(by, ActivityKind.SESSION_RESTORED, f"{horse}, {stored.date}")


def _restorable(horse: Horse) -> QuerySet[StoredSession]:
    since = timezone.now() - RESTORED_WITHIN
    struck = StoredSession.objects.filter(horse=horse, deleted=True, struck_at__gt=since)
    return struck.order_by("-struck_at")


def set_to(stored: StoredSession, times: SetTimes) -> None:
    """Sets when a session was, whatever its device said."""
    stored.set_times = times.model_dump(mode="json")
    stored.date = stored.as_read().date
    stored.save(update_fields=["set_times", "date"])


def _times(stored: StoredSession) -> SessionTimes:
    header = stored.as_read()
    sent = stored.as_sent()
    if stored.set_times is not None:
        words = set_by_hand(sent.date, clock_at_the_yard(sent.started, sent.date))
    else:
        words = clock_words(timedelta(seconds=stored.off_s), sent.date)
    return SessionTimes(
        date=header.date,
        started=clock_at_the_yard(header.started, header.date),
        ended=clock_at_the_yard(header.ended, header.date),
        words=words,
        edition=_edition(stored),
    )


def _edition(stored: StoredSession) -> str:
    return edition_of(stored.as_read())


def _check(times: SetTimes, born: date | None, today: date) -> None:
    problems = []
    latest = today + AHEAD
    if times.date > latest:
        problems.append(Problem("date", str(times.date), "has not come yet", f"{latest} or earlier"))
    if born is not None and times.date < born:
        problems.append(Problem("date", str(times.date), "is before the horse was born", f"{born} or later"))
    if times.ended is not None and times.started is None:
        problems.append(Problem("started", None, "is missing where an end is given", "a time"))
    elif times.started is not None and times.ended is not None and times.ended < times.started:
        reason = "is before it began"
        problems.append(Problem("ended", str(times.ended), reason, f"{times.started} or later"))
    if problems:
        raise InvalidInput(problems)
