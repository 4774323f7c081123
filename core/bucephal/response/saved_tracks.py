"""Keeps what a horse's asks came to, so that one more ask does not need all of them again.

What is kept is the state before the last day with asks: everything that happens on that day
(one more ask, an undo, a changed ask) only needs that day heard again. It is a cache: it
carries a fingerprint of the asks it was made of, and where that no longer fits, because
something earlier was added, changed or struck out, the asks are heard from the beginning. The
result is the same to the last bit either way.
"""

from __future__ import annotations

import io
import json
from bisect import bisect_left
from collections.abc import Iterator
from dataclasses import asdict
from datetime import date
from hashlib import sha256
from itertools import takewhile
from typing import Any
from zipfile import BadZipFile

import numpy as np

from bucephal.ladder import Catalogue, Side
from bucephal.record import DatedAsk, Horse, HorseRecord, asks_in_order
from bucephal.response.confirmation import TrackStanding
from bucephal.response.lightness import LightnessTrack
from bucephal.response.model_parameters import DEFAULT, ResponseParameters
from bucephal.response.success_share import ShareTrack
from bucephal.response.tables import Array
from bucephal.response.tracks import Belief, CueTrack, Morning, TrackKey, Tracks

_SHAPE = "bucephal.tracks 4"
_DAMAGED = (ValueError, KeyError, TypeError, OSError, EOFError, StopIteration, BadZipFile)


def resume(
    record: HorseRecord,
    catalogue: Catalogue,
    saved: bytes | None,
    parameters: ResponseParameters = DEFAULT,
) -> Tracks:
    """The tracks of a record; goes on from ``saved`` where that is of the same asks.

    The caller keeps apart what was saved under other rules (another ladder, another core).
    """
    rows = list(asks_in_order(record, catalogue))
    tracks, heard = restored(record, catalogue, rows, saved, parameters)
    for row in rows[heard:]:
        tracks.hear(row)
    return tracks


def restored(
    record: HorseRecord, catalogue: Catalogue, rows: list[DatedAsk], saved: bytes | None,
    parameters: ResponseParameters = DEFAULT,
) -> tuple[Tracks, int]:  # fmt: skip
    """Tracks as they were saved, and how many of a record's rows they heard; empty where nothing fits."""
    tracks = Tracks(record.horse, catalogue, parameters)
    if saved:
        try:
            return tracks, _restore(tracks, saved, rows, record)
        except _DAMAGED:  # a cache is never worth an error: hear everything
            return Tracks(record.horse, catalogue, parameters), 0
    return tracks, 0


def save(tracks: Tracks, record: HorseRecord) -> bytes:
    """The state before the record's last day with asks, as bytes for ``resume``."""
    rows = list(asks_in_order(record, tracks.catalogue))
    until = rows[-1].day if rows else date.min
    return save_until(until, tracks, list(takewhile(lambda row: row.day < until, rows)), record.horse)


def save_until(until: date, tracks: Tracks, earlier: list[DatedAsk], horse: Horse) -> bytes:
    """The state before a day, the last one with asks, as bytes for ``resume``.

    Args:
        earlier: every ask before that day.
        horse: whose they are.
    """
    kept = [track for track in tracks.everything() if track.asks[0].day < until]
    lightness = [track for track in kept if isinstance(track.start, LightnessTrack)]
    moods = [track.moods[day] for track in lightness for day in _mood_days(track, until)]
    head = {
        "shape": _SHAPE,
        "until": until.toordinal(),
        "asks": len(earlier),
        "fingerprint": _fingerprint(earlier, horse),
        "ready_on": {step: day for step, day in tracks.ready_on.items() if day < until.toordinal()},
        "tracks": [_note(track, until) for track in kept],
        "probed": len([one for one in tracks.probed.values() if one.asks[0].day < until]),
    }
    buffer = io.BytesIO()
    np.savez_compressed(
        buffer,
        head=np.array(json.dumps(head)),
        starts=np.array([_grid(track.start) for track in lightness]),
        beliefs=np.array([_grid(_belief_before(track, until)) for track in lightness]),
        moods=np.array([mood for mood in moods if mood is not None]),
    )
    return buffer.getvalue()


def _grid(belief: Belief) -> Array:
    assert isinstance(belief, LightnessTrack)
    return belief.posterior


def _note(track: CueTrack, until: date) -> dict[str, Any]:
    belief = _belief_before(track, until)
    means = [(day.toordinal(), mean) for day, mean in track.means if day < until]
    note: dict[str, Any] = {
        "step": track.rule.stage.step, "side": str(track.side), "day": belief.day, "means": means,
        "standing": asdict(track.standing if track.last_day < until else track.earlier_standing),
        "mornings": track.mornings[: bisect_left(track.days, until)],
        "moods": [[day, track.moods[day] is not None] for day in _mood_days(track, until)],
    }  # fmt: skip
    if isinstance(belief, ShareTrack):
        note |= {"start": _counts(track.start), "counts": _counts(belief)}
    return note


def _counts(belief: Belief) -> tuple[float, float]:
    assert isinstance(belief, ShareTrack)
    return belief.successes, belief.failures


def _mood_days(track: CueTrack, until: date) -> list[int]:
    return [day for day in track.moods if day < until.toordinal()]


def _belief_before(track: CueTrack, until: date) -> Belief:
    if track.last_day < until:
        return track.belief
    return track.earlier if track.earlier is not None else track.start


def _restore(tracks: Tracks, saved: bytes, rows: list[DatedAsk], record: HorseRecord) -> int:
    """Fills empty tracks from what was saved; how many asks need not be heard again."""
    with np.load(io.BytesIO(saved), allow_pickle=False) as file:
        head = json.loads(str(file["head"]))
        until = date.fromordinal(head["until"])
        earlier = list(takewhile(lambda row: row.day < until, rows))
        # If nothing is left to hear, the last day itself was struck out: what stood before the
        # day that is now the last was not kept.
        same = head["shape"] == _SHAPE and head["asks"] == len(earlier) < len(rows)
        if not same or head["fingerprint"] != _fingerprint(earlier, record.horse):
            return 0
        grids = iter(zip(file["starts"], file["beliefs"], strict=True))
        moods = iter(file["moods"])
    begun = len(head["tracks"]) - head["probed"]
    for number, note in enumerate(head["tracks"]):
        key = note["step"], Side(note["side"])
        among = tracks.by_key if number < begun else tracks.probed
        among[key] = _track(tracks, key, note, grids, moods)
    tracks.ready_on = head["ready_on"]
    for row in earlier:
        tracks.recall(row)
    for track, note in zip(tracks.everything(), head["tracks"], strict=True):
        mornings = [Morning(*one) for one in note["mornings"]]
        track.take_up(TrackStanding(**note["standing"]), _means(note), mornings)
    return len(earlier)


def _track(
    tracks: Tracks, key: TrackKey, note: dict[str, Any],
    grids: Iterator[tuple[Array, Array]], moods: Iterator[Array],
) -> CueTrack:  # fmt: skip
    rule = tracks.rule(key[0])
    if "counts" in note:
        successes, failures = note["counts"]
        counts = ShareTrack(successes, failures, note["day"])
        return CueTrack(rule, key[1], ShareTrack(*note["start"]), counts)
    start, belief = next(grids)
    carried = {day: next(moods) if known else None for day, known in note["moods"]}
    return CueTrack(
        rule,
        key[1],
        LightnessTrack(tracks.tables, start),
        LightnessTrack(tracks.tables, belief, day=note["day"]),
        moods=carried,
    )


def _means(note: dict[str, Any]) -> list[tuple[date, float]]:
    return [(date.fromordinal(day), mean) for day, mean in note["means"]]


def _fingerprint(rows: list[DatedAsk], horse: Horse) -> str:
    """Of the asks in their order, and of the bands in which they are judged."""
    digest = sha256(json.dumps(horse.bands, sort_keys=True).encode())
    for row in rows:
        digest.update(row.day.isoformat().encode())
        digest.update(row.ask.model_dump_json().encode())
    return digest.hexdigest()
