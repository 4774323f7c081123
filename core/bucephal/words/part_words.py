"""What the parts of the sheet and of an owner's report say: one of them about one thing."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date

from bucephal.ladder import Side
from bucephal.words import wedge_words
from bucephal.words.figures import (
    about,
    date_in_full,
    how_often,
    span_in_ten,
    surely,
    whole,
)
from bucephal.words.plain import before, counted

DAY, TIMES, SIDE, REIN = "Day", "Times", "Side", "Rein"
MINUTES, SECONDS, METRES, ANSWERS = "min", "s", "m", "answers"
IN_TEN = "times in 10"
OF_ALL = "of all answers"
WANTED, TREND, LEFT, RIGHT, BOTH_SIDES = "wanted", "the trend", "left", "right", "each day"
NONE = "–"
LONG_RUN, CALM_AGAIN, MIN_OF_WALK = "In the long run", "Calm again after", "min of walk"

SETTLING_AND_CALM, CANTER_AND_CORNERS, MEASURED, BEARS, WORK_AND_DAYS = (
    "Settling and calm", "Canter and corners", "Measured and counted", "What it bears", "Work and days",
)  # fmt: skip

# --- settling

SETTLING = "Settling"
SETTLE_COLUMNS = (DAY, "First stretch", "A whole circle", "Head came up", "Settled")
NEVER_SETTLED, SETTLED = "not settled by then", "settled"
YES, NO = "yes", "no"


def settled_on(on: date, minutes: float, *, settled: bool) -> str:
    never = "" if settled else f"{NEVER_SETTLED}, "
    return f"{on_day(on)}: {never}{whole(minutes)} min"


def in_minutes(minutes: float | None) -> str:
    return NONE if minutes is None else f"{whole(minutes)} min"


def exact_settling(median: float | None) -> str:
    return "no median" if median is None else f"median {median:.1f} min (Kaplan-Meier)"


def exact_trend(per_week: float | None, p_value: float | None, unit: str) -> str:
    """'slope -0.91 min a week (Theil-Sen), p 0.0003 (Mann-Kendall)'; empty: there is none."""
    if per_week is None or p_value is None:
        return ""
    return f"slope {per_week:.2f} {unit} a week (Theil-Sen), p {p_value:.4f} (Mann-Kendall)"


def exact_leads(p_value: float | None) -> str:
    return "" if p_value is None else f"left rein against right rein: p {p_value:.4f} (Fisher, exact)"


# --- leads

LEADS = "Canter leads"
LEAD_COLUMNS = (REIN, "Right lead", "Wrong lead", "Disunited", LONG_RUN)
RIGHT_LEAD, WRONG_LEAD, DISUNITED = "right lead", "wrong lead", "disunited"


def rein(side: Side) -> str:
    return f"{side} rein"


def lead_part(count: int, of: int, what: str) -> str:
    return f"{count} of {of}: {what}"


def lead_change(side: Side, direction: int, p_value: float | None) -> str:
    """'On the left rein the right lead comes more often of late, surely.'; empty: no change is shown."""
    if not direction or p_value is None:
        return ""
    more = "more" if direction > 0 else "less"
    return f"On the {side} rein the right lead comes {more} often of late, {surely(p_value)}."


# --- corners

CORNERS = "Corners"
CORNER_COLUMNS = ("Corner", REIN, "Inside leg", TIMES, "Usually", "Last time")
WITH_LEG, WITHOUT_LEG, LEG_NOT_SAID = "with", "without", "not said"
SOMEWHERE = "corner not said"


def corner_line(side: Side, with_leg: bool | None, length: str) -> str:
    """'left 2.1 m', 'left, leg 0.4 m': beside the corner of a small arena."""
    return f"{side}{', leg' if with_leg else ''} {length}"


def on_the_line(upto: str) -> str:
    return f"It stays on the line: within {upto} at every corner that was measured."


def worst_corner(spot: str, side: Side, length: str) -> str:
    return f"It turns by itself the earliest at {spot}, {rein(side)}: usually {length} before it."


def corner_wanted(upto: str) -> str:
    return f"Up to {upto} before the corner counts as on the line."


def in_metres(metres: float) -> str:
    return f"{metres:.1f} m"


# --- measures

STATION_TITLE = "Beside the target"
OFF_THE_MARK, TO_THE_SIDE = "off the mark, m", "to the side, m"
STATION_COLUMNS = (DAY, SIDE, wedge_words.OFF_THE_MARK, wedge_words.TO_THE_SIDE, "Stood there")
TURNS_TITLE = "Turns"
TURN_COLUMNS = (DAY, "Turn", SIDE, "Degrees")
HALF_TURN = "a half turn"


def beside(off_m: float, gap_m: float) -> str:
    return f"{off_m:g} m off the mark, {wedge_words.to_the_side(gap_m)}"


def near_the_mark(near: int, of: int) -> str:
    return f"At the mark, and at the right gap, {near} of {counted(of, 'time')}."


def half_turns(near: int, of: int, within: float) -> str:
    return f"{near} of {counted(of, 'half turn')} ended within {within:g} degrees of 180."


def degrees(amount: float) -> str:
    return f"{amount:g} degrees"


MEASURE_COLUMNS = (DAY, "Step", SIDE, "Measured", "Wanted", "Good")


def measured_lately(good: int, of: int, target: str) -> str:
    """'Of the last 6 tries 4 reached 30 s.'"""
    return f"Of the last {counted(of, 'try') if of == 1 else f'{of} tries'} {good} reached {target}."


def counted_best(most: str, first: str) -> str:
    return f"At most {most} so far; {first} the first time."


COUNTED_COLUMNS = (DAY, "Step", SIDE, "Counted")


# --- tolerance

TOLERANCE_COLUMNS = ("How strong", "How near", "Tries", "Let go in time", "Usually after", "Last on")
HOW_STRONG = "how strong it was"
NEAR_CLASSES = ("distance –", "at it", "to 1 m", "to 3 m", "farther")
STRENGTH_NOT_SAID = "–"


def let_go(good: int, tries: int) -> str:
    return f"{good}/{tries}"


def let_go_in_full(good: int, tries: int, strength: str, near: str) -> str:
    return f"strength {strength}, {near}: let go in time {good} of {counted(tries, 'time')}"


def bears(strength: int, top: int, good: int, tries: int) -> str:
    return f"At strength {strength} of {top} it lets go in time {good} of {counted(tries, 'time')}."


def after_seconds(seconds: float | None) -> str:
    return NONE if seconds is None else f"{seconds:.0f} s"


# --- calm

CALM_TITLE = "Calm"
CALM_COLUMNS = ("Week from", "Answers", "Calm", LONG_RUN)
CALM_LOW = "as far as known"


def calm_in_all(calm: int, answers: int) -> str:
    return f"Calm in {calm} of {counted(answers, 'answer')}."


def calm_lately(share: float) -> str:
    return f"In the last four weeks {how_often(share, 'calm')}."


def calm_change(direction: int, p_value: float) -> str:
    return f"It is calm {'more' if direction > 0 else 'less'} often from week to week, {surely(p_value)}."


def week_of(calm: int, answers: int) -> str:
    return f"calm in {calm} of {counted(answers, 'answer')}"


# --- spooks

SPOOKS = "Spooks"
SPOOK_COLUMNS = ("At what", "Where", TIMES, "In front", "Following", CALM_AGAIN, "Last on")
RECOVERY = "Calm again after a spook"
RECOVERY_COLUMNS = (DAY, "At what", "Where", CALM_AGAIN)
SOMETHING, PLACE_NOT_SAID = "something", "not said"


def spooked(times: int, days: int, sessions: int) -> str:
    return f"{counted(times, 'spook')} on {counted(days, 'day')}, in {counted(sessions, 'session')}."


def spooks_most(thing: str, times: int) -> str:
    return f"Most at {thing}: {counted(times, 'time')}."


def times(count: int) -> str:
    return str(count) if count else NONE


def in_front_or_behind(front: int, behind: int) -> str:
    return f"{front} in front, {behind} following another horse."


def calm_after(seconds: float) -> str:
    return f"Usually calm again after {seconds:.0f} s."


def calm_again(on: date, thing: str, seconds: float) -> str:
    return f"{on_day(on)}: {thing}, {after_seconds(seconds)}"


def recovers(direction: int, per_week: float, p_value: float) -> str:
    faster = "sooner" if direction < 0 else "later"
    return f"It is calm again {faster}: by {about(abs(per_week), 'second')} a week, {surely(p_value)}."


# --- work

WORK = "Work"
WORK_COLUMNS = ("Week from", "Days worked", "Sessions", "Minutes", "As minutes of walk")
WORKED, WALK_MINUTES, USUAL_WEEK = "minutes as if at walk", MIN_OF_WALK, "a usual week"
WORK_HELP = "Trot counts twice as much as walk, canter four times, on a circle a third more."


def week_worked(minutes: float, load: float, sessions: int) -> str:
    return f"{counted(sessions, 'session')}, {minutes:.0f} min, as much as {load:.0f} {MIN_OF_WALK}"


def last_week(minutes: float, days: int, against: str | None) -> str:
    """'In its last week 120 min on 4 days, about a fifth over a usual week.'"""
    compared = "" if against is None else f", {against}"
    return f"In its last week {minutes:.0f} min on {counted(days, 'day')}{compared}."


def whole_minutes(minutes: float) -> str:
    return f"{minutes:.0f}"


# --- bad days

BAD_DAYS = "Bad days, and what they go with"
BAD_COLUMNS = ("What was so", "Bad days with it", "Bad days without it", "Does it explain them?")
BAD_HELP = (
    "A day is bad where fewer answers were good than on the days round it. That two things go together does "
    "not say that one makes the other."
)
UNUSUAL = {
    "heat": "heat",
    "strong wind": "strong wind",
    "insects": "insects",
    "new place": "a new place",
    "another rider": "another rider",
    "other tack": "other tack",
    "days off": "three days off or more",
}


def exact_p(name: str, p_value: float) -> str:
    return f"{name}: p {p_value:.4f}"


EXACT_BAD_DAYS = "whole days, one-sided (Fisher, exact; Holm)"
NO_HELP = "no sign of it"
TOO_FEW = "too few such days"


def bad_in_all(bad: int, days: int) -> str:
    return f"{bad} of {counted(days, 'day')} were bad."


def out_of(bad: int, days: int) -> str:
    return f"{bad} of {days}"


def goes_with(p_value: float) -> str:
    return f"{surely(p_value)}, in part"


def explains(names: Sequence[str]) -> str:
    if not names:
        return "Nothing that was noted explains them."
    return f"They go with {' and '.join(names)}."


# --- riders

RIDERS = "Riders and handlers"
RIDER_COLUMNS = ("Who", "What was seen", TIMES, "Of their answers", "Sessions")
RIDERS_HELP = "It explains answers, and counts against no horse."
NOBODY_NAMED = "nobody named"


def in_hundred(times: int, answers: int) -> str:
    return f"{times} of {answers}"


# --- what every part may say


UNITS_IN_FULL = {"s": "seconds", "min": "minutes", "m": "metres"}


def axis(unit: str) -> str:
    """A unit as it stands above an axis: 'seconds' for 's'."""
    return UNITS_IN_FULL.get(unit, unit)


def in_the_long_run(low: float, high: float) -> str:
    return span_in_ten(low, high)


def on_day(on: date) -> str:
    return date_in_full(on)


def sided(side: Side, what: str) -> str:
    return f"{before(side)}{what}"
