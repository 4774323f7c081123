"""What stands at the ring's wedge, where an answer is tapped."""

from __future__ import annotations

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


def measured_in(unit: str) -> str:
    return f"Measured, {unit}"


def strength(one: int, most: int) -> str:
    return f"strength {one} of {most}"
