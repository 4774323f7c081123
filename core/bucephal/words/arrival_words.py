"""A horse that has come: what it is tried on, where it is placed, how it was and how it is."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date

from bucephal.ladder import Side
from bucephal.words.ages import age_text
from bucephal.words.figures import date_in_full, how_often
from bucephal.words.plain import FIRST_THING, before, each_side, light_is, lower_first, upper_first

BACKGROUNDS = {
    "unhandled": "unhandled",
    "handled": "handled, not ridden",
    "started": "started by others",
    "from-racing": "from racing",
    "from-harness": "from harness",
    "gaited": "bred to pace or amble",
    "long-rest": "after a long rest",
    "spoiled": "spoiled",
}
DID_BEFORE = {
    "walk": "walked under a rider",
    "trot": "trotted under a rider",
    "canter": "cantered under a rider",
    "own-gait": "ridden in its own gait",
    "harness": "went in harness",
}
NEVER_DONE = "by what is told it was never ridden so: it is taught, not tried"
TEMPERAMENTS = {
    "go": {"lazy": "lazy", "sharp": "sharp"},
    "nerve": {"bold": "bold", "wary": "wary"},
}
"""As the trainer sees it; in between nothing is said."""
GAINED = "could not, now can"
LOST = "was light, is heavier"
SEXES = {"mare": "mare", "gelding": "gelding", "stallion": "stallion"}
FORM_HELP = {
    "background": "decides what it is tried on first",
    "go": "As you see it; it sets the first band and what is said.",
    "nerve": "As you see it.",
    "did_before": "Only what you know. What it never did is taught from the beginning, not tried.",
    "bands": "Left as they are, the yard's hold; for a lazy or a sharp horse that is new a first one is set.",
}
"""What a field of the horse form decides."""
NOTHING_ASKED = "Nothing was asked yet: begin with the assessment."
BEGIN_WITH_WHAT_IT_HAS = "begin with what it has"
ALL_TRIED = "Everything that could be tried was tried."
LIMITS = "A placement rests on one or two answers a side: it says where to begin, not what is certain."


def age_fact(months: int | None) -> str:
    return age_text(months) + (" old" if months is not None else "")


def background_fact(background: str | None, taken: str) -> str:
    """``taken``: the background that stands in for one that was not given."""
    if background is None:
        return f"background not given: taken as {BACKGROUNDS[taken]}, nothing is taken for granted"
    return BACKGROUNDS[background]


def here_since(day: date) -> str:
    return f"here since {date_in_full(day)}"


def answers_counted(steps: int) -> str:
    return f"{steps} steps answered or tried"


def held(sessions: int) -> str:
    return f"{sessions} sessions were held: it comes with the work itself"


def sessions_full(sessions: int, minutes: int) -> str:
    return f"{sessions} sessions of {minutes} min are full: it comes with the work itself"


def not_tried(name: str, because: str) -> str:
    return f"{name} is not tried ({because})"


def answers_stopped(why: str) -> str:
    return f"answers stopped before it: {why}"


def not_light(name: str) -> str:
    return f"{name} did not come light and calm"


def did_not_come(name: str) -> str:
    return f"{name} did not come"


def a_basic_of(background: str, phase: str) -> str:
    return f"{background}: a basic of {phase}"


def times_tried(because: str, sides: int, *, twice: bool) -> str:
    if twice:
        return f"{because}; twice{each_side(sides)}: brakes are not guessed"
    return f"{because}; once{each_side(sides)}, again only if not light"


# --- placement ------------------------------------------------------------------------------


def answers(sides: Sequence[tuple[Side, Sequence[str], int]], band: tuple[int, int] | None) -> str:
    """'left at 3 and at 2, right no answer up to 9 · light is 1 to 5'.

    Args:
        sides: side, its first answers in words, and how many more there were.
        band: where the step is judged by lightness.
    """
    parts = [
        f"{before(side)}{' and '.join(heard)}{f' and {more} more' if more else ''}"
        for side, heard, more in sides
    ]
    text = ", ".join(parts)
    return text if band is None else f"{text} · {light_is(band)}"


RIDDEN_SO_BEFORE = "comes next: it was ridden so before, and its brakes came"


def comes_next(below: Sequence[tuple[str, str]]) -> str:
    """``below``: what it has that this rests on, each with its answers."""
    text = "; ".join(f"{name} ({answers})" for name, answers in below)
    return f"comes next: it has {text}" if below else FIRST_THING


def placed(background: str, has: int, half: int, begin: str | None, once: int) -> str:
    first = f"begin with {lower_first(begin)}" if begin is not None else BEGIN_WITH_WHAT_IT_HAS
    again = f" {once} came light on one day only and are asked once more first." if once else ""
    return f"{upper_first(BACKGROUNDS[background])}: it has {has}, half has {half}; {first}.{again}"


# --- then and now ---------------------------------------------------------------------------

NOT_ASKED_SINCE = "not asked since"


def now_light(chance: float, what: str, basis: str) -> str:
    return f"{how_often(chance, what)}, by {basis}"


def then_and_now(rows: int, gained: int, lost: int) -> str:
    heavier = "1 is heavier than it was" if lost == 1 else f"{lost} are heavier than they were"
    text = f"{rows} answers looked at when it came; {gained} that it could not give then, it can now"
    return f"{text}; {heavier}" if lost else text
