"""The horse's sheet: how light each cue is on each side, with its doubt, and what has changed."""

from __future__ import annotations

from datetime import date

from pydantic import Field

from bucephal.ladder import Catalogue, Kind, Side
from bucephal.measures import LeadCount, SettleTime, SettleTrend, lead_table, settle_trend
from bucephal.progress.baseline import Baseline, baseline
from bucephal.progress.forecast import GoalForecast, goal_forecast, usual_rhythm
from bucephal.progress.gaps import SideGap, described_gap
from bucephal.progress.standing import Standing
from bucephal.progress.states import StepState, TrackEstimate
from bucephal.record import (
    Flag,
    FrozenModel,
    HorseRecord,
    days_off,
    height_text,
    ride_number,
    sessions_in_order,
)
from bucephal.record.history import SETTLE_EXERCISE
from bucephal.response import SIDE_LEAST_ASKS, Track, Tracks
from bucephal.welfare import age_short, age_text, tape_weight


class BoardRow(FrozenModel):
    """A cue on the sides board: the furthest stage that was asked."""

    step: str
    name: str
    stage: str
    state: StepState
    left: TrackEstimate | None
    right: TrackEstimate | None
    both: TrackEstimate | None
    gap: SideGap | None


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
    next_names: tuple[str, ...]
    forecast: GoalForecast


class HorseFacts(FrozenModel):
    """A horse in a line: for lists, heads of pages and the sheet."""

    id: str | None
    name: str
    age: str
    age_short: str
    work: str
    days_off: int | None
    rides: int
    sessions: int
    last_on: date | None
    open_flags: tuple[str, ...]


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
    flags: tuple[Flag, ...]


def horse_facts(record: HorseRecord, standing: Standing) -> HorseFacts:
    on = standing.on
    sessions = [session for session in record.sessions if session.date <= on]
    return HorseFacts(
        id=record.horse.id,
        name=record.horse.name,
        age=age_text(standing.age_months),
        age_short=age_short(standing.age_months),
        work=_work_words(standing),
        days_off=days_off(record, on),
        rides=ride_number(record),
        sessions=len(sessions),
        last_on=max((session.date for session in sessions), default=None),
        open_flags=tuple(flag.code for flag in record.flags if flag.cleared_on is None),
    )


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
        facts=horse_facts(record, standing),
        body=_body(record, standing),
        board=tuple(board),
        shares=tuple(one for one in standing.estimates() if one.kind is not Kind.LIGHTNESS),
        sentences=tuple(_sentences(board)),
        settle=tuple(marks),
        settle_summary=_settle_summary(marks),
        leads=_leads(record),
        since=tuple(_since(standing)),
        baseline=baseline(record, standing),
        goals=tuple(_goals(standing)),
        flags=record.flags,
    )


def _work_words(standing: Standing) -> str:
    """The highest phase in which something is good, as a word for what the horse is at."""
    good = (StepState.READY, StepState.CONFIRMED, StepState.LEARNING, StepState.SLIPPING)
    asked = [
        step
        for step, _ in standing.tracks.by_key
        if standing.own_state(step) in good and not step.startswith(f"{SETTLE_EXERCISE}.")
    ]
    phases = list(standing.catalogue.phases)
    place = max((phases.index(standing.catalogue.exercise(step).phase) for step in asked), default=None)
    return "not begun" if place is None else standing.catalogue.phases[phases[place]].lower()


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
        parts.append(f"week {weeks + 1} here")
    return " · ".join(parts)


def _board(standing: Standing) -> list[BoardRow]:
    rows = []
    for exercise in standing.catalogue.exercises:
        asked = [
            stage for stage in exercise.stages
            if any(track for _, track in standing.tracks.sides_of(stage.step))
        ]  # fmt: skip
        if exercise.kind is not Kind.LIGHTNESS or not asked:
            continue
        stage = asked[-1]
        tracks = dict(standing.tracks.sides_of(stage.step))
        rows.append(
            BoardRow(
                step=stage.step,
                name=exercise.name,
                stage=stage.name,
                state=standing.state(stage.step),
                left=_estimate(standing, tracks.get(Side.LEFT)),
                right=_estimate(standing, tracks.get(Side.RIGHT)),
                both=_estimate(standing, tracks.get(Side.NONE)),
                gap=described_gap(standing, stage.step, exercise.name),
            )
        )
    return rows


def _estimate(standing: Standing, track: Track | None) -> TrackEstimate | None:
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
        shown = ", ".join(unsure[:3]) + (" and others" if len(unsure) > 3 else "")
        claims.append(f"Cannot tell left from right yet, under {SIDE_LEAST_ASKS} asks a side: {shown}")
    return claims or ["No side is shown to be heavier than the other."]


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
        words=_settle_words(trend),
    )


def _settle_words(trend: SettleTrend) -> str:
    if trend.days == 0:
        return "Not timed yet: mark the first stretch in the ring."
    often = f"never settled on {trend.not_settled} of {trend.days} days"
    usual = f"Settled by {trend.median:g} min on half of the days" if trend.median is not None else ""
    parts = [usual or often.capitalize()]
    if usual and trend.not_settled:
        parts.append(often)
    if trend.direction and trend.per_week is not None and trend.p_value is not None:
        way = "shorter" if trend.direction < 0 else "longer"
        parts.append(f"{way} by {abs(trend.per_week):.1f} min a week (p {_p_words(trend.p_value)})")
    else:
        parts.append(f"no trend is shown by {trend.days} days")
    return "; ".join(parts) + "."


def _p_words(p_value: float) -> str:
    return "under 0.001" if p_value < 0.001 else f"{p_value:.3f}"


def _leads(record: HorseRecord) -> LeadSummary | None:
    table = lead_table(ask for session in record.sessions for ask in session.asks)
    if not table.left.tries and not table.right.tries:
        return None
    if table.worse is not None:
        words = f"The {table.worse} rein gets the right lead less often"
    else:
        words = "Neither rein is shown to be worse"
    if table.p_value is not None:
        words += f" (chance alone gives such a difference with p {_p_words(table.p_value)})"
    rows = _lead_row(Side.LEFT, table.left), _lead_row(Side.RIGHT, table.right)
    return LeadSummary(rows=rows, p_value=table.p_value, words=f"{words}.")


def _lead_row(rein: Side, count: LeadCount) -> LeadRow:
    return LeadRow(
        rein=rein, right=count.right, wrong=count.wrong, disunited=count.disunited,
        low=count.share.low, high=count.share.high,
    )  # fmt: skip


def _since(standing: Standing) -> list[SinceItCame]:
    """What the first ask of a step was, and how it is now: the lines that changed most."""
    lines: list[tuple[float, SinceItCame]] = []
    for (step, side), track in standing.tracks.by_key.items():
        first = track.asks[0].ask
        if track.rule.kind is not Kind.LIGHTNESS or first.level is None or len(track.days) < 2:
            continue
        name = standing.catalogue.name_in_text(step)
        where = "" if side is Side.NONE else f", {side}"
        then = f"{first.level}" if first.answered else f"none up to {first.level}"
        drop = first.level + (not first.answered) - track.mean
        low, high = (max(level, 1) for level in track.belief.interval())
        now = f"{max(track.mean, 1):.1f} ({low:.1f}–{high:.1f})"
        lines.append((drop, SinceItCame(name=name + where, then=then, now=now)))
    lines.sort(key=lambda pair: -pair[0])
    return [line for drop, line in lines[:6] if drop > 0]


def _goals(standing: Standing) -> list[GoalLine]:
    lines = []
    per_week = usual_rhythm(standing.record, standing.on)
    for goal in standing.record.goals:
        path = standing.catalogue.path_to(goal.step)
        good = [s for s in path if s in standing.there]
        waiting = [s for s in path if s not in standing.there]
        lines.append(
            GoalLine(
                step=goal.step,
                name=standing.catalogue.full_name(goal.step),
                by=goal.by,
                steps=len(path),
                good=len(good),
                next_names=tuple(standing.catalogue.full_name(s) for s in waiting[:3]),
                forecast=goal_forecast(standing, goal.step, per_week),
            )
        )
    return lines
