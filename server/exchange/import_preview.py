"""What comes in, looked at: whose record it becomes; what of it is new, equal, different, struck out."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date
from typing import Any
from uuid import NAMESPACE_OID, UUID, uuid4, uuid5

from accounts.edition_checks import edition_of
from accounts.models import User
from accounts.services import yard_of
from bucephal.base.errors import InvalidInput, Problem
from bucephal.ladder import Catalogue
from bucephal.record import HorseRecord, read_record
from bucephal.record.merge import Coming, Merged, Novelty, SessionTold, Tally, merge, sessions_told
from bucephal.record.models import FORMAT, VERSION
from bucephal.record.new_ids import id_under, ids_in, uuid_in, with_ids
from horses.models import Horse
from horses.services import horse_of
from ninja import Schema
from reading.services import handed_on
from training.clocks import AHEAD
from training.record_storage import ids_of, of_others, struck_out_of
from yards.services import catalogue_of

from exchange.uploads import told_in_short

MOST_TOLD = 100
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
    came: Novelty
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


@dataclass(frozen=True)
class Plan:
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


def look(person: User, record: HorseRecord, into: Into, today: date) -> Arriving:
    """What taking it in would do; nothing is changed.

    Raises:
        InvalidInput: if it cannot become the record of that horse.
    """
    return _told(plan_of(person, record, into, today))


def plan_of(person: User, record: HorseRecord, into: Into, today: date) -> Plan:
    horse, key = _whose(person, record, into)
    theirs = with_ids(record, key, _used(record, key))
    struck = struck_out_of(yard_of(person), (UUID(one) for one in ids_in(theirs)))
    mine = _nothing_of(theirs) if horse is None else handed_on(horse, today)
    return Plan(
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


def _told(plan: Plan) -> Arriving:
    inside: dict[str, list[Coming]] = {"asks": [], "events": [], "sessions": [], "rest": []}
    for one in plan.merged.coming:
        inside[_part(one.path)].append(one)
    beside = [one for one in inside["rest"] if one.came is Novelty.NEW]
    differing = [one for one in plan.merged.coming if one.came is Novelty.DIFFERENT]
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
