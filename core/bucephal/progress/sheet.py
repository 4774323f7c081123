"""The horse's sheet: how light each cue is on each side, with its doubt, and what has changed."""

from __future__ import annotations

from datetime import date

from pydantic import Field

from bucephal.ladder import Catalogue, Kind, Side
from bucephal.progress.gaps import side_gap
from bucephal.progress.standing import Standing
from bucephal.progress.states import StepState, TrackEstimate
from bucephal.record import Flag, FrozenModel, HorseRecord, days_off, ride_number, sessions_in_order
from bucephal.record.history import SETTLE_EXERCISE
from bucephal.response import SIDE_CLAIM, SIDE_HINT, SIDE_LEAST_ASKS, SIDE_MATTERS, Track
from bucephal.units import centimetres_to_hands
from bucephal.welfare import age_short, age_text, tape_weight_kg

Z_80 = 1.2816  # normal quantile of 0.9: an 80 % interval is mean +- Z_80 sd
ADULT_MONTHS = 36
GOOD = (StepState.READY, StepState.CONFIRMED)


class SideGap(FrozenModel):
    """Left minus right in levels (positive: the left is heavier), 80 % interval, and in words."""

    mean: float
    low: float
    high: float
    chance: float = Field(description="P(the heavier side is heavier by more than 0.5).")
    heavier: Side | None
    claimed: bool
    words: str


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
    since: tuple[SinceItCame, ...]
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


def horse_sheet(record: HorseRecord, catalogue: Catalogue, on: date) -> HorseSheet:
    """Everything of the sheet, worked out from the asks up to a day."""
    standing = Standing(record, catalogue, on)
    board = _board(standing)
    return HorseSheet(
        facts=horse_facts(record, standing),
        body=_body(record, standing),
        board=tuple(board),
        shares=tuple(one for one in standing.estimates() if one.kind is not Kind.LIGHTNESS),
        sentences=tuple(_sentences(board)),
        settle=tuple(_settle(record)),
        since=tuple(_since(standing)),
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
        parts.append(f"{centimetres_to_hands(horse.height_cm)} hh ({horse.height_cm:.0f} cm)")
    if horse.girth_cm is not None and horse.length_cm is not None:
        kg = tape_weight_kg(horse.girth_cm, horse.length_cm)
        young = standing.age_months is not None and standing.age_months < ADULT_MONTHS
        parts.append(f"about {kg:.0f} kg by tape" + (", rough under three years" if young else ""))
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
                gap=_gap(standing, stage.step, exercise.name),
            )
        )
    return rows


def _estimate(standing: Standing, track: Track | None) -> TrackEstimate | None:
    return standing.estimate(track) if track is not None else None


def _gap(standing: Standing, step: str, name: str) -> SideGap | None:
    difference = side_gap(standing, step)
    if difference is None:
        return None
    left, right = difference.p_above(SIDE_MATTERS), difference.p_below(-SIDE_MATTERS)
    chance, side = max((left, Side.LEFT), (right, Side.RIGHT), key=lambda pair: pair[0])
    heavier = side if chance >= SIDE_HINT else None
    low, high = difference.mean - Z_80 * difference.sd, difference.mean + Z_80 * difference.sd
    size = f"{abs(difference.mean):.1f} levels ({_span(low, high)})"
    if heavier is None:
        words = f"{name}: the sides are not shown to differ"
    else:
        sure = "likely real" if chance >= SIDE_CLAIM else "a hint"
        words = f"{name}: the {heavier} is heavier by {size}; {sure}, chance {chance:.2f}"
    return SideGap(
        mean=difference.mean, low=low, high=high, chance=chance, heavier=heavier,
        claimed=chance >= SIDE_CLAIM, words=words,
    )  # fmt: skip


def _span(low: float, high: float) -> str:
    ends = sorted((abs(low), abs(high))) if low * high > 0 else [0.0, max(abs(low), abs(high))]
    return f"{ends[0]:.1f} to {ends[1]:.1f}"


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
        lines.append((drop, SinceItCame(name=name + where, then=then, now=f"{max(track.mean, 1):.1f}")))
    lines.sort(key=lambda pair: -pair[0])
    return [line for drop, line in lines[:6] if drop > 0]


def _goals(standing: Standing) -> list[GoalLine]:
    lines = []
    standing_good = [s for s in standing.catalogue.steps if standing.state(s) in GOOD]
    # A step under a good one is there, even if nobody ever asked it by itself.
    there = {step for one in standing_good for step in standing.catalogue.path_to(one)}
    for goal in standing.record.goals:
        path = standing.catalogue.path_to(goal.step)
        good = [s for s in path if s in there]
        waiting = [s for s in path if s not in there]
        lines.append(
            GoalLine(
                step=goal.step,
                name=standing.catalogue.full_name(goal.step),
                by=goal.by,
                steps=len(path),
                good=len(good),
                next_names=tuple(standing.catalogue.full_name(s) for s in waiting[:3]),
            )
        )
    return lines
