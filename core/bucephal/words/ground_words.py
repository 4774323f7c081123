"""Places and set-ups in words: what is asked where, what does not fit, markers, figures, the tape measure."""

from __future__ import annotations

from collections.abc import Mapping

from bucephal.base.units import metres_to_feet

CALLS: Mapping[str, str] = {
    "ask-trot": "ask for trot",
    "ask-canter": "ask for canter",
    "back-to-trot": "let it come back to trot",
    "change-diagonal": "change the diagonal",
    "change-lead": "trot a few strides and change the lead",
    "change-rein": "change the bend",
    "lengthen": "let the trot grow from here",
    "yield": "begin to go sideways, the leg on the far side",
    "straighten": "straight on, leg off",
    "leg-at-turn": "leg as its nose tips to the fence",
    "leave-fence": "let it go off the leg, along the fence",
    "turn-haunches": "turn towards the fence, shoulders round the hind feet",
    "roll-back": "stop, turn towards the fence over the hocks, straight off",
    "let-go": "hands and legs quiet, see what it does",
    "look-ahead": "look at the gate before you have left the barrel",
    "larger": "ask it out, a little each round",
    "smaller": "ask it in, a little each round",
    "halt-at-mark": "halt with the nose level with the hip",
    "watch-stretch": "watch for the stretch",
}
"""What is asked or done at a point of the way."""

FIGURE_NAMES: Mapping[str, tuple[str, str]] = {
    "figure-track": ("Round the track", "Once round a metre inside the fence, the corners rounded."),
    "figure-diagonal": (
        "Across the diagonal",
        "Along the long side, across to the other, on the other rein.",
    ),
    "figure-circle": ("Circle", "One circle about a point."),
    "figure-eight": ("Figure of eight", "Two circles that touch, one on each rein."),
    "figure-serpentine": ("Loops from side to side", "Loops to the track, straight over the centre line."),
    "figure-square": ("Square", "Four equal sides and four rounded corners."),
}
"""Name and line of the figures that are ridden with nothing set up."""


def marker(marker_id: str) -> str:
    """'barrel 1', 'pole 2, left end', 'mark 3 of corner 1', 'hip of the target'."""
    kind, *rest = marker_id.split("-")
    match kind, rest:
        case "pole", [number, end]:
            return f"pole {number}, {end} end"
        case "mark", [corner, number]:
            return f"mark {number} of corner {corner}"
        case "target", [part]:
            return f"{part} of the target"
        case "centre", ["1"]:
            return "centre"
    return f"{kind} {' '.join(rest)}"


SPEED_AT_CORNER, ASKED_BEFORE, GAP = "Speed at the corner", "Asked before the corner", "Gap to the side"
PARAMETERS: Mapping[str, str] = {
    "withers_cm": "Height at the withers",
    "walk_ms": "Speed at walk",
    "trot_ms": "Speed at trot",
    "canter_ms": "Speed at canter",
    "walk_stride_m": "Stride at walk",
    "trot_stride_m": "Stride at trot",
    "canter_stride_m": "Stride at canter",
    "across_m": "All of it moved across",
    "along_m": "All of it moved along",
    "radius_m": "Radius",
    "room_m": "Room to the fence",
    "between_m": "Between the barrels",
    "gate_m": "Width of the gate",
    "gait": "Gait",
    "minutes": "Minutes on each rein",
    "pole_m": "Length of the pole",
    "hand_m": "Height of the hand",
    "small_m": "Radius of the small circle",
    "rounds": "Rounds from one to the other",
    "run_in_m": "Straight before it",
    "run_out_m": "Straight after it",
    "canter_m": "Canter after the pole",
    "ask_after_m": "Straight before canter is asked",
    "least_m": "Least that it is worth",
    "corner_m": "Radius of the corners",
    "to_ms": SPEED_AT_CORNER,
    "ask_s": ASKED_BEFORE,
    "inside_m": "Line inside the fence",
    "turn_m": "Radius of the turn",
    "run_m": "Straight line",
    "fence_m": "Line from the fence",
    "across_the_circle_m": "Circle, from side to side",
    "corners": "Corners",
    "count": "How many",
    "apart_m": "From one to the next",
    "from": "From the line",
    "start_m": "Begins along the side at",
    "forward_m": "Forward",
    "on": "Where they lie",
    "gap_m": GAP,
    "body_m": "Length of the target",
    "from_end_m": "First mark from the end",
    "loops": "Loops",
    "side_m": "Side",
}
"""What can be set, as it is called beside its field."""

CHOICES: Mapping[str, str] = {
    "walk": "walk",
    "trot": "trot",
    "canter": "canter",
    "one": "one",
    "four": "all four",
    "quarter": "quarter line",
    "three-quarter": "three-quarter line",
    "centre": "centre line",
    "circle": "in a fan on a circle",
}

FIGURES: Mapping[str, str] = {
    "crossing_deg": "Off the centre line in the gate",
    "ridden_m": "On each rein in all",
    "radius_m": "Radius",
    "a_round_m": "Larger with each round",
    "canter_m": "In canter",
    "total_m": "From end to end",
    "speed_from_ms": "Speed as it begins",
    "speed_to_ms": SPEED_AT_CORNER,
    "side_s": "Along the side",
    "ask_before_m": ASKED_BEFORE,
    "ask_before_s": ASKED_BEFORE,
    "before_fence_m": "Room before the fence",
    "after_turn_m": "Room left after the turn",
    "sideways_m": "Sideways",
    "forward_m": "Forward",
    "angle_deg": "Steepness",
    "sideways_a_stride_m": "Sideways with each stride",
    "apart_m": "From pole to pole",
    "row_m": "First to last pole",
    "gap_m": GAP,
    "loop_m": "Along, for each loop",
}
"""What is worked out of a set-up, as it is called."""


FINELY_UPTO_M = 10.0
"""A figure under it is set up by the centimetre."""
LEAST_SAID = 0.005
"""Under half a centimetre there is nothing to say."""


class Lengths:
    """Lengths in words, in the units of whoever reads them."""

    def __init__(self, *, in_feet: bool) -> None:
        self._in_feet = in_feet

    def said(self, metres: float) -> str:
        """'1.7 m', '5.6 ft', '0 m'."""
        number = round(metres_to_feet(metres) if self._in_feet else metres, 6)
        number = 0.0 if abs(number) < LEAST_SAID else number
        shown = f"{number:.2f}" if abs(number) < 1 else f"{number:.1f}"
        return f"{_trimmed(shown)} {self.unit}"

    def taped(self, metres: float) -> str:
        """As it is read off a tape: '12.35 m'; '40 ft 6 in', to the half inch."""
        if not self._in_feet:
            return f"{metres:.2f} m"
        halves = round(metres_to_feet(metres) * INCHES_A_FOOT * 2)
        feet, rest = divmod(halves, INCHES_A_FOOT * 2)
        return f"{feet} ft {_trimmed(f'{rest / 2:.1f}')} in"

    def at(self, x_m: float, y_m: float) -> str:
        """'10 m across, 16.3 m along'."""
        return f"{self.said(x_m)} across, {self.said(y_m)} along"

    @property
    def unit(self) -> str:
        return "ft" if self._in_feet else "m"

    def number(self, metres: float) -> str:
        """Without its unit, as finely as it can be set."""
        return _trimmed(f"{metres_to_feet(metres) if self._in_feet else metres:.2f}")

    def figure(self, value: float, unit: str) -> str:
        """A figure of a set-up, by its unit."""
        if unit == "m":
            return f"{self.number(value)} {self.unit}" if value < FINELY_UPTO_M else self.said(value)
        return f"{value:.0f} degrees" if unit == "deg" else f"{_trimmed(f'{value:.1f}')} {unit}"


INCHES_A_FOOT = 12


def _trimmed(shown: str) -> str:
    return shown.rstrip("0").rstrip(".") if "." in shown else shown


def way_too_near(room: str, wanted: str, short: str) -> str:
    return f"the way comes within {room} of the fence and wants {wanted}: {short} too little"


def way_over(over: str, short: str) -> str:
    return f"the way goes {over} over the fence: {short} too little room"


def marker_outside(name: str, over: str) -> str:
    return f"{name} stands {over} outside the fence"


def way_at_marker(name: str, near: str, wanted: str) -> str:
    return f"the way passes {name} at {near} and wants {wanted}"


def way_at_thing(name: str, near: str, wanted: str) -> str:
    return f"the way is {near} from {name} and wants {wanted}"


def marker_in_thing(name: str, thing: str, inside: str) -> str:
    return f"{name} stands in {thing}, by {inside}"


NO_STRAIGHT_SIDE = "it is ridden along a straight fence, and a round pen has none"
_SNAGS = {
    "circles-overlap": "the two circles overlap by {by}",
    "no-room-to-turn": "there is {by} too little to turn in",
    "small-is-larger": "the small circle is {by} larger than the large one",
    "too-short": "it is {by} too short",
}


def snag(code: str, by: str) -> str:
    return _SNAGS[code].format(by=by)


THINGS: Mapping[str, str] = {
    "gate": "the gate",
    "bank": "the bank",
    "spooky": "the spooky corner",
    "mirror": "the mirror",
    "jump-store": "the jump store",
    "other": "what stands there",
}

FITS = "It fits."
DOES_NOT_FIT = "It does not fit."


def largest(name: str, value: str) -> str:
    return f"The largest that fits here: {name.lower()} {value}."


NOTHING_FITS = "No size of it fits here."
OUT_OF_PLACE = "puts it outside the fence"


def leans(gait: str, degrees: float, radius: str, wants: str) -> str:
    """A gait that is too fast for the tightest turn."""
    return f"{gait} leans {degrees:.0f} degrees at a radius of {radius}: slower, or {wants} at least"


def leans_far(gait: str, degrees: float, radius: str, wants: str) -> str:
    return (
        f"no {gait} round this: it would lean {degrees:.0f} degrees at a radius of {radius}; it wants {wants}"
    )


def steep(degrees: float, schooled_upto: float, *, over_schooled: bool) -> str:
    if over_schooled:
        return f"{degrees:.0f} degrees is steeper than the {schooled_upto:.0f} of a schooled horse"
    return f"{degrees:.0f} degrees is for a schooled horse; longer forward for a green one"


BOTH_REINS = "One round works both reins alike."


def rounds(laps: int) -> str:
    many = "one round" if laps == 1 else f"{laps} rounds"
    return f"As many on each rein: {many} as drawn, {many} mirrored."


NEXT: Mapping[str, str] = {"canter-long-side": "Next: on round the corner, then a circle."}
"""What is ridden once a set-up goes well."""
HOME_NOT_SAID = "Where home is has not been said: it is taken to lie at A's end."
TAPE_FROM_CORNERS = (
    "One person holds the tape at the first corner, one at the second; where both distances meet, it stands."
)
TAPE_FROM_MARKERS = (
    "With no corners: set up the first two as far apart as it says, "
    "and the others from them, on the side that is named."
)
CORNERS = ("A and K", "A and F", "C and M", "C and H")
"""Corners of an arena with letters, anticlockwise from the origin, by the letters beside them."""


def corner(number: int, *, lettered: bool) -> str:
    return f"corner between {CORNERS[number]}" if lettered else f"corner {number + 1}"


PEN_POINTS = (
    "fence at the gate",
    "fence, a quarter round to the left",
    "fence, a quarter round to the right",
)
SHEET_CAUTIONS = (
    "Helmet, gloves, boots. Ground, fence and gate looked at before it is ridden.",
    "Nothing hard or loose in the way; cups and wings not needed are taken out.",
    "Somebody knows that you are here. An instructor on the spot goes before any drawing.",
)


def at_scale(scale: int) -> str:
    return f"1 to {scale}, printed at 100 %"


SCALE_BAR = "measures so on paper, if it was printed at 100 %"

LEGEND = "Walk is dotted, trot dashed, canter one line."


def at_letter(letter: str) -> str:
    return f"at {letter}"


def between_letters(one: str, other: str) -> str:
    return f"between {one} and {other}"


TAPE_TITLE = "Tape measure"
TO_DO = "What to do"
COMES_TO = "What it comes to"


def held_at(first: str, second: str) -> str:
    return f"tape held at: {first}; {second}"


def way_length(said: str) -> str:
    return f"The way: {said}"


def in_gait(gait: str, seconds: float, strides: float, lean_deg: float) -> str:
    """'trot: 28 s, about 41 strides, leans 12 degrees'; on a straight way it does not lean."""
    leans = f", leans {lean_deg:.0f} degrees" if lean_deg else ""
    return f"{gait}: {seconds:.0f} s, about {strides:.0f} strides{leans}"


def least_radii(by_gait: Mapping[str, str]) -> str:
    """'Least radius: trot 3.4 m, canter 7 m'."""
    return "Least radius: " + ", ".join(f"{gait} {radius}" for gait, radius in by_gait.items())


def span(low: str, high: str) -> str:
    return f"{low} to {high}"


def allowed_here(low: float, high: float) -> str:
    """The range of a length that stands inside the fence."""
    return f"{low:g} to {high:g} m in this place"


def here(name: str, place: str, problem: str, largest_words: str) -> str:
    """A set-up in the place at hand, in a line of the plan."""
    if not problem:
        return f"{name}: fits {place}."
    return f"{name}: does not fit {place}, {problem}. {largest_words}"


CORNER_BY = "corner by"
NOTHING_SEEN = "Nothing was marked here yet: corners it falls in at, spooks, where it is drawn home."
_NOWHERE = "where, was not said"
_KINDS_SEEN = {"spook": "spooked", "draws-home": "drawn home"}


def seen(
    kind: str,
    spot: str,
    side: str,
    count: int,
    metres: float | None,
    last: float | None,
    *,
    with_leg: bool | None,
) -> str:
    """'spooked: tractor, at C, 3 times'; 'turns 2.5 m before the corner by M, left rein, 4 times'."""
    rein = "" if side == "none" else f", {side} rein"
    times = "once" if count == 1 else f"{count} times"
    if kind != "corner" or metres is None:
        return f"{_KINDS_SEEN.get(kind, kind)}: {spot or _NOWHERE}{rein}, {times}"
    leg = {None: "", True: ", with the inside leg", False: ", without leg"}[with_leg]
    lately = "" if count == 1 or last is None else f"; the last time {_trimmed(f'{last:.1f}')} m"
    before = _trimmed(f"{metres:.1f}")
    return f"turns {before} m before {spot or 'a corner'}{rein}{leg}, {times}{lately}"


def turned(hand: str, degrees: float, radius: str) -> str:
    """'90 degrees to the left, radius 6 m'."""
    return f"{degrees:.0f} degrees to the {hand}, radius {radius}"
