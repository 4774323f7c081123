"""Compiles the coach of an item into a table that a device can play without knowing horses.

The machine is walked over every state it can reach, states that can never be told apart are
merged (Moore's partition refinement), and what is left is: state x signal -> next state and
verdict, once below the cap of tries and once at it. Tests prove table and function equal.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

from pydantic import Field

from bucephal.coach.advising import (
    ENDING,
    WRONG_PART_REMEDY,
    easier_text,
    machine_rules,
)
from bucephal.coach.machine import (
    START,
    AdviceCode,
    CoachState,
    MachineRules,
    Verdict,
    advance,
)
from bucephal.coach.settings import CoachSettings
from bucephal.coach.signals import Condition, Signal, SignalKind, SignalRule, signal_rules
from bucephal.coach.texts import AdviceText, band_text, load_texts
from bucephal.ladder import Catalogue, Fault
from bucephal.record import FrozenModel


class CompiledRule(FrozenModel):
    """If every condition holds: the index of the signal, by level (index 0: no level)."""

    when: tuple[Condition, ...]
    by_level: tuple[int, ...]


class CompiledSignal(FrozenModel):
    said: str
    said_without_level: str
    is_ask: bool
    is_danger: bool


class CompiledVerdict(FrozenModel):
    """Something to say. The swaps are taken in a context the table does not hold.

    ``if_other_side_waits``, ``if_time_up`` and ``if_danger_again`` are indices of verdicts.
    """

    code: AdviceCode
    text: str
    accepted: bool
    heavy: bool
    ends: bool
    if_other_side_waits: int | None = None
    if_time_up: int | None = None
    if_danger_again: int | None = None


class CompiledTable(FrozenModel):
    """Flat arrays, state by state: ``next[state * signals + signal]``."""

    next: tuple[int, ...]
    verdict: tuple[int, ...]


class RemedyTexts(FrozenModel):
    first: str
    second: str


class CompiledCoach(FrozenModel):
    """The coach of one item as data (what `bucephal compile` prints)."""

    step: str
    aim: int
    cap: int | None
    band: tuple[int, int]
    two_sided: bool
    start: int
    states: int
    rows: tuple[int, ...] = Field(description="Accepted answers in a row, by state.")
    rules: tuple[CompiledRule, ...]
    signals: tuple[CompiledSignal, ...]
    verdicts: tuple[CompiledVerdict, ...]
    below_cap: CompiledTable
    at_cap: CompiledTable | None
    texts: dict[str, AdviceText]
    figures: dict[str, str] = Field(description="Figures of the texts that never change.")
    remedies: dict[str, RemedyTexts]
    default_remedy: RemedyTexts


def compile_coach(settings: CoachSettings, catalogue: Catalogue) -> CompiledCoach:
    """The table of an item. What differs by side, clock or session is left as swaps.

    Args:
        settings: as for `advise`; ``side``, ``other_side_done`` and ``minutes_left`` are
            supplied by the device while it plays.
    """
    rules = signal_rules(settings, catalogue)
    signals = tuple(dict.fromkeys(signal for rule in rules for signal in rule.by_level))
    walk = _walk(signals, machine_rules(settings, catalogue))
    verdicts = _verdicts(walk.verdicts)
    exercise = catalogue.exercise(settings.step)
    texts = load_texts()
    return CompiledCoach(
        step=settings.step,
        aim=settings.aim,
        cap=settings.cap,
        band=settings.band,
        two_sided=len(exercise.side_names) > 1,
        start=walk.start,
        states=len(walk.rows),
        rows=walk.rows,
        rules=tuple(_compiled_rule(rule, signals) for rule in rules),
        signals=tuple(_compiled_signal(signal) for signal in signals),
        verdicts=_compiled_verdicts(verdicts),
        below_cap=walk.tables[0],
        at_cap=walk.tables[1] if len(walk.tables) > 1 else None,
        texts={verdict.text_id: texts.advice[verdict.text_id] for verdict in verdicts},
        figures=_constant_figures(settings, catalogue),
        remedies={
            fault.code: RemedyTexts(first=fault.first, second=fault.second or fault.first)
            for fault in exercise.faults
        },
        default_remedy=_default_remedy(exercise.fault("wrong-part")),
    )


@dataclass(frozen=True)
class _Walk:
    """Every state that can be reached, already merged, and the verdicts met on the way."""

    start: int
    rows: tuple[int, ...]
    tables: tuple[CompiledTable, ...]
    verdicts: tuple[Verdict, ...]


@lru_cache(maxsize=256)
def _walk(signals: tuple[Signal, ...], rules: MachineRules) -> _Walk:
    guards = (False, True) if rules.has_cap else (False,)
    states, steps = _reach(signals, rules, guards)
    verdicts = list(dict.fromkeys(verdict for row in steps for _, verdict in row))
    number = {verdict: index for index, verdict in enumerate(verdicts)}
    numbered = [[(target, number[verdict]) for target, verdict in row] for row in steps]
    merged = _merge([state.row for state in states], numbered)
    kept = {block: place for place, block in reversed(list(enumerate(merged)))}
    width = len(signals)
    tables = []
    for guard in range(len(guards)):
        rows = [numbered[kept[block]][guard * width : (guard + 1) * width] for block in sorted(kept)]
        tables.append(
            CompiledTable(
                next=tuple(merged[target] for row in rows for target, _ in row),
                verdict=tuple(said for row in rows for _, said in row),
            )
        )
    return _Walk(
        start=merged[0],
        rows=tuple(states[kept[block]].row for block in sorted(kept)),
        tables=tuple(tables),
        verdicts=tuple(verdicts),
    )


def _reach(
    signals: tuple[Signal, ...], rules: MachineRules, guards: Sequence[bool]
) -> tuple[list[CoachState], list[list[tuple[int, Verdict]]]]:
    """States in the order they are met, and for each the step of every guard and signal."""
    number, states, steps = {START: 0}, [START], []
    for state in states:
        row = []
        for at_cap in guards:
            for signal in signals:
                target, verdict = advance(state, signal, at_cap, rules)
                if target not in number:
                    number[target] = len(states)
                    states.append(target)
                row.append((number[target], verdict))
        steps.append(row)
    return states, steps


def _merge(outputs: Sequence[int], steps: list[list[tuple[int, int]]]) -> list[int]:
    """The block of each state: equal rows, equal verdicts, and targets in equal blocks."""
    block = _numbered([(out, tuple(v for _, v in row)) for out, row in zip(outputs, steps, strict=True)])
    while True:
        finer = _numbered(
            [(own, tuple(block[t] for t, _ in row)) for own, row in zip(block, steps, strict=True)]
        )
        if max(finer) == max(block):
            return finer
        block = finer


def _numbered(keys: Sequence[object]) -> list[int]:
    number: dict[object, int] = {}
    return [number.setdefault(key, len(number)) for key in keys]


def _verdicts(walked: tuple[Verdict, ...]) -> tuple[Verdict, ...]:
    """The verdicts met, and behind them those that a context swaps in."""
    swaps = [swap for verdict in walked for swap in _swaps(verdict).values()]
    return tuple(dict.fromkeys((*walked, *swaps)))


def _swaps(verdict: Verdict) -> dict[str, Verdict]:
    accepted, heavy = verdict.accepted, verdict.heavy
    match verdict.code:
        case AdviceCode.NEXT_EXERCISE:
            swap = Verdict(AdviceCode.CHANGE_SIDE, verdict.variant, accepted, heavy)
            return {"if_other_side_waits": swap}
        case AdviceCode.REST_REPEAT:
            return {"if_time_up": Verdict(AdviceCode.TIME_UP, "", accepted, heavy)}
        case AdviceCode.STOP_DANGER:
            return {"if_danger_again": Verdict(AdviceCode.STOP_DANGER, "second")}
    return {}


def _compiled_verdicts(verdicts: tuple[Verdict, ...]) -> tuple[CompiledVerdict, ...]:
    place = {verdict: index for index, verdict in enumerate(verdicts)}
    return tuple(
        CompiledVerdict(
            code=verdict.code,
            text=verdict.text_id,
            accepted=verdict.accepted,
            heavy=verdict.heavy,
            ends=verdict.code in ENDING,
            **{context: place[swap] for context, swap in _swaps(verdict).items()},
        )
        for verdict in verdicts
    )


def _compiled_rule(rule: SignalRule, signals: tuple[Signal, ...]) -> CompiledRule:
    return CompiledRule(
        when=rule.when,
        by_level=tuple(signals.index(signal) for signal in rule.by_level),
    )


def _compiled_signal(signal: Signal) -> CompiledSignal:
    texts = load_texts()
    return CompiledSignal(
        said=texts.said[signal.kind],
        said_without_level=texts.said_without_level.get(signal.kind, texts.said[signal.kind]),
        is_ask=signal.is_ask,
        is_danger=signal.kind is SignalKind.DANGER,
    )


def _constant_figures(settings: CoachSettings, catalogue: Catalogue) -> dict[str, str]:
    cap = settings.cap
    return {
        "band": band_text(settings.band),
        "cap": "" if cap is None else str(cap),
        "of_cap": "" if cap is None else f" of at most {cap}",
        "aim": str(settings.aim),
        "easier": easier_text(settings.step, catalogue),
    }


def _default_remedy(fault: Fault | None) -> RemedyTexts:
    if fault is None:
        return RemedyTexts(first=WRONG_PART_REMEDY, second=WRONG_PART_REMEDY)
    return RemedyTexts(first=fault.first, second=fault.second or fault.first)
