"""Why the tempting things are not in today's session, with the figures that say so."""

from __future__ import annotations

from collections.abc import Iterator

from bucephal.ladder import Side
from bucephal.planning.day import Day
from bucephal.planning.goal_needs import goal_steps
from bucephal.planning.known_steps import phases_now
from bucephal.planning.models import LeftOut, PlanItem, Why
from bucephal.planning.repairs import rests_on_heavier_side
from bucephal.planning.step_choice import frontier, likely_too_heavy, taken_as_known
from bucephal.progress import StepState
from bucephal.words import plan_words


def left_out_steps(day: Day, planned: set[str], nothing_new: tuple[str, str] | None) -> list[LeftOut]:
    """The next stages that are not planned: what is on the way to the goal first, then what is
    nearest. What lies more than a phase ahead tempts nobody.
    """
    path, past = goal_steps(day), taken_as_known(day)
    phases = list(day.catalogue.phases)
    furthest = phases.index(phases_now(day)[0]) + 1
    steps = [
        step for step in frontier(day)
        if step not in planned and step not in past
        and (step in path or phases.index(day.catalogue.exercise(step).phase) <= furthest)
    ]  # fmt: skip
    found = [left for step in steps if (left := why_not(day, step, nothing_new)) is not None]
    tempting = sorted(found, key=lambda left: (left.step not in path, _distance(day, left.step)))
    return [*tempting, *_begun_and_not_today(day, planned, {left.step for left in found if left.step})]


def _begun_and_not_today(day: Day, planned: set[str], named: set[str]) -> Iterator[LeftOut]:
    """What is begun on the way to the goal is never left out without a word."""
    told = {step.rpartition(".")[0] for step in planned | named}
    path, past = goal_steps(day), taken_as_known(day)
    for step in (one for one in day.catalogue.steps if one in path):
        learning = day.standing.own_state(step) is day.standing.state(step) is StepState.LEARNING
        exercise = day.catalogue.exercise(step).id
        if learning and exercise not in told:
            told.add(exercise)
            yield _left(
                day, step, "turn", plan_words.TAKEN_AS_KNOWN if step in past else plan_words.BEGUN_LATER
            )


def why_not(day: Day, step: str, nothing_new: tuple[str, str] | None) -> LeftOut | None:
    """Why one step is not in today's session."""
    missing = day.standing.missing(step)
    state = day.standing.state(step)
    obstacle = day.obstacle(step)
    if state is StepState.RESTING and obstacle is not None:
        return _left(day, step, obstacle[0], obstacle[1])
    heavier = rests_on_heavier_side(day, step)
    if heavier is not None and state is not StepState.LEARNING and not missing:
        name = day.catalogue.name_in_text(heavier.step)
        return _left(day, step, "heavier-side", plan_words.heavier_side_first(name, heavier.heavier))
    if missing and state in (StepState.CLOSED, StepState.LEARNING):
        figures = {need.step: round(need.figure, 2) for need in missing if need.figure is not None}
        return _left(day, step, "needs", plan_words.held_back([need.words for need in missing]), figures)
    if obstacle is not None:
        return _left(day, step, *obstacle)
    narrower = likely_too_heavy(day, step)
    if narrower is not None:
        return LeftOut(step=step, name=day.catalogue.full_name(step), reason="needs", why=narrower)
    if nothing_new is not None:
        return _left(day, step, *nothing_new)
    return _left(day, step, "one-new-thing", plan_words.ONE_NEW_THING)


def no_time(step: str, name: str, minutes: float, left: float) -> LeftOut:
    why = Why.of(plan_words.no_time(minutes, left), {"minutes": minutes})
    return LeftOut(step=step, name=name, reason="time", why=why)


def longer_lesson(day: Day, wanted_min: float) -> Iterator[LeftOut]:
    limit, why = day.schooling_limit
    if wanted_min > limit:
        text = plan_words.schooling_limit(why, limit)
        figures: dict[str, float | int | str] = {"limit_min": limit, "wanted_min": wanted_min}
        yield LeftOut(step=None, name=plan_words.LONGER_LESSON, reason="limit", why=Why.of(text, figures))


def more_on_easier_side(side: Side | None, name: str) -> Iterator[LeftOut]:
    if side is not None:
        why = Why.of(plan_words.side_ahead(name, side), {})
        yield LeftOut(step=None, name=plan_words.more_on(side.other), reason="easier-side", why=why)


def _distance(day: Day, step: str | None) -> tuple[int, int]:
    assert step is not None
    return len(day.standing.missing(step)), day.catalogue.steps.index(step)


def _left(day: Day, step: str, reason: str, text: str, figures: dict[str, float] | None = None) -> LeftOut:
    names = {key: day.catalogue.name_in_text(key) for key in figures or {} if key in day.catalogue}
    why = Why.of(text, figures or {}, names)
    return LeftOut(step=step, name=day.catalogue.full_name(step), reason=reason, why=why)


def in_its_turn(item: PlanItem, place: int, of: int) -> LeftOut:
    """A repair that does not fit into its half of the schooling."""
    why = Why.of(plan_words.in_its_turn(place, of), {"place": place, "of": of})
    name = f"{item.name}: {item.stage}" if item.stage else item.name
    return LeftOut(step=item.step, name=name, reason="turn", why=why)
