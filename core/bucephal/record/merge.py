"""Two records of one horse become one: every session, ask and event once, and what is there already stays.

What comes in is told thing by thing: new, equal, or different; of what differs, what was there stays, and
both are told, so that somebody can decide. Things with an id are known by it, wherever they stand; those
without one by what they say. What was struck out here stays struck out.
"""

from __future__ import annotations

from collections import Counter, defaultdict
from collections.abc import Callable, Container, Hashable, Iterable, Iterator, Sequence
from datetime import date
from enum import StrEnum
from typing import Any, NamedTuple, TypeVar

from bucephal.record.models import (
    Ask,
    Event,
    FrozenModel,
    Horse,
    HorseRecord,
    Session,
    SessionHeader,
    SessionKind,
)

Entry = TypeVar("Entry", Ask, Event)
Thing = TypeVar("Thing", bound=FrozenModel)
_HEADER = tuple(name for name in SessionHeader.model_fields if name != "id")


class Novelty(StrEnum):
    """What something that comes in is, beside what is there."""

    NEW = "new"
    EQUAL = "equal"
    DIFFERENT = "different"
    STRUCK_OUT = "struck-out"


class Coming(FrozenModel):
    """One thing of a record that comes in.

    Fields:
        path: where it stands in the record that comes in.
        mine, theirs: where they differ, what they differ in.
    """

    path: str
    came: Novelty
    mine: Any = None
    theirs: Any = None


class Merged(NamedTuple):
    """The one record, and what of the other was what."""

    record: HorseRecord
    coming: tuple[Coming, ...]


def merge(mine: HorseRecord, theirs: HorseRecord, struck_out: Container[str | None] = ()) -> Merged:
    """Takes from another record of the same horse what is not there yet.

    Args:
        struck_out: ids of sessions, asks and events that were struck out of mine.

    Merging the same once more changes nothing. The other horse's id does not count: whose record it is, is
    for whoever asks to say.
    """
    told: list[Coming] = []
    horse = _horse(mine.horse, theirs.horse, told)
    sessions = _Sessions(mine.sessions, struck_out, told)
    for number, session in enumerate(theirs.sessions):
        sessions.take(session, f"sessions[{number}]")
    lists = {
        name: _listed(getattr(mine, name), getattr(theirs, name), name, key, told)
        for name, key in _KEYS.items()
    }
    record = mine.model_copy(update={"horse": horse, "sessions": sessions.in_order(), **lists})
    return Merged(record, tuple(told))


def _told(path: str, mine: Any, theirs: Any) -> Coming:
    if mine == theirs:
        return Coming(path=path, came=Novelty.EQUAL)
    return Coming(path=path, came=Novelty.DIFFERENT, mine=mine, theirs=theirs)


# --- the horse ------------------------------------------------------------------------------


def _horse(mine: Horse, theirs: Horse, told: list[Coming]) -> Horse:
    """Field by field: what is not known here is taken, what is known stays."""
    known = mine.model_dump(mode="json", exclude={"id"})
    taken: dict[str, Any] = {}
    for name, value in theirs.model_dump(mode="json", exclude={"id"}).items():
        if _is_nothing(value):
            continue
        if isinstance(value, dict):
            taken[name] = _named(known[name], value, f"horse.{name}", told)
        elif _is_nothing(known[name]):
            told.append(Coming(path=f"horse.{name}", came=Novelty.NEW, theirs=value))
            taken[name] = value
        else:
            told.append(_told(f"horse.{name}", known[name], value))
    return Horse.model_validate({**known, **taken, "id": mine.id})


def _named(mine: dict[str, Any], theirs: dict[str, Any], path: str, told: list[Coming]) -> dict[str, Any]:
    for key, value in theirs.items():
        if key in mine:
            told.append(_told(f"{path}.{key}", mine[key], value))
        else:
            told.append(Coming(path=f"{path}.{key}", came=Novelty.NEW, theirs=value))
    return {**theirs, **mine}


def _is_nothing(value: Any) -> bool:
    return value is None or value in ({}, [], "")


# --- sessions -------------------------------------------------------------------------------


class _Sessions:
    """The sessions as they come together."""

    def __init__(
        self, mine: Iterable[Session], struck_out: Container[str | None], told: list[Coming]
    ) -> None:
        self.struck_out, self.told = struck_out, told
        self.sessions = list(mine)
        self.place = {one.id: number for number, one in enumerate(self.sessions) if one.id is not None}
        self.entries: dict[str, Ask | Event] = {}
        for one in self.sessions:
            for entry in _entries_of(one):
                if entry.id is not None:
                    self.entries[entry.id] = entry

    def take(self, session: Session, path: str) -> None:
        if session.id in self.struck_out:
            self.told.append(Coming(path=path, came=Novelty.STRUCK_OUT))
            return
        place = self._place_of(session)
        if place is None:
            self.told.append(Coming(path=path, came=Novelty.NEW))
            if session.id is not None:
                self.place[session.id] = len(self.sessions)
            self.sessions.append(session.model_copy(update={"asks": (), "events": ()}))
            place = len(self.sessions) - 1
        else:
            self.told.append(_told(path, *_differing(self.sessions[place], session)))
        there = self.sessions[place]
        parts = {
            "asks": self._entries(there.asks, session.asks, f"{path}.asks"),
            "events": self._entries(there.events, session.events, f"{path}.events"),
        }
        self.sessions[place] = there.model_copy(update=parts)

    def _place_of(self, session: Session) -> int | None:
        """One with an id is found by it; one without by being the same in everything."""
        if session.id is not None:
            return self.place.get(session.id)
        return next((place for place, one in enumerate(self.sessions) if one == session), None)

    def _entries(self, mine: Sequence[Entry], theirs: Sequence[Entry], path: str) -> tuple[Entry, ...]:
        """Mine with what is new of theirs, each after the one that it came after there."""
        unnamed = [one for one in mine if one.id is None]
        place = {id(one): number for number, one in enumerate(mine)}
        new: dict[int, list[Entry]] = defaultdict(list)
        after = len(mine) - 1
        for number, entry in enumerate(theirs):
            where = f"{path}[{number}]"
            if entry.id in self.struck_out:
                self.told.append(Coming(path=where, came=Novelty.STRUCK_OUT))
                continue
            known = self._known(entry, unnamed)
            if known is None:
                self.told.append(Coming(path=where, came=Novelty.NEW))
                new[after].append(entry)
                if entry.id is not None:
                    self.entries[entry.id] = entry
            else:
                self.told.append(_told(where, *_differing(known, entry)))
                after = place.get(id(known), after)
        together = new[-1]
        for there, own in enumerate(mine):
            together.append(own)
            together += new[there]
        return tuple(together)

    def _known(self, entry: Entry, unnamed: list[Entry]) -> Ask | Event | None:
        if entry.id is not None:
            return self.entries.get(entry.id)
        if entry not in unnamed:
            return None
        return unnamed.pop(unnamed.index(entry))

    def in_order(self) -> tuple[Session, ...]:
        """By their day; those of one day as they came."""
        return tuple(sorted(self.sessions, key=lambda one: one.date))


def _entries_of(session: Session) -> list[Ask | Event]:
    return [*session.asks, *session.events]


def _differing(mine: FrozenModel, theirs: FrozenModel) -> tuple[dict[str, Any], dict[str, Any]]:
    """The fields of each in which they differ; of sessions, what is said of them as a whole."""
    if mine == theirs:
        return {}, {}
    names = _HEADER if isinstance(mine, Session) else tuple(type(mine).model_fields)
    one, other = (each.model_dump(mode="json", include=set(names)) for each in (mine, theirs))
    apart = [name for name in names if one.get(name) != other.get(name)]
    return {name: one.get(name) for name in apart}, {name: other.get(name) for name in apart}


# --- what a record lists beside ---------------------------------------------------------------

_KEYS: dict[str, Callable[[Any], Hashable]] = {
    "flags": lambda one: (one.code, one.raised_on, one.by_hand),
    "overrides": lambda one: (one.step, one.state, one.on, one.reason),
    "goals": lambda one: one.step,
    "pain_checks": lambda one: one.on,
    "condition_scores": lambda one: one.on,
    "busy": lambda one: one.date,
}
"""By what each of a list is known."""


def _listed(
    mine: Sequence[Thing],
    theirs: Sequence[Thing],
    name: str,
    key: Callable[[Thing], Hashable],
    told: list[Coming],
) -> tuple[Thing, ...]:
    return (*mine, *_new(mine, theirs, name, key, told))


def _new(
    mine: Sequence[Thing],
    theirs: Sequence[Thing],
    name: str,
    key: Callable[[Thing], Hashable],
    told: list[Coming],
) -> Iterator[Thing]:
    known = {key(one): one for one in mine}
    for number, one in enumerate(theirs):
        path = f"{name}[{number}]"
        if key(one) in known:
            told.append(_told(path, *_differing(known[key(one)], one)))
        else:
            told.append(Coming(path=path, came=Novelty.NEW))
            known[key(one)] = one
            yield one


# --- told in short ----------------------------------------------------------------------------


class Tally(FrozenModel):
    """How many of some things came as what."""

    new: int = 0
    equal: int = 0
    different: int = 0
    struck_out: int = 0

    @classmethod
    def of(cls, coming: Iterable[Coming]) -> Tally:
        came = Counter(one.came for one in coming)
        return cls(
            new=came[Novelty.NEW],
            equal=came[Novelty.EQUAL],
            different=came[Novelty.DIFFERENT],
            struck_out=came[Novelty.STRUCK_OUT],
        )


class SessionTold(FrozenModel):
    """A session that comes in: what it is here as a whole, and what is in it.

    Fields:
        inside: its asks and events.
    """

    path: str
    date: date
    kind: SessionKind
    came: Novelty
    inside: Tally


def sessions_told(theirs: HorseRecord, coming: Iterable[Coming]) -> tuple[SessionTold, ...]:
    """Session by session, in the order of the record that comes in."""
    whole: dict[str, Novelty] = {}
    inside: dict[str, list[Coming]] = defaultdict(list)
    for one in coming:
        path, in_it, _ = one.path.partition("].")
        if not path.startswith("sessions["):
            continue
        if in_it:
            inside[f"{path}]"].append(one)
        else:
            whole[path] = one.came
    return tuple(
        SessionTold(
            path=path, date=session.date, kind=session.kind, came=whole[path], inside=Tally.of(inside[path])
        )
        for path, session in ((f"sessions[{n}]", one) for n, one in enumerate(theirs.sessions))
    )
