"""What is said of flags: signs that are not training problems."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date

from bucephal.ladder import Side
from bucephal.words.figures import day as on_day
from bucephal.words.figures import whole_level
from bucephal.words.plain import counted, on_side

NAMES = {
    "stumbles": "Stumbles",
    "one-sided-loss": "One side suddenly heavier",
    "refusal": "Refuses what was easy",
    "disunited": "Disunited canter stays",
    "uneven": "Uneven steps",
    "breathing": "Breathing does not come down",
    "injury": "Eye, mouth or skin injured",
    "pain-signs": "Signs of pain in ridden work",
    "dangers": "Dangerous moments",
    "tense-work": "Tense work",
}
SAY = {
    "stumbles": "No fast work. Ask a vet: feet, limbs, nerves.",
    "one-sided-loss": "Have back, legs, saddle and teeth looked at.",
    "refusal": "Have saddle, back, stomach and teeth checked by those who know them.",
    "disunited": "Have back and hind limbs looked at.",
    "uneven": "Stop now. Ask a vet.",
    "breathing": "Stop, cool it, ask a vet.",
    "injury": "Stop. Have it seen to.",
    "pain-signs": "Have it examined for pain by a vet. This list only points there.",
    "dangers": "Get an instructor on the spot.",
    "tense-work": "Settling and easy work. Look for pain, tack, feed and turnout.",
}
HOLDS_BACK = {
    "stumbles": "Held back: trot on circles, canter, fences, rollbacks, poles, lunging. Straight lines stay.",
    "refusal": "Held back: all ridden work.",
    "uneven": "Held back: all work. Rest, or walk it in hand.",
    "dangers": "Held back: all but groundwork and walk with a helper, in an enclosed place; the exciting.",
    "tense-work": "Held back: everything new and exciting.",
}
HOLDS_BACK |= {"one-sided-loss": HOLDS_BACK["stumbles"], "disunited": HOLDS_BACK["stumbles"]}
HOLDS_BACK |= dict.fromkeys(("breathing", "injury", "pain-signs"), HOLDS_BACK["uneven"])

ONLY_A_VET = "Cleared only with what a vet found."
SAW_A_PERSON = "Seen and noted by hand."
TOLD_ELSEWHERE = "Raised by answers that are not in this record."


NONE_YET = "No flag so far."
LIMITS = (
    "A flag says that somebody has to look. It does not say what is wrong: that is for a vet, a saddler, "
    "a dentist, a farrier, an instructor."
)


def cleared(on: date, by: str, found: str) -> str:
    """'cleared 12 June, farrier: a loose shoe'."""
    return f"cleared {on_day(on)}, {by}: {found}"


def raised(code: str, since: date, why: str) -> str:
    """'Stumbles since 9 June: twice in a session.'"""
    return f"{NAMES[code]} since {on_day(since)}: {why}"


def short(codes: Sequence[str]) -> str:
    """'stumbles, tense work'."""
    return ", ".join(NAMES[code].lower() for code in codes)


def resting(code: str) -> str:
    """Why a step is left alone."""
    return f"flag: {NAMES[code].lower()}; held back until it is cleared"


def to_clear(code: str) -> str:
    return f"Flag: {NAMES[code].lower()}. {SAY[code]} Nothing harder until it is cleared with what was found."


def rest(name: str) -> str:
    return f"Rest, or walk it in hand: {name.lower()}"


def nothing_new(codes: Sequence[str]) -> str:
    return f"a flag waits to be cleared: {short(codes)}"


def fact(code: str) -> str:
    return f"flag open: {NAMES[code].lower()}"


def stumbled_in_one(times: int) -> str:
    return f"{times} stumbles in one session"


def stumbled_in_several(sessions: int, among: int) -> str:
    return f"stumbled in {sessions} of the last {among} sessions"


def endangered(times: int, days: int) -> str:
    return f"{counted(times, 'dangerous moment')} in {days} days"


FELL = "a fall"
UNEVEN = "uneven steps, or a nodding head"


def refused(sessions: int) -> str:
    return f"in {counted(sessions, 'session')}"


def stayed_disunited(sessions: int) -> str:
    return f"disunited in {counted(sessions, 'session')}"


def worked_tense(sessions: int) -> str:
    return f"tight or alarmed in half of what was asked, {sessions} sessions running"


def lost_one_side(name: str, side: Side, by: float, days: int) -> str:
    more = f"heavier by {by:.0f} levels or more, {days} days running"
    return f"{name}{on_side(side)} {more}; the other side is not"


def unanswered(name: str, side: Side, times: int) -> str:
    return f"{name}{on_side(side)}: confirmed, and no answer {times} times"


def alarmed_by_girth(name: str) -> str:
    return f"{name}: alarmed"


def with_fault(name: str, side: Side, looks: str) -> str:
    return f"{name}{on_side(side)}: {looks}"


def first_answer(name: str, side: Side, level: int, mean: float) -> str:
    return f"{name}{on_side(side)}: first answer at {level}, usually about {whole_level(mean)}"


def tense_of(tense: int, asks: int) -> str:
    return f"tight or alarmed in {tense} of {counted(asks, 'ask')}"


EVENTS = {
    "stumble": "stumbled",
    "uneven": "uneven steps",
    "buck": "bucked",
    "rear": "reared",
    "bolt": "bolted",
    "kick": "kicked at the handler",
    "fall": "a fall",
}
