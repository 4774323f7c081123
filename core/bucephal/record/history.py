"""A record's asks in the order in which they happened, ready to be judged.

Sessions of one day belong together, asks of one day are ordered by time where it is known.
Settle times become asks of the settle steps, so that they are judged like any other measure.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from datetime import date, timedelta
from typing import NamedTuple

from bucephal.ladder import Catalogue, Side, StageBand, StepKind
from bucephal.record.models import Ask, Horse, HorseRecord, Session, SessionKind, moment_key

DEFAULT_BANDS = {"default": (1, 5), "schooled": (1, 3)}
ANY_ANSWER = (1, 10)
ASSESSMENT_LASTS = timedelta(days=28)
"""An assessment is over after so long, whatever was left of it [own]."""

# The settle exercise is measured by the session's own clock: which mark each stage reads.
SETTLE_EXERCISE = "settle"
_SETTLE_MARKS = {1: "first_min", 2: "first_min", 3: "whole_min", 4: "whole_min"}


class DatedAsk(NamedTuple):
    """An ask with the day it was made and the session it belongs to."""

    ask: Ask
    day: date
    session: Session

    @property
    def track(self) -> tuple[str, Side]:
        return self.ask.step, self.ask.side


def band_for(horse: Horse, catalogue: Catalogue, step: str) -> tuple[int, int]:
    """The band a step is judged in: an entry for step, exercise or family, else the stage's own.

    'Any answer' stages change only by an entry for the step itself: a band for the exercise
    says what counts as light there, not that any answer no longer counts.
    """
    exercise, stage = catalogue.exercise(step), catalogue.stage(step)
    if step in horse.bands:
        return horse.bands[step]
    if stage.band is StageBand.ANY:
        return ANY_ANSWER
    for key in (exercise.id, exercise.family or ""):
        if key in horse.bands:
            return horse.bands[key]
    key = "schooled" if stage.band is StageBand.SCHOOLED else "default"
    return horse.bands.get(key, DEFAULT_BANDS[key])


def with_bands(session: Session, horse: Horse, catalogue: Catalogue) -> Session:
    """The same session, each ask that has a level with the top of the band that is in force."""
    return session.model_copy(
        update={"asks": tuple(with_band(ask, horse, catalogue) for ask in session.asks)}
    )


def with_band(ask: Ask, horse: Horse, catalogue: Catalogue) -> Ask:
    if ask.band_top is not None or not _by_level(ask, catalogue):
        return ask
    return ask.model_copy(update={"band_top": band_for(horse, catalogue, ask.step)[1]})


def _by_level(ask: Ask, catalogue: Catalogue) -> bool:
    return ask.step in catalogue and catalogue.exercise(ask.step).kind is StepKind.LIGHTNESS


def sessions_in_order(record: HorseRecord) -> list[Session]:
    """Sessions by date and start; those without a start keep their place in the file."""
    return sorted(record.sessions, key=lambda s: (s.date, moment_key(s.started, s.date)))


def kind_of_session(steps: Iterable[str], catalogue: Catalogue) -> SessionKind:
    """What kind of session it was that these steps were asked in, where nobody said: ridden, if anything
    in it was.
    """
    ridden = any(catalogue.stage(step).ridden for step in steps)
    return SessionKind.RIDDEN if ridden else SessionKind.GROUND


def asks_in_order(record: HorseRecord, catalogue: Catalogue) -> Iterator[DatedAsk]:
    """Every ask, oldest first; steps that the ladder does not know are passed over."""
    return asks_of(sessions_in_order(record), catalogue)


def asks_of(sessions: Iterable[Session], catalogue: Catalogue) -> Iterator[DatedAsk]:
    """The same of some sessions of a record, in their order: those of a day all or none."""
    by_day: dict[date, list[DatedAsk]] = {}
    for session in sessions:
        rows = by_day.setdefault(session.date, [])
        rows += [DatedAsk(ask, session.date, session) for ask in session.asks if ask.step in catalogue]
        rows += _settle_asks(session, catalogue)
    for day in sorted(by_day):
        yield from _timed(by_day[day])


def _timed(rows: list[DatedAsk]) -> list[DatedAsk]:
    """Rows by time; one without a time stays behind the row it was written after."""
    latest, keyed = None, []
    for row in rows:
        own = moment_key(row.ask.at, row.day) if row.ask.at is not None else latest
        latest = own
        keyed.append((own or moment_key(row.session.started, row.day), row))
    return [row for _, row in sorted(keyed, key=lambda pair: pair[0])]


def _settle_asks(session: Session, catalogue: Catalogue) -> Iterator[DatedAsk]:
    settle = session.settle
    if settle is None or f"{SETTLE_EXERCISE}.1" not in catalogue:
        return
    if any(ask.step.startswith(f"{SETTLE_EXERCISE}.") for ask in session.asks):
        return
    for stage in catalogue.exercise(SETTLE_EXERCISE).stages:
        minutes = getattr(settle, _SETTLE_MARKS.get(stage.number, "whole_min"))
        if minutes is not None:
            reached = settle.settled is not False
            yield DatedAsk(Ask(step=stage.step, extent=minutes, answered=reached), session.date, session)


def days_off(record: HorseRecord, on: date) -> int | None:
    """Calendar days without work before ``on``: Monday to Wednesday is one. None: never worked."""
    worked = [session.date for session in record.sessions if session.date <= on]
    return max((on - max(worked)).days - 1, 0) if worked else None


def ride_number(record: HorseRecord) -> int:
    """Ridden sessions since the start."""
    return sum(1 for session in record.sessions if is_ridden(session))


def is_ridden(session: Session) -> bool:
    """Was the horse ridden in it?"""
    return session.kind in (SessionKind.RIDDEN, SessionKind.HACK)


def first_assessment(record: HorseRecord) -> tuple[Session, ...]:
    """The assessment sessions of the first four weeks from the first one; a later assessment does
    not take its place.
    """
    held = [one for one in sessions_in_order(record) if one.kind is SessionKind.ASSESSMENT and one.asks]
    return tuple(one for one in held if one.date - held[0].date <= ASSESSMENT_LASTS)
