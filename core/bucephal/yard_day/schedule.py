"""Who works when: the day's horses along its hours, one after the other.

Whoever has an open flag as early as can be, so that somebody can still be called; then those for whom a
helper opens more, in the helper's hours; then the others. Each in the first hours that are free and not too
hot, in the order in which they are given. Source: common practice, no source.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import time

from bucephal.welfare import Heat
from bucephal.yard_day.hours import GRID_MIN, YardDay, minute_of, time_of

BETWEEN_MIN = 15
"""From one horse to the next: fetched, groomed, tacked up, put away [own]."""
_COOL = (Heat.FINE, Heat.CARE)
_BEARABLE = (*_COOL, Heat.SHORT_AND_EASY)


@dataclass(frozen=True)
class Wanting:
    """A horse that is to be worked.

    Args (fields):
        minutes: of its session alone.
        minutes_helped: of its session with a helper.
        wants_helper: does a helper open more?
        flagged: has it an open flag?
    """

    horse: str
    minutes: int
    minutes_helped: int
    wants_helper: bool
    flagged: bool = False


@dataclass(frozen=True)
class Placed:
    """A session in the day."""

    horse: str
    starts: time
    ends: time
    helped: bool
    heat: Heat

    @property
    def minutes(self) -> int:
        return minute_of(self.ends) - minute_of(self.starts)


def day_line(wanting: Sequence[Wanting], day: YardDay, now: time | None = None) -> dict[str, Placed]:
    """Each horse's hours; those that do not fit any more are missing.

    Args:
        wanting: in the order in which they matter.
        now: nothing is placed before it; None: the whole day is ahead.
    """
    first, last = _on_the_grid(max(minute_of(day.starts), _ahead(now))), minute_of(day.ends)
    line = _Line(day, first, last)
    any_hour, helper = (first, last), day.helper
    in_helpers = [one for one in wanting if helper is not None and one.wants_helper]
    for one in (each for each in wanting if each.flagged and each not in in_helpers):
        line.place(one.horse, one.minutes, any_hour, helped=False)
    if helper is not None:
        helped = minute_of(helper.starts), minute_of(helper.ends)
        for one in in_helpers:
            line.place(one.horse, one.minutes_helped, helped, helped=True)
    for one in (each for each in wanting if each.horse not in line.placed):
        line.place(one.horse, one.minutes, any_hour, helped=False)
    return line.placed


def _ahead(now: time | None) -> int:
    return 0 if now is None else minute_of(now)


def _on_the_grid(minute: int) -> int:
    return -(-minute // GRID_MIN) * GRID_MIN


class _Line:
    """What of the day is free still."""

    def __init__(self, day: YardDay, first: int, last: int) -> None:
        self._day, self._first, self._last = day, first, last
        self.placed: dict[str, Placed] = {}

    def place(self, horse: str, minutes: int, within: tuple[int, int], *, helped: bool) -> None:
        """In the first free hours that are cool, else in the first that are bearable."""
        starts = (self._first_free(minutes, within, allowed) for allowed in (_COOL, _BEARABLE))
        start = next((one for one in starts if one is not None), None)
        if start is None:
            return
        end = start + minutes
        hottest = max(self._day.heat(start), self._day.heat(end), key=list(Heat).index)
        self.placed[horse] = Placed(horse, time_of(start), time_of(end), helped, hottest)

    def _first_free(self, minutes: int, within: tuple[int, int], allowed: Sequence[Heat]) -> int | None:
        first, last = max(self._first, within[0]), min(self._last, within[1])
        for start in range(_on_the_grid(first), last - minutes + 1, GRID_MIN):
            end = start + minutes
            if {self._day.heat(start), self._day.heat(end)} <= set(allowed) and not self._is_taken(
                start, end
            ):
                return start
        return None

    def _is_taken(self, start: int, end: int) -> bool:
        taken = ((minute_of(one.starts), minute_of(one.ends)) for one in self.placed.values())
        return any(start < until + BETWEEN_MIN and end + BETWEEN_MIN > begins for begins, until in taken)
