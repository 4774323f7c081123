"""Canter leads: right, wrong and disunited per rein, and whether one rein is worse.

Source: Fisher (1935), The Design of Experiments: the exact test of a two by two table.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field

from bucephal.ladder import Side
from bucephal.measures.wilson_share import ShareOfTries, share_of_tries
from bucephal.record import Ask

ONE_SIDED_BELOW = 0.05
LEAST_A_REIN = 5
"""Under so many canters a rein nothing is said of a difference [own]."""


@dataclass
class LeadCount:
    """Canters on one rein by the lead they were on, in front and behind."""

    right: int = 0
    wrong: int = 0
    disunited: int = 0

    @property
    def tries(self) -> int:
        return self.right + self.wrong + self.disunited

    @property
    def share(self) -> ShareOfTries:
        return share_of_tries(self.right, self.tries)


@dataclass(frozen=True)
class LeadTable:
    """Both reins and the chance of such a difference if there were none."""

    left: LeadCount = field(default_factory=LeadCount)
    right: LeadCount = field(default_factory=LeadCount)

    @property
    def p_value(self) -> float | None:
        """Fisher's exact test, two-sided, right lead against not; None while a rein is empty."""
        if not self.left.tries or not self.right.tries:
            return None
        from scipy.stats import fisher_exact  # where it is used: half of a server's start

        table = [[one.right, one.wrong + one.disunited] for one in (self.left, self.right)]
        return float(fisher_exact(table).pvalue)

    @property
    def worse(self) -> Side | None:
        """The rein that is worse; None where that cannot be told."""
        p_value = self.p_value
        few = min(self.left.tries, self.right.tries) < LEAST_A_REIN
        if few or p_value is None or p_value >= ONE_SIDED_BELOW:
            return None
        left, right = (one.right / one.tries for one in (self.left, self.right))
        return Side.LEFT if left < right else Side.RIGHT


@dataclass(frozen=True)
class LeadChange:
    """One rein, the earlier half of its canters against the later one."""

    earlier: LeadCount
    later: LeadCount

    @property
    def p_value(self) -> float | None:
        """Fisher's exact test, two-sided; None with too few in either half."""
        if min(self.earlier.tries, self.later.tries) < LEAST_A_REIN:
            return None
        return LeadTable(self.earlier, self.later).p_value

    @property
    def direction(self) -> int:
        """1 the right lead comes more often, -1 less often, 0 no change is shown."""
        p_value = self.p_value
        if p_value is None or p_value >= ONE_SIDED_BELOW:
            return 0
        before, after = (one.right / one.tries for one in (self.earlier, self.later))
        return 1 if after > before else -1


def lead_change(asks: Sequence[Ask], rein: Side) -> LeadChange:
    """Of asks in order of time."""
    own = [ask for ask in asks if ask.side is rein and ask.lead_front is not None]
    half = len(own) // 2
    counts = (lead_table(part) for part in (own[:half], own[half:]))
    return LeadChange(*(table.left if rein is Side.LEFT else table.right for table in counts))


def lead_table(asks: Iterable[Ask]) -> LeadTable:
    """Counts the canters whose lead in front was noted; the rein is the side of the ask.

    Disunited: one lead in front, the other behind. A lead behind that was not noted is taken
    to be the one in front.
    """
    table = LeadTable()
    for ask in asks:
        if ask.lead_front is None or ask.side is Side.NONE:
            continue
        count = table.left if ask.side is Side.LEFT else table.right
        if ask.lead_hind is not None and ask.lead_hind.value != ask.lead_front.value:
            count.disunited += 1
        elif ask.lead_front.value == ask.side.value:
            count.right += 1
        else:
            count.wrong += 1
    return table
