"""What is said of a session whose device did not know what time it was."""

from __future__ import annotations

from datetime import date, time, timedelta

from bucephal.words.figures import date_in_full, span, whole

_DAY, _HOUR, _MINUTE = timedelta(days=1), timedelta(hours=1), timedelta(minutes=1)


def clock_words(off: timedelta, said: date) -> str:
    """Why a session's times are not those that its device said.

    Args:
        off: what was added to its times.
        said: the day that the device said.
    """
    if not off:
        return ""
    way = "behind" if off > timedelta() else "ahead"
    return (
        f"The clock of the device was {_span(abs(off))} {way}: it said {date_in_full(said)}. "
        "The times here are put right by that; set them if they are not."
    )


_DEVICES = ("phone", "tablet", "computer")
FORMER_RIDER = "a former rider"


def device_words(whose: str | None, kind: str) -> str:
    """'Wren's phone'.

    Args:
        whose: None: somebody whose name is not kept any more.
        kind: phone, tablet, computer; anything else: a device.
    """
    return f"{whose or FORMER_RIDER}'s {kind if kind in _DEVICES else 'device'}"


def set_by_hand(said: date, started: time | None) -> str:
    """That a session's times were set, and what its device had said."""
    at = f" at {started:%H:%M}" if started is not None else ""
    return f"Set by hand; the device said {date_in_full(said)}{at}."


def _span(off: timedelta) -> str:
    for unit, name in ((_DAY, "day"), (_HOUR, "hour"), (_MINUTE, "minute")):
        if off >= unit:
            count = whole(off / unit)
            return span(count, count, count, name)
    return "less than a minute"
