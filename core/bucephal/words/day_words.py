"""A day in the yard: who works and who rests, when, and why then."""

from __future__ import annotations

from datetime import date

from bucephal.words.body_words import VISITS
from bucephal.words.figures import day as on_day
from bucephal.words.plain import ago, counted, upper_first

WORKED_TODAY = "Worked today"
REST = "Rest"
NO_HORSE = "No horse needs working today."
ORDER = (
    "Open flags first; then, in the helper's hours, those for whom a helper opens more; the others in the "
    "first cool hours that are free: what needs putting right, then the longest off."
)
MORE_WITH_HELPER = "more is possible with a helper"

# --- when, and why then ---------------------------------------------------------------------

FLAG_FIRST = "first: a flag is open, and somebody can still be called"
REPAIR_FIRST = "early: something to put right"
NO_COOLER_HOUR = "no cooler hour is free: short and easy"
NO_TIME = "no time left in the day's hours"
DAY_OVER = "the day's hours are over"
TOO_HOT_ALL_DAY = "no hour is cool enough"
BEFORE_THE_HEAT = "before the heat"


def with_helper(hours: str) -> str:
    return f"with the helper, who is there from {hours}"


def longest_off(days_off: int) -> str:
    return f"{counted(days_off, 'day')} off" if days_off else "worked yesterday: after those with days off"


def running(since: str) -> str:
    return f"Its session runs on another device since {since}"


# --- rest -----------------------------------------------------------------------------------


def rest_day_due(days: int) -> str:
    return f"worked on {days} of the last six days: one full rest day in seven"


def enough_for_its_age(age: str, most: int, done: int) -> str:
    return f"{age}: at most {most} times a week, and {done} are done"


# --- visits ---------------------------------------------------------------------------------

_WEEKDAYS = ("Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday")


def visit(what: str, on: date, today: date) -> str:
    """'Farrier today', 'Vet tomorrow', 'Teeth on Friday 12 June'."""
    name = upper_first(VISITS[what])
    match (on - today).days:
        case 0:
            return f"{name} today"
        case 1:
            return f"{name} tomorrow"
        case days if days < 0:
            return f"{name} {ago(-days)}"
    return f"{name} on {weekday(on)} {on_day(on)}"


def weekday(on: date) -> str:
    return _WEEKDAYS[on.weekday()]


# --- the day in a line ----------------------------------------------------------------------


def duration(minutes: int) -> str:
    """'35 min', '2 h', '1 h 20 min'."""
    hours, rest = divmod(minutes, 60)
    if not hours:
        return f"{rest} min"
    return f"{hours} h" + (f" {rest} min" if rest else "")


def summary(horses: int, minutes: int) -> str:
    return NO_HORSE if horses == 0 else f"{counted(horses, 'horse')}, {duration(minutes)} in all."


def helper_there(hours: str) -> str:
    return f"Helper from {hours}."


NO_HELPER = "No helper today."
LOOKING_ABOUT = "expect looking about, and longer settling"


def weather(air: str | None, humidity_pct: float | None, wind: str | None, *, windy: bool) -> str:
    """'9 °C, 80 % humidity, wind 7 m/s.'; empty where nothing is known."""
    parts = []
    if air is not None:
        parts.append(f"{air} at the warmest")
    if humidity_pct is not None:
        parts.append(f"{humidity_pct:.0f} % humidity")
    if wind is not None:
        parts.append(f"wind {wind}" + (f": {LOOKING_ABOUT}" if windy else ""))
    return f"{', '.join(parts)}." if parts else ""


HEAT_IN_HOURS = {
    "care": "warm: work with care",
    "short-and-easy": "hot: short and easy",
    "do-not-work": "too hot to work",
}
