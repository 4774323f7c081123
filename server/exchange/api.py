"""What goes out, and what comes in: records and tables, looked at first."""

from __future__ import annotations

from uuid import UUID

from accounts.doors import MANAGES, READS
from accounts.edition_checks import telling
from accounts.services import person_of
from bucephal.base.errors import InvalidInput
from bucephal.exchange import Export
from bucephal.record import write_record
from django.http import FileResponse, HttpRequest, HttpResponse
from django.utils import timezone
from file_body import AS_A_FILE
from horses.services import horse_of
from ninja import Query, Router, Schema, Status
from pydantic import Field
from reading.services import handed_on

from exchange import archive_list, export_files, import_preview, imports, table_imports
from exchange.archive_list import Archives
from exchange.import_preview import Arriving, Into
from exchange.imports import ImportDone, Taken
from exchange.models import ImportKind
from exchange.table_imports import TableLook, Understood
from exchange.uploads import file_of

router = Router(tags=["exchange"])


class Lately(Schema):
    imports: list[ImportDone]


class Offered(Schema):
    exports: list[Export]


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
    return import_preview.look(person, import_preview.read(person, file_of(request), today), into, today)


@router.post("/imports/record", auth=MANAGES, response=Taken, openapi_extra=AS_A_FILE)
def take_record(request: HttpRequest, into: Query[Into], confirmed: Query[Confirmed]) -> Taken:
    person, today = person_of(request), timezone.localdate()
    record = import_preview.read(person, file_of(request), today)
    with telling(lambda: import_preview.look(person, record, into, today)):
        return imports.take(
            person, record, into, today,
            kind=ImportKind.RECORD, name=confirmed.name, began_with=confirmed.edition,
        )  # fmt: skip


@router.post("/imports/table/look", auth=MANAGES, response=TableLook, openapi_extra=AS_A_FILE)
def look_at_table(request: HttpRequest, horse: UUID, understood: Query[Understood]) -> TableLook:
    return table_imports.look_at_table(
        person_of(request), file_of(request), horse, understood, timezone.localdate()
    )


@router.post("/imports/table", auth=MANAGES, response=Taken, openapi_extra=AS_A_FILE)
def take_table(
    request: HttpRequest, horse: UUID, understood: Query[Understood], confirmed: Query[Confirmed]
) -> Taken:
    person, today, into = person_of(request), timezone.localdate(), Into(horse=horse)
    told, record = table_imports.read_table(person, file_of(request), horse, understood, today)
    if record is None:
        raise InvalidInput([one.as_problem(told.header) for one in told.problems])
    with telling(lambda: import_preview.look(person, record, into, today)):
        return imports.take(
            person, record, into, today,
            kind=ImportKind.TABLE, name=confirmed.name, began_with=confirmed.edition,
        )  # fmt: skip


@router.get("/imports", auth=MANAGES, response=Lately)
def list_imports(request: HttpRequest) -> Lately:
    """Those that can be undone yet."""
    return Lately(imports=imports.lately(person_of(request)))


@router.post("/imports/{import_id}/undo", auth=MANAGES, response={204: None})
def undo_import(request: HttpRequest, import_id: UUID) -> Status[None]:
    imports.undo(person_of(request), import_id)
    return Status(204, None)


# --- out ----------------------------------------------------------------------------------------


@router.get("/exports", auth=READS, response=Offered)
def list_exports(request: HttpRequest) -> Offered:
    """What can be taken out, and for whom it is."""
    return Offered(exports=export_files.offered_to(person_of(request)))


@router.get("/exports/{export_id}", auth=READS, response={200: None})
def get_export(request: HttpRequest, export_id: str, horse: Query[list[UUID]] = []) -> FileResponse:  # noqa: B006
    """Of some horses; none named: of all that this person sees."""
    written = export_files.write(person_of(request), export_id, horse, timezone.localdate())
    return FileResponse(
        written.file, as_attachment=True, filename=written.name, content_type=written.media_type
    )


# --- archives -----------------------------------------------------------------------------------


@router.get("/archives", auth=MANAGES, response=Archives)
def list_archives(request: HttpRequest) -> Archives:
    return archive_list.list_archives()


@router.post("/archives", auth=MANAGES, response=Archives)
def add_archive(request: HttpRequest) -> Archives:
    """Makes one now, while people work."""
    archive_list.make(person_of(request))
    return archive_list.list_archives()


@router.get("/archives/{name}", auth=MANAGES, response={200: None})
def get_archive(request: HttpRequest, name: str) -> FileResponse:
    path = archive_list.handed_out(person_of(request), name)
    return FileResponse(path.open("rb"), as_attachment=True, filename=path.name)
