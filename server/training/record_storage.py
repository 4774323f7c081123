"""A record, or what of it is new to a horse, stored as rows; and taken away again.

Rows stay for ever: what is taken away is marked so, and where it comes once more it is the same row.
"""

from __future__ import annotations

from collections.abc import Collection, Container, Iterable, Iterator, Mapping, Sequence
from typing import Any, TypeVar
from uuid import UUID

from accounts.models import Yard
from bucephal.planning.models import USUAL_MINUTES
from bucephal.record import Ask, Event, HorseRecord, Session
from django.db.models import Model
from horses.models import Horse
from horses.services import changed
from pydantic import BaseModel

from training.clocks import shifted_entry
from training.models import EntryTable, StoredAsk, StoredEvent, StoredSession, Tombstone
from training.services import changed_in

AT_ONCE = 2000
"""Rows of a statement, ids of a question."""
Row = TypeVar("Row", bound=Model)
ENTRIES: tuple[EntryTable, ...] = (StoredAsk, StoredEvent)
_KEPT_OF_AN_ENTRY = ("session", "position", "body", "deleted", "off_s")
_NAME: dict[EntryTable, str] = {StoredAsk: "asks", StoredEvent: "events"}
LISTS = ("flags", "overrides", "goals", "pain_checks", "condition_scores", "busy")
"""What a record lists beside its sessions, as a horse keeps it."""


class Rows(BaseModel):
    """The ids of some sessions, asks and events."""

    sessions: list[UUID] = []
    asks: list[UUID] = []
    events: list[UUID] = []


def store_record(
    yard: Yard, record: HorseRecord, *, position: int = 0, usual_minutes: int = USUAL_MINUTES
) -> Horse:
    """Stores a whole record as a horse of the yard; the ids in it are UUIDs that are used nowhere yet."""
    horse = Horse.objects.create(
        id=record.horse.id,
        yard=yard,
        position=position,
        usual_minutes=usual_minutes,
        profile=record.horse.model_dump(mode="json", exclude={"id"}),
        **lists_of(record),
    )
    add_new(horse, record, known=())
    # What is derived from it next is of the asks that it has now.
    horse.refresh_from_db(fields=["data_version"])
    return horse


def lists_of(record: HorseRecord) -> dict[str, list[dict[str, Any]]]:
    """By its name, each as a horse keeps it."""
    return {name: [one.model_dump(mode="json") for one in getattr(record, name)] for name in LISTS}


# --- in ----------------------------------------------------------------------------------------


def add_new(horse: Horse, record: HorseRecord, known: Container[str | None]) -> Rows:
    """Stores of a record what the horse has not, in the record's order.

    Args:
        known: ids of what it has.
    """
    new = [one for one in record.sessions if one.id not in known]
    stored = {row.pk: row for row in _found(StoredSession, (_id(one) for one in record.sessions))}
    rows = [_row_of(horse, session, stored.get(_id(session))) for session in new]
    _save(StoredSession, rows, stored, ("header", "date", "deleted", "off_s", "set_times", "set_header"))
    stored |= {row.pk: row for row in rows}
    added = Rows(sessions=[row.pk for row in rows])
    touched = set(added.sessions)
    for table in ENTRIES:
        made = [row for one in record.sessions for row in _entries(table, stored[_id(one)], one, known)]
        ids = [row.pk for row in made]
        _save(
            table,
            made,
            {row.pk for row in _found(table, ids)},
            ("session", "position", "body", "deleted", "off_s"),
        )
        setattr(added, _NAME[table], ids)
        touched |= {row.session_id for row in made}
    _note(horse, touched)
    return added


def _row_of(horse: Horse, session: Session, stored: StoredSession | None) -> StoredSession:
    """A new row, or the one that was taken away once, as it is now."""
    row = stored or StoredSession(pk=_id(session), horse=horse)
    row.header = session.model_dump(mode="json", exclude={"id", "asks", "events"})
    row.date, row.deleted, row.off_s, row.set_times, row.set_header = session.date, False, 0, None, {}
    return row


def _entries(
    table: EntryTable, stored: StoredSession, session: Session, known: Container[str | None]
) -> Iterator[StoredAsk | StoredEvent]:
    """Rows of those that are new; the others are moved to make room."""
    entries: Sequence[Ask | Event] = getattr(session, _NAME[table])
    new = [one for one in entries if one.id not in known]
    if not new:
        return
    places = {one.id: number for number, one in enumerate(entries)}
    if len(new) < len(entries):
        _move(table, stored, places)
    # What is read of this session is read so much later than it was sent.
    earlier = -stored.entries_later_by()
    for one in new:
        yield table.of(shifted_entry(one, earlier), stored, places[one.id])


def _move(table: EntryTable, stored: StoredSession, places: Mapping[str | None, int]) -> None:
    for row in table._default_manager.filter(session=stored, deleted=False):
        place = places.get(str(row.pk), row.position)
        if place != row.position:
            row.position = place
            row.save(update_fields=["position"])


def _save(table: type[Row], rows: Sequence[Row], there: Collection[UUID], fields: Sequence[str]) -> None:
    old = [row for row in rows if row.pk in there]
    table._default_manager.bulk_create([row for row in rows if row.pk not in there], batch_size=AT_ONCE)
    table._default_manager.bulk_update(old, fields, batch_size=AT_ONCE // 4)


# --- out again ---------------------------------------------------------------------------------


def take_away(horse: Horse, rows: Rows) -> None:
    """Takes away what was added, and of the sessions those in which nothing else has come since."""
    touched = set(rows.sessions)
    for table in ENTRIES:
        ids = getattr(rows, _NAME[table])
        touched |= {row.session_id for row in _found(table, ids)}
        _mark(table, ids)
    held = {
        row.session_id
        for table in ENTRIES
        for some in _pieces(rows.sessions)
        for row in table._default_manager.filter(session__in=some, deleted=False)
    }
    _mark(StoredSession, [one for one in rows.sessions if one not in held])
    _note(horse, touched)


def _mark(table: type[Row], ids: Sequence[UUID]) -> None:
    for some in _pieces(ids):
        table._default_manager.filter(pk__in=some).update(deleted=True)


def has_sessions(horse: Horse) -> bool:
    return StoredSession.objects.filter(horse=horse, deleted=False).exists()


# --- what ids name here ------------------------------------------------------------------------


def struck_out_of(yard: Yard, ids: Iterable[UUID]) -> set[UUID]:
    """Those of some ids that this yard has struck out."""
    return {
        item
        for some in _pieces([*ids])
        for item in Tombstone.objects.filter(yard=yard, item__in=some).values_list("item", flat=True)
    }


def ids_of(horse: UUID, ids: Iterable[UUID]) -> set[UUID]:
    """Those of some ids that name something of a horse, taken away or not."""
    wanted = [*ids]
    found = set(_keys(StoredSession, wanted, horse=horse))
    for table in ENTRIES:
        found |= set(_keys(table, wanted, session__horse=horse))
    return found


def of_others(horse: UUID, ids: Iterable[UUID]) -> set[UUID]:
    """Those of some ids that name something of another horse, of any yard."""
    wanted = [*ids]
    named = {one for table in (StoredSession, *ENTRIES) for one in _keys(table, wanted)}
    return named - ids_of(horse, named)


def _keys(table: type[Row], ids: Sequence[UUID], **of: UUID) -> Iterator[UUID]:
    for some in _pieces(ids):
        yield from table._default_manager.filter(pk__in=some, **of).values_list("pk", flat=True)


def _found(table: type[Row], ids: Iterable[UUID]) -> Iterator[Row]:
    for some in _pieces([*ids]):
        yield from table._default_manager.filter(pk__in=some)


def _pieces(ids: Sequence[UUID]) -> Iterator[Sequence[UUID]]:
    for start in range(0, len(ids), AT_ONCE):
        yield ids[start : start + AT_ONCE]


def _id(session: Session) -> UUID:
    return UUID(session.id or "")


def _note(horse: Horse, sessions: set[UUID]) -> None:
    changed({horse.pk})
    for some in _pieces([*sessions]):
        changed_in(set(some))
