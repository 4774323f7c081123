"""The clock of a device and the yard's: a session is taken whatever its device thought of the time.

What was sent stays as it was sent. How far the device's clock was off is measured when it sends; where that,
or the day that it says, cannot be right, the session's times are read so much earlier or later, and that is
said. A trainer can set them by hand.
"""

from __future__ import annotations

from datetime import date, datetime, time, timedelta
from typing import TypeVar, cast

from bucephal.record import Ask, Event, SessionHeader
from bucephal.record.models import moment_key
from django.utils import timezone
from ninja import Schema
from pydantic import Field

OFF = timedelta(minutes=10)
"""A clock that is off by less is not worth a word: nothing that is worked out goes by minutes between days
[own].
"""
AHEAD = timedelta(days=1)
"""A device a day ahead of the server (its place on earth) is right where it is."""
MOST_OFF = timedelta(days=365 * 100)
Timed = TypeVar("Timed", bound=Ask | Event)


class SetTimes(Schema):
    """A session's day and times as somebody set them by hand, at the yard."""

    date: date
    started: time | None = Field(None, description="hours and minutes at the yard")
    ended: time | None = None


def clock_off(sent_at: datetime | None, now: datetime) -> timedelta:
    """What to add to a device's times so that they are the server's; nothing where it is about right."""
    if sent_at is None:
        return timedelta()
    aware = sent_at if sent_at.tzinfo is not None else timezone.make_aware(sent_at)
    off = now - aware
    return off if OFF <= abs(off) <= MOST_OFF else timedelta()


def put_right(header: SessionHeader, off: timedelta, born: date | None, today: date) -> timedelta:
    """What to add to a session's times, so that its day can be right.

    Args:
        off: what its device's clock was off by.
        today: the day it arrived; where its day cannot be right it is taken to be that one.
    """
    day = shifted(header, off).date
    if day <= today + AHEAD and (born is None or day >= born):
        return off
    return off + timedelta(days=(today - day).days)


def shifted(header: SessionHeader, by: timedelta) -> SessionHeader:
    """The same session so much later."""
    if not by:
        return header
    moved = {name: _later(getattr(header, name), by) for name in ("started", "ended")}
    return header.model_copy(update={**moved, "date": _day(header, by)})


def as_set(header: SessionHeader, times: SetTimes) -> SessionHeader:
    """The session on the day and at the times that somebody set."""
    started, ended = (_at(one, times.date) for one in (times.started, times.ended))
    return header.model_copy(update={"date": times.date, "started": started, "ended": ended})


def between(before: SessionHeader, after: SessionHeader) -> timedelta:
    """How much later a session was set than it was."""
    if before.started is not None and after.started is not None:
        return moment_key(after.started, after.date) - moment_key(before.started, before.date)
    return after.date - before.date


def shifted_entry(entry: Timed, by: timedelta) -> Timed:
    return cast(Timed, entry.model_copy(update={"at": _later(entry.at, by)})) if by else entry


def _later(moment: datetime | time | None, by: timedelta) -> datetime | time | None:
    if moment is None:
        return None
    if isinstance(moment, datetime):
        return moment + by
    return (datetime.combine(date(2000, 1, 2), moment) + by % timedelta(days=1)).timetz()


def _day(header: SessionHeader, by: timedelta) -> date:
    """By its beginning, where that is known: whether midnight lies between goes by the hour."""
    if isinstance(header.started, datetime):
        began = moment_key(header.started, header.date)
        return header.date + (timezone.localdate(began + by) - timezone.localdate(began))
    noon = datetime.combine(header.date, header.started or time(12))
    return (noon + by).date()


def _at(clock: time | None, on: date) -> datetime | None:
    return None if clock is None else timezone.make_aware(datetime.combine(on, clock.replace(tzinfo=None)))


def clock_at_the_yard(moment: datetime | time | None, on: date) -> time | None:
    """The hour and minute of a moment, where the yard is."""
    if moment is None:
        return None
    local = moment if isinstance(moment, time) else timezone.localtime(moment_key(moment, on)).time()
    return local.replace(second=0, microsecond=0, tzinfo=None)
