"""The coach: one pure function from an item's settings and the answers so far to advice.

Same input, same answer: no clock, no storage, no chance.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping

from pydantic import Field

from bucephal.answers import HeardEntry, Signal, SignalKind, SignalRule, classify, said, signal_rules
from bucephal.coach.machine import (
    EASIER_ASKS,
    REMEDIES_BEFORE_SECOND,
    START,
    AdviceCode,
    CoachState,
    MachineRules,
    RowEffect,
    Swap,
    Verdict,
    advance,
    in_context,
)
from bucephal.coach.settings import CoachSettings
from bucephal.ladder import Catalogue, Escalation, Fault, Resistance, SessionEnd, Settling, under
from bucephal.record import FrozenModel
from bucephal.words.coach import Figures, band_text, fill, load_texts, of_cap

ENDING = frozenset(
    {
        AdviceCode.BEST_SO_FAR, AdviceCode.CHANGE_SIDE, AdviceCode.NEXT_EXERCISE,
        AdviceCode.DOSE_REACHED, AdviceCode.LEAVE_EXERCISE, AdviceCode.TIME_UP,
    }
)  # fmt: skip
"""Advice after which this item, or this side of it, is over for the day."""
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
    ended_heavy: bool
    louder_after_s: int = Field(description="Seconds to wait at a level before a louder one.")


class Coach:
    """Plays an item's answers one by one; the compiled form is made from the same rules."""

    def __init__(self, settings: CoachSettings, catalogue: Catalogue) -> None:
        self.settings = settings
        self.catalogue = catalogue = under(catalogue, settings.school)
        self.signal_rules: tuple[SignalRule, ...] = signal_rules(settings.rule(catalogue))
        self.machine_rules = machine_rules(settings, catalogue)
        self.state: CoachState = START
        self.tries = 0
        self.row = 0
        self.dangers = 0
        self.alarms = 0

    def hear(self, entry: HeardEntry) -> Advice:
        """Advice after one more entry."""
        signal = classify(entry, self.signal_rules)
        self.tries += signal.is_ask
        self.dangers += signal.kind is SignalKind.DANGER
        self.alarms += signal.kind is SignalKind.ALARMED
        cap = self.settings.cap
        at_cap = cap is not None and self.tries >= cap
        self.state, verdict = advance(self.state, signal, at_cap, self.machine_rules)
        self.row = row_after(self.row, verdict.row, self.settings.aim)
        return self._advice(entry, signal, in_context(verdict, self._context()))

    def _context(self) -> Iterator[Swap]:
        left = self.settings.minutes_left
        holding = {
            Swap.DANGER_AGAIN: self.dangers > 1,
            Swap.ALARM_AGAIN: self.alarms > 1,
            Swap.ROW_FULL: self.row >= self.settings.aim,
            Swap.OTHER_SIDE_WAITS: self._other_side_waits,
            Swap.TIME_UP: left is not None and left <= 0,
        }
        yield from (swap for swap, holds in holding.items() if holds)

    @property
    def _other_side_waits(self) -> bool:
        two_sided = len(self.catalogue.exercise(self.settings.step).side_names) > 1
        return two_sided and not self.settings.other_side_done

    def _advice(self, entry: HeardEntry, signal: Signal, verdict: Verdict) -> Advice:
        text = load_texts().of(verdict.text_id, self.catalogue.school)
        figures = self._figures(entry, signal, verdict)
        ends = verdict.code in ENDING
        return Advice(
            code=verdict.code,
            accepted=verdict.accepted,
            heavy=verdict.heavy,
            came=signal.came,
            say=fill(text.say, figures),
            reason=fill(text.why, figures),
            row=self.row,
            aim=self.settings.aim,
            tries=self.tries,
            cap=self.settings.cap,
            ends=ends,
            ended_heavy=ends and verdict.heavy,
            louder_after_s=louder_after_s(self.catalogue.school),
        )

    def _figures(self, entry: HeardEntry, signal: Signal, verdict: Verdict) -> Figures:
        spoken = said(signal.kind, with_level=entry.level is not None)
        return {
            **constant_figures(self.settings, self.catalogue),
            "said": fill(spoken, {"level": str(entry.level)}),
            "tries": str(self.tries),
            "row": str(self.row),
            "remedy": self._remedy(entry, second=verdict.variant == "second"),
        }

    def _remedy(self, entry: HeardEntry, *, second: bool) -> str:
        exercise = self.catalogue.exercise(self.settings.step)
        logged = [fault for code in entry.faults if (fault := exercise.fault(code)) is not None]
        wrong = exercise.fault("wrong-part")
        return remedy_text(logged[0] if logged else wrong, second=second)


def row_after(row: int, effect: RowEffect, aim: int) -> int:
    """The row of accepted answers after one more; it stops at the aim."""
    match effect:
        case RowEffect.ADDS:
            return min(row + 1, aim)
        case RowEffect.KEEPS:
            return row
    return 0


def machine_rules(settings: CoachSettings, catalogue: Catalogue) -> MachineRules:
    school = catalogue.school
    fixed = SessionEnd.in_force(school) is SessionEnd.FIXED_LESSON
    holding = Resistance.in_force(school) is Resistance.HOLD_QUIETLY
    return MachineRules(
        band_top=settings.band[1],
        has_easier_stage=catalogue.previous(settings.step) is not None,
        easier_asks=_FIXED_LESSON_EASIER if fixed else EASIER_ASKS,
        remedies_before_second=_HOLDING_REMEDIES if holding else REMEDIES_BEFORE_SECOND,
    )


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
        "easier": easier_text(settings.step, catalogue),
        "settling": load_texts().settling[Settling.in_force(school)],
        "hold": str(louder_after_s(school)),
    }


def remedy_text(fault: Fault | None, *, second: bool) -> str:
    if fault is None:
        return load_texts().remedy_of_no_fault
    return fault.second if second and fault.second is not None else fault.first


def easier_text(step: str, catalogue: Catalogue) -> str:
    earlier = catalogue.previous(step)
    return catalogue.stage(earlier).name if earlier is not None else ""


def advise(settings: CoachSettings, entries: Iterable[HeardEntry], catalogue: Catalogue) -> list[Advice]:
    """Advice after each entry in turn."""
    coach = Coach(settings, catalogue)
    return [coach.hear(entry) for entry in entries]
