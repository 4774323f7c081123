"""The way to a goal: every step that has to come before it, and what of that is there."""

from __future__ import annotations

from dataclasses import dataclass

from bucephal.ladder import Catalogue
from bucephal.progress.standing import Standing
from bucephal.record import HorseRecord


def goal_path(record: HorseRecord, catalogue: Catalogue) -> frozenset[str]:
    """Every step that some goal of the horse needs, the goals themselves among them."""
    return frozenset(step for goal in record.goals for step in catalogue.path_to(goal.step))


@dataclass(frozen=True)
class WayTo:
    """The steps up to a goal in teaching order: those that are there, and those that wait."""

    good: tuple[str, ...]
    waiting: tuple[str, ...]


def way_to(standing: Standing, goal: str) -> WayTo:
    """What is there by itself or through a later step, and what is not."""
    path = standing.catalogue.path_to(goal)
    return WayTo(
        good=tuple(step for step in path if step in standing.there),
        waiting=tuple(step for step in path if step not in standing.there),
    )
