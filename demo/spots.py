"""Where in the sand school things happened: said afterwards, so that the answers stay what they are."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import count

from bucephal.ladder import Catalogue, TakenWith
from bucephal.record import Ask, Event, EventKind, HorseRecord, Session
from bucephal.words.wedge_words import corner

ROUND = ("M", "H", "K", "F")
"""Corners as they come on the left rein."""
HOMEWARD, SEAWARD = "at A", "at C"


def with_spots(record: HorseRecord, catalogue: Catalogue) -> HorseRecord:
    """The same record with a spot at each measured corner, each spook, and where it was drawn home."""
    passed = count()
    sessions = tuple(_session(one, catalogue, passed) for one in record.sessions)
    return record.model_copy(update={"sessions": sessions})


def _session(session: Session, catalogue: Catalogue, passed: Iterator[int]) -> Session:
    asks = tuple(_ask(one, catalogue, passed) for one in session.asks)
    events = tuple(_event(one) for one in session.events)
    return session.model_copy(update={"asks": asks, "events": events})


def _ask(ask: Ask, catalogue: Catalogue, passed: Iterator[int]) -> Ask:
    if catalogue.exercise(ask.step).taken_with is TakenWith.CORNERS:
        letter = ROUND[next(passed) % len(ROUND)]
        with_leg = not ask.step.endswith(".1")
        return ask.model_copy(update={"spot": corner(letter), "second_aid": int(with_leg)})
    return ask.model_copy(update={"spot": HOMEWARD}) if "draws-home" in ask.faults else ask


def _event(event: Event) -> Event:
    return event.model_copy(update={"spot": SEAWARD}) if event.kind is EventKind.SPOOK else event
