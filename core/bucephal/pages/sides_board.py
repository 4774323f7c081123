"""The sides board: how light each cue is on each side, the step in work, and what of it wants attention."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import date, timedelta

from pydantic import Field

from bucephal.ladder import Exercise, Side, Stage, StepKind
from bucephal.pages.side_gap_words import SideGap, described_gap
from bucephal.progress import Standing, StepState, TrackEstimate
from bucephal.record import FrozenModel
from bucephal.response import READY_CHANCE, SIDE_LEAST_ASKS, CueTrack
from bucephal.words import estimate_words, sheet_words

HEAVIER_BY = 0.5
"""Levels in four weeks, from which on a side is said to be heavier or lighter [own]."""
WEEK = timedelta(weeks=1)
_IN_WORK = (StepState.LEARNING, StepState.SLIPPING)


class BoardRow(FrozenModel):
    """A cue on the sides board, at the stage that is in work."""

    step: str
    name: str
    short: str = Field(description="Its name where there is little room.")
    stage: str
    state: StepState
    left: TrackEstimate | None
    right: TrackEstimate | None
    both: TrackEstimate | None
    gap: SideGap | None
    words: str = Field(description="Each side's level with its doubt and what it rests on.")
    change: str = Field(description="How it changed over four weeks; empty: it was not asked that long.")
    farther: str = Field(description="The farthest stage that was asked, where that is another; else empty.")
    attention: int = Field(description="The more, the sooner it wants attention; 0: none.")
    attention_words: str = Field(description="Why it wants attention; empty: it does not.")


def board(standing: Standing) -> list[BoardRow]:
    """A row for each cue that was ever asked and is judged by lightness, in the order of the ladder."""
    return [
        _row(standing, exercise, asked)
        for exercise in standing.catalogue.exercises
        if exercise.kind is StepKind.LIGHTNESS and (asked := _asked(standing, exercise))
    ]


def board_sentences(rows: list[BoardRow]) -> list[str]:
    """What the picture shows and what it does not: the strongest claims, then what is unsure."""
    gaps = [row.gap for row in rows if row.gap is not None and row.gap.heavier is not None]
    claims = [gap.words for gap in sorted(gaps, key=lambda gap: -gap.chance)][:2]
    unsure = [
        row.name.lower()
        for row in rows
        if row.both is None and row.gap is None and (row.left is not None or row.right is not None)
    ]
    if unsure:
        claims.append(sheet_words.cannot_tell(unsure, SIDE_LEAST_ASKS))
    return claims or [sheet_words.NO_SIDE_HEAVIER]


def _asked(standing: Standing, exercise: Exercise) -> list[Stage]:
    return [
        stage for stage in exercise.stages
        if any(track for _, track in standing.tracks.sides_of(stage.step))
    ]  # fmt: skip


def _in_work(standing: Standing, asked: list[Stage]) -> Stage:
    """The last one that is still learned or has slipped; where all are good, the farthest."""
    worked = [stage for stage in asked if standing.own_state(stage.step) in _IN_WORK]
    not_vouched = [stage for stage in worked if standing.state(stage.step) in _IN_WORK]
    return (not_vouched or asked)[-1]


def _row(standing: Standing, exercise: Exercise, asked: list[Stage]) -> BoardRow:
    stage, farthest = _in_work(standing, asked), asked[-1]
    sides = standing.tracks.sides_of(stage.step)
    tracks = {side: track for side, track in sides if track is not None}
    estimates_ = {side: standing.estimate(track) for side, track in tracks.items()}
    gap = described_gap(standing, stage.step, exercise.name)
    wants = [*_wants(standing, stage, list(estimates_.values()), gap)]
    return BoardRow(
        step=stage.step,
        name=exercise.name,
        short=exercise.short,
        stage=stage.name,
        state=standing.state(stage.step),
        left=estimates_.get(Side.LEFT),
        right=estimates_.get(Side.RIGHT),
        both=estimates_.get(Side.NONE),
        gap=gap,
        words="; ".join(_side_words(track) for track in tracks.values()),
        change="; ".join(_change(one) for one in estimates_.values() if one.mean_four_weeks_ago is not None),
        farther="" if farthest is stage else sheet_words.farther(farthest.name),
        attention=sum(weight for weight, _ in wants),
        attention_words="; ".join(said for _, said in wants),
    )


def _side_words(track: CueTrack) -> str:
    low, high = track.belief.interval()
    return estimate_words.side_level(track.side, track.mean, low, high, track.basis)


def _moved(one: TrackEstimate) -> float:
    """Levels heavier than four weeks ago."""
    if one.mean is None or one.mean_four_weeks_ago is None:
        return 0.0
    return one.mean - one.mean_four_weeks_ago


def _change(one: TrackEstimate) -> str:
    moved = _moved(one)
    return sheet_words.changed(one.side, moved if abs(moved) >= HEAVIER_BY else 0.0)


def _wants(
    standing: Standing, stage: Stage, sides: list[TrackEstimate], gap: SideGap | None
) -> Iterator[tuple[int, str]]:
    """What wants attention, the most urgent first [own order]."""
    state = standing.state(stage.step)
    if state is StepState.SLIPPING:
        yield 16, sheet_words.SLIPPED
    for one in sides:
        if _moved(one) >= HEAVIER_BY:
            yield 8, sheet_words.changed(one.side, _moved(one))
    if gap is not None and gap.heavier is not None:
        yield 4, sheet_words.uneven(gap.heavier)
    if state is StepState.LEARNING and any(one.p_first < READY_CHANCE for one in sides):
        yield 2, sheet_words.NOT_READY
    if any(one.caution for one in sides) and state is not StepState.RESTING:
        last = min(date.fromisoformat(one.last_on) for one in sides)
        yield 1, sheet_words.seldom((standing.on - last) // WEEK, sum(one.asks for one in sides))
