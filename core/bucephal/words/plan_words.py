"""A planned session: why each line is there, what was left out and why, what to mind."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from datetime import date

from bucephal.ladder import Compare, Fresh, Side
from bucephal.words.day_words import weekday
from bucephal.words.estimate_words import heavier_side
from bucephal.words.figures import LIGHT, halves, how_often, is_share, measured, whole
from bucephal.words.figures import day as on_day
from bucephal.words.flag_words import EVENTS
from bucephal.words.plain import (
    FIRST_THING,
    after_comma,
    ago,
    counted,
    each_side,
    first_of,
    light_is,
    lower_first,
    on_side,
    upper_first,
)

# --- put right ------------------------------------------------------------------------------


def slipped(side: Side, cause: str) -> str:
    return f"slipped{on_side(side)}: {cause}"


def slipped_by_chance(chance: float, what: str) -> str:
    return f"now {how_often(chance, what)}"


def slipped_by_run(heavy: int) -> str:
    return f"the last {heavy} first answers were heavy"


def slipped_and_back(chance: float, what: str) -> str:
    return f"{how_often(chance, what)} again, and not yet confirmed again"


def left_unfinished(side: Side, days: int, answer: str, band: Sequence[int] | None) -> str:
    """``band``: where the answer was a heavy one at some level."""
    when = f"{on_side(side)} {ago(days)}"
    if band is None:
        return f"left unfinished{when}: {answer}"
    return f"ended heavy{when}: {answer}, {light_is(band)}"


_MOMENTS = {"alarm": "alarmed", "stop": "too much of it"}


def _moment(what: str, on: date) -> str:
    return f"{_MOMENTS.get(what) or EVENTS[what]} on {on_day(on)}"


def calm_day_first(what: str, on: date) -> str:
    return f"{_moment(what, on)}: a calm day first"


def easier_first(what: str, on: date) -> str:
    return f"{_moment(what, on)}: next time a stage easier"


def after_bad_moment(what: str, on: date, *, easier: bool) -> str:
    """Why it is in the plan, once there has been a calm day."""
    how = "a stage easier" if easier else "once, and enough"
    return f"{_moment(what, on)}, and a calm day since: again, {how}; it comes first"


DANGER_LAST_TIME = "a dangerous moment last time: what it knows, and nothing new"


def heavier_side_first(name: str, side: Side | None) -> str:
    return f"{name}{on_side(side)} is the heavier side: it comes level first"


def repairs_wait(number: int) -> str:
    return f"{number} things wait to be put right: they come first"


def in_its_turn(place: int, of: int) -> str:
    return f"to be put right in its turn: number {place} of {of}; half of the schooling is the most"


def one_side_heavier(side: Side, levels: float, chance: float) -> str:
    return f"{heavier_side(side, levels, chance)}: three asks there to two"


# --- checks ---------------------------------------------------------------------------------

A_BASIC = "a basic"
ONCE_MORE = "came light when it was first tried: once more on a second day"
WORK_NEEDS_IT = "today's work needs it"


def all_basics(days_off: int) -> str:
    return f"{days_off} days off: all basics"


def checked(because: str, days_since: int, p_first: float, what: str) -> str:
    when = "asked today already" if days_since == 0 else f"last asked {ago(days_since)}"
    return f"{because}; {when}" if because else f"{when}; {how_often(p_first, what)}"


# --- new, go on, easy yes -------------------------------------------------------------------


def to_be_confirmed(opens: str, lacks: str) -> str:
    return f"{opens} waits for it: {lacks}"


def likely_too_heavy(upto: int, chance: float) -> str:
    """``upto``: the level at which the stage before has to come, for the next one to be light."""
    often = how_often(chance, f"at {upto} or lighter")
    return f"{often} so far, and the next stage is heavier at first: more of this one"


def confirming_again(lacks: str) -> str:
    return f"slipped, ready again: {lacks}"


def going_on(lacks: str) -> str:
    """``lacks``: the one thing that is missing for it to be ready."""
    return f"not ready yet: {lacks}"


def opens(needs: Sequence[str], *, to_goal: bool) -> str:
    """``needs``: what it rests on and is there, each with its state."""
    text = f"now open: {first_of(needs)}" if needs else FIRST_THING
    return text + (" · to the goal" if to_goal else "")


def opens_today(needs: Sequence[str]) -> str:
    """``needs``: names of what it rests on, asked earlier in the session."""
    return f"opens if {first_of(needs)} is light twice running, each side"


def need_there(name: str, state: str) -> str:
    return f"{name} is {state}"


def best_known(state: str, chance: float, what: str) -> str:
    return f"its surest {state} step: {how_often(chance, what)}"


# --- settle and finish ----------------------------------------------------------------------

SETTLE_ON_THE_LINE, SETTLE_IN_HAND = "Settle on the line", "Settle in hand"
UNTIL_SETTLED = "until it stretches and stays steady"
_WHEN_FRESH = {
    Fresh.LET_IT_MOVE: "let it move, trot first; ",
    Fresh.WALK_FIRST: "walk first, trot when it minds you; ",
}
NO_SETTLE_TIMES = "no settle times yet: a short quiet start; mark the first stretch"
LOOSEN_RIDDEN, LOOSEN_IN_HAND = "Loosen off, long rein", "Walk it out, and put it away"
LOOSEN_WHY = "finish while it is fresh"
LOOSEN_DONE = "it walks with a low neck"


def settle_on_the_line(fresh: Fresh) -> str:
    return f"{_WHEN_FRESH[fresh]}{UNTIL_SETTLED}"


def settle_times(minutes: Sequence[float], extra: int, new_place: int, wind: int) -> str:
    """``extra``, ``new_place``, ``wind``: minutes for days off, a place never worked in, much wind."""
    low, high, last = whole(min(minutes)), whole(max(minutes)), whole(minutes[-1])
    span = f"{low} to {high} min, the last {last}" if low < high else f"{low} min"
    took = f"its last {len(minutes)}: {span}" if len(minutes) > 1 else f"last time it took {last} min"
    added = [f"days off add about {extra}"] if extra else []
    added += [f"a new place about {new_place}"] if new_place else []
    added += [f"wind about {wind}"] if wind else []
    return "; ".join([took, *added])


def time_up(minutes: int) -> str:
    return f"{minutes} min are over: put it away, settled or not. It was a settling day."


def settled_when(planned_min: int) -> str:
    return f"a whole circle stretched, or {2 * planned_min} min: then it is a settling day, nothing new"


# --- doses ----------------------------------------------------------------------------------

LIGHT_AND_CALM = f"{LIGHT} and calm"


def done_when(how: str, doses: Sequence[tuple[Side, int]], *, in_a_row: bool) -> str:
    """'3 in a row on each side: light and calm'; 'once: lets go within 30 s, no alarm'."""
    row = " in a row" if in_a_row else ""
    counts = {asks for _, asks in doses}
    if len(counts) == 1:
        (number,) = counts
        count = f"{'once' if number == 1 else f'{number}{row}'}{each_side(len(doses))}"
    else:
        (side, first), *others = doses
        count = f"{first}{row}{on_side(side)}, " + ", ".join(f"{n}{on_side(other)}" for other, n in others)
    return f"{count}: {how}"


def then_up(done_when: str, stages: Sequence[str]) -> str:
    """'3 in a row: light and calm; then up: half the arena'."""
    return f"{done_when}; then up: {', then '.join(stages)}"


def climbed(below: str) -> str:
    return f"it follows at once where '{below}' came light and calm on every side"


def probed(below: str) -> str:
    return (
        f"one ask to see what comes, where '{below}' came light and calm and it has gone up enough for "
        "today; only the estimate hears it"
    )


def probe_offered(stage: str) -> str:
    return f"Probe once: {stage}"


def tried_when(asks: int, sides: int) -> str:
    each = each_side(sides)
    return f"two answers{each}, light or not" if asks > 1 else f"one light answer{each}, or two tries"


def lets_go_within(seconds: float) -> str:
    return f"lets go within {seconds:.0f} s, no alarm"


def reaches(target: float, unit: str | None, compare: Compare) -> str:
    if is_share(unit):
        return f"{measured(target, unit)} or more"
    return f"{comparison(compare)} {measured(target, unit)}, calm"


def comparison(compare: Compare) -> str:
    return "at most" if compare is Compare.AT_MOST else "at least"


def dose(
    doses: Sequence[tuple[Side, int]], band: Sequence[int] | None, cap: int | None, *, helper: bool
) -> str:
    """What an item comes to in a line: 'left first, 3 asks a side · light is 1 to 5 · at most 8 tries'.

    Args:
        doses: sides in their order, and the asks of each.
        band: where it is judged by lightness.
        cap: tries a side, where they are worth saying.
        helper: is a helper needed?
    """
    parts = [_asks(doses)]
    if band is not None:
        parts.append(f"{light_is(band)}")
    if cap is not None:
        parts.append(f"at most {cap} tries{'' if doses[0][0] is Side.NONE else ' a side'}")
    return " · ".join([*parts, *(["helper"] if helper else [])])


def _asks(doses: Sequence[tuple[Side, int]]) -> str:
    (first, asks), counts = doses[0], {asks for _, asks in doses}
    if first is Side.NONE:
        return counted(asks, "ask")
    if len(counts) == 1:
        return f"{first} first, {counted(asks, 'ask')} a side"
    return ", then ".join(f"{side} {asks}" for side, asks in doses)


def begin(side: Side, *, by_lightness: bool) -> str:
    """The first instruction of an item."""
    return f"Begin{on_side(side)}." + (" From the lightest." if by_lightness else "")


# --- why not --------------------------------------------------------------------------------

YOUR_CHOICE = "you put it here"
JUST_LOG = "Log what you do"
SECOND_NEW = "a second thing never asked before in one session: one is enough to remember"
SECOND_EXCITING = "a second exciting thing in one session: one is enough"
ADDED_LATER = "it is looked at today: what you add waits for an ordinary session"


def over_the_cap(cap: int) -> str:
    return f"more than {cap} tries a side in a session is drilling: the coach stops there"


def too_long(minutes: float) -> str:
    return f"What you chose takes {halves(minutes)} min more than this session should hold."


HELPER_MISSING = "needs a helper, and nobody is there today"
TOO_HOT = "too hot for hard work"
HEAT_SHORT = "the heat: short and easy only"
HEAT_NO_WORK = "the heat: do not work today"
ENDED_HEAVY = "the last session ended on a heavy answer: put that right first"
ONE_NEW_THING = "one new thing at a time: its turn comes"
BEGUN_LATER = "begun: its turn comes, others wait longer or matter more today"
TAKEN_AS_KNOWN = "taken as known for now: what rests on it is there"
NOTHING_OPEN = "nothing new is open today: see what is held back"


def not_at_hand(things: Iterable[str]) -> str:
    return f"not at hand here: {', '.join(things)}"


def days_off_first(days_off: int) -> str:
    return f"{days_off} days off: the basics first, nothing new today"


def held_back(needs: Sequence[str]) -> str:
    """The one thing that is missing first, and how many there are beside it."""
    return f"first {first_of(needs)}"


def no_time(wants_min: float, left_min: float) -> str:
    return f"no time: wants {minutes(wants_min)}, {halves(max(left_min, 0))} left"


def schooling_limit(why: str, limit_min: int) -> str:
    return f"{why}: {limit_min} min of schooling at most"


def side_ahead(name: str, side: Side) -> str:
    return f"{name}: the {side.other} is ahead; the {side} gets more"


LONGER_LESSON = "A longer lesson"


def more_on(side: Side) -> str:
    return f"More on the {side}"


LIMIT_BY_AGE = "by its age"
LIMIT_BY_HEAT = "because of the heat"
LIMIT_UNDER_THREE = "ridden under three years: minutes only"
LIMIT_GREEN = "young or green: 10 to 15 min after settling"
LIMIT_CONSOLIDATING = "consolidating: 20 to 25 min after settling"
LIMIT_GROWN = "fit and grown: up to 45 min"


def minutes(number: float) -> str:
    return f"{halves(number)} min"


# --- the whole ------------------------------------------------------------------------------

BASICS = "the basics, and an easy finish"
NO_WORK = "No work today: too hot"
SEE_FIRST = "first see what it knows: nothing is taught today"
JUST_COME = "It has just come: first see what it knows."


HEADLINE_WORDS = 10
"""A headline stays under them."""
KINDS = {
    "settle": "settle",
    "assess": "try",
    "check": "check",
    "repair": "put right",
    "practice": "go on",
    "new": "new",
    "climb": "up",
    "probe": "probe",
    "easy-yes": "easy yes",
    "loosen": "finish",
}
"""What an item is for, as it is said everywhere."""


def kind_said(kind: str, *, is_begun: bool) -> str:
    """New is only what was never asked."""
    return KINDS["practice" if kind == "new" and is_begun else kind]


def put_right(name: str, heavier: Side) -> list[str]:
    """The ways of saying it, the fullest first."""
    short = f"{KINDS['repair']}: {lower_first(name)}"
    return [f"{short}{after_comma(heavier)}", short] if heavier is not Side.NONE else [short]


def main_thing(name: str, stage: str, *, is_begun: bool) -> list[str]:
    """The ways of saying it, the fullest first."""
    short = f"{kind_said('new', is_begun=is_begun)}: {lower_first(name)}"
    return [f"{short}, {stage}", short]


def headline(parts: Sequence[Sequence[str]]) -> str:
    """The fullest that is under ten words.

    Args:
        parts: each in its ways of being said, the fullest first.
    """
    ways = [list(one) for one in parts]
    while True:
        text = "; ".join(one[0] for one in ways) or BASICS
        longer = [one for one in ways if len(one) > 1]
        if len(text.split()) < HEADLINE_WORDS or not (longer or len(ways) > 1):
            return upper_first(text)
        if longer:
            longer[-1].pop(0)
        else:
            ways.pop()


def assessment_headline(steps: int) -> str:
    return f"See what it knows: {steps} steps, and stop where the answers stop"


def first_comes(name: str) -> str:
    return f"first {name}, which is not tried today"


_DAY_OFF = {0: "no day off before it", 1: "after 1 day off"}


def lead(on: date, days_off: int | None) -> str:
    """'Monday, after 2 days off.'"""
    off = "" if days_off is None else f", {_DAY_OFF.get(days_off, f'after {days_off} days off')}"
    return f"{weekday(on)}{off}."


# --- mind -----------------------------------------------------------------------------------

TEMPERAMENTS = {
    "lazy": "Lazy: one clear ask and then wait; small aids that go on and on make it duller.",
    "sharp": "Sharp: begin under the lightest, and give it time to finish its answer.",
    "bold": "Bold: it may look before it thinks; ask for a stop before what is new.",
    "wary": "Wary: new things from far off first; stop while it still looks.",
}
THREE_WEEKS_OFF = "After three weeks off the chances shown are a little too hopeful."
AGE_UNKNOWN = "Birth date unknown: the limits of age are not applied."
CALM_FIRST = "Canter only if walk and trot were calm today."
WITH_HELPER = "Helmet, gloves, and the helper at the head before you begin."
RIDDEN = "Helmet; girth and stirrups; somebody knows you are here."
BEFORE_RIDING = (
    "Helmet, gloves, boots; girth and stirrups; halter and rope sound; gates shut; somebody knows you "
    "are here; phone in reach."
)
LEAD_AS_ASKED = "lead as asked"
OTHER_LEAD = "other lead"
OTHER_LEAD_IN_FRONT = "other in front"
OTHER_LEAD_BEHIND = "other behind"
ADVICE_NOT_ORDERS = (
    "Advice, not orders: your instructor, vet and saddler on the spot, and local rules, go first."
)


def long_off(days_off: int) -> str:
    return f"{days_off} days off: take this as an assessment; the figures are old."


ONE_PASSED_OVER = "One knot passed over: what it rests on did not come."
SEVERAL_PASSED_OVER = "{knots} knots passed over: what they rest on did not come."
