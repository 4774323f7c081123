"""Owners' reports of a horse, and the addresses by which they are shared."""

from __future__ import annotations

from datetime import date, datetime
from uuid import UUID

from accounts.api import base_of
from accounts.doors import CHANGES, READS
from accounts.services import person_of
from bucephal.pages import OwnerReport, ReportPart
from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from horses.services import horse_of
from ninja import Query, Router, Schema, Status
from pydantic import Field

from exchange import reports
from exchange.models import SharedReport
from exchange.reports import MEDIA_TYPES, ReportEnding

router = Router(tags=["reports"])
LONGEST_DAYS = 365


class ReportQuery(Schema):
    """Of which days, without which parts, and what the trainer adds; no days: the usual ones."""

    first: date | None = None
    last: date | None = None
    without: list[ReportPart] = []
    paragraph: str = Field("", max_length=2000)


class SharedView(Schema):
    id: UUID
    title: str
    made_at: datetime
    made_by: str
    ends_at: datetime
    opened: int
    opened_at: datetime | None


class SharedList(Schema):
    reports: list[SharedView]


class ReportShared(Schema):
    """The address is told once, here."""

    shared: SharedView
    address: str


class ToShare(ReportQuery):
    days: int = Field(30, ge=1, le=LONGEST_DAYS, description="After so many the address ends.")


@router.get("/horses/{horse_id}/report", auth=READS, response=OwnerReport)
def get_report(request: HttpRequest, horse_id: UUID, query: Query[ReportQuery]) -> OwnerReport:
    return _report(request, horse_id, query)


@router.get("/horses/{horse_id}/report/{ending}", auth=READS, response={200: None})
def get_report_file(
    request: HttpRequest, horse_id: UUID, ending: ReportEnding, query: Query[ReportQuery]
) -> HttpResponse:
    """The same as a file."""
    report = _report(request, horse_id, query)
    name = f"{report.horse} {report.first} {report.last}.{ending}".replace('"', "")
    answer = HttpResponse(reports.report_file(report, ending), content_type=MEDIA_TYPES[ending])
    answer.headers["Content-Disposition"] = (
        f'attachment; filename="{name.encode("ascii", "replace").decode()}"'
    )
    return answer


@router.get("/horses/{horse_id}/shared-reports", auth=CHANGES, response=SharedList)
def list_shared(request: HttpRequest, horse_id: UUID) -> SharedList:
    """Those that can still be opened."""
    horse = horse_of(person_of(request), horse_id)
    found = reports.shared_of(horse).select_related("person")
    return SharedList(reports=[_view(one) for one in found])


@router.post("/horses/{horse_id}/shared-reports", auth=CHANGES, response={201: ReportShared})
def share_report(request: HttpRequest, horse_id: UUID, form: ToShare) -> Status[ReportShared]:
    person = person_of(request)
    report = _report(request, horse_id, form)
    shared, token = reports.share(person, horse_of(person, horse_id), report, form.days)
    made = ReportShared(shared=_view(shared), address=reports.address(base_of(request), token))
    return Status(201, made)


@router.post("/horses/{horse_id}/shared-reports/{shared_id}/withdraw", auth=CHANGES, response={204: None})
def withdraw_report(request: HttpRequest, horse_id: UUID, shared_id: UUID) -> Status[None]:
    person = person_of(request)
    reports.withdraw(person, horse_of(person, horse_id), shared_id)
    return Status(204, None)


def _report(request: HttpRequest, horse_id: UUID, query: ReportQuery) -> OwnerReport:
    person = person_of(request)
    raw = query.model_dump(mode="json", include={"first", "last", "without", "paragraph"}, exclude_none=True)
    return reports.report_of(person, horse_of(person, horse_id), raw, timezone.localdate())


def _view(one: SharedReport) -> SharedView:
    return SharedView(
        id=one.pk, title=str(one), made_at=one.made_at, made_by=one.person.shown if one.person else "",
        ends_at=one.ends_at, opened=one.opened, opened_at=one.opened_at,
    )  # fmt: skip
