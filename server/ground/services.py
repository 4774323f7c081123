"""A yard's places and what is laid out in them: loaded, checked by the core, saved."""

from __future__ import annotations

import json
from collections.abc import Mapping
from io import BytesIO
from typing import Any
from uuid import UUID

from accounts.edition_checks import check_edition, edition_of
from accounts.models import Yard
from accounts.services import Missing
from bucephal.base.errors import InvalidInput, Problem
from bucephal.ground import (
    GroundPlace,
    Laying,
    Layout,
    Point,
    arena_from,
    dragged,
    layout_of,
    prepare,
    read_place,
)
from bucephal.sheets import SheetHead, drawing_of, layout_to_geojson, svg_of, write_sheet
from django.db import transaction
from django.db.models import Max, Min
from ninja import Schema
from pydantic import Field

from ground.models import StoredPlace

MOST_PLACES = 40
STANDARD = ("20x60", "20x40", "round:18")
"""What set-ups can be tried in where a yard has drawn nothing yet; and the sizes that arenas mostly have."""


class YardPlace(Schema):
    """A place of the yard, or one of the standard ones, by which a set-up can be tried."""

    id: str
    edition: str = Field(description="Sent back with a change, so that none of somebody else's is lost.")
    is_yards: bool
    place: GroundPlace


class Dragged(Schema):
    """A marker that was let go: where, metres in the place."""

    marker: str
    x_m: float
    y_m: float


def places_of(yard: Yard) -> list[YardPlace]:
    """The yard's places, the usual one first, and after them the standard ones."""
    stored = [_view(one) for one in StoredPlace.objects.filter(yard=yard)]
    standard = [YardPlace(id=name, edition="", is_yards=False, place=arena_from(name)) for name in STANDARD]
    return [*stored, *standard]


def usual_place(yard: Yard) -> GroundPlace | None:
    """Where the yard's plans are laid out unless somebody says another; None: it has drawn none."""
    first = StoredPlace.objects.filter(yard=yard).first()
    return None if first is None else _place(first)


def place_of(yard: Yard, name: str | None) -> GroundPlace:
    """A place of the yard by its id, or an arena by how it is said in short ('20x60').

    Args:
        name: None: the yard's usual place; it has drawn none: the first of the standard ones.

    Raises:
        Missing: if it is not the yard's.
        InvalidInput: if it is neither.
    """
    if name is None:
        return usual_place(yard) or arena_from(STANDARD[0])
    try:
        return _place(_stored(yard, UUID(name)))
    except ValueError:
        return arena_from(name, path="place")


def _stored(yard: Yard, place_id: UUID) -> StoredPlace:
    stored = StoredPlace.objects.filter(yard=yard, pk=place_id).first()
    if stored is None:
        raise Missing("there is no such place")
    return stored


def _place(stored: StoredPlace) -> GroundPlace:
    return GroundPlace.model_validate(stored.body)


def _view(stored: StoredPlace) -> YardPlace:
    place = _place(stored)
    return YardPlace(id=str(stored.pk), edition=edition_of(place), is_yards=True, place=place)


def view_of(yard: Yard, place_id: UUID) -> YardPlace:
    return _view(_stored(yard, place_id))


def add_place(yard: Yard, raw: Mapping[str, Any]) -> YardPlace:
    """Raises: InvalidInput: naming each field, value and range, or that there are too many."""
    place = read_place(raw)
    with transaction.atomic():
        Yard.objects.select_for_update().get(pk=yard.pk)
        places = StoredPlace.objects.filter(yard=yard)
        if places.count() >= MOST_PLACES:
            reason = "is one place too many"
            raise InvalidInput([Problem("place", place.name, reason, f"at most {MOST_PLACES}")])
        last = places.aggregate(last=Max("position"))["last"]
        position = 0 if last is None else last + 1
        stored = StoredPlace.objects.create(yard=yard, body=place.model_dump(mode="json"), position=position)
    return _view(stored)


def change_place(yard: Yard, place_id: UUID, raw: Mapping[str, Any], began_with: str | None) -> YardPlace:
    """Raises: InvalidInput; Overtaken if somebody else has changed it since."""
    place = read_place(raw)
    with transaction.atomic():
        Yard.objects.select_for_update().get(pk=yard.pk)
        stored = _stored(yard, place_id)
        check_edition(began_with, edition_of(_place(stored)))
        stored.body = place.model_dump(mode="json")
        stored.save(update_fields=["body"])
    return _view(stored)


def make_usual(yard: Yard, place_id: UUID) -> None:
    """Plans are laid out there from now on."""
    stored = _stored(yard, place_id)
    first = StoredPlace.objects.filter(yard=yard).aggregate(first=Min("position"))["first"]
    stored.position = first - 1
    stored.save(update_fields=["position"])


def remove_place(yard: Yard, place_id: UUID) -> str:
    """Takes a place away, and says what it was called; sessions keep the name that they were logged with."""
    stored = _stored(yard, place_id)
    name = str(stored)
    stored.delete()
    return name


def laid_out(
    code: str, place: GroundPlace, values: Mapping[str, Any], *, mirrored: bool, in_feet: bool,
    drag: Dragged | None = None,
) -> Layout:  # fmt: skip
    """A set-up in a place; where a marker was let go, with the values that bring it there."""
    laying = prepare(code, place, values, mirrored=mirrored, in_feet=in_feet, base="values.")
    return layout_of(laying if drag is None else _after(laying, drag))


def _after(laying: Laying, drag: Dragged) -> Laying:
    """As it lies with the marker where it was let go; what it drives counts as set."""
    values = dragged(laying, drag.marker, Point(drag.x_m, drag.y_m))
    driven = next(one.drives for one in laying.laid.markers if one.id == drag.marker)
    given = {**laying.given, **{key: values.by_key[key] for key in driven}}
    return prepare(
        laying.plan.code, laying.frame.place, given, mirrored=laying.frame.mirrored, in_feet=laying.in_feet
    )


def sheet_of(layout: Layout, place: GroundPlace, ending: str, head: SheetHead) -> bytes:
    """A layout as a file: 'pdf', 'svg' or 'geojson'."""
    if ending == "svg":
        return svg_of(
            drawing_of(layout), title=layout.name, about=f"{layout.words} {layout.verdict}"
        ).encode()
    if ending == "geojson":
        return as_json(layout_to_geojson(layout, place))
    made = BytesIO()
    write_sheet(layout, made, head=head)
    return made.getvalue()


def as_json(found: Mapping[str, Any]) -> bytes:
    return json.dumps(found, ensure_ascii=False).encode()
