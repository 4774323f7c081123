"""The yard's own page: its schools, bands, scales, kit and exercises."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any, TypeVar

from accounts.models import Yard
from accounts.services import yard_of, yard_to_change
from bucephal.ladder import Catalogue, CueFamily, Origin, OwnExercise, School, StepKind, load_library
from bucephal.words.arrivals import BACKGROUNDS
from bucephal.record import Band, YardDefaults
from bucephal.record.history import DEFAULT_BANDS
from django.http import HttpRequest
from ninja import Router, Schema

from yards import services

router = Router(tags=["yards"])
_Sent = TypeVar("_Sent")


class ExerciseRow(Schema):
    id: str
    name: str
    phase: str
    kind: StepKind
    origin: Origin
    stages: int
    archived: bool


class YardView(Schema):
    """What the yard agrees on, and what there is to choose from."""

    schools: list[School]
    school: dict[str, str]
    bands: dict[str, Band]
    shipped_bands: dict[str, Band]
    backgrounds: dict[str, str]
    families: list[CueFamily]
    own_words: list[str]
    kit: list[str]
    missing_kit: list[str]
    phases: dict[str, str]
    exercises: list[ExerciseRow]
    cautions: list[str]
    set_ups: list[str]
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
    return _changed(request, services.save_school, choice.school)


@router.put("/yard/bands", response=YardView)
def put_bands(request: HttpRequest, choice: BandChoice) -> YardView:
    return _changed(request, services.save_bands, choice.bands)


@router.put("/yard/scales", response=YardView)
def put_scales(request: HttpRequest, choice: WordChoice) -> YardView:
    return _changed(request, services.save_words, choice.scales)


@router.put("/yard/kit", response=YardView)
def put_kit(request: HttpRequest, choice: KitChoice) -> YardView:
    return _changed(request, services.save_missing_kit, choice.missing_kit)


@router.get("/yard/exercises/{exercise_id}", response=ExerciseSheet)
def get_exercise(request: HttpRequest, exercise_id: str) -> ExerciseSheet:
    source, number = services.exercise_of(yard_of(request), exercise_id)
    return ExerciseSheet(exercise=source, next_number=number)


@router.put("/yard/exercises", response=YardView)
def put_exercise(request: HttpRequest, form: ExerciseForm) -> YardView:
    return _changed(request, services.save_exercise, form.exercise)


def _changed(request: HttpRequest, save: Callable[[Yard, _Sent], YardDefaults], sent: _Sent) -> YardView:
    """Saves what a trainer sent; the yard as it is then."""
    yard = yard_to_change(request)
    return yard_view(save(yard, sent), services.yards_catalogue(yard))


def yard_view(defaults: YardDefaults, catalogue: Catalogue) -> YardView:
    library = load_library()
    return YardView(
        schools=list(catalogue.schools),
        school=dict(defaults.school),
        bands=dict(defaults.bands),
        shipped_bands=DEFAULT_BANDS,
        backgrounds=BACKGROUNDS,
        families=list(catalogue.families.values()),
        own_words=list(defaults.ladder.scales),
        kit=sorted({*catalogue.kit, *defaults.ladder.missing_kit}),
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
        set_ups=list(library.set_ups),
        fault_codes=list(library.fault_codes),
    )  # fmt: skip
