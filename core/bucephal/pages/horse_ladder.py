"""The whole ladder with one horse on it: every exercise and stage, where it stands, what it needs."""

from __future__ import annotations

from collections.abc import Iterator

from pydantic import Field

from bucephal.ladder import Exercise, Gait, Gate, Origin, Sides, StepKind
from bucephal.pages.horse_facts import HorseFacts, horse_facts
from bucephal.progress import GOOD, Standing, StepState
from bucephal.record import FrozenModel
from bucephal.record.history import SETTLE_EXERCISE
from bucephal.words import guide_words
from bucephal.words.standing_words import STATE_HELP


class RungNeed(FrozenModel):
    step: str
    gate: Gate
    met: bool


class RungStage(FrozenModel):
    """A stage: its state, and a line that says why."""

    step: str
    number: int
    name: str
    state: StepState
    resting: str | None = Field(description="Why at rest: resting, archived, age, flag or kit.")
    why: str
    needs: tuple[RungNeed, ...] = Field(description="Of other exercises; its own go without saying.")
    kit: tuple[str, ...]
    overridden: bool


class RungExercise(FrozenModel):
    """An exercise: a knot on its rung. ``state``: that of the stage in hand."""

    id: str
    name: str
    short: str
    kind: StepKind
    sides: Sides
    gait: Gait
    family: str | None
    origin: Origin
    kit: tuple[str, ...]
    state: StepState
    good: int = Field(description="Stages that are ready or confirmed.")
    at: str | None = Field(description="The stage in hand: the first that is not good; null: all are.")
    stages: tuple[RungStage, ...]


class Rung(FrozenModel):
    """A phase."""

    phase: str
    title: str
    good: int
    stages: int
    exercises: tuple[RungExercise, ...]


class LadderThread(FrozenModel):
    """A line between two knots: some stage of the upper one needs the lower one."""

    lower: str
    upper: str
    met: bool
    confirmed: bool = Field(description="At least one of the needs wants it confirmed.")


class HorseLadder(FrozenModel):
    facts: HorseFacts
    rungs: tuple[Rung, ...] = Field(description="Lowest phase first.")
    threads: tuple[LadderThread, ...]
    counts: dict[StepState, int]
    kit: tuple[str, ...] = Field(description="Every piece of kit that the ladder names.")
    to_choose: tuple[str, ...] = Field(
        description="Steps for a plan: what it is at first, then what is open, what it has, what is closed."
    )
    words: str
    state_help: dict[StepState, str] = Field(description="What each state means.")


def horse_ladder(standing: Standing) -> HorseLadder:
    """Every step with its state and reason, grouped as it is drawn."""
    catalogue = standing.catalogue
    exercises = [_exercise(standing, exercise) for exercise in catalogue.exercises]
    phase_of = {exercise.id: exercise.phase for exercise in catalogue.exercises}
    rungs = tuple(_rung(phase, title, exercises, phase_of) for phase, title in catalogue.phases.items())
    states = [stage.state for exercise in exercises for stage in exercise.stages]
    good = sum(state in GOOD for state in states)
    return HorseLadder(
        facts=horse_facts(standing),
        rungs=rungs,
        threads=tuple(_threads(exercises)),
        counts={state: states.count(state) for state in StepState},
        kit=catalogue.kit,
        to_choose=tuple(_to_choose(exercises)),
        words=guide_words.ladder(
            good, len(states), states.count(StepState.LEARNING), states.count(StepState.OPEN)
        ),
        state_help={state: STATE_HELP[state] for state in StepState},
    )


_CHOSEN_FIRST = (
    StepState.LEARNING, StepState.SLIPPING, StepState.OPEN, StepState.READY, StepState.CONFIRMED,
    StepState.CLOSED, StepState.RESTING,
)  # fmt: skip


def _to_choose(exercises: list[RungExercise]) -> Iterator[str]:
    """Settling is in every session anyway."""
    stages = (stage for one in exercises if one.id != SETTLE_EXERCISE for stage in one.stages)
    for stage in sorted(stages, key=lambda stage: _CHOSEN_FIRST.index(stage.state)):
        yield stage.step


def _rung(phase: str, title: str, exercises: list[RungExercise], phase_of: dict[str, str]) -> Rung:
    own = tuple(one for one in exercises if phase_of[one.id] == phase)
    return Rung(
        phase=phase, title=title, exercises=own,
        good=sum(one.good for one in own), stages=sum(len(one.stages) for one in own),
    )  # fmt: skip


def _exercise(standing: Standing, exercise: Exercise) -> RungExercise:
    stages = tuple(_stage(standing, exercise.id, stage.step) for stage in exercise.stages)
    live = [stage for stage in stages if stage.resting != "archived"] or list(stages)
    waiting = [stage for stage in live if stage.state not in GOOD]
    in_hand = next((stage for stage in waiting if stage.state in _WORKED), None)
    at = in_hand or (waiting[0] if waiting else None)
    return RungExercise(
        id=exercise.id, name=exercise.name, short=exercise.short, kind=exercise.kind,
        sides=exercise.sides, gait=exercise.stages[0].gait, family=exercise.family,
        origin=exercise.origin, kit=exercise.kit,
        state=at.state if at is not None else live[-1].state,
        good=sum(stage.state in GOOD for stage in live),
        at=at.step if at is not None else None,
        stages=stages,
    )  # fmt: skip


_WORKED = (StepState.LEARNING, StepState.SLIPPING)


def _stage(standing: Standing, exercise: str, step: str) -> RungStage:
    stage, state = standing.catalogue.stage(step), standing.state(step)
    resting = standing.rest_because(step) if state is StepState.RESTING else None
    return RungStage(
        step=step,
        number=stage.number,
        name=stage.name,
        state=state,
        resting=resting[0] if resting is not None else None,
        why=standing.why(step),
        needs=tuple(
            RungNeed(step=need.step, gate=need.gate, met=standing.meets(need))
            for need in stage.needs
            if need.step.rpartition(".")[0] != exercise
        ),
        kit=stage.kit,
        overridden=any(one.step == step for one in standing.overrides_in_force),
    )


def _threads(exercises: list[RungExercise]) -> list[LadderThread]:
    found: dict[tuple[str, str], list[RungNeed]] = {}
    for exercise in exercises:
        for stage in exercise.stages:
            for need in stage.needs:
                found.setdefault((need.step.rpartition(".")[0], exercise.id), []).append(need)
    return [
        LadderThread(
            lower=lower, upper=upper, met=all(need.met for need in needs),
            confirmed=any(need.gate is Gate.CONFIRMED for need in needs),
        )
        for (lower, upper), needs in found.items()
    ]  # fmt: skip
