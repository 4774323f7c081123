"""A session looked back on: each exercise as it went, start against end, what the estimates did."""

from __future__ import annotations

from datetime import date

from pydantic import Field

from bucephal.ladder import Catalogue, Kind, Side
from bucephal.progress.standing import Standing, lower_first
from bucephal.progress.states import StepState
from bucephal.record import (
    Ask,
    Band,
    Event,
    FrozenModel,
    HorseRecord,
    Session,
    SessionKind,
    Settle,
    sessions_in_order,
)
from bucephal.response import LightnessTrack, Track, is_accepted, is_success, session_change
from bucephal.response.comparing import LIGHTER_BY, LIGHTER_CLAIM
from bucephal.response.tables import clamp_days


class JudgedAsk(FrozenModel):
    """An ask as it was logged, and how it counts."""

    ask: Ask
    accepted: bool
    heavy: bool


class EstimateThen(FrozenModel):
    """What was known at one time: level with 80 % interval (or share), and the first answer."""

    mean: float
    low: float
    high: float
    p_first: float
    state: StepState
    basis: str = Field(description="What it rests on: '9 asks on 2 days'.")


class SessionChange(FrozenModel):
    """Start against end of a session; 'heavier at the end' is never claimed."""

    mean: float
    sd: float
    p_lighter: float
    words: str


class DebriefRow(FrozenModel):
    """One step on one side, as it went."""

    step: str
    name: str
    side: Side
    judged_by: Kind
    band: Band
    unit: str | None
    asks: tuple[JudgedAsk, ...]
    heavy_before_light: int
    ended_heavy: bool
    change: SessionChange | None
    before: EstimateThen | None
    after: EstimateThen
    words: str


class SessionDebrief(FrozenModel):
    id: str | None
    date: date
    kind: SessionKind
    settle: Settle | None
    note: str
    rows: tuple[DebriefRow, ...]
    events: tuple[Event, ...]
    open_ends: tuple[str, ...]


class SessionLine(FrozenModel):
    """A session in one line, for a list."""

    id: str | None
    date: date
    kind: SessionKind
    asks: int
    heavy: int
    steps: tuple[str, ...]


def debrief(record: HorseRecord, catalogue: Catalogue, session: Session) -> SessionDebrief:
    """Looks back on one session of a record.

    Args:
        record: the horse; sessions after this one are left aside.
        session: one of the record's sessions.
    """
    order = sessions_in_order(record)
    place = order.index(session)
    before = Standing(_with(record, order[:place]), catalogue, session.date)
    after = Standing(_with(record, order[: place + 1]), catalogue, session.date)
    keys = list(dict.fromkeys((ask.step, ask.side) for ask in session.asks if ask.step in catalogue))
    rows = [_row(session, key, before, after, catalogue) for key in keys]
    return SessionDebrief(
        id=session.id,
        date=session.date,
        kind=session.kind,
        settle=session.settle,
        note=session.note,
        rows=tuple(rows),
        events=session.events,
        open_ends=tuple(_open_ends(rows)),
    )


def session_lines(record: HorseRecord, catalogue: Catalogue) -> list[SessionLine]:
    """Every session in one line each, newest first."""
    standing = Standing(record, catalogue, max((s.date for s in record.sessions), default=date.min))
    lines = []
    for session in reversed(sessions_in_order(record)):
        known = [ask for ask in session.asks if ask.step in catalogue]
        heavy = sum(not is_success(ask, standing.tracks.rule(ask.step)) for ask in known)
        names = dict.fromkeys(catalogue.exercise(ask.step).name for ask in known)
        lines.append(
            SessionLine(
                id=session.id, date=session.date, kind=session.kind, asks=len(session.asks),
                heavy=heavy, steps=tuple(names),
            )
        )  # fmt: skip
    return lines


def _with(record: HorseRecord, sessions: list[Session]) -> HorseRecord:
    return record.model_copy(update={"sessions": tuple(sessions)})


def _row(
    session: Session, key: tuple[str, Side], before: Standing, after: Standing, catalogue: Catalogue
) -> DebriefRow:
    track_before, track = before.tracks.get(*key), after.tracks.by_key[key]
    asks = [ask for ask in session.asks if (ask.step, ask.side) == key]
    judged = tuple(
        JudgedAsk(ask=ask, accepted=is_accepted(ask, track.rule), heavy=not is_success(ask, track.rule))
        for ask in asks
    )
    first_light = next((n for n, one in enumerate(judged) if not one.heavy), len(judged))
    then = _then(before, track_before) if track_before is not None else None
    row = DebriefRow(
        step=key[0],
        name=catalogue.full_name(key[0]),
        side=key[1],
        judged_by=track.rule.kind,
        band=track.rule.band,
        unit=catalogue.exercise(key[0]).unit,
        asks=judged,
        heavy_before_light=first_light,
        ended_heavy=judged[-1].heavy,
        change=_change(session, track_before, track, asks),
        before=then,
        after=_then(after, track),
        words="",
    )
    return row.model_copy(update={"words": _words(row)})


def _then(standing: Standing, track: Track) -> EstimateThen:
    low, high = track.belief.interval()
    return EstimateThen(
        mean=track.mean, low=low, high=high, p_first=track.p_first(),
        state=standing.side_state(track), basis=track.basis,
    )  # fmt: skip


def _change(session: Session, before: Track | None, track: Track, asks: list[Ask]) -> SessionChange | None:
    levels = [ask.level + (not ask.answered) for ask in asks if ask.level is not None]
    if track.rule.kind is not Kind.LIGHTNESS or len(levels) < 2:
        return None
    belief = before.belief if before is not None else track.belief
    assert isinstance(belief, LightnessTrack)
    days = clamp_days((session.date - before.last_day).days) if before is not None else 2
    mean, variance = (
        (belief.mean, belief.variance) if before is not None
        else (belief.tables.parameters.prior_mean, belief.tables.parameters.prior_sd**2)
    )  # fmt: skip
    change = session_change(levels, days, mean, variance, belief.tables)
    lighter = change.p_below(-LIGHTER_BY)
    words = (
        f"lighter at the end (chance {lighter:.2f}); most of it is ordinary warming up"
        if lighter >= LIGHTER_CLAIM
        else "no clear change from start to end"
    )
    return SessionChange(mean=change.mean, sd=change.sd, p_lighter=lighter, words=words)


def _words(row: DebriefRow) -> str:
    parts = []
    if row.heavy_before_light and row.heavy_before_light < len(row.asks):
        parts.append(f"{row.heavy_before_light} heavy before the first light one")
    if row.ended_heavy:
        parts.append("ended heavy" if row.judged_by is Kind.LIGHTNESS else "not there yet")
    if row.before is not None:
        parts.append(f"light first answer {row.before.p_first:.2f} → {row.after.p_first:.2f}")
    else:
        parts.append(f"light first answer {row.after.p_first:.2f}")
    parts.append(f"{_interval_words(row)}, {row.after.basis}")
    if row.before is None or row.before.state is not row.after.state:
        parts.append(f"now {row.after.state}")
    if row.change is not None:
        parts.append(row.change.words)
    return "; ".join(parts)


def _interval_words(row: DebriefRow) -> str:
    after = row.after
    if row.judged_by is Kind.LIGHTNESS:
        return f"level {after.mean:.1f} ({after.low:.1f} to {after.high:.1f})"
    return f"share {after.mean:.2f} ({after.low:.2f} to {after.high:.2f})"


def _open_ends(rows: list[DebriefRow]) -> list[str]:
    found = []
    for row in rows:
        where = "" if row.side is Side.NONE else f", {row.side}"
        if row.ended_heavy:
            found.append(f"{lower_first(row.name)}{where} ended heavy: it comes first next time")
    asked: dict[str, set[Side]] = {}
    for row in rows:
        asked.setdefault(row.step, set()).add(row.side)
    for step, sides in asked.items():
        if len(sides) == 1 and Side.NONE not in sides:
            (side,) = sides
            name = next(row.name for row in rows if row.step == step)
            found.append(f"{lower_first(name)}: only the {side} was asked")
    return found
