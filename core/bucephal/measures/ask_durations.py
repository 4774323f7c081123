"""How long an ask really takes, by the clock: once that is known, plans go by it.

Source: own choice; the typical seconds of the ladder are common practice, no source.
"""

from __future__ import annotations

from collections.abc import Iterable
from itertools import pairwise
from statistics import median

from bucephal.ladder import Catalogue
from bucephal.record import Session
from bucephal.record.models import moment_key

LEAST_SESSIONS = 10
"""In which an exercise was timed, before its own time takes over."""
CLOCK_STEP_S = 5
LONGEST_GAP_S = 300
"""A longer wait is a break, not an ask."""


def clock_of_a_yard(sessions: Iterable[Session], catalogue: Catalogue) -> dict[str, int]:
    """The same over all horses of a yard, to five seconds, so that not every session moves its plans."""
    timed = seconds_an_ask(sessions, catalogue)
    return {name: max(round(seconds / CLOCK_STEP_S), 1) * CLOCK_STEP_S for name, seconds in timed.items()}


def seconds_an_ask(sessions: Iterable[Session], catalogue: Catalogue) -> dict[str, float]:
    """By exercise the seconds from one ask to the next: the median of its sessions' medians.

    Args:
        sessions: with the times at which asks were tapped; asks without a time say nothing.
        catalogue: the ladder; steps that it does not know are passed over.
    """
    medians: dict[str, list[float]] = {}
    for session in sessions:
        for exercise, gaps in _gaps(session, catalogue).items():
            medians.setdefault(exercise, []).append(median(gaps))
    return {name: median(found) for name, found in medians.items() if len(found) >= LEAST_SESSIONS}


def _gaps(session: Session, catalogue: Catalogue) -> dict[str, list[float]]:
    timed = sorted(
        (moment_key(ask.at, session.date), ask.step)
        for ask in session.asks
        if ask.at is not None and ask.step in catalogue
    )
    found: dict[str, list[float]] = {}
    for (before, step), (after, following) in pairwise(timed):
        exercise, gap = catalogue.exercise(step).id, (after - before).total_seconds()
        if catalogue.exercise(following).id == exercise and 0 < gap <= LONGEST_GAP_S:
            found.setdefault(exercise, []).append(gap)
    return found
