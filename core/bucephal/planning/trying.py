"""What is tried beside the day's ordinary work: the rest of an assessment, and what a horse did under others.

A whole session is for looking only as long as there is much to look at. A horse that was ridden before is
tried under the saddle beside the work on the ground, brakes first; what it half has does not wait for that.

Source: common practice, no source.
"""

from __future__ import annotations

from collections.abc import Iterator

from bucephal.planning.assessing import (
    After,
    AssessmentTry,
    background_tries,
    first_tried,
    tries_today,
    was_asked,
)
from bucephal.planning.day import Day, worked_out_once

LEAST_OF_A_SESSION = 3
"""Tries that make a session of their own; fewer are done beside ordinary work [own]."""


@worked_out_once
def tries_beside(day: Day) -> list[AssessmentTry]:
    """What may be tried today beside ordinary work, each with what must have come before it."""
    found: dict[str, AssessmentTry] = {}
    for one in (*_rest_of_assessment(day), *_under_the_saddle(day)):
        stage = day.catalogue.stage(one.step)
        waits = waits_for(day, one.step, set(found))
        if one.step in found or stage.exciting or waits is None or day.obstacle(one.step) is not None:
            continue
        after = [each for each in one.after if each.step in found]
        found[one.step] = one.model_copy(update={"after": (*after, *waits)})
    return list(found.values())


def waits_for(day: Day, step: str, today: set[str]) -> tuple[After, ...] | None:
    """What has to come first today, for riding that was done before; None: not today.

    What has to come twice is not done with once.
    """
    if not day.standing.riding.replaces(step):
        return ()
    missing = day.standing.missing(step)
    if any(need.step not in today or need.wanted > 1 for need in missing):
        return None
    return tuple(After(step=need.step, light=False) for need in missing)


def _rest_of_assessment(day: Day) -> Iterator[AssessmentTry]:
    due = tries_today(day.record, day.catalogue, day.standing) if day.request.assess else ()
    today = {one.step for one in due}
    for one in due:
        if all(before.step in today or was_asked(before.step, day.standing.tracks) for before in one.after):
            yield one


def _under_the_saddle(day: Day) -> Iterator[AssessmentTry]:
    """What it did under others and was not asked here: a stage of each exercise, both one-rein stops."""
    tried = first_tried(day.record.horse, day.catalogue)
    for one in background_tries(day.record.horse, day.catalogue):
        first = tried[day.catalogue.exercise(one.step).id]
        is_first = one.step == first or not day.catalogue.stage(first).ridden
        if (
            day.standing.riding.replaces(one.step)
            and is_first
            and not was_asked(one.step, day.standing.tracks)
        ):
            yield one
