"""Sessions: what was logged comes in, what it meant goes out."""

from __future__ import annotations

from uuid import UUID

from accounts.services import yard_of, yard_to_log
from bucephal.pages import SessionDebrief, SessionLine
from django.http import HttpRequest
from django.utils import timezone
from ninja import Router, Schema

from training import services
from training.sync import SyncAnswers, SyncBatch, sync

router = Router(tags=["training"])


class SessionList(Schema):
    sessions: list[SessionLine]


@router.post("/sync", response=SyncAnswers)
def sync_batch(request: HttpRequest, batch: SyncBatch) -> SyncAnswers:
    return sync(yard_to_log(request), batch.items, timezone.localdate())


@router.get("/horses/{horse_id}/sessions", response=SessionList)
def list_sessions(request: HttpRequest, horse_id: UUID) -> SessionList:
    return SessionList(sessions=services.sessions_of(yard_of(request), horse_id))


@router.get("/horses/{horse_id}/sessions/{session_id}", response=SessionDebrief)
def get_debrief(request: HttpRequest, horse_id: UUID, session_id: UUID) -> SessionDebrief:
    return services.debrief_of(yard_of(request), horse_id, session_id)
