"""Looking back on sessions."""

from __future__ import annotations

from uuid import UUID

from accounts.models import Yard
from accounts.services import Missing
from bucephal.pages import SessionDebrief, SessionLine, debrief, session_lines
from horses.services import horse_of, ladder_of, record_of


def sessions_of(yard: Yard, horse_id: UUID) -> list[SessionLine]:
    horse = horse_of(yard, horse_id)
    return session_lines(record_of(horse), ladder_of(horse))


def debrief_of(yard: Yard, horse_id: UUID, session_id: UUID) -> SessionDebrief:
    horse = horse_of(yard, horse_id)
    record = record_of(horse)
    session = next((one for one in record.sessions if one.id == str(session_id)), None)
    if session is None:
        raise Missing("there is no such session of this horse")
    return debrief(record, ladder_of(horse), session)
