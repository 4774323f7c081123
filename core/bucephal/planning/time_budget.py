"""What is dropped, shortened or put off when the minutes of a session are short.

Source: common practice, no source.
"""

from __future__ import annotations

from bucephal.planning.day import Day
from bucephal.planning.doses import shorter
from bucephal.planning.goal_needs import way_now
from bucephal.planning.models import ItemKind, LeftOut, PlanItem
from bucephal.planning.omissions import in_its_turn, no_time

# What is dropped first when minutes are short, and how many of it are kept; of a kind, what the goal does not
# wait for goes first.
_DROPPED_FIRST = (
    (ItemKind.CHECK, 1),
    (ItemKind.PRACTICE, 0),
    (ItemKind.REPAIR, 1),
    (ItemKind.ASSESS, 1),
    (ItemKind.CHECK, 0),
    (ItemKind.NEW, 0),
    (ItemKind.ASSESS, 0),
)
_BESIDE_THE_GOAL = (ItemKind.NEW, ItemKind.PRACTICE)
"""Dropped before anything that is on the way to it."""
REPAIRS_SHARE = 0.5
"""Of the schooling at most; the first is never too long."""
_SHORTENED = (ItemKind.REPAIR, ItemKind.NEW)
"""Asked less often before they are dropped: what the session is about."""


def within_minutes(day: Day, items: list[PlanItem], room: float) -> tuple[list[PlanItem], list[LeftOut]]:
    """The items that fit, and what was put off or dropped, by name; what the trainer wants stays.

    Args:
        room: minutes for schooling.
    """
    kept, waiting = _within_half(items, room)
    kept, dropped = _fit(day, kept, room)
    return _not_without(kept), [*waiting, *dropped]


def _within_half(items: list[PlanItem], room: float) -> tuple[list[PlanItem], list[LeftOut]]:
    """Repairs take at most half of the schooling; what does not fit is named, with its turn."""
    kept, waiting, taken = list[PlanItem](), list[LeftOut](), 0.0
    to_repair = [item for item in items if item.kind is ItemKind.REPAIR]
    for item in items:
        is_repair = item.kind is ItemKind.REPAIR
        if is_repair and not item.locked and taken and taken + item.minutes > room * REPAIRS_SHARE:
            waiting.append(in_its_turn(item, to_repair.index(item) + 1, len(to_repair)))
            continue
        taken += item.minutes if is_repair else 0
        kept.append(item)
    return kept, waiting


def _fit(day: Day, items: list[PlanItem], room: float) -> tuple[list[PlanItem], list[LeftOut]]:
    """Drops what matters least until the minutes fit."""
    kept, dropped = list(items), []
    while sum(item.minutes for item in kept) > room:
        victim = _least_needed([item for item in kept if not item.locked], way_now(day))
        if victim is None and day.whole_session_limit is not None and kept:
            victim = kept[-1]  # under three years no wish goes before the limit
        if victim is None:
            break
        smaller = shorter(day, victim) if victim.kind in _SHORTENED else None
        if smaller is not None:
            kept[kept.index(victim)] = smaller
            continue
        kept.remove(victim)
        left = room - sum(item.minutes for item in kept)
        assert victim.step is not None
        name = day.catalogue.full_name(victim.step)
        dropped.append(no_time(victim.step, name, victim.minutes, left))
    return kept, dropped


def _least_needed(items: list[PlanItem], way: frozenset[str]) -> PlanItem | None:
    beside = [item for item in items if way and item.step not in way and item.kind in _BESIDE_THE_GOAL]
    if beside and any(item.step in way and item.kind in _BESIDE_THE_GOAL for item in items):
        return beside[-1]
    for kind, kept in _DROPPED_FIRST:
        of_kind = [item for item in items if item.kind is kind]
        if kind is ItemKind.PRACTICE and (opened := [one for one in items if _is_opened(one)]):
            return opened[-1]
        if len(of_kind) > kept:
            return min(of_kind, key=lambda item: (item.step in way, -of_kind.index(item)))
    return None


def _is_opened(item: PlanItem) -> bool:
    """Begun today only if something before it comes: that comes before it in need of time as well."""
    return item.kind is ItemKind.NEW and bool(item.after)


def _not_without(items: list[PlanItem]) -> list[PlanItem]:
    """What waits for something that found no time today goes with it; what is wanted waits for nothing."""
    there = {item.id for item in items}
    items = [
        item.model_copy(update={"after": tuple(one for one in item.after if one.item in there)})
        if item.locked else item
        for item in items
    ]  # fmt: skip
    kept = [item for item in items if all(one.item in there for one in item.after)]
    return kept if len(kept) == len(items) else _not_without(kept)
