"""Figures as people say them: how often, how sure, how much, how long, when.

Whoever works a horse does not read 0.58. A chance is said in tenths of times, its sureness in three words,
a span by its ends and what is most likely. The figures stand beside the sentence, as fields.
"""

from __future__ import annotations

from collections.abc import Mapping
from datetime import date

from bucephal.ladder import StepKind
from bucephal.words.plain import HEAVIEST

NEARLY_ALWAYS_FROM, HARDLY_EVER_UNDER = 0.95, 0.05
SURE_FROM, FAIRLY_SURE_FROM = 0.90, 0.80
"""What is said to be sure comes true in nine of ten cases at least, fairly sure in eight:
docs/calibration.md counts them.
"""
SURELY_BELOW = 0.01
"""The p-value under which a change that is shown at all is shown surely [own]."""

LIGHT, ANSWERS, LETS_GO, AS_WANTED = "light", "answers", "lets go in time", "as wanted"
CALM, RIGHT_AND_CALM = "calm", "right and calm"

SURE, FAIRLY_SURE, CANNOT_TELL = "sure", "fairly sure", "cannot tell yet"
PER_CENT = "%"
_HALF = 0.5
_QUARTERS = (0.35, 0.75, 1.25, 1.75)
"""Below: less than half of one; about half; about one; about one and a half; from there on whole ones."""


def good_answer(kind: StepKind, band: tuple[int, int]) -> str:
    """What a good answer is called; where any level counts, nothing is light or heavy."""
    if kind is StepKind.LIGHTNESS:
        return ANSWERS if band[1] >= HEAVIEST else LIGHT
    return LETS_GO if kind is StepKind.TOLERANCE else AS_WANTED


def _rounded(figure: float) -> int:
    """To the nearest whole number, a half upwards; what floating point loses does not count."""
    return int(figure + _HALF + 1e-9)


def tenths(chance: float) -> int:
    """1 to 9: never and always are not said of a horse."""
    return min(max(_rounded(chance * 10), 1), 9)


def times_in_ten(tenth: int) -> str:
    """'1 time in 10', '6 times in 10'."""
    return f"{tenth} time{'' if tenth == 1 else 's'} in 10"


def is_extreme(chance: float) -> bool:
    """Is it said without a figure?"""
    return chance >= NEARLY_ALWAYS_FROM or chance < HARDLY_EVER_UNDER


def how_often(chance: float, what: str = LIGHT) -> str:
    """'light 6 times in 10', 'nearly always light', 'hardly ever light'."""
    if chance >= NEARLY_ALWAYS_FROM:
        return f"nearly always {what}"
    if chance < HARDLY_EVER_UNDER:
        return f"hardly ever {what}"
    return f"{what} {times_in_ten(tenths(chance))}"


def falls_short(chance: float, wanted: float, what: str = LIGHT, where: str = "") -> str:
    """'light 5 times in 10 on the left; wants 6', and where both round alike 'not quite 6 times in 10'."""
    if tenths(chance) >= tenths(wanted):
        return f"{what} not quite {times_in_ten(tenths(wanted))}{where}"
    wants = times_in_ten(tenths(wanted)) if is_extreme(chance) else f"{tenths(wanted)}"
    return f"{how_often(chance, what)}{where}; wants {wants}"


def moved(before: float, after: float, what: str = LIGHT) -> str:
    """'light 8 times in 10, was 6'; 'light 6 times in 10, as before'."""
    now, was = how_often(after, what), how_often(before, what)
    if now == was:
        return f"{now}, as before"
    return f"{now}, was {in_short(was, what, after=now)}"


def in_short(often: str, what: str, *, after: str) -> str:
    """'9' of 'light 9 times in 10' after another in ten; 'nearly always' of 'nearly always light'."""
    words, in_ten = often.removeprefix(f"{what} ").removesuffix(f" {what}"), " in 10"
    return words.split()[0] if words.endswith(in_ten) and after.endswith(in_ten) else words


def span_in_ten(low: float, high: float) -> str:
    """'between 6 and 9 times in 10'; '8 times in 10' where both ends round alike."""
    first, last = _rounded(low * 10), _rounded(high * 10)
    if first != last:
        return f"between {first} and {last} times in 10"
    return how_often((low + high) / 2, "").strip()


def how_sure(chance: float) -> str:
    """'sure', 'fairly sure', 'cannot tell yet'."""
    if chance >= SURE_FROM:
        return SURE
    return FAIRLY_SURE if chance >= FAIRLY_SURE_FROM else CANNOT_TELL


def surely(p_value: float) -> str:
    """'surely' or 'probably', of a change that is shown at all."""
    return "surely" if p_value < SURELY_BELOW else "probably"


def about(amount: float, one: str) -> str:
    """'less than half a minute', 'about a minute', 'about 1½ minutes', 'about 3 minutes'."""
    little, half, whole, more = _QUARTERS
    if amount < little:
        return f"less than half a {one}"
    if amount < half:
        return f"about half a {one}"
    if amount < whole:
        return f"about a {one}"
    return f"about 1½ {one}s" if amount < more else f"about {_rounded(amount)} {one}s"


def per_week(amount: float, one: str, p_value: float) -> str:
    """'about a minute a week shorter, surely'."""
    way = "shorter" if amount < 0 else "longer"
    return f"{about(abs(amount), one)} a week {way}, {surely(p_value)}"


def span(low: int, middle: int, high: int, one: str) -> str:
    """'between 2 and 12 rides, most likely 5'; '3 rides' where nothing else is likely."""
    if low == high:
        return f"{low} {one}{'' if low == 1 else 's'}"
    return f"between {low} and {high} {one}s, most likely {middle}"


def is_share(unit: str | None) -> bool:
    """Is it a share of the time, in per cent?"""
    return unit is not None and unit.startswith(PER_CENT)


def measured(amount: float, unit: str | None) -> str:
    """'20 s'; a share of the time by its minutes: 'calm 9 minutes in 10' for 90 of '% calm'."""
    if unit is None or not is_share(unit):
        return f"{amount:g} {unit or ''}".strip()
    what, tenth = unit.removeprefix(PER_CENT).strip(), _rounded(amount / 10)
    if amount >= 100:
        return f"{what} all the way"
    if tenth in (0, 10):
        return f"hardly {what}" if tenth == 0 else f"{what} nearly all the way"
    return f"{what} {tenth} minute{'' if tenth == 1 else 's'} in 10"


def halves(number: float) -> str:
    """To the half: '½', '1½', '2'; in minutes of a plan."""
    twice = _rounded(number * 2)
    return f"{twice // 2 or ''}½" if twice % 2 else f"{twice // 2}"


def whole(amount: float) -> int:
    """To the nearest whole one, none under one: minutes that were timed."""
    return max(_rounded(amount), 1)


def whole_level(mean: float, top: int = 10) -> int:
    """A level as it is said: none is lighter than 1."""
    return min(max(_rounded(mean), 1), top)


def at_level(mean: float, low: float, high: float) -> str:
    """'at about 3, between 2 and 4'; 'at about 1'."""
    first, last = whole_level(low), whole_level(high)
    between = "" if first == last else f", between {first} and {last}"
    return f"at about {whole_level(mean)}{between}"


def by_levels(difference: float) -> str:
    """'about half a level', 'about 2 levels'."""
    return about(abs(difference), "level")


def day(on: date) -> str:
    """'12 June': of what is weeks ago at most."""
    return f"{on.day} {on:%B}"


def date_in_full(on: date) -> str:
    """'12 June 2026': of what may be years ago."""
    return f"{day(on)} {on.year}"


_NAMES = {
    "p_first": "chance of a light first answer",
    "p_lighter": "chance of a first answer as light as that",
    "sure": "sureness",
    "wanted": "wanted",
    "difference": "left less right, levels",
    "chance": "chance that it is more than half a level",
    "last_level": "level of the last answer",
    "band_top": "light up to level",
    "asks": "asks",
    "days": "days asked",
    "days_since": "days since it was asked",
    "on": "on",
    "minutes": "minutes",
    "limit_min": "minutes at most",
    "wanted_min": "minutes wanted",
    "planned_min": "minutes planned",
    "stop_new_after_min": "a settling day from minute",
    "place": "its turn",
    "of": "of",
    "aim": "good answers wanted",
    "load_week": "this week, minutes of walk",
    "load_usual": "a usual week",
    "change_pct": "change in per cent",
    "carried_kg": "rider and tack, kg",
    "horse_kg": "horse by tape, kg",
    "share_pct": "share in per cent",
    "heat_sum": "degrees Fahrenheit plus per cent humidity",
}
"""What the figures beside a reason are called where somebody opens them."""


def exact(figures: Mapping[str, float | int | str], names: Mapping[str, str]) -> str:
    """The figures in a line, each by its name: 'chance of a light first answer, left 0.58 · asks 9'.

    Args:
        figures: by key; a key may end in a side.
        names: of steps, for figures that are kept under one.
    """
    return " · ".join(f"{names.get(key) or _figure_name(key)} {value}" for key, value in figures.items())


def _figure_name(key: str) -> str:
    name, _, side = key.rpartition("_")
    return f"{_NAMES[name]}, {side}" if side in ("left", "right", "none") else _NAMES[key]
