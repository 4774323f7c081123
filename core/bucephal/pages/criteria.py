"""What it takes for a step to count as ready and as confirmed, in figures: wanted, and as it is.

Source: the decision rules of the response model (docs/how-it-estimates.md).
"""

from __future__ import annotations

from pydantic import Field

from bucephal.ladder import Side, StepKind
from bucephal.progress import Standing
from bucephal.record import FrozenModel, band_for
from bucephal.record.history import ANY_ANSWER
from bucephal.response import (
    FIRST_ANSWERS_ALONE,
    FIRST_ANSWERS_ALONE_SAFETY,
    FIRST_ANSWERS_WITH_SURE,
    READY_CHANCE,
    READY_DAYS,
    RIGHT_WANTED,
    SURE_ENOUGH,
    SURE_ENOUGH_SAFETY,
    CueTrack,
)
from bucephal.words import guides as words
from bucephal.words.plain import LIGHT_FIRST_ANSWER


class Criterion(FrozenModel):
    """One condition on one side."""

    of: str = Field(description="ready or confirmed")
    side: Side
    words: str
    figure: float = Field(description="As it is: a chance, days or answers in a row.")
    wanted: float
    met: bool


class Criteria(FrozenModel):
    """What counts as a light answer here, and what is wanted of those answers."""

    answer: str
    ready: str
    confirmed: str
    rows: tuple[Criterion, ...] = Field(description="Empty while it was never asked.")


def criteria(standing: Standing, step: str) -> Criteria:
    """The criterion of a step with the horse's figures beside it."""
    safety = standing.catalogue.exercise(step).safety
    sure = SURE_ENOUGH_SAFETY if safety else SURE_ENOUGH
    alone = FIRST_ANSWERS_ALONE_SAFETY if safety else FIRST_ANSWERS_ALONE
    by_lightness = standing.catalogue.exercise(step).kind is StepKind.LIGHTNESS
    good = LIGHT_FIRST_ANSWER if by_lightness else words.SUCCESS
    return Criteria(
        answer=answer_criterion(standing, step),
        ready=words.ready(READY_DAYS, good, READY_CHANCE),
        confirmed=words.confirmed(
            sure, FIRST_ANSWERS_WITH_SURE, alone if by_lightness else None, strict=safety
        ),
        rows=tuple(
            row
            for side, track in standing.tracks.sides_of(step)
            if track is not None
            for row in _rows(side, track, good, sure)
        ),
    )


def answer_criterion(standing: Standing, step: str) -> str:
    """What one answer has to be to be accepted: 'at level 1 to 5, calm'."""
    exercise, stage = standing.catalogue.exercise(step), standing.catalogue.stage(step)
    if exercise.kind is StepKind.TOLERANCE:
        return words.lets_go(stage.within_s)
    if exercise.kind is StepKind.MEASURE:
        return words.reaches(stage.target, exercise.unit, exercise.compare)
    low, high = band_for(standing.record.horse, standing.catalogue, step)
    if (low, high) == ANY_ANSWER:
        return words.ANY_ANSWER
    return words.in_band(low, high)


def _rows(side: Side, track: CueTrack, good: str, sure: float) -> list[Criterion]:
    days, chance, run = len(track.days), track.p_first(), track.standing.first_accepted_run
    last_two = sum(one.accepted for one in track.answers[-2:])
    manner, exciting = track.manner, track.rule.stage.exciting
    calm, calm_wanted = manner.calm_figures(exciting=exciting)
    return [
        _row("ready", side, words.DAYS_ASKED, days, READY_DAYS),
        _row("ready", side, words.LAST_TWO, last_two, 2),
        _row("ready", side, words.chance_of(good), chance, READY_CHANCE),
        _row("ready", side, words.CALM_LATELY if exciting else words.CALM, calm, calm_wanted),
        _row("ready", side, words.RIGHT, manner.right_share, RIGHT_WANTED),
        _row("confirmed", side, words.NEARLY_ALWAYS, track.sure, sure),
        _row("confirmed", side, words.FIRST_IN_A_ROW, run, FIRST_ANSWERS_WITH_SURE),
    ]


def _row(of: str, side: Side, what: str, figure: float, wanted: float) -> Criterion:
    return Criterion(of=of, side=side, words=what, figure=figure, wanted=wanted, met=figure >= wanted)
