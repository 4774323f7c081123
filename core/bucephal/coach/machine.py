"""The coach's rules as a small state machine: what was heard so far, what is said next.

One state holds only what a later answer can depend on, so that there are few of them and the
whole coach of an item can be compiled into a table. The count of tries is kept outside: the
rules ask only whether the cap is reached.

Source: handbook 02, 'What to say next', rules 1 to 12 in their order; common practice.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum
from typing import NamedTuple

from bucephal.coach.signals import Signal, SignalKind
from bucephal.response.comparing import stuck_after

OVERS_TO_CALM = 3
ALARMS_TO_LEAVE = 2
EASIER_ASKS = 2
REMEDIES_BEFORE_SECOND = 2
LONGEST_STUCK = 4
"""No rule waits for more heavy answers without a new lowest than this."""


class AdviceCode(StrEnum):
    STOP_DANGER = "stop-danger"
    BODY_FLAG = "body-flag"
    CALM_DOWN = "calm-down"
    LEAVE_EXERCISE = "leave-exercise"
    REPEAT_FROM_LIGHT = "repeat-from-light"
    HELPING_AID = "helping-aid"
    GO_EASIER = "go-easier"
    PRAISE_WAIT = "praise-wait"
    REMEDY = "remedy"
    BEST_SO_FAR = "best-so-far"
    CHANGE_SIDE = "change-side"
    NEXT_EXERCISE = "next-exercise"
    DOSE_REACHED = "dose-reached"
    VARY = "vary"
    TIME_UP = "time-up"
    REST_REPEAT = "rest-repeat"


class Helped(StrEnum):
    """Where the one helping aid of this item stands."""

    NOT_YET = "not-yet"
    JUST_NOW = "just-now"
    EARLIER = "earlier"


@dataclass(frozen=True)
class MachineRules:
    """The settings of an item that the machine needs."""

    band_top: int
    aim: int
    has_easier_stage: bool
    has_cap: bool


class CoachState(NamedTuple):
    """What is remembered between answers; runs that exclude each other are zero together.

    A named tuple: the compiler makes and compares some ten thousand of them for an item.
    """

    row: int = 0
    """Accepted answers in a row, up to the aim."""
    lowest: int | None = None
    """Lowest level in the present run of heavy answers (no answer: level tried + 1)."""
    since_lowest: int = 0
    top_last: bool = False
    """The last answer was at 9 or 10."""
    unanswered: int = 0
    """Asks without any answer since the last light one."""
    helped: Helped = Helped.NOT_YET
    overs: int = 0
    wrongs: int = 0
    alarms: int = 0
    easier: int = 0
    """Asks of an easier stage advised so far; 0: at the planned stage."""
    best_said: bool = False
    """'Best so far' is said once; whoever goes on after it is not told again."""


@dataclass(frozen=True)
class Verdict:
    """What is said: a code, a variant of its text, and how the answer counted."""

    code: AdviceCode
    variant: str = ""
    accepted: bool = False
    heavy: bool = False

    @property
    def text_id(self) -> str:
        return f"{self.code}.{self.variant}" if self.variant else str(self.code)


START = CoachState()


def advance(
    state: CoachState, signal: Signal, at_cap: bool, rules: MachineRules
) -> tuple[CoachState, Verdict]:
    """The state and the verdict after one more signal.

    Args:
        state: what was heard before.
        signal: the kind of answer.
        at_cap: has this answer used up the tries allowed for this side?
        rules: the item's settings.
    """
    match signal.kind:
        case SignalKind.DANGER:
            return _broken(state), Verdict(AdviceCode.STOP_DANGER)
        case SignalKind.BODY:
            return _broken(state), Verdict(AdviceCode.BODY_FLAG)
        case SignalKind.SPOOK:
            return _broken(state), Verdict(AdviceCode.CALM_DOWN, "spook")
        case SignalKind.ALARMED:
            return _after_alarm(state)
        case SignalKind.OVER:
            return _after_over(state)
        case SignalKind.WRONG:
            return _after_wrong(state, at_cap, rules)
        case SignalKind.ANTICIPATED:
            return _runs_ended(state), Verdict(AdviceCode.VARY)
        case SignalKind.HEAVY | SignalKind.NONE:
            return _after_heavy(state, signal, at_cap, rules)
    return _after_light(state, signal, at_cap, rules)


def _runs_ended(state: CoachState) -> CoachState:
    """Ends runs of heavy, over and wrong answers, not the row of accepted ones."""
    helped = Helped.EARLIER if state.helped is Helped.JUST_NOW else state.helped
    return state._replace(lowest=None, since_lowest=0, top_last=False, overs=0, wrongs=0, helped=helped
    )


def _broken(state: CoachState) -> CoachState:
    return _runs_ended(state)._replace(row=0)


def _after_alarm(state: CoachState) -> tuple[CoachState, Verdict]:
    alarms = state.alarms + 1
    now = _broken(state)._replace(alarms=min(alarms, ALARMS_TO_LEAVE - 1))
    if alarms >= ALARMS_TO_LEAVE:
        return now, Verdict(AdviceCode.LEAVE_EXERCISE, "alarm")
    return now, Verdict(AdviceCode.CALM_DOWN)


def _after_over(state: CoachState) -> tuple[CoachState, Verdict]:
    overs = state.overs + 1
    if overs >= OVERS_TO_CALM:
        return _broken(state), Verdict(AdviceCode.CALM_DOWN, "over")
    return _broken(state)._replace(overs=overs), Verdict(AdviceCode.PRAISE_WAIT)


def _after_wrong(
    state: CoachState, at_cap: bool, rules: MachineRules
) -> tuple[CoachState, Verdict]:
    wrongs = state.wrongs
    now = _broken(state)._replace(wrongs=min(wrongs + 1, REMEDIES_BEFORE_SECOND))
    if at_cap or state.easier:
        # A remedy asks for another try, and none are left: finish on something smaller.
        return _easier(now, rules, "wrong", heavy=False)
    second = wrongs >= REMEDIES_BEFORE_SECOND
    return now, Verdict(AdviceCode.REMEDY, "second" if second else "")


def _after_heavy(
    state: CoachState, signal: Signal, at_cap: bool, rules: MachineRules
) -> tuple[CoachState, Verdict]:
    no_answer = signal.kind is SignalKind.NONE
    height = 11 if signal.level is None else min(signal.level + no_answer, 11)
    lighter = state.lowest is None or height < state.lowest
    lowest = height if lighter else state.lowest
    count = 1 if lighter else min(state.since_lowest + 1, LONGEST_STUCK)
    unanswered = min(state.unanswered + no_answer, 2)
    helped = Helped.EARLIER if state.helped is Helped.JUST_NOW else state.helped
    now = state._replace(row=0, overs=0, wrongs=0, lowest=lowest, since_lowest=count,
        top_last=signal.is_top, unanswered=unanswered, helped=helped,
    )  # fmt: skip
    if at_cap or state.easier:
        return _easier(now, rules, "cap", heavy=True)
    if (state.top_last and signal.is_top) or unanswered >= 2:
        return _easier(now, rules, "top", heavy=True)
    help_failed = state.helped is Helped.JUST_NOW and not lighter
    if help_failed or count >= stuck_after(lowest or height, rules.band_top):
        if state.helped is Helped.NOT_YET:
            aided = now._replace(helped=Helped.JUST_NOW)
            return aided, Verdict(AdviceCode.HELPING_AID, heavy=True)
        return _easier(now, rules, "stuck", heavy=True)
    variant = "lighter" if lighter and state.lowest is not None else ""
    return now, Verdict(AdviceCode.REPEAT_FROM_LIGHT, variant, heavy=True)


def _easier(
    state: CoachState, rules: MachineRules, variant: str, *, heavy: bool
) -> tuple[CoachState, Verdict]:
    """One stage easier, at most two such asks, to finish light; at the first stage, leave it."""
    if not rules.has_easier_stage:
        return state, Verdict(AdviceCode.LEAVE_EXERCISE, variant, heavy=heavy)
    if state.easier >= EASIER_ASKS:
        ended = "ended-heavy" if heavy else "ended-wrong"
        return state, Verdict(AdviceCode.DOSE_REACHED, ended, heavy=heavy)
    # On the easier stage only the number of tries counts: everything else starts afresh.
    now = START._replace(
        easier=state.easier + 1, alarms=state.alarms, best_said=state.best_said
    )
    return now, Verdict(AdviceCode.GO_EASIER, variant if state.easier == 0 else "again", heavy=heavy)


def _after_light(
    state: CoachState, signal: Signal, at_cap: bool, rules: MachineRules
) -> tuple[CoachState, Verdict]:
    is_tight = signal.kind is SignalKind.TIGHT
    now = _runs_ended(state)._replace(unanswered=0)
    if not is_tight and not state.easier:
        now = now._replace(row=min(state.row + 1, rules.aim))
        if signal.kind is SignalKind.BEST and not state.best_said:
            return now._replace(best_said=True), Verdict(AdviceCode.BEST_SO_FAR, accepted=True)
    accepted = not is_tight
    if state.easier:
        return now, Verdict(AdviceCode.DOSE_REACHED, "finished-light", accepted=accepted)
    if now.row >= rules.aim:
        return now, Verdict(AdviceCode.NEXT_EXERCISE, accepted=accepted)
    if at_cap:
        return now, Verdict(AdviceCode.DOSE_REACHED, accepted=accepted)
    return now, Verdict(AdviceCode.REST_REPEAT, "tight" if is_tight else "", accepted=accepted)

