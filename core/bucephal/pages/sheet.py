"""The horse's sheet: how light each cue is on each side, with its doubt, and what has changed."""

from __future__ import annotations

from datetime import date

from pydantic import Field

from bucephal.goals import GoalForecast, goal_forecast, usual_rhythm, way_to
from bucephal.ladder import Catalogue, Side, StepKind
from bucephal.measures import LeadCount, SettleTime, lead_table, settle_trend
from bucephal.pages.baseline import Baseline, baseline
from bucephal.pages.facts import HorseFacts, horse_facts
from bucephal.pages.gap import SideGap, described_gap
from bucephal.progress import Standing, StepState, TrackEstimate
from bucephal.record import FrozenModel, HorseRecord, height_text, sessions_in_order
from bucephal.response import SIDE_LEAST_ASKS, CueTrack, Tracks
from bucephal.welfare import RaisedFlag, tape_weight
from bucephal.words import estimates
from bucephal.words import sheets as words
from bucephal.words.ages import age_text
from bucephal.words.figures import span_in_ten
from bucephal.words.forecasts import steps_there


class BoardRow(FrozenModel):
    """A cue on the sides board: the furthest stage that was asked."""

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


class SettleMark(FrozenModel):
    on: date
    minutes: float
    settled: bool


class SettleSummary(FrozenModel):
    """The usual minutes to settle and their trend, in figures and words."""

    days: int
    not_settled: int
    median: float | None = Field(description="Kaplan-Meier: days it never settled count as at least.")
    per_week: float | None = Field(description="Theil-Sen slope, minutes a week.")
    p_value: float | None = Field(description="Mann-Kendall, two-sided.")
    words: str


class LeadRow(FrozenModel):
    """Canters on one rein; ``low`` and ``high`` bound the share on the right lead (Wilson, 80 %)."""

    rein: Side
    right: int
    wrong: int
    disunited: int
    low: float
    high: float
    long_run: str = Field(description="The same two, as they are said.")


class LeadSummary(FrozenModel):
    rows: tuple[LeadRow, ...]
    p_value: float | None = Field(description="Fisher's exact test, two-sided.")
    words: str


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
    body: str
    board: tuple[BoardRow, ...]
    shares: tuple[TrackEstimate, ...]
    sentences: tuple[str, ...]
    settle: tuple[SettleMark, ...]
    settle_summary: SettleSummary
    leads: LeadSummary | None
    since: tuple[SinceItCame, ...]
    baseline: Baseline | None = Field(description="As it was when it came; null: never assessed.")
    goals: tuple[GoalLine, ...]
    flags: tuple[RaisedFlag, ...]
    legend: str = Field(description="What the board's marks mean.")
    exact_columns: tuple[str, ...] = Field(description="Of the figures, beside cue and side.")
    limits: str = Field(description="What the figures rest on and cannot do.")


def horse_sheet(
    record: HorseRecord, catalogue: Catalogue, on: date, tracks: Tracks | None = None
) -> HorseSheet:
    """Everything of the sheet, worked out from the asks up to a day.

    Args:
        tracks: of this record, where they are at hand already.
    """
    standing = Standing(record, catalogue, on, tracks)
    marks = _settle(record)
    board = _board(standing)
    return HorseSheet(
        facts=horse_facts(standing),
        body=_body(record, standing),
        board=tuple(board),
        shares=tuple(one for one in standing.estimates() if one.kind is not StepKind.LIGHTNESS),
        sentences=tuple(_sentences(board)),
        settle=tuple(marks),
        settle_summary=_settle_summary(marks),
        leads=_leads(record),
        since=tuple(_since(standing)),
        baseline=baseline(standing),
        goals=tuple(_goals(standing)),
        flags=standing.flags,
        legend=estimates.BOARD_LEGEND,
        exact_columns=estimates.EXACT,
        limits=words.LIMITS,
    )


def _body(record: HorseRecord, standing: Standing) -> str:
    horse, parts = record.horse, []
    if horse.sex is not None:
        parts.append(horse.sex.value)
    parts.append(age_text(standing.age_months))
    if horse.height_cm is not None:
        parts.append(height_text(horse.height_cm))
    if horse.girth_cm is not None and horse.length_cm is not None:
        parts.append(tape_weight(horse.girth_cm, horse.length_cm, standing.age_months).words)
    if horse.arrived is not None:
        weeks = (standing.on - horse.arrived).days // 7
        parts.append(words.week_here(weeks + 1))
    return " · ".join(parts)


def _board(standing: Standing) -> list[BoardRow]:
    rows = []
    for exercise in standing.catalogue.exercises:
        asked = [
            stage for stage in exercise.stages
            if any(track for _, track in standing.tracks.sides_of(stage.step))
        ]  # fmt: skip
        if exercise.kind is not StepKind.LIGHTNESS or not asked:
            continue
        stage = asked[-1]
        sides = standing.tracks.sides_of(stage.step)
        tracks = dict(sides)
        rows.append(
            BoardRow(
                step=stage.step,
                name=exercise.name,
                short=exercise.short,
                stage=stage.name,
                state=standing.state(stage.step),
                left=_estimate(standing, tracks.get(Side.LEFT)),
                right=_estimate(standing, tracks.get(Side.RIGHT)),
                both=_estimate(standing, tracks.get(Side.NONE)),
                gap=described_gap(standing, stage.step, exercise.name),
                words="; ".join(_side_words(track) for _, track in sides if track is not None),
            )
        )
    return rows


def _side_words(track: CueTrack) -> str:
    low, high = track.belief.interval()
    return estimates.side_level(track.side, track.mean, low, high, track.basis)


def _estimate(standing: Standing, track: CueTrack | None) -> TrackEstimate | None:
    return standing.estimate(track) if track is not None else None


def _sentences(board: list[BoardRow]) -> list[str]:
    """What the picture shows and what it does not: the strongest claims, then what is unsure."""
    gaps = [row.gap for row in board if row.gap is not None and row.gap.heavier is not None]
    claims = [gap.words for gap in sorted(gaps, key=lambda gap: -gap.chance)][:2]
    unsure = [
        row.name.lower()
        for row in board
        if row.both is None and row.gap is None and (row.left is not None or row.right is not None)
    ]
    if unsure:
        claims.append(words.cannot_tell(unsure, SIDE_LEAST_ASKS))
    return claims or [words.NO_SIDE_HEAVIER]


def _settle(record: HorseRecord) -> list[SettleMark]:
    marks = []
    for session in sessions_in_order(record):
        settle = session.settle
        if settle is not None and settle.minutes is not None:
            settled = settle.settled is not False
            marks.append(SettleMark(on=session.date, minutes=settle.minutes, settled=settled))
    return marks


def _settle_summary(marks: list[SettleMark]) -> SettleSummary:
    trend = settle_trend([SettleTime(mark.on, mark.minutes, mark.settled) for mark in marks])
    return SettleSummary(
        days=trend.days,
        not_settled=trend.not_settled,
        median=trend.median,
        per_week=trend.per_week,
        p_value=trend.p_value,
        words=words.settling(
            trend.days,
            trend.not_settled,
            trend.median,
            trend.per_week if trend.direction else None,
            trend.p_value,
        ),
    )


def _leads(record: HorseRecord) -> LeadSummary | None:
    table = lead_table(ask for session in record.sessions for ask in session.asks)
    if not table.left.tries and not table.right.tries:
        return None
    rows = _lead_row(Side.LEFT, table.left), _lead_row(Side.RIGHT, table.right)
    return LeadSummary(rows=rows, p_value=table.p_value, words=words.leads(table.worse, table.p_value))


def _lead_row(rein: Side, count: LeadCount) -> LeadRow:
    return LeadRow(
        rein=rein, right=count.right, wrong=count.wrong, disunited=count.disunited,
        low=count.share.low, high=count.share.high,
        long_run=span_in_ten(count.share.low, count.share.high),
    )  # fmt: skip


def _since(standing: Standing) -> list[SinceItCame]:
    """What the first ask of a step was, and how it is now: the lines that changed most."""
    lines: list[tuple[float, SinceItCame]] = []
    for (step, side), track in standing.tracks.by_key.items():
        first = track.asks[0].ask
        if track.rule.kind is not StepKind.LIGHTNESS or first.level is None or len(track.days) < 2:
            continue
        drop = first.level + (not first.answered) - track.mean
        line = SinceItCame(
            name=words.named_side(standing.catalogue.name_in_text(step), side),
            then=words.first_level(first.level, answered=first.answered),
            now=words.level_now(track.mean),
        )
        lines.append((drop, line))
    lines.sort(key=lambda pair: -pair[0])
    return [line for drop, line in lines[:6] if drop > 0]


def _goals(standing: Standing) -> list[GoalLine]:
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
