"""How what is drawn looks on paper: never by colour alone; walk dotted, trot dashed, canter whole."""

from __future__ import annotations

from typing import NamedTuple

from bucephal.sheets.set_up_drawing import Ink

PAPER, INK = "#f7f3ea", "#1c2b2d"
_WATER, _PLUM, _FAINT, _ALARM = "#17505a", "#8a3b72", "#b9ad93", "#9a2a1d"


class Pen(NamedTuple):
    colour: str
    width_mm: float
    dashes_mm: tuple[float, ...] = ()


class Blot(NamedTuple):
    """A dot: filled, or a ring round what is wrong."""

    colour: str
    radius_mm: float
    filled: bool = True


PENS = {
    Ink.FENCE: Pen(INK, 0.7),
    Ink.LINE: Pen(_FAINT, 0.2, (1.5, 1.5)),
    Ink.WALK: Pen(_WATER, 0.6, (0.2, 1.4)),
    Ink.TROT: Pen(_WATER, 0.7, (3.0, 1.3)),
    Ink.CANTER: Pen(_WATER, 1.1),
    Ink.POLE: Pen(_PLUM, 1.1),
}
BLOTS = {
    Ink.MARKER: Blot(_PLUM, 1.1),
    Ink.CALL: Blot("#ffe2a8", 2.0),
    Ink.THING: Blot("#d9cfb8", 1.2),
    Ink.HOME: Blot(INK, 1.4),
    Ink.PROBLEM: Blot(_ALARM, 2.4, filled=False),
}
RING_MM = 0.6
ARROW = _WATER
LETTERS_PT = {Ink.LETTER: 11.0, Ink.CORNER: 11.0, Ink.CALL: 8.0}
MM_A_POINT = 25.4 / 72
SET_OFF_MM = 4.0
"""How far a letter stands off the fence."""
