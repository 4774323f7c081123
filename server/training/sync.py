"""Sync: what a device logged, in batches that may come late, twice, in pieces or out of order.

The device makes the ids. A batch is saved whole or not at all; each item is answered for
itself, so that one that cannot be does not hold the others back. Whatever the order of
arrival, the same items end in the same state.
"""

from __future__ import annotations

import json
from collections.abc import Iterable
from dataclasses import dataclass, field
from datetime import date, datetime, timedelta
from enum import StrEnum
from typing import Any
from uuid import UUID

from accounts.models import Device, User, Yard
from accounts.services import yard_of
from bucephal.base.errors import InvalidInput, Problem
from bucephal.ladder import Catalogue
from bucephal.record import Ask, Event, SessionHeader, read_model
from bucephal.record.checks import check_ask, check_session
from django.db import transaction
from django.utils import timezone
from horses.models import Horse
from horses.services import changed
from ninja import Schema
from pydantic import Field
from yards.services import catalogue_of

from training.clocks import clock_off, put_right
from training.corrections import was_logged_for
from training.models import Source, StoredAsk, StoredEvent, StoredSession, Tombstone
from training.services import changed_in, measure_ask_clock
from training.sources import source_of

MOST_ITEMS = 2000
UNDONE_WITHIN = timedelta(days=1)
"""What arrived longer ago is struck out by a trainer; whoever only logs takes back slips of the day [own]."""


class ItemType(StrEnum):
    SESSION = "session"
    ASK = "ask"
    EVENT = "event"
    DELETE = "delete"


class SyncItem(Schema):
    """One thing that the device has to say. ``body`` is a session header, an ask or an event."""

    type: ItemType
    id: UUID
    horse: UUID | None = Field(None, description="Of a session.")
    session: UUID | None = Field(None, description="Of an ask or an event.")
    position: int = Field(0, ge=0, le=1_000_000, description="Order within the session.")
    revision: int = Field(0, ge=0, le=1_000_000, description="Of a session; the highest wins.")
    body: dict[str, Any] = Field(default_factory=dict)


class SyncBatch(Schema):
    items: list[SyncItem] = Field(max_length=MOST_ITEMS)
    sent_at: datetime | None = Field(
        None, description="By the device's clock: how far that is off is measured."
    )


class SyncStatus(StrEnum):
    SAVED = "saved"
    WAITING = "waiting"
    REFUSED = "refused"


class SyncProblem(Schema):
    path: str
    value: Any = None
    reason: str
    allowed: str


class SyncAnswer(Schema):
    """saved: need not be sent again. waiting: its session has not arrived. refused: never fits."""

    id: UUID
    status: SyncStatus
    problems: list[SyncProblem] = []


class SyncAnswers(Schema):
    answers: list[SyncAnswer]


def sync(
    person: User,
    items: list[SyncItem],
    now: datetime,
    sent_at: datetime | None = None,
    device: Device | None = None,
) -> SyncAnswers:
    """Saves a batch within a person's yard; idempotent.

    Args:
        sent_at: the same moment as ``now`` by the clock of the device.
        device: that it comes from, where that is known.
    """
    yard = yard_of(person)
    with transaction.atomic():
        source = source_of(person, device)
        run = _Run(person, yard, catalogue_of(yard), now, clock_off(sent_at, now), source)
        answers = run.take(items)
        changed(run.touched)
        changed_in(run.touched_sessions)
        if run.ended:
            measure_ask_clock(yard)
    return SyncAnswers(answers=answers)


@dataclass
class _Run:
    """One batch on its way into the database."""

    person: User
    yard: Yard
    catalogue: Catalogue
    now: datetime
    off: timedelta
    """What the device's times have to be put right by."""
    source: Source | None = None
    touched: set[UUID] = field(default_factory=set)
    touched_sessions: set[UUID] = field(default_factory=set)
    ended: bool = False
    """Was a session closed? Then the yard's clock has something to say."""

    def take(self, items: list[SyncItem]) -> list[SyncAnswer]:
        """Sessions first, then what belongs to them, deletions last, of sessions after what was in them;
        answers in the given order.
        """
        answers: dict[int, SyncAnswer] = {}
        for types in ((ItemType.SESSION,), (ItemType.ASK, ItemType.EVENT), (ItemType.DELETE,)):
            chosen = [(index, item) for index, item in enumerate(items) if item.type in types]
            self._look_up([item for _, item in chosen])
            for index, item in sorted(chosen, key=lambda one: one[1].id in self.sessions):
                answers[index] = self._answer(item)
            self._write()
        return [answers[index] for index in range(len(items))]

    def _look_up(self, items: Iterable[SyncItem]) -> None:
        """Everything that these items could refer to, in a few queries."""
        items = list(items)
        ids = {item.id for item in items}
        sessions = ids | {item.session for item in items if item.session is not None}
        self.sessions = {
            row.pk: row
            for row in StoredSession.objects.select_for_update(of=("self",))
            .filter(pk__in=sessions)
            .select_related("horse", "source")
        }
        self.entries: dict[UUID, StoredAsk | StoredEvent] = {}
        for table in (StoredAsk, StoredEvent):
            for row in table.objects.filter(pk__in=ids).select_related("session__horse"):
                self.entries[row.pk] = row
        buried = Tombstone.objects.filter(yard=self.yard, item__in=sessions)
        self.buried = set(buried.values_list("item", flat=True))
        wanted = {item.horse for item in items if item.horse is not None}
        self.horses = {row.pk: row for row in Horse.objects.ever_of(self.person).filter(pk__in=wanted)}
        self.new_asks: list[StoredAsk] = []
        self.new_events: list[StoredEvent] = []

    def _write(self) -> None:
        StoredAsk.objects.bulk_create(self.new_asks, batch_size=500)
        StoredEvent.objects.bulk_create(self.new_events, batch_size=500)

    def _answer(self, item: SyncItem) -> SyncAnswer:
        try:
            match item.type:
                case ItemType.SESSION:
                    status = self._session(item)
                case ItemType.DELETE:
                    status = self._delete(item)
                case _:
                    status = self._entry(item)
        except InvalidInput as error:
            problems = [SyncProblem(**problem.as_json()) for problem in error.problems]
            return SyncAnswer(id=item.id, status=SyncStatus.REFUSED, problems=problems)
        return SyncAnswer(id=item.id, status=status)

    def _session(self, item: SyncItem) -> SyncStatus:
        horse = self.horses.get(item.horse) if item.horse is not None else None
        if horse is None:
            raise InvalidInput([Problem("horse", str(item.horse), "is not a horse of this yard", "")])
        # Whatever day it says: one that cannot be right is put right, and its asks are not left without it.
        problems = check_session(item.body, self.catalogue, date.max, None, "session")
        header = read_model(item.body, SessionHeader, problems, "session")
        if item.id in self.entries:
            raise _used(item)
        stored = self.sessions.get(item.id)
        body = header.model_dump(mode="json", exclude={"id"})
        if stored is None:
            stored = StoredSession(
                id=item.id, horse_id=horse.pk, deleted=item.id in self.buried, source=self.source
            )
        elif stored.horse_id != item.horse and not was_logged_for(stored, item.horse):
            raise _used(item)
        else:
            self._restore_if_buried(stored)
            if (item.revision, _text(body)) <= (stored.revision, _text(stored.header)):
                return SyncStatus.SAVED
        off = put_right(header, self.off, horse.born, timezone.localdate(self.now))
        stored.header, stored.revision, stored.off_s = body, item.revision, round(off.total_seconds())
        stored.date = stored.as_read().date
        stored.save()
        self.sessions[item.id] = stored
        self._touch(stored)
        self.ended = self.ended or header.ended is not None
        return SyncStatus.SAVED

    def _entry(self, item: SyncItem) -> SyncStatus:
        known = self.entries.get(item.id)
        if known is not None:
            return self._again(known, item)
        if item.id in self.sessions:
            raise _used(item)
        session = self.sessions.get(item.session) if item.session is not None else None
        if session is None:
            return SyncStatus.WAITING
        self._of_this_yard(session, item)
        self._restore_if_buried(session)
        problems = check_ask(item.body, self.catalogue, "ask") if item.type is ItemType.ASK else ()
        entry = read_entry(item, problems)
        row: StoredAsk | StoredEvent
        if isinstance(entry, Ask):
            row = StoredAsk.of(entry, session, item.position)
            self.new_asks.append(row)
        else:
            row = StoredEvent.of(entry, session, item.position)
            self.new_events.append(row)
        row.deleted, row.source = item.id in self.buried, self.source
        if self._is_another_device(session):
            row.off_s = round(self.off.total_seconds())
        self.entries[item.id] = row
        self._touch(session)
        return SyncStatus.SAVED

    def _is_another_device(self, session: StoredSession) -> bool:
        """Than that which began the session: its clock is its own."""
        known = (self.source, session.source)
        return None not in known and len({one.device for one in known if one is not None}) > 1

    def _again(self, known: StoredAsk | StoredEvent, item: SyncItem) -> SyncStatus:
        """The same is saved already. Another thing under its id is not, and must not be taken for it."""
        self._of_this_yard(known.session, item)
        if known.session_id != item.session or read_entry(item) != known.as_read():
            raise _used(item)
        self._restore_if_buried(known.session)
        self._restore_if_buried(known)
        return SyncStatus.SAVED

    def _restore_if_buried(self, row: StoredSession | StoredAsk | StoredEvent) -> None:
        """What came by an import that was undone is marked, not struck out: where a device has it too, it
        counts.
        """
        if row.deleted and row.pk not in self.buried:
            row.deleted = False
            row.save(update_fields=["deleted"])
            self._touch(row if isinstance(row, StoredSession) else row.session)

    def _delete(self, item: SyncItem) -> SyncStatus:
        row: StoredSession | StoredAsk | StoredEvent | None
        row = self.entries.get(item.id) or self.sessions.get(item.id)
        if row is not None:
            session = row if isinstance(row, StoredSession) else row.session
            self._of_this_yard(session, item)
            if not row.deleted:
                self._may_strike_out(row, item)
                self._strike_out(row)
                self._touch(session)
        Tombstone.objects.get_or_create(yard=self.yard, item=item.id)
        return SyncStatus.SAVED

    def _may_strike_out(self, row: StoredSession | StoredAsk | StoredEvent, item: SyncItem) -> None:
        """
        Raises:
            InvalidInput: if it is for a trainer: a session that holds anything, or what has stood for longer.
        """
        if self.person.can_manage:
            return
        if isinstance(row, StoredSession):
            if not any(found.filter(deleted=False).exists() for found in (row.asks, row.events)):
                return
        elif self.now - row.received_at <= UNDONE_WITHIN:
            return
        raise InvalidInput([Problem("id", str(item.id), "is struck out by trainers only", "")])

    def _strike_out(self, row: StoredSession | StoredAsk | StoredEvent) -> None:
        row.deleted = True
        if isinstance(row, StoredSession):
            row.struck_at, row.struck_by = self.now, self.person.shown
        row.save()

    def _touch(self, session: StoredSession) -> None:
        self.touched.add(session.horse_id)
        self.touched_sessions.add(session.pk)

    def _of_this_yard(self, session: StoredSession, item: SyncItem) -> SyncStatus:
        """Refuses what belongs to another yard, in the words used for what does not exist; what belongs to a
        horse whose import was undone stays with its device too.
        """
        if session.horse.yard_id != self.yard.pk or session.horse.taken_back:
            raise InvalidInput([Problem("id", str(item.id), "is not of this yard", "")])
        return SyncStatus.SAVED


def read_entry(item: SyncItem, problems: Iterable[Problem] = ()) -> Ask | Event:
    """The ask or event that an item says.

    Raises:
        InvalidInput: with every problem, those that were found before among them.
    """
    body = {**item.body, "id": str(item.id)}
    if item.type is ItemType.ASK:
        return read_model(body, Ask, problems, "ask")
    return read_model(body, Event, base="event")


def _used(item: SyncItem) -> InvalidInput:
    """Its id names something else already."""
    return InvalidInput([Problem("id", str(item.id), "is used already", "a new id")])


def _text(body: dict[str, Any]) -> str:
    """A fixed order among equal revisions, so that the order of arrival does not matter."""
    return json.dumps(body, sort_keys=True)
