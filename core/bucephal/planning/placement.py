"""After the assessment: what a horse has, what it half has, and where to begin, each with its reason.

Source: common practice, no source: a re-schooled horse is placed by what it answered, not by its age.
"""

from __future__ import annotations

from collections.abc import Iterator
from datetime import date

from pydantic import Field

from bucephal.answers import answer_in_words
from bucephal.arrivals.assessment import assess, came_light
from bucephal.ladder import Catalogue, Need, Side, StepKind
from bucephal.planning.day import Day
from bucephal.planning.models import USUAL_MINUTES, PlanRequest, Why
from bucephal.planning.step_choice import is_behind_first_tried
from bucephal.progress import CALM_SESSIONS_WAIT, GOOD, MissingNeed, Standing
from bucephal.record import Background, FrozenModel, HorseRecord, first_assessment
from bucephal.record.history import SETTLE_EXERCISE
from bucephal.response import READY_DAYS, CueTrack
from bucephal.words import arrival_words

MOST_TO_BEGIN = 5
SHOWN = 3


class PlacedStep(FrozenModel):
    step: str
    name: str
    why: Why


class Placement(FrozenModel):
    """Where a horse is placed on the ladder, by what it answered."""

    facts: tuple[str, ...]
    words: str
    has: tuple[PlacedStep, ...] = Field(description="The furthest stage of each exercise that came light.")
    half: tuple[PlacedStep, ...] = Field(description="Answered, but heavy, tense, or on one side only.")
    not_yet: tuple[PlacedStep, ...] = Field(description="Tried, and no answer.")
    begin: tuple[PlacedStep, ...]
    second_day: int = Field(description="Steps that came light on one day only: asked once more first.")


def placement(record: HorseRecord, catalogue: Catalogue, on: date) -> Placement:
    """The placement by the answers of the assessment; those of later work do not change it.

    Args:
        record: the horse; asks after ``on`` should not be in it.
        on: the day in question; its age is taken as it was at the end of the assessment.
    """
    tried = first_assessment(record)
    record = record.model_copy(update={"sessions": tried})
    on = tried[-1].date if tried else on
    request = PlanRequest(on=on, minutes=USUAL_MINUTES, helper=True, assess=False)
    day = Day.of(record, catalogue, request)
    standing = day.standing
    has, half, not_yet = list[PlacedStep](), list[PlacedStep](), list[PlacedStep]()
    for exercise in day.catalogue.exercises:
        if exercise.id == SETTLE_EXERCISE:
            continue
        asked = [stage.step for stage in exercise.stages if _tracks(standing, stage.step)]
        light = [step for step in asked if _is_had(standing, step)]
        if light:
            has.append(_placed(day, light[-1]))
        beyond = asked[asked.index(light[-1]) + 1 :] if light else asked
        for step in beyond:
            (half if _any_answer(standing, step) else not_yet).append(_placed(day, step))
    begin = tuple(_to_begin(day, has, half, not_yet))
    once = sum(1 for one in has if _on_one_day(standing, one.step))
    assessment = assess(record, catalogue, on, standing=standing)
    return Placement(
        facts=(*assessment.facts, arrival_words.answers_counted(len(has) + len(half) + len(not_yet))),
        words=_words(assessment.background, has, half, begin, once),
        has=tuple(has), half=tuple(half), not_yet=tuple(not_yet), begin=begin, second_day=once,
    )  # fmt: skip


def _tracks(standing: Standing, step: str) -> list[tuple[Side, CueTrack]]:
    return [(side, track) for side, track in standing.tracks.sides_of(step) if track is not None]


def _is_had(standing: Standing, step: str) -> bool:
    """Good by all its asks; or light and calm on every side on the day it was tried."""
    if standing.worked_state(step) in GOOD:
        return True
    return came_light(step, standing.tracks) and _on_one_day(standing, step) and _mostly(standing, step)


def _mostly(standing: Standing, step: str) -> bool:
    """On every side as many light answers as others: one that came after two heavy ones is not had."""
    heard = ([one.accepted for one in track.answers] for _, track in _tracks(standing, step))
    return all(2 * sum(light) >= len(light) for light in heard)


def _on_one_day(standing: Standing, step: str) -> bool:
    return all(len(track.days) < READY_DAYS for _, track in _tracks(standing, step))


def _any_answer(standing: Standing, step: str) -> bool:
    return any(meaning.came for _, track in _tracks(standing, step) for meaning in track.meanings)


def _to_begin(
    day: Day, has: list[PlacedStep], half: list[PlacedStep], not_yet: list[PlacedStep]
) -> Iterator[PlacedStep]:
    """Where the work begins: what it half has and what comes next, where all below is there.

    What fell short goes first, then what lies near the highest phase that it has something of. What came
    light speaks for what it rests on, but not against what was tried and did not come.
    """
    ladder, tried = day.catalogue, {one.step: one for one in (*half, *not_yet)}
    silent = {one.step for one in not_yet}
    had = {below for one in has for below in ladder.path_to(one.step)} - silent
    phases = list(ladder.phases)
    top = max((phases.index(ladder.exercise(step).phase) for step in had), default=0)
    found = []
    for exercise in ladder.exercises:
        waiting = [
            stage.step for stage in exercise.live_stages
            if stage.step not in had and not is_behind_first_tried(day, stage.step)
        ]  # fmt: skip
        half_had = [step for step in waiting if _any_answer(day.standing, step)]
        first = (*reversed(half_had), *waiting[:1])
        beginning = (
            step for step in first if not _rests_on(day, step, silent) and _may_begin(day, step, had)
        )
        step = next(beginning, None)
        if step is not None and exercise.id != SETTLE_EXERCISE:
            found.append(step)
    found.sort(key=lambda step: (step not in tried, abs(phases.index(ladder.exercise(step).phase) - top)))
    for step in found[:MOST_TO_BEGIN]:
        yield tried.get(step) or _next(day, step, has)


def _rests_on(day: Day, step: str, silent: set[str]) -> bool:
    """Does it rest on something that did not come at all?"""
    return any(need.step in silent for need in day.catalogue.stage(step).needs)


def _may_begin(day: Day, step: str, had: set[str]) -> bool:
    """Is all there that it rests on, but for stages before it that were passed over when it was tried?"""
    standing, own = day.standing, step.rpartition(".")[0]
    needs: tuple[MissingNeed | Need, ...] = day.catalogue.stage(step).needs
    if standing.riding.replaces(step):
        waits = standing.missing(step)
        if any(need.wanted == CALM_SESSIONS_WAIT for need in waits):
            return False
        needs = waits
    short = (need.step for need in needs if need.step not in had)
    passed_over = (one.rpartition(".")[0] == own and not _tracks(standing, one) for one in short)
    return standing.rest_because(step) is None and all(passed_over)


def _next(day: Day, step: str, has: list[PlacedStep]) -> PlacedStep:
    """A step that was not tried: it comes next because of what is there already."""
    ladder = day.catalogue
    needs = {need.step for need in ladder.stage(step).needs}
    speaking = [one for one in has if needs & set(ladder.path_to(one.step))]
    near = [one for one in speaking if one.step in needs] or speaking[-2:]
    text = arrival_words.comes_next([(ladder.name_in_text(one.step), one.why.text) for one in near[:2]])
    if not near and day.standing.riding.replaces(step):
        text = arrival_words.RIDDEN_SO_BEFORE
    return PlacedStep(step=step, name=ladder.full_name(step), why=Why.of(text, {}))


def _placed(day: Day, step: str) -> PlacedStep:
    why = _answers(_tracks(day.standing, step))
    return PlacedStep(step=step, name=day.catalogue.full_name(step), why=why)


def _answers(tracks: list[tuple[Side, CueTrack]]) -> Why:
    """'left at 3 and 2, right no answer up to 9 · band 1 to 5'."""
    parts, figures = [], dict[str, float | int | str]()
    for side, track in tracks:
        heard = [answer_in_words(row.ask, track.rule) for row in track.asks[:SHOWN]]
        parts.append((side, heard, max(len(track.asks) - SHOWN, 0)))
        figures[f"asks_{side}"] = len(track.asks)
    rule = tracks[0][1].rule
    if rule.kind is StepKind.LIGHTNESS:
        figures["band_top"] = rule.band_top
    band = rule.band if rule.kind is StepKind.LIGHTNESS else None
    return Why.of(arrival_words.answers(parts, band), figures)


def _words(
    background: Background, has: list[PlacedStep], half: list[PlacedStep],
    begin: tuple[PlacedStep, ...], once: int,
) -> str:  # fmt: skip
    if not has and not half:
        return arrival_words.NOTHING_ASKED
    return arrival_words.placed(background, len(has), len(half), begin[0].name if begin else None, once)
