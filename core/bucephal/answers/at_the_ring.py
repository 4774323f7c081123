"""The reading of an answer at the ring: which kind it is, for an item and how it stood that morning.

A list of conditions, the first that holds. The list is data, so that the device can read it without
knowing anything about horses; the core itself reads the same list. The order is that in which the
coach's rules come: what endangers somebody first, then the horse's body and mind, then the movement,
then how light it was. Beside it stands the reading in the record (``in_the_record.py``).
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from enum import StrEnum
from typing import Any

from pydantic import Field

from bucephal.answers.entry import HeardEntry
from bucephal.answers.rules import ItemRule
from bucephal.ladder import Accepted, Compare, Fault, SessionEnd, StepKind, WrongLead
from bucephal.record import FrozenModel

DANGER_EVENTS = ("bolt", "rear", "buck", "kick", "fall")
BODY_EVENTS = ("stumble", "uneven")
TOP_PRESSURE = 9
"""Levels 9 and 10: after two such answers in a row there is no third. Common practice, no source."""
ANTICIPATES = "anticipates"
BEST_GRADE = 5
LEAD_FREE_SESSIONS = 3
"""Canter sessions in which any lead is right, by one school. Common practice, no source."""


class SignalKind(StrEnum):
    DANGER = "danger"
    BODY = "body"
    SPOOK = "spook"
    ALARMED = "alarmed"
    OVER = "over"
    WRONG = "wrong"
    ANTICIPATED = "anticipated"
    HEAVY = "heavy"
    NONE = "none"
    TIGHT = "tight"
    LIGHT = "light"
    BEST = "best"


_CAME = (
    SignalKind.OVER, SignalKind.HEAVY, SignalKind.TIGHT, SignalKind.LIGHT, SignalKind.BEST,
    SignalKind.ANTICIPATED,
)  # fmt: skip


@dataclass(frozen=True)
class Signal:
    """A kind of answer; ``level`` where the level matters to what is said next."""

    kind: SignalKind
    level: int | None = None
    is_ask: bool = True

    @property
    def came(self) -> bool:
        """Answered, at whatever level, with the movement that was asked and without alarm."""
        return self.kind in _CAME

    @property
    def is_top(self) -> bool:
        heavy = self.kind in (SignalKind.HEAVY, SignalKind.NONE)
        return heavy and self.level is not None and self.level >= TOP_PRESSURE


class Condition(FrozenModel):
    """A test on one field of an entry: one of some values, or below or above a number."""

    field: str
    any_of: tuple[str | bool | int, ...] | None = None
    below: float | None = None
    above: float | None = None

    def holds(self, entry: dict[str, Any]) -> bool:
        value = entry[self.field]
        values = value if isinstance(value, tuple) else (value,)
        if self.any_of is not None:
            return any(one in self.any_of for one in values if one is not None)
        if value is None:
            return False
        return (self.below is not None and value < self.below) or (
            self.above is not None and value > self.above
        )


class SignalRule(FrozenModel):
    """If all conditions hold, the signal is ``by_level[level]`` (index 0: no level given)."""

    when: tuple[Condition, ...]
    by_level: tuple[Signal, ...] = Field(min_length=11, max_length=11)


def signal_rules(rule: ItemRule) -> tuple[SignalRule, ...]:
    """The list for an item, most urgent first; the last rule always holds."""
    return (
        *_what_happened(),
        *_how_it_was_done(rule),
        *_no_answer(rule),
        *_heavy_or_tight(rule),
        *_light(rule),
    )


def classify(entry: HeardEntry, rules: tuple[SignalRule, ...]) -> Signal:
    fields = entry.model_dump()
    fields["faults"] = tuple(fields["faults"])
    rule = next(rule for rule in rules if all(one.holds(fields) for one in rule.when))
    return rule.by_level[entry.level or 0]


def _what_happened() -> Iterator[SignalRule]:
    yield _one("event", DANGER_EVENTS, SignalKind.DANGER, is_ask=False)
    yield _one("event", BODY_EVENTS, SignalKind.BODY, is_ask=False)
    yield _one("event", ("spook",), SignalKind.SPOOK, is_ask=False)


def _how_it_was_done(rule: ItemRule) -> Iterator[SignalRule]:
    yield _one("tension", ("alarmed",), SignalKind.ALARMED)
    yield _one("over", (True,), SignalKind.OVER)
    nearly_passes = rule.green or rule.stage.accept_nearly
    yield _one("correct", ("no",) if nearly_passes else ("no", "nearly"), SignalKind.WRONG)
    yield _one("faults", _firing_faults(rule), SignalKind.WRONG)
    yield _one("faults", (ANTICIPATES,), SignalKind.ANTICIPATED)


def _no_answer(rule: ItemRule) -> Iterator[SignalRule]:
    # Without a level (three-button logging) all that is known is that it was above the band.
    levels = (min(rule.band_top, 10), *range(1, 11))
    signals = tuple(Signal(kind=SignalKind.NONE, level=level) for level in levels)
    yield SignalRule(when=(Condition(field="answered", any_of=(False,)),), by_level=signals)
    if rule.kind is StepKind.LIGHTNESS:
        return
    failed = _same(Signal(kind=SignalKind.NONE))
    target, limit = rule.stage.target, rule.stage.within_s
    if target is not None:
        at_most = rule.exercise.compare is Compare.AT_MOST
        above, below = (target, None) if at_most else (None, target)
        missed = Condition(field="extent", above=above, below=below)
        yield SignalRule(when=(missed,), by_level=failed)
    if limit is not None:
        yield SignalRule(when=(Condition(field="let_go_s", above=limit),), by_level=failed)


def _heavy_or_tight(rule: ItemRule) -> Iterator[SignalRule]:
    heavy = _same(Signal(kind=SignalKind.HEAVY, level=min(rule.band_top + 1, 10)))
    yield SignalRule(when=(Condition(field="coarse", any_of=("heavy",)),), by_level=heavy)
    tight = Condition(field="tension", any_of=("tight",))
    yield SignalRule(when=(tight,), by_level=_by_level(rule, SignalKind.TIGHT))


def _light(rule: ItemRule) -> Iterator[SignalRule]:
    plain = _by_level(rule, SignalKind.LIGHT)
    if SessionEnd.in_force(rule.school) is SessionEnd.FIXED_LESSON:
        yield SignalRule(when=(), by_level=plain)
        return
    best, below = _by_level(rule, SignalKind.BEST), rule.best_below or 0
    best_grade = Condition(field="grade", any_of=(BEST_GRADE,))
    yield SignalRule(when=(best_grade,), by_level=best)
    yield SignalRule(when=(), by_level=plain[:1] + best[1:below] + plain[max(below, 1) :])


def _firing_faults(rule: ItemRule) -> tuple[str, ...]:
    """Faults that are not let be here; anticipation has a rule of its own."""
    return tuple(
        fault.code
        for fault in rule.exercise.faults
        if not is_let_be(fault, rule) and fault.code != ANTICIPATES
    )


def is_let_be(fault: Fault, rule: ItemRule) -> bool:
    """Is a fault let be for now?"""
    match fault.accepted:
        case Accepted.ALWAYS:
            return True
        case Accepted.LEARNING:
            return rule.green
        case Accepted.SCHOOL:
            return rule.green and _is_wrong_lead_let_be(rule)
    return False


def _is_wrong_lead_let_be(rule: ItemRule) -> bool:
    """The other lead is let be in the first canter sessions, or never: a question of school."""
    if WrongLead.in_force(rule.school) is WrongLead.CORRECT_AT_ONCE:
        return False
    return rule.sessions_before is None or rule.sessions_before < LEAD_FREE_SESSIONS


def _one(field: str, values: tuple[str | bool, ...], kind: SignalKind, *, is_ask: bool = True) -> SignalRule:
    condition = Condition(field=field, any_of=values)
    return SignalRule(when=(condition,), by_level=_same(Signal(kind=kind, is_ask=is_ask)))


def _same(signal: Signal) -> tuple[Signal, ...]:
    return (signal,) * 11


def _by_level(rule: ItemRule, light: SignalKind) -> tuple[Signal, ...]:
    """``light`` up to the band's top (and without a level), heavy above."""
    top = rule.band_top
    heavy = [Signal(kind=SignalKind.HEAVY, level=level) for level in range(top + 1, 11)]
    return (Signal(kind=light),) * (top + 1) + tuple(heavy)
