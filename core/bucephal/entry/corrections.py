"""A past session put right: what was changed, struck out and added between what it was and what is typed.

An ask is never changed itself: what is typed anew is another one, which stands where the first one stood and
keeps what its device noted of it.
"""

from __future__ import annotations

from collections.abc import Callable, Hashable, Iterator, Sequence, Set
from dataclasses import dataclass, replace
from datetime import date
from difflib import SequenceMatcher
from functools import partial
from typing import Any, Generic, TypeVar

from bucephal.base.errors import Problem
from bucephal.entry.entry_reader import QuickEntry, read_entry
from bucephal.entry.entry_writer import CLOCKS, UNSEEN, event_written, write_answer, write_session
from bucephal.entry.tokens import Misplaced, TextSpan
from bucephal.ladder import Catalogue
from bucephal.record import Ask, Event, Horse, Session, SessionHeader, with_band, with_lead_fault

Entry = TypeVar("Entry", Ask, Event)
ONE_SESSION = "one session: its own day, what was asked in it"
Key = tuple[Hashable, ...]
Keyed = Sequence[tuple[Key, Entry]]
Keep = Callable[[Entry, Entry], Entry]
_NEVER_TYPED = ("id", "planned")


@dataclass(frozen=True)
class Change(Generic[Entry]):
    """One ask or event: before it was put right, and after; None: it was not there, or is no more."""

    was: Entry | None
    now: Entry | None

    @property
    def is_one(self) -> bool:
        return self.was != self.now


@dataclass(frozen=True)
class Correction:
    """Everything that was put right in a session.

    Fields:
        asks, events: in the order in which they are written, those that stayed among them; what is new has no
            id yet.
        header: by its name what a field was, and what it is.
    """

    asks: tuple[Change[Ask], ...]
    events: tuple[Change[Event], ...]
    header: dict[str, tuple[Any, Any]]

    @property
    def is_one(self) -> bool:
        return (
            bool(self.header)
            or any(one.is_one for one in self.asks)
            or any(one.is_one for one in self.events)
        )


def text_to_correct(session: Session, catalogue: Catalogue) -> str:
    """A session as it is typed, without what a device noted by itself."""
    bare = session.model_copy(update=dict.fromkeys(CLOCKS))
    return write_session(bare, catalogue, UNSEEN)


def read_correction(
    text: str, was: Session, catalogue: Catalogue, today: date, born: date | None = None
) -> QuickEntry:
    """A session typed anew: one, no more and no less."""
    last = {catalogue.exercise(ask.step).id: ask.step for ask in was.asks if ask.step in catalogue}
    entry = read_entry(text, catalogue, was.date, today=today, born=born, last=last)
    if len(entry.read) == 1:
        return entry
    place = entry.read[1].place if entry.read else TextSpan(1, 1, 1)
    reason = "begins another session" if entry.read else "leaves nothing of the session"
    problem = Problem(str(place), None, reason, ONE_SESSION)
    return replace(entry, misplaced=(*entry.misplaced, Misplaced(problem, place)))


def correct(was: Session, typed: Session, horse: Horse, catalogue: Catalogue) -> Correction:
    """What is put right where a session is typed anew.

    Args:
        typed: without ids; times that are not typed stay as they were.
        horse: whose bands hold for what was never asked.
    """
    header = {
        name: (getattr(was, name), getattr(typed, name))
        for name in SessionHeader.model_fields
        if name not in _NEVER_TYPED and not (name in CLOCKS and getattr(typed, name) is None)
    }
    asks = _changes(was.asks, typed.asks, partial(_as_typed, catalogue), _kept_of_an_ask)
    return Correction(
        asks=tuple(_whole(change, horse, catalogue) for change in asks),
        events=tuple(_changes(was.events, typed.events, _event_as_typed, _kept)),
        header={name: pair for name, pair in header.items() if pair[0] != pair[1]},
    )


def _whole(change: Change[Ask], horse: Horse, catalogue: Catalogue) -> Change[Ask]:
    """What is typed anew with the fault that its leads are and a band; what stayed, as it was."""
    if not change.is_one or change.now is None:
        return change
    return Change(change.was, with_band(with_lead_fault(change.now, catalogue), horse, catalogue))


def _as_typed(catalogue: Catalogue, ask: Ask, unseen: Set[str]) -> Key:
    return ask.step, ask.side, ask.after_break, write_answer(ask, catalogue, unseen)


def _event_as_typed(event: Event, unseen: Set[str]) -> Key:
    return event.kind, event.thing, event_written(event, unseen)


def _changes(
    was: Sequence[Entry],
    typed: Sequence[Entry],
    key: Callable[[Entry, Set[str]], Key],
    keep: Keep[Entry],
) -> Iterator[Change[Entry]]:
    """What is written alike stayed. Of what stands between, those of the same step and side became one the
    other, and so did as many for as many of others; the rest was struck out, or is new.

    Args:
        key: what is written, without what a device noted; what it is of before all else.
    """
    # What a device noted is not written out; whoever types it all the same means it.
    old = [(key(one, UNSEEN), one) for one in was]
    new = [(key(one, frozenset()), one) for one in typed]
    for same, before, after in _matched(old, new, lambda one: one):
        if same:
            yield from (Change(one, one) for _, one in before)
            continue
        for _, some, others in _matched(before, after, lambda one: one[:2]):
            if len(some) == len(others):
                pairs = zip(some, others, strict=True)
                yield from (Change(left, keep(left, right)) for (_, left), (_, right) in pairs)
            else:
                yield from (Change(left, None) for _, left in some)
                yield from (Change(None, right) for _, right in others)


def _matched(
    was: Keyed[Entry], typed: Keyed[Entry], by: Callable[[Key], Hashable]
) -> Iterator[tuple[bool, Keyed[Entry], Keyed[Entry]]]:
    """Runs that are alike by their keys, and those that stand between them."""
    left, right = ([by(key) for key, _ in some] for some in (was, typed))
    for tag, start, end, begin, stop in SequenceMatcher(None, left, right, autojunk=False).get_opcodes():
        yield tag == "equal", was[start:end], typed[begin:stop]


def _kept(was: Event, now: Event) -> Event:
    return now if now.at is not None else now.model_copy(update={"at": was.at})


def _kept_of_an_ask(was: Ask, now: Ask) -> Ask:
    """Of the same step what the device noted; of another one only when it was."""
    noted = UNSEEN if was.step == now.step else UNSEEN - {"band_top"}
    unsaid = {name: getattr(was, name) for name in noted if getattr(now, name) is None}
    return now.model_copy(update=unsaid)
