"""Does something explain the bad days: heat, wind, another rider?

A day is bad where fewer answers were good than is usual on the days round it: so a horse that gets better all
along has bad days early as well as late. Whether something goes with the bad days is asked of whole days,
since the answers of one day are not each a witness of its own; and where several things are asked about at
once, more is wanted of each.

Sources: Fisher (1935), The Design of Experiments: the exact test of a two by two table; Holm (1979), A simple
sequentially rejective multiple test procedure, Scand. J. Stat. 6, 65-70. What is a bad day: own.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date
from statistics import median
from typing import TypeVar

ROUND_A_DAY = 3
"""Days before and after it that a day is held against [own]; of the first and the last nothing is said."""
LEAST_ANSWERS = 4
"""Of a day with fewer nothing is said [own]."""
WORSE_BY = 0.1
"""A day is bad from a tenth of the answers below the usual on [own]."""
EXPLAINS_BELOW = 0.05
LEAST_DAYS = 3
"""Days with and days without it, that anything is said [own]."""


Key = TypeVar("Key")


@dataclass(frozen=True)
class DayOfWork:
    """``good`` of ``answers`` were good."""

    on: date
    good: int
    answers: int

    @property
    def share(self) -> float:
        return self.good / self.answers


@dataclass(frozen=True)
class Explains:
    """Bad days among those with something and among those without it.

    Attributes:
        p_value: Fisher's exact test, one-sided (more bad days with it), after Holm; None where there are too
            few days of either kind.
    """

    bad_with: int
    days_with: int
    bad_without: int
    days_without: int
    p_value: float | None

    @property
    def shown(self) -> bool:
        return self.p_value is not None and self.p_value < EXPLAINS_BELOW


def bad_days(days: Sequence[DayOfWork]) -> frozenset[date]:
    """The days on which fewer answers were good than on those round them.

    Args:
        days: in order of time; those with too few answers are passed over.
    """
    told = [one for one in days if one.answers >= LEAST_ANSWERS]
    return frozenset(one.on for n, one in enumerate(told) if _is_bad(one, _round(told, n)))


def _round(days: Sequence[DayOfWork], n: int) -> list[float]:
    """As many before it as after it: else a horse that gets better would seem bad on its first days."""
    reach = min(ROUND_A_DAY, n, len(days) - 1 - n)
    near = (*days[n - reach : n], *days[n + 1 : n + 1 + reach])
    return [one.share for one in near]


def _is_bad(one: DayOfWork, near: list[float]) -> bool:
    return bool(near) and one.share <= median(near) - WORSE_BY + 1e-9


def explained(days: Sequence[DayOfWork], conditions: Mapping[str, frozenset[date]]) -> dict[str, Explains]:
    """By condition, how many bad days there were with it and without it.

    Args:
        conditions: the days on which each of them was so.
    """
    told = {one.on for one in days if one.answers >= LEAST_ANSWERS}
    bad = bad_days(days)
    tables = {key: _table(told, bad, with_it) for key, with_it in conditions.items()}
    raw = {key: _fisher(table) for key, table in tables.items()}
    adjusted = holm({key: p for key, p in raw.items() if p is not None})
    return {
        key: Explains(*tables[key], p_value=adjusted.get(key))
        for key in conditions
        if tables[key][1]  # there was a day of it
    }


_Counts = tuple[int, int, int, int]


def _table(told: set[date], bad: frozenset[date], with_it: frozenset[date]) -> _Counts:
    days = told & with_it, told - with_it
    return len(days[0] & bad), len(days[0]), len(days[1] & bad), len(days[1])


def _fisher(table: _Counts) -> float | None:
    bad_with, days_with, bad_without, days_without = table
    if min(days_with, days_without) < LEAST_DAYS:
        return None
    from scipy.stats import fisher_exact  # where it is used: half of a server's start

    counts = [[bad_with, days_with - bad_with], [bad_without, days_without - bad_without]]
    return float(fisher_exact(counts, alternative="greater").pvalue)


def holm(p_values: Mapping[Key, float]) -> dict[Key, float]:
    """Each p-value as it counts where so many were asked about at once."""
    count, largest, adjusted = len(p_values), 0.0, {}
    for n, (key, p) in enumerate(sorted(p_values.items(), key=lambda pair: pair[1])):
        largest = max(largest, min(p * (count - n), 1.0))
        adjusted[key] = largest
    return adjusted
