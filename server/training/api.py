"""What was logged comes in; what a trainer decides about steps."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from accounts.doors import CHANGES, LOGS
from accounts.services import person_of
from django.http import HttpRequest
from django.utils import timezone
from horses.services import horse_of
from ninja import Router, Schema, Status

from training import decisions
from training.sync import SyncAnswers, SyncBatch, sync

router = Router(tags=["training"])


class Decision(Schema):
    """A trainer's decision about a step, as it is typed."""

    step: Any = None
    state: Any = None
    reason: Any = ""
    until: Any = None


class Lift(Schema):
    step: str


@router.post("/sync", auth=LOGS, response=SyncAnswers)
def sync_batch(request: HttpRequest, batch: SyncBatch) -> SyncAnswers:
    return sync(person_of(request), batch.items, timezone.localdate())


@router.post("/horses/{horse_id}/overrides", auth=CHANGES, response={204: None})
def add_override(request: HttpRequest, horse_id: UUID, decision: Decision) -> Status[None]:
    horse = horse_of(person_of(request), horse_id)
    decisions.decide(horse, decision.dict(), timezone.localdate())
    return Status(204, None)


@router.post("/horses/{horse_id}/overrides/lift", auth=CHANGES, response={204: None})
def lift_override(request: HttpRequest, horse_id: UUID, lift: Lift) -> Status[None]:
    horse = horse_of(person_of(request), horse_id)
    decisions.lift(horse, lift.step, timezone.localdate())
    return Status(204, None)
