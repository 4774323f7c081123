"""The coach's rules as a small state machine: what was heard so far, what is said next.

One state holds only what a later answer can depend on, so that there are few of them and the
whole coach of an item can be compiled into a table. Counters are kept outside: the machine asks
only whether the cap of tries is reached, and `in_context` swaps what is said when the row of
accepted answers is full, the stage above may follow, the time is up, the other side waits, it is nervous,
or something comes again.
Some of those counters are the whole session's (``counters.py``): a second danger anywhere is a second one.

Source: common practice, no source. The rules in their order stand in docs/coach.md.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass
from enum import StrEnum
from typing import NamedTuple

from bucephal.answers import Signal, SignalKind
from bucephal.response.contrasts import stuck_after
from bucephal.welfare import STUMBLES_IN_A_SESSION

OVERS_TO_CALM = 3
EASIER_ASKS = 2
REMEDIES_BEFORE_SECOND = 2
TIGHT_RUN = 3
TIGHT_EXCITING = 2
"""Tight answers running on a side, or in an exciting exercise, that ask for calm work."""
DANGERS_TO_FINISH = 2
ALARMS_TO_LEAVE = 2
STUMBLES_TO_FLAG = STUMBLES_IN_A_SESSION
TIRED_TO_FINISH = 2
HEAVY_TO_CLIMB = 1
"""Heavy answers a side at most, where the stage above may follow at once."""
UNANSWERED_TO_EASE = 2
"""Asks without any answer, since the last light one, after which nothing as hard is asked again."""
SAME_ROUNDS = 3
"""Equal answers running, in an exercise ridden round and round, that ask for a stop or the other way."""
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
    GO_UP = "go-up"


ENDING = frozenset(
    {
        AdviceCode.BEST_SO_FAR, AdviceCode.CHANGE_SIDE, AdviceCode.NEXT_EXERCISE,
        AdviceCode.DOSE_REACHED, AdviceCode.LEAVE_EXERCISE, AdviceCode.TIME_UP, AdviceCode.GO_UP,
    }
)  # fmt: skip
"""Advice after which this item, or this side of it, is over for the day."""


class Helped(StrEnum):
    """Where the one helping aid of this item stands."""

    NOT_YET = "not-yet"
    JUST_NOW = "just-now"
    EARLIER = "earlier"


@dataclass(frozen=True)
class MachineRules:
    """The settings of an item that the machine needs."""

    band_top: int
    has_easier_stage: bool
    probe: bool = False
    """Asked once, to see what comes: whatever it is, it is not asked again today."""
    easier_asks: int = EASIER_ASKS


class CoachState(NamedTuple):
    """What is remembered between answers; runs that exclude each other are zero together.

    A named tuple: the compiler makes and compares some ten thousand of them for an item.
    """

    lowest: int | None = None
    """Lowest level in the present run of heavy answers (no answer: level tried + 1)."""
    since_lowest: int = 0
    top_last: bool = False
    """The last answer was at 9 or 10."""
    unanswered: int = 0
    """Asks without any answer since the last light one."""
    helped: Helped = Helped.NOT_YET
    overs: int = 0
    easier: int = 0
    """Asks of an easier stage advised so far; 0: at the planned stage."""
    best_said: bool = False
    """'Best so far' is said once; whoever goes on after it is not told again."""


_UPSET = ("alarm", "nerves", "nerves-heavy")


class RowEffect(StrEnum):
    """What an answer does to the row of accepted ones."""

    ADDS = "adds"
    KEEPS = "keeps"
    BREAKS = "breaks"


class Verdict(NamedTuple):
    """What is said: a code, a variant of its text, and how the answer counted."""

    code: AdviceCode
    variant: str = ""
    accepted: bool = False
    heavy: bool = False
    row: RowEffect = RowEffect.BREAKS

    @property
    def ends(self) -> bool:
        """Is this item, or this side of it, over for the day?"""
        upset = self.code is AdviceCode.CALM_DOWN and self.variant == "probe"
        return self.code in ENDING or upset or (self.code is AdviceCode.BODY_FLAG and self.variant != "")

    @property
    def finishes(self) -> bool:
        """Is what comes next the easy yes: something it can do well, and an end?

        What was too big today ends its exercise only; a horse that is upset is asked nothing more.
        """
        upset = self.code is AdviceCode.LEAVE_EXERCISE and self.variant in _UPSET
        return upset or self.code is AdviceCode.TIME_UP

    @property
    def aim_met(self) -> bool:
        """Has the row of accepted answers reached the aim on this side?"""
        return self.code in (AdviceCode.CHANGE_SIDE, AdviceCode.NEXT_EXERCISE, AdviceCode.GO_UP)

    @property
    def text_id(self) -> str:
        return f"{self.code}.{self.variant}" if self.variant else str(self.code)


START = CoachState()


class OutsideFact(StrEnum):
    """What the machine does not hold but a verdict can depend on, in the order it is looked at."""

    DANGER_AGAIN = "danger-again"
    BODY_AGAIN = "body-again"
    TIRED_AGAIN = "tired-again"
    ALARM_AGAIN = "alarm-again"
    NERVES = "nerves"
    NERVES_AGAIN = "nerves-again"
    REMEDY_AGAIN = "remedy-again"
    ROW_FULL = "row-full"
    OTHER_SIDE_WAITS = "other-side-waits"
    CLIMB = "climb"
    TIME_UP = "time-up"
    SAME_ROUNDS = "same-rounds"


_BEFORE_NERVES = (AdviceCode.STOP_DANGER, AdviceCode.BODY_FLAG, AdviceCode.LEAVE_EXERCISE)
"""What is more urgent than nerves; alarm (calm down) is too."""


def in_context(verdict: Verdict, context: Iterable[OutsideFact]) -> Verdict:
    """What is said once the counters outside are looked at."""
    holding = set(context)
    for swap in OutsideFact:
        if swap in holding:
            verdict = swapped(verdict, swap) or verdict
    return verdict


def swapped(verdict: Verdict, swap: OutsideFact) -> Verdict | None:
    """What is said instead when a swap holds; None if it makes no difference."""
    code, variant = verdict.code, verdict.variant
    match swap, code:
        case OutsideFact.DANGER_AGAIN, AdviceCode.STOP_DANGER if not variant:
            return verdict._replace(variant="second")
        case OutsideFact.BODY_AGAIN, AdviceCode.BODY_FLAG if variant in ("", "stop"):
            return verdict._replace(variant="again")
        case OutsideFact.TIRED_AGAIN, AdviceCode.LEAVE_EXERCISE if variant == "stop":
            return verdict._replace(code=AdviceCode.TIME_UP, variant="tired")
        case OutsideFact.ALARM_AGAIN, AdviceCode.CALM_DOWN if variant in ("", "probe"):
            return verdict._replace(code=AdviceCode.LEAVE_EXERCISE, variant="alarm")
        case OutsideFact.NERVES | OutsideFact.NERVES_AGAIN, _:
            return _nerves(verdict, swap)
        case OutsideFact.REMEDY_AGAIN, AdviceCode.REMEDY if variant in ("", "shape"):
            return verdict._replace(variant="second")
        case OutsideFact.ROW_FULL, AdviceCode.REST_REPEAT | AdviceCode.DOSE_REACHED if (
            variant in ("", "tight", "let-be") and not verdict.heavy
        ):
            return verdict._replace(code=AdviceCode.NEXT_EXERCISE, variant="")
        case OutsideFact.OTHER_SIDE_WAITS, AdviceCode.NEXT_EXERCISE:
            return verdict._replace(code=AdviceCode.CHANGE_SIDE)
        case OutsideFact.CLIMB, AdviceCode.NEXT_EXERCISE:
            return verdict._replace(code=AdviceCode.GO_UP)
        case OutsideFact.TIME_UP, AdviceCode.REST_REPEAT:
            return verdict._replace(code=AdviceCode.TIME_UP, variant="")
        case OutsideFact.TIME_UP, AdviceCode.GO_UP:
            return verdict._replace(code=AdviceCode.NEXT_EXERCISE)
        case OutsideFact.SAME_ROUNDS, AdviceCode.REST_REPEAT | AdviceCode.REPEAT_FROM_LIGHT if (
            variant != "tight"
        ):
            return verdict._replace(variant="round")
    return None


def _nerves(verdict: Verdict, swap: OutsideFact) -> Verdict | None:
    """Tight again and again: calm work first; once more after that, no more of it today."""
    if verdict.code in _BEFORE_NERVES or verdict.code is AdviceCode.CALM_DOWN:
        return None
    if swap is OutsideFact.NERVES:
        return verdict._replace(code=AdviceCode.CALM_DOWN, variant="nerves")
    variant = "nerves-heavy" if verdict.heavy else "nerves"
    return verdict._replace(code=AdviceCode.LEAVE_EXERCISE, variant=variant)


Step = tuple[CoachState, Verdict]


def advance(state: CoachState, signal: Signal, at_cap: bool, rules: MachineRules) -> Step:
    """The state and the verdict after one more signal.

    Args:
        state: what was heard before.
        signal: the kind of answer.
        at_cap: has this answer used up the tries allowed for this side?
        rules: the item's settings.
    """
    if rules.probe and signal.kind not in _EVEN_OF_A_PROBE:
        return _runs_ended(state), _after_probe(signal)
    return _AFTER[signal.kind](state, signal, at_cap, rules)


def _runs_ended(state: CoachState) -> CoachState:
    """Ends runs of heavy and over answers."""
    helped = Helped.EARLIER if state.helped is Helped.JUST_NOW else state.helped
    # Written out, not `_replace`: the compiler comes here ten thousand times for an item.
    return CoachState(
        None, 0, False, state.unanswered, helped, 0, easier=state.easier, best_said=state.best_said
    )


_WELCOME = (SignalKind.LIGHT, SignalKind.BEST, SignalKind.LET_BE)


def _after_probe(signal: Signal) -> Verdict:
    """Nothing is put right and nothing is repeated: it was asked to see."""
    welcome = signal.kind in _WELCOME
    return Verdict(AdviceCode.DOSE_REACHED, "probe", accepted=welcome, row=RowEffect.KEEPS)


def _after_danger(state: CoachState, *_: object) -> Step:
    return _runs_ended(state), Verdict(AdviceCode.STOP_DANGER)


def _after_body(state: CoachState, signal: Signal, *_: object) -> Step:
    return state, Verdict(AdviceCode.BODY_FLAG, "stop" if signal.is_over else "", row=RowEffect.KEEPS)


def _after_uneven(state: CoachState, *_: object) -> Step:
    return state, Verdict(AdviceCode.BODY_FLAG, "uneven", row=RowEffect.KEEPS)


def _after_spook(state: CoachState, *_: object) -> Step:
    return _runs_ended(state), Verdict(AdviceCode.CALM_DOWN, "spook")


def _after_stop(state: CoachState, *_: object) -> Step:
    return _runs_ended(state), Verdict(AdviceCode.LEAVE_EXERCISE, "stop", row=RowEffect.KEEPS)


def _after_alarm(state: CoachState, _signal: Signal, _at_cap: bool, rules: MachineRules) -> Step:
    return _runs_ended(state), Verdict(AdviceCode.CALM_DOWN, "probe" if rules.probe else "")


def _after_free(state: CoachState, *_: object) -> Step:
    return state, Verdict(AdviceCode.REMEDY, "free", row=RowEffect.KEEPS)


def _after_anticipated(state: CoachState, *_: object) -> Step:
    return _runs_ended(state), Verdict(AdviceCode.VARY, row=RowEffect.KEEPS)


def _after_over(state: CoachState, *_: object) -> Step:
    overs = state.overs + 1
    if overs >= OVERS_TO_CALM:
        return _runs_ended(state), Verdict(AdviceCode.CALM_DOWN, "over")
    return _runs_ended(state)._replace(overs=overs), Verdict(AdviceCode.PRAISE_WAIT)


def _after_wrong(state: CoachState, signal: Signal, at_cap: bool, rules: MachineRules) -> Step:
    """Not released for it, and its remedy; but loud twice running, or none at all twice: no third."""
    unanswered = min(state.unanswered + signal.is_unanswered, UNANSWERED_TO_EASE)
    now = _runs_ended(state)._replace(
        top_last=signal.is_top and unanswered < UNANSWERED_TO_EASE, unanswered=unanswered
    )
    if at_cap or state.easier:
        # A remedy asks for another try, and none are left: finish on something smaller.
        return _easier(now, rules, "wrong", heavy=False)
    if (state.top_last and signal.is_top) or unanswered >= UNANSWERED_TO_EASE:
        return _easier(now, rules, "top", heavy=False)
    return now, Verdict(AdviceCode.REMEDY)


def _after_shape(state: CoachState, _signal: Signal, at_cap: bool, rules: MachineRules) -> Step:
    """A good try: it is praised, and the remedy is for the next; not the light answer to finish on."""
    now = _runs_ended(state)._replace(unanswered=0)
    if state.easier:
        return _easier(now, rules, "wrong", heavy=False)
    if at_cap:
        return now, Verdict(AdviceCode.DOSE_REACHED, "shape", row=RowEffect.KEEPS)
    return now, Verdict(AdviceCode.REMEDY, "shape", row=RowEffect.KEEPS)


def _after_heavy(state: CoachState, signal: Signal, at_cap: bool, rules: MachineRules) -> Step:
    no_answer = signal.kind is SignalKind.NONE
    height = 11 if signal.level is None else min(signal.level + no_answer, 11)
    lighter = state.lowest is None or height < state.lowest
    lowest = height if lighter else state.lowest
    count = 1 if lighter else min(state.since_lowest + 1, LONGEST_STUCK)
    unanswered = min(state.unanswered + no_answer, UNANSWERED_TO_EASE)
    if unanswered >= UNANSWERED_TO_EASE:
        # Whatever is heavy after it is asked easier, too: the run is not looked at again.
        now = _runs_ended(state)._replace(unanswered=unanswered)
    else:
        helped = Helped.EARLIER if state.helped is Helped.JUST_NOW else state.helped
        now = state._replace(
            lowest=lowest, since_lowest=count, top_last=signal.is_top, unanswered=unanswered, helped=helped,
            overs=0,
        )  # fmt: skip
    # The cap before all: no reason is good enough for another try beyond it. Twice at the top, or no answer
    # twice, before being stuck: it is too hard as it is, and no helping aid is tried on it.
    if at_cap or state.easier:
        return _easier(now, rules, "cap", heavy=True)
    if (state.top_last and signal.is_top) or unanswered >= UNANSWERED_TO_EASE:
        return _easier(now, rules, "top", heavy=True)
    help_failed = state.helped is Helped.JUST_NOW and not lighter
    if help_failed or count >= stuck_after(lowest or height, rules.band_top):
        if state.helped is Helped.NOT_YET:
            aided = now._replace(helped=Helped.JUST_NOW)
            return aided, Verdict(AdviceCode.HELPING_AID, heavy=True)
        return _easier(now, rules, "stuck", heavy=True)
    variant = "lighter" if lighter and state.lowest is not None else ""
    return now, Verdict(AdviceCode.REPEAT_FROM_LIGHT, variant, heavy=True)


def _easier(state: CoachState, rules: MachineRules, variant: str, *, heavy: bool) -> Step:
    """One stage easier, at most two such asks, to finish light; at the first stage, leave it."""
    if not rules.has_easier_stage:
        return state, Verdict(AdviceCode.LEAVE_EXERCISE, variant, heavy=heavy)
    if state.easier >= rules.easier_asks:
        ended = "ended-heavy" if heavy else "ended-wrong"
        return state, Verdict(AdviceCode.DOSE_REACHED, ended, heavy=heavy)
    # On the easier stage only the number of tries counts: everything else starts afresh.
    now = START._replace(easier=state.easier + 1, best_said=state.best_said)
    return now, Verdict(AdviceCode.GO_EASIER, variant if state.easier == 0 else "again", heavy=heavy)


def _after_light(state: CoachState, signal: Signal, at_cap: bool, _rules: MachineRules) -> Step:
    now = _runs_ended(state)._replace(unanswered=0)
    is_tight = signal.kind is SignalKind.TIGHT
    accepted, row = not is_tight, RowEffect.KEEPS if is_tight else RowEffect.ADDS
    # The best so far is said once, even where the tries are used up: it is what one wants to stop on.
    if signal.kind is SignalKind.BEST and not state.best_said:
        best = Verdict(AdviceCode.BEST_SO_FAR, accepted=True, row=row)
        return now._replace(best_said=True), best
    if state.easier:
        return now, Verdict(AdviceCode.DOSE_REACHED, "finished-light", accepted, row=row)
    if at_cap:
        return now, Verdict(AdviceCode.DOSE_REACHED, accepted=accepted, row=row)
    variant = str(signal.kind) if signal.kind in (SignalKind.TIGHT, SignalKind.LET_BE) else ""
    return now, Verdict(AdviceCode.REST_REPEAT, variant, accepted, row=row)


_EVEN_OF_A_PROBE = frozenset(
    {
        SignalKind.DANGER, SignalKind.BODY, SignalKind.UNEVEN, SignalKind.SPOOK, SignalKind.STOP,
        SignalKind.ALARMED,
    }
)  # fmt: skip
"""What is said however it was asked; of all else a probe only takes note."""

_AFTER: Mapping[SignalKind, Callable[[CoachState, Signal, bool, MachineRules], Step]] = {
    SignalKind.DANGER: _after_danger,
    SignalKind.BODY: _after_body,
    SignalKind.UNEVEN: _after_uneven,
    SignalKind.SPOOK: _after_spook,
    SignalKind.STOP: _after_stop,
    SignalKind.ALARMED: _after_alarm,
    SignalKind.OVER: _after_over,
    SignalKind.WRONG: _after_wrong,
    SignalKind.FREE: _after_free,
    SignalKind.ANTICIPATED: _after_anticipated,
    SignalKind.SHAPE: _after_shape,
    SignalKind.HEAVY: _after_heavy,
    SignalKind.NONE: _after_heavy,
    SignalKind.TIGHT: _after_light,
    SignalKind.LET_BE: _after_light,
    SignalKind.BEST: _after_light,
    SignalKind.LIGHT: _after_light,
}
"""A table, not a chain of cases: the compiler looks here some ten thousand times for an item."""
