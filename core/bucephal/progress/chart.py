"""One step through time: every ask, what was believed after each day, and which asks moved it."""

from __future__ import annotations

from datetime import date

from pydantic import Field

from bucephal.ladder import Catalogue, Kind, Side
from bucephal.measures import share_of_tries
from bucephal.progress.gaps import SideGap, described_gap
from bucephal.progress.standing import Standing
from bucephal.progress.states import StepStanding, TrackEstimate
from bucephal.record import Ask, Conditions, FrozenModel, HorseRecord, Session
from bucephal.response import Track, beliefs_by_day, is_accepted, is_success, movers
from bucephal.welfare import Heat, heat_class, heat_sum

LEAST_MOVED = 0.005
"""Chances are shown to the hundredth: an ask that moved less moved nothing that is seen."""
WARM_C = 20.0
"""The heat sum also rises on a cold wet day; that is no heat [own]."""
STRONG_WIND = ("strong", "storm", "gale")
STRONG_WIND_MS = 8.0


class ChartAsk(FrozenModel):
    """One ask as it stands in the picture."""

    ask: Ask
    accepted: bool
    light: bool = Field(description="In the band, or a success; calm or not.")


class ChartDay(FrozenModel):
    """A day: its asks, and what was believed after it."""

    on: date
    days_off: int | None = Field(description="Days without this step before it; null: the first.")
    asks: tuple[ChartAsk, ...]
    mean: float
    low: float
    high: float
    p_first: float
    conditions: tuple[str, ...] = Field(description="What was unusual about the day, in words.")


class MoverLine(FrozenModel):
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


class TrackChart(FrozenModel):
    estimate: TrackEstimate
    days: tuple[ChartDay, ...]
    movers: tuple[MoverLine, ...]
    share: LightShare
    words: str = Field(description="What the picture shows, in a sentence or two.")


class StepChart(FrozenModel):
    """A step's own page: where it stands and how it came there, side by side."""

    standing: StepStanding
    judged_by: Kind
    unit: str | None
    sides: tuple[TrackChart, ...]
    gap: SideGap | None


def step_chart(record: HorseRecord, catalogue: Catalogue, standing: Standing, step: str) -> StepChart:
    """Everything behind a step's figures.

    Args:
        record: the horse; asks after the day of ``standing`` are not in it.
        step: a step of the ladder, asked or not.
    """
    exercise = catalogue.exercise(step)
    tracks = [track for _, track in standing.tracks.sides_of(step) if track is not None]
    sessions: dict[date, list[Session]] = {}
    for session in record.sessions:
        sessions.setdefault(session.date, []).append(session)
    return StepChart(
        standing=standing.step(step),
        judged_by=exercise.kind,
        unit=exercise.unit,
        sides=tuple(_track_chart(standing, track, sessions) for track in tracks),
        gap=described_gap(standing, step, exercise.name),
    )


def _track_chart(standing: Standing, track: Track, sessions: dict[date, list[Session]]) -> TrackChart:
    days: list[ChartDay] = []
    for belief in beliefs_by_day(track):
        before = days[-1].on if days else None
        days.append(
            ChartDay(
                on=belief.on,
                days_off=(belief.on - before).days - 1 if before is not None else None,
                asks=tuple(_chart_ask(ask, track) for ask in track.asks_on(belief.on)),
                mean=belief.mean, low=belief.low, high=belief.high, p_first=belief.p_first,
                conditions=conditions_in_words(sessions.get(belief.on, [])),
            )
        )  # fmt: skip
    light = sum(one.light for day in days for one in day.asks)
    share = share_of_tries(light, len(track.asks))
    estimate = standing.estimate(track)
    lines = _mover_lines(track)
    return TrackChart(
        estimate=estimate,
        days=tuple(days),
        movers=lines,
        share=LightShare(light=light, asks=len(track.asks), low=share.low, high=share.high),
        words=_words(estimate, track),
    )


def _chart_ask(ask: Ask, track: Track) -> ChartAsk:
    return ChartAsk(ask=ask, accepted=is_accepted(ask, track.rule), light=is_success(ask, track.rule))


def _mover_lines(track: Track) -> tuple[MoverLine, ...]:
    lines = []
    for one in movers(track):
        if abs(one.p_first) < LEAST_MOVED:
            continue
        way = "raises" if one.p_first > 0 else "lowers"
        answer = answer_in_words(one.ask, track.rule.kind, track.rule.exercise.unit)
        lines.append(
            MoverLine(
                on=one.on,
                level=one.level,
                p_first=one.p_first,
                words=f"{answer}, ask {one.number} of that day: {way} the chance by {abs(one.p_first):.2f}",
            )
        )
    return tuple(lines)


def answer_in_words(ask: Ask, kind: Kind, unit: str | None) -> str:
    """An answer as one would say it: 'answered at 6', 'none up to 7, tight'."""
    if kind is not Kind.LIGHTNESS:
        measured = f" ({ask.extent:g} {unit or ''}".rstrip() + ")" if ask.extent is not None else ""
        words = ("did it" if ask.answered else "did not") + measured
    elif ask.coarse is not None:
        words = f"logged as {ask.coarse}"
    else:
        words = f"answered at {ask.level}" if ask.answered else f"none up to {ask.level}"
    if ask.correct != "yes":
        words += ", nearly" if ask.correct == "nearly" else ", wrong movement"
    return words if ask.tension == "calm" else f"{words}, {ask.tension}"


def conditions_in_words(sessions: list[Session]) -> tuple[str, ...]:
    """What was unusual about a day: heat, wind, insects, a new place."""
    words: dict[str, None] = {}
    for session in sessions:
        for word in _unusual(session.conditions):
            words[word] = None
    return tuple(words)


def _unusual(conditions: Conditions) -> list[str]:
    found = []
    air, humidity = conditions.air_c, conditions.humidity_pct
    if air is not None and humidity is not None and air >= WARM_C:
        if heat_class(heat_sum(air, humidity)) is not Heat.FINE:
            found.append("heat")
    wind = conditions.wind
    if isinstance(wind, str):
        if wind.strip().lower() in STRONG_WIND:
            found.append("strong wind")
    elif wind is not None and wind >= STRONG_WIND_MS:
        found.append("strong wind")
    if conditions.insects:
        found.append("insects")
    if conditions.new_place:
        found.append("new place")
    return found


def _words(estimate: TrackEstimate, track: Track) -> str:
    where = "" if estimate.side is Side.NONE else f"{estimate.side}: "
    if estimate.mean is not None:
        level = f"level {estimate.mean:.1f} (80 % sure: {estimate.low:.1f} to {estimate.high:.1f})"
    else:
        level = (
            f"share {estimate.share:.2f} (80 % sure: {estimate.share_low:.2f} to {estimate.share_high:.2f})"
        )
    words = f"{where}{level}; chance of a light first answer today {estimate.p_first:.2f}; {track.basis}"
    return f"{words}; {estimate.caution}" if estimate.caution is not None else words
