"""The yard's own page: its schools, bands, scales, kit and exercises."""

from __future__ import annotations

from typing import Any

from accounts.services import trainers_yard, yard_of
from bucephal.ladder import Catalogue, CueFamily, Kind, Origin, OwnExercise, School
from bucephal.record import Band, YardDefaults
from django.http import HttpRequest
from ninja import Router, Schema

from yards import services

router = Router(tags=["yards"])


class ExerciseRow(Schema):
    id: str
    name: str
    phase: str
    kind: Kind
    origin: Origin
    stages: int
    archived: bool


class YardView(Schema):
    """What the yard agrees on, and what there is to choose from."""

    schools: list[School]
    school: dict[str, str]
    bands: dict[str, Band]
    families: list[CueFamily]
    own_words: list[str]
    kit: list[str]
    missing_kit: list[str]
    phases: dict[str, str]
    exercises: list[ExerciseRow]
    cautions: list[str]
    layouts: list[str]
    fault_codes: list[str]


class SchoolChoice(Schema):
    """An option for each question that the yard answers; the others are as they ship."""

    school: dict[str, Any]


class BandChoice(Schema):
    bands: dict[str, Any]


class WordChoice(Schema):
    """Ten lines for each cue family whose levels the yard words itself."""

    scales: dict[str, Any]


class KitChoice(Schema):
    missing_kit: list[Any]


class ExerciseForm(Schema):
    """An exercise as it is written; checked by the core, which names place and reason."""

    exercise: dict[str, Any]


class ExerciseSheet(Schema):
    exercise: OwnExercise
    next_number: int


@router.get("/yard", response=YardView)
def get_yard(request: HttpRequest) -> YardView:
    yard = yard_of(request)
    return yard_view(services.defaults_of(yard), services.yards_catalogue(yard))


@router.put("/yard/school", response=YardView)
def put_school(request: HttpRequest, choice: SchoolChoice) -> YardView:
    yard = trainers_yard(request)
    return yard_view(services.save_school(yard, choice.school), services.yards_catalogue(yard))


@router.put("/yard/bands", response=YardView)
def put_bands(request: HttpRequest, choice: BandChoice) -> YardView:
    yard = trainers_yard(request)
    return yard_view(services.save_bands(yard, choice.bands), services.yards_catalogue(yard))


@router.put("/yard/scales", response=YardView)
def put_scales(request: HttpRequest, choice: WordChoice) -> YardView:
    yard = trainers_yard(request)
    return yard_view(services.save_words(yard, choice.scales), services.yards_catalogue(yard))


@router.put("/yard/kit", response=YardView)
def put_kit(request: HttpRequest, choice: KitChoice) -> YardView:
    yard = trainers_yard(request)
    return yard_view(services.save_missing_kit(yard, choice.missing_kit), services.yards_catalogue(yard))


@router.get("/yard/exercises/{exercise_id}", response=ExerciseSheet)
def get_exercise(request: HttpRequest, exercise_id: str) -> ExerciseSheet:
    source, number = services.exercise_of(yard_of(request), exercise_id)
    return ExerciseSheet(exercise=source, next_number=number)


@router.put("/yard/exercises", response=YardView)
def put_exercise(request: HttpRequest, form: ExerciseForm) -> YardView:
    yard = trainers_yard(request)
    return yard_view(services.save_exercise(yard, form.exercise), services.yards_catalogue(yard))


def yard_view(defaults: YardDefaults, catalogue: Catalogue) -> YardView:
    library = catalogue.blueprint.library
    kit = {thing for one in catalogue.exercises for stage in one.stages for thing in (*one.kit, *stage.kit)}
    return YardView(
        schools=list(catalogue.schools),
        school=dict(defaults.school),
        bands=dict(defaults.bands),
        families=list(catalogue.families.values()),
        own_words=list(defaults.ladder.scales),
        kit=sorted(kit | set(defaults.ladder.missing_kit)),
        missing_kit=list(defaults.ladder.missing_kit),
        phases=catalogue.phases,
        exercises=[
            ExerciseRow(
                id=one.id, name=one.name, phase=one.phase, kind=one.kind, origin=one.origin,
                stages=len(one.live_stages), archived=not one.live_stages,
            )
            for one in catalogue.exercises
        ],
        cautions=list(library.cautions),
        layouts=list(library.layouts),
        fault_codes=list(library.fault_codes),
    )  # fmt: skip
