"""The trainer's changes: what is wanted in the session, and what is not; the rest is worked out around it.

Nothing is forbidden but what safety forbids (age, an open flag, heat, a helper or brakes that are not there);
what is unwise is said in one line. Source: common practice, no source.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from typing import Any

from bucephal.base.errors import Problem, unknown_step
from bucephal.ladder import Catalogue, Side
from bucephal.planning.day import Day, worked_out_once
from bucephal.planning.doses import with_doses
from bucephal.planning.known_steps import StepChoice
from bucephal.planning.models import ItemKind, LeftOut, PlanItem, PlanRequest, SideDose, WantedItem, Why
from bucephal.planning.new_steps import is_first_of_all
from bucephal.planning.step_choice import likely_too_heavy
from bucephal.progress import BRAKES, GOOD
from bucephal.record import read_model
from bucephal.words import plan_words

FORBIDDEN = ("age", "flag", "heat", "helper", "archived", "weight", "condition", "long-rest")
"""Obstacles that no wish goes before: those of safety."""
SAFETY = "safety"
WANTED_AS = (ItemKind.CHECK, ItemKind.REPAIR, ItemKind.PRACTICE, ItemKind.NEW, ItemKind.EASY_YES)


def plan_request(raw: Mapping[str, Any], catalogue: Catalogue) -> PlanRequest:
    """The request for a plan, checked against the ladder.

    Raises:
        InvalidInput: naming every field, value and allowed range.
    """
    return read_model(dict(raw), PlanRequest, list(_problems(raw.get("changes"), catalogue)))


def _problems(changes: Any, catalogue: Catalogue) -> Iterator[Problem]:
    if not isinstance(changes, Mapping):
        return
    wanted, without = changes.get("wanted") or (), changes.get("without") or ()
    for place, one in enumerate(wanted if isinstance(wanted, Sequence) else ()):
        if isinstance(one, Mapping) and isinstance(one.get("step"), str):
            yield from _wanted_problems(f"changes.wanted[{place}]", one, catalogue)
    for place, step in enumerate(without if isinstance(without, Sequence) else ()):
        if isinstance(step, str) and step not in catalogue:
            yield unknown_step(f"changes.without[{place}]", step, catalogue.steps)


def _wanted_problems(path: str, one: Mapping[str, Any], catalogue: Catalogue) -> Iterator[Problem]:
    step, side, kind = one["step"], one.get("first_side"), one.get("kind")
    if step not in catalogue:
        yield unknown_step(f"{path}.step", step, catalogue.steps)
        return
    sides = [name.value for name in catalogue.exercise(step).side_names]
    if side in list(Side) and side not in sides:
        yield Problem(f"{path}.first_side", side, f"{step} has no such side", " or ".join(sides))
    if kind in list(ItemKind) and kind not in WANTED_AS:
        yield Problem(f"{path}.kind", kind, "is not the trainer's to choose", ", ".join(WANTED_AS))


@worked_out_once
def unwanted(day: Day) -> frozenset[str]:
    return frozenset(day.request.changes.without)


@worked_out_once
def _wishes(day: Day) -> dict[str, WantedItem]:
    """By step; the last wish of a step holds."""
    return {one.step: one for one in day.request.changes.wanted if one.step not in unwanted(day)}


@worked_out_once
def refused(day: Day) -> tuple[LeftOut, ...]:
    """What is wanted and cannot be, for safety's sake."""
    found = []
    for step in _wishes(day):
        obstacle = forbidden(day, step)
        if obstacle is not None:
            why = Why.of(obstacle[1], {})
            name = day.catalogue.full_name(step)
            found.append(LeftOut(step=step, name=name, reason=obstacle[0], why=why))
    return tuple(found)


def forbidden(day: Day, step: str) -> tuple[str, str] | None:
    """Why a step cannot be asked today, for safety's sake (code, words)."""
    obstacle = day.obstacle(step)
    if obstacle is not None and obstacle[0] in FORBIDDEN:
        return obstacle
    return _without_brakes(day, step)


def _without_brakes(day: Day, step: str) -> tuple[str, str] | None:
    """Nothing under the saddle is begun without the brakes that it rests on; a decision on the ladder, with
    its reason, is the way round that.
    """
    standing = day.standing
    if not day.catalogue.stage(step).ridden or not standing.is_new(step):
        return None
    rests_on = (one for one in day.catalogue.path_to(step) if one not in standing.there)
    for one in (step, *rests_on):
        for need in standing.missing(one):
            if day.catalogue.exercise(need.step).id in BRAKES:
                return SAFETY, plan_words.held_back([need.words])
    return None


@worked_out_once
def wanted(day: Day) -> list[tuple[ItemKind, StepChoice]]:
    """What the trainer wants and may have, each as what it is for."""
    cannot = {one.step for one in refused(day)}
    why = Why.of(plan_words.YOUR_CHOICE, {})
    return [
        (wanted_as(day, one), StepChoice(step, why))
        for step, one in _wishes(day).items()
        if step not in cannot
    ]


def more_than_enough(day: Day, steps: Sequence[str]) -> Iterator[str]:
    """Of some steps those that would be a second thing never asked, or a second exciting one, beside what is
    wanted.
    """
    wishes = [one.step for _, one in wanted(day)]
    excites = any(day.catalogue.stage(step).exciting for step in wishes)
    begins = any(day.standing.is_new(step) for step in wishes)
    for step in steps:
        if (excites and day.catalogue.stage(step).exciting) or (begins and day.standing.is_new(step)):
            yield step


def wanted_as(day: Day, one: WantedItem) -> ItemKind:
    """What a step that the trainer wants is for; where nothing is said, as the horse stands in it."""
    if one.kind is not None:
        return one.kind
    if day.standing.is_new(one.step):
        return ItemKind.NEW
    return ItemKind.CHECK if day.standing.state(one.step) in GOOD else ItemKind.PRACTICE


def as_wanted(day: Day, item: PlanItem) -> PlanItem:
    """The item with the trainer's side first and number of asks; as it is where nothing is wanted of it."""
    wish = _wishes(day).get(item.step or "")
    if wish is None:
        return item
    doses: tuple[SideDose, ...] = item.sides
    if wish.asks is not None:
        doses = tuple(one.model_copy(update={"asks": wish.asks}) for one in doses)
    if wish.first_side is not None:
        doses = tuple(sorted(doses, key=lambda one: one.side is not wish.first_side))
    changed = with_doses(day, item, doses) if doses != item.sides else item
    return changed.model_copy(update={"locked": True, "first_side": doses[0].side})


def with_warnings(day: Day, items: Sequence[PlanItem], nothing_new: tuple[str, str] | None) -> list[PlanItem]:
    """The items, and of what is wanted what speaks against it."""
    return [
        item.model_copy(update={"unwise": next(speaks_against(day, item, items, nothing_new), "")})
        if item.locked else item
        for item in items
    ]  # fmt: skip


def speaks_against(
    day: Day, item: PlanItem, items: Sequence[PlanItem], nothing_new: tuple[str, str] | None
) -> Iterator[str]:
    """Why it is not wise to ask an item beside others, the weightiest first."""
    assert item.step is not None
    obstacle, missing = day.obstacle(item.step), day.standing.missing(item.step)
    others = [one for one in items if one.step is not None and one is not item]
    if obstacle is not None:
        yield obstacle[1]
    if missing:
        yield plan_words.held_back([need.words for need in missing])
    if day.standing.is_new(item.step):
        if nothing_new is not None:
            yield nothing_new[1]
        heavy = likely_too_heavy(day, item.step)
        if heavy is not None:
            yield heavy.text
        if is_first_of_all(day, item.step) and any(is_first_of_all(day, one.step or "") for one in others):
            yield plan_words.SECOND_NEW
    if item.exciting and any(one.exciting for one in others):
        yield plan_words.SECOND_EXCITING
    if item.cap is not None and item.aim > item.cap:
        yield plan_words.over_the_cap(item.cap)
