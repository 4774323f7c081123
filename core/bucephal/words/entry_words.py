"""Quick entry: what is said beside it while it is typed, and how its notation is told."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from datetime import date, time
from typing import Any

from pydantic import BaseModel

from bucephal.words.amounts import METRIC
from bucephal.words.figures import day
from bucephal.words.plain import counted, upper_first
from bucephal.words.wedge_words import YES_NO

NOTHING_TYPED = "Nothing is written yet. Begin with a step, its side, and the answers: up-wt L 8 6 5 4 2."
NO_ANSWERS = "no answers yet"

NOTATION: tuple[tuple[str, str], ...] = (
    ("up-wt.2 L 8 6 5", "a step, the side (L or R, where it has sides), then its answers in their order"),
    ("up-wt L 5 R 4", "without its stage: the one that was asked last; both sides may stand in a line"),
    ("5", "answered at 5; where an exercise is measured, its seconds, minutes or metres"),
    ("-7", "none up to 7; - alone: none"),
    ("light, heavy", "where no level was noted"),
    ("ok", "it came, and nothing was measured"),
    ("5x, 5n", "another movement came; nearly the right one"),
    ("5!, 5!!", "tight; alarmed"),
    ("5^", "it leapt: far more than asked"),
    ("5?", "a probe: asked once beyond today's limit"),
    ("5g4", "how good the movement was, 1 to 5"),
    ("5*3", "how much of it: strides, steps, degrees"),
    ("20s3d2", "how strong the thing was, 1 to 5, and how many metres away"),
    ("5slow", "a fault by its name or the first letters of it; several: 5,slow,crooked"),
    ("5@C", 'where it was; of more words: 5@"far corner"'),
    ("5RL", "in canter: right in front, left behind"),
    ('5(offered=2 note="soft")', "whatever else a record holds of an answer, by its name"),
    ("/", "a break before the next answer"),
    ("mon ridden 18:30-19:10", "which day it was; another such line begins another session"),
    ('place="the school" air_c=14 first_min=4', "what that day was like, behind it or on a line of its own"),
    ('! spook "gulls" @C recovered_s=20', "what happened beside the asks"),
    ("note He looked at everything.", "the session's note, as it stands to the end of the line"),
    ("# not mine", "a line that is not read"),
)
"""Each form, and what it says."""


def written(sessions: int, asks: int) -> str:
    """'2 sessions, 14 asks'."""
    return f"{counted(sessions, 'session')}, {counted(asks, 'ask')}"


def to_mend(problems: int) -> str:
    """Said where something cannot be read."""
    return f"{counted(problems, 'place')} to mend before it can be saved"


def problem(reason: str, allowed: str) -> str:
    """'12 is too large; it takes a whole number 1 to 10'."""
    return f"{reason}; it takes {allowed}" if allowed else reason


_FIELDS = {"rider_kg": "rider's weight", "conditions": "the day", "tack": "tack", "settle": "settling"}
HAPPENED = "Happened"
SESSION, HORSE = "session", "horse"
RESTORED = "restored"


def field_name(name: str) -> str:
    """What a part of a session is called: 'Place', 'Rider's weight'."""
    return upper_first(_FIELDS.get(name, name))


def said(value: Any) -> str:
    """A field's value as one says it; empty: there is none.

    Args:
        value: of one of the record's models: what it has of values is listed, each by its name.
    """
    if value is None or value == "" or value == {}:
        return ""
    if isinstance(value, BaseModel):
        value = value.model_dump(exclude_defaults=True)
    if isinstance(value, Mapping):
        return ", ".join(f"{upper_first(name.replace('_', ' '))} {said(one)}" for name, one in value.items())
    if isinstance(value, bool):
        return YES_NO[value]
    return f"{value:g}" if isinstance(value, float) else str(value)


NOTHING_CHANGED = "Nothing is changed."


def changed(changes: int) -> str:
    return f"{counted(changes, 'change')}, not saved yet" if changes else NOTHING_CHANGED


STRUCK_OUT, ADDED = "struck out", "added"


def put_right(what: str, was: str, now: str) -> str:
    """'Walk to trot, left: 6, now 5!'; of what is new or gone that it is.

    Args:
        was: as it was written; empty: it was not there.
        now: as it is written; empty: it is no more.
    """
    if not was:
        return f"{what}: {now} {ADDED}"
    return f"{what}: {was}, now {now}" if now else f"{what}: {was} {STRUCK_OUT}"


def running(device: str, since: time | None, asks: int) -> str:
    """'Wren's phone has a session running since 9:20, with 7 asks'."""
    began = f" since {METRIC.clock_time(since)}" if since is not None else ""
    return f"{device} has a session running{began}, with {counted(asks, 'ask')}"


def already(on: date, asks: Sequence[int]) -> str:
    """Of a day that has sessions already, with so many asks each; empty: it has none."""
    if not asks:
        return ""
    there = " and ".join(counted(one, "ask") for one in asks)
    which = "a session" if len(asks) == 1 else f"{len(asks)} sessions"
    return f"{day(on)} has {which} already, with {there}: this will be one more"
