"""What can be said of a day at the ring by a tap: who rides, with what on, where, how it settled before."""

from __future__ import annotations

from collections.abc import Iterable, Iterator

from pydantic import Field

from bucephal.record import FrozenModel, HorseRecord, Session, sessions_in_order
from bucephal.record.history import is_ridden
from bucephal.words import debrief_words, wedge_words

LAST_SETTLED = 5
MOST_PLACES = 8
"""So many of a horse's places are offered, where it was most lately first [own]."""


class PackPerson(FrozenModel):
    """Somebody who may ride or handle it, and what they weighed the last time they rode it."""

    name: str
    kg: float | None


class PackTack(FrozenModel):
    """A piece of tack, and whether it was on the last time."""

    key: str
    on: bool


class RingDay(FrozenModel):
    people: tuple[PackPerson, ...] = Field(description="Who was with this horse last goes first.")
    places: tuple[str, ...] = Field(description="Where it was worked last goes first.")
    tack: tuple[PackTack, ...]
    windy: str = Field(description="What is kept of the wind where it is only said to be there.")
    settled_before: str = Field(description="How long it took to settle the last times; empty: not known.")


def ring_day(record: HorseRecord, people: Iterable[str], *, ridden: bool) -> RingDay:
    """What is offered for a horse's day.

    Args:
        people: of the yard.
        ridden: is it ridden in this session? Then its tack is that of the last ride, else that of the last
            work from the ground.
    """
    latest = list(reversed(sessions_in_order(record)))
    settled = [one.settle for one in latest if one.settle is not None and one.settle.minutes is not None]
    places = dict.fromkeys(one.place for one in latest if one.place)
    return RingDay(
        people=tuple(_people(latest, people)),
        places=tuple(places)[:MOST_PLACES],
        windy=wedge_words.WINDY,
        tack=tuple(_tack(latest, ridden=ridden)),
        settled_before=debrief_words.settled_lately(
            [(one.minutes or 0.0, one.settled is not False) for one in settled[:LAST_SETTLED]]
        ),
    )


def _people(latest: list[Session], people: Iterable[str]) -> Iterator[PackPerson]:
    weighed: dict[str, float | None] = {}
    for session in latest:
        if session.rider and weighed.get(session.rider) is None:
            weighed[session.rider] = session.rider_kg
    for name in dict.fromkeys((*weighed, *people)):
        yield PackPerson(name=name, kg=weighed.get(name))


def _tack(latest: list[Session], *, ridden: bool) -> Iterator[PackTack]:
    """As it was the last time something was said of it; then what there is beside."""
    alike = (one.tack for one in latest if is_ridden(one) is ridden)
    last = next((tack for tack in alike if any(value is True for value in tack.values())), {})
    known = dict.fromkeys(
        key for session in latest for key, value in session.tack.items() if isinstance(value, bool)
    )
    for key in dict.fromkeys((*known, *wedge_words.TACK)):
        yield PackTack(key=key, on=last.get(key) is True)
