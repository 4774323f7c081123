"""The first assessment, kept beside what is so today: 'could not then, can now'.

Source: handbook 02: what was not possible at the first assessment and now is, is the owner's best line.
"""

from __future__ import annotations

from datetime import date, timedelta

from pydantic import Field

from bucephal.ladder import Kind, Side
from bucephal.progress.standing import Standing
from bucephal.progress.states import StepState
from bucephal.record import (
    Ask,
    Correct,
    FrozenModel,
    HorseRecord,
    Session,
    SessionKind,
    Tension,
    sessions_in_order,
)
from bucephal.response import READY_CHANCE, StepRule, Track, is_accepted, is_success

UNDER_WAY = timedelta(days=28)
"""An assessment is over after so long, whatever was left of it [own]."""
UNLIKELY = 0.5
"""What came light then and is less likely than this to do so now is heavier [own]."""


class BaselineRow(FrozenModel):
    """One step on one side: as it was first tried, and now."""

    step: str
    name: str
    side: Side
    on: date
    then: str
    then_light: bool
    now: str
    p_first: float
    gained: bool = Field(description="Did not come light then; is likely to now.")
    lost: bool = Field(description="Came light then; is unlikely to now.")
    state: StepState


class Baseline(FrozenModel):
    """The horse as it came; the same rows for ever."""

    first_on: date
    last_on: date
    rows: tuple[BaselineRow, ...]
    gained: int = Field(description="Could not then, can now.")
    lost: int = Field(description="Could then, can not now.")
    words: str


def first_assessment(record: HorseRecord) -> tuple[Session, ...]:
    """The assessment sessions of the first four weeks from the first one; a later assessment does
    not take its place.
    """
    held = [
        one for one in sessions_in_order(record) if one.kind is SessionKind.ASSESSMENT and one.asks
    ]  # fmt: skip
    return tuple(one for one in held if one.date - held[0].date <= UNDER_WAY)


def baseline(record: HorseRecord, standing: Standing) -> Baseline | None:
    """What the assessment found, against today; None if there was none."""
    first: dict[tuple[str, Side], list[Ask]] = {}
    sessions = first_assessment(record)
    if not sessions:
        return None
    days = [session.date for session in sessions]
    for session in sessions:
        for ask in session.asks:
            first.setdefault((ask.step, ask.side), []).append(ask)
    tracks = [(key, standing.tracks.get(*key)) for key in first]
    order = {step: place for place, step in enumerate(standing.catalogue.steps)}
    rows = [
        _row(standing, track, first[key]) for key, track in tracks if track is not None
    ]  # fmt: skip
    rows.sort(key=lambda row: (order[row.step], row.side is not Side.LEFT, row.side))
    gained = sum(row.gained for row in rows)
    lost = sum(row.lost for row in rows)
    return Baseline(
        first_on=days[0], last_on=days[-1], rows=tuple(rows), gained=gained, lost=lost,
        words=_words(len(rows), gained, lost),
    )  # fmt: skip


def _row(standing: Standing, track: Track, asks: list[Ask]) -> BaselineRow:
    step, chance = track.rule.stage.step, track.p_first(standing.on)
    then_light = any(is_accepted(ask, track.rule) for ask in asks)
    only_then = len(track.asks) == len(asks)
    now = f"light first answer {chance:.2f} ({track.basis})"
    return BaselineRow(
        step=step,
        name=standing.catalogue.full_name(step),
        side=track.side,
        on=track.days[0],
        then=" and ".join(answer_in_words(ask, track.rule) for ask in asks[:3]),
        then_light=then_light,
        now="not asked since" if only_then else now,
        p_first=chance,
        gained=not only_then and not then_light and chance >= READY_CHANCE,
        lost=not only_then and then_light and chance < UNLIKELY,
        state=standing.state(step),
    )


def answer_in_words(ask: Ask, rule: StepRule) -> str:
    """One answer in a few words: 'at 3', 'no answer up to 9', 'let go in 20 s', '12 s'."""
    if ask.tension is Tension.ALARMED:
        return "alarmed"
    tight = ", tight" if ask.tension is Tension.TIGHT else ""
    if rule.kind is Kind.TOLERANCE:
        took = "" if ask.let_go_s is None else f" in {ask.let_go_s:g} s"
        return f"let go{took}{tight}" if is_success(ask, rule) else f"not yet{tight}"
    if rule.kind is Kind.MEASURE:
        return (f"{ask.extent:g} {rule.exercise.unit}" if ask.extent is not None else "not yet") + tight
    if ask.correct is Correct.NO:
        return "another movement"
    if ask.level is None:
        return f"{ask.coarse}{tight}"
    return f"at {ask.level}{tight}" if ask.answered else f"no answer up to {ask.level}"


def _words(rows: int, gained: int, lost: int) -> str:
    text = f"{rows} answers looked at when it came; {gained} that it could not give then, it can now"
    return f"{text}; {lost} are heavier than they were" if lost else text
