"""Owners' reports: worked out, written as a file, and shared by an address that ends.

A shared report is kept as it was when it was shared: its owner reads what the trainer looked at.
"""

from __future__ import annotations

import secrets
from collections.abc import Callable
from datetime import date, timedelta
from enum import StrEnum
from hashlib import sha256
from io import BytesIO
from typing import Any
from uuid import UUID

from accounts import activity
from accounts.activity import ActivityKind
from accounts.models import User
from accounts.services import Missing, yard_of
from bucephal.pages import OwnerReport, ReportWish, owner_report, usual_span
from bucephal.record import read_model
from bucephal.sheets import report_html, write_report
from django.db import transaction
from django.db.models import F, QuerySet
from django.utils import timezone
from horses.models import Horse
from horses.services import ladder_of
from training.records import record_of

from exchange.models import SharedReport

TOKEN_BYTES = 32
"""Twice as many as nobody can guess."""


class ReportEnding(StrEnum):
    """How a report is written; the value is the ending of its file's name."""

    PDF = "pdf"
    HTML = "html"
    JSON = "json"


MEDIA_TYPES = {
    ReportEnding.PDF: "application/pdf",
    ReportEnding.HTML: "text/html; charset=utf-8",
    ReportEnding.JSON: "application/json; charset=utf-8",
}


def report_of(person: User, horse: Horse, wanted: dict[str, Any], on: date) -> OwnerReport:
    """
    Args:
        wanted: a ReportWish of the core; where it says no day, the usual ones.

    Raises:
        InvalidInput: if there is no report of such days.
    """
    record = record_of(horse)
    usual = usual_span(record, on)
    wish = read_model({"first": str(usual.first), "last": str(usual.last)} | wanted, ReportWish)
    return owner_report(record, ladder_of(horse), wish, on, person.amounts)


def report_file(report: OwnerReport, ending: ReportEnding) -> bytes:
    return _MAKERS[ending](report)


def _pdf(report: OwnerReport) -> bytes:
    out = BytesIO()
    write_report(report, out)
    return out.getvalue()


_MAKERS: dict[ReportEnding, Callable[[OwnerReport], bytes]] = {
    ReportEnding.PDF: _pdf,
    ReportEnding.HTML: lambda report: report_html(report).encode(),
    ReportEnding.JSON: lambda report: report.model_dump_json(indent=1).encode(),
}


# --- shared ------------------------------------------------------------------------------------


def share(person: User, horse: Horse, report: OwnerReport, days: int) -> tuple[SharedReport, str]:
    """The report as it is shared, and the one thing of its address that is kept nowhere."""
    token = secrets.token_urlsafe(TOKEN_BYTES)
    with transaction.atomic():
        shared = SharedReport.objects.create(
            yard=yard_of(person), horse=horse, person=person, digest=_digest(token),
            report=report.model_dump(mode="json"), ends_at=timezone.now() + timedelta(days=days),
        )  # fmt: skip
        activity.note(person, ActivityKind.REPORT_SHARED, str(horse))
    return shared, token


def shared_of(horse: Horse) -> QuerySet[SharedReport]:
    """Those that can still be opened, the last one first."""
    return horse.reports.filter(withdrawn_at=None, ends_at__gt=timezone.now())


def withdraw(person: User, horse: Horse, shared_id: UUID) -> None:
    """
    Raises:
        Missing: if no such report of this horse is shared.
    """
    shared = shared_of(horse).filter(pk=shared_id).first()
    if shared is None:
        raise Missing("there is no such report that is shared")
    with transaction.atomic():
        shared.withdrawn_at = timezone.now()
        shared.save(update_fields=["withdrawn_at"])
        activity.note(person, ActivityKind.REPORT_WITHDRAWN, str(horse))


def opened(token: str) -> OwnerReport | None:
    """What somebody who has the address reads; None: it leads nowhere, or no longer."""
    now = timezone.now()
    found = SharedReport.objects.filter(digest=_digest(token), withdrawn_at=None, ends_at__gt=now)
    shared = found.first()
    if shared is None:
        return None
    found.update(opened=F("opened") + 1, opened_at=now)
    return OwnerReport.model_validate(shared.report)


def address(base: str, token: str) -> str:
    return f"{base.rstrip('/')}/reports/{token}"


def _digest(token: str) -> str:
    return sha256(token.encode()).hexdigest()
