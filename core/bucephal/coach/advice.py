"""The coach: one pure function from an item's settings and the answers so far to advice.

Same input, same answer: no clock, no storage, no chance.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Iterator, Mapping

from pydantic import Field

from bucephal.answers import (
    HeardEntry,
    ItemRule,
    Signal,
    SignalRule,
    classify,
    counted_as,
    signal_rules,
    signal_words,
)
from bucephal.coach.counters import Counter, Counts, counter_conditions
from bucephal.coach.machine import (
    ALARMS_TO_LEAVE,
    DANGERS_TO_FINISH,
    EASIER_ASKS,
    REMEDIES_BEFORE_SECOND,
    START,
    STUMBLES_TO_FLAG,
    TIRED_TO_FINISH,
    AdviceCode,
    CoachState,
    MachineRules,
    OutsideFact,
    RowEffect,
    Verdict,
    advance,
    in_context,
)
from bucephal.coach.settings import CoachSettings
from bucephal.ladder import (
    Catalogue,
    CountsAs,
    Escalation,
    Exercise,
    Fault,
    Resistance,
    SessionEnd,
    Settling,
    StepKind,
    under,
)
from bucephal.record import FrozenModel
from bucephal.words.coach_words import (
    LET_GO,
    Figures,
    at_spot,
    fill,
    load_texts,
    next_words,
    of_cap,
    of_target,
    where,
)
from bucephal.words.plain import band_text

URGENT = frozenset(
    {AdviceCode.STOP_DANGER, AdviceCode.BODY_FLAG, AdviceCode.CALM_DOWN, AdviceCode.LEAVE_EXERCISE}
)
"""Advice that must be seen at once, whatever else is on the screen."""
_HOLD_S = {Escalation.STEPPED: 2, Escalation.MATCH_AND_HOLD: 20}
_HOLDING_REMEDIES = 3
"""Whoever holds and waits for the try gives the first remedy one more time."""
_FIXED_LESSON_EASIER = 3


class Advice(FrozenModel):
    """What to do next after one answer, and why."""

    code: AdviceCode
    accepted: bool
    heavy: bool
    came: bool = Field(description="Answered, heavy or not, with the right movement and no alarm.")
    say: str
    reason: str
    row: int
    aim: int
    tries: int
    cap: int | None
    ends: bool
    finishes: bool = Field(description="The easy yes comes next.")
    may_climb: bool = Field(description="Its aim is met light and calm, with tries left for the stage above.")
    ended_heavy: bool
    louder_after_s: int = Field(description="Seconds to wait at a level before a louder one.")
    wait_s: int | None = Field(description="Seconds to stand before anything else is asked; null: none.")


class MeasuredTexts(FrozenModel):
    """What is said beside 'Done' and 'Not yet' where something was measured."""

    let_go: str
    extent: str

    def of(self, entry: HeardEntry) -> str:
        if entry.let_go_s is not None:
            return fill(self.let_go, {"let_go_s": f"{entry.let_go_s:g}"})
        return fill(self.extent, {"extent": f"{entry.extent:g}"}) if entry.extent is not None else ""


def measured_texts(rule: ItemRule) -> MeasuredTexts:
    return MeasuredTexts(let_go=LET_GO, extent=of_target(rule.stage.target, rule.exercise.unit))


class Coach:
    """Plays an item's answers one by one; the compiled form is made from the same rules."""

    def __init__(self, settings: CoachSettings, catalogue: Catalogue) -> None:
        self.settings = settings
        self.catalogue = catalogue = under(catalogue, settings.school)
        rule = settings.rule(catalogue)
        self.signal_rules: tuple[SignalRule, ...] = signal_rules(rule)
        self.conditions = counter_conditions(rule)
        self.faults = faults_by_weight(rule)
        self.measured = measured_texts(rule)
        self.exciting = rule.stage.exciting
        self.circles = rule.stage.circles
        self.climb_tries = climb_tries(rule.exercise)
        self.by_level = rule.kind is StepKind.LIGHTNESS
        self.machine_rules = machine_rules(settings, catalogue)
        self.state: CoachState = START
        self.tries = 0
        self.row = 0
        self.counts = Counts.from_before(settings.so_far, exciting=self.exciting)

    def hear(self, entry: HeardEntry) -> Advice:
        """Advice after one more entry."""
        signal = classify(entry, self.signal_rules)
        self.tries += signal.is_ask
        self.counts = self.counts.after(entry, self.conditions, signal)
        self.state, plain = advance(self.state, signal, self._at_cap, self.machine_rules)
        self.row = row_after(self.row, plain.row, self.settings.aim)
        self.counts = self.counts.with_heavy(plain.heavy)
        fault = self._fault(entry)
        verdict = in_context(plain, self._context(fault))
        if self.counts.is_nervous(exciting=self.exciting):
            self.counts = self.counts.told_to_calm_down()
        if verdict.code is AdviceCode.REMEDY:
            self.counts = self.counts.with_remedy(_key(fault))
        return self._advice(entry, signal, verdict, fault)

    @property
    def _at_cap(self) -> bool:
        cap = self.settings.cap
        return (cap is not None and self.tries >= cap) or self._exercise_tries_left <= 0

    @property
    def _exercise_tries_left(self) -> float:
        """Of the whole exercise, however far it went up this session."""
        most = self.settings.most_tries
        return math.inf if most is None else most - self.settings.so_far.tries - self.tries

    @property
    def _may_climb(self) -> bool:
        return self.counts.is_light_and_calm and self._exercise_tries_left >= self.climb_tries

    def _context(self, fault: Fault | None) -> Iterator[OutsideFact]:
        left, total = self.settings.minutes_left, self.counts.total
        nervous = self.counts.is_nervous(exciting=self.exciting)
        times_said = self.counts.remedies.get(_key(fault), 0)
        holding = {
            OutsideFact.DANGER_AGAIN: total[Counter.DANGERS] >= DANGERS_TO_FINISH,
            OutsideFact.BODY_AGAIN: total[Counter.STUMBLES] >= STUMBLES_TO_FLAG,
            OutsideFact.TIRED_AGAIN: total[Counter.TIRED] >= TIRED_TO_FINISH,
            OutsideFact.ALARM_AGAIN: total[Counter.ALARMS] >= ALARMS_TO_LEAVE,
            OutsideFact.NERVES: nervous and not self.counts.nerves_said,
            OutsideFact.NERVES_AGAIN: nervous and self.counts.nerves_said,
            OutsideFact.REMEDY_AGAIN: times_said >= remedies_before_second(self.catalogue.school),
            OutsideFact.ROW_FULL: self.row >= self.settings.aim,
            OutsideFact.OTHER_SIDE_WAITS: self._other_side_waits,
            OutsideFact.CLIMB: self.settings.climb_to is not None and self._may_climb,
            OutsideFact.TIME_UP: left is not None and left <= 0,
            OutsideFact.SAME_ROUNDS: self.circles and self.counts.is_same_rounds,
        }
        yield from (swap for swap, holds in holding.items() if holds)

    @property
    def _other_side_waits(self) -> bool:
        two_sided = len(self.catalogue.exercise(self.settings.step).side_names) > 1
        return two_sided and not self.settings.other_side_done

    def _fault(self, entry: HeardEntry) -> Fault | None:
        """The fault that speaks: the one that weighs most of those tapped."""
        return next((fault for fault in self.faults if fault.code in entry.faults), None)

    def _advice(self, entry: HeardEntry, signal: Signal, verdict: Verdict, fault: Fault | None) -> Advice:
        text = load_texts().of(verdict.text_id, self.catalogue.school, by_level=self.by_level)
        figures = self._figures(entry, signal, verdict, fault)
        return Advice(
            code=verdict.code,
            accepted=verdict.accepted,
            heavy=verdict.heavy,
            came=signal.came,
            say=fill(text.say, figures),
            wait_s=text.wait_s,
            reason=fill(text.why, figures),
            row=self.row,
            aim=self.settings.aim,
            tries=self.tries,
            cap=self.settings.cap,
            ends=verdict.ends,
            finishes=verdict.finishes,
            may_climb=verdict.aim_met and self._may_climb,
            ended_heavy=verdict.ends and verdict.heavy,
            louder_after_s=louder_after_s(self.catalogue.school),
        )

    def _figures(self, entry: HeardEntry, signal: Signal, verdict: Verdict, fault: Fault | None) -> Figures:
        spoken = signal_words(signal.kind, with_level=entry.level is not None)
        wrong_part = self.catalogue.exercise(self.settings.step).fault("wrong-part")
        remedies = remedy_texts(fault or wrong_part)
        return {
            **constant_figures(self.settings, self.catalogue),
            "said": fill(spoken, {"level": str(entry.level), "measured": self.measured.of(entry)}),
            "tries": str(self.tries),
            "row": str(self.row),
            "remedy": remedies.second if verdict.variant == "second" else remedies.first,
            "fault": remedy_texts(fault).looks,
            "with_remedy": "" if fault is None else f" {remedies.first}",
            "where": where(self.settings.side) + at_spot(entry.spot),
            "next": next_words(self.settings.comes_next),
        }


def _key(fault: Fault | None) -> str:
    return "" if fault is None else fault.code


def faults_by_weight(rule: ItemRule) -> tuple[Fault, ...]:
    """A step's faults, the one that speaks first where several were tapped."""
    by_kind = counted_as(rule, learning=rule.green, sessions_before=rule.sessions_before)
    weight = {code: number for number, kind in enumerate(CountsAs) for code in by_kind[kind]}
    return tuple(sorted(rule.exercise.faults, key=lambda fault: weight[fault.code]))


def row_after(row: int, effect: RowEffect, aim: int) -> int:
    """The row of accepted answers after one more; it stops at the aim."""
    match effect:
        case RowEffect.ADDS:
            return min(row + 1, aim)
        case RowEffect.KEEPS:
            return row
    return 0


def machine_rules(settings: CoachSettings, catalogue: Catalogue) -> MachineRules:
    fixed = SessionEnd.in_force(catalogue.school) is SessionEnd.FIXED_LESSON
    return MachineRules(
        band_top=settings.band[1],
        has_easier_stage=catalogue.previous(settings.step) is not None,
        probe=settings.probe,
        easier_asks=_FIXED_LESSON_EASIER if fixed else EASIER_ASKS,
    )


NEW_AIM = 3
"""Accepted answers in a row on a side that something new, or in work, aims at."""
CLIMB_AIM = 2
"""Accepted answers in a row that a stage aims at when it is climbed to."""


def climb_tries(exercise: Exercise) -> int:
    """Tries that a climbed stage needs, of those that the exercise has left."""
    return CLIMB_AIM * (len(exercise.side_names) if exercise.cap_both is not None else 1)


def remedies_before_second(school: Mapping[str, str]) -> int:
    """How often a first remedy is said before the second: once more where one holds and waits."""
    holding = Resistance.in_force(school) is Resistance.HOLD_QUIETLY
    return _HOLDING_REMEDIES if holding else REMEDIES_BEFORE_SECOND


def louder_after_s(school: Mapping[str, str]) -> int:
    """How long a level is held before a louder one: stepped, or matched and held."""
    return _HOLD_S[Escalation.in_force(school)]


def constant_figures(settings: CoachSettings, catalogue: Catalogue) -> Figures:
    """Figures of the texts that do not change while an item is worked."""
    cap, school = settings.cap, catalogue.school
    return {
        "band": band_text(settings.band),
        "cap": "" if cap is None else str(cap),
        "of_cap": of_cap(cap),
        "aim": str(settings.aim),
        "easier": stage_text(catalogue.previous(settings.step), catalogue),
        "above": stage_text(settings.climb_to, catalogue),
        "settling": load_texts().settling[Settling.in_force(school)],
        "hold": str(louder_after_s(school)),
    }


class RemedyTexts(FrozenModel):
    """A fault as it is said: how it looks, and what to do about it."""

    looks: str
    first: str
    second: str


def remedy_texts(fault: Fault | None) -> RemedyTexts:
    """What is said of a fault; None: of a movement that has no fault of a name."""
    if fault is None:
        texts = load_texts()
        none = texts.remedy_of_no_fault
        return RemedyTexts(looks=texts.looks_of_no_fault, first=none, second=none)
    return RemedyTexts(looks=fault.looks, first=fault.first, second=fault.second or fault.first)


def stage_text(step: str | None, catalogue: Catalogue) -> str:
    return "" if step is None else catalogue.stage(step).name


def advise(settings: CoachSettings, entries: Iterable[HeardEntry], catalogue: Catalogue) -> list[Advice]:
    """Advice after each entry in turn."""
    coach = Coach(settings, catalogue)
    return [coach.hear(entry) for entry in entries]
