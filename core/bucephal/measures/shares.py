"""A plain share of tries with its interval.

Source: Wilson (1927), Probable inference, the law of succession, and statistical inference,
J. Am. Stat. Assoc. 22, 209-212.
"""

from __future__ import annotations

from dataclasses import dataclass


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

    Raises:
        ValueError: if not 0 <= hits <= tries.
    """
    if not 0 <= hits <= tries:
        raise ValueError(f"hits must lie between 0 and tries, not {hits} of {tries}")
    if tries == 0:
        return ShareOfTries(0, 0, 0.0, 1.0)
    from scipy.stats import binomtest  # where it is used: half of a server's start

    interval = binomtest(hits, tries).proportion_ci(confidence_level=confidence, method="wilson")
    return ShareOfTries(hits, tries, float(interval.low), float(interval.high))
