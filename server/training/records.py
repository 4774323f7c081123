"""A horse's whole record: read from its rows as the core reads it."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterator
from dataclasses import dataclass
from functools import cached_property
from typing import Any, cast
from uuid import UUID

from bucephal.record import (
    Ask,
    Busy,
    ConditionScore,
    Event,
    HorseRecord,
    PainCheck,
    Session,
    SessionHeader,
    with_defaults,
)
from bucephal.record import Horse as HorseProfile
from bucephal.record.models import FORMAT, VERSION, Flag, Goal, Override, moment_key
from horses.models import Horse
from version_cache import MOST_HORSES, Latest
from yards.services import defaults_of

from training.clocks import Timed, shifted_entry
from training.models import EntryTable, Move, StoredAsk, StoredEvent, StoredSession


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
    for gone in _moved_away(horse, last.version):
        by_id.pop(gone, None)
    for stored, session in _read(horse, last.version):
        by_id.pop(stored.pk, None)
        if session is not None:
            by_id[stored.pk] = session
    return ReadSessions(horse.data_version, by_id)


def _moved_away(horse: Horse, version: int) -> Iterator[UUID]:
    """Sessions that are another horse's since a version; of one that has come back it is read anew."""
    yield from Move.objects.filter(horse=horse, left_in__gt=version).values_list("session_id", flat=True)


def _read(horse: Horse, version: int) -> Iterator[tuple[StoredSession, Session | None]]:
    """The sessions in which something changed after a version; None: there is nothing left in it."""
    since = {"changed_in__gte": version + 1}
    within = {"session__horse": horse, "session__changed_in__gte": version + 1}
    undone: set[UUID] = set()
    asks = _entries(StoredAsk, Ask, within, undone)
    events = _entries(StoredEvent, Event, within, undone)
    for stored in StoredSession.objects.filter(horse=horse, **since):
        own = asks[stored.pk], events[stored.pk]
        header = stored.as_read()
        is_marked = header.settle is not None or bool(header.note)
        # One whose entries were all undone was none, unless it holds something else.
        empty = stored.pk in undone and not any(own) and not is_marked
        asked, happened = (_in_time(entries, stored, header) for entries in own)
        session = Session(**{**dict(header), "id": str(stored.pk)}, asks=asked, events=happened)
        yield stored, None if stored.deleted or empty else session


def _entries(
    table: EntryTable, model: type[Timed], within: dict[str, Any], undone: set[UUID]
) -> dict[UUID, list[tuple[Timed, int | None]]]:
    """By session what is in it, each with what its own device's clock was off by.

    Args:
        undone: takes the sessions in which something was struck out.
    """
    found: dict[UUID, list[tuple[Timed, int | None]]] = defaultdict(list)
    rows = table._default_manager.filter(**within).values_list("session_id", "pk", "body", "deleted", "off_s")
    for session_id, pk, body, deleted, off_s in rows:
        if deleted:
            undone.add(session_id)
        else:
            entry = cast(Timed, model.model_validate({**body, "id": str(pk)}))
            found[session_id].append((entry, off_s))
    return found


def _in_time(
    entries: list[tuple[Timed, int | None]], stored: StoredSession, header: SessionHeader
) -> tuple[Timed, ...]:
    """As they were written; what two devices wrote, by their clocks as they are put right."""
    later = {off_s: stored.entries_later_by(off_s) for _, off_s in entries}
    read = [shifted_entry(one, later[off_s]) for one, off_s in entries]
    if len(later) > 1:
        read.sort(key=lambda one: moment_key(one.at, header.date))
    return tuple(read)
