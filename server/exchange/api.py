"""What goes out, and what comes in: records and tables, looked at first."""

from __future__ import annotations

from uuid import UUID

from accounts.doors import MANAGES, READS
from accounts.editions import telling
from accounts.services import person_of
from bucephal.record import write_record
from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from horses.services import horse_of
from ninja import Query, Router, Schema, Status
from pydantic import Field
from reading.services import handed_on

from exchange import imports
from exchange.imports import Arriving, Into, Line, Taken
from exchange.models import ImportKind
from exchange.uploads import AS_A_FILE, file_of

router = Router(tags=["exchange"])


class Lately(Schema):
    imports: list[Line]


class Confirmed(Schema):
    """What was looked at, and is to be taken in."""

    edition: str | None = Field(None, description="Of what was looked at; null: whatever it would do now.")
    name: str = Field("", max_length=200, description="Of the file.")


@router.get("/horses/{horse_id}/record", auth=READS, response={200: None})
def get_record(request: HttpRequest, horse_id: UUID) -> HttpResponse:
    """The whole record in the open format: of the same record always the same bytes."""
    record = handed_on(horse_of(person_of(request), horse_id), timezone.localdate())
    return HttpResponse(write_record(record), content_type="application/json; charset=utf-8")


@router.post("/imports/record/look", auth=MANAGES, response=Arriving, openapi_extra=AS_A_FILE)
def look_at_record(request: HttpRequest, into: Query[Into]) -> Arriving:
    person, today = person_of(request), timezone.localdate()
    return imports.look(person, imports.read(person, file_of(request), today), into, today)


@router.post("/imports/record", auth=MANAGES, response=Taken, openapi_extra=AS_A_FILE)
def take_record(request: HttpRequest, into: Query[Into], confirmed: Query[Confirmed]) -> Taken:
    person, today = person_of(request), timezone.localdate()
    record = imports.read(person, file_of(request), today)
    with telling(lambda: imports.look(person, record, into, today)):
        return imports.take(
            person, record, into, today,
            kind=ImportKind.RECORD, name=confirmed.name, began_with=confirmed.edition,
        )  # fmt: skip


@router.get("/imports", auth=MANAGES, response=Lately)
def list_imports(request: HttpRequest) -> Lately:
    """Those that can be undone yet."""
    return Lately(imports=imports.lately(person_of(request)))


@router.post("/imports/{import_id}/undo", auth=MANAGES, response={204: None})
def undo_import(request: HttpRequest, import_id: UUID) -> Status[None]:
    imports.undo(person_of(request), import_id)
    return Status(204, None)
