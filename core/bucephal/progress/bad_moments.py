"""After a bad moment: an alarm, a danger, or what ends an exercise for the day.

Next time one stage easier, with a helper where it is ridden, and not before a calm day; in a first stage
the same again after a calm day, once. It holds until the exercise has been asked again. What the trainer
decides about a step of it since goes before it.

Source: common practice, no source.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import date

from bucephal.answers import DANGER_EVENTS
from bucephal.ladder import CountsAs
from bucephal.progress.memo import memo_of_standing
from bucephal.progress.standing import Standing
from bucephal.record import Ask, Event, Session, Tension, sessions_in_order
from bucephal.record.history import SETTLE_EXERCISE
from bucephal.record.models import moment_key

PEACE_DAYS = 2
"""Days without work that stand for a calm one [own]: where nothing else can be asked there is none."""


@dataclass(frozen=True)
class BadMoment:
    """The last one of an exercise that was not asked again since."""

    on: date
    step: str
    what: str
    """A code: alarm, stop, or the kind of a dangerous event."""
    calm_since: bool
    """Has there been a calm day since: worked without alarm, danger or stop, or two days left in peace?"""


@memo_of_standing
def bad_moments(standing: Standing) -> dict[str, BadMoment]:
    """By exercise."""
    sessions = sessions_in_order(standing.record)
    upset = {id(session): list(_moments(standing, session)) for session in sessions}
    last_calm = max((one.date for one in sessions if not upset[id(one)]), default=date.min)
    last_worked = max((one.date for one in sessions), default=date.min)
    in_peace = (standing.on - last_worked).days > PEACE_DAYS
    found: dict[str, BadMoment] = {}
    for session in sessions:
        for exercise in {_exercise(ask.step) for ask in session.asks}:
            found.pop(exercise, None)  # asked again since
        for step, what in upset[id(session)]:
            if step:
                calm = in_peace or last_calm > session.date
                found[_exercise(step)] = BadMoment(session.date, step, what, calm)
    return {name: one for name, one in found.items() if not _decided_since(standing, name, one.on)}


def _moments(standing: Standing, session: Session) -> Iterator[tuple[str, str]]:
    """Steps with what went wrong in them; an event belongs to what was asked last before it, if anything."""
    for ask in session.asks:
        what = _what(standing, ask, session.date)
        if what is not None:
            yield ask.step, what
    for event in session.events:
        if event.kind in DANGER_EVENTS:
            before = _asked_before(session, event)
            yield ("" if before is None else before.step), str(event.kind)


def _what(standing: Standing, ask: Ask, on: date) -> str | None:
    if ask.tension is not Tension.ALARMED and not ask.faults:
        return None
    if ask.step not in standing.catalogue or _exercise(ask.step) == SETTLE_EXERCISE:
        return None
    if ask.tension is Tension.ALARMED:
        return "alarm"
    track = standing.tracks.asked(ask.step, ask.side)
    told = [] if track is None else track.told_on(on)
    stopped = any(one == ask and meaning.counts_as is CountsAs.STOP for one, meaning in told)
    return "stop" if stopped else None


def _asked_before(session: Session, event: Event) -> Ask | None:
    """What was asked last before an event; of those without a time, the last of all."""
    at = event.at
    if at is None:
        return session.asks[-1] if session.asks else None
    when = moment_key(at, session.date)
    earlier = [ask for ask in session.asks if ask.at is None or moment_key(ask.at, session.date) <= when]
    return earlier[-1] if earlier else None


def _decided_since(standing: Standing, exercise: str, on: date) -> bool:
    return any(_exercise(one.step) == exercise and one.on >= on for one in standing.overrides_in_force)


def _exercise(step: str) -> str:
    return step.rpartition(".")[0]
