"""Goes on hearing a record that grew, within one process: what it was yesterday is not heard again.

Beside what is saved (``saving.py``), which a process begins from, this keeps the tracks themselves.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from functools import cached_property
from itertools import takewhile
from operator import is_

from bucephal.ladder import Catalogue, under
from bucephal.record import Horse, HorseRecord, Session, asks_in_order, asks_of, sessions_in_order
from bucephal.response.saved_tracks import restored, save_until
from bucephal.response.tracks import Tracks


@dataclass(frozen=True)
class Before:
    """What was heard before the last day with asks: it only grows as days pass.

    Fields:
        day: that last day; None: there are no asks.
        tracks: nobody may let them hear more.
        sessions: those whose asks they are of, in order.
    """

    day: date | None
    tracks: Tracks
    sessions: tuple[Session, ...]
    horse: Horse

    @cached_property
    def saved(self) -> bytes:
        """As bytes that the next process begins from (see ``saving.py``)."""
        rows = list(asks_of(self.sessions, self.tracks.catalogue))
        return save_until(self.day or date.min, self.tracks, rows, self.horse)


@dataclass(frozen=True)
class Heard:
    """The tracks of a record, of every ask, and what to go on from when it has grown."""

    tracks: Tracks
    sessions: tuple[Session, ...]
    before: Before

    def is_of(self, record: HorseRecord, catalogue: Catalogue, sessions: Sequence[Session]) -> bool:
        """Is it of this very record?"""
        same = self.tracks.catalogue is catalogue and self.before.horse == record.horse
        return same and self.up_to(sessions) is self.tracks

    def up_to(self, sessions: Sequence[Session]) -> Tracks | None:
        """The tracks of the first of these sessions, if they are at hand."""
        for tracks, own in ((self.tracks, self.sessions), (self.before.tracks, self.before.sessions)):
            if len(own) == len(sessions) and all(map(is_, own, sessions)):
                return tracks
        return None


def hear(
    record: HorseRecord, catalogue: Catalogue, last: Heard | None = None, saved: bytes | None = None
) -> Heard:
    """Hears a record; what is the same as the last time, or as when it was saved, is not heard again.

    The result is the same to the last bit either way. It costs what came since ``last``, if the record's
    sessions are the same objects as they were then as far as nothing of them has changed.
    """
    catalogue = under(catalogue, record.horse.school)
    sessions = sessions_in_order(record)
    if last is not None and last.is_of(record, catalogue, sessions):
        return last
    days = (one.date for one in reversed(sessions) if any(True for _ in asks_of([one], catalogue)))
    day = next(days, None)
    earlier = tuple(takewhile(lambda one: day is not None and one.date < day, sessions))
    if last is not None and _goes_on(last.before, record, catalogue, earlier):
        before = _grown(last.before, day, earlier)
    else:
        rows = list(asks_in_order(record, catalogue))
        begun, heard = restored(record, catalogue, rows, saved)
        for row in rows[heard:]:
            if day is not None and row.day < day:
                begun.hear(row)
        before = Before(day, begun, earlier, record.horse)
    tracks = before.tracks.branch()
    for row in asks_of(sessions[len(earlier) :], catalogue):
        tracks.hear(row)
    return Heard(tracks, tuple(sessions), before)


def _grown(last: Before, day: date | None, earlier: tuple[Session, ...]) -> Before:
    if last.day == day and len(last.sessions) == len(earlier):
        return last
    tracks = last.tracks.branch()
    for row in asks_of(earlier[len(last.sessions) :], tracks.catalogue):
        tracks.hear(row)
    return Before(day, tracks, earlier, last.horse)


def _goes_on(last: Before, record: HorseRecord, catalogue: Catalogue, earlier: tuple[Session, ...]) -> bool:
    """Is everything that was heard then there unchanged, and all else on later days?"""
    known = len(last.sessions)
    if last.tracks.catalogue is not catalogue or last.horse != record.horse or known > len(earlier):
        return False
    same = all(map(is_, last.sessions, earlier))
    return same and not (0 < known < len(earlier) and earlier[known].date == earlier[known - 1].date)
