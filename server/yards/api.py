"""The yard's own page: its schools, bands, scales, kit and exercises."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial
from typing import Any, TypeVar

from accounts.doors import MANAGES, READS, RING
from accounts.editions import edition_of
from accounts.models import Yard
from accounts.services import person_of, yard_of
from bucephal.ladder import OwnExercise
from bucephal.pages import YardPage, yard_page
from bucephal.record import YardDefaults
from django.http import HttpRequest
from django.utils import timezone
from ninja import Router, Schema
from pydantic import Field

from yards import services
from yards.weather import STATION, WeatherReading

router = Router(tags=["yards"])
_Sent = TypeVar("_Sent")


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
    edition: str | None = Field(None, description="That which was shown; null: whatever there is gives way.")


class ExerciseSheet(Schema):
    exercise: OwnExercise
    edition: str = Field(description="Sent back with a change, so that none of somebody else's is lost.")
    next_number: int
    clock_s: int | None
    """Seconds that an ask takes by the yard's own clock; plans go by it. null: not timed often enough."""


@router.get("/yard", auth=READS, response=YardPage)
def get_yard(request: HttpRequest) -> YardPage:
    yard = yard_of(person_of(request))
    return yard_page(services.defaults_of(yard), services.yards_catalogue(yard))


@router.get("/yard/weather", auth=RING, response=WeatherReading)
def get_weather(request: HttpRequest) -> WeatherReading:
    return STATION.reading(timezone.localdate())


@router.put("/yard/school", auth=MANAGES, response=YardPage)
def put_school(request: HttpRequest, choice: SchoolChoice) -> YardPage:
    return _changed(request, services.save_school, choice.school)


@router.put("/yard/bands", auth=MANAGES, response=YardPage)
def put_bands(request: HttpRequest, choice: BandChoice) -> YardPage:
    return _changed(request, services.save_bands, choice.bands)


@router.put("/yard/scales", auth=MANAGES, response=YardPage)
def put_scales(request: HttpRequest, choice: WordChoice) -> YardPage:
    return _changed(request, services.save_words, choice.scales)


@router.put("/yard/kit", auth=MANAGES, response=YardPage)
def put_kit(request: HttpRequest, choice: KitChoice) -> YardPage:
    return _changed(request, services.save_missing_kit, choice.missing_kit)


@router.get("/yard/exercises/{exercise_id}", auth=READS, response=ExerciseSheet)
def get_exercise(request: HttpRequest, exercise_id: str) -> ExerciseSheet:
    yard = yard_of(person_of(request))
    source, number = services.exercise_of(yard, exercise_id)
    clock_s = services.defaults_of(yard).ladder.clock_s.get(exercise_id)
    return ExerciseSheet(exercise=source, edition=edition_of(source), next_number=number, clock_s=clock_s)


@router.put("/yard/exercises", auth=MANAGES, response=YardPage)
def put_exercise(request: HttpRequest, form: ExerciseForm) -> YardPage:
    save = partial(services.save_exercise, began_with=form.edition)
    return _changed(request, save, form.exercise)


def _changed(request: HttpRequest, save: Callable[[Yard, _Sent], YardDefaults], sent: _Sent) -> YardPage:
    """Saves what a trainer sent; the yard as it is then."""
    yard = yard_of(person_of(request))
    return yard_page(save(yard, sent), services.yards_catalogue(yard))
