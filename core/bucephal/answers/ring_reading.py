"""The reading of an answer at the ring: which kind it is, for an item and how it stood that morning.

A list of conditions, the first that holds. The list is data, so that the device can read it without
knowing anything about horses; the core itself reads the same list. The order is that in which the
coach's rules come: what endangers somebody first, then the horse's body and mind, then the movement,
then how light it was. What the same answer means in the record stands beside it (``in_the_record.py``);
what a fault counts as is one table for both (``counting.py``).
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from enum import StrEnum
from typing import Any

from pydantic import Field

from bucephal.answers.fault_counts import counted_as, leaps_forward
from bucephal.answers.heard_entry import HeardEntry
from bucephal.answers.item_rules import ItemRule
from bucephal.ladder import Compare, CountsAs, SessionEnd, StepKind
from bucephal.record import Correct, EventKind, FrozenModel, Tension

DANGER_EVENTS = (EventKind.BOLT, EventKind.REAR, EventKind.BUCK, EventKind.KICK, EventKind.FALL)
TOP_PRESSURE = 9
"""Levels 9 and 10: after two such answers in a row there is no third. Common practice, no source."""
BEST_GRADE = 5

Faults = Mapping[CountsAs, tuple[str, ...]]


class SignalKind(StrEnum):
    DANGER = "danger"
    BODY = "body"
    UNEVEN = "uneven"
    SPOOK = "spook"
    STOP = "stop"
    ALARMED = "alarmed"
    OVER = "over"
    WRONG = "wrong"
    FREE = "free"
    ANTICIPATED = "anticipated"
    HEAVY = "heavy"
    NONE = "none"
    SHAPE = "shape"
    TIGHT = "tight"
    LET_BE = "let-be"
    LIGHT = "light"
    BEST = "best"


_CAME = (
    SignalKind.OVER, SignalKind.HEAVY, SignalKind.SHAPE, SignalKind.TIGHT, SignalKind.LET_BE,
    SignalKind.LIGHT, SignalKind.BEST, SignalKind.ANTICIPATED,
)  # fmt: skip


@dataclass(frozen=True)
class Signal:
    """A kind of answer; ``level`` where the level matters to what is said next."""

    kind: SignalKind
    level: int | None = None
    is_ask: bool = True
    """Does it use a try?"""
    answered: bool = True
    """Of a wrong movement, and of too much: did it answer at all?"""
    is_over: bool = False
    """Of the body: is the exercise over for today as well?"""

    @property
    def came(self) -> bool:
        """Answered, at whatever level, with the movement that was asked and without alarm."""
        return self.kind in _CAME and self.answered

    @property
    def is_top(self) -> bool:
        """At 9 or 10, heavy or wrong."""
        kinds = (SignalKind.HEAVY, SignalKind.NONE, SignalKind.WRONG)
        return self.kind in kinds and self.level is not None and self.level >= TOP_PRESSURE

    @property
    def is_unanswered(self) -> bool:
        return self.kind is SignalKind.NONE or not self.answered


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
    faults = counted_as(rule, learning=rule.green, sessions_before=rule.sessions_before)
    return (
        *_what_happened(),
        *_how_it_was_done(rule, faults),
        *_no_answer(rule),
        *_in_the_band(rule, faults),
        *_light(rule),
    )


def classify(entry: HeardEntry, rules: tuple[SignalRule, ...]) -> Signal:
    fields = entry.model_dump()
    fields["faults"] = tuple(fields["faults"])
    rule = next(rule for rule in rules if all(one.holds(fields) for one in rule.when))
    return rule.by_level[entry.level or 0]


def _what_happened() -> Iterator[SignalRule]:
    yield _one("event", DANGER_EVENTS, SignalKind.DANGER, is_ask=False)
    yield _one("event", (EventKind.UNEVEN,), SignalKind.UNEVEN, is_ask=False)
    yield _one("event", (EventKind.STUMBLE,), SignalKind.BODY, is_ask=False)
    yield _one("event", (EventKind.SPOOK,), SignalKind.SPOOK, is_ask=False)


def _how_it_was_done(rule: ItemRule, faults: Faults) -> Iterator[SignalRule]:
    """Body, stop, alarm, then wrong and over (over first for a forward cue), free, before the ask."""
    body, stop = (Condition(field="faults", any_of=faults[kind]) for kind in (CountsAs.BODY, CountsAs.STOP))
    yield SignalRule(when=(body, stop), by_level=_same(Signal(kind=SignalKind.BODY, is_over=True)))
    yield _one("faults", faults[CountsAs.BODY], SignalKind.BODY)
    yield _one("faults", faults[CountsAs.STOP], SignalKind.STOP)
    yield _one("tension", (Tension.ALARMED,), SignalKind.ALARMED)
    over, wrong = tuple(_over(rule, faults)), tuple(_wrong(rule, faults))
    yield from (*over, *wrong) if leaps_forward(rule) else (*wrong, *over)
    yield _one("faults", faults[CountsAs.FREE], SignalKind.FREE, is_ask=False)
    yield _one("faults", faults[CountsAs.BEFORE], SignalKind.ANTICIPATED)


def _over(rule: ItemRule, faults: Faults) -> Iterator[SignalRule]:
    """Too much is no silence to a cue; a horse that leaps and does not let go has not let go."""
    unanswered = Condition(field="answered", any_of=(False,))
    for what in (
        Condition(field="over", any_of=(True,)),
        Condition(field="faults", any_of=faults[CountsAs.OVER]),
    ):
        if rule.kind is not StepKind.LIGHTNESS:
            yield SignalRule(
                when=(what, unanswered), by_level=_same(Signal(kind=SignalKind.OVER, answered=False))
            )
        yield SignalRule(when=(what,), by_level=_same(Signal(kind=SignalKind.OVER)))


def _wrong(rule: ItemRule, faults: Faults) -> Iterator[SignalRule]:
    """The level still counts where it is loud: after two such answers there is no third."""
    movement = (Correct.NO,) if rule.green else (Correct.NO, Correct.NEARLY)
    unanswered = Condition(field="answered", any_of=(False,))
    for what in (
        Condition(field="correct", any_of=movement),
        Condition(field="faults", any_of=faults[CountsAs.WRONG]),
    ):
        yield SignalRule(when=(what, unanswered), by_level=_loud(answered=False))
        yield SignalRule(when=(what,), by_level=_loud(answered=True))


def _loud(*, answered: bool) -> tuple[Signal, ...]:
    quiet = Signal(kind=SignalKind.WRONG, answered=answered)
    loud = [
        Signal(kind=SignalKind.WRONG, level=level, answered=answered) for level in range(TOP_PRESSURE, 11)
    ]
    return (quiet,) * TOP_PRESSURE + tuple(loud)


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


def _in_the_band(rule: ItemRule, faults: Faults) -> Iterator[SignalRule]:
    """What is praised and put right next time, or only not calm: inside the band alone."""
    heavy = _same(Signal(kind=SignalKind.HEAVY, level=min(rule.band_top + 1, 10)))
    yield SignalRule(when=(Condition(field="coarse", any_of=("heavy",)),), by_level=heavy)
    shape = Condition(field="faults", any_of=faults[CountsAs.SHAPE])
    yield SignalRule(when=(shape,), by_level=_by_level(rule, SignalKind.SHAPE))
    for tight in (
        Condition(field="tension", any_of=(Tension.TIGHT,)),
        Condition(field="faults", any_of=faults[CountsAs.TIGHT]),
    ):
        yield SignalRule(when=(tight,), by_level=_by_level(rule, SignalKind.TIGHT))
    for let_be in (
        Condition(field="correct", any_of=(Correct.NEARLY,)),
        Condition(field="faults", any_of=faults[CountsAs.LET_BE]),
    ):
        yield SignalRule(when=(let_be,), by_level=_by_level(rule, SignalKind.LET_BE))


def _light(rule: ItemRule) -> Iterator[SignalRule]:
    plain = _by_level(rule, SignalKind.LIGHT)
    if SessionEnd.in_force(rule.school) is SessionEnd.FIXED_LESSON:
        yield SignalRule(when=(), by_level=plain)
        return
    best, below = _by_level(rule, SignalKind.BEST), rule.best_below or 0
    best_grade = Condition(field="grade", any_of=(BEST_GRADE,))
    yield SignalRule(when=(best_grade,), by_level=best)
    yield SignalRule(when=(), by_level=plain[:1] + best[1:below] + plain[max(below, 1) :])


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
