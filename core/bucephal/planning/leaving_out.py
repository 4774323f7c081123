"""Why the tempting things are not in today's session, with the figures that say so."""

from __future__ import annotations

from collections.abc import Iterator

from bucephal.ladder import Side
from bucephal.planning.choosing import frontier, goal_path, phases_now, taken_as_known
from bucephal.planning.day import Day
from bucephal.planning.models import LeftOut, Why
from bucephal.progress import StepState


def left_out_steps(day: Day, planned: set[str], nothing_new: tuple[str, str] | None) -> list[LeftOut]:
    """The next stages that are not planned: what is on the way to the goal first, then what is
    nearest. What lies more than a phase ahead tempts nobody.
    """
    path, past = goal_path(day), taken_as_known(day)
    phases = list(day.catalogue.phases)
    furthest = phases.index(phases_now(day)[0]) + 1
    steps = [
        step for step in frontier(day)
        if step not in planned and step not in past
        and (step in path or phases.index(day.catalogue.exercise(step).phase) <= furthest)
    ]  # fmt: skip
    found = [left for step in steps if (left := why_not(day, step, nothing_new)) is not None]
    return sorted(found, key=lambda left: (left.step not in path, _distance(day, left.step)))


def why_not(day: Day, step: str, nothing_new: tuple[str, str] | None) -> LeftOut | None:
    """Why one step is not in today's session."""
    missing = day.standing.missing(step)
    state = day.standing.state(step)
    obstacle = day.obstacle(step)
    if state is StepState.RESTING and obstacle is not None:
        return _left(day, step, obstacle[0], obstacle[1])
    if missing and state in (StepState.CLOSED, StepState.LEARNING):
        figures = {need.step: round(need.figure, 2) for need in missing if need.figure is not None}
        words = "; ".join(need.words for need in missing)
        if obstacle is not None:
            words += f"; {obstacle[1]}"
        return _left(day, step, "needs", f"held back: {words}", figures)
    if obstacle is not None:
        return _left(day, step, *obstacle)
    if nothing_new is not None:
        return _left(day, step, *nothing_new)
    return _left(day, step, "one-new-thing", "one new thing at a time: its turn comes")


def no_time(step: str, name: str, minutes: int, left: int) -> LeftOut:
    text = f"no time: wants {minutes} min, {max(left, 0)} left"
    return LeftOut(step=step, name=name, reason="time", why=Why(text=text, figures={"minutes": minutes}))


def longer_lesson(day: Day, wanted_min: int) -> Iterator[LeftOut]:
    limit, why = day.schooling_limit
    if wanted_min > limit:
        text = f"{why}: {limit} min of schooling at most"
        figures: dict[str, float | int | str] = {"limit_min": limit, "wanted_min": wanted_min}
        yield LeftOut(step=None, name="A longer lesson", reason="limit", why=Why(text=text, figures=figures))


def more_on_easier_side(side: Side | None, name: str) -> Iterator[LeftOut]:
    if side is not None:
        text = f"{name}: the {side.other} is ahead; the {side} gets more"
        yield LeftOut(
            step=None, name=f"More on the {side.other}", reason="easier-side", why=Why(text=text, figures={})
        )


def _distance(day: Day, step: str | None) -> tuple[int, int]:
    assert step is not None
    return len(day.standing.missing(step)), day.catalogue.steps.index(step)


def _left(day: Day, step: str, reason: str, text: str, figures: dict[str, float] | None = None) -> LeftOut:
    why = Why(text=text, figures=dict(figures or {}))
    return LeftOut(step=step, name=day.catalogue.full_name(step), reason=reason, why=why)
