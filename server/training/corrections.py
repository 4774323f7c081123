"""A past session put right by whoever may: typed anew, given to another horse; who did what, when, is kept.

An ask is never edited: it is struck out, and another one made in its place. Of a session's header what was
sent stays as it was sent; what is put right goes before it.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from datetime import datetime
from typing import Any
from uuid import UUID, uuid4

from accounts import activity
from accounts.activity import ActivityKind
from accounts.edition_checks import check_edition, edition_of
from accounts.models import User
from accounts.services import Missing
from bucephal.base.errors import InvalidInput, Problem
from bucephal.entry import Change, Correction, correct, read_correction, text_to_correct
from bucephal.record import Ask, Event, Session, SessionHeader
from bucephal.words.entry_words import HORSE
from django.db import transaction
from django.utils import timezone
from horses.models import Horse
from horses.services import changed, ladder_of
from ninja import Schema

from training.clocks import SetTimes, clock_at_the_yard, shifted_entry
from training.models import Correction as StoredCorrection
from training.models import EntryTable, Move, StoredAsk, StoredEvent, StoredSession, Tombstone
from training.records import record_of
from training.services import changed_in

NO_SUCH_SESSION = "there is no such session of this horse"
LONGEST_ENTRY = 40_000
"""Characters: a week of sessions with everything that is said of them."""
_TIMES = ("date", "started", "ended")


class TypedSession(Schema):
    """A session as it is typed, to be put right."""

    text: str
    edition: str


def session_of(horse: Horse, session: UUID) -> StoredSession:
    """
    Raises:
        Missing: if the horse has no such session, or it was struck out.
    """
    stored = StoredSession.objects.filter(horse=horse, deleted=False, pk=session).first()
    if stored is None:
        raise Missing(NO_SUCH_SESSION)
    return stored


def session_as_read(horse: Horse, session: UUID) -> Session:
    """The session as it stands in the horse's record.

    Raises:
        Missing: if there is no such session.
    """
    found = next((one for one in record_of(horse).sessions if one.id == str(session)), None)
    if found is None:
        raise Missing(NO_SUCH_SESSION)
    return found


def typed_session(horse: Horse, session: UUID) -> TypedSession:
    was = session_as_read(horse, session)
    return TypedSession(text=text_to_correct(was, ladder_of(horse)), edition=edition_of(was))


def correct_session(by: User, horse: Horse, session: UUID, text: str, began_with: str | None) -> None:
    """Takes a session as it is typed now; what is typed as it was stays what it is.

    Args:
        began_with: the edition that was shown; None: whatever there is gives way.

    Raises:
        InvalidInput: by line and column, if it cannot be read.
        Overtaken: if somebody else has changed the session since.
    """
    catalogue = ladder_of(horse)
    with transaction.atomic():
        stored = session_of(horse, session)
        horse.refresh_from_db(fields=["data_version"])
        was = session_as_read(horse, session)
        check_edition(began_with, edition_of(was))
        (typed,) = read_correction(text, was, catalogue, timezone.localdate(), horse.born).sessions
        correction = correct(was, typed, record_of(horse).horse, catalogue)
        if not correction.is_one:
            return
        changes = {
            "asks": _store(stored, StoredAsk, correction.asks),
            "events": _store(stored, StoredEvent, correction.events),
            "header": _set_header(stored, was, correction),
        }
        StoredCorrection.objects.create(session=stored, at=timezone.now(), by=by, changes=changes)
        session_changed(stored)
        activity.note(by, ActivityKind.SESSION_CORRECTED, f"{horse}, {stored.date}")


def _store(
    stored: StoredSession, table: EntryTable, changes: Sequence[Change[Ask]] | Sequence[Change[Event]]
) -> list[tuple[str | None, str | None]]:
    """Strikes out what is no more, makes what is new, and puts all in the order in which it was typed.

    Returns:
        of what was put right its id before, and after.
    """
    noted: list[tuple[str | None, str | None]] = []
    rows = {str(row.pk): row for row in table._default_manager.filter(session=stored, deleted=False)}
    later = stored.entries_later_by()
    place = 0
    for change in changes:
        now = change.now
        if change.is_one:
            if change.was is not None:
                _strike_out(rows[change.was.id or ""])
            if now is not None:
                now = now.model_copy(update={"id": str(uuid4())})
                table.of(shifted_entry(now, -later), stored, place).save(force_insert=True)
            noted.append((_id(change.was), _id(now)))
        elif now is not None and (row := rows[now.id or ""]).position != place:
            row.position = place
            row.save(update_fields=["position"])
        place += now is not None
    return noted


def _id(entry: Ask | Event | None) -> str | None:
    return None if entry is None else entry.id


def _strike_out(row: StoredAsk | StoredEvent) -> None:
    row.deleted = True
    row.save(update_fields=["deleted"])
    Tombstone.objects.get_or_create(yard_id=row.session.horse.yard_id, item=row.pk)


def _set_header(stored: StoredSession, was: SessionHeader, correction: Correction) -> dict[str, Any]:
    new = {name: now for name, (_, now) in correction.header.items()}
    told = was.model_copy(update=new)
    plain = told.model_dump(mode="json", include=set(new) - set(_TIMES))
    stored.set_header = {**stored.set_header, **plain}
    if not set(new).isdisjoint(_TIMES):
        clocks = (clock_at_the_yard(getattr(told, name), told.date) for name in ("started", "ended"))
        started, ended = clocks
        stored.set_times = SetTimes(date=told.date, started=started, ended=ended).model_dump(mode="json")
        stored.date = told.date
    stored.save(update_fields=["set_header", "set_times", "date"])
    return header_changes(was, told)


# --- to another horse ----------------------------------------------------------------------------


def move(by: User, horse: Horse, session: UUID, to: Horse) -> None:
    """Gives a session to the horse that it was; both are worked out anew.

    Raises:
        InvalidInput: if it was before that horse was born, or is its own already.
    """
    with transaction.atomic():
        stored = session_of(horse, session)
        if to.pk == horse.pk:
            raise InvalidInput([Problem("horse", str(to.pk), "has this session already", "another horse")])
        if to.born is not None and stored.date < to.born:
            reason = "is before that horse was born"
            raise InvalidInput([Problem("date", str(stored.date), reason, f"{to.born} or later")])
        stored.horse = to
        stored.save(update_fields=["horse"])
        changed({horse.pk, to.pk})
        changed_in({stored.pk})
        horse.refresh_from_db(fields=["data_version"])
        Move.objects.create(session=stored, horse=horse, left_in=horse.data_version)
        note_correction(by, stored, {HORSE: (str(horse), str(to))})
        activity.note(by, ActivityKind.SESSION_MOVED, f"{stored.date}, {horse} -> {to}")


def was_logged_for(stored: StoredSession, horse: UUID | None) -> bool:
    """Was a session logged as this horse's before somebody put that right?"""
    return stored.moves.filter(horse=horse).exists()


# --- kept ----------------------------------------------------------------------------------------


def session_changed(stored: StoredSession) -> None:
    changed({stored.horse_id})
    changed_in({stored.pk})


def note_correction(by: User, stored: StoredSession, header: Mapping[str, Sequence[Any]]) -> None:
    """Keeps that something of a session's header was put right."""
    if header:
        changes = {"asks": [], "events": [], "header": header}
        StoredCorrection.objects.create(session=stored, at=timezone.now(), by=by, changes=changes)


def header_changes(was: SessionHeader, now: SessionHeader) -> dict[str, tuple[Any, Any]]:
    """By its name what a field was and is, as JSON holds them, times as the yard's clock shows them."""
    names = [name for name in SessionHeader.model_fields if getattr(was, name) != getattr(now, name)]
    return {name: (_plain(was, name), _plain(now, name)) for name in names}


def _plain(header: SessionHeader, name: str) -> Any:
    value = getattr(header, name)
    if name in ("started", "ended"):
        clock = clock_at_the_yard(value, header.date)
        return None if clock is None else f"{clock:%H:%M}"
    return header.model_dump(mode="json", include={name}, exclude_defaults=True).get(name)


def corrections_of(stored: StoredSession) -> Iterable[tuple[datetime, str | None, Correction]]:
    """Each as it was made, the first one first: when, by whom (None: who was forgotten), and what."""
    asks = {str(row.pk): row.as_read() for row in stored.asks.all()}
    events = {str(row.pk): row.as_read() for row in stored.events.all()}
    for one in stored.corrections.select_related("by"):
        changes = one.changes
        yield (
            one.at,
            one.by.shown if one.by is not None else None,
            Correction(
                asks=tuple(Change(asks.get(was), asks.get(now)) for was, now in changes["asks"]),
                events=tuple(Change(events.get(was), events.get(now)) for was, now in changes["events"]),
                header={name: (was, now) for name, (was, now) in changes["header"].items()},
            ),
        )
