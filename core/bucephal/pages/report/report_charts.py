"""The drawings of an owner's report that no sheet has: left and right then and now, the way to the goals."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator
from typing import NamedTuple

from bucephal.charts import (
    Chart,
    ChartKey,
    ChartRow,
    ChartTable,
    MarkShape,
    Shade,
    SideLevel,
    SidesRow,
    WayDone,
    progress_bars,
    then_and_now_board,
)
from bucephal.ladder import Exercise, Side, Stage, StepKind
from bucephal.pages.horse_sheet import GoalLine
from bucephal.pages.parts.part import Span
from bucephal.pages.side_gap_words import described_gap
from bucephal.pages.sides_board import HEAVIER_BY
from bucephal.progress import Standing
from bucephal.response import CueTrack
from bucephal.words import report_words
from bucephal.words.figures import whole_level

MOST_CUES = 6
LEAST_DAYS = 2
"""Of a cue that was asked on fewer days nothing is drawn [own]."""


class CueThenAndNow(NamedTuple):
    """A cue on one side: its level at the end of the span, and as it was at its beginning."""

    side: Side
    then: float | None
    track: CueTrack


class ShownCue(NamedTuple):
    exercise: Exercise
    stage: Stage
    sides: tuple[CueThenAndNow, ...]


def shown_cues(before: Standing, now: Standing, span: Span, asked: Counter[str]) -> list[ShownCue]:
    """The cues that were asked most in these days, each at the stage that was asked most lately."""
    found = []
    for exercise in now.catalogue.exercises:
        if exercise.kind is StepKind.LIGHTNESS and asked[exercise.id]:
            cue = _cue(before, now, span, exercise)
            if cue is not None:
                found.append(cue)
    found.sort(key=lambda cue: -asked[cue.exercise.id])
    order = [one.id for one in now.catalogue.exercises]
    return sorted(found[:MOST_CUES], key=lambda cue: order.index(cue.exercise.id))


def _cue(before: Standing, now: Standing, span: Span, exercise: Exercise) -> ShownCue | None:
    for stage in reversed(exercise.stages):
        tracks = [(side, track) for side, track in now.tracks.sides_of(stage.step) if track is not None]
        in_span = [
            (side, track) for side, track in tracks if sum(on in span for on in track.days) >= LEAST_DAYS
        ]
        if in_span:
            sides = (CueThenAndNow(side, _then(before, span, track, side), track) for side, track in in_span)
            return ShownCue(exercise, stage, tuple(sides))
    return None


def _then(before: Standing, span: Span, track: CueTrack, side: Side) -> float | None:
    """As it stood before these days; of what was begun in them, after its first day."""
    earlier = before.tracks.get(track.rule.stage.step, side)
    if earlier is not None:
        return earlier.mean
    means = [mean for on, mean in track.means if on in span]
    return means[0] if means else None


def sides_chart(before: Standing, now: Standing, span: Span, asked: Counter[str]) -> Chart | None:
    cues = shown_cues(before, now, span, asked)
    if not cues:
        return None
    rows = [
        SidesRow(
            cue.exercise.name, cue.sides[0].track.rule.band_top,
            tuple((one.side, SideLevel(one.track.mean, one.then, _said(cue, one))) for one in cue.sides),
        )
        for cue in cues
    ]  # fmt: skip
    table = (
        ChartRow(cells=(cue.exercise.name, str(one.side), _level(one.then), _level(one.track.mean)),
                 step=cue.stage.step)
        for cue in cues for one in cue.sides
    )  # fmt: skip
    return Chart(
        code="sides", title=report_words.LIGHT_AND_EVEN, words=report_words.BOARD_HELP,
        drawing=then_and_now_board(rows, report_words.LEFT, report_words.RIGHT),
        key=(
            ChartKey(words=report_words.THEN, shade=Shade.BOTH, shape=MarkShape.RING),
            ChartKey(words=report_words.NOW, shade=Shade.BOTH, shape=MarkShape.DOT),
            ChartKey(words=report_words.LIGHT, shade=Shade.LIGHT, shape="bar"),
        ),
        table=ChartTable(columns=report_words.BOARD_COLUMNS, rows=tuple(table)),
    )  # fmt: skip


def sides_words(before: Standing, now: Standing, span: Span, asked: Counter[str]) -> Iterator[str]:
    """How many take less than they did, and which side takes more than the other."""
    cues = shown_cues(before, now, span, asked)
    compared = [cue for cue in cues if all(one.then is not None for one in cue.sides)]
    lighter = [cue for cue in compared if all(_drop(one) >= HEAVIER_BY for one in cue.sides)]
    if compared:
        yield report_words.lighter(len(lighter), len(compared))
    gaps = [(cue, described_gap(now, cue.stage.step, cue.exercise.name)) for cue in cues]
    claims = [(cue, gap) for cue, gap in gaps if gap is not None and gap.heavier is not None]
    for cue, gap in claims:
        if gap.heavier is not None:
            yield report_words.heavier_side(cue.exercise.name, gap.heavier, gap.chance)
    if not claims:
        yield report_words.even()


def _drop(one: CueThenAndNow) -> float:
    return (one.then or 0.0) - one.track.mean


def _said(cue: ShownCue, one: CueThenAndNow) -> str:
    then = None if one.then is None else whole_level(one.then)
    return report_words.side_then_and_now(cue.exercise.name, str(one.side), then, whole_level(one.track.mean))


def _level(mean: float | None) -> str:
    return "–" if mean is None else str(whole_level(mean))


def goals_chart(goals: list[GoalLine]) -> Chart:
    ways = [
        WayDone(one.name, one.good, one.steps, report_words.goal(one.name, one.good, one.steps))
        for one in goals
    ]
    rows = tuple(ChartRow(cells=(one.name, str(one.good), str(one.steps)), step=one.step) for one in goals)
    return Chart(
        code="goals", title=report_words.GOALS_TITLE, words=" ".join(one.says for one in ways),
        drawing=progress_bars(ways), table=ChartTable(columns=report_words.GOAL_COLUMNS, rows=rows),
    )  # fmt: skip
