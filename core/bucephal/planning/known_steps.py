"""What a horse has already: the furthest good stage of each exercise, and what came light once."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from bucephal.arrivals.assessment import came_light
from bucephal.ladder import Side
from bucephal.planning.day import Day, worked_out_once
from bucephal.planning.models import Why
from bucephal.progress import GOOD, StepState
from bucephal.record import SessionKind
from bucephal.record.history import SETTLE_EXERCISE
from bucephal.response import READY_DAYS, CueTrack


@dataclass(frozen=True)
class StepChoice:
    """A step chosen, and why; ``heavier`` is the side that gets more."""

    step: str
    why: Why
    heavier: Side | None = None
    once: bool = False
    """Asked once a side only."""


@worked_out_once
def basics(day: Day) -> list[str]:
    """The furthest good stage of each exercise: what the horse already has."""
    found = []
    for exercise in day.catalogue.exercises:
        if exercise.id == SETTLE_EXERCISE:
            continue
        good = [stage.step for stage in exercise.stages if day.standing.state(stage.step) in GOOD]
        if good and day.obstacle(good[-1]) is None:
            found.append(good[-1])
    return found


@worked_out_once
def light_on_one_day(day: Day) -> list[str]:
    """The furthest stage of each exercise that came light in the assessment, and on no other day yet.

    It is asked once more on a second day before anything is built on it.
    """
    tried = {
        ask.step
        for session in day.record.sessions
        if session.kind is SessionKind.ASSESSMENT
        for ask in session.asks
    }
    found: dict[str, str] = {}
    for step in day.catalogue.steps:
        if step not in tried or day.standing.state(step) is not StepState.LEARNING:
            continue
        one_day = all(len(track.days) < READY_DAYS for track in tracks_of(day, step))
        if one_day and came_light(step, day.standing.tracks) and day.obstacle(step) is None:
            found[day.catalogue.exercise(step).id] = step
    return list(found.values())


@worked_out_once
def phases_now(day: Day) -> tuple[str, str]:
    """The phase the horse works in (the highest with a good step), and the one before."""
    names = list(day.catalogue.phases)
    good = {day.catalogue.exercise(step).phase for step in basics(day)}
    index = max((names.index(phase) for phase in good), default=0)
    return names[index], names[max(index - 1, 0)]


def asked_steps(day: Day) -> Iterator[tuple[str, list[CueTrack]]]:
    for step in day.catalogue.steps:
        tracks = tracks_of(day, step)
        if tracks and not step.startswith(f"{SETTLE_EXERCISE}."):
            yield step, tracks


def tracks_of(day: Day, step: str) -> list[CueTrack]:
    return [track for _, track in day.standing.tracks.sides_of(step) if track is not None]


def sided(side: Side) -> Side | None:
    return None if side is Side.NONE else side


def last_on(day: Day, step: str) -> str:
    days = [track.last_day.isoformat() for track in tracks_of(day, step)]
    return min(days, default="")


def basis(track: CueTrack) -> dict[str, int]:
    return {"asks": len(track.asks), "days": len(track.days)}
