"""The week's load: minutes by gait, weighted, of the last seven days against the last twenty-eight.

Own: what a gait weighs, and how a session's minutes fall to gaits. Common practice, no source: a green
horse's week grows by no more than about a tenth.
"""

from __future__ import annotations

from datetime import date, timedelta
from enum import StrEnum

from pydantic import Field

from bucephal.ladder import Catalogue, Gait
from bucephal.record import FrozenModel, HorseRecord, Session
from bucephal.record.models import moment_key

GAIT_WEIGHT = {Gait.HALT: 0.0, Gait.WALK: 1.0, Gait.TROT: 2.0, Gait.CANTER: 4.0}
CIRCLE_WEIGHT = 1.3
WEEK, MONTH = 7, 28
RISING_PCT, TOO_FAST_PCT = 10.0, 30.0
"""Over a tenth more it is rising; over three tenths [own] it is too fast."""
SESSION_NOTICED = 0.5
UNTIMED_MINUTES = 20.0
"""Of a session without begin and end [own]."""


class LoadVerdict(StrEnum):
    FINE = "fine"
    RISING = "rising"
    TOO_FAST = "too-fast"


class Load(FrozenModel):
    """Weighted minutes; ``average_28``: of a week, over the last twenty-eight days."""

    last_7: float
    average_28: float
    change_pct: float | None
    verdict: LoadVerdict
    compared: bool = Field(description="False: under four weeks of work there is no usual week yet.")


def week_load(record: HorseRecord, catalogue: Catalogue, on: date) -> Load:
    """The load up to and with a day."""
    last = _load_within(record, catalogue, on, WEEK)
    average = _load_within(record, catalogue, on, MONTH) * WEEK / MONTH
    return _compared(last, average, _has_history(record, on))


def load_ahead(record: HorseRecord, catalogue: Catalogue, on: date) -> Load:
    """The load as it will be if the horse does today what it usually does in a session.

    The week is the six days before and today, the usual one that of the four weeks before today: where it
    goes on as it did, nothing has changed. Up to half a session more is none [own]: worked every second day,
    a week has three sessions or four.
    """
    before = on - timedelta(days=1)
    lately = [one for one in record.sessions if before - timedelta(days=MONTH) < one.date <= before]
    loads = [session_load(one, catalogue) for one in lately]
    usual = sum(loads) / len(loads) if loads else 0.0
    todays = sum(session_load(one, catalogue) for one in record.sessions if one.date == on)
    week = _load_within(record, catalogue, before, WEEK - 1) + todays + usual
    average = sum(loads) * WEEK / MONTH
    counts = round(week - average - usual * SESSION_NOTICED, 6) > 0
    return _compared(week, average, _has_history(record, before), counts=counts)


def _compared(last: float, average: float, compared: bool, *, counts: bool = True) -> Load:
    change = None if average == 0 else 100 * (last - average) / average
    return Load(
        last_7=round(last, 1),
        average_28=round(average, 1),
        change_pct=None if change is None else round(change, 1),
        verdict=_verdict(change, compared and counts),
        compared=compared and change is not None,
    )


def _has_history(record: HorseRecord, on: date) -> bool:
    """Before four weeks of work there is nothing to compare a week with."""
    return any(session.date <= on - timedelta(days=MONTH) for session in record.sessions)


def _verdict(change_pct: float | None, compared: bool) -> LoadVerdict:
    if change_pct is None or not compared or change_pct <= RISING_PCT:
        return LoadVerdict.FINE
    return LoadVerdict.TOO_FAST if change_pct > TOO_FAST_PCT else LoadVerdict.RISING


def _load_within(record: HorseRecord, catalogue: Catalogue, on: date, days: int) -> float:
    since = on - timedelta(days=days)
    return sum(session_load(one, catalogue) for one in record.sessions if since < one.date <= on)


def session_load(session: Session, catalogue: Catalogue) -> float:
    """Weighted minutes: a session's, in equal parts to what was asked; at walk where nothing was."""
    weights = [_weight(ask.step, catalogue) for ask in session.asks if ask.step in catalogue]
    return session_minutes(session) * (sum(weights) / len(weights) if weights else GAIT_WEIGHT[Gait.WALK])


def _weight(step: str, catalogue: Catalogue) -> float:
    """Groundwork weighs as walk; on a circle it weighs more."""
    stage = catalogue.stage(step)
    on_the_line = stage.circles and not stage.ridden
    by_gait = GAIT_WEIGHT[stage.gait] if stage.ridden or on_the_line else GAIT_WEIGHT[Gait.WALK]
    return by_gait * (CIRCLE_WEIGHT if on_the_line else 1.0)


def session_minutes(session: Session) -> float:
    if session.started is None or session.ended is None:
        return UNTIMED_MINUTES
    began, ended = (moment_key(one, session.date) for one in (session.started, session.ended))
    return max((ended - began).total_seconds() / 60, 0.0)
