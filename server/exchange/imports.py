"""What comes in: taken in one transaction, undone within a day.

Whatever it comes as, it is a record of one horse by the time it is here. What the horse has already stays as
it is; what is new is added; what is struck out here stays struck out.
"""

from __future__ import annotations

from datetime import date, datetime, timedelta
from typing import Any
from uuid import UUID

from accounts import activity
from accounts.activity import ActivityKind
from accounts.edition_checks import check_edition
from accounts.models import User
from accounts.services import Missing, yard_of
from bucephal.ladder import under
from bucephal.progress import Standing
from bucephal.record import HorseRecord, with_everything_named
from bucephal.record.new_ids import ids_in
from bucephal.welfare import without_told
from django.db import transaction
from django.db.models import QuerySet
from django.utils import timezone
from horses.models import Horse
from horses.services import held, put_last
from ninja import Schema
from pydantic import BaseModel
from training.record_storage import (
    LISTS,
    Rows,
    add_new,
    has_sessions,
    lists_of,
    take_away,
)
from training.services import measure_ask_clock

from exchange.import_preview import Into, Plan, plan_of
from exchange.models import Import, ImportKind

UNDONE_WITHIN = timedelta(days=1)


class Taken(Schema):
    id: UUID
    horse: UUID
    name: str


class Added(BaseModel):
    """What an import has added, so that it can be taken away again.

    Fields:
        is_new: the horse came with it.
        profile: by its place, what is known of the horse only since.
    """

    is_new: bool
    rows: Rows
    profile: dict[str, Any]
    lists: dict[str, list[dict[str, Any]]]


@transaction.atomic
def take(
    person: User,
    record: HorseRecord,
    into: Into,
    today: date,
    *,
    kind: ImportKind,
    name: str,
    began_with: str | None,
) -> Taken:
    """Takes in what is new: all of it, or nothing.

    Args:
        name: of the file.
        began_with: the edition of what was looked at; None: whatever it would do now.

    Raises:
        InvalidInput: if it cannot become the record of that horse.
        Overtaken: if it would do something else by now.
    """
    plan = plan_of(person, record, into, today)
    check_edition(began_with, plan.edition)
    horse = plan.horse or _new_horse(person, plan)
    known = set(ids_in(plan.mine))
    with held(horse, "profile", *LISTS):
        added = _add_beside(horse, plan, today)
    added.rows = add_new(horse, plan.merged.record, known)
    measure_ask_clock(yard_of(person))
    _let_go_of_the_old(timezone.now())
    made = Import.objects.create(
        yard=yard_of(person), horse=horse, person=person, kind=kind, name=name,
        asks=len(added.rows.asks), sessions=len(added.rows.sessions),
        added=added.model_dump(mode="json"),
    )  # fmt: skip
    activity.note(person, ActivityKind.TAKEN_IN, f"{horse}, {made.asks} asks")
    return Taken(id=made.pk, horse=horse.pk, name=str(horse))


# --- taking -------------------------------------------------------------------------------------


def _new_horse(person: User, plan: Plan) -> Horse:
    """At the end of the yard's list, with its own school: what the yard agrees on does not change it."""
    yard = yard_of(person)
    school = under(plan.ladder, plan.theirs.horse.school).school
    profile = with_everything_named(plan.theirs, school).horse
    values: dict[str, Any] = {
        **{name: [] for name in LISTS},
        "profile": profile.model_dump(mode="json", exclude={"id"}),
        "keeps_its_own": True,
        "taken_back": False,
    }
    horse, _ = Horse.objects.update_or_create(pk=plan.key, yard=yard, defaults=values)
    put_last(horse)
    return horse


def _add_beside(horse: Horse, plan: Plan, today: date) -> Added:
    """What is known of a horse beside its sessions, as far as it is new; the horse is being held."""
    mine, merged = plan.mine, plan.merged.record
    added = Added(is_new=plan.horse is None, rows=Rows(), profile={}, lists={})
    before, after = (one.horse.model_dump(mode="json", exclude={"id"}) for one in (mine, merged))
    for name, value in after.items():
        if not isinstance(value, dict):
            value, known = {"": value}, {"": before[name]}
        else:
            known = before[name]
        for key, each in value.items():
            if known.get(key) != each:
                _set(horse.profile, name, key, each)
                added.profile[f"{name}.{key}"] = each
    kept = _kept_flags(plan, today)
    for name, rows in lists_of(merged).items():
        new = rows[len(getattr(mine, name)) :]
        added.lists[name] = [one for one in new if name != "flags" or one in kept]
        setattr(horse, name, [*getattr(horse, name), *added.lists[name]])
    return added


def _kept_flags(plan: Plan, today: date) -> list[dict[str, Any]]:
    """The flags that are kept: what its asks raise is raised here too, and goes if they go."""
    record, came = plan.merged.record, plan.merged.record.flags[len(plan.mine.flags) :]
    if all(flag.by_hand or flag.cleared_on is not None for flag in came):
        kept = record
    else:
        standing = Standing(record, plan.ladder, today)
        kept = without_told(record, standing.tracks, today)
    return [flag.model_dump(mode="json") for flag in kept.flags]


def _set(profile: dict[str, Any], name: str, key: str, value: Any) -> None:
    if key:
        profile[name] = {**(profile.get(name) or {}), key: value}
    else:
        profile[name] = value


# --- undoing ------------------------------------------------------------------------------------


class ImportDone(Schema):
    """An import that can be undone yet."""

    id: UUID
    horse: str
    name: str
    who: str
    at: datetime
    until: datetime
    sessions: int
    asks: int


def lately(person: User) -> list[ImportDone]:
    """Those that can be undone yet, the last one first."""
    return [
        ImportDone(
            id=one.pk,
            horse=str(one.horse),
            name=one.name,
            who=activity.GONE if one.person is None else one.person.shown,
            at=one.at,
            until=one.at + UNDONE_WITHIN,
            sessions=one.sessions,
            asks=one.asks,
        )
        for one in _undoable(person).select_related("horse", "person")
    ]


@transaction.atomic
def undo(person: User, which: UUID) -> None:
    """Takes away what an import has added; what was logged since stays, and the horse with it.

    Raises:
        Missing: if nothing was taken in under this id within a day.
    """
    made = _undoable(person).select_for_update(of=("self",)).filter(pk=which).first()
    if made is None:
        raise Missing("nothing was taken in as that within a day")
    added, horse = Added.model_validate(made.added), made.horse
    take_away(horse, added.rows)
    with held(horse, "profile", "taken_back", *LISTS):
        for place, value in added.profile.items():
            _unset(horse.profile, place, value)
        for name, rows in added.lists.items():
            setattr(horse, name, _without(getattr(horse, name), rows))
        horse.taken_back = added.is_new and not has_sessions(horse)
    made.added, made.undone_at = None, timezone.now()
    made.save(update_fields=["added", "undone_at"])
    activity.note(person, ActivityKind.TAKEN_BACK, f"{horse}, {made.name}")


def _undoable(person: User) -> QuerySet[Import]:
    since = timezone.now() - UNDONE_WITHIN
    return Import.objects.filter(yard=yard_of(person), undone_at=None, at__gt=since)


def _let_go_of_the_old(now: datetime) -> None:
    Import.objects.filter(at__lte=now - UNDONE_WITHIN, added__isnull=False).update(added=None)


def _unset(profile: dict[str, Any], place: str, value: Any) -> None:
    """What was changed since stays."""
    name, _, key = place.partition(".")
    if not key and profile.get(name) == value:
        profile[name] = None
    elif key and profile.get(name, {}).get(key) == value:
        profile[name] = {one: each for one, each in profile[name].items() if one != key}


def _without(rows: list[dict[str, Any]], added: list[dict[str, Any]]) -> list[dict[str, Any]]:
    left = [*rows]
    for one in added:
        if one in left:
            left.remove(one)
    return left
