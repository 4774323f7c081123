"""A horse's whole record: read from its rows as the core reads it."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterator
from dataclasses import dataclass
from functools import cached_property
from uuid import UUID

from bucephal.record import (
    Ask,
    Busy,
    ConditionScore,
    Event,
    HorseRecord,
    PainCheck,
    Session,
    with_defaults,
)
from bucephal.record import Horse as HorseProfile
from bucephal.record.models import FORMAT, VERSION, Flag, Goal, Override
from horses.models import Horse
from kept import MOST_HORSES, Latest
from yards.services import defaults_of

from training.clocks import entries_shifted
from training.models import StoredAsk, StoredEvent, StoredSession


@dataclass(frozen=True)
class ReadSessions:
    """A horse's sessions as they were read.

    Fields:
        version: the horse's data version; every change up to it is in them.
        by_id: those that are there, none that was struck out.
    """

    version: int
    by_id: dict[UUID, Session]

    @cached_property
    def in_order(self) -> tuple[Session, ...]:
        return tuple(sorted(self.by_id.values(), key=lambda one: (one.date, one.id or "")))


_SESSIONS: Latest[UUID, ReadSessions] = Latest(MOST_HORSES)


def forget() -> None:
    """Lets go what this process keeps: where the database has become another one."""
    _SESSIONS.forget()


def record_of(horse: Horse) -> HorseRecord:
    """The horse's record as it is worked by, the yard's schools and bands where it has none.

    From a few queries, however many sessions there are; what was read before and has not changed is not
    read again, and its sessions are the same objects.
    """
    return _record(horse, _SESSIONS.get(horse.pk, lambda last: _read_on(horse, last)))


def record_anew(horse: Horse) -> HorseRecord:
    """The same from its rows alone, whatever was read before."""
    return _record(horse, _read_on(horse, None))


def _record(horse: Horse, sessions: ReadSessions) -> HorseRecord:
    record = HorseRecord(
        format=FORMAT,
        version=VERSION,
        horse=HorseProfile.model_validate({**horse.profile, "id": str(horse.pk)}),
        sessions=sessions.in_order,
        flags=tuple(Flag.model_validate(row) for row in horse.flags),
        overrides=tuple(Override.model_validate(row) for row in horse.overrides),
        goals=tuple(Goal.model_validate(row) for row in horse.goals),
        pain_checks=tuple(PainCheck.model_validate(row) for row in horse.pain_checks),
        condition_scores=tuple(ConditionScore.model_validate(row) for row in horse.condition_scores),
        busy=tuple(Busy.model_validate(row) for row in horse.busy),
    )
    return record if horse.keeps_its_own else with_defaults(record, defaults_of(horse.yard))


def _read_on(horse: Horse, last: ReadSessions | None) -> ReadSessions:
    """What was read last with what has changed since; all of it the first time."""
    if last is None:
        last = ReadSessions(-1, {})
    if last.version >= horse.data_version:
        return last
    by_id = {**last.by_id}
    for stored, session in _read(horse, last.version):
        by_id.pop(stored.pk, None)
        if session is not None:
            by_id[stored.pk] = session
    return ReadSessions(horse.data_version, by_id)


def _read(horse: Horse, version: int) -> Iterator[tuple[StoredSession, Session | None]]:
    """The sessions in which something changed after a version; None: there is nothing left in it."""
    since = {"changed_in__gte": version + 1}
    within = {"session__horse": horse, "session__changed_in__gte": version + 1}
    rows = ("session_id", "pk", "body", "deleted")
    asks: dict[UUID, list[Ask]] = defaultdict(list)
    events: dict[UUID, list[Event]] = defaultdict(list)
    undone: set[UUID] = set()
    for session_id, pk, body, deleted in StoredAsk.objects.filter(**within).values_list(*rows):
        if deleted:
            undone.add(session_id)
        else:
            asks[session_id].append(Ask.model_validate({**body, "id": str(pk)}))
    for session_id, pk, body, deleted in StoredEvent.objects.filter(**within).values_list(*rows):
        if deleted:
            undone.add(session_id)
        else:
            events[session_id].append(Event.model_validate({**body, "id": str(pk)}))
    for stored in StoredSession.objects.filter(horse=horse, **since):
        own = asks[stored.pk], events[stored.pk]
        empty = stored.pk in undone and not any(own) and not _is_marked(stored)
        header, later = dict(stored.as_read()), stored.entries_later_by()
        asked, happened = entries_shifted(own[0], later), entries_shifted(own[1], later)
        session = Session(**{**header, "id": str(stored.pk)}, asks=asked, events=happened)
        yield stored, None if stored.deleted or empty else session


def _is_marked(stored: StoredSession) -> bool:
    """Does a session whose entries were all undone hold a settle mark or a note? Else it was none."""
    return stored.header.get("settle") is not None or bool(stored.header.get("note"))
