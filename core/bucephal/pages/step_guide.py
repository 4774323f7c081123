"""A step's page in the ladder: what to do and look for, when it is good, what goes wrong, what it opens."""

from __future__ import annotations

from pydantic import Field

from bucephal.ladder import Exercise, Fault, Gate, SetUp, Sides, Stage
from bucephal.pages.criteria import Criteria, criteria
from bucephal.pages.horse_facts import HorseFacts, horse_facts
from bucephal.progress import RIDING_NEVER_BELOW, Standing, StepStanding, StepState, may_decide
from bucephal.record import FrozenModel, Overridden, Override, band_for
from bucephal.words import guide_words
from bucephal.words.ages import age_text
from bucephal.words.plan_words import ADVICE_NOT_ORDERS
from bucephal.words.standing_words import BRAKES_INSTEAD


class GuideFault(FrozenModel):
    """A fault with its remedies, and what it counts as."""

    code: str
    looks: str
    first: str
    second: str | None
    counts_as: str = Field(description="What it counts as, in plain words.")


class GuideLink(FrozenModel):
    """A step that this one needs, or that needs this one."""

    step: str
    name: str
    state: StepState
    gate: Gate
    met: bool
    must: str = Field(description="How good it has to be.")
    words: str = Field(description="What is short, if it is not met.")


class GuideLevel(FrozenModel):
    level: int
    words: str
    in_band: bool


class GuideOverride(Override):
    """A decision of the trainer about this step, now or earlier."""

    in_force: bool


class SchoolNote(FrozenModel):
    """A question of the schools that this step's words or order depend on."""

    key: str
    question: str
    option: str
    words: str


class StepGuide(FrozenModel):
    facts: HorseFacts
    standing: StepStanding
    exercise: str
    name: str
    stage: str
    phase: str
    phase_title: str
    stages: tuple[str, ...] = Field(description="Steps of the exercise in order.")
    good_for: str
    ask: str
    does: str
    looks: str
    sides: str
    dose: str
    criteria: Criteria
    faults: tuple[GuideFault, ...]
    cautions: tuple[str, ...]
    set_ups: tuple[SetUp, ...]
    kit: tuple[str, ...]
    helper: str
    least_age: str
    needs: tuple[GuideLink, ...]
    opens: tuple[GuideLink, ...]
    scale: tuple[GuideLevel, ...]
    schools: tuple[SchoolNote, ...]
    overrides: tuple[GuideOverride, ...]
    may_override: tuple[Overridden, ...] = Field(description="What a trainer can decide here.")
    decide_help: str
    disclaimer: str


def step_guide(standing: Standing, step: str) -> StepGuide:
    """Everything the ladder says of a step, for this horse.

    Raises:
        UnknownStep: if the ladder has no such step.
    """
    catalogue = standing.catalogue
    exercise, stage = catalogue.exercise(step), catalogue.stage(step)
    return StepGuide(
        facts=horse_facts(standing),
        standing=standing.step(step),
        exercise=exercise.id,
        name=exercise.name,
        stage=stage.name,
        phase=exercise.phase,
        phase_title=catalogue.phases[exercise.phase],
        stages=tuple(one.step for one in exercise.stages),
        good_for=exercise.good_for,
        ask=exercise.ask,
        does=stage.does,
        looks=stage.looks,
        sides=guide_words.SIDES[exercise.sides],
        dose=_dose(exercise),
        criteria=criteria(standing, step),
        faults=tuple(_fault(fault, stage) for fault in exercise.faults),
        cautions=stage.cautions_at(standing.age_months),
        set_ups=stage.set_ups,
        kit=stage.kit,
        helper=guide_words.HELPER[stage.helper],
        least_age=age_text(stage.least_age_months) if stage.least_age_months else "",
        needs=tuple(_needs(standing, stage)),
        opens=tuple(_opens(standing, step)),
        scale=tuple(_scale(standing, step)),
        schools=tuple(_school_notes(standing, exercise, stage)),
        overrides=tuple(_overrides(standing, step)),
        may_override=may_decide(standing, step),
        decide_help=guide_words.decide_help(RIDING_NEVER_BELOW),
        disclaimer=ADVICE_NOT_ORDERS,
    )


def _fault(fault: Fault, stage: Stage) -> GuideFault:
    return GuideFault(
        code=fault.code, looks=fault.looks, first=fault.first, second=fault.second,
        counts_as=guide_words.counts_as(fault, stage.number),
    )  # fmt: skip


def _dose(exercise: Exercise) -> str:
    sided = exercise.sides is not Sides.NONE
    return guide_words.dose(exercise.cap, exercise.cap_both, exercise.minutes, sided=sided)


def _needs(standing: Standing, stage: Stage) -> list[GuideLink]:
    short = {need.step: need.words for need in standing.missing(stage.step)}
    replaced = standing.riding.replaces(stage.step)
    return [
        GuideLink(
            step=need.step, name=standing.catalogue.full_name(need.step), state=standing.state(need.step),
            gate=need.gate, met=standing.meets(need), must=guide_words.MUST[need.gate],
            words=short.get(need.step) or (BRAKES_INSTEAD if replaced and not standing.meets(need) else ""),
        )
        for need in stage.needs
    ]  # fmt: skip


def _opens(standing: Standing, step: str) -> list[GuideLink]:
    links = []
    for opened in standing.catalogue.opened_by(step):
        need = next(one for one in standing.catalogue.stage(opened).needs if one.step == step)
        others = [one for one in standing.missing(opened) if one.step != step]
        also = guide_words.wants_also([one.words for one in others]) if others else ""
        links.append(
            GuideLink(
                step=opened, name=standing.catalogue.full_name(opened), state=standing.state(opened),
                gate=need.gate, met=standing.meets(need), must=guide_words.MUST[need.gate], words=also,
            )
        )  # fmt: skip
    return links


def _scale(standing: Standing, step: str) -> list[GuideLevel]:
    family = standing.catalogue.families.get(standing.catalogue.exercise(step).family or "")
    if family is None:
        return []
    low, high = band_for(standing.record.horse, standing.catalogue, step)
    return [
        GuideLevel(level=index + 1, words=words, in_band=low <= index + 1 <= high)
        for index, words in enumerate(family.levels)
    ]


def _school_notes(standing: Standing, exercise: Exercise, stage: Stage) -> list[SchoolNote]:
    """The questions that have something to say about this step, with the option in force."""
    notes = []
    codes = {fault.code for fault in exercise.faults}
    for school in standing.catalogue.schools:
        about = {
            name
            for option in school.options
            for change in option.changes
            for name in (change.step, change.exercise, change.family)
            if name is not None
        } | {
            exercise.id
            for option in school.options
            for change in option.changes
            if change.fault in codes and change.of == exercise.id
        }
        if about & {stage.step, exercise.id, exercise.family or ""}:
            option = school.option(standing.catalogue.school[school.key])
            notes.append(
                SchoolNote(key=school.key, question=school.question, option=option.name, words=option.words)
            )
    return notes


def _overrides(standing: Standing, step: str) -> list[GuideOverride]:
    own = [one for one in standing.record.overrides if one.step == step]
    return [
        GuideOverride(**dict(one), in_force=one in standing.overrides_in_force)
        for one in sorted(own, key=lambda one: one.on, reverse=True)
    ]
