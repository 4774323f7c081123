"""The signs as a device counts them: what a session still needs to raise a flag by itself.

The same thresholds as in ``signs.py``, less what has been seen before today; as conditions on what is
tapped, so that a device without signal takes the harder work away at once and knows nothing of horses.
After the sync the core counts again, from everything.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from datetime import date

from pydantic import Field

from bucephal.answers import Condition
from bucephal.ladder import CountsAs, Side
from bucephal.record import EventKind, FlagCode, FrozenModel, HorseRecord, Tension
from bucephal.response import CueTrack, Tracks
from bucephal.welfare.flags import last_clearing
from bucephal.welfare.signs import (
    DANGER_DAYS,
    DANGER_KINDS,
    DANGERS,
    DISUNITED_FAULT,
    DISUNITED_SESSIONS,
    GIRTHING,
    KICK_FAULT,
    LASTING_DAYS,
    LOSS_LEVELS,
    MOUNTING,
    REFUSAL_SESSIONS,
    SAME_WITHIN,
    STUMBLE_FAULT,
    STUMBLE_LAST_SESSIONS,
    STUMBLES_IN_A_SESSION,
    TENSE_LEAST_ASKS,
    TENSE_SHARE,
    UNANSWERED_TIMES,
    WALKS_OFF,
    Noticed,
    Occasion,
    is_tense,
)

Group = tuple[Condition, ...]


class RingSign(FrozenModel):
    """Holds when enough of what is tapped fits: any of the groups, all conditions of it."""

    when_any: tuple[Group, ...]
    at_least: int = 1
    step: str | None = Field(None, description="Of this step only; null: of any.")
    side: Side | None = Field(None, description="On this side only; null: on any.")
    first_only: bool = Field(False, description="Only the first answer of the step and side.")
    share: float | None = Field(None, description="As large a share of the asks, of `at_least` asks or more.")
    same_within_s: int | None = Field(
        None, description="An event and an ask that fit within as many seconds are one."
    )


class RingSigns(FrozenModel):
    """The signs of one flag; any is enough."""

    code: FlagCode
    any_of: tuple[RingSign, ...]


def ring_signs(
    record: HorseRecord, tracks: Tracks, noticed: Noticed, on: date, steps: Iterable[tuple[str, Side]]
) -> Iterator[RingSigns]:
    """What would raise each flag in a session of a day.

    Args:
        tracks: of this record.
        noticed: what it holds of every sign up to that day.
        steps: what may be asked: steps and sides.
    """
    asked = list(steps)
    for code in FlagCode:
        before = [_after(occasions, record, code, on) for occasions, _ in noticed.of(code)]
        found = tuple(_signs(code, before[0] if len(before) == 1 else [], noticed, tracks, on, asked))
        if found:
            yield RingSigns(code=code, any_of=found)


def _after(occasions: list[Occasion], record: HorseRecord, code: FlagCode, on: date) -> list[Occasion]:
    cleared = last_clearing(record, code, on)
    return [one for one in occasions if one.on > cleared]


def _signs(
    code: FlagCode, before: Sequence[Occasion], noticed: Noticed, tracks: Tracks, on: date,
    asked: list[tuple[str, Side]],
) -> Iterator[RingSign]:  # fmt: skip
    match code:
        case FlagCode.STUMBLES:
            yield _stumbles(before)
        case FlagCode.UNEVEN:
            yield RingSign(when_any=(_event(EventKind.UNEVEN),))
        case FlagCode.DANGERS:
            near = [one for one in before if (on - one.on).days < DANGER_DAYS]
            yield RingSign(when_any=(_event(*DANGER_KINDS),), at_least=max(DANGERS - len(near), 1))
            yield RingSign(when_any=(_event(EventKind.FALL),))
        case FlagCode.REFUSAL if _lasting(before, on) >= REFUSAL_SESSIONS - 1:
            yield from _refusals(tracks, asked)
        case FlagCode.DISUNITED if _lasting(before, on) >= DISUNITED_SESSIONS - 1:
            yield RingSign(when_any=(_faults(DISUNITED_FAULT),))
        case FlagCode.TENSE_WORK if before and is_tense(before[-1].count, before[-1].asks):
            yield _tense(tracks, asked)
        case FlagCode.ONE_SIDED_LOSS:
            yield from _losses(noticed, tracks, asked)


def _lasting(before: Sequence[Occasion], on: date) -> int:
    return sum((on - one.on).days <= LASTING_DAYS for one in before)


def _event(*kinds: EventKind) -> Group:
    return (Condition(field="event", any_of=kinds),)


def _faults(*codes: str) -> Group:
    return (Condition(field="faults", any_of=codes),)


def _stumbles(before: Sequence[Occasion]) -> RingSign:
    lately = any(one.count for one in before[1 - STUMBLE_LAST_SESSIONS :])
    return RingSign(
        when_any=(_event(EventKind.STUMBLE), _faults(STUMBLE_FAULT)),
        at_least=1 if lately else STUMBLES_IN_A_SESSION,
        same_within_s=int(SAME_WITHIN.total_seconds()),
    )


def _tense(tracks: Tracks, asked: list[tuple[str, Side]]) -> RingSign:
    faults = {
        fault.code
        for step, _ in asked
        for fault in tracks.rule(step).exercise.faults
        if fault.counts_as is CountsAs.TIGHT
    }
    not_calm = (Condition(field="tension", any_of=(Tension.TIGHT, Tension.ALARMED)),)
    groups = (not_calm, _faults(*sorted(faults)))
    return RingSign(when_any=groups, at_least=TENSE_LEAST_ASKS, share=TENSE_SHARE)


def _refusals(tracks: Tracks, asked: list[tuple[str, Side]]) -> Iterator[RingSign]:
    for step, side in asked:
        rule, track = tracks.rule(step), tracks.get(step, side)
        if track is not None and track.standing.confirmed:
            none = (Condition(field="answered", any_of=(False,)),)
            yield RingSign(when_any=(none,), at_least=UNANSWERED_TIMES, step=step, side=side)
        if rule.exercise.id == GIRTHING:
            alarmed = (Condition(field="tension", any_of=(Tension.ALARMED,)),)
            yield RingSign(when_any=(alarmed,), step=step, side=side)
        if rule.exercise.id == MOUNTING:
            yield RingSign(when_any=(_faults(WALKS_OFF),), step=step, side=side)
        light = (*_faults(KICK_FAULT), Condition(field="level", below=rule.band_top + 1))
        is_ready = track is not None and track.is_ready()
        yield RingSign(when_any=(_faults(KICK_FAULT) if is_ready else light,), step=step, side=side)


def _losses(noticed: Noticed, tracks: Tracks, asked: list[tuple[str, Side]]) -> Iterator[RingSign]:
    """A side that was lost on the day it was asked last: once more is two days running."""
    lost = {(one[-1].step, one[-1].side): one[-1] for one in noticed.losses if one and one[-1].count}
    for step, side in asked:
        occasion, track = lost.get((step, side)), tracks.get(step, side)
        if occasion is not None and track is not None:
            yield RingSign(when_any=_heavier(occasion, track), step=step, side=side, first_only=True)


def _heavier(occasion: Occasion, track: CueTrack) -> tuple[Group, ...]:
    """At two levels above the usual and above the band; no answer counts as one level more."""
    least = max(occasion.usual + LOSS_LEVELS, track.rule.band_top + 1)
    came = (Condition(field="level", above=least - 0.001),)
    none = (
        Condition(field="level", above=least - 1.001),
        Condition(field="answered", any_of=(False,)),
    )
    return came, none
