"""A step's page in the ladder: dose, criterion, helper, what sides mean."""

from __future__ import annotations

from collections.abc import Sequence

from bucephal.ladder import Compare, CountsAs, Fault, Gate, HelperRule, Sides, StepKind
from bucephal.words import plan_words
from bucephal.words.figures import how_often, how_sure, tenths, times_in_ten
from bucephal.words.plain import counted, first_of

SIDES = {
    Sides.HAND: "left and right: the side the handler stands on",
    Sides.REIN: "left and right: the direction of travel",
    Sides.LEG: "left and right: the leg that asks",
    Sides.LEAD: "left and right: the canter lead that is wanted",
    Sides.NONE: "no sides",
}
HELPER = {
    HelperRule.NEVER: "",
    HelperRule.UNTIL_READY: "a helper until it is ready",
    HelperRule.UNTIL_CONFIRMED: "a helper until it is confirmed",
    HelperRule.ALWAYS: "a helper, always",
}
MUST = {Gate.READY: "must be ready", Gate.CONFIRMED: "must be confirmed"}
GATES = {Gate.READY: "ready", Gate.CONFIRMED: "confirmed"}
JUDGED_BY = {
    StepKind.LIGHTNESS: "lightness",
    StepKind.TOLERANCE: "tolerance",
    StepKind.MEASURE: "a measure",
}
SIDES_MEAN = {
    Sides.HAND: "side of the handler",
    Sides.REIN: "direction of travel",
    Sides.LEG: "the asking leg",
    Sides.LEAD: "canter lead",
    Sides.NONE: "no sides",
}
COUNTS_AS = {
    CountsAs.LET_BE: "let be while it is learned: praised, and counted as good",
    CountsAs.SHAPE: "a good try: praised, the remedy is for the next one",
    CountsAs.WRONG: "not what was asked: no release, the remedy at once",
    CountsAs.FREE: "put back quietly, as often as needed: no try is used",
    CountsAs.STOP: "this exercise is over for today",
    CountsAs.BODY: "ease off: a question of the body first",
    CountsAs.LEVEL: "as heavy as the level says",
    CountsAs.OVER: "as far more than was asked",
    CountsAs.TIGHT: "as tight",
    CountsAs.BEFORE: "an answer before the ask: the row is kept",
    CountsAs.NONE: "no fault here",
}
AGREED = (
    "Agreed by all: more kicking makes a horse dull; release at the try; both sides; stop before it is tired."
)
ANY_ANSWER = "Answered at all, calm"
DAYS_ASKED = "days on which it was asked"
LAST_TWO = "of the last two answers accepted"
CALM = "calm, late answers counting more"
CALM_LATELY = "calm on the last three days, four answers at least"
RIGHT = "right and calm on the last three days"
CALM_AND_RIGHT = "calm and right often enough, on every side"
FIRST_IN_A_ROW = "first answers accepted in a row"


def counts_as(fault: Fault, stage: int | None = None) -> str:
    """What a fault counts as, and what it counts as later on.

    Args:
        stage: where it is looked at; None: in any.
    """
    if stage is not None and fault.from_stage is not None and stage >= fault.from_stage:
        return COUNTS_AS[fault.then or fault.counts_as]
    text = COUNTS_AS[fault.counts_as]
    if fault.then is None:
        return text
    later = [f"after {counted(fault.after_sessions, 'session')}"] if fault.after_sessions is not None else []
    if stage is None and fault.from_stage is not None:
        later.append(f"from stage {fault.from_stage} on")
    return f"{text}; {' and '.join(later)}: {COUNTS_AS[fault.then]}" if later else text


def dose(cap: int | None, cap_both: int | None, minutes: int, *, sided: bool) -> str:
    a_side = " a side" if sided else ""
    most = f"at most {cap} tries{a_side} while new, then leave it" if cap else "by minutes"
    both = f"; {cap_both} on both sides together" if cap_both else ""
    return f"{most}{both}; about {minutes} min in a session"


def wants_also(needs: Sequence[str]) -> str:
    return f"wants also: {first_of(needs)}"


def ready(days: int, what: str, chance: float) -> str:
    return (
        f"Asked on {days} days, the last two answers accepted, {often_enough(what, chance)}, {CALM_AND_RIGHT}"
    )


def confirmed(
    sure: float, what: str, share: float, first_answers: int, alone: int | None, *, strict: bool
) -> str:
    """What it takes to be confirmed.

    Args:
        sure: how sure it must be.
        share: of what: that it is light so often at least.
        alone: so many first answers in a row confirm by themselves; None: no such rule.
    """
    by_run = f", or {alone} first answers in a row" if alone is not None else ""
    stricter = "; the stricter rule of a safety exercise" if strict else ""
    return (
        f"{how_sure(sure).capitalize()}: {often_enough(what, share)}, and the last "
        f"{first_answers} first answers accepted{by_run}, {CALM_AND_RIGHT}{stricter}"
    )


def often_enough(what: str, share: float) -> str:
    return f"{what} {times_in_ten(tenths(share))} or more"


def sure_of(what: str, share: float) -> str:
    return f"how sure: {often_enough(what, share)}"


def out_of_ten(share: float) -> str:
    """A share in the criterion's table."""
    return how_often(share, "").strip()


def lets_go(seconds: float | None) -> str:
    return f"Lets go within {seconds:g} s, without alarm"


def reaches(target: float | None, unit: str | None, compare: Compare) -> str:
    assert target is not None
    said = plan_words.reaches(target, unit, compare)
    return said[:1].upper() + said[1:]


def in_band(low: int, high: int) -> str:
    return f"At level {low} to {high}, calm, the movement that was asked; nearly only while it is learned"


def how_often_good(what: str) -> str:
    return f"{what} when asked first on a day"


def decide_help(never_ridden_below: int) -> str:
    return (
        "Your decision goes before the figures until you lift it. It is kept with its reason and date; "
        f"it never lets ridden work be planned under {never_ridden_below} months."
    )


def ladder(good: int, steps: int, learning: int, open_steps: int) -> str:
    return f"{good} of {steps} steps are good, {learning} are being learned, {open_steps} are open"


def need(name: str, gate: Gate) -> str:
    """What a stage needs, as one chooses it."""
    return f"{name} ({GATES[gate]})"
