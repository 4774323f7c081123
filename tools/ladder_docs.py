"""The user documentation of the ladder, written from the same data that the product works by."""

from __future__ import annotations

from collections.abc import Iterator
from pathlib import Path

from bucephal.ladder import (
    Catalogue,
    Exercise,
    Gate,
    Library,
    Sides,
    Stage,
    StepKind,
    load_catalogue,
    load_library,
)
from bucephal.record import Background
from bucephal.response import (
    FIRST_ANSWERS_ALONE,
    FIRST_ANSWERS_ALONE_SAFETY,
    FIRST_ANSWERS_WITH_SURE,
    READY_CHANCE,
    READY_DAYS,
    SURE_ENOUGH,
    SURE_ENOUGH_SAFETY,
    SURE_SHARE,
)
from bucephal.words import guide_words
from bucephal.words.ages import age_text
from bucephal.words.arrival_words import BACKGROUNDS
from bucephal.words.figures import LIGHT

_KIND_WORDS = {
    StepKind.LIGHTNESS: "judged by lightness: the level at which it answers",
    StepKind.TOLERANCE: "judged by tolerance: how soon it lets go",
    StepKind.MEASURE: "judged by a measure",
}
_MADE = "<!-- Written by tools/generate.py from core/bucephal/ladder/data; change it there. -->"


def ladder_docs(folder: Path) -> dict[Path, str]:
    """Every page by its path: one a phase, the schools, the starting points, and an index."""
    catalogue, library = load_catalogue(), load_library()
    pages = {
        folder / f"{phase.lower()}.md": _page(_phase(catalogue, phase)) for phase in catalogue.phases
    }  # fmt: skip
    pages[folder / "schools.md"] = _page(_schools(catalogue))
    pages[folder / "starting-points.md"] = _page(_starting_points(catalogue, library))
    pages[folder / "scales.md"] = _page(_scales(catalogue))
    pages[folder / "README.md"] = _page(_index(catalogue))
    return pages


def _page(lines: Iterator[str]) -> str:
    return "\n".join([_MADE, "", *lines]).rstrip() + "\n"


def _index(catalogue: Catalogue) -> Iterator[str]:
    yield "# The ladder"
    yield ""
    yield (
        f"{len(catalogue.exercises)} exercises with {len(catalogue.steps)} stages. A step is an exercise "
        "and a stage, e.g. `up-wt.2`. A step may be begun when everything it needs is ready; what is set "
        "in bold must be confirmed. Within an exercise each stage needs the one before it. A yard can "
        "change all of it, and add its own."
    )
    yield ""
    yield f"- **Ready**: {guide_words.ready(READY_DAYS, LIGHT, READY_CHANCE)}."
    yield f"- **Confirmed**: {_confirmed(strict=False)}."
    yield f"- **Confirmed, of a safety exercise**: {_confirmed(strict=True)}."
    yield ""
    for phase, title in catalogue.phases.items():
        own = [one for one in catalogue.exercises if one.phase == phase]
        stages = sum(len(one.stages) for one in own)
        yield f"- [{phase} {title}]({phase.lower()}.md): {len(own)} exercises, {stages} stages"
    yield "- [What the levels mean](scales.md)"
    yield "- [Schools: where practitioners disagree](schools.md)"
    yield "- [Starting points: what a horse that comes is tried on](starting-points.md)"


def _confirmed(*, strict: bool) -> str:
    sure = SURE_ENOUGH_SAFETY if strict else SURE_ENOUGH
    alone = FIRST_ANSWERS_ALONE_SAFETY if strict else FIRST_ANSWERS_ALONE
    return guide_words.confirmed(sure, LIGHT, SURE_SHARE, FIRST_ANSWERS_WITH_SURE, alone, strict=False)


def _phase(catalogue: Catalogue, phase: str) -> Iterator[str]:
    yield f"# {phase} {catalogue.phases[phase]}"
    for exercise in catalogue.exercises:
        if exercise.phase == phase:
            yield from _exercise(catalogue, exercise)


def _exercise(catalogue: Catalogue, exercise: Exercise) -> Iterator[str]:
    yield ""
    yield f"## {exercise.name} (`{exercise.id}`)"
    yield ""
    yield exercise.good_for
    yield ""
    yield f"- {_KIND_WORDS[exercise.kind]}; {guide_words.SIDES[exercise.sides]}"
    if exercise.family is not None:
        yield f"- levels: [{catalogue.families[exercise.family].name}](scales.md)"
    sided = exercise.sides is not Sides.NONE
    yield f"- {guide_words.dose(exercise.cap, exercise.cap_both, exercise.minutes, sided=sided)}"
    if exercise.safety:
        yield "- a safety exercise: confirmed by the stricter rule"
    yield f"- {exercise.ask}"
    yield ""
    for stage in exercise.stages:
        yield from _stage(catalogue, exercise, stage)
    yield ""
    yield "| what goes wrong | first | second | counts as |"
    yield "| --- | --- | --- | --- |"
    for fault in exercise.faults:
        second, counts_as = fault.second or "–", guide_words.counts_as(fault)
        yield f"| {fault.looks} (`{fault.code}`) | {fault.first} | {second} | {counts_as} |"


def _stage(catalogue: Catalogue, exercise: Exercise, stage: Stage) -> Iterator[str]:
    index = exercise.stages.index(stage) + 1
    yield f"{index}. **{stage.name}** (`{stage.step}`). {stage.does} *{stage.looks}*"
    needs = [
        f"**{catalogue.name_in_text(need.step)}** (`{need.step}`, confirmed)" if need.gate is Gate.CONFIRMED
        else f"{catalogue.name_in_text(need.step)} (`{need.step}`)"
        for need in stage.needs
        if need.step.rpartition(".")[0] != exercise.id
    ]  # fmt: skip
    facts = []
    if needs:
        facts.append(f"needs {'; '.join(needs)}")
    if stage.band != "green":
        facts.append("schooled band" if stage.band == "schooled" else "any answer")
    if stage.kit:
        facts.append(f"kit: {', '.join(stage.kit)}")
    if guide_words.HELPER[stage.helper]:
        facts.append(guide_words.HELPER[stage.helper])
    if stage.least_age_months:
        facts.append(f"from {age_text(stage.least_age_months)}")
    if stage.set_ups:
        facts.append(f"layout: {', '.join(one.name for one in stage.set_ups)}")
    if facts:
        yield f"   {'; '.join(facts)}."
    for caution in stage.cautions:
        yield f"   Caution: {caution.words}"


def _schools(catalogue: Catalogue) -> Iterator[str]:
    yield "# Schools"
    yield ""
    yield (
        "Practitioners disagree about these. Each is a setting of the yard, and of a horse where it was "
        "taught otherwise. The first option is what holds if nothing is set. Agreed by all: more kicking "
        "makes a horse dull; release at the try; both sides; stop before it is tired."
    )
    for school in catalogue.schools:
        yield ""
        yield f"## {school.question} (`{school.key}`)"
        yield ""
        for option in school.options:
            yield f"- **{option.name}** (`{option.code}`): {option.words}"
        yield ""
        yield f"Changes {school.effect}."


def _starting_points(catalogue: Catalogue, library: Library) -> Iterator[str]:
    yield "# Starting points"
    yield ""
    yield (
        "A horse that comes is tried on these steps, over one to three sessions: once on each side, a "
        "second time only if the first answer is not light; brakes twice. What its age forbids is left "
        "out, and a step is not tried where what it rests on did not come. Then it is placed by what it "
        "answered."
    )
    for background in Background:
        plan = library.assessments[background]
        words = BACKGROUNDS[background]
        yield ""
        yield f"## {words[:1].upper()}{words[1:]} (`{background}`)"
        yield ""
        yield plan.words
        yield ""
        for number, steps in enumerate(plan.sessions, start=1):
            yield f"{number}. {'; '.join(catalogue.name_in_text(step) for step in steps)}."


def _scales(catalogue: Catalogue) -> Iterator[str]:
    yield "# What the levels mean"
    yield ""
    yield "Default words for the pressure levels of each cue family; a yard can put its own in their place."
    yield ""
    families = list(catalogue.families.values())
    yield f"| level | {' | '.join(one.name for one in families)} |"
    yield f"| --- |{' --- |' * len(families)}"
    for level in range(1, 11):
        yield f"| {level} | {' | '.join(one.text_for(level) for one in families)} |"
