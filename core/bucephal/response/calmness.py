"""How a side answers, apart from how light: how often calm, and how often right.

Source: own decision rules. Without them a step answered wrong twice and right twice a day is ready after
two days, and a nervous canter is confirmed.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from itertools import groupby

from bucephal.answers import Meaning

DAILY_KEEPING = 0.95
CALM_WANTED = 0.75
CALM_WANTED_EXCITING = 0.9
LEAST_EXCITING = 4
"""Answers that an exciting step wants over its last days."""
RIGHT_WANTED = 2 / 3
LAST_DAYS = 3
SLIPS_BELOW = 0.6
_ROUNDING = 1e-9


@dataclass(frozen=True)
class Calmness:
    """Discounted counts of calm answers, and the last days' answers one by one.

    A gait lost on the way, the body, and an answer before the ask are no answers here.
    """

    calm: float = 0.0
    all: float = 0.0
    lately: tuple[tuple[int, bool, bool], ...] = ()
    """Day (ordinal), calm, right; of the last three days asked."""

    def hear(self, meaning: Meaning, day: int) -> Calmness:
        """The counts after one more answer; both lose a little with each day asked."""
        if not meaning.is_answer:
            return self
        new_day = bool(self.lately) and self.lately[-1][0] != day
        kept = DAILY_KEEPING if new_day else 1.0
        rows = (*self.lately, (day, meaning.calm, meaning.right))
        days = [one for one, _ in groupby(row[0] for row in rows)][-LAST_DAYS:]
        return replace(
            self,
            calm=self.calm * kept + meaning.calm,
            all=self.all * kept + 1,
            lately=tuple(row for row in rows if row[0] >= days[0]),
        )

    @property
    def calm_share(self) -> float:
        """1 while nothing was asked."""
        return self.calm / self.all if self.all else 1.0

    @property
    def calm_lately(self) -> float:
        return sum(calm for _, calm, _ in self.lately) / len(self.lately) if self.lately else 1.0

    @property
    def right_share(self) -> float:
        """Of the last three days asked: neither wrong, nor a stop, nor tight, nor alarmed."""
        return sum(right for _, _, right in self.lately) / len(self.lately) if self.lately else 1.0

    def calm_figures(self, *, exciting: bool) -> tuple[float, float]:
        """The calm share and what is wanted of it; none that is known from too few exciting answers."""
        if not exciting:
            return self.calm_share, CALM_WANTED
        return (self.calm_lately if self.is_calm_known(exciting=True) else 0.0), CALM_WANTED_EXCITING

    def is_calm_known(self, *, exciting: bool) -> bool:
        """An exciting step must have been asked often enough to tell."""
        return not exciting or len(self.lately) >= LEAST_EXCITING

    def is_calm(self, *, exciting: bool) -> bool:
        share, wanted = self.calm_figures(exciting=exciting)
        return share >= wanted - _ROUNDING

    @property
    def is_lost(self) -> bool:
        """Too nervous, or of late too often wrong, to stay confirmed."""
        return self.calm_share < SLIPS_BELOW or not self._is_right

    @property
    def _is_right(self) -> bool:
        return self.right_share >= RIGHT_WANTED - _ROUNDING

    def is_good(self, *, exciting: bool) -> bool:
        """Calm and right often enough for the gates."""
        return self.is_calm(exciting=exciting) and self._is_right
