"""The horse's sheet: how light each cue is on each side, with its doubt, and what has changed."""

from __future__ import annotations

from datetime import date

from pydantic import Field

from bucephal.ladder import Catalogue, StepKind
from bucephal.pages.baseline import Baseline, baseline
from bucephal.pages.horse_facts import HorseFacts, horse_facts
from bucephal.pages.parts import SheetPart, parts_of
from bucephal.pages.sheet_head import HeadFact, sheet_head
from bucephal.pages.sides_board import BoardRow, board, board_sentences
from bucephal.progress import GoalForecast, Standing, TrackEstimate, goal_forecast, usual_rhythm, way_to
from bucephal.record import FrozenModel, HorseRecord
from bucephal.response import Tracks
from bucephal.welfare import RaisedFlag
from bucephal.words import estimate_words, sheet_words
from bucephal.words.amounts import METRIC, Amounts
from bucephal.words.forecast_words import steps_there


class SinceItCame(FrozenModel):
    name: str
    then: str
    now: str


class GoalLine(FrozenModel):
    """How far a goal is: steps on its way, and those that are good already."""

    step: str
    name: str
    by: date | None
    steps: int
    good: int
    words: str
    next_names: tuple[str, ...]
    forecast: GoalForecast


class HorseSheet(FrozenModel):
    facts: HorseFacts
    head: tuple[HeadFact, ...]
    board: tuple[BoardRow, ...]
    shares: tuple[TrackEstimate, ...]
    sentences: tuple[str, ...]
    parts: tuple[SheetPart, ...]
    since: tuple[SinceItCame, ...]
    baseline: Baseline | None = Field(description="As it was when it came; null: never assessed.")
    goals: tuple[GoalLine, ...]
    flags: tuple[RaisedFlag, ...]
    legend: str = Field(description="What the board's marks mean.")
    exact_columns: tuple[str, ...] = Field(description="Of the figures, beside cue and side.")
    not_timed: str = Field(description="Said where nothing was timed yet.")
    limits: str = Field(description="What the figures rest on and cannot do.")


def horse_sheet(
    record: HorseRecord,
    catalogue: Catalogue,
    on: date,
    tracks: Tracks | None = None,
    amounts: Amounts = METRIC,
) -> HorseSheet:
    """Everything of the sheet, worked out from the asks up to a day.

    Args:
        tracks: of this record, where they are at hand already.
        amounts: how sizes and weights are said to whoever reads it.
    """
    standing = Standing(record, catalogue, on, tracks)
    rows = board(standing)
    return HorseSheet(
        facts=horse_facts(standing),
        head=sheet_head(standing, amounts),
        board=tuple(rows),
        shares=tuple(one for one in standing.estimates() if one.kind is not StepKind.LIGHTNESS),
        sentences=tuple(board_sentences(rows)),
        parts=tuple(parts_of(standing, amounts)),
        since=tuple(_since(standing)),
        baseline=baseline(standing),
        goals=tuple(goal_lines(standing)),
        flags=standing.flags,
        legend=estimate_words.BOARD_LEGEND,
        exact_columns=estimate_words.EXACT,
        not_timed=sheet_words.NOT_TIMED,
        limits=sheet_words.LIMITS,
    )


def _since(standing: Standing) -> list[SinceItCame]:
    """What the first ask of a step was, and how it is now: the lines that changed most."""
    lines: list[tuple[float, SinceItCame]] = []
    for (step, side), track in standing.tracks.by_key.items():
        first = track.asks[0].ask
        if track.rule.kind is not StepKind.LIGHTNESS or first.level is None or len(track.days) < 2:
            continue
        drop = first.level + (not first.answered) - track.mean
        line = SinceItCame(
            name=sheet_words.named_side(standing.catalogue.name_in_text(step), side),
            then=sheet_words.first_level(first.level, answered=first.answered),
            now=sheet_words.level_now(track.mean),
        )
        lines.append((drop, line))
    lines.sort(key=lambda pair: -pair[0])
    return [line for drop, line in lines[:6] if drop > 0]


def goal_lines(standing: Standing) -> list[GoalLine]:
    """How far each goal of the horse is."""
    lines = []
    per_week = usual_rhythm(standing.record, standing.on)
    for goal in standing.record.goals:
        way, name = way_to(standing, goal.step), standing.catalogue.full_name
        steps = len(way.good) + len(way.waiting)
        lines.append(
            GoalLine(
                step=goal.step,
                name=name(goal.step),
                by=goal.by,
                steps=steps,
                good=len(way.good),
                words=steps_there(len(way.good), steps),
                next_names=tuple(name(step) for step in way.waiting[:3]),
                forecast=goal_forecast(standing, goal.step, per_week),
            )
        )
    return lines
