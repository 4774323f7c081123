"""A minute's look at a horse: behaviours under a rider that can mean pain, and how fat it is."""

from __future__ import annotations

from datetime import date

from bucephal.words.figures import day as on_day

PAIN_SIGNS = {
    "head-up-down": "Head goes up and down again and again, out of the rhythm of the trot",
    "head-tilted": "Head tilted",
    "nose-out": "Nose far in front of the vertical, ten seconds or more",
    "nose-in": "Nose behind the vertical, ten seconds or more",
    "head-tossed": "Head tossed or twisted from side to side",
    "ears-back": "Ears back or flat, five seconds or more",
    "eyes-closing": "Eyelids closed or half closed, or much blinking",
    "white-of-eye": "White of the eye seen again and again",
    "stare": "A hard or glazed stare, five seconds or more",
    "mouth-open": "Mouth opens and shuts, teeth apart, ten seconds or more",
    "tongue": "Tongue seen, hanging out or moving in and out",
    "bit-through": "Bit pulled through the mouth to one side",
    "tail-clamped": "Tail clamped, or held to one side",
    "tail-swishing": "Tail swishes in large movements",
    "rushed": "Rushes: hurried or uneven rhythm, speed changing",
    "too-slow": "Too slow, or trot that hovers",
    "three-tracks": "Hind feet do not follow the front feet: on three tracks",
    "canter-changes": "Changes legs in canter, wrong lead again and again, disunited",
    "gait-changes": "Changes gait by itself",
    "stumbles": "Stumbles more than once, or drags its hind toes",
    "turns-away": "Turns away suddenly against the aids, or spooks",
    "unwilling": "Unwilling to go forward, or stops by itself",
    "rears": "Rears",
    "bucks-kicks": "Bucks or kicks out",
}
"""In our own words."""
SOURCE = (
    "After the ridden horse pain ethogram of Dyson and others (2018), Journal of Veterinary Behavior: 24 "
    "behaviours, watched in some minutes of ridden work; eight or more make pain likely."
)
LIMITS = "It points to an examination and finds nothing out: fewer do not mean that all is well. Ask a vet."

CONDITIONS = (
    "bones stand out everywhere, no fat to feel",
    "backbone, ribs and hip bones stand out",
    "ribs easily seen, tail head sharp",
    "faint line of ribs, back slightly peaked",
    "ribs felt and not seen, back level",
    "ribs feel spongy, fat round the tail head",
    "ribs felt with pressure, a crease along the back",
    "ribs hard to feel, fat on neck and behind the shoulder",
    "bulging fat, a deep crease along the back",
)
"""1 to 9, in our own words."""
CONDITION_SOURCE = "Scale of Henneke and others (1983), Equine Veterinary Journal: 1 poor to 9 very fat."
TOO_THIN = "Thin: feed, teeth and worms with a vet before more work."
TOO_FAT = "Fat: less feed and walk and trot first; a vet on feet and feeding."
FAIR = "Fair condition."


def how_to_look(threshold: int, of: int) -> str:
    return (
        f"Watch some minutes of ridden work and tick what you see. From {threshold} of the {of} on: have it"
        " examined."
    )


def counted_signs(number: int, of: int, on: date) -> str:
    """'9 of 24 on 12 June'."""
    return f"{number} of {of} on {on_day(on)}"


def pain_likely(number: int, of: int) -> str:
    return f"{number} of the {of} behaviours in ridden work"


def condition(score: int, on: date) -> str:
    return f"{score} of 9 on {on_day(on)}: {CONDITIONS[score - 1]}"
