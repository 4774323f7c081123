"""A step's page in the ladder: what to do and look for, when it is good, what goes wrong, what it opens."""

from __future__ import annotations

from pydantic import Field

from bucephal.ladder import Accepted, Exercise, Gate, HelperRule, Layout, Sides, Stage
from bucephal.progress.criteria import Criteria, criteria
from bucephal.progress.sheet import HorseFacts, horse_facts
from bucephal.progress.standing import Standing
from bucephal.progress.states import StepStanding, StepState
from bucephal.record import FrozenModel, Overridden, Override, band_for
from bucephal.welfare import age_text


class GuideFault(FrozenModel):
    """A fault with its remedies, and whether it may be let be for now."""

    code: str
    looks: str
    first: str
    second: str | None
    accepted: str


class GuideLink(FrozenModel):
    """A step that this one needs, or that needs this one."""

    step: str
    name: str
    state: StepState
    gate: Gate
    met: bool
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
    layouts: tuple[Layout, ...]
    kit: tuple[str, ...]
    helper: str
    least_age: str
    needs: tuple[GuideLink, ...]
    opens: tuple[GuideLink, ...]
    scale: tuple[GuideLevel, ...]
    schools: tuple[SchoolNote, ...]
    overrides: tuple[GuideOverride, ...]
    may_override: tuple[Overridden, ...] = Field(description="What a trainer can decide here.")


SIDE_WORDS = {
    Sides.HAND: "left and right: the side the handler stands on",
    Sides.REIN: "left and right: the direction of travel",
    Sides.LEG: "left and right: the leg that asks",
    Sides.LEAD: "left and right: the canter lead that is wanted",
    Sides.NONE: "no sides",
}
_HELPER_WORDS = {
    HelperRule.NEVER: "",
    HelperRule.UNTIL_READY: "a helper until it is ready",
    HelperRule.UNTIL_CONFIRMED: "a helper until it is confirmed",
    HelperRule.ALWAYS: "a helper, always",
}
_ACCEPTED_WORDS = {
    Accepted.LEARNING: "let be while it is being learned",
    Accepted.ALWAYS: "let be",
    Accepted.NEVER: "never let be",
    Accepted.SCHOOL: "let be or not, by school",
}


def step_guide(standing: Standing, step: str) -> StepGuide:
    """Everything the ladder says of a step, for this horse.

    Raises:
        UnknownStep: if the ladder has no such step.
    """
    catalogue = standing.catalogue
    exercise, stage = catalogue.exercise(step), catalogue.stage(step)
    return StepGuide(
        facts=horse_facts(standing.record, standing),
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
        sides=SIDE_WORDS[exercise.sides],
        dose=_dose(exercise),
        criteria=criteria(standing, step),
        faults=tuple(
            GuideFault(
                code=fault.code, looks=fault.looks, first=fault.first, second=fault.second,
                accepted=_ACCEPTED_WORDS[fault.accepted],
            )
            for fault in exercise.faults
        ),
        cautions=tuple(one.words for one in stage.cautions if one.concerns(standing.age_months)),
        layouts=stage.layouts,
        kit=stage.kit,
        helper=_HELPER_WORDS[stage.helper],
        least_age=age_text(stage.least_age_months) if stage.least_age_months else "",
        needs=tuple(_needs(standing, stage)),
        opens=tuple(_opens(standing, step)),
        scale=tuple(_scale(standing, step)),
        schools=tuple(_school_notes(standing, exercise, stage)),
        overrides=tuple(_overrides(standing, step)),
        may_override=may_decide(standing, step),
    )  # fmt: skip


def _dose(exercise: Exercise) -> str:
    sided = "" if exercise.sides is Sides.NONE else " a side"
    cap = f"at most {exercise.cap} tries{sided} while new, then leave it" if exercise.cap else "by minutes"
    both = f"; {exercise.cap_both} on both sides together" if exercise.cap_both else ""
    return f"{cap}{both}; about {exercise.minutes} min in a session"


def _needs(standing: Standing, stage: Stage) -> list[GuideLink]:
    short = {need.step: need.words for need in standing.missing(stage.step)}
    return [
        GuideLink(
            step=need.step, name=standing.catalogue.full_name(need.step), state=standing.state(need.step),
            gate=need.gate, met=need.step not in short, words=short.get(need.step, ""),
        )
        for need in stage.needs
    ]  # fmt: skip


def _opens(standing: Standing, step: str) -> list[GuideLink]:
    links = []
    for opened in standing.catalogue.opened_by(step):
        need = next(one for one in standing.catalogue.stage(opened).needs if one.step == step)
        others = [one for one in standing.missing(opened) if one.step != step]
        words = f"wants also: {'; '.join(one.words for one in others)}" if others else ""
        links.append(
            GuideLink(
                step=opened, name=standing.catalogue.full_name(opened), state=standing.state(opened),
                gate=need.gate, met=standing.meets(need), words=words,
            )
        )  # fmt: skip
    return links


def _scale(standing: Standing, step: str) -> list[GuideLevel]:
    family = standing.catalogue.families.get(standing.catalogue.exercise(step).family or "")
    if family is None:
        return []
    low, high = band_for(standing.record.horse, standing.catalogue, step)
    return [
        GuideLevel(level=place + 1, words=words, in_band=low <= place + 1 <= high)
        for place, words in enumerate(family.levels)
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


def may_decide(standing: Standing, step: str) -> tuple[Overridden, ...]:
    """The states that a trainer can give a step by hand: no riding before 30 months (handbook 08)."""
    standing.catalogue.stage(step)
    if standing.never_ridden(step):
        return (Overridden.RESTING,)
    return tuple(Overridden)
