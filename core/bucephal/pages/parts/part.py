"""A part of a sheet or a report: one thing, in a sentence or two, a chart, its table, the asks behind it."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import date
from enum import StrEnum
from typing import NamedTuple

from pydantic import Field

from bucephal.answers import Meaning
from bucephal.charts import Chart
from bucephal.pages.history_wish import HistoryWish
from bucephal.progress import Standing
from bucephal.progress.memo import memo_of_standing
from bucephal.record import Ask, FrozenModel, Session, sessions_in_order


class PartCode(StrEnum):
    SETTLING = "settling"
    LEADS = "leads"
    CORNERS = "corners"
    STATION = "station"
    TURNS = "turns"
    MEASURED = "measured"
    COUNTED = "counted"
    TOLERANCE = "tolerance"
    CALM = "calm"
    SPOOKS = "spooks"
    WORK = "work"
    BAD_DAYS = "bad-days"
    RIDERS = "riders"


class SheetPart(FrozenModel):
    code: PartCode
    title: str
    group: str = Field(description="What it stands under, beside others.")
    words: tuple[str, ...]
    charts: tuple[Chart, ...]
    behind: HistoryWish = Field(description="Which sessions it rests on.")


class Span(NamedTuple):
    """Days, the first and the last among them."""

    first: date
    last: date

    def __contains__(self, on: object) -> bool:
        return isinstance(on, date) and self.first <= on <= self.last


class ToldAsk(NamedTuple):
    """An ask with its day, its session and what it meant."""

    ask: Ask
    on: date
    session: Session
    meaning: Meaning


def sessions_within(standing: Standing, span: Span | None) -> list[Session]:
    """In order of time."""
    return [one for one in sessions_in_order(standing.record) if span is None or one.date in span]


def told_within(standing: Standing, span: Span | None) -> Iterator[ToldAsk]:
    """Every ask that has a track, by track, in order of time within one."""
    return (one for one in _all_told(standing) if span is None or one.on in span)


@memo_of_standing
def _all_told(standing: Standing) -> tuple[ToldAsk, ...]:
    return tuple(
        ToldAsk(row.ask, row.day, row.session, meaning)
        for track in standing.tracks.by_key.values()
        for row, meaning in zip(track.asks, track.meanings, strict=True)
    )
