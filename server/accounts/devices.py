"""Where somebody is signed in: sessions that know whose they are, so that each can be seen and ended."""

from __future__ import annotations

import re
from datetime import datetime, timedelta
from enum import StrEnum
from typing import Any
from uuid import UUID

from django.contrib.sessions.backends.db import SessionStore as DbStore
from django.db.models import QuerySet
from django.http import HttpRequest
from django.utils import timezone

from accounts.models import Device, User

SEEN_EVERY = timedelta(hours=1)
"""How exactly it is known when a device was seen last: not worth a write with every request."""
RUNS_ON = "runs on"


class SessionStore(DbStore):
    """Django's own store, with the person in a column."""

    @classmethod
    def get_model_class(cls) -> type[Device]:
        return Device

    def create_model_instance(self, data: dict[str, Any]) -> Device:
        session = super().create_model_instance(data)
        assert isinstance(session, Device)
        known = Device.objects.filter(pk=session.session_key).values("id", "begun_at", "seen_at").first()
        for name, value in (known or {}).items():
            setattr(session, name, value)
        person = data.get("_auth_user_id")
        session.person_id = int(person) if person else None
        session.runs_on = data.get(RUNS_ON, "")
        return session


class DeviceKind(StrEnum):
    PHONE = "phone"
    TABLET = "tablet"
    COMPUTER = "computer"
    UNKNOWN = "unknown"


def kind_of(runs_on: str) -> DeviceKind:
    """What kind of device it is, by what its browser says of itself."""
    if not runs_on:
        return DeviceKind.UNKNOWN
    if re.search("Tablet|iPad", runs_on):
        return DeviceKind.TABLET
    return DeviceKind.PHONE if "Mobi" in runs_on else DeviceKind.COMPUTER


def device_of(request: HttpRequest) -> Device | None:
    """The device that asks, as it is signed in."""
    return Device.objects.filter(pk=request.session.session_key).first()


def remember_what_it_runs_on(request: HttpRequest) -> None:
    request.session[RUNS_ON] = request.headers.get("User-Agent", "")[:200]


_NOTED: dict[str, datetime] = {}
_WAITING: dict[str, datetime] = {}
_MOST_KEPT = 10_000


def seen(request: HttpRequest) -> None:
    """Remembers that a device is in use; it is written down with the next thing that anybody writes.

    Reading alone never waits for a write, nor fails where none can be made.
    """
    now, key = timezone.now(), request.session.session_key or ""
    if now - _NOTED.get(key, now - SEEN_EVERY) >= SEEN_EVERY:
        _WAITING[key] = now
    if request.method in ("GET", "HEAD") or not _WAITING:
        return
    for waiting in list(_WAITING):
        at = _WAITING.pop(waiting, None)
        if at is None:  # another thread was quicker
            continue
        Device.objects.filter(pk=waiting, seen_at__lt=at - SEEN_EVERY).update(seen_at=at)
        _NOTED[waiting] = at
    if len(_NOTED) > _MOST_KEPT:
        _NOTED.clear()


def devices_of(person: User) -> QuerySet[Device]:
    """Those on which this person is signed in, the last seen first."""
    return Device.objects.filter(person=person, expire_date__gt=timezone.now()).order_by("-seen_at")


def end_device(person: User, device: UUID) -> bool:
    """Was there such a device of this person?"""
    return devices_of(person).filter(id=device).delete()[0] > 0


def forget_ended_devices() -> None:
    """Sessions that have run out open nothing; they are not kept."""
    Device.objects.filter(expire_date__lt=timezone.now()).delete()


def end_all(person: User, but: str | None = None) -> None:
    """Signs a person out everywhere.

    Args:
        but: the session that stays.
    """
    Device.objects.filter(person=person).exclude(pk=but).delete()
