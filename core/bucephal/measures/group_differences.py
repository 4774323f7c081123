"""Two groups of first answers, each held against what was to be expected by then.

A horse gets better all along: what was asked later, under a new saddle or another rider, is better for that
alone. So not the answers are compared, but by how much they were better or worse than expected on their
mornings. How many of a group would be good is a sum of independent tries, each with a chance of its own
(Poisson's binomial), added up exactly: Hong (2013), On computing the distribution function for the Poisson
binomial distribution, Comput. Stat. Data Anal. 59, 41-51. That it is taken of first answers of a day only is
own: the others of a day are no witnesses of their own.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

LEAST_IN_A_GROUP = 5
"""First answers, under which nothing is said [own]."""
SHOWN_BELOW = 0.05
SUREST = 0.95
"""No answer is expected more surely than that, or less than the rest of it [own]: the model is not that sure
of itself either.
"""
_ROUNDING = 1e-9


@dataclass(frozen=True)
class FirstTry:
    """``good``: it was; ``expected``: the chance of that, by all that was known on that morning."""

    good: bool
    expected: float


@dataclass(frozen=True)
class GroupOfTries:
    """Shares of so many first answers."""

    tries: int
    good: float
    expected: float

    @property
    def better(self) -> float:
        return self.good - self.expected


@dataclass(frozen=True)
class GroupDifference:
    """``p_value``: two-sided, of such a difference if there were none; None with too few in a group."""

    first: GroupOfTries
    second: GroupOfTries
    p_value: float | None

    @property
    def difference(self) -> float:
        """By how much the second was better than the first, each against what was expected."""
        return self.second.better - self.first.better


def group_difference(first: Sequence[FirstTry], second: Sequence[FirstTry]) -> GroupDifference:
    groups = _group(first), _group(second)
    if min(len(first), len(second)) < LEAST_IN_A_GROUP:
        return GroupDifference(*groups, None)
    found = GroupDifference(*groups, None)
    return GroupDifference(*groups, _as_far_off(first, second, abs(found.difference)))


def _group(tries: Sequence[FirstTry]) -> GroupOfTries:
    count = len(tries)
    if not count:
        return GroupOfTries(0, 0.0, 0.0)
    good = sum(one.good for one in tries) / count
    return GroupOfTries(count, good, sum(map(_expected, tries)) / count)


def _expected(one: FirstTry) -> float:
    return min(max(one.expected, 1 - SUREST), SUREST)


def _as_far_off(first: Sequence[FirstTry], second: Sequence[FirstTry], observed: float) -> float:
    """The chance that two groups differ by as much, or by more, each answer as likely as was expected."""
    chances = [how_many([_expected(one) for one in tries]) for tries in (first, second)]
    better = [np.arange(len(one)) / (len(one) - 1) - _group(tries).expected
              for one, tries in zip(chances, (first, second), strict=True)]  # fmt: skip
    off = np.abs(better[1][None, :] - better[0][:, None]) >= observed - _ROUNDING
    return float(min((chances[0][:, None] * chances[1][None, :])[off].sum(), 1.0))


def how_many(chances: Sequence[float]) -> NDArray[np.float64]:
    """The chance of 0, 1, 2 ... successes of independent tries, each with a chance of its own."""
    counts = np.ones(1)
    for chance in chances:
        counts = np.convolve(counts, [1 - chance, chance])
    return counts
