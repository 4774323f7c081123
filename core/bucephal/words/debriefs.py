"""A session looked back on."""

from __future__ import annotations

from collections.abc import Sequence

from bucephal.ladder import Side
from bucephal.words.figures import LIGHT, how_often, how_sure, moved, whole
from bucephal.words.plain import after_comma, counted, lower_first

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
