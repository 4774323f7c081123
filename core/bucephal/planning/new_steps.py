"""What is begun today: one exercise never asked, and where it is safe a first stage opened, or a second one.

A need that only has to be ready is met for a first stage when its step came light and calm, two in a row on
every side, earlier in the same session: the plan carries the new item with that condition. Bold needs stay as
they are, and what is exciting or wants a day of its own is never opened so. A second exercise never asked
follows on the ground only, and only when the first went light and calm at once.

Source: common practice, no source.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass

from bucephal.ladder import Gate
from bucephal.planning.day import Day
from bucephal.planning.known_steps import StepChoice
from bucephal.planning.models import ItemAfter, ItemKind, Why
from bucephal.planning.repairs import rests_on_heavier_side
from bucephal.planning.step_choice import frontier, goal_first, in_work
from bucephal.progress import StepState
from bucephal.words import plan_words

MOST_IN_WORK = 4
"""Exercises begun and not ready, on the ground and ridden each; tries of an assessment do not count."""
TWICE_RUNNING = 2


@dataclass(frozen=True)
class NewStep:
    """A step that is begun today, and what must have come before it in the session."""

    choice: StepChoice
    after: tuple[ItemAfter, ...] = ()


def is_full(day: Day, step: str, beside: int = 0) -> bool:
    """Would an exercise never asked be one too many, with ``beside`` others begun today?

    What a horse did under others is not opened, and a next stage is of an exercise that is in work.
    """
    if day.standing.riding.replaces(step) or not is_first_of_all(day, step):
        return False
    return in_work(day, step) + beside >= MOST_IN_WORK


def opened_after(day: Day, planned: Mapping[str, ItemKind]) -> list[NewStep]:
    """First stages that open today if what they need comes light twice running, earlier in the session.

    Args:
        planned: what is gone on with today, each as which kind of item.
    """
    found = [one for step in frontier(day) if (one := _opened(day, step, planned)) is not None]
    return sorted(found, key=lambda one: goal_first(day, one.choice.step))


def _opened(day: Day, step: str, planned: Mapping[str, ItemKind]) -> NewStep | None:
    stage, standing = day.catalogue.stage(step), day.standing
    missing = standing.missing(step)
    if day.catalogue.previous(step) is not None or standing.state(step) is not StepState.CLOSED:
        return None
    if stage.exciting or stage.own_day or standing.riding.replaces(step) or not standing.is_new(step):
        return None
    if not missing or any(need.gate is Gate.CONFIRMED or need.step not in planned for need in missing):
        return None
    if day.obstacle(step) is not None or rests_on_heavier_side(day, step) is not None:
        return None
    after = tuple(
        ItemAfter(item=f"{planned[need.step]}:{need.step}", light=True, row=TWICE_RUNNING) for need in missing
    )
    names = [day.catalogue.name_in_text(need.step) for need in missing]
    return NewStep(StepChoice(step, Why.of(plan_words.opens_today(names), {})), after)


def second_new(day: Day, first: NewStep, others: Sequence[NewStep]) -> Iterator[NewStep]:
    """One more exercise never asked, where both are on the ground: if the first went light at once."""
    at = day.catalogue
    if at.stage(first.choice.step).ridden or not is_first_of_all(day, first.choice.step):
        return
    for one in others:
        stage = at.stage(one.choice.step)
        is_other = at.exercise(one.choice.step).id != at.exercise(first.choice.step).id
        quiet = not (stage.ridden or stage.exciting or stage.own_day)
        if is_other and quiet and is_first_of_all(day, one.choice.step):
            waits = ItemAfter(
                item=f"{ItemKind.NEW}:{first.choice.step}", light=True, row=TWICE_RUNNING, at_once=True
            )
            yield NewStep(one.choice, (*one.after, waits))
            return


def is_first_of_all(day: Day, step: str) -> bool:
    """Was nothing of its exercise ever asked?"""
    return all(day.standing.is_new(stage.step) for stage in day.catalogue.exercise(step).stages)
