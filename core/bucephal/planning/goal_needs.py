"""What the goals still wait for, and where the longest row of steps waits: there the pace is made."""

from __future__ import annotations

from graphlib import CycleError, TopologicalSorter

from bucephal.planning.day import Day, worked_out_once
from bucephal.progress import goal_path


@worked_out_once
def goal_steps(day: Day) -> frozenset[str]:
    """Every step that the horse's goals need; empty without goals."""
    return goal_path(day.record, day.catalogue)


@worked_out_once
def waiting_behind(day: Day) -> dict[str, int]:
    """By exercise: how many steps, one after the other, still wait for it on the way to the goals.

    Where the longest row waits is where the pace is made; what a goal does not wait for is not in it.
    """
    rests_on: dict[str, set[str]] = {}
    looking = [goal.step for goal in day.record.goals if goal.step in day.catalogue]
    while looking:
        step = looking.pop()
        if step not in rests_on:
            rests_on[step] = {need.step for need in day.standing.missing(step)}
            looking += rests_on[step]
    row: dict[str, int] = {}
    for step in _from_the_goal_down(day, rests_on):
        row.setdefault(step, 1)
        for need in rests_on[step]:
            row[need] = max(row.get(need, 0), row[step] + 1)
    longest: dict[str, int] = {}
    for step, length in row.items():
        exercise = day.catalogue.exercise(step).id
        longest[exercise] = max(longest.get(exercise, 0), length)
    return longest


def _from_the_goal_down(day: Day, rests_on: dict[str, set[str]]) -> list[str]:
    """What rests on something before that; a yard's ladder may ask of a brake what only riding gives, and
    then the ladder's own order has to do.
    """
    try:
        return list(reversed(list(TopologicalSorter(rests_on).static_order())))
    except CycleError:
        return sorted(rests_on, key=day.catalogue.position, reverse=True)


@worked_out_once
def way_now(day: Day) -> frozenset[str]:
    """Of the steps on the way to the goals, those that something still waits for.

    With a horse that was ridden before, riding waits for its brakes only: the ground is made good beside it.
    """
    waits = waiting_behind(day)
    return frozenset(step for step in goal_steps(day) if day.catalogue.exercise(step).id in waits)


def row_behind(day: Day, step: str) -> int:
    return waiting_behind(day).get(day.catalogue.exercise(step).id, 0)
