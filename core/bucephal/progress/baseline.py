"""The first assessment, kept beside what is so today: 'could not then, can now'.

Source: handbook 02: what was not possible at the first assessment and now is, is the owner's best line.
"""

from __future__ import annotations

from datetime import date

from pydantic import Field

from bucephal.ladder import Kind, Side
from bucephal.progress.standing import Standing
from bucephal.progress.states import StepState
from bucephal.record import Ask, Correct, FrozenModel, HorseRecord, SessionKind, Tension, sessions_in_order
from bucephal.response import StepRule, Track, is_accepted, is_success

LIKELY = 0.8
"""A light first answer this likely counts as 'can now' [own]."""


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
    can_now: bool = Field(description="Light then or not: a light first answer is likely today.")
    state: StepState


class Baseline(FrozenModel):
    """The horse as it came; the same rows for ever."""

    first_on: date
    last_on: date
    rows: tuple[BaselineRow, ...]
    gained: int = Field(description="Could not then, can now.")
    lost: int = Field(description="Could then, can not now.")
    words: str


def baseline(record: HorseRecord, standing: Standing) -> Baseline | None:
    """What the assessment found, against today; None if there was none.

    The assessment is the horse's first run of assessment sessions; a later one does not replace it.
    """
    first: dict[tuple[str, Side], list[Ask]] = {}
    days: list[date] = []
    for session in sessions_in_order(record):
        if session.kind is not SessionKind.ASSESSMENT:
            if days:
                break
            continue
        if session.asks:
            days.append(session.date)
        for ask in session.asks:
            first.setdefault((ask.step, ask.side), []).append(ask)
    if not days:
        return None
    tracks = [(key, standing.tracks.get(*key)) for key in first]
    order = {step: place for place, step in enumerate(standing.catalogue.steps)}
    rows = [
        _row(standing, track, first[key]) for key, track in tracks if track is not None
    ]  # fmt: skip
    rows.sort(key=lambda row: (order[row.step], row.side is not Side.LEFT, row.side))
    gained = sum(row.can_now and not row.then_light for row in rows)
    lost = sum(row.then_light and not row.can_now for row in rows)
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
        can_now=then_light if only_then else chance >= LIKELY,
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
