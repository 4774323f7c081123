"""What stands at the ring's wedge, where an answer is tapped."""

from __future__ import annotations

from bucephal.words.figures import PER_CENT, is_share

ANSWERED_AT = "It answered at"
NO_ANSWER_UP_TO = "No answer up to"
LET_GO_AT = "It let go at strength"
NOT_LET_GO_AT = "It did not let go at strength"
NO_ANSWER = "No answer"
NOT_YET = "Not yet"
LIGHT = "light"
WANTED = "wanted"
EVENTS = {
    "spook": "Spook",
    "stumble": "Stumble",
    "uneven": "Uneven",
    "buck": "Buck",
    "rear": "Rear",
    "bolt": "Bolt",
    "kick": "Kick",
    "fall": "Fall",
}

THINGS = (
    "a bird",
    "a dog",
    "a bag",
    "people",
    "a car",
    "a bicycle",
    "a noise",
    "another horse",
    "water",
    "poles",
)
"""What horses often spook at (common practice, no source); what this one spooked at before goes first."""
WAYS = ("towards home", "away from home")
PLACES = ("in front", "following")
"""Where it went among others."""


COARSE = ("Light", "Heavy")
"""Three buttons for who rides and logs: with 'no answer' these are all there is."""

WINDY = "windy"
TACK = (
    "saddle",
    "bit",
    "bitless bridle",
    "surcingle",
    "halter",
    "cavesson",
    "side reins",
    "long reins",
    "boots",
)
"""What is often on a horse (common practice, no source)."""
GRADE = "How good the movement was"
HOW_NEAR = "How near it was"
OFF_THE_MARK = "Off the mark"
TO_THE_SIDE = "To the side"
CORNER = "Which corner"
INSIDE_LEG = "The inside leg"
WITHOUT_LEG, WITH_LEG = "without", "with"
COUNTED = {
    "steps": "Steps",
    "strides": "Strides",
    "trot-strides": "Strides of trot between the leads",
    "degrees": "Degrees turned",
}
ALSO = {
    "second_aid": "Other aid still needed",
    "offered": "Other things offered first",
    "attentive": "With you before the ask",
    "gait_shown": "The gait that came",
}
ALSO_SHORT = {
    "second_aid": "Other aid",
    "offered": "Offered",
    "attentive": "With you",
    "gait_shown": "Gait",
}
ALSO_HELP = {
    "second_aid": "how much rein, hand or stick was needed beside the cue that is taught",
    "offered": "how many other things it tried before the right one",
    "attentive": "an ear or a breath for you before you asked",
    "gait_shown": "for horses bred to pace or to amble",
}
SECOND_AID = ("none", "a little", "some", "much")
YES_NO = {True: "yes", False: "no"}


def in_metres(name: str) -> str:
    return f"{name}, m"


def metres(distance: float) -> str:
    return f"{distance:g} m"


def to_the_side(distance: float) -> str:
    """Kept with the answer as its spot."""
    return f"{distance:g} m to the side"


def corner(letter: str) -> str:
    return f"the corner by {letter}"


def times(offered: int, most: int) -> str:
    return f"{offered}+" if offered == most else str(offered)


def counted(extent: float, what: str | None) -> str:
    """'6 steps', '180 degrees'; of what nobody counts, the number alone."""
    return f"{extent:g} {COUNTED[what].lower()}" if what else f"{extent:g}"


def second_aid(aid: int) -> str:
    return f"{ALSO['second_aid'].lower()}: {SECOND_AID[aid]}"


def offered(things: int) -> str:
    return f"{ALSO['offered'].lower()}: {things}"


AFTER_BREAK = "after a break"


def attentive(*, there: bool) -> str:
    return f"{ALSO['attentive'].lower()}: {YES_NO[there]}"


def gait_shown(gait: str) -> str:
    return f"{ALSO['gait_shown'].lower()}: {gait}"


def noted(note: str) -> str:
    return f"‘{note}’"


def measured_in(unit: str) -> str:
    """What the figures below are: 'Measured, s'; of a share of the time 'Minutes in 10 that were calm'."""
    if is_share(unit):
        return f"Minutes in 10 that were {unit.removeprefix(PER_CENT).strip()}"
    return f"Measured, {unit}"


def measured_bar(extent: float, unit: str) -> str:
    return f"{extent / 10:g}" if is_share(unit) else f"{extent:g}"


def grade(one: int, most: int) -> str:
    return f"grade {one} of {most}"


def strength(one: int, most: int) -> str:
    return f"strength {one} of {most}"
