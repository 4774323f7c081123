"""Which kind of answer an entry is, for this item: a list of conditions, the first that holds.

The list is data, so that the device can read it without knowing anything about horses; the
core itself reads the same list. The order is that of handbook 02.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from enum import StrEnum
from typing import Any

from pydantic import Field

from bucephal.coach.settings import CoachEntry, CoachSettings
from bucephal.ladder import Accepted, Catalogue, Compare, Fault, Kind
from bucephal.record import FrozenModel

DANGER_EVENTS = ("bolt", "rear", "buck", "kick", "fall")
BODY_EVENTS = ("stumble", "uneven")
TOP_PRESSURE = 9
"""Levels 9 and 10: after two such answers in a row there is no third (handbook 08)."""
ANTICIPATES = "anticipates"
BEST_GRADE = 5
LEAD_FREE_SESSIONS = 3
"""Canter sessions in which any lead is right, by one school (handbook 09)."""
CORRECT_AT_ONCE = "b"
FIXED_LESSON = "b"
"""Option codes of the questions wrong-lead and session-end."""


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
    def adds_to_row(self) -> bool:
        return self.kind in (SignalKind.LIGHT, SignalKind.BEST)

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


def signal_rules(settings: CoachSettings, catalogue: Catalogue) -> tuple[SignalRule, ...]:
    """The list for an item, most urgent first; the last rule always holds.

    Args:
        catalogue: the ladder under the school of ``settings``.
    """
    return tuple(_rules(settings, catalogue))


def classify(entry: CoachEntry, rules: tuple[SignalRule, ...]) -> Signal:
    fields = entry.model_dump()
    fields["faults"] = tuple(fields["faults"])
    rule = next(rule for rule in rules if all(one.holds(fields) for one in rule.when))
    return rule.by_level[entry.level or 0]


def _rules(settings: CoachSettings, catalogue: Catalogue) -> Iterator[SignalRule]:
    stage, exercise = catalogue.stage(settings.step), catalogue.exercise(settings.step)
    top = settings.band[1]
    yield _one("event", DANGER_EVENTS, SignalKind.DANGER, is_ask=False)
    yield _one("event", BODY_EVENTS, SignalKind.BODY, is_ask=False)
    yield _one("event", ("spook",), SignalKind.SPOOK, is_ask=False)
    yield _one("tension", ("alarmed",), SignalKind.ALARMED)
    yield _one("over", (True,), SignalKind.OVER)
    nearly_passes = settings.green or stage.accept_nearly
    yield _one("correct", ("no",) if nearly_passes else ("no", "nearly"), SignalKind.WRONG)
    yield _one("faults", _firing_faults(settings, catalogue), SignalKind.WRONG)
    yield _one("faults", (ANTICIPATES,), SignalKind.ANTICIPATED)
    unanswered = tuple(_no_answer(level, top) for level in range(11))
    yield SignalRule(when=(Condition(field="answered", any_of=(False,)),), by_level=unanswered)
    if exercise.kind is not Kind.LIGHTNESS:
        failed = _same(Signal(kind=SignalKind.NONE))
        if stage.target is not None:
            at_most = exercise.compare is Compare.AT_MOST
            missed = Condition(
                field="extent",
                above=stage.target if at_most else None,
                below=None if at_most else stage.target,
            )
            yield SignalRule(when=(missed,), by_level=failed)
        if stage.within_s is not None:
            late = Condition(field="let_go_s", above=stage.within_s)
            yield SignalRule(when=(late,), by_level=failed)
    heavy = _same(Signal(kind=SignalKind.HEAVY, level=min(top + 1, 10)))
    yield SignalRule(when=(Condition(field="coarse", any_of=("heavy",)),), by_level=heavy)
    tight = Condition(field="tension", any_of=("tight",))
    yield SignalRule(when=(tight,), by_level=_by_level(settings, SignalKind.TIGHT))
    plain = _by_level(settings, SignalKind.LIGHT)
    if catalogue.school["session-end"] == FIXED_LESSON:
        yield SignalRule(when=(), by_level=plain)
        return
    best_grade = Condition(field="grade", any_of=(BEST_GRADE,))
    yield SignalRule(when=(best_grade,), by_level=_by_level(settings, SignalKind.BEST))
    best_below = settings.best_below or 0
    best = _by_level(settings, SignalKind.BEST)
    by_level = plain[:1] + best[1:best_below] + plain[max(best_below, 1) :]
    yield SignalRule(when=(), by_level=by_level)


def _firing_faults(settings: CoachSettings, catalogue: Catalogue) -> tuple[str, ...]:
    """Faults that are not let be here; anticipation has a rule of its own."""
    return tuple(
        fault.code
        for fault in catalogue.exercise(settings.step).faults
        if not passes(fault, settings, catalogue) and fault.code != ANTICIPATES
    )


def passes(fault: Fault, settings: CoachSettings, catalogue: Catalogue) -> bool:
    """Is a fault let be for now (handbook 04, 'accepted')?"""
    match fault.accepted:
        case Accepted.ALWAYS:
            return True
        case Accepted.LEARNING:
            return settings.green
        case Accepted.SCHOOL:
            return settings.green and _wrong_lead_passes(settings, catalogue)
    return False


def _wrong_lead_passes(settings: CoachSettings, catalogue: Catalogue) -> bool:
    """The other lead is let be in the first canter sessions, or never: a question of school."""
    if catalogue.school["wrong-lead"] == CORRECT_AT_ONCE:
        return False
    return settings.sessions_before is None or settings.sessions_before < LEAD_FREE_SESSIONS


def _one(field: str, values: tuple[str | bool, ...], kind: SignalKind, *, is_ask: bool = True) -> SignalRule:
    condition = Condition(field=field, any_of=values)
    return SignalRule(when=(condition,), by_level=_same(Signal(kind=kind, is_ask=is_ask)))


def _same(signal: Signal) -> tuple[Signal, ...]:
    return (signal,) * 11


def _no_answer(level: int, top: int) -> Signal:
    # Without a level (three-button logging) all that is known is that it was above the band.
    return Signal(kind=SignalKind.NONE, level=level or min(top, 10))


def _by_level(settings: CoachSettings, light: SignalKind) -> tuple[Signal, ...]:
    """``light`` up to the band's top (and without a level), heavy above."""
    top = settings.band[1]
    heavy = [Signal(kind=SignalKind.HEAVY, level=level) for level in range(top + 1, 11)]
    return (Signal(kind=light),) * (top + 1) + tuple(heavy)
