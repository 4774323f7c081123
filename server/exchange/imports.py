"""What comes in: looked at first, taken in one transaction, undone within a day.

Whatever it comes as, it is a record of one horse by the time it is here. What the horse has already stays as
it is; what is new is added; what is struck out here stays struck out.
"""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime, timedelta
from typing import Any
from uuid import NAMESPACE_OID, UUID, uuid4, uuid5

from accounts import trail
from accounts.editions import check_edition, edition_of
from accounts.models import User
from accounts.services import Missing, yard_of
from accounts.trail import What
from bucephal.errors import InvalidInput, Problem
from bucephal.ladder import Catalogue, under
from bucephal.progress import Standing
from bucephal.record import HorseRecord, read_record, with_everything_named
from bucephal.record.arriving import at_home, id_under, ids_in, uuid_in, with_ids
from bucephal.record.merging import Came, Coming, Merged, SessionTold, Tally, merge, sessions_told
from bucephal.record.models import FORMAT, VERSION
from bucephal.tables import DateOrder, TableRead, asks_from, columns_named, read_foreign
from bucephal.welfare import without_told
from django.db import transaction
from django.db.models import QuerySet
from django.utils import timezone
from horses.models import Horse
from horses.services import held, horse_of, put_last
from ninja import Schema
from pydantic import BaseModel, Field
from reading.services import handed_on
from training.clocks import AHEAD
from training.services import take_the_clock
from training.storing import (
    LISTS,
    Rows,
    add_new,
    has_sessions,
    ids_of,
    lists_of,
    of_others,
    struck_out_of,
    take_away,
)
from yards.services import catalogue_of

from exchange.models import Import, ImportKind
from exchange.uploads import told_in_short

UNDONE_WITHIN = timedelta(days=1)
MOST_TOLD = 200
"""Things of a kind that are named one by one before an import; the others are counted."""
HAS_LEFT = "names a horse that has left the yard"
TAKE_IT_BACK = "take it back into the yard first"


class Into(Schema):
    """Whose record it becomes: a horse of the yard, a new one, or as its own id says (neither)."""

    horse: UUID | None = None
    new: bool = False


class ThingComing(Schema):
    """One thing that comes in: where it stands there, what it is here, and where they differ, in what."""

    path: str
    came: Came
    mine: Any = None
    theirs: Any = None


class Arriving(Schema):
    """What an import would do, or has done.

    Fields:
        horse: whose record it goes into; null: a new one's.
        renamed: ids that name something else here; these things get others.
        differing: what stays as it is here; ``beside``: new beside the sessions.
        edition: of what was looked at; what is taken has to be it.
    """

    horse: UUID | None
    name: str
    sessions: list[SessionTold]
    asks: Tally
    events: Tally
    whole_sessions: Tally
    rest: Tally
    beside: list[ThingComing]
    differing: list[ThingComing]
    untold: int
    renamed: int
    edition: str


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


@dataclass(frozen=True)
class _Plan:
    """What comes, beside what there is."""

    horse: Horse | None
    key: UUID
    ladder: Catalogue
    mine: HorseRecord
    theirs: HorseRecord
    merged: Merged
    renamed: int
    edition: str


def read(person: User, content: bytes, today: date) -> HorseRecord:
    """A record from a file, by the ladder of a person's yard.

    Raises:
        InvalidInput: with every problem.
    """
    with told_in_short():
        return read_record(content, catalogue_of(yard_of(person)), today + AHEAD)


class Understood(BaseModel):
    """How whoever takes a table in understands it.

    Fields:
        columns: what each column is, 'date,step,,level'; null: by their names.
        dates: how days are written; null: as they show themselves.
    """

    columns: str | None = Field(None, max_length=4000)
    dates: DateOrder | None = None


class TableLook(Schema):
    """A table as it is understood, and what taking it in would do; null: something is wrong in it."""

    table: TableRead
    arriving: Arriving | None


def read_table(
    person: User, content: bytes, horse: UUID, understood: Understood, today: date
) -> tuple[TableRead, HorseRecord | None]:
    """Asks of a horse from a table.

    Raises:
        InvalidInput: if it is no table, or columns that are needed are missing.
        Missing: if the horse is not this person's to see.
    """
    mine = handed_on(horse_of(person, horse), today)
    columns = None if understood.columns is None else columns_named(understood.columns)
    told, record = asks_from(
        read_foreign(content), mine.horse, catalogue_of(yard_of(person)), today, columns, understood.dates
    )
    return told, None if record is None else at_home(record, mine)


def look_at_table(
    person: User, content: bytes, horse: UUID, understood: Understood, today: date
) -> TableLook:
    """Like `look`, of a table."""
    told, record = read_table(person, content, horse, understood, today)
    return TableLook(
        table=told, arriving=None if record is None else look(person, record, Into(horse=horse), today)
    )


def look(person: User, record: HorseRecord, into: Into, today: date) -> Arriving:
    """What taking it in would do; nothing is changed.

    Raises:
        InvalidInput: if it cannot become the record of that horse.
    """
    return _told(_plan(person, record, into, today))


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
    plan = _plan(person, record, into, today)
    check_edition(began_with, plan.edition)
    horse = plan.horse or _new_horse(person, plan)
    known = set(ids_in(plan.mine))
    with held(horse, "profile", *LISTS):
        added = _add_beside(horse, plan, today)
    added.rows = add_new(horse, plan.merged.record, known)
    take_the_clock(yard_of(person))
    _let_go_of_the_old(timezone.now())
    made = Import.objects.create(
        yard=yard_of(person),
        horse=horse,
        person=person,
        kind=kind,
        name=name,
        asks=len(added.rows.asks),
        sessions=len(added.rows.sessions),
        added=added.model_dump(mode="json"),
    )
    trail.note(person, What.TAKEN_IN, f"{horse}, {made.asks} asks")
    return Taken(id=made.pk, horse=horse.pk, name=str(horse))


# --- looking ------------------------------------------------------------------------------------


def _plan(person: User, record: HorseRecord, into: Into, today: date) -> _Plan:
    horse, key = _whose(person, record, into)
    theirs = with_ids(record, key, _used(record, key))
    struck = struck_out_of(yard_of(person), (UUID(one) for one in ids_in(theirs)))
    mine = _nothing_of(theirs) if horse is None else handed_on(horse, today)
    return _Plan(
        horse=horse,
        key=key,
        ladder=catalogue_of(yard_of(person)),
        mine=mine,
        theirs=theirs,
        merged=merge(mine, theirs, {str(one) for one in struck}),
        renamed=len(set(ids_in(record)) - set(ids_in(theirs))),
        edition=_edition(record, into, horse),
    )


def _whose(person: User, record: HorseRecord, into: Into) -> tuple[Horse | None, UUID]:
    """The horse whose record it becomes, and its id; None: it is a new one."""
    if into.horse is not None:
        return horse_of(person, into.horse), into.horse
    if into.new:
        return None, uuid4()
    own = uuid_in(record.horse.id)
    says = record.horse.id or f"{record.horse.name}/{record.horse.born}"
    here = uuid5(NAMESPACE_OID, f"{yard_of(person).pk}/{says}")
    rows = {
        row.pk: row for row in Horse.objects.filter(pk__in=[one for one in (own, here) if one is not None])
    }
    for key in (here, own):
        row = rows.get(key) if key is not None else None
        if row is not None and row.yard_id == person.yard_id and not row.taken_back:
            if row.left_at is not None:
                raise InvalidInput([Problem("horse.id", record.horse.id, HAS_LEFT, TAKE_IT_BACK)])
            return row, row.pk
    is_free = own is not None and (own not in rows or rows[own].yard_id == person.yard_id)
    return None, own if own is not None and is_free else here


def _used(record: HorseRecord, key: UUID) -> set[UUID]:
    """Ids that name something else here, and those that were given another before for that reason."""
    own = {one for one in map(uuid_in, ids_in(record)) if one is not None}
    given = {id_under(key, name): uuid_in(name) for name in ids_in(record)}
    known = ids_of(key, given)
    return of_others(key, own) | {one for other, one in given.items() if other in known and one is not None}


def _nothing_of(theirs: HorseRecord) -> HorseRecord:
    """What there is of a horse that is new: itself, and nothing that was done with it."""
    return HorseRecord(format=FORMAT, version=VERSION, horse=theirs.horse)


def _edition(record: HorseRecord, into: Into, horse: Horse | None) -> str:
    return edition_of(record, into, 0 if horse is None else horse.data_version)


def _told(plan: _Plan) -> Arriving:
    inside: dict[str, list[Coming]] = {"asks": [], "events": [], "sessions": [], "rest": []}
    for one in plan.merged.coming:
        inside[_part(one.path)].append(one)
    beside = [one for one in inside["rest"] if one.came is Came.NEW]
    differing = [one for one in plan.merged.coming if one.came is Came.DIFFERENT]
    return Arriving(
        horse=None if plan.horse is None else plan.horse.pk,
        name=plan.mine.horse.name,
        sessions=list(sessions_told(plan.theirs, plan.merged.coming)),
        whole_sessions=Tally.of(inside["sessions"]),
        asks=Tally.of(inside["asks"]),
        events=Tally.of(inside["events"]),
        rest=Tally.of(inside["rest"]),
        beside=[_named(one) for one in beside[:MOST_TOLD]],
        differing=[_named(one) for one in differing[:MOST_TOLD]],
        untold=max(len(beside) - MOST_TOLD, 0) + max(len(differing) - MOST_TOLD, 0),
        renamed=plan.renamed,
        edition=plan.edition,
    )


def _part(path: str) -> str:
    if not path.startswith("sessions["):
        return "rest"
    _, _, within = path.partition("].")
    return within.partition("[")[0] or "sessions"


def _named(one: Coming) -> ThingComing:
    return ThingComing(path=one.path, came=one.came, mine=one.mine, theirs=one.theirs)


# --- taking -------------------------------------------------------------------------------------


def _new_horse(person: User, plan: _Plan) -> Horse:
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


def _add_beside(horse: Horse, plan: _Plan, today: date) -> Added:
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


def _kept_flags(plan: _Plan, today: date) -> list[dict[str, Any]]:
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
            who=trail.GONE if one.person is None else one.person.shown,
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
    trail.note(person, What.TAKEN_BACK, f"{horse}, {made.name}")


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
