"""What a horse's body bears on a day: load, weight, heat, condition, long rest, growth, who comes."""

from __future__ import annotations

from bucephal.words.ages import age_text

LOAD, WEIGHT, HEAT, CONDITION, LONG_REST, GROWTH, VISIT = (
    "Load", "Weight", "Heat", "Condition", "Long rest", "Growth", "Visit",
)  # fmt: skip

NO_USUAL_WEEK = "under four weeks of work: no usual week to compare with yet"
_EASY_DAY = "an easy day, half as long, nothing new, nothing fast"


def load(last: float, usual: float) -> str:
    return f"with today this week comes to {last:.0f} minutes of walk, a usual one to {usual:.0f}"


_PARTS = (
    (5, ""), (12, "about a tenth"), (18, "about a sixth"), (22, "about a fifth"), (29, "about a quarter"),
    (41, "about a third"), (60, "about half"), (85, "about three quarters"),
)  # fmt: skip
"""Up to how many in a hundred a part is said; up to the first nothing has changed."""


def against_usual(change_pct: float) -> str:
    """'like a usual week', 'about a fifth over a usual week', 'twice a usual week or more'."""
    part = next((said for upto, said in _PARTS if abs(change_pct) <= upto), None)
    if part == "":
        return "like a usual week"
    if part is None:
        return "twice a usual week, or near it" if change_pct > 0 else "next to nothing of a usual week"
    return f"{part} {'under' if change_pct < 0 else 'over'} a usual week"


def load_short(change_pct: float, verdict: str, *, green: bool) -> str:
    """'about a third under a usual week', 'about a fifth over a usual week: keep it shorter'."""
    change = against_usual(change_pct)
    match verdict:
        case "fine":
            return change
        case "rising":
            return f"{change}: keep it shorter"
    return f"{change}: {_EASY_DAY if green else 'an easy day is wise'}"


LOAD_JUMP = "the week's load has jumped: an easy day, nothing new"
TOO_MUCH_LOAD = "the week's load has jumped: nothing fast today"
LIMIT_BY_LOAD = "because the week's load has jumped"

RIDER_NOT_KNOWN = "the rider's weight is not known: put it in with the day"
HORSE_NOT_KNOWN = "no tape weight: girth and length are missing in its profile"
TOO_HEAVY = "rider and tack are too heavy for it: nothing ridden"


def weight(carried: str, horse: str) -> str:
    """'rider and tack 63 kg, the horse about 427 kg': weights as they are said."""
    return f"rider and tack {carried}, the horse about {horse}"


def easily_carried(upto: str) -> str:
    return f"up to {upto} is carried easily"


def carried_with_care(easy: str) -> str:
    return f"over {easy} with care: short, on good ground"


def carried_over(most: str, *, first_year: bool, held: bool) -> str:
    who = "in its first year under saddle" if first_year else "for a young or unfit horse"
    if held:
        return f"{most} is the most {who}: nothing ridden"
    return f"over {most}: a lighter rider or saddle"


_HEATS = {
    "fine": "fine.",
    "care": "work with care, shade for the breaks.",
    "short-and-easy": "short and easy only.",
    "do-not-work": "do not work.",
}


def heat(total: float, verdict: str) -> str:
    return f"{total:.0f} (°F plus % humidity): {_HEATS[verdict]}"


TOO_FAT_FOR_FAST = "condition 8 or 9: walk and trot first, poles on the ground only"
BUILDING_UP = "out of work for over three months: walk and trot first, poles on the ground only"


def building_up(week: int) -> str:
    return f"week {week} back in work after three months and more: walk and trot, poles on the ground only"


def growth(months: int, low: int, high: int, *, in_all: bool) -> str:
    """'15 months: sessions of 10 to 15 min in all'."""
    span = f"{low} to {high}" if low < high else f"{high}"
    return f"{age_text(months)}: {span} min{' in all' if in_all else ' of schooling'} at most"


VISITS = {
    "farrier": "farrier",
    "vaccination": "vaccination",
    "dental": "teeth",
    "vet": "vet",
    "away": "away",
}
AWAY = "Away today"
NOT_HERE = "it is not here today"


def visit(what: str, *, today: bool) -> str:
    return f"{VISITS[what]} {'today' if today else 'yesterday'}: nothing hard, nothing new"
