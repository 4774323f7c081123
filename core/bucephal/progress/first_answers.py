"""First answers of a day, each with what was to be expected of it by then."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import date
from typing import NamedTuple

from bucephal.ladder import Side
from bucephal.measures import FirstTry
from bucephal.progress.standing import Standing
from bucephal.record import Session
from bucephal.response import CueTrack, beliefs_by_day, replayed


class FirstAnswer(NamedTuple):
    step: str
    side: Side
    on: date
    session: Session
    tried: FirstTry


def first_answers(standing: Standing) -> Iterator[FirstAnswer]:
    """Of every step and side but on its first day, before which nothing was known of it."""
    for track in standing.tracks.by_key.values():
        yield from _of_track(track)


def _of_track(track: CueTrack) -> Iterator[FirstAnswer]:
    beliefs = beliefs_by_day(track, replayed(track))
    for n, start in enumerate(track.day_starts[1:], 1):
        end = track.day_starts[n + 1] if n + 1 < len(track.day_starts) else len(track.asks)
        first = next((m for m in range(start, end) if track.meanings[m].is_answer), None)
        if first is not None:
            row = track.asks[first]
            tried = FirstTry(track.meanings[first].success, beliefs[n - 1].p_first)
            yield FirstAnswer(track.rule.stage.step, track.side, row.day, row.session, tried)
