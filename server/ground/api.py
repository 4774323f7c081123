"""The ground: a yard's places, set-ups laid out in them, and what goes out on paper and in files."""

from __future__ import annotations

from enum import StrEnum
from typing import Any
from uuid import UUID

from accounts import activity
from accounts.activity import ActivityKind
from accounts.doors import CHANGES, READS, RING
from accounts.edition_checks import telling
from accounts.models import Yard
from accounts.services import person_of, yard_of
from bucephal.base.errors import InvalidInput, Problem
from bucephal.ground import GroundPlace, Layout, catalogue_of_set_ups
from bucephal.ground.places import MOST_SIDE_M
from bucephal.record import parse_json
from bucephal.sheets import SheetHead, place_from_geojson, place_to_geojson
from django.http import HttpRequest, HttpResponse
from ninja import Query, Router, Schema, Status
from pydantic import Field

from ground import services
from ground.services import Dragged, YardPlace

router = Router(tags=["ground"])
LONGEST_VALUES = 4000


class SetUpOffered(Schema):
    code: str
    name: str
    words: str
    is_figure: bool = Field(description="Ridden with nothing set up; no plan names it.")


class Ground(Schema):
    places: list[YardPlace]
    set_ups: list[SetUpOffered]


class PlaceForm(Schema):
    """A place as it is typed; checked by the core."""

    place: dict[str, Any]
    edition: str | None = Field(None, description="That which was shown; null: whatever there is gives way.")


class PlaceFile(Schema):
    """GeoJSON as it was read from a file."""

    geojson: dict[str, Any]
    name: str = Field("", max_length=80)


class LayoutQuery(Schema):
    """What is laid out where; what is not set is as usual there."""

    place: str = Field(max_length=60, description="A place's id, or an arena as it is said in short: 20x60.")
    setup: str = Field(max_length=40)
    values: str = Field("{}", max_length=LONGEST_VALUES, description="What was set, as JSON.")
    mirrored: bool = False
    feet: bool = False
    marker: str | None = Field(None, max_length=40, description="One that was dragged.")
    x_m: float | None = Field(None, ge=-MOST_SIDE_M, le=2 * MOST_SIDE_M)
    y_m: float | None = Field(None, ge=-MOST_SIDE_M, le=2 * MOST_SIDE_M)


class Ending(StrEnum):
    PDF = "pdf"
    SVG = "svg"
    GEOJSON = "geojson"


_TYPES = {
    Ending.PDF: "application/pdf", Ending.SVG: "image/svg+xml", Ending.GEOJSON: "application/geo+json",
}  # fmt: skip


@router.get("/ground", auth=RING, response=Ground)
def get_ground(request: HttpRequest) -> Ground:
    """The yard's places, the standard ones, and every set-up."""
    set_ups = [
        SetUpOffered(code=code, name=name, words=line, is_figure=is_figure)
        for code, name, line, is_figure in catalogue_of_set_ups()
    ]
    return Ground(places=services.places_of(_yard(request)), set_ups=set_ups)


@router.get("/ground/layout", auth=RING, response=Layout, by_alias=True)
def get_layout(request: HttpRequest, query: Query[LayoutQuery]) -> Layout:
    return _laid(query, services.place_of(_yard(request), query.place))


@router.get("/ground/sheets/{ending}", auth=READS, response={200: None})
def get_sheet(
    request: HttpRequest, ending: Ending, query: Query[LayoutQuery], horse: str = "", day: str = ""
) -> HttpResponse:
    """The set-up sheet, or the drawing, as a file."""
    place = services.place_of(_yard(request), query.place)
    head = SheetHead(horse=horse[:80], day=day[:40])
    body = services.sheet_of(_laid(query, place), place, ending, head)
    name = f"{query.setup}.{ending}"
    return HttpResponse(
        body, content_type=_TYPES[ending], headers={"Content-Disposition": f'attachment; filename="{name}"'}
    )


@router.post("/ground/places", auth=CHANGES, response=YardPlace)
def post_place(request: HttpRequest, form: PlaceForm) -> YardPlace:
    return _noted(request, services.add_place(_yard(request), form.place))


@router.post("/ground/places/read", auth=CHANGES, response=GroundPlace)
def read_place(request: HttpRequest, file: PlaceFile) -> GroundPlace:
    """What a GeoJSON file says of a place, to be looked at before it is saved."""
    return place_from_geojson(file.geojson, path="geojson", name=file.name.strip() or "Place")


@router.put("/ground/places/{place_id}", auth=CHANGES, response=YardPlace)
def put_place(request: HttpRequest, place_id: UUID, form: PlaceForm) -> YardPlace:
    yard = _yard(request)
    with telling(lambda: services.view_of(yard, place_id)):
        return _noted(request, services.change_place(yard, place_id, form.place, form.edition))


@router.post("/ground/places/{place_id}/usual", auth=CHANGES, response={204: None})
def make_usual(request: HttpRequest, place_id: UUID) -> Status[None]:
    services.make_usual(_yard(request), place_id)
    return Status(204, None)


@router.post("/ground/places/{place_id}/remove", auth=CHANGES, response={204: None})
def remove_place(request: HttpRequest, place_id: UUID) -> Status[None]:
    person = person_of(request)
    name = services.remove_place(yard_of(person), place_id)
    activity.note(person, ActivityKind.PLACE, name)
    return Status(204, None)


@router.get("/ground/places/{place_id}/geojson", auth=READS, response={200: None})
def get_geojson(request: HttpRequest, place_id: UUID) -> HttpResponse:
    place = services.view_of(_yard(request), place_id).place
    return HttpResponse(services.as_json(place_to_geojson(place)), content_type=_TYPES[Ending.GEOJSON])


def _yard(request: HttpRequest) -> Yard:
    return yard_of(person_of(request))


def _noted(request: HttpRequest, place: YardPlace) -> YardPlace:
    activity.note(person_of(request), ActivityKind.PLACE, place.place.name)
    return place


def _laid(query: LayoutQuery, place: GroundPlace) -> Layout:
    values = parse_json(query.values)
    if not isinstance(values, dict):
        raise InvalidInput(
            [Problem("values", query.values, "is not a group of keys", "numbers by their keys")]
        )
    drag = None
    if query.marker is not None and query.x_m is not None and query.y_m is not None:
        drag = Dragged(marker=query.marker, x_m=query.x_m, y_m=query.y_m)
    return services.laid_out(
        query.setup, place, values, mirrored=query.mirrored, in_feet=query.feet, drag=drag
    )
