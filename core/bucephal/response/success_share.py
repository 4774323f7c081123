"""Tolerance and measure steps: the share of tries that succeed, forgetting slowly.

Beta(1, 1) prior; each day with asks multiplies the old counts by 0.95, the prior stays.
Source: own; the Beta-binomial is standard, e.g. Gelman et al., Bayesian Data
Analysis, ch. 2.
"""

from __future__ import annotations

from dataclasses import dataclass

DAILY_KEEPING = 0.95
WANTED_SHARE = 0.8


@dataclass(frozen=True)
class ShareTrack:
    """Discounted counts of successes and failures of one track."""

    successes: float = 0.0
    failures: float = 0.0
    day: int | None = None

    def as_start(self) -> ShareTrack:
        """The counts by now, as the start of a track."""
        return ShareTrack(self.successes, self.failures)

    def hear(self, success: bool, day: int) -> ShareTrack:
        """The counts after one more try on ``day`` (an ordinal)."""
        kept = 1.0 if day == self.day or self.day is None else DAILY_KEEPING
        return ShareTrack(self.successes * kept + success, self.failures * kept + (not success), day)

    @property
    def _parameters(self) -> tuple[float, float]:
        return 1.0 + self.successes, 1.0 + self.failures

    @property
    def mean(self) -> float:
        a, b = self._parameters
        return a / (a + b)

    @property
    def sure(self) -> float:
        """P(share >= 0.8)."""
        from scipy.special import betainc  # where it is used: a third of a command's start

        a, b = self._parameters
        return float(1.0 - betainc(a, b, WANTED_SHARE))

    def interval(self, share: float = 0.8) -> tuple[float, float]:
        """Central interval of the success share."""
        from scipy.special import betaincinv  # where it is used: a third of a command's start

        a, b = self._parameters
        low, high = (betaincinv(a, b, tail) for tail in ((1 - share) / 2, (1 + share) / 2))
        return float(low), float(high)
