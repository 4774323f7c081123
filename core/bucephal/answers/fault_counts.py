"""What the faults of an answer count as, here and now: the one table that every reading uses.

Source: common practice, no source.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping

from bucephal.answers.item_rules import StepRule
from bucephal.ladder import CountsAs

STRICTEST_FIRST = (
    CountsAs.BODY, CountsAs.STOP, CountsAs.WRONG, CountsAs.FREE, CountsAs.BEFORE, CountsAs.SHAPE,
    CountsAs.LET_BE,
)  # fmt: skip
"""Which one speaks, where several were tapped."""


def counted_as(
    rule: StepRule, *, learning: bool, sessions_before: int | None
) -> Mapping[CountsAs, tuple[str, ...]]:
    """The codes of a step's faults by what they count as.

    Args:
        learning: it has never been ready up to that morning; from then on what was let be is shape.
        sessions_before: sessions in which the exercise was asked before; None: taken as none.
    """
    found: dict[CountsAs, tuple[str, ...]] = dict.fromkeys(CountsAs, ())
    for fault in rule.exercise.faults:
        kind = fault.counts_in(rule.stage.number, sessions_before)
        if kind is CountsAs.LET_BE and not learning:
            kind = CountsAs.SHAPE
        found[kind] = (*found[kind], fault.code)
    return found


def strictest(
    codes: Iterable[str], rule: StepRule, *, learning: bool, sessions_before: int | None
) -> CountsAs | None:
    """What an answer with these faults counts as; None: nothing of it speaks for itself."""
    tapped = set(codes)
    by_kind = counted_as(rule, learning=learning, sessions_before=sessions_before)
    return next((kind for kind in STRICTEST_FIRST if tapped.intersection(by_kind[kind])), None)


def leaps_forward(rule: StepRule) -> bool:
    """A forward cue: too much of it is the movement asked, whatever came."""
    return any(fault.counts_as is CountsAs.OVER for fault in rule.exercise.faults)
