"""Compiles the coach of an item into a table that a device can play without knowing horses.

The machine is walked over every state it can reach, states that can never be told apart are
merged (Moore's partition refinement), and what is left is: state x signal -> next state and
verdict, once below the cap of tries and once at it. Tests prove table and function equal.
"""

from __future__ import annotations

import json
import sys
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property, lru_cache

import numpy as np
from pydantic import Field

from bucephal.answers import (
    AnswerMark,
    Condition,
    ItemRule,
    Signal,
    SignalRule,
    mark_at_the_ring,
    signal_rules,
    signal_words,
)
from bucephal.coach.advice import (
    URGENT,
    MeasuredTexts,
    RemedyTexts,
    climb_tries,
    constant_figures,
    faults_by_weight,
    louder_after_s,
    machine_rules,
    measured_texts,
    remedies_before_second,
    remedy_texts,
)
from bucephal.coach.counters import OF_THE_EXERCISE, Counter, counter_conditions
from bucephal.coach.machine import (
    ALARMS_TO_LEAVE,
    DANGERS_TO_FINISH,
    HEAVY_TO_CLIMB,
    SAME_ROUNDS,
    START,
    STUMBLES_TO_FLAG,
    TIGHT_EXCITING,
    TIGHT_RUN,
    TIRED_TO_FINISH,
    AdviceCode,
    MachineRules,
    OutsideFact,
    RowEffect,
    Verdict,
    advance,
    swapped,
)
from bucephal.coach.settings import CoachSettings
from bucephal.ladder import Catalogue, Exercise, Side, StepKind, under
from bucephal.record import FrozenModel
from bucephal.words.coach_words import COMES_NEXT, SPOT, AdviceText, load_texts, where


class CompiledRule(FrozenModel):
    """If every condition holds: the index of the signal, by level (index 0: no level)."""

    when: tuple[Condition, ...]
    by_level: tuple[int, ...]


class CompiledSignal(FrozenModel):
    said: str
    said_without_level: str
    mark: AnswerMark
    is_ask: bool
    came: bool = Field(description="Answered, heavy or not, with the right movement and no alarm.")


class CompiledVerdict(FrozenModel):
    """Something to say. ``swaps``: the verdict said instead (its index) when something holds
    that the table does not know; they are looked at in the order given by ``CompiledCoach.swaps``.
    """

    code: AdviceCode
    text: str
    accepted: bool
    heavy: bool
    ends: bool
    finishes: bool = Field(description="The easy yes comes next.")
    aim_met: bool = Field(description="The row of accepted answers has reached the aim.")
    urgent: bool = Field(description="To be seen at once.")
    row: RowEffect
    swaps: dict[OutsideFact, int]


class CompiledTable(FrozenModel):
    """Flat arrays, state by state: ``next[state * signals + signal]``."""

    next: tuple[int, ...]
    verdict: tuple[int, ...]


class CompiledCounter(FrozenModel):
    """An entry adds one where any of the conditions holds."""

    when_any: tuple[Condition, ...]
    of_the_exercise: bool = Field(description="Over both sides of the exercise; else over the session.")


class CompiledLimits(FrozenModel):
    """From where on a swap holds, by the counter it looks at."""

    dangers: int
    stumbles: int
    tired: int
    alarms: int
    tight_run: int
    tights: int | None = Field(description="In an exciting exercise; null: only a run counts.")
    remedies: int
    heavies_to_climb: int
    same_rounds: int | None = Field(description="Where it goes round and round; null: never.")


class CompiledTries(FrozenModel):
    """The tries of the whole exercise, however far it went up this session."""

    most: int | None = Field(description="Null: no limit.")
    both_sides: bool = Field(description="Those of the other side count too.")
    of_a_climb: int = Field(description="As many must be left for the stage above.")


class CompiledCoach(FrozenModel):
    """The coach of one item as data (what `bucephal compile` prints)."""

    step: str
    aim: int
    cap: int | None
    band: tuple[int, int]
    two_sided: bool
    start: int
    states: int
    rules: tuple[CompiledRule, ...]
    signals: tuple[CompiledSignal, ...]
    verdicts: tuple[CompiledVerdict, ...]
    tables: tuple[CompiledTable, CompiledTable] = Field(description="Below the cap of tries, and at it.")
    swaps: tuple[OutsideFact, ...]
    texts: dict[str, AdviceText]
    louder_after_s: int = Field(description="Seconds to wait at a level before a louder one.")
    figures: dict[str, str] = Field(description="Figures of the texts that never change.")
    measured: MeasuredTexts
    counters: dict[Counter, CompiledCounter]
    limits: CompiledLimits
    exercise_tries: CompiledTries
    where: dict[Side, str] = Field(description="Where a remedy is for, by side.")
    at_spot: str
    comes_next: str
    faults: tuple[str, ...] = Field(description="Their codes, the one that speaks first in front.")
    remedies: dict[str, RemedyTexts]
    default_remedy: RemedyTexts = Field(description="Of a wrong movement with no fault of a name.")
    no_fault: RemedyTexts

    @cached_property
    def as_json(self) -> dict[str, str]:
        """By field, its JSON: written once, for a coach goes with many packs; what is alike is kept once."""
        return {name: sys.intern(json.dumps(value)) for name, value in self.model_dump(mode="json").items()}


def compile_coach(settings: CoachSettings, catalogue: Catalogue) -> CompiledCoach:
    """The table of an item. What differs by side, clock or session is left as swaps.

    Args:
        settings: as for `advise`; ``side``, ``other_side_done``, ``minutes_left``, ``so_far``, ``comes_next``
            and whether ``climb_to`` may follow are supplied by the device while it plays.
    """
    catalogue = under(catalogue, settings.school)
    rules = signal_rules(settings.rule(catalogue))
    signals = tuple(dict.fromkeys(signal for rule in rules for signal in rule.by_level))
    number = {signal: place for place, signal in enumerate(signals)}
    walk = _walk(signals, machine_rules(settings, catalogue))
    exercise = catalogue.exercise(settings.step)
    return CompiledCoach(
        step=settings.step,
        aim=settings.aim,
        cap=settings.cap,
        band=settings.band,
        two_sided=len(exercise.side_names) > 1,
        start=walk.start,
        states=walk.states,
        rules=tuple(_compiled_rule(rule, number) for rule in rules),
        signals=tuple(_compiled_signal(signal) for signal in signals),
        verdicts=walk.compiled_verdicts,
        tables=walk.tables,
        swaps=tuple(OutsideFact),
        texts=_texts(walk.verdicts, exercise.kind, catalogue),
        louder_after_s=louder_after_s(catalogue.school),
        figures=constant_figures(settings, catalogue),
        measured=measured_texts(settings.rule(catalogue)),
        counters=_counters(settings.rule(catalogue)),
        limits=_limits(settings.step, catalogue),
        exercise_tries=_exercise_tries(settings, exercise),
        where={side: where(side) for side in Side},
        at_spot=SPOT,
        comes_next=COMES_NEXT,
        faults=tuple(fault.code for fault in faults_by_weight(settings.rule(catalogue))),
        remedies={fault.code: remedy_texts(fault) for fault in exercise.faults},
        default_remedy=remedy_texts(exercise.fault("wrong-part")),
        no_fault=remedy_texts(None),
    )


def _texts(verdicts: tuple[Verdict, ...], kind: StepKind, catalogue: Catalogue) -> dict[str, AdviceText]:
    texts, by_level = load_texts(), kind is StepKind.LIGHTNESS
    return {
        verdict.text_id: texts.of(verdict.text_id, catalogue.school, by_level=by_level)
        for verdict in verdicts
    }


@dataclass(frozen=True)
class _Walk:
    """Every state that can be reached, already merged, and the verdicts met on the way."""

    start: int
    states: int
    tables: tuple[CompiledTable, CompiledTable]
    verdicts: tuple[Verdict, ...]
    """And those that are said instead of them."""
    compiled_verdicts: tuple[CompiledVerdict, ...]


@lru_cache(maxsize=256)
def _walk(signals: tuple[Signal, ...], rules: MachineRules) -> _Walk:
    steps = _reach(signals, rules)
    verdicts = list(dict.fromkeys(verdict for row in steps for _, verdict in row))
    number = {verdict: index for index, verdict in enumerate(verdicts)}
    numbered = [[(target, number[verdict]) for target, verdict in row] for row in steps]
    block = _merge(numbered)
    first_of = {own: index for index, own in reversed(list(enumerate(block)))}
    kept = [numbered[first_of[own]] for own in sorted(first_of)]
    said_too = _verdicts(tuple(verdicts))
    return _Walk(
        start=block[0],
        states=len(kept),
        tables=(_table(kept, block, 0, len(signals)), _table(kept, block, 1, len(signals))),
        verdicts=said_too,
        compiled_verdicts=_compiled_verdicts(said_too),
    )


def _table(kept: list[list[tuple[int, int]]], block: list[int], half: int, width: int) -> CompiledTable:
    cells = [cell for row in kept for cell in row[half * width : (half + 1) * width]]
    return CompiledTable(
        next=tuple(block[target] for target, _ in cells),
        verdict=tuple(said for _, said in cells),
    )


def _reach(signals: tuple[Signal, ...], rules: MachineRules) -> list[list[tuple[int, Verdict]]]:
    """The steps of every reachable state, below the cap and then at it; states as they are met."""
    number, states = {START: 0}, [START]
    steps: list[list[tuple[int, Verdict]]] = []
    for state in states:
        row: list[tuple[int, Verdict]] = []
        for at_cap in (False, True):
            for signal in signals:
                target, verdict = advance(state, signal, at_cap, rules)
                if target not in number:
                    number[target] = len(states)
                    states.append(target)
                row.append((number[target], verdict))
        steps.append(row)
    return steps


def _merge(steps: list[list[tuple[int, int]]]) -> list[int]:
    """The block of each state: equal verdicts, and targets in equal blocks."""
    cells = np.array(steps, dtype=np.int32)
    targets, verdicts = np.ascontiguousarray(cells[:, :, 0]), np.ascontiguousarray(cells[:, :, 1])
    block = _numbered([row.tobytes() for row in verdicts])
    while True:
        reached = np.array(block, dtype=np.int32)[targets]
        finer = _numbered([(own, row.tobytes()) for own, row in zip(block, reached, strict=True)])
        if max(finer) == max(block):
            return finer
        block = finer


def _numbered(keys: Sequence[object]) -> list[int]:
    number: dict[object, int] = {}
    return [number.setdefault(key, len(number)) for key in keys]


def _verdicts(walked: tuple[Verdict, ...]) -> tuple[Verdict, ...]:
    """The verdicts met, and behind them those that are said instead of them."""
    found, waiting = dict[Verdict, None](), list(walked)
    while waiting:
        verdict = waiting.pop(0)
        if verdict not in found:
            found[verdict] = None
            waiting += [other for swap in OutsideFact if (other := swapped(verdict, swap)) is not None]
    return tuple(found)


def _compiled_verdicts(verdicts: tuple[Verdict, ...]) -> tuple[CompiledVerdict, ...]:
    number = {verdict: index for index, verdict in enumerate(verdicts)}
    return tuple(
        CompiledVerdict(
            code=verdict.code,
            text=verdict.text_id,
            accepted=verdict.accepted,
            heavy=verdict.heavy,
            ends=verdict.ends,
            finishes=verdict.finishes,
            aim_met=verdict.aim_met,
            urgent=verdict.code in URGENT,
            row=verdict.row,
            swaps={
                swap: number[other] for swap in OutsideFact if (other := swapped(verdict, swap)) is not None
            },
        )
        for verdict in verdicts
    )


def _compiled_rule(rule: SignalRule, number: Mapping[Signal, int]) -> CompiledRule:
    return CompiledRule(when=rule.when, by_level=tuple(number[signal] for signal in rule.by_level))


def _compiled_signal(signal: Signal) -> CompiledSignal:
    return CompiledSignal(
        said=signal_words(signal.kind, with_level=True),
        said_without_level=signal_words(signal.kind, with_level=False),
        mark=mark_at_the_ring(signal),
        is_ask=signal.is_ask,
        came=signal.came,
    )


def _counters(rule: ItemRule) -> dict[Counter, CompiledCounter]:
    return {
        counter: CompiledCounter(when_any=conditions, of_the_exercise=counter in OF_THE_EXERCISE)
        for counter, conditions in counter_conditions(rule).items()
    }


def _exercise_tries(settings: CoachSettings, exercise: Exercise) -> CompiledTries:
    return CompiledTries(
        most=settings.most_tries,
        both_sides=exercise.cap_both is not None,
        of_a_climb=climb_tries(exercise),
    )


def _limits(step: str, catalogue: Catalogue) -> CompiledLimits:
    return CompiledLimits(
        dangers=DANGERS_TO_FINISH,
        stumbles=STUMBLES_TO_FLAG,
        tired=TIRED_TO_FINISH,
        alarms=ALARMS_TO_LEAVE,
        tight_run=TIGHT_RUN,
        tights=TIGHT_EXCITING if catalogue.stage(step).exciting else None,
        remedies=remedies_before_second(catalogue.school),
        heavies_to_climb=HEAVY_TO_CLIMB,
        same_rounds=SAME_ROUNDS if catalogue.stage(step).circles else None,
    )
