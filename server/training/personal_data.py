"""What is held on a person, and its end: the horses' data stay, the name goes."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import date, datetime
from typing import Any
from uuid import UUID

from accounts import activity
from accounts.activity import GONE, ActivityKind
from accounts.devices import devices_of
from accounts.models import User
from accounts.people import keep_a_trainer
from bucephal.words.clock_words import FORMER_RIDER
from django.db import transaction
from horses.models import Horse
from horses.services import changed
from ninja import Schema

from training.models import StoredSession
from training.services import changed_in

_NAMES = ("rider", "helper")


class HeldDevice(Schema):
    runs_on: str
    begun_at: datetime
    seen_at: datetime


class HeldDeed(Schema):
    at: datetime
    what: str
    about: str


class HeldSession(Schema):
    """A session in which somebody is named as rider or helper."""

    horse: str
    session: UUID
    date: date


class Held(Schema):
    """Everything that is held on a person. A password is held only as what it comes to when hashed."""

    name: str
    signs_in_as: str
    email: str
    yard: str
    role: str
    joined_at: datetime
    last_signed_in_at: datetime | None
    owns: list[str]
    devices: list[HeldDevice]
    deeds: list[HeldDeed]
    sessions: list[HeldSession]


def held_on(person: User) -> Held:
    return Held(
        name=person.shown,
        signs_in_as=person.username,
        email=person.email,
        yard=person.yard.name if person.yard is not None else "",
        role=person.get_role_display(),
        joined_at=person.date_joined,
        last_signed_in_at=person.last_login,
        owns=[str(horse) for horse in Horse.objects.ever_of(person).filter(owners=person)],
        devices=[HeldDevice.model_validate(one, from_attributes=True) for one in devices_of(person)],
        deeds=[HeldDeed(at=at, what=what, about=about) for at, what, about in activity.activity_of(person)],
        sessions=[
            HeldSession(horse=str(one.horse), session=one.pk, date=one.date) for one in _naming(person)
        ],
    )


def forget(by: User, person: User) -> None:
    """Deletes a person: what they did and rode stays, under no name.

    Raises:
        InvalidInput: if the yard would be without a trainer.
    """
    with transaction.atomic():
        if person.is_active:
            keep_a_trainer(person)
        for stored in _naming(person):
            stored.header, stored.set_header = (
                _without(told, person) for told in (stored.header, stored.set_header)
            )
            stored.save(update_fields=["header", "set_header"])
            for one in stored.corrections.all():
                one.changes = {**one.changes, "header": _without(one.changes["header"], person)}
                one.save(update_fields=["changes"])
            changed({stored.horse_id})
            changed_in({stored.pk})
        StoredSession.objects.filter(horse__yard=person.yard, struck_by=person.shown).update(struck_by=GONE)
        # Noted first: it may be oneself.
        activity.note(by, ActivityKind.FORGOTTEN)
        activity.forget(person)
        person.delete()


def _naming(person: User) -> Iterator[StoredSession]:
    """Sessions of the yard in whose header the name stands."""
    if person.yard is None:
        return
    for stored in (
        StoredSession.objects.filter(horse__yard=person.yard)
        .select_related("horse")
        .prefetch_related("corrections")
    ):
        told = [
            stored.header,
            stored.set_header,
            *(one.changes["header"] for one in stored.corrections.all()),
        ]
        if any(one != _without(one, person) for one in told):
            yield stored


def _without(told: dict[str, Any], person: User) -> dict[str, Any]:
    """Fields of a header, or what was put right of them, without a name."""
    return {name: _unnamed(value, person) if name in _NAMES else value for name, value in told.items()}


def _unnamed(value: Any, person: User) -> Any:
    if isinstance(value, list):
        return [_unnamed(one, person) for one in value]
    return FORMER_RIDER if is_named(value, person) else value


def is_named(named: object, person: User) -> bool:
    """Is it this person who is named, as rider or helper?"""
    return isinstance(named, str) and named.strip().casefold() in {
        person.shown.casefold(), person.username.casefold()
    }  # fmt: skip
