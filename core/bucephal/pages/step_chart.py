"""One step through time: every ask, what was believed after each day, and which asks moved it."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from datetime import date
from enum import StrEnum

from pydantic import Field

from bucephal.answers import AnswerDrawn, answer_in_words, drawn
from bucephal.ladder import StepKind
from bucephal.measures import share_of_tries
from bucephal.pages.side_gap_words import SideGap, described_gap
from bucephal.progress import Standing, StepStanding, TrackEstimate
from bucephal.record import Conditions, FrozenModel, Session
from bucephal.response import (
    SIDE_LEAST_ASKS,
    CueTrack,
    Influence,
    beliefs_by_day,
    influences,
    replayed,
)
from bucephal.welfare import Heat, heat_class, heat_sum
from bucephal.words import estimate_words
from bucephal.words.sheet_words import LIMITS

NOTICED = 0.01
"""Chances are shown to the hundredth: an ask that moved less moved nothing that is seen."""
LEAST_MOVED = NOTICED / 2
WARM_C = 20.0
"""The heat sum also rises on a cold wet day; that is no heat [own]."""
STRONG_WIND = ("strong", "storm", "gale")
STRONG_WIND_MS = 8.0


class Unusual(StrEnum):
    """What was unusual about a day."""

    HEAT = "heat"
    STRONG_WIND = "strong wind"
    INSECTS = "insects"
    NEW_PLACE = "new place"


class ChartDay(FrozenModel):
    """A day: its asks, and what was believed after it."""

    on: date
    days_off: int | None = Field(description="Days without this step before it; null: the first.")
    asks: tuple[AnswerDrawn, ...]
    mean: float
    low: float
    high: float
    p_first: float
    words: str = Field(description="How often it was good, and where it answered, as far as one knew.")
    conditions: tuple[Unusual, ...]


class InfluenceLine(FrozenModel):
    """An ask that moved the estimate, and by how much."""

    on: date
    level: float = Field(description="The mean now, less what it would be without this ask.")
    p_first: float = Field(description="The chance now, less what it would be without it.")
    words: str


class LightShare(FrozenModel):
    """Asks in the band (or successes) out of all, with Wilson's 80 % interval."""

    light: int
    asks: int
    low: float
    high: float
    words: str


class TrackChart(FrozenModel):
    estimate: TrackEstimate
    days: tuple[ChartDay, ...]
    influences: tuple[InfluenceLine, ...]
    no_influence: str = Field(description="Said where no ask moved the estimate.")
    share: LightShare
    words: str = Field(description="What the picture shows, in a sentence or two.")


class StepChart(FrozenModel):
    """A step's own page: where it stands and how it came there, side by side."""

    standing: StepStanding
    kind: StepKind
    unit: str | None
    sides: tuple[TrackChart, ...]
    gap: SideGap | None
    gap_words: str = Field(description="Left against right, or why it cannot be told.")
    legend: str = Field(description="What the picture's marks mean.")
    exact_columns: tuple[str, ...] = Field(description="Of the figures, beside day and days off.")
    limits: str = Field(description="What the figures rest on and cannot do.")


def step_chart(standing: Standing, step: str) -> StepChart:
    """Everything behind a step's figures; ``step`` may never have been asked.

    Raises:
        UnknownStep: if the ladder has no such step.
    """
    exercise = standing.catalogue.exercise(step)
    tracks = [track for _, track in standing.tracks.sides_of(step) if track is not None]
    sessions: dict[date, list[Session]] = {}
    for session in standing.record.sessions:
        sessions.setdefault(session.date, []).append(session)
    gap = described_gap(standing, step, exercise.name)
    return StepChart(
        standing=standing.step(step),
        kind=exercise.kind,
        unit=exercise.unit,
        sides=tuple(_track_chart(standing, track, sessions) for track in tracks),
        gap=gap,
        gap_words=gap.words if gap is not None else estimate_words.gap_unknown(SIDE_LEAST_ASKS),
        legend=estimate_words.TRAIL_LEGEND,
        exact_columns=estimate_words.EXACT,
        limits=LIMITS,
    )


def _track_chart(standing: Standing, track: CueTrack, sessions: dict[date, list[Session]]) -> TrackChart:
    days, by_level = list[ChartDay](), track.rule.kind is StepKind.LIGHTNESS
    ends = replayed(track)
    for belief in beliefs_by_day(track, ends):
        before = days[-1].on if days else None
        days.append(
            ChartDay(
                on=belief.on,
                days_off=(belief.on - before).days - 1 if before is not None else None,
                asks=tuple(drawn(ask, track.rule, meaning) for ask, meaning in track.told_on(belief.on)),
                mean=belief.mean, low=belief.low, high=belief.high, p_first=belief.p_first,
                words=estimate_words.stands(
                    belief.p_first, track.rule.good_answer,
                    (belief.mean, belief.low, belief.high) if by_level else None,
                ),
                conditions=unusual_on(sessions.get(belief.on, [])),
            )
        )  # fmt: skip
    estimate = standing.estimate(track)
    return TrackChart(
        estimate=estimate,
        days=tuple(days),
        influences=influence_lines(track, influences(track, ends)),
        no_influence=estimate_words.NO_INFLUENCE,
        share=_light_share(track),
        words=estimate_words.stands_today(estimate.side, estimate.words, track.basis),
    )


def _light_share(track: CueTrack) -> LightShare:
    light, asks = sum(one.success for one in track.answers), len(track.answers)
    share = share_of_tries(light, asks)
    return LightShare(
        light=light, asks=asks, low=share.low, high=share.high,
        words=estimate_words.light_share(light, asks, share.low, share.high, track.rule.good_answer),
    )  # fmt: skip


def influence_lines(track: CueTrack, found: Iterable[Influence]) -> tuple[InfluenceLine, ...]:
    """What asks did to an estimate, those that moved it by what one would notice."""
    return tuple(
        InfluenceLine(
            on=one.on,
            level=one.level,
            p_first=one.p_first,
            words=estimate_words.influence(
                answer_in_words(one.ask, track.rule),
                one.number,
                one.p_first,
                track.rule.good_answer,
            ),
        )
        for one in found
        if abs(one.p_first) >= LEAST_MOVED
    )


def unusual_on(sessions: Iterable[Session]) -> tuple[Unusual, ...]:
    """What was unusual about a day, each once."""
    return tuple(dict.fromkeys(one for session in sessions for one in _unusual(session.conditions)))


def _unusual(conditions: Conditions) -> Iterator[Unusual]:
    air, humidity = conditions.air_c, conditions.humidity_pct
    if air is not None and humidity is not None and air >= WARM_C:
        if heat_class(heat_sum(air, humidity)) is not Heat.FINE:
            yield Unusual.HEAT
    if _is_strong(conditions.wind):
        yield Unusual.STRONG_WIND
    if conditions.insects:
        yield Unusual.INSECTS
    if conditions.new_place:
        yield Unusual.NEW_PLACE


def _is_strong(wind: str | float | None) -> bool:
    if isinstance(wind, str):
        return wind.strip().lower() in STRONG_WIND
    return wind is not None and wind >= STRONG_WIND_MS
