"""What whoever rode or led did in a session that is theirs to work on: shown to them, and to whoever teaches.

Source: a fault seen in three sessions of the same rider in the same exercise asks for an exercise of the
person alone: common practice, no source.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator
from datetime import timedelta

from bucephal.ladder import Catalogue
from bucephal.record import FrozenModel, HorseRecord, Session
from bucephal.record.models import moment_key
from bucephal.words import debrief_words

SESSIONS_FOR_A_DRILL = 3
LEAST = timedelta(minutes=5)
"""Of a shorter session no rate an hour is told [own]."""


class RiderFaultSeen(FrozenModel):
    code: str
    times: int
    words: str
    helps: str
    drill: str


class RiderFaults(FrozenModel):
    rider: str
    faults: tuple[RiderFaultSeen, ...]
    only: str


def rider_faults(session: Session, record: HorseRecord, catalogue: Catalogue) -> RiderFaults:
    """The faults of the rider or handler in a session, the one seen most first."""
    times = Counter(code for ask in session.asks for code in ask.faults if code in catalogue.rider_faults)
    return RiderFaults(
        rider=session.rider or "",
        faults=tuple(
            RiderFaultSeen(
                code=code,
                times=count,
                words=debrief_words.rider_fault(catalogue.rider_faults[code].looks, count, _hours(session)),
                helps=catalogue.rider_faults[code].helps,
                drill=" ".join(_drills(code, session, record, catalogue)),
            )
            for code, count in times.most_common()
        ),
        only=debrief_words.RIDER_ONLY,
    )


def _hours(session: Session) -> float | None:
    if session.started is None or session.ended is None:
        return None
    took = moment_key(session.ended, session.date) - moment_key(session.started, session.date)
    return took / timedelta(hours=1) if took >= LEAST else None


def _drills(code: str, session: Session, record: HorseRecord, catalogue: Catalogue) -> Iterator[str]:
    """For each exercise of this session in which the same rider was seen to do it often enough."""
    exercises = dict.fromkeys(catalogue.exercise(ask.step).id for ask in session.asks if code in ask.faults)
    theirs = [one for one in record.sessions if one.rider == session.rider and one.date <= session.date]
    for exercise in exercises:
        seen = sum(
            any(code in ask.faults and ask.step.partition(".")[0] == exercise for ask in one.asks)
            for one in theirs
        )
        if seen >= SESSIONS_FOR_A_DRILL:
            helps = catalogue.rider_faults[code].helps
            yield debrief_words.rider_drill(seen, catalogue.exercise(exercise).name, helps)
