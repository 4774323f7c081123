"""Where something lies by the letters of an arena: at one of them, or between two."""

from __future__ import annotations

from collections.abc import Sequence

from bucephal.ground.geometry import Point
from bucephal.ground.places import CENTRE_LETTER, Letter
from bucephal.words import ground_words

AT_M = 2.5
"""[own] Within two lengths of a horse's neck it is at the letter."""
ALONG_THE_FENCE_M = 3.5
"""[own] So near to the fence it is said by the letters of the side; farther in it is not."""


def where(at: Point, letters: Sequence[Letter], width_m: float, length_m: float) -> str:
    """'at F', 'between P and B', 'at X'; empty where no letter says it."""
    middle = next((one for one in letters if one.letter == CENTRE_LETTER), None)
    if middle is not None and at.distance(_at(middle)) <= AT_M:
        return ground_words.at_letter(middle.letter)
    side = _side(at, width_m, length_m)
    along = sorted(
        (_along(_at(one), side), one.letter) for one in letters if _side(_at(one), width_m, length_m) == side
    )
    here = _along(at, side)
    near = min(along, key=lambda one: abs(one[0] - here), default=None)
    if side is None or near is None:
        return ""
    if abs(near[0] - here) <= AT_M:
        return ground_words.at_letter(near[1])
    before = [letter for place, letter in along if place < here]
    after = [letter for place, letter in along if place > here]
    return ground_words.between_letters(before[-1], after[0]) if before and after else ""


def _at(letter: Letter) -> Point:
    return Point(letter.x_m, letter.y_m)


def _side(at: Point, width_m: float, length_m: float) -> str | None:
    """Which side of the arena it is near: the nearest, if it is near."""
    away = {"left": at.x, "right": width_m - at.x, "near": at.y, "far": length_m - at.y}
    nearest = min(away, key=lambda side: away[side])
    return nearest if away[nearest] <= ALONG_THE_FENCE_M else None


def _along(at: Point, side: str | None) -> float:
    return at.y if side in ("left", "right") else at.x
