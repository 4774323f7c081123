"""The yard's own page: its schools, bands, scales, kit and exercises."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial
from typing import Any, TypeVar

from accounts import activity
from accounts.activity import ActivityKind
from accounts.doors import MANAGES, READS, RING
from accounts.edition_checks import edition_of, telling
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
    """Options for some questions; null: as it ships. Those not named stay as they are."""

    school: dict[str, Any]


class BandChoice(Schema):
    bands: dict[str, Any]


class WordChoice(Schema):
    """Ten lines for some cue families; null: as they ship."""

    scales: dict[str, Any]


class KitChoice(Schema):
    """Whether the yard has some things."""

    kit: dict[str, bool]


class AlsoWanted(Schema):
    """Whether some things are asked of every answer."""

    also: dict[str, bool]


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
    return _changed(request, services.save_school, choice.school, ActivityKind.YARD_CHANGED, "schools")


@router.put("/yard/bands", auth=MANAGES, response=YardPage)
def put_bands(request: HttpRequest, choice: BandChoice) -> YardPage:
    return _changed(request, services.save_bands, choice.bands, ActivityKind.YARD_CHANGED, "bands")


@router.put("/yard/scales", auth=MANAGES, response=YardPage)
def put_scales(request: HttpRequest, choice: WordChoice) -> YardPage:
    return _changed(request, services.save_words, choice.scales, ActivityKind.YARD_CHANGED, "words")


@router.put("/yard/kit", auth=MANAGES, response=YardPage)
def put_kit(request: HttpRequest, choice: KitChoice) -> YardPage:
    return _changed(request, services.save_kit, choice.kit, ActivityKind.YARD_CHANGED, "kit")


@router.put("/yard/also", auth=MANAGES, response=YardPage)
def put_also(request: HttpRequest, choice: AlsoWanted) -> YardPage:
    return _changed(request, services.save_also, choice.also, ActivityKind.YARD_CHANGED, "answers")


@router.get("/yard/exercises/{exercise_id}", auth=READS, response=ExerciseSheet)
def get_exercise(request: HttpRequest, exercise_id: str) -> ExerciseSheet:
    return _sheet(yard_of(person_of(request)), exercise_id)


@router.put("/yard/exercises", auth=MANAGES, response=YardPage)
def put_exercise(request: HttpRequest, form: ExerciseForm) -> YardPage:
    save = partial(services.save_exercise, began_with=form.edition)
    name = str(form.exercise.get("id", ""))
    with telling(lambda: _sheet(yard_of(person_of(request)), name)):
        return _changed(request, save, form.exercise, ActivityKind.EXERCISE, name)


def _sheet(yard: Yard, name: str) -> ExerciseSheet:
    source, number = services.exercise_of(yard, name)
    clock_s = services.defaults_of(yard).ladder.clock_s.get(name)
    return ExerciseSheet(exercise=source, edition=edition_of(source), next_number=number, clock_s=clock_s)


def _changed(
    request: HttpRequest,
    save: Callable[[Yard, _Sent], YardDefaults],
    sent: _Sent,
    what: ActivityKind,
    about: str,
) -> YardPage:
    """Saves what a trainer sent; the yard as it is then."""
    by = person_of(request)
    yard = yard_of(by)
    page = yard_page(save(yard, sent), services.yards_catalogue(yard))
    activity.note(by, what, about)
    return page
