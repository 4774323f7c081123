"""Where a step stands, and why: states, needs that are short, what keeps a step at rest."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from datetime import date

from bucephal.ladder import Side
from bucephal.words.ages import age_text
from bucephal.words.figures import CALM, RIGHT_AND_CALM, date_in_full, falls_short, how_often, in_short
from bucephal.words.plain import counted, on_side

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
    return f"decided on {date_in_full(on)}: {reason}"


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
    words = f"{age_text(months)} old: {demand or 'planned'} from {age_text(least_months)}"
    if opened_from is not None:
        words += f"; by its school it may be opened with a reason from {age_text(opened_from)}, minutes only"
    return words


def needed(name: str, lacks: str) -> str:
    """'walk to trot: light 5 times in 10 on the left; wants 6'."""
    return f"{name}: {lacks}"


def not_asked(where: str) -> str:
    return f"not asked yet{where}"


def calm_short(share: float, wanted: float, where: str) -> str:
    return falls_short(share, wanted, CALM, where)


def right_short(share: float, wanted: float, where: str) -> str:
    return falls_short(share, wanted, RIGHT_AND_CALM, where)


def calm_unknown(where: str) -> str:
    return f"too few answers{where} to tell whether it stays calm"


def more_days(days: int, wanted: int, where: str) -> str:
    """'wants a second day on the left'."""
    if wanted - days == 1:
        return f"wants a {_NTH[wanted]} day{where}"
    return f"wants {counted(wanted, 'day')}{where}"


def more_good_days(number: int, where: str) -> str:
    """'wants one more day that begins well': first answers of days, in a row."""
    if number <= 1:
        return f"wants one more day that begins well{where}"
    return f"wants {number} more days in a row that begin well{where}"


def not_sure_yet(chance: float, what: str, where: str) -> str:
    """'light 9 times in 10 on the left, too little to be sure'."""
    return f"{how_often(chance, what)}{where}, too little to be sure"


def good_answers_running(where: str) -> str:
    return f"wants two good answers running{where}"


def sides_stand(sides: Sequence[tuple[Side, float]], what: str) -> str:
    """'light 8 times in 10 on the left, 7 on the right'; once where both sides say the same.

    Args:
        sides: each side that was asked, with its chance.
        what: what a good answer is called.
    """
    said = [(side, how_often(chance, what)) for side, chance in sides]
    (first, text), *others = said
    if others and all(words == text for _, words in others):
        return f"{text} on both sides"
    rest = [f"{in_short(words, what, after=text)}{on_side(side)}" for side, words in others]
    return ", ".join([f"{text}{on_side(first)}", *rest])


def vouched(name: str, state: str) -> str:
    return f"{name} is {state} and speaks for it"


def must_come(times: int, up_to: int, where: str) -> str:
    """'must come twice, up to level 8, on the left'."""
    often = {1: "once", 2: "twice"}[times]
    return f"must come {often}{where}, up to level {up_to}"


BRAKES_INSTEAD = "not asked for: it was ridden before, and its brakes come first"
CALM_TROT_FIRST = "wants more calm sessions"
LEFT_ALONE = "left alone, as decided"
_NTH = {2: "second", 3: "third", 4: "fourth"}
