"""A horse in a line: for lists, heads of pages and the sheet."""

from __future__ import annotations

from datetime import date

from pydantic import Field

from bucephal.progress import GOOD, Standing, StepState
from bucephal.record import FlagCode, FrozenModel, days_off, ride_number
from bucephal.record.history import SETTLE_EXERCISE
from bucephal.welfare import RaisedFlag
from bucephal.words import flag_words, sheet_words
from bucephal.words.ages import age_short, age_text

_AT_WORK = (*GOOD, StepState.LEARNING, StepState.SLIPPING)


class OpenFlag(FrozenModel):
    """An open flag in a line."""

    code: FlagCode
    name: str
    words: str = Field(description="Since when, and why.")
    say: str = Field(description="What to have looked at.")
    holds_back_words: str


class HorseFacts(FrozenModel):
    id: str | None
    name: str
    age: str
    age_short: str
    work: str
    days_off: int | None
    days_off_words: str
    rides: int
    sessions: int
    sessions_words: str = Field(description="Sessions and rides so far.")
    last_on: date | None
    open_flags: tuple[OpenFlag, ...]


def horse_facts(standing: Standing) -> HorseFacts:
    """The facts of a horse on the day of its standing."""
    record, on = standing.record, standing.on
    days = [session.date for session in record.sessions if session.date <= on]
    off, last_on = days_off(record, on), max(days, default=None)
    rides = ride_number(record)
    return HorseFacts(
        id=record.horse.id,
        name=record.horse.name,
        age=age_text(standing.age_months),
        age_short=age_short(standing.age_months),
        work=_work(standing),
        days_off=off,
        days_off_words=sheet_words.days_off(off, worked_today=last_on == on),
        rides=rides,
        sessions=len(days),
        sessions_words=sheet_words.sessions_and_rides(len(days), rides),
        last_on=last_on,
        open_flags=tuple(_open(flag) for flag in standing.flags if flag.open),
    )


def _open(flag: RaisedFlag) -> OpenFlag:
    return OpenFlag(
        code=flag.code, name=flag.name, words=flag_words.raised(flag.code, flag.since, flag.why),
        say=flag.say, holds_back_words=flag.holds_back_words,
    )  # fmt: skip


def _work(standing: Standing) -> str:
    """The highest phase in which something is at work, as a word for what the horse is at."""
    catalogue = standing.catalogue
    asked = [
        step
        for step, _ in standing.tracks.by_key
        if standing.own_state(step) in _AT_WORK and not step.startswith(f"{SETTLE_EXERCISE}.")
    ]
    phases = list(catalogue.phases)
    index = max((phases.index(catalogue.exercise(step).phase) for step in asked), default=None)
    if index is None:
        return sheet_words.NOT_BEGUN
    return sheet_words.at_work(phases[index], catalogue.phases[phases[index]])
