"""The marks with which an answer is written down, and figures as one writes them.

One set for what is drawn beside a dot and for quick entry, so that what is read on a page can be typed.
"""

from __future__ import annotations

from collections.abc import Iterator
from decimal import Decimal
from typing import NamedTuple

from bucephal.record.models import Ask, Coarse, Correct, Tension

WRONG, NEARLY = "x", "n"
TIGHT, ALARMED = "!", "!!"
LEAPT, PROBED = "^", "?"
NOT_ANSWERED = "-"
TAKEN = "ok"
"""It answered, and nothing was measured."""
COARSE: dict[str, Coarse] = {one.value: one for one in Coarse}
MOVED = {WRONG: Correct.NO, NEARLY: Correct.NEARLY}
TENSE = {TIGHT: Tension.TIGHT, ALARMED: Tension.ALARMED}


class FlagMark(NamedTuple):
    """A mark that is there or not, and what it sets."""

    sign: str
    field: str


FLAGS = (FlagMark(LEAPT, "over"), FlagMark(PROBED, "probe"))
_SIGN_OF = {value: sign for sign, value in (MOVED | TENSE).items()}


def plain_marks(ask: Ask) -> Iterator[str]:
    """The movement, the tension, far more than asked, a probe: one after the other, each if it is said."""
    for said in (ask.correct, ask.tension):
        if said in _SIGN_OF:
            yield _SIGN_OF[said]
    yield from (sign for sign, field in FLAGS if getattr(ask, field))


def figure(number: float) -> str:
    """A number as short as it can be, never with an exponent: 12, 2.5, 0.0000001."""
    text = f"{Decimal(repr(abs(number))):f}"
    return text.rstrip("0").rstrip(".") if "." in text else text
