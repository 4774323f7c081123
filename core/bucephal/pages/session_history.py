"""Every session of a horse as a strip: what was asked in it, answer beside answer; filtered and searched."""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable, Iterable, Iterator
from datetime import date
from functools import partial

from pydantic import Field

from bucephal.answers import AnswerMark, answer_written, mark_in_the_record
from bucephal.ladder import Catalogue, Side
from bucephal.pages.history_wish import HistoryWish
from bucephal.pages.session_events import event_words, settled_words
from bucephal.pages.step_chart import unusual_on
from bucephal.progress import Standing
from bucephal.record import Ask, FrozenModel, Session, SessionKind, sessions_in_order
from bucephal.welfare import session_minutes
from bucephal.words import history_words

STRIPS = 15
"""So many sessions a page."""
SHOWN_CHOICES = 60


class StripAsk(FrozenModel):
    """``level``: 1 to 10; null where the step has none."""

    level: int | None
    mark: AnswerMark
    written: str


class StripRow(FrozenModel):
    """A step on one side, as it was asked in a session."""

    step: str
    name: str
    side: Side
    asks: tuple[StripAsk, ...]


class SessionStrip(FrozenModel):
    id: str | None
    date: date
    kind: SessionKind
    words: str = Field(description="Where, with whom, how long, how many answers.")
    unusual: str = Field(description="What was unusual about the day; empty: nothing.")
    settled: str
    events: tuple[str, ...]
    note: str
    rows: tuple[StripRow, ...]


class HistoryChoice(FrozenModel):
    code: str
    name: str
    sessions: int


class HistoryChoices(FrozenModel):
    """What can be filtered by: only what there is in this horse's sessions, the most frequent first."""

    kinds: tuple[HistoryChoice, ...]
    places: tuple[HistoryChoice, ...]
    riders: tuple[HistoryChoice, ...]
    exercises: tuple[HistoryChoice, ...]
    faults: tuple[HistoryChoice, ...]
    events: tuple[HistoryChoice, ...]
    unusual: tuple[HistoryChoice, ...]


class HistoryPage(FrozenModel):
    """A part of the sessions that were wanted, newest first."""

    name: str
    found: int
    words: str
    strips: tuple[SessionStrip, ...]
    earlier: str | None = Field(description="Ask for those before this session; null: there are none.")
    choices: HistoryChoices


def history(standing: Standing, wish: HistoryWish, before: str | None = None) -> HistoryPage:
    """
    Args:
        before: the id of a session: those before that one.
    """
    sessions = sessions_in_order(standing.record)
    wanted = [one for one in sessions if _fits(one, wish, standing.catalogue)]
    found = len(wanted)
    if before is not None:
        wanted = wanted[: next((n for n, one in enumerate(wanted) if one.id == before), 0)]
    shown = wanted[-STRIPS:]
    return HistoryPage(
        name=standing.record.horse.name,
        found=found,
        words=history_words.found(found, len(sessions)),
        strips=tuple(_strip(standing, one) for one in reversed(shown)),
        earlier=shown[0].id if len(wanted) > len(shown) else None,
        choices=_choices(sessions, standing.catalogue),
    )


# --- what is wanted ----------------------------------------------------------------------------


def _fits(session: Session, wish: HistoryWish, catalogue: Catalogue) -> bool:
    return (
        (wish.first is None or session.date >= wish.first)
        and (wish.last is None or session.date <= wish.last)
        and (wish.kind is None or session.kind is wish.kind)
        and (wish.place is None or session.place == wish.place)
        and (wish.rider is None or session.rider == wish.rider)
        and (wish.event is None or any(one.kind is wish.event for one in session.events))
        and (wish.unusual is None or wish.unusual in unusual_on([session]))
        and (wish.exercise is None or any(_exercise(ask) == wish.exercise for ask in session.asks))
        and (wish.fault is None or any(wish.fault in ask.faults for ask in session.asks))
        and _is_told_of(session, wish.search, catalogue)
    )


def _is_told_of(session: Session, search: str, catalogue: Catalogue) -> bool:
    """Every word of it is found somewhere in what is said of the session."""
    sought = search.casefold().split()
    if not sought:
        return True
    said = " ".join(_said(session, catalogue)).casefold()
    return all(word in said for word in sought)


def _said(session: Session, catalogue: Catalogue) -> Iterator[str]:
    yield from (one for one in (session.note, session.place, session.rider, str(session.kind)) if one)
    yield from (str(one) for one in unusual_on([session]))
    for event in session.events:
        yield event_words(event)
    faults = set[str]()
    for ask in session.asks:
        yield from (one for one in (ask.note, ask.spot) if one)
        faults.update(ask.faults)
    yield from (_fault_name(code, catalogue) for code in faults)
    for step in {ask.step for ask in session.asks if ask.step in catalogue}:
        yield catalogue.full_name(step)


def _exercise(ask: Ask) -> str:
    return ask.step.rpartition(".")[0]


def _fault_name(code: str, catalogue: Catalogue) -> str:
    rider = catalogue.rider_faults.get(code)
    if rider is not None:
        return rider.looks
    looks = (exercise.fault(code) for exercise in catalogue.exercises)
    return next((one.looks for one in looks if one is not None), code)


# --- what can be chosen ------------------------------------------------------------------------


def _choices(sessions: list[Session], catalogue: Catalogue) -> HistoryChoices:
    exercise_names = {one.id: one.name for one in catalogue.exercises}
    return HistoryChoices(
        kinds=_counted(([str(one.kind)] for one in sessions), str),
        places=_counted(([one.place] for one in sessions if one.place), str),
        riders=_counted(([one.rider] for one in sessions if one.rider), str),
        exercises=_counted(
            ({_exercise(ask) for ask in one.asks if ask.step in catalogue} for one in sessions),
            lambda code: exercise_names[code],
        ),
        faults=_counted(
            ({code for ask in one.asks for code in ask.faults} for one in sessions),
            partial(_fault_name, catalogue=catalogue),
        ),
        events=_counted(
            ({str(event.kind) for event in one.events} for one in sessions),
            lambda one: history_words.EVENTS[one],
        ),
        unusual=_counted(({str(what) for what in unusual_on([one])} for one in sessions), str),
    )


def _counted(found: Iterable[Iterable[str]], name: Callable[[str], str]) -> tuple[HistoryChoice, ...]:
    counts = Counter(code for codes in found for code in codes)
    order = sorted(counts.items(), key=lambda pair: (-pair[1], pair[0]))
    return tuple(
        HistoryChoice(code=code, name=name(code), sessions=count) for code, count in order[:SHOWN_CHOICES]
    )


# --- strips ------------------------------------------------------------------------------------


def _strip(standing: Standing, session: Session) -> SessionStrip:
    keys = dict.fromkeys((ask.step, ask.side) for ask in session.asks if ask.step in standing.catalogue)
    return SessionStrip(
        id=session.id, date=session.date, kind=session.kind,
        words=history_words.strip(session.place, session.rider, session_minutes(session), len(session.asks)),
        unusual=", ".join(unusual_on([session])),
        settled=settled_words(session.settle),
        events=tuple(event_words(one) for one in session.events),
        note=session.note,
        rows=tuple(_row(standing, session, step, side) for step, side in keys),
    )  # fmt: skip


def _row(standing: Standing, session: Session, step: str, side: Side) -> StripRow:
    own = set(session.asks)
    unit = standing.catalogue.exercise(step).unit
    return StripRow(
        step=step,
        name=standing.catalogue.exercise(step).short,
        side=side,
        asks=tuple(
            StripAsk(
                level=ask.level, mark=mark_in_the_record(ask, meaning), written=answer_written(ask, unit)
            )
            for ask, meaning in standing.tracks.told_on((step, side), session.date)
            if ask in own
        ),
    )
