"""Two of something beside each other: what changed, how sure, on what it rests."""

from __future__ import annotations

from datetime import date

from bucephal.words.figures import CANNOT_TELL, by_levels, date_in_full, how_often, how_sure, in_short, surely
from bucephal.words.plain import counted

COLUMNS = ("Step", "Side")
CHANGED, SURE, RESTS_ON = "What is different", "How sure", "It rests on"
EXPECTED_HELP = (
    "Each first answer of a day is held against what was to be expected of it on that morning, so that a "
    "horse that got better all along is not taken for a better rider or saddle. That two things go "
    "together does not say that one makes the other."
)
DATES_HELP = "Each step as it stood in the evening of either day, with its doubt."
SIDES_HELP = "From the rides on which both sides were asked."
HORSES_HELP = "Each step that both were asked, as it stands today. Horses differ; so do their bands."
NOBODY_NAMED = "nobody was named so far"
NOTHING_SHARED = "There is nothing that both were asked."
TOO_FEW = "too few first answers"
ALL_TOGETHER = "All steps together"
SETTLING = "Minutes to settle"
NOT_TIMED = "not timed"
WITHOUT = "without it"
NO_DIFFERENCE = "no difference is shown"
LATER, EARLIER = "later", "earlier"


def title_of_dates(first: date, second: date) -> str:
    return f"{date_in_full(first)} against {date_in_full(second)}"


def against(first: str, second: str) -> str:
    return f"{first} against {second}"


def with_and_without(what: str) -> str:
    return f"With {what}, and without it"


def with_it(what: str) -> str:
    return f"with {what}"


def levels_moved(difference: float, chance: float) -> str:
    """'lighter by about 1½ levels', 'no difference is shown'."""
    if how_sure(chance) == CANNOT_TELL:
        return NO_DIFFERENCE
    return f"{'heavier' if difference > 0 else 'lighter'} by {by_levels(difference)}"


def share_moved(before: float, after: float, chance: float, what: str) -> str:
    """'lets go in time 9 times in 10 against 6'."""
    if how_sure(chance) == CANNOT_TELL:
        return NO_DIFFERENCE
    now = how_often(after, what)
    return f"{now} against {in_short(how_often(before, what), what, after=now)}"


def better_than_expected(difference: float, p_value: float | None) -> str:
    """'better than the other, by about 1 time in 10'."""
    if p_value is None:
        return TOO_FEW
    tenths = abs(difference) * 10
    much = "less than once in 10" if tenths < 0.75 else f"about {counted(round(tenths), 'time')} in 10"
    return f"{'more' if difference > 0 else 'less'} often good with the second, by {much}"


def sure_of(p_value: float | None, *, shown: bool) -> str:
    if p_value is None or not shown:
        return CANNOT_TELL
    return surely(p_value)


def good_of(good: float, expected: float) -> str:
    """'good 7 times in 10, expected 6 times in 10'."""
    return f"{how_often(good, 'good')}, expected {how_often(expected, '').strip()}"


def rests_on_tries(first: int, second: int) -> str:
    return f"{first} and {counted(second, 'first answer')}"


def rests_on_days(first: int, second: int) -> str:
    return f"{first} and {counted(second, 'day')}"


def rests_on_asks(first: str, second: str) -> str:
    """'9 asks on 2 days; 12 asks on 4 days'."""
    return f"{first}; {second}"


def minutes_usual(minutes: float | None) -> str:
    return NOT_TIMED if minutes is None else f"{minutes:.0f} min"


def minutes_moved(first: float | None, second: float | None, *, shown: bool) -> str:
    if first is None or second is None:
        return TOO_FEW
    if not shown:
        return NO_DIFFERENCE
    return f"{'longer' if second > first else 'shorter'} by {abs(second - first):.0f} min"


def found(different: int, of: int) -> str:
    """'3 of 12 steps are shown to be different.'"""
    if not of:
        return NOTHING_SHARED
    verb = "is" if different == 1 else "are"
    return f"{different} of {counted(of, 'step')} {verb} shown to be different."


def exact_levels(first: float, second: float, sd: float, chance: float) -> str:
    levels = f"levels {first:.2f} and {second:.2f}, difference {second - first:+.2f}"
    return f"{levels}, sd {sd:.2f}, chance {chance:.2f}"


def exact_shares(first: float, second: float, chance: float) -> str:
    return f"shares {first:.2f} and {second:.2f}, chance that they differ {chance:.2f}"


def exact_tries(difference: float, p_value: float | None) -> str:
    p = "–" if p_value is None else f"{p_value:.4f}"
    return f"difference {difference:+.2f} of all first answers, p {p}"


def exact_p(p_value: float | None) -> str:
    return "" if p_value is None else f"p {p_value:.4f}"
