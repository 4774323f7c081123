"""What it takes for a step to count as ready and as confirmed, side by side: as it is, and what is wanted.

Source: the decision rules of the response model (docs/how-it-estimates.md).
"""

from __future__ import annotations

from collections.abc import Callable

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
    SURE_SHARE,
    CueTrack,
)
from bucephal.words import guide_words
from bucephal.words.figures import how_sure


class Criterion(FrozenModel):
    """One condition on one side."""

    of: str = Field(description="ready or confirmed")
    side: Side
    words: str
    now: str = Field(description="As it is, in words.")
    wants: str
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
    what = standing.good_answer(step)
    return Criteria(
        answer=answer_criterion(standing, step),
        ready=guide_words.ready(READY_DAYS, what, READY_CHANCE),
        confirmed=guide_words.confirmed(
            sure, what, SURE_SHARE, FIRST_ANSWERS_WITH_SURE, alone if by_lightness else None, strict=safety
        ),
        rows=tuple(
            row
            for side, track in standing.tracks.sides_of(step)
            if track is not None
            for row in _rows(side, track, what, sure)
        ),
    )


def answer_criterion(standing: Standing, step: str) -> str:
    """What one answer has to be to be accepted: 'at level 1 to 5, calm'."""
    exercise, stage = standing.catalogue.exercise(step), standing.catalogue.stage(step)
    if exercise.kind is StepKind.TOLERANCE:
        return guide_words.lets_go(stage.within_s)
    if exercise.kind is StepKind.MEASURE:
        return guide_words.reaches(stage.target, exercise.unit, exercise.compare)
    low, high = band_for(standing.record.horse, standing.catalogue, step)
    if (low, high) == ANY_ANSWER:
        return guide_words.ANY_ANSWER
    return guide_words.in_band(low, high)


def _rows(side: Side, track: CueTrack, what: str, sure: float) -> list[Criterion]:
    days, chance, run = len(track.days), track.p_first(), track.standing.first_accepted_run
    last_two = sum(one.accepted for one in track.answers[-2:])
    manner, exciting = track.manner, track.rule.stage.exciting
    calm, calm_wanted = manner.calm_figures(exciting=exciting)
    often, count, sureness = guide_words.out_of_ten, "{:.0f}".format, how_sure
    calm_words = guide_words.CALM_LATELY if exciting else guide_words.CALM
    return [
        _row("ready", side, guide_words.DAYS_ASKED, days, READY_DAYS, count),
        _row("ready", side, guide_words.LAST_TWO, last_two, 2, count),
        _row("ready", side, guide_words.how_often_good(what), chance, READY_CHANCE, often),
        _row("ready", side, calm_words, calm, calm_wanted, often),
        _row("ready", side, guide_words.RIGHT, manner.right_share, RIGHT_WANTED, often),
        _row("confirmed", side, guide_words.sure_of(what, SURE_SHARE), track.sure, sure, sureness),
        _row("confirmed", side, guide_words.FIRST_IN_A_ROW, run, FIRST_ANSWERS_WITH_SURE, count),
    ]


def _row(
    of: str, side: Side, what: str, figure: float, wanted: float, say: Callable[[float], str]
) -> Criterion:
    return Criterion(
        of=of, side=side, words=what, now=say(figure), wants=say(wanted), figure=figure, wanted=wanted,
        met=figure >= wanted,
    )  # fmt: skip
