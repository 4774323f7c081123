"""A session looked back on: each exercise as it went, start against end, what the estimates did."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Iterator
from datetime import date

from pydantic import Field

from bucephal.answers import AnswerDrawn, drawn, meaning_of, rule_for
from bucephal.coach import ReplayedAdvice, SessionReplay, replay_session
from bucephal.ladder import Catalogue, Side, StepKind
from bucephal.pages.bests import bests
from bucephal.pages.session_events import event_words, settled_words
from bucephal.pages.step_chart import influence_lines
from bucephal.progress import Standing, StepState
from bucephal.record import (
    Ask,
    Band,
    Event,
    FrozenModel,
    HorseRecord,
    PlannedStep,
    Session,
    SessionKind,
    Settle,
    sessions_in_order,
)
from bucephal.response import (
    LIGHTER_BY,
    LIGHTER_CLAIM,
    CueTrack,
    Heard,
    LightnessTrack,
    TrackKey,
    hear,
    influences_of_a_session,
    session_change,
)
from bucephal.response.tables import clamp_days
from bucephal.words import debrief_words
from bucephal.words.figures import at_level, good_answer


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
    kind: StepKind
    band: Band
    asks: tuple[AnswerDrawn, ...]
    heavy_before_light: int
    ended_heavy: bool
    change: SessionChange | None
    before: EstimateThen | None
    after: EstimateThen
    words: str
    moved: str = Field(description="The answer that moved the estimate most, in words; empty: none did.")
    said: tuple[ReplayedAdvice, ...] = Field(description="What the coach said after each answer.")
    exact: str = Field(description="The figures behind the words, in a line.")


class PlannedAndDone(FrozenModel):
    """One step of the plan, or beside it: worked out, as the trainer changed it, and what was asked."""

    step: str
    name: str
    words: str
    as_planned: bool


class DebriefEvent(FrozenModel):
    event: Event
    words: str


class SessionDebrief(FrozenModel):
    id: str | None
    date: date
    kind: SessionKind
    settle: Settle | None
    settled: str = Field(description="How it settled, in words; empty: nothing was marked.")
    note: str
    rows: tuple[DebriefRow, ...]
    events: tuple[DebriefEvent, ...]
    planned: tuple[PlannedAndDone, ...] = Field(description="Plan against done; empty: it had no plan.")
    bests: tuple[str, ...] = Field(description="What went better than it ever had.")
    no_bests: str
    coach: str = Field(description="Whether the coach said it then, or would have.")
    coach_limits: str
    instead: tuple[str, ...] = Field(description="What the coach said and what was done instead.")
    open_ends: tuple[str, ...] = Field(description="What is promised for next time.")
    no_open_ends: str
    limits: str = Field(description="What a debrief cannot tell.")


LINES = 30
"""So many sessions are listed at once."""


class SessionLine(FrozenModel):
    """A session in one line, for a list."""

    id: str | None
    date: date
    kind: SessionKind
    asks: int
    heavy: int
    words: str
    steps: tuple[str, ...]


class SessionLines(FrozenModel):
    """A part of a horse's sessions, newest first."""

    sessions: tuple[SessionLine, ...]
    earlier: str | None = Field(description="Ask for those before this session; null: there are none.")


def debrief(
    record: HorseRecord, catalogue: Catalogue, session: Session, heard: Heard | None = None
) -> SessionDebrief:
    """Looks back on one session of a record.

    Args:
        record: the horse; sessions after this one are left aside.
        session: one of the record's sessions.
        heard: of this record or an earlier state of it, where it is at hand: the last day's sessions are
            then looked back on without hearing all the others again.
    """
    order = sessions_in_order(record)
    index = order.index(session)
    before, after = (
        _standing(_with(record, order[:end]), catalogue, session.date, heard) for end in (index, index + 1)
    )
    keys = list(dict.fromkeys((ask.step, ask.side) for ask in session.asks if ask.step in catalogue))
    replayed = replay_session(session, before, catalogue)
    rows = [_row(session, key, before, after, replayed) for key in keys]
    easier = (
        debrief_words.easier_next_time(catalogue.name_in_text(step), side) for step, side in replayed.left
    )
    return SessionDebrief(
        id=session.id,
        date=session.date,
        kind=session.kind,
        settle=session.settle,
        settled=settled_words(session.settle),
        note=session.note,
        rows=tuple(rows),
        events=tuple(DebriefEvent(event=event, words=event_words(event)) for event in session.events),
        planned=tuple(_planned_and_done(session, catalogue)),
        bests=tuple(one for key in keys for one in _bests(session, key, before, after)),
        no_bests=debrief_words.NO_BEST,
        coach=debrief_words.COACH_SAID if session.planned is not None else debrief_words.COACH_WOULD_SAY,
        coach_limits=debrief_words.COACH_LIMITS,
        instead=tuple(_instead(rows)),
        open_ends=(*_open_ends(rows), *easier),
        no_open_ends=debrief_words.NO_OPEN_ENDS,
        limits=debrief_words.LEARNED_SHOWS_NEXT,
    )


def _standing(record: HorseRecord, catalogue: Catalogue, on: date, heard: Heard | None) -> Standing:
    at_hand = (
        heard.up_to(record.sessions) if heard is not None and heard.before.horse == record.horse else None
    )
    return Standing(record, catalogue, on, at_hand or hear(record, catalogue, heard).tracks)


def _planned_and_done(session: Session, catalogue: Catalogue) -> Iterator[PlannedAndDone]:
    """In the order of the plan that was worked by, then what was left out of it, then what came beside it."""
    if session.planned is None:
        return
    made, changed = (_asks_by_step(one) for one in (session.planned.made, session.planned.changed or ()))
    worked = made if session.planned.changed is None else changed
    done = Counter(ask.step for ask in session.asks)
    for step in dict.fromkeys((*worked, *made, *done)):
        if step in catalogue:
            yield PlannedAndDone(
                step=step,
                name=catalogue.full_name(step),
                words=debrief_words.planned_and_done(made.get(step), worked.get(step), done[step]),
                as_planned=step in made and made[step] == worked.get(step) and done[step] > 0,
            )


def _asks_by_step(planned: Iterable[PlannedStep]) -> dict[str, int]:
    asks = Counter[str]()
    for one in planned:
        asks[one.step] += one.asks
    return dict(asks)


def session_lines(record: HorseRecord, catalogue: Catalogue, before: str | None = None) -> SessionLines:
    """The latest sessions in one line each, newest first.

    Args:
        before: the id of a session: the latest before that one. One that is not there: none.
    """
    order = sessions_in_order(record)
    if before is not None:
        order = order[: next((n for n, one in enumerate(order) if one.id == before), 0)]
    shown = order[-LINES:]
    return SessionLines(
        sessions=tuple(_line(record, catalogue, session) for session in reversed(shown)),
        earlier=shown[0].id if len(order) > len(shown) else None,
    )


def _line(record: HorseRecord, catalogue: Catalogue, session: Session) -> SessionLine:
    """How many were not light is a matter of the level: whether the step was learned still, which only
    every ask before can tell, is the debrief's.
    """
    known = [ask for ask in session.asks if ask.step in catalogue]
    heavy = sum(
        not ask.probe and not meaning_of(ask, rule_for(ask.step, record.horse, catalogue)).success
        for ask in known
    )
    return SessionLine(
        id=session.id, date=session.date, kind=session.kind, asks=len(session.asks), heavy=heavy,
        words=debrief_words.asks_not_light(len(session.asks), heavy),
        steps=tuple(dict.fromkeys(catalogue.exercise(ask.step).name for ask in known)),
    )  # fmt: skip


def _with(record: HorseRecord, sessions: list[Session]) -> HorseRecord:
    return record.model_copy(update={"sessions": tuple(sessions)})


def _bests(session: Session, key: TrackKey, before: Standing, after: Standing) -> Iterator[str]:
    told = [one for one in after.tracks.told_on(key, session.date) if one[0] in session.asks]
    yield from bests(key, told, before.tracks.get(*key), after.catalogue)


def _instead(rows: Iterable[DebriefRow]) -> Iterator[str]:
    for row in rows:
        for one in row.said:
            if one.instead:
                yield debrief_words.done_instead(row.name, row.side, one.after, one.said, one.instead)


def _moved_most(session: Session, before: CueTrack | None, track: CueTrack) -> str:
    found = influences_of_a_session(before, track, session.date)
    if len(found) == 1:
        return ""  # of one answer that is said already
    return debrief_words.moved_most([one.words for one in influence_lines(track, found)])


def _row(
    session: Session, key: TrackKey, before: Standing, after: Standing, replayed: SessionReplay
) -> DebriefRow:
    track_before, track = before.tracks.get(*key), after.tracks.asked(*key)
    assert track is not None
    asks = [ask for ask in session.asks if (ask.step, ask.side) == key]
    told = [(ask, meaning) for ask, meaning in after.tracks.told_on(key, session.date) if ask in asks]
    heavy = [not meaning.success for _, meaning in told if meaning.is_answer]
    then = _then(before, track_before) if track_before is not None else None
    row = DebriefRow(
        step=key[0],
        name=after.catalogue.full_name(key[0]),
        side=key[1],
        kind=track.rule.kind,
        band=track.rule.band,
        asks=tuple(drawn(ask, track.rule, meaning) for ask, meaning in told),
        heavy_before_light=heavy.index(False) if False in heavy else len(heavy),
        ended_heavy=bool(heavy) and heavy[-1],
        change=_change(session, track_before, track, asks),
        before=then,
        after=_then(after, track),
        words="",
        moved=_moved_most(session, track_before, track),
        said=replayed.lines.get(key, ()),
        exact="",
    )
    return row.model_copy(update={"words": _words(row), "exact": _exact(row)})


def _then(standing: Standing, track: CueTrack) -> EstimateThen:
    low, high = track.belief.interval()
    return EstimateThen(
        mean=track.mean, low=low, high=high, p_first=track.p_first(),
        state=standing.side_state(track), basis=track.basis,
    )  # fmt: skip


def _change(
    session: Session, before: CueTrack | None, track: CueTrack, asks: list[Ask]
) -> SessionChange | None:
    levels = [ask.level + (not ask.answered) for ask in asks if ask.level is not None]
    if track.rule.kind is not StepKind.LIGHTNESS or len(levels) < 2:
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
    said = debrief_words.lighter_at_end(lighter) if lighter >= LIGHTER_CLAIM else debrief_words.NO_CHANGE
    return SessionChange(mean=change.mean, sd=change.sd, p_lighter=lighter, words=said)


def _words(row: DebriefRow) -> str:
    parts = [debrief_words.PROBED] if any(one.ask.probe for one in row.asks) else []
    if row.heavy_before_light and row.heavy_before_light < len(row.asks):
        parts.append(debrief_words.heavy_first(row.heavy_before_light))
    if row.ended_heavy:
        parts.append(
            debrief_words.ENDED_HEAVY if row.kind is StepKind.LIGHTNESS else debrief_words.NOT_THERE_YET
        )
    before = row.before.p_first if row.before is not None else None
    parts.append(debrief_words.chance_moved(before, row.after.p_first, good_answer(row.kind, row.band)))
    if row.kind is StepKind.LIGHTNESS:
        parts.append(at_level(row.after.mean, row.after.low, row.after.high))
    if row.before is None or row.before.state is not row.after.state:
        parts.append(debrief_words.now_state(row.after.state))
    if row.change is not None:
        parts.append(row.change.words)
    return debrief_words.row(parts)


def _exact(row: DebriefRow) -> str:
    after = row.after
    level = (after.mean, after.low, after.high) if row.kind is StepKind.LIGHTNESS else None
    return debrief_words.exact(row.before.p_first if row.before else None, after.p_first, level, after.basis)


def _open_ends(rows: list[DebriefRow]) -> list[str]:
    found = [debrief_words.comes_first_next_time(row.name, row.side) for row in rows if row.ended_heavy]
    asked: dict[str, set[Side]] = {}
    for row in rows:
        if not all(one.ask.probe for one in row.asks):
            asked.setdefault(row.step, set()).add(row.side)
    for step, sides in asked.items():
        if len(sides) == 1 and Side.NONE not in sides:
            (side,) = sides
            name = next(row.name for row in rows if row.step == step)
            found.append(debrief_words.only_one_side(name, side))
    return found
