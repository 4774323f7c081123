"""Ids of a record that comes from elsewhere: everything in it gets one that can be stored here.

The same record gives the same ids again, so that what comes twice is known the second time.
"""

from __future__ import annotations

import json
from collections import Counter
from collections.abc import Container
from contextlib import suppress
from typing import TypeVar
from uuid import UUID, uuid5

from bucephal.record.models import Ask, Event, HorseRecord, Session

Entry = TypeVar("Entry", Ask, Event)


def uuid_in(name: str | None) -> UUID | None:
    """The UUID that an id is; None: it is none."""
    with suppress(ValueError, AttributeError):
        return UUID(name or "")
    return None


def id_under(horse: UUID, name: str) -> UUID:
    """What an id becomes that cannot be taken as it is: under one horse always the same."""
    return uuid5(horse, name)


def ids_in(record: HorseRecord) -> list[str]:
    """The ids of its sessions, asks and events, of those that have one."""
    found: list[str | None] = []
    for session in record.sessions:
        found += [session.id, *(one.id for one in session.asks), *(one.id for one in session.events)]
    return [one for one in found if one is not None]


def with_ids(record: HorseRecord, horse: UUID, used: Container[UUID] = ()) -> HorseRecord:
    """The record as one horse's here: every session, ask and event with a UUID.

    Args:
        horse: whose record it becomes.
        used: UUIDs that name something else here; who has one of these gets another.

    What has no id gets one from what it says and how often that was said before, so that a line that comes
    in between changes none of the others.
    """
    ids = _Ids(horse, used)
    sessions = []
    for session in record.sessions:
        own = ids.of(session.id, f"{session.date}/{session.started}/{session.kind}")
        asks = tuple(ids.given(one, own) for one in session.asks)
        events = tuple(ids.given(one, own) for one in session.events)
        sessions.append(session.model_copy(update={"id": str(own), "asks": asks, "events": events}))
    profile = record.horse.model_copy(update={"id": str(horse)})
    return record.model_copy(update={"horse": profile, "sessions": tuple(sessions)})


def at_home(theirs: HorseRecord, mine: HorseRecord) -> HorseRecord:
    """Sessions without an id are those of mine in which their asks stand already, where any does."""
    home = {ask.id: session.id for session in mine.sessions for ask in session.asks if ask.id is not None}

    def placed(session: Session) -> Session:
        known = next((home[one.id] for one in session.asks if one.id in home), None)
        return session if session.id is not None else session.model_copy(update={"id": known})

    return theirs.model_copy(update={"sessions": tuple(placed(one) for one in theirs.sessions)})


class _Ids:
    def __init__(self, horse: UUID, used: Container[UUID]) -> None:
        self.horse, self.used = horse, used
        self.said: Counter[str] = Counter()

    def of(self, name: str | None, says: str) -> UUID:
        known = uuid_in(name)
        if known is not None and known not in self.used:
            return known
        if name is not None:
            return id_under(self.horse, name)
        self.said[says] += 1
        return id_under(self.horse, f"{says}/{self.said[says]}")

    def given(self, one: Entry, session: UUID) -> Entry:
        says = "" if one.id is not None else json.dumps(one.model_dump(mode="json"), sort_keys=True)
        return one.model_copy(update={"id": str(self.of(one.id, f"{session}/{says}"))})
