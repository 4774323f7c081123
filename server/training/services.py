"""Looking back on sessions."""

from __future__ import annotations

from uuid import UUID

from accounts.models import Yard
from bucephal.progress import SessionDebrief, SessionLine, debrief, session_lines
from django.http import Http404
from horses.services import catalogue, horse_of, record_of


def sessions_of(yard: Yard, horse_id: UUID) -> list[SessionLine]:
    return session_lines(record_of(horse_of(yard, horse_id)), catalogue())


def debrief_of(yard: Yard, horse_id: UUID, session_id: UUID) -> SessionDebrief:
    record = record_of(horse_of(yard, horse_id))
    session = next((one for one in record.sessions if one.id == str(session_id)), None)
    if session is None:
        raise Http404
    return debrief(record, catalogue(), session)
