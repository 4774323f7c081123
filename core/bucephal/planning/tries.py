"""What is tried beside the day's ordinary work: the rest of an assessment, and what a horse did under others.

A whole session is for looking only as long as there is much to look at. A horse that was ridden before is
tried under the saddle beside the work on the ground, brakes first; what it half has does not wait for that.

Source: common practice, no source.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, field

from bucephal.arrivals.assessment import (
    AssessmentTry,
    after_brake,
    background_tries,
    first_tried,
    tries_today,
    was_asked,
)
from bucephal.planning.day import Day, worked_out_once
from bucephal.planning.models import LeftOut, Why
from bucephal.planning.step_choice import taken_as_known
from bucephal.progress import GOOD, MissingNeed
from bucephal.words import plan_words

LEAST_OF_A_SESSION = 3
"""Tries that make a session of their own; fewer are done beside ordinary work [own]."""


@dataclass
class TodaysTries:
    """What may be tried today, each with what must have come before it, and what of it cannot be."""

    tries: list[AssessmentTry] = field(default_factory=list)
    left_out: list[LeftOut] = field(default_factory=list)

    @property
    def steps(self) -> set[str]:
        return {one.step for one in self.tries}

    def leave(self, one: AssessmentTry, obstacle: tuple[str, str]) -> None:
        code, text = obstacle
        self.left_out.append(LeftOut(step=one.step, name=one.name, reason=code, why=Why.of(text, {})))


@worked_out_once
def tries_beside(day: Day) -> TodaysTries:
    """What is tried beside ordinary work; nothing exciting is."""
    found = TodaysTries()
    for one in (*_rest_of_assessment(day), *_under_the_saddle(day)):
        if one.step in found.steps or day.catalogue.stage(one.step).exciting:
            continue
        obstacle = day.obstacle(one.step) or held_back(day, one, found.steps)
        if obstacle is not None:
            found.leave(one, obstacle)
            continue
        waits = (after_brake(need.step, day.catalogue) for need in _first_comes(day, one.step))
        after = (each for each in one.after if each.step in found.steps)
        found.tries.append(one.model_copy(update={"after": (*after, *waits)}))
    return found


def held_back(day: Day, one: AssessmentTry, today: set[str]) -> tuple[str, str] | None:
    """Why a try has to wait for another that is not in today's session (code, words)."""
    untried = (
        each.step for each in one.after
        if each.step not in today and not was_asked(each.step, day.standing.tracks)
    )  # fmt: skip
    step = next(untried, None)
    if step is not None:
        return "needs", plan_words.first_comes(day.catalogue.name_in_text(step))
    # What has to come twice is not done with once.
    waits = (need for need in _first_comes(day, one.step) if need.step not in today or need.wanted > 1)
    need = next(waits, None)
    return None if need is None else ("needs", plan_words.held_back([need.words]))


def _first_comes(day: Day, step: str) -> tuple[MissingNeed, ...]:
    """What riding that was done before waits for: its brakes."""
    return day.standing.missing(step) if day.standing.riding.replaces(step) else ()


def _rest_of_assessment(day: Day) -> Iterator[AssessmentTry]:
    if day.request.assess:
        yield from tries_today(day.record, day.catalogue, day.standing)


def _under_the_saddle(day: Day) -> Iterator[AssessmentTry]:
    """What it did under others and was not asked here: a stage of each exercise, both one-rein stops."""
    tried = first_tried(day.record.horse, day.catalogue)
    for one in background_tries(day.record.horse, day.catalogue):
        first = tried[day.catalogue.exercise(one.step).id]
        is_first = one.step == first or not day.catalogue.stage(first).ridden
        asked = was_asked(one.step, day.standing.tracks)
        if (
            is_first
            and not asked
            and day.standing.riding.replaces(one.step)
            and not _goes_without(day, one.step)
        ):
            yield one


def _goes_without(day: Day, step: str) -> bool:
    """What a later stage or better steps speak for need not be tried; nothing speaks for safety."""
    safety = day.catalogue.exercise(step).safety
    return day.standing.state(step) in GOOD or (step in taken_as_known(day) and not safety)
