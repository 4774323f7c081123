"""Where a step stands, and why: states, needs that are short, what keeps a step at rest."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import date

from bucephal.ladder import Gate, Side
from bucephal.words.ages import age_text
from bucephal.words.plain import LIGHT_FIRST_ANSWER, TWO_DAYS_ON, before, light_first, on_side

STATE_HELP = {
    "closed": "something it needs is missing",
    "open": "may be begun",
    "learning": "begun, not ready",
    "ready": "good enough to build on",
    "confirmed": "all but certain",
    "slipping": "was confirmed, is no longer",
    "resting": "left alone: age, a flag, kit, or decided",
}
NOT_DECIDED_HERE = "cannot be decided here"
NOTHING_MISSING = "everything it needs is there"
ARCHIVED = "archived by the yard: not offered any more"


def decided(on: date, reason: str) -> str:
    return f"decided on {on}: {reason}"


def not_ridden_yet(months: int) -> str:
    return f"{NOT_DECIDED_HERE}: under {months} months ridden work is not planned"


def kit_missing(things: Iterable[str]) -> str:
    return f"the yard has no {', '.join(things)}"


def too_young(months: int | None, least_months: int, demand: str | None, opened_from: int | None) -> str:
    """Why a step waits for the horse to grow.

    Args:
        months: its age.
        least_months: from which age the step is planned.
        demand: what the step asks of a growing body, where that sets the age.
        opened_from: from which age the school lets a trainer open it with a reason.
    """
    what = f"{demand} is planned" if demand is not None else "planned"
    words = f"{age_text(months)} old: {what} from {age_text(least_months)}"
    if opened_from is not None:
        words += f"; by its school it may be opened with a reason from {age_text(opened_from)}, minutes only"
    return words


def shortfall(
    name: str, gate: Gate, side: Side | None, figure: float | None, wanted: float, ready_days: int,
    manner: str,
) -> str:  # fmt: skip
    """A need that is not met, with the figure that is short.

    Args:
        name: of the needed step, as it stands in a sentence.
        side: the side that holds it back; None where it has none or was never asked.
        figure: the chance (ready) or sureness (confirmed) there; None: not asked yet.
        ready_days: days on which it must have been asked to be ready.
        manner: what is short of calm or right answers there; it comes before how light they are.
    """
    where = on_side(side)
    if figure is None:
        return f"{name}: not asked yet{where}"
    if manner:
        return f"{name}: {manner}{where}"
    if gate is Gate.CONFIRMED:
        if figure >= wanted:
            return f"{name}: sure to {figure:.2f}{where}, wants three light first answers in a row"
        return f"{name}: sure to {figure:.2f}{where}, wants {wanted:.2f}"
    if figure >= wanted:
        return f"{name}: {figure:.2f}{where}, wants {ready_days} days and the last two accepted"
    return f"{name}: {light_first(figure)}{where}, wants {wanted:.2f}"


def manner_short(calm: float, calm_wanted: float, right: float, right_wanted: float) -> str:
    """What is short of calm, or of right, answers; empty if neither."""
    if calm < calm_wanted:
        return f"calm in {calm:.0%} of its answers, wants {calm_wanted:.0%}"
    if right < right_wanted:
        return f"right and calm in {right:.0%} of its last answers, wants {right_wanted:.0%}"
    return ""


def side_stands(side: Side, state: str, p_first: float, sure: float, basis: str, manner: str) -> str:
    first = f"{LIGHT_FIRST_ANSWER} {TWO_DAYS_ON} {p_first:.2f}"
    return f"{before(side)}{state}, {first}, sure to {sure:.2f} ({basis}){f', {manner}' if manner else ''}"


def vouched(name: str, state: str) -> str:
    return f"{name} is {state} and speaks for it"
