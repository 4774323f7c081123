"""The first assessment, kept beside what is so today: 'could not then, can now'."""

from __future__ import annotations

from datetime import date

from pydantic import Field

from bucephal.answers import answer_in_words
from bucephal.ladder import Side
from bucephal.progress import AssessmentChange, Standing, StepState, assessment_changes
from bucephal.record import FrozenModel, first_assessment
from bucephal.words import arrival_words

SHOWN = 3


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
    so_that: str = Field(description="That in words; empty: neither.")
    state: StepState


class Baseline(FrozenModel):
    """The horse as it came; the same rows for ever."""

    first_on: date
    last_on: date
    rows: tuple[BaselineRow, ...]
    gained: int = Field(description="Could not then, can now.")
    lost: int = Field(description="Could then, can not now.")
    words: str


def baseline(standing: Standing) -> Baseline | None:
    """What the assessment found, against today; None if there was none."""
    days = [session.date for session in first_assessment(standing.record)]
    if not days:
        return None
    rows = tuple(_row(standing, one) for one in assessment_changes(standing))
    gained, lost = sum(row.gained for row in rows), sum(row.lost for row in rows)
    return Baseline(
        first_on=days[0], last_on=days[-1], rows=rows, gained=gained, lost=lost,
        words=arrival_words.then_and_now(len(rows), gained, lost),
    )  # fmt: skip


def _row(standing: Standing, one: AssessmentChange) -> BaselineRow:
    track = one.track
    step = track.rule.stage.step
    return BaselineRow(
        step=step,
        name=standing.catalogue.full_name(step),
        side=track.side,
        on=track.days[0],
        then=" and ".join(answer_in_words(ask, track.rule) for ask in one.first[:SHOWN]),
        then_light=one.then_light,
        now=_now(one),
        p_first=one.chance,
        gained=one.gained,
        lost=one.lost,
        so_that=arrival_words.GAINED if one.gained else arrival_words.LOST if one.lost else "",
        state=standing.state(step),
    )


def _now(one: AssessmentChange) -> str:
    if not one.asked_since:
        return arrival_words.NOT_ASKED_SINCE
    return arrival_words.now_light(one.chance, one.track.rule.good_answer, one.track.basis)
