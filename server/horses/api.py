"""A horse's sheet."""

from __future__ import annotations

from datetime import date
from uuid import UUID

from accounts.services import yard_of
from bucephal.progress import HorseSheet
from django.http import HttpRequest
from django.utils import timezone
from ninja import Router

from horses import services

router = Router(tags=["horses"])


@router.get("/horses/{horse_id}/sheet", response=HorseSheet)
def get_sheet(request: HttpRequest, horse_id: UUID, on: date | None = None) -> HorseSheet:
    horse = services.horse_of(yard_of(request), horse_id)
    return services.sheet_of(horse, on or timezone.localdate())
