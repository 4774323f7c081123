"""The small parts of sentences: sides, counts, first letters."""

from __future__ import annotations

from collections.abc import Sequence

from bucephal.ladder import Side

HEAVIEST = 10


def lower_first(text: str) -> str:
    return text[:1].lower() + text[1:]


def upper_first(text: str) -> str:
    return text[:1].upper() + text[1:]


def on_side(side: Side | None) -> str:
    """' on the left'; nothing for what has no sides."""
    return "" if side in (None, Side.NONE) else f" on the {side}"


def after_comma(side: Side) -> str:
    """', left'; nothing for what has no sides."""
    return "" if side is Side.NONE else f", {side}"


def before(side: Side) -> str:
    """'left '; nothing for what has no sides."""
    return "" if side is Side.NONE else f"{side} "


def counted(number: int, one: str) -> str:
    """'1 ask', '2 asks'."""
    return f"{number} {one}{'' if number == 1 else 's'}"


def basis(asks: int, days: int) -> str:
    """What a figure rests on: '9 asks on 2 days'."""
    return f"{counted(asks, 'ask')} on {counted(days, 'day')}"


def band_text(band: Sequence[int]) -> str:
    """'1 to 5', or '1' where only the lightest level is light."""
    low, high = band
    return str(low) if low == high else f"{low} to {high}"


def light_is(band: Sequence[int]) -> str:
    """'light is 1 to 5', 'any answer counts'."""
    return f"light is {band_text(band)}" if band[1] < HEAVIEST else "any answer counts"


def each_side(sides: int) -> str:
    """' on each side' where there is more than one."""
    return " on each side" if sides > 1 else ""


FIRST_THING = "the first thing to begin with"


def ago(days: int) -> str:
    """'yesterday', '3 days ago'."""
    return "yesterday" if days == 1 else f"{days} days ago"


def first_of(things: Sequence[str]) -> str:
    """The first of several, and how many there are beside it: 'halt: not asked yet (and 2 more)'."""
    more = len(things) - 1
    return things[0] + (f" (and {more} more)" if more > 0 else "")
