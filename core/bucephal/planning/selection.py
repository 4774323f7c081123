"""Which steps go into today's session, and as what: put right, go on, tried and new; checks, something easy.

Source: common practice, no source.
"""

from __future__ import annotations

from dataclasses import dataclass

from bucephal.planning.check_items import checks, easy_yes
from bucephal.planning.day import Day
from bucephal.planning.goal_needs import way_now
from bucephal.planning.known_steps import StepChoice
from bucephal.planning.models import (
    ItemAfter,
    ItemKind,
)
from bucephal.planning.new_steps import NewStep, is_first_of_all, is_full, opened_after, second_new
from bucephal.planning.plan_changes import (
    more_than_enough,
    unwanted,
    wanted,
)
from bucephal.planning.repairs import (
    WAITING_FOR_NOTHING_NEW,
    repairs,
    rests_on_heavier_side,
    waiting_to_be_put_right,
)
from bucephal.planning.step_choice import (
    MOST_GOING_ON,
    fresh,
    learning,
    taken_as_known,
    to_confirm,
    to_confirm_ahead,
)
from bucephal.planning.tries import TodaysTries, tries_beside
from bucephal.progress import BACK_TO_WALK, TROT
from bucephal.words import plan_words

Chosen = tuple[ItemKind, StepChoice]
Conditions = dict[str, tuple[ItemAfter, ...]]
"""By step: what must have come before it today."""
REPAIRS_WAIT = "repairs"


@dataclass(frozen=True)
class Selection:
    """What is in today's session, not yet in order and not yet cut to its minutes.

    Fields:
        chosen: steps and what each is there for.
        conditions: by step what must have come before it today.
        tries: what is tried beside it.
        nothing_new: why nothing new is begun (code, words); None: something may be.
    """

    chosen: list[Chosen]
    conditions: Conditions
    tries: TodaysTries
    nothing_new: tuple[str, str] | None


def select(day: Day) -> Selection:
    """Put right, go on, tried and new; with checks before and something easy after."""
    # What has to be put right goes first and takes its steps out of everything after it. Then what is tried,
    # beside which nothing new is begun; then going on and new; the trainer's wishes over all of these. The
    # easy yes and the checks come last, since they depend on what the rest of the session is.
    to_repair = repairs(day)
    nothing_new = day.nothing_new_because()
    looks = nothing_new is None or nothing_new[0] == "ended-heavy"
    beside = tries_beside(day) if looks else TodaysTries()
    nothing_new = nothing_new or _repairs_wait(waiting_to_be_put_right(day, to_repair))
    chosen: list[Chosen] = [(ItemKind.REPAIR, one) for one in to_repair]
    conditions: Conditions = {}
    taken = {one.step for one in to_repair} | beside.steps
    if nothing_new is None:
        something, conditions = _something_new(day, taken, tried=bool(beside.tries))
        chosen += something
    elif nothing_new[0] == REPAIRS_WAIT:
        going_on = [one for one in learning(day) if one.step not in taken]
        chosen += [(ItemKind.PRACTICE, one) for one in going_on[:MOST_GOING_ON]]
    chosen = _with_wanted(day, chosen)
    todays = [*(one.step for _, one in chosen), *(one.step for one in beside.tries)]
    taken |= set(todays) | unwanted(day)
    ridden = any(day.catalogue.stage(step).ridden for step in todays)
    has_yes = any(kind is ItemKind.EASY_YES for kind, _ in chosen)
    yes = None if has_yes else easy_yes(day, taken, ridden=ridden)
    if yes is not None:
        chosen.append((ItemKind.EASY_YES, yes))
        taken.add(yes.step)
    chosen += [(ItemKind.CHECK, one) for one in checks(day, todays, taken)]
    return Selection(chosen, conditions, beside, nothing_new)


def _repairs_wait(waiting: int) -> tuple[str, str] | None:
    if waiting < WAITING_FOR_NOTHING_NEW:
        return None
    return REPAIRS_WAIT, plan_words.repairs_wait(waiting)


def _with_wanted(day: Day, chosen: list[Chosen]) -> list[Chosen]:
    """What was chosen but for what the trainer does not want, and what the trainer wants beside it: what is
    never asked, or exciting, is not chosen as well where such a thing is wanted.
    """
    wishes = {one.step for _, one in wanted(day)}
    too_many = set(more_than_enough(day, [one.step for _, one in chosen if one.step not in wishes]))
    kept = [one for one in chosen if one[1].step not in unwanted(day) | too_many]
    there = {one.step for _, one in kept}
    return kept + [one for one in wanted(day) if one[1].step not in there]


def _something_new(day: Day, taken: set[str], *, tried: bool) -> tuple[list[Chosen], Conditions]:
    """At most one new stage, none beside what is tried; while four are in work, one of those takes its place.

    Beside it goes on what the goal waits for, and what is being learned, as far as the time goes. Returns
    what is chosen, and by step what must have come before it today.
    """
    going_on = [one for one in learning(day) if one.step not in taken]
    # What better steps rest on anyway is nothing new, even if it was never asked.
    known = taken | taken_as_known(day)
    begin = [
        one for one in fresh(day)
        if one.step not in known and rests_on_heavier_side(day, one.step) is None
    ]  # fmt: skip
    if tried:
        new, rest = [], going_on
    elif not begin or is_full(day, begin[0].step):
        new, rest = going_on[:1], going_on[1:]
    else:
        new, rest = begin[:1], going_on
    chosen = taken | {one.step for one in new}
    waiting = [one for one in to_confirm(day) if one.step not in chosen]
    exciting = any(day.catalogue.stage(one.step).exciting for one in new)
    paired = _walk_with_trot(day, new, begin)
    chosen |= {one.step for one in (*waiting, *rest)}
    ahead = [one for one in to_confirm_ahead(day) if one.step not in chosen]
    on_the_way = [one for one in rest if one.step in way_now(day)]
    beside = [one for one in rest if one not in on_the_way]
    # A second good day first: without it nothing rests on the step. Then what the goal waits for, what of it
    # is only to be confirmed, and last whatever else is being learned.
    practice = [
        one for one in (*waiting, *on_the_way, *ahead, *beside)
        if not (exciting and day.catalogue.stage(one.step).exciting)
    ][: MOST_GOING_ON - len(paired)]  # fmt: skip
    opened = [] if tried or paired or exciting else _opened_today(day, new, begin, practice)
    fresh_ones = [(ItemKind.NEW, one) for one in (*paired, *new, *(each.choice for each in opened))]
    conditions = {each.choice.step: each.after for each in opened}
    return [(ItemKind.PRACTICE, one) for one in practice] + fresh_ones, conditions


def _opened_today(
    day: Day, new: list[StepChoice], begin: list[StepChoice], practice: list[StepChoice]
) -> list[NewStep]:
    """A first stage that what goes on today opens, or a second new exercise on the ground."""
    main = new[0] if new else None
    planned = {one.step: ItemKind.PRACTICE for one in practice} | {one.step: ItemKind.NEW for one in new}
    opening = [one for one in opened_after(day, planned) if not is_full(day, one.choice.step)]
    if main is None or not is_first_of_all(day, main.step):
        return opening[:1]
    others = [*(NewStep(one) for one in begin[1:]), *opening]
    fitting = [one for one in others if not is_full(day, one.choice.step, beside=1)]
    return list(second_new(day, NewStep(main), fitting))


def _walk_with_trot(day: Day, new: list[StepChoice], begin: list[StepChoice]) -> list[StepChoice]:
    """The way back to walk comes with the trot, and the trot with it: they are one thing to whoever rides.

    Only for a horse that has done both before; anything else never asked waits for another day.
    """
    pair = {TROT, BACK_TO_WALK}
    exercises = {day.catalogue.exercise(one.step).id for one in new}
    if len(exercises & pair) != 1 or not day.standing.riding.replaces(new[0].step):
        return []
    (other,) = pair - exercises
    return [one for one in begin if day.catalogue.exercise(one.step).id == other][:1]
