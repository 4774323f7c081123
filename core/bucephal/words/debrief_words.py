"""A session looked back on."""

from __future__ import annotations

from collections.abc import Sequence

from bucephal.ladder import Side
from bucephal.words.figures import LIGHT, how_often, how_sure, moved, whole
from bucephal.words.plain import after_comma, counted, lower_first, upper_first

LEARNED_SHOWS_NEXT = "What was learned shows at the next first ask, not at the end of a session."
ENDED_HEAVY = "ended heavy"
PROBED = "asked once to see: heard by the estimate only"
NOT_THERE_YET = "not there yet"
NO_CHANGE = "no clear change from start to end"
NO_OPEN_ENDS = "None: everything asked ended light."


def lighter_at_end(chance: float) -> str:
    return f"lighter at the end, {how_sure(chance)}; most of it is ordinary warming up"


def heavy_first(heavy: int) -> str:
    return f"{heavy} heavy before the first light one"


def chance_moved(before: float | None, after: float, what: str = LIGHT) -> str:
    return how_often(after, what) if before is None else moved(before, after, what)


def exact(before: float | None, after: float, level: tuple[float, float, float] | None, basis: str) -> str:
    """The figures behind a row: 'chance 0.78, now 0.83 · level 2.3, 1.8 to 3.1 · 9 asks on 2 days'.

    Args:
        before: chance of a good first answer before the session; None: never asked.
        level: mean, low and high end, of a step that is judged by lightness.
    """
    chance = f"{after:.2f}" if before is None else f"{before:.2f}, now {after:.2f}"
    parts = [f"chance of a good first answer {chance}"]
    if level is not None:
        mean, low, high = (max(one, 1) for one in level)
        parts.append(f"level {mean:.1f}, between {low:.1f} and {high:.1f}")
    return " · ".join([*parts, basis])


def now_state(state: str) -> str:
    return f"now {state}"


def row(parts: Sequence[str]) -> str:
    return "; ".join(parts)


def comes_first_next_time(name: str, side: Side) -> str:
    return f"{lower_first(name)}{after_comma(side)} ended heavy: it comes first next time"


def only_one_side(name: str, side: Side) -> str:
    return f"{lower_first(name)}: only the {side} was asked"


def settled(first_min: float | None, whole_min: float | None, *, never: bool) -> str:
    """'first stretch after 4 min, whole circle after 9 min'."""
    if never:
        return "did not settle" + ("" if whole_min is None else f" in {whole_min:g} min")
    parts = [f"first stretch after {whole(first_min)} min"] if first_min is not None else []
    parts += [f"whole circle after {whole(whole_min)} min"] if whole_min is not None else []
    return ", ".join(parts)


def settled_lately(minutes: Sequence[tuple[float, bool]]) -> str:
    """'The last times, the latest first: 8, 9, never in 20 and 7 min'; empty: there are none.

    Args:
        minutes: how long it took, and whether it settled, the latest first.
    """
    said = [f"{whole(took)}" if settled else f"not in {whole(took)}" for took, settled in minutes]
    return f"The last times, the latest first: {', '.join(said)} min" if said else ""


def event(kind: str, thing: str | None, spot: str | None, recovered_s: float | None) -> str:
    """'Spook: gulls off the slipway, away from home, calm again after 20 s'."""
    words = kind.capitalize() + (f": {thing}" if thing else "")
    words += f", {spot}" if spot else ""
    return words + (f", calm again after {recovered_s:g} s" if recovered_s is not None else "")


def asks_not_light(asks: int, heavy: int) -> str:
    return f"{asks} asks, {heavy} not light"


# --- what the coach said ---------------------------------------------------------------------

COACH_SAID = "What the coach said"
COACH_WOULD_SAY = "What the coach would have said"
COACH_LIMITS = "Worked out again from the answers; what only the plan of that day knew is left aside."
SAME_AGAIN = "the same was asked again"
LEFT_IT = "it was left there"


def went_on(more: int) -> str:
    return f"{counted(more, 'more ask')}"


def done_instead(name: str, side: Side, after: int, said: str, instead: str) -> str:
    """'Halt: after answer 3, "Enough. Next." – 2 more asks'."""
    return f"{upper_first(name)}{after_comma(side)}: after answer {after} the coach said “{said}” – {instead}"


def easier_next_time(name: str, side: Side) -> str:
    return f"{name}{after_comma(side)}: left for the day; next time a stage easier"


# --- the best --------------------------------------------------------------------------------

NO_BEST = "Nothing went better than it ever had."


def best(name: str, side: Side, answer: str, before: str) -> str:
    """'Walk to trot, left: at 2, lighter than ever before (at 4)'."""
    return f"{upper_first(name)}{after_comma(side)}: {answer}, better than ever before ({before})"


def best_grade(name: str, side: Side, grade: int) -> str:
    return f"{upper_first(name)}{after_comma(side)}: grade {grade}, the first time"


# --- what moved the estimates ----------------------------------------------------------------


def moved_most(lines: Sequence[str]) -> str:
    """The answers of the session that moved an estimate."""
    return f"What moved it most: {lines[0]}." if lines else ""


# --- whoever rides ---------------------------------------------------------------------------

RIDER_ONLY = "Only you, and whoever teaches here, see this."


def rider_fault(looks: str, times: int, hours: float | None) -> str:
    """'Looks down: 3 times, 6 an hour'.

    Args:
        hours: that the session lasted; None: not known.
    """
    often = f"{times} times" if times != 1 else "once"
    rate = f", {times / hours:.0f} an hour" if hours is not None and times > 1 else ""
    return f"{upper_first(looks)}: {often}{rate}"


def rider_drill(sessions: int, name: str, helps: str) -> str:
    """What is offered to the person alone."""
    return (
        f"Seen in {sessions} sessions of {lower_first(name)}: three minutes for the rider alone, on foot "
        f"or at halt. {helps}"
    )


def planned_and_done(made: int | None, worked: int | None, done: int) -> str:
    """Plan against done, of one step.

    Args:
        made: asks that were worked out; None: it was not in it.
        worked: asks of the plan as the trainer took it along; None: not in that.
        done: how often it was asked.
    """
    asked = f"{done} asked" if done else "not asked"
    if worked is None:
        return f"you left it out; {asked}" if made is not None else f"not in the plan; {asked}"
    planned = f"planned {counted(worked, 'ask')}"
    if made is None:
        return f"you put it in, {planned}; {asked}"
    changed = f", worked out {made}" if made != worked else ""
    return f"{planned}{changed}; {asked}"
