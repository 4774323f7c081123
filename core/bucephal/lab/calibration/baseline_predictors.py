"""Baseline predictors of whether the next ask is in the band, to measure the model against."""

from __future__ import annotations

from collections import deque
from dataclasses import dataclass, field
from statistics import NormalDist

LAST_FIVE, OF_ALL, DISCOUNTED, RUNNING_MEAN = "last five", "share of all", "discounted share", "running mean"
BASELINES = (LAST_FIVE, OF_ALL, DISCOUNTED, RUNNING_MEAN)

_KEPT = 0.85
_FOLLOWS = 0.3
_START_LEVEL, _START_SD, _SD = 5.0, 2.5, 1.3
_NEVER = 0.02
"""No way is let off with calling a thing impossible or certain: one surprise would cost it all."""


@dataclass
class BaselinePredictors:
    """All baselines at once, for one track."""

    band_top: int
    _last: deque[bool] = field(default_factory=lambda: deque(maxlen=5))
    _light: int = 0
    _asks: int = 0
    _kept_light: float = 0.0
    _kept_asks: float = 0.0
    _mean: float = _START_LEVEL

    def predict(self) -> dict[str, float]:
        """P(the next ask is in the band) by each way; shares start from one half."""
        spread = _SD if self._asks else _START_SD
        below = (self.band_top + 0.5 - self._mean) / spread
        chances = {
            LAST_FIVE: (sum(self._last) + 0.5) / (len(self._last) + 1),
            OF_ALL: (self._light + 0.5) / (self._asks + 1),
            DISCOUNTED: (self._kept_light + 0.5) / (self._kept_asks + 1),
            RUNNING_MEAN: NormalDist().cdf(below),
        }
        return {way: min(max(chance, _NEVER), 1 - _NEVER) for way, chance in chances.items()}

    def hear(self, level: float, light: bool) -> None:
        """One answer; ``level`` is one above the highest tried where it did not answer."""
        self._last.append(light)
        self._light += light
        self._kept_light = _KEPT * self._kept_light + light
        self._kept_asks = _KEPT * self._kept_asks + 1
        self._mean = level if not self._asks else self._mean + _FOLLOWS * (level - self._mean)
        self._asks += 1
