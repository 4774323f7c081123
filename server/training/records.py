"""A horse's whole record: read from its rows as the core reads it, and stored as rows."""

from __future__ import annotations

from collections import defaultdict
from uuid import UUID

from accounts.models import Yard
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
from bucephal.record.models import FORMAT, VERSION, Flag, Goal, Override
from horses.models import Horse
from yards.services import defaults_of

from training.models import StoredAsk, StoredEvent, StoredSession


def record_of(horse: Horse) -> HorseRecord:
    """The horse's record as it is worked by, the yard's schools and bands where it has none.

    From a few queries, however many sessions there are.
    """
    asks: dict[UUID, list[Ask]] = defaultdict(list)
    events: dict[UUID, list[Event]] = defaultdict(list)
    undone: set[UUID] = set()
    for ask in StoredAsk.objects.filter(session__horse=horse):
        if ask.deleted:
            undone.add(ask.session_id)
        else:
            asks[ask.session_id].append(Ask.model_validate({**ask.body, "id": str(ask.pk)}))
    for event in StoredEvent.objects.filter(session__horse=horse):
        if event.deleted:
            undone.add(event.session_id)
        else:
            events[event.session_id].append(Event.model_validate({**event.body, "id": str(event.pk)}))
    sessions = tuple(
        Session(
            **{**dict(SessionHeader.model_validate(stored.header)), "id": str(stored.pk)},
            asks=tuple(asks[stored.pk]),
            events=tuple(events[stored.pk]),
        )
        for stored in StoredSession.objects.filter(horse=horse, deleted=False)
        if stored.pk not in undone or asks[stored.pk] or events[stored.pk] or _is_marked(stored)
    )
    record = HorseRecord(
        format=FORMAT,
        version=VERSION,
        horse=HorseProfile.model_validate({**horse.profile, "id": str(horse.pk)}),
        sessions=sessions,
        flags=tuple(Flag.model_validate(row) for row in horse.flags),
        overrides=tuple(Override.model_validate(row) for row in horse.overrides),
        goals=tuple(Goal.model_validate(row) for row in horse.goals),
        pain_checks=tuple(PainCheck.model_validate(row) for row in horse.pain_checks),
        condition_scores=tuple(ConditionScore.model_validate(row) for row in horse.condition_scores),
        busy=tuple(Busy.model_validate(row) for row in horse.busy),
    )
    return with_defaults(record, defaults_of(horse.yard))


def _is_marked(stored: StoredSession) -> bool:
    """Does a session whose entries were all undone hold a settle mark or a note? Else it was none."""
    return stored.header.get("settle") is not None or bool(stored.header.get("note"))


def store_record(yard: Yard, record: HorseRecord, *, position: int = 0, usual_minutes: int = 30) -> Horse:
    """Stores a whole record as a horse of the yard (demo data, later import)."""
    horse = Horse.objects.create(
        id=record.horse.id,
        yard=yard,
        position=position,
        usual_minutes=usual_minutes,
        profile=record.horse.model_dump(mode="json", exclude={"id"}),
        flags=[flag.model_dump(mode="json") for flag in record.flags],
        overrides=[one.model_dump(mode="json") for one in record.overrides],
        goals=[goal.model_dump(mode="json") for goal in record.goals],
        pain_checks=[one.model_dump(mode="json") for one in record.pain_checks],
        condition_scores=[one.model_dump(mode="json") for one in record.condition_scores],
        busy=[one.model_dump(mode="json") for one in record.busy],
    )
    headers, asks, events = [], [], []
    for session in record.sessions:
        header = session.model_dump(mode="json", exclude={"id", "asks", "events"})
        stored = StoredSession(pk=session.id, horse=horse, date=session.date, header=header)
        headers.append(stored)
        for number, ask in enumerate(session.asks):
            asks.append(StoredAsk.of(ask, stored, number))
        for number, event in enumerate(session.events):
            events.append(StoredEvent.of(event, stored, number))
    StoredSession.objects.bulk_create(headers)
    StoredAsk.objects.bulk_create(asks, batch_size=2000)
    StoredEvent.objects.bulk_create(events, batch_size=2000)
    return horse
