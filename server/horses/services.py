"""Horses within a yard, and their records as the core reads them."""

from __future__ import annotations

from collections import defaultdict
from uuid import UUID

from accounts.models import Yard
from bucephal.ladder import Catalogue, load_catalogue
from bucephal.record import Ask, Event, HorseRecord, Session, SessionHeader
from bucephal.record import Horse as HorseProfile
from bucephal.record.models import FORMAT, VERSION, Flag, Goal, Override
from django.db.models import F
from django.shortcuts import get_object_or_404
from training.models import StoredAsk, StoredEvent, StoredSession

from horses.models import Horse


def catalogue() -> Catalogue:
    return load_catalogue()


def horse_of(yard: Yard, horse_id: UUID) -> Horse:
    """A horse of this yard; any other is not found."""
    return get_object_or_404(yard.horses, pk=horse_id)


def record_of(horse: Horse) -> HorseRecord:
    """The horse's record, from three queries however many sessions there are."""
    asks: dict[UUID, list[Ask]] = defaultdict(list)
    for ask in StoredAsk.objects.filter(session__horse=horse, deleted=False):
        asks[ask.session_id].append(Ask.model_validate({**ask.body, "id": str(ask.pk)}))
    events: dict[UUID, list[Event]] = defaultdict(list)
    for event in StoredEvent.objects.filter(session__horse=horse, deleted=False):
        events[event.session_id].append(Event.model_validate({**event.body, "id": str(event.pk)}))
    sessions = tuple(
        Session(
            **{**dict(SessionHeader.model_validate(stored.header)), "id": str(stored.pk)},
            asks=tuple(asks[stored.pk]),
            events=tuple(events[stored.pk]),
        )
        for stored in StoredSession.objects.filter(horse=horse, deleted=False)
    )
    return HorseRecord(
        format=FORMAT,
        version=VERSION,
        horse=HorseProfile.model_validate({**horse.profile, "id": str(horse.pk)}),
        sessions=sessions,
        flags=tuple(Flag.model_validate(row) for row in horse.flags),
        overrides=tuple(Override.model_validate(row) for row in horse.overrides),
        goals=tuple(Goal.model_validate(row) for row in horse.goals),
    )


def changed(horses: set[UUID]) -> None:
    """Notes that what these horses' estimates rest on has changed."""
    Horse.objects.filter(pk__in=horses).update(data_version=F("data_version") + 1)


def store_record(yard: Yard, record: HorseRecord, *, place: int = 0, usual_minutes: int = 30) -> Horse:
    """Stores a whole record as a horse of the yard (demo data, later import)."""
    horse = Horse.objects.create(
        id=record.horse.id,
        yard=yard,
        place=place,
        usual_minutes=usual_minutes,
        profile=record.horse.model_dump(mode="json", exclude={"id"}),
        flags=[flag.model_dump(mode="json") for flag in record.flags],
        overrides=[one.model_dump(mode="json") for one in record.overrides],
        goals=[goal.model_dump(mode="json") for goal in record.goals],
    )
    headers, asks, events = [], [], []
    for session in record.sessions:
        header = session.model_dump(mode="json", exclude={"id", "asks", "events"})
        stored = StoredSession(pk=session.id, horse=horse, date=session.date, header=header)
        headers.append(stored)
        for place_in, ask in enumerate(session.asks):
            asks.append(StoredAsk.of(ask, stored, place_in))
        for place_in, event in enumerate(session.events):
            events.append(StoredEvent.of(event, stored, place_in))
    StoredSession.objects.bulk_create(headers)
    StoredAsk.objects.bulk_create(asks, batch_size=2000)
    StoredEvent.objects.bulk_create(events, batch_size=2000)
    return horse
