"""How soon a step will be there on all its sides, in a given rhythm, and how sure that is."""

from __future__ import annotations

from datetime import date, timedelta
from typing import Annotated

from pydantic import Field

from bucephal.base.errors import InvalidInput, Problem
from bucephal.ladder import Side, StepKind
from bucephal.progress.goal_path import way_to
from bucephal.progress.standing import Standing
from bucephal.progress.step_states import GOOD, StepState, TrackEstimate
from bucephal.record import FrozenModel, HorseRecord
from bucephal.response import (
    HORIZON,
    WITHIN,
    CueTrack,
    Forecast,
    LightnessTrack,
    forecast,
    heard_days,
    rhythm,
)
from bucephal.words import forecast_words
from bucephal.words.estimate_words import fan_legend

LEAST_DAYS = 2
LEAST_ASKS = 3
"""Under so many days or asks nothing is foretold [own]: that would be the prior talking."""
FEWEST_A_WEEK, MOST_A_WEEK = 0.25, 7.0
RECENT = timedelta(weeks=6)

Chance = Annotated[float, Field(ge=0, le=1.000001)]


class RidesUntil(FrozenModel):
    """If it arrives within 40 rides at all: between so many, and in the middle (10, 90, 50 %)."""

    between: tuple[int, int]
    middle: int
    weeks: tuple[float, float, float] = Field(description="The same three, low middle high, in weeks.")


class SideForecast(FrozenModel):
    """One side of a step. ``within`` is null where nothing can be claimed; ``words`` says why."""

    side: Side
    estimate: TrackEstimate | None
    within: dict[str, Chance] | None = Field(description="P(there within 5, 10, 20, 40 rides).")
    if_within_40: RidesUntil | None
    arrived_by: tuple[Chance, ...] = Field(description="P(there by ride n), n from 1; empty: no claim.")
    words: str


class WayToGo(FrozenModel):
    """A step that has to come first."""

    step: str
    name: str
    state: StepState


class GoalForecast(FrozenModel):
    """A step as a goal: what is in the way, and how soon it will be light on every side.

    ``within`` of all sides is the product of the sides, as if they had nothing to do with each
    other: a little too low where they have.
    """

    goal: str
    name: str
    per_week: float
    state: StepState
    sides: tuple[SideForecast, ...]
    within: dict[str, Chance] | None
    if_within_40: RidesUntil | None
    still_to_come: tuple[WayToGo, ...]
    cautions: tuple[str, ...]
    words: str
    legend: str = Field(description="What the picture's marks mean.")


def goal_forecast(standing: Standing, step: str, per_week: float) -> GoalForecast:
    """The forecast of a step.

    Args:
        standing: of the asks up to its day; the next ride is taken to be on that day, or after
            the usual break where the horse has worked already.
        step: the goal.
        per_week: rides a week on which it is asked, 0.25 to 7.

    Raises:
        InvalidInput: an unknown step, or a rhythm that cannot be.
    """
    if not FEWEST_A_WEEK <= per_week <= MOST_A_WEEK:
        allowed = f"{FEWEST_A_WEEK} to {MOST_A_WEEK:g} rides a week"
        raise InvalidInput([Problem("per_week", per_week, "is out of range", allowed)])
    standing.catalogue.stage(step)
    state = standing.state(step)
    sides, found = [], []
    for side, track in standing.tracks.sides_of(step):
        ahead = _ahead(standing, track, per_week)
        found.append(ahead)
        sides.append(_side(standing, side, track, ahead, per_week))
    together = _together([one for one in found if one is not None]) if None not in found else None
    still = tuple(_waiting(standing, one) for one in way_to(standing, step).waiting if one != step)
    until = _until(together, per_week) if together is not None else None
    return GoalForecast(
        goal=step,
        name=standing.catalogue.full_name(step),
        per_week=per_week,
        state=state,
        sides=tuple(sides),
        within=_within(together),
        if_within_40=until,
        still_to_come=still,
        cautions=tuple(dict.fromkeys(s.estimate.caution for s in sides if s.estimate and s.estimate.caution)),
        words=_words(standing, state, together, until, still),
        legend=fan_legend(HORIZON),
    )


def usual_rhythm(record: HorseRecord, on: date) -> float:
    """Sessions a week over the last six weeks, within what a forecast can take."""
    recent = {session.date for session in record.sessions if timedelta(0) <= on - session.date < RECENT}
    return min(max(round(len(recent) / (RECENT / timedelta(weeks=1)), 1), FEWEST_A_WEEK), MOST_A_WEEK)


def _ahead(standing: Standing, track: CueTrack | None, per_week: float) -> Forecast | None:
    """None where nothing can be claimed."""
    if track is None or not isinstance(track.start, LightnessTrack):
        return None
    heard = heard_days(track)
    if len(heard) < LEAST_DAYS or sum(len(one.observations) for one in heard) < LEAST_ASKS:
        return None
    gaps = rhythm(per_week)
    since = (standing.on - track.last_day).days
    if since >= 1:
        gaps[0] = since
    return forecast(track.start, heard, gaps, track.rule.band_top)


def _side(
    standing: Standing, side: Side, track: CueTrack | None, ahead: Forecast | None, per_week: float
) -> SideForecast:
    until = _until(ahead, per_week) if ahead is not None else None
    where = "" if side is Side.NONE else f"{side}: "
    return SideForecast(
        side=side,
        estimate=standing.estimate(track) if track is not None else None,
        within=_within(ahead),
        if_within_40=until,
        arrived_by=tuple(min(one, 1.0) for one in ahead.arrived_by) if ahead is not None else (),
        words=where + (_chances(ahead, until) if ahead is not None else _no_claim(track)),
    )


def _no_claim(track: CueTrack | None) -> str:
    if track is None:
        return forecast_words.NOT_ASKED
    if track.rule.kind is not StepKind.LIGHTNESS:
        return forecast_words.not_by_lightness(track.basis)
    return forecast_words.too_few(track.basis, LEAST_ASKS, LEAST_DAYS)


def _together(sides: list[Forecast]) -> Forecast | None:
    if not sides:
        return None
    product = [1.0] * HORIZON
    for one in sides:
        product = [so_far * chance for so_far, chance in zip(product, one.arrived_by, strict=True)]
    return Forecast(tuple(product), sides[0].floor_weights)


def _within(ahead: Forecast | None) -> dict[str, float] | None:
    return {str(rides): min(ahead.within(rides), 1.0) for rides in WITHIN} if ahead is not None else None


def _until(ahead: Forecast, per_week: float) -> RidesUntil | None:
    points = ahead.if_within_horizon
    if points is None:
        return None
    low, middle, high = points
    weeks = tuple(round(one / per_week, 1) for one in points)
    return RidesUntil(between=(low, high), middle=middle, weeks=(weeks[0], weeks[1], weeks[2]))


def _chances(ahead: Forecast, until: RidesUntil | None) -> str:
    chance = min(ahead.within(HORIZON), 1.0)
    if until is None:
        return forecast_words.ahead(chance, HORIZON, None, None)
    low, high = until.between
    return forecast_words.ahead(chance, HORIZON, (low, until.middle, high), until.weeks[1])


def _waiting(standing: Standing, step: str) -> WayToGo:
    return WayToGo(step=step, name=standing.catalogue.full_name(step), state=standing.state(step))


def _words(
    standing: Standing,
    state: StepState,
    ahead: Forecast | None,
    until: RidesUntil | None,
    still: tuple[WayToGo, ...],
) -> str:
    chances = _chances(ahead, until) if ahead is not None else None
    names = [standing.catalogue.name_in_text(one.step) for one in still]
    return forecast_words.goal(state, names, chances, is_good=state in GOOD)
