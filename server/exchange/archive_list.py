"""Archives as a yard's trainers see them: which there are, one more, a copy of one."""

from __future__ import annotations

from datetime import datetime
from pathlib import Path

from accounts import activity
from accounts.activity import ActivityKind
from accounts.models import User, Yard
from accounts.services import Missing
from django.conf import settings
from django.core.exceptions import PermissionDenied
from django.utils import timezone
from ninja import Schema
from pydantic import Field

from exchange.archive_files import archives, made_at
from exchange.archives import make_archive
from exchange.nightly import is_due


class Archived(Schema):
    name: str
    made: datetime | None = Field(description="Null: somebody has named it otherwise.")
    bytes: int


class Archives(Schema):
    """Those that are there, the latest first.

    Fields:
        kept: of those that are made each night; 0: none is made.
        is_overdue: the last night went by without one.
        are_handed_out: this yard is alone on its machine, so that no other yard's data are in them.
    """

    archives: list[Archived]
    kept: int
    is_overdue: bool
    are_handed_out: bool


def list_archives() -> Archives:
    found = [_told(path) for path in archives()]
    last = next((one.made for one in found if one.made is not None), None)
    return Archives(
        archives=found,
        kept=settings.ARCHIVES_KEPT,
        is_overdue=settings.ARCHIVES_KEPT > 0 and is_due(timezone.now(), last),
        are_handed_out=_is_alone(),
    )


def _told(path: Path) -> Archived:
    return Archived(name=path.name, made=made_at(path), bytes=path.stat().st_size)


def make(person: User) -> None:
    """
    Raises:
        NoArchive: if another one is being made, or the database is none of SQLite's.
        OSError: if there is no room; then there is none of it.
    """
    make_archive()
    activity.note(person, ActivityKind.ARCHIVED)


def handed_out(person: User, name: str) -> Path:
    """An archive to take a copy of.

    Raises:
        Missing: if there is none of that name.
        PermissionDenied: if other yards' data are in it.
    """
    if not _is_alone():
        raise PermissionDenied("is for whoever runs this machine: other yards are in it too")
    path = next((one for one in archives() if one.name == name), None)
    if path is None:
        raise Missing("there is no such archive")
    activity.note(person, ActivityKind.ARCHIVE_HANDED_OUT, name)
    return path


def _is_alone() -> bool:
    return Yard.objects.count() == 1
