"""On which device of whom something was logged: where two log one session, what came from which is told."""

from __future__ import annotations

from collections.abc import Iterable
from uuid import UUID

from accounts.devices import kind_of
from accounts.models import Device, User
from bucephal.words.clock_words import clock_words, device_words
from ninja import Schema
from pydantic import Field

from training.models import Source, StoredAsk, StoredEvent, StoredSession


class LoggedOn(Schema):
    """A device on which a part of a session was logged."""

    id: int
    words: str = Field(description="'Wren's phone'.")
    asks: list[UUID]
    events: list[UUID]
    clock: str = Field(description="What was put right of its times, and why; empty: nothing.")
    is_yours: bool = Field(description="It is the device that asks.")


def source_of(person: User, device: Device | None) -> Source | None:
    if device is None:
        return None
    return Source.objects.get_or_create(
        device=device.id, person=person, defaults={"runs_on": device.runs_on}
    )[0]


def logged_on(stored: StoredSession, asking: Device | None) -> list[LoggedOn]:
    """The devices of a session, that which began it first; none where that is not known."""
    found: dict[int, LoggedOn] = {}
    if stored.source is not None:
        found[stored.source.pk] = _told(stored.source, asking, "")
    for row in _entries(stored):
        source = row.source
        if source is None:
            continue
        clock = clock_words(stored.entries_later_by(row.off_s), stored.as_sent().date) if row.off_s else ""
        told = found.setdefault(source.pk, _told(source, asking, clock))
        (told.asks if isinstance(row, StoredAsk) else told.events).append(row.pk)
    return list(found.values())


def _entries(stored: StoredSession) -> Iterable[StoredAsk | StoredEvent]:
    for table in (StoredAsk, StoredEvent):
        yield from table.objects.filter(session=stored, deleted=False).select_related("source__person")


def _told(source: Source, asking: Device | None, clock: str) -> LoggedOn:
    whose = source.person.shown if source.person is not None else None
    return LoggedOn(
        id=source.pk, words=device_words(whose, kind_of(source.runs_on)), asks=[], events=[], clock=clock,
        is_yours=asking is not None and source.device == asking.id,
    )  # fmt: skip
