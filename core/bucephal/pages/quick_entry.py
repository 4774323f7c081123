"""Quick entry while it is typed: what was read, drawn; what cannot be read, and where; what could follow."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Mapping, Set
from datetime import date

from pydantic import Field

from bucephal.entry import (
    Change,
    Correction,
    Misplaced,
    QuickEntry,
    ReadSession,
    complete,
    correct,
    event_written,
    last_asked,
    read_correction,
    read_entry,
    write_answer,
)
from bucephal.entry.corrections import Entry
from bucephal.entry.entry_reader import ReadLine
from bucephal.entry.entry_writer import UNSEEN
from bucephal.ladder import Catalogue
from bucephal.pages.logged_rows import LoggedRow, logged_row
from bucephal.pages.session_events import event_words, settled_words
from bucephal.record import (
    Ask,
    FrozenModel,
    HorseRecord,
    Session,
    with_bands,
    with_lead_fault,
    with_lead_faults,
)
from bucephal.words import entry_words
from bucephal.words.plain import after_comma, upper_first


class EntryRow(LoggedRow):
    """One line, or one side of it, as it was understood."""

    line: int


class EntrySession(FrozenModel):
    """A session as far as it could be read."""

    session: Session = Field(description="As it is sent; its asks with the band in force.")
    settled: str
    events: tuple[str, ...]
    rows: tuple[EntryRow, ...]
    already: str = Field(description="The day has sessions already, in words; empty: it has none.")


class EntryProblem(FrozenModel):
    """What cannot be read: the characters from ``column`` to before ``end`` of a line, all from 1."""

    line: int
    column: int
    end: int
    value: str
    words: str


class EntryOption(FrozenModel):
    text: str
    says: str


class EntryCompletion(FrozenModel):
    """What could stand in place of some characters."""

    line: int
    column: int
    end: int
    options: tuple[EntryOption, ...]


class EntryForm(FrozenModel):
    """One form of the notation, and what it says."""

    form: str
    says: str


class EntryView(FrozenModel):
    """A text of quick entry as it stands."""

    sessions: tuple[EntrySession, ...]
    problems: tuple[EntryProblem, ...]
    completion: EntryCompletion | None
    changes: tuple[str, ...] = Field(description="Of a session that is put right: what that changes.")
    words: str
    can_save: bool


class EntryHelp(FrozenModel):
    notation: tuple[EntryForm, ...]


class Cursor(FrozenModel):
    """Line and column from 1: it stands before that column."""

    line: int = Field(ge=1)
    column: int = Field(ge=1)


def entry_help() -> EntryHelp:
    return EntryHelp(notation=tuple(EntryForm(form=form, says=says) for form, says in entry_words.NOTATION))


def entry_view(
    text: str, record: HorseRecord, catalogue: Catalogue, on: date, today: date, cursor: Cursor | None = None
) -> EntryView:
    """What a text says of a horse, while it is typed.

    Args:
        on: the day of what names none.
        today: nothing may be later.
    """
    last = last_asked(record, catalogue, on)
    entry = read_entry(text, catalogue, on, today=today, born=record.horse.born, last=last)
    asks = sum(len(line.asks) for one in entry.read for line in one.lines)
    return EntryView(
        sessions=_sessions(entry, record, catalogue, record.sessions),
        problems=tuple(_problem(one) for one in entry.misplaced),
        completion=_completion(text, catalogue, on, last, cursor),
        changes=(),
        words=_words(
            entry, entry_words.written(len(entry.read), asks) if entry.read else entry_words.NOTHING_TYPED
        ),
        can_save=bool(entry.read) and not entry.misplaced,
    )


def correction_view(
    text: str,
    was: Session,
    record: HorseRecord,
    catalogue: Catalogue,
    today: date,
    cursor: Cursor | None = None,
) -> EntryView:
    """What a session that is typed anew would become.

    Args:
        was: one of the record's sessions.
    """
    entry = read_correction(text, was, catalogue, today, record.horse.born)
    typed = next((one.session for one in entry.read if one.session is not None), None)
    changes = (
        correction_words(correct(was, typed, record.horse, catalogue), catalogue) if typed is not None else ()
    )
    return EntryView(
        sessions=_sessions(entry, record, catalogue, ()),
        problems=tuple(_problem(one) for one in entry.misplaced),
        completion=_completion(text, catalogue, was.date, {}, cursor),
        changes=changes,
        words=_words(entry, entry_words.changed(len(changes))),
        can_save=bool(changes) and not entry.misplaced,
    )


def correction_words(correction: Correction, catalogue: Catalogue) -> tuple[str, ...]:
    """What was put right, in a line each: an ask that was struck out and made again is one change."""
    return tuple(_correction_words(correction, catalogue))


def _correction_words(correction: Correction, catalogue: Catalogue) -> Iterator[str]:
    for name, (was, now) in correction.header.items():
        yield entry_words.put_right(
            entry_words.field_name(name), entry_words.said(was), entry_words.said(now)
        )
    for change in correction.asks:
        if change.is_one:
            yield _of_an_ask(change, catalogue)
    for happened in correction.events:
        if happened.is_one:
            both = (happened.was, happened.now)
            was, now = _told_apart(both, event_written)
            yield entry_words.put_right(entry_words.HAPPENED, was, now)


def _told_apart(
    both: tuple[Entry | None, Entry | None],
    write: Callable[[Entry, Set[str]], str],
    *,
    are_told: bool = False,
) -> tuple[str, str]:
    """Before and after as they are written; with what devices note where they differ by that alone.

    Args:
        are_told: what they differ by is said beside.
    """
    was, now = ("" if one is None else write(one, UNSEEN) for one in both)
    if was == now and not are_told:
        was, now = ("" if one is None else write(one, frozenset()) for one in both)
    return was, now


def _of_an_ask(change: Change[Ask], catalogue: Catalogue) -> str:
    """Where another step or side was asked, each is named."""
    both = (change.was, change.now)
    first, *others = (_name(one, catalogue) for one in both if one is not None)
    other = next((one for one in others if one != first), None)
    was, now = _told_apart(
        both, lambda one, unseen: write_answer(one, catalogue, unseen), are_told=other is not None
    )
    return entry_words.put_right(upper_first(first), was, now if other is None else f"{now} ({other})")


def _name(ask: Ask, catalogue: Catalogue) -> str:
    name = catalogue.name_in_text(ask.step) if ask.step in catalogue else ask.step
    return name + after_comma(ask.side)


# --- the parts ---------------------------------------------------------------------------------


def _sessions(
    entry: QuickEntry, record: HorseRecord, catalogue: Catalogue, there: Iterable[Session]
) -> tuple[EntrySession, ...]:
    """
    Args:
        there: sessions that the record has already, told where they are of the same day.
    """
    days: dict[date, list[int]] = {}
    for one in there:
        days.setdefault(one.date, []).append(len(one.asks))
    return tuple(
        EntrySession(
            session=with_lead_faults(with_bands(session, record.horse, catalogue), catalogue),
            settled=settled_words(session.settle),
            events=tuple(event_words(event) for event in session.events),
            rows=tuple(_rows(read, record, catalogue)),
            already=entry_words.already(session.date, days.get(session.date, ())),
        )
        for read in entry.read
        if (session := read.session) is not None
    )


def _rows(read: ReadSession, record: HorseRecord, catalogue: Catalogue) -> Iterator[EntryRow]:
    for line in read.lines:
        row = logged_row(line.step, line.side, _asks_of(line, catalogue), record, catalogue)
        yield EntryRow(**dict(row), line=line.place.line)


def _asks_of(line: ReadLine, catalogue: Catalogue) -> Iterator[Ask]:
    return (with_lead_fault(one.ask, catalogue) for one in line.asks)


def _problem(one: Misplaced) -> EntryProblem:
    value = "" if one.problem.value is None else str(one.problem.value)
    said = entry_words.problem(one.problem.reason, one.problem.allowed)
    return EntryProblem(
        line=one.place.line, column=one.place.column, end=one.place.end, value=value, words=said
    )


def _words(entry: QuickEntry, else_said: str) -> str:
    return entry_words.to_mend(len(entry.misplaced)) if entry.misplaced else else_said


def _completion(
    text: str, catalogue: Catalogue, on: date, last: Mapping[str, str], cursor: Cursor | None
) -> EntryCompletion | None:
    if cursor is None:
        return None
    place, options = complete(text, cursor.line, cursor.column, catalogue, on, last)
    return EntryCompletion(
        line=place.line, column=place.column, end=place.end,
        options=tuple(EntryOption(text=one.text, says=one.says) for one in options),
    )  # fmt: skip
