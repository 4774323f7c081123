"""What it takes for a step to count as ready and as confirmed, in figures: wanted, and as it is.

Source: the decision rules of the response model; handbook 03 ('ready', 'confirmed').
"""

from __future__ import annotations

from pydantic import Field

from bucephal.ladder import Kind, Side
from bucephal.progress.standing import Standing
from bucephal.record import FrozenModel, band_for
from bucephal.record.history import ANY_ANSWER
from bucephal.response import (
    FIRST_ANSWERS_ALONE,
    FIRST_ANSWERS_ALONE_SAFETY,
    FIRST_ANSWERS_WITH_SURE,
    READY_CHANCE,
    READY_DAYS,
    SURE_ENOUGH,
    SURE_ENOUGH_SAFETY,
    Track,
    is_accepted,
)


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
    kind = standing.catalogue.exercise(step).kind
    good = "light first answer" if kind is Kind.LIGHTNESS else "success"
    by_run = f", or {alone} first answers in a row" if kind is Kind.LIGHTNESS else ""
    strict = "; the stricter rule of a safety exercise" if safety else ""
    return Criteria(
        answer=answer_criterion(standing, step),
        ready=(
            f"Asked on {READY_DAYS} days, the last two answers accepted, a {good} "
            f"at least {READY_CHANCE:.2f} likely two days on, on every side"
        ),
        confirmed=(
            f"Sure to {sure:.2f} and the last {FIRST_ANSWERS_WITH_SURE} first answers accepted"
            f"{by_run}, on every side{strict}"
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
    if exercise.kind is Kind.TOLERANCE:
        return f"Lets go within {stage.within_s:g} s, without alarm"
    if exercise.kind is Kind.MEASURE:
        comparison = "at most" if exercise.compare == "at-most" else "at least"
        return f"{comparison.capitalize()} {stage.target:g} {exercise.unit}, calm"
    low, high = band_for(standing.record.horse, standing.catalogue, step)
    if (low, high) == ANY_ANSWER:
        return "Answered at all, calm"
    nearly = "" if stage.accept_nearly else "; nearly is not enough"
    return f"At level {low} to {high}, calm, the movement that was asked{nearly}"


def _rows(side: Side, track: Track, good: str, sure: float) -> list[Criterion]:
    days, chance, run = len(track.days), track.p_first(), track.standing.first_accepted_run
    last_two = sum(is_accepted(row.ask, track.rule) for row in track.asks[-2:])
    return [
        _row("ready", side, "days on which it was asked", days, READY_DAYS),
        _row("ready", side, "of the last two answers accepted", last_two, 2),
        _row("ready", side, f"chance of a {good} two days on", chance, READY_CHANCE),
        _row("confirmed", side, "sure that it is nearly always so", track.sure, sure),
        _row("confirmed", side, "first answers accepted in a row", run, FIRST_ANSWERS_WITH_SURE),
    ]


def _row(of: str, side: Side, words: str, figure: float, wanted: float) -> Criterion:
    return Criterion(of=of, side=side, words=words, figure=figure, wanted=wanted, met=figure >= wanted)
