"""A calendar of some horses: who comes, what is wanted by when, and what was worked.

iCalendar (RFC 5545). Entries have the same names each time, so that a program that reads it again does not
show them twice.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from datetime import UTC, date, datetime, time, timedelta
from typing import IO, TYPE_CHECKING

from bucephal.exchange.horse_export import Leaving
from bucephal.record import Session
from bucephal.words import export_words

if TYPE_CHECKING:
    from icalendar import Event

PRODUCT = "-//Bucephal//Yard//EN"


def write_calendar(horses: Iterable[Leaving], on: date, out: IO[bytes]) -> None:
    """
    Args:
        on: the day that it is written.
    """
    from icalendar import Calendar

    calendar = Calendar()
    calendar.add("prodid", PRODUCT)
    calendar.add("version", "2.0")
    for horse in horses:
        for entry in _entries(horse, datetime.combine(on, time.min, UTC)):
            calendar.add_component(entry)
    out.write(calendar.to_ical())


def _entries(horse: Leaving, stamp: datetime) -> Iterator[Event]:
    record, name = horse.as_kept, horse.as_kept.horse.name
    own = record.horse.id or name
    for visit in record.busy:
        said = export_words.visit_entry(name, visit.what)
        yield _entry(f"{own}-{visit.date}-{visit.what}", said, stamp, visit.date)
    for goal in record.goals:
        if goal.by is not None:
            said = export_words.goal_entry(name, horse.standing.catalogue.name_in_text(goal.step))
            yield _entry(f"{own}-{goal.step}", said, stamp, goal.by)
    for number, session in enumerate(record.sessions):
        said = export_words.session_entry(name, session.kind, len(session.asks))
        starts, ends = _hours(session)
        yield _entry(f"{session.id or f'{own}-{number}'}", said, stamp, starts, ends)


def _hours(session: Session) -> tuple[date | datetime, date | datetime | None]:
    """When it was, to the minute where that is known, else its day; it lasts a minute at least."""
    started, ended = (_moment(one, session.date) for one in (session.started, session.ended))
    if started is None:
        return session.date, None
    if ended is None or (ended.tzinfo is None) != (started.tzinfo is None):
        return started, None
    return started, max(ended, started + timedelta(minutes=1))


def _moment(moment: datetime | time | None, on: date) -> datetime | None:
    """In UTC where its zone is known: an offset alone is no zone that a calendar could name."""
    if isinstance(moment, time):
        return datetime.combine(on, moment)
    return moment if moment is None or moment.tzinfo is None else moment.astimezone(UTC)


def _entry(
    uid: str,
    said: str,
    stamp: datetime,
    starts: date | datetime,
    ends: date | datetime | None = None,
) -> Event:
    from icalendar import Event

    entry = Event()
    entry.add("uid", f"{uid}@bucephal")
    entry.add("dtstamp", stamp)
    entry.add("summary", said)
    entry.add("dtstart", starts)
    if ends is not None:
        entry.add("dtend", ends)
    # Nobody is busy because a farrier comes to a horse.
    entry.add("transp", "TRANSPARENT")
    return entry
