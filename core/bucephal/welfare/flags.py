"""Flags: what was seen stops harder work, until somebody has looked.

Worked out from the record each time, so that nothing has to be raised: the first time a sign reaches its
threshold after the last clearing, the flag is open, however long ago that was. What cannot be told from
taps is raised by hand. Clearing counts from its day: only what is seen later raises it again.

Source: common practice, no source. It points to who has to look; it never says what is wrong.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from datetime import date
from typing import Any

from pydantic import Field

from bucephal.base.errors import Problem
from bucephal.ladder import Exercise, Gait, Stage
from bucephal.record import (
    NEEDS_A_VET,
    ClearedBy,
    Flag,
    FlagCode,
    FrozenModel,
    HorseRecord,
    check_flag,
    read_model,
)
from bucephal.response import Tracks
from bucephal.welfare.signs import Noticed, Reached, Sighting, notice
from bucephal.words import flag_words

NO_WORK = (FlagCode.UNEVEN, FlagCode.INJURY, FlagCode.BREATHING, FlagCode.PAIN_SIGNS)
NOTHING_FAST = (FlagCode.STUMBLES, FlagCode.ONE_SIDED_LOSS, FlagCode.DISUNITED)
FAST_DEMANDS = {
    "rounds", "trot-circles", "canter-straight", "canter-circles", "poles", "high-fences", "tight-turns",
}  # fmt: skip
"""What fast work asks of a body: lunging, trot on circles, canter, poles and fences, rollbacks."""
OUTSIDE = "P8"
"""The phase out of the arena: no enclosed place."""


class RaisedFlag(FrozenModel):
    """A flag, open or cleared, with what raised it."""

    code: FlagCode
    name: str
    since: date
    open: bool
    by_hand: bool
    why: str
    say: str = Field(description="What to have looked at.")
    holds_back_words: str
    figures: dict[str, float | int | str]
    seen: tuple[Sighting, ...] = Field(description="What was seen, thing by thing.")
    needs_a_vet: bool = Field(description="Cleared only with what a vet found.")
    cleared_on: date | None
    cleared_by: ClearedBy | None
    found: str


def flag_history(record: HorseRecord, noticed: Noticed, on: date) -> tuple[RaisedFlag, ...]:
    """Every flag up to a day, the open ones first, the latest in front.

    Args:
        record: the horse; what was raised by hand and what was cleared.
        noticed: what its asks and events hold of every sign, up to that day.
        on: the day in question; what lies after it is left aside.
    """
    found = [flag for code in FlagCode for flag in _of_code(code, record, noticed, on)]
    return tuple(sorted(found, key=lambda flag: (not flag.open, -flag.since.toordinal())))


def holds_back(code: FlagCode, stage: Stage, exercise: Exercise) -> bool:
    """Does a flag hold a step back, whoever is there?"""
    if code in NO_WORK:
        return True
    if code in NOTHING_FAST:
        return is_fast(stage)
    match code:
        case FlagCode.REFUSAL:
            return stage.ridden
        case FlagCode.DANGERS:
            outside = exercise.phase == OUTSIDE
            return stage.exciting or (stage.ridden and (stage.gait is not Gait.WALK or outside))
        case FlagCode.TENSE_WORK:
            return stage.exciting
    return False


def is_fast(stage: Stage) -> bool:
    demands = {demand.code for demand in stage.demands}
    on_a_circle = stage.circles and stage.gait is Gait.TROT
    return stage.gait is Gait.CANTER or on_a_circle or bool(demands & FAST_DEMANDS)


def wants_helper(code: FlagCode, stage: Stage) -> bool:
    """After dangerous moments what is ridden at all is ridden with a helper."""
    return code is FlagCode.DANGERS and stage.ridden


def _of_code(code: FlagCode, record: HorseRecord, noticed: Noticed, on: date) -> Iterator[RaisedFlag]:
    kept = sorted(
        (flag for flag in record.flags if flag.code is code and flag.raised_on <= on),
        key=lambda flag: flag.raised_on,
    )
    clearings = [flag for flag in kept if _is_cleared(flag, on)]
    told = [*_told(code, noticed, clearings)]
    yield from told
    for flag in kept:
        known = any(one.since == flag.raised_on or _covers(one, flag.raised_on) for one in told)
        if flag.by_hand or not known:  # raised by asks that are not in this record
            yield _kept(flag, on)


def last_clearing(record: HorseRecord, code: FlagCode, on: date) -> date:
    """The day of a code's last clearing up to a day; what was seen until then does not count any more."""
    days = [flag.cleared_on for flag in record.flags if flag.code is code and _is_cleared(flag, on)]
    return max((day for day in days if day is not None), default=date.min)


def raise_by_hand(raw: Mapping[str, Any], today: date) -> Flag:
    """A flag that somebody raises with what was seen.

    Raises:
        InvalidInput: if there is no such flag, or nothing is said of what was seen.
    """
    given = {"code": raw.get("code"), "note": raw.get("note"), "raised_on": str(today), "by_hand": True}
    note = given["note"]
    missing = [] if isinstance(note, str) and note.strip() else [_SAY_WHAT_WAS_SEEN]
    return read_model(given, Flag, missing)


_SAY_WHAT_WAS_SEEN = Problem("note", None, "says what was seen", "some words")


def clear_flags(flags: Sequence[Flag], raw: Mapping[str, Any], today: date) -> tuple[Flag, ...]:
    """The kept flags once one is cleared today: those raised by hand, and what the asks had raised.

    Args:
        raw: ``code``; ``raised_on``, since when it is open; ``cleared_by``; ``found``.

    Raises:
        InvalidInput: if it is not said who looked or what was found, or a vet has to look.
    """
    given = {name: raw.get(name) for name in ("code", "raised_on", "cleared_by", "found")}
    given |= {"cleared_on": str(today)}
    clearing = read_model(given, Flag, check_flag(given, ""))
    update = {"cleared_on": today, "cleared_by": clearing.cleared_by, "found": clearing.found}
    kept = tuple(
        flag.model_copy(update=update) if flag.code is clearing.code and flag.cleared_on is None else flag
        for flag in flags
    )
    known = any(one.code is clearing.code and one.raised_on == clearing.raised_on for one in kept)
    return kept if known else (*kept, clearing)


def with_flags(record: HorseRecord, tracks: Tracks, on: date) -> HorseRecord:
    """The record with what its asks have raised among its flags: as it is handed on."""
    known = {(flag.code, flag.raised_on) for flag in record.flags}
    told = tuple(
        Flag(code=one.code, raised_on=one.since, note=one.why)
        for one in flag_history(record, notice(record, tracks, on), on)
        if one.open and (one.code, one.since) not in known
    )
    return record.model_copy(update={"flags": (*record.flags, *told)})


def without_told(record: HorseRecord, tracks: Tracks, on: date) -> HorseRecord:
    """The other way: a record that comes in without the flags that its asks raise by themselves.

    What they do not raise stays, whoever raised it: somebody has seen something.
    """
    decided = tuple(flag for flag in record.flags if flag.by_hand or flag.cleared_on is not None)
    bare = record.model_copy(update={"flags": decided})
    told = {(flag.code, flag.raised_on) for flag in with_flags(bare, tracks, on).flags[len(decided) :]}
    kept = tuple(flag for flag in record.flags if flag in decided or (flag.code, flag.raised_on) not in told)
    return record.model_copy(update={"flags": kept})


def _is_cleared(flag: Flag, on: date) -> bool:
    """By somebody who may: what needs a vet is open until one has looked."""
    if flag.cleared_on is None or flag.cleared_on > on:
        return False
    return flag.code not in NEEDS_A_VET or flag.cleared_by is ClearedBy.VET


def _covers(flag: RaisedFlag, day: date) -> bool:
    return flag.since <= day and (flag.cleared_on is None or day <= flag.cleared_on)


def _told(code: FlagCode, noticed: Noticed, clearings: list[Flag]) -> Iterator[RaisedFlag]:
    """Raised, cleared, raised again, as the record tells it: every clearing begins anew."""
    after = date.min
    for clearing in (*sorted(clearings, key=_cleared_on), None):
        until = date.max if clearing is None else _cleared_on(clearing)
        reached = _first_within(code, noticed, after, until)
        if reached is not None:
            yield _flag(code, reached, clearing)
        after = until


def _cleared_on(flag: Flag) -> date:
    return flag.cleared_on or date.max


def _first_within(code: FlagCode, noticed: Noticed, after: date, until: date) -> Reached | None:
    reached = [
        threshold([one for one in occasions if after < one.on <= until])
        for occasions, threshold in noticed.of(code)
    ]
    return min((one for one in reached if one is not None), key=lambda one: one.on, default=None)


def _flag(code: FlagCode, reached: Reached, cleared: Flag | None) -> RaisedFlag:
    return RaisedFlag(
        code=code, name=flag_words.NAMES[code], since=reached.on, open=cleared is None, by_hand=False,
        why=reached.why, say=flag_words.SAY[code], holds_back_words=flag_words.HOLDS_BACK[code],
        figures=dict(reached.figures), seen=reached.seen, needs_a_vet=code in NEEDS_A_VET,
        cleared_on=cleared.cleared_on if cleared else None,
        cleared_by=cleared.cleared_by if cleared else None, found=cleared.found if cleared else "",
    )  # fmt: skip


def _kept(flag: Flag, on: date) -> RaisedFlag:
    """A flag that stands in the record by itself."""
    cleared = _is_cleared(flag, on)
    seen = (Sighting(on=flag.raised_on, words=flag.note),) if flag.note else ()
    unsaid = flag_words.SAW_A_PERSON if flag.by_hand else flag_words.TOLD_ELSEWHERE
    return RaisedFlag(
        code=flag.code, name=flag_words.NAMES[flag.code], since=flag.raised_on, open=not cleared,
        by_hand=flag.by_hand, why=flag.note or unsaid, say=flag_words.SAY[flag.code],
        holds_back_words=flag_words.HOLDS_BACK[flag.code], figures={}, seen=seen,
        needs_a_vet=flag.code in NEEDS_A_VET, cleared_on=flag.cleared_on if cleared else None,
        cleared_by=flag.cleared_by if cleared else None, found=flag.found if cleared else "",
    )  # fmt: skip
