"""What the sessions of a yard say of its clock, and of its day so far."""

from __future__ import annotations

from collections import defaultdict
from datetime import date
from uuid import UUID

from accounts.models import Yard
from bucephal.measures import clock_of_a_yard
from bucephal.pages import SoFar
from bucephal.record import Ask, Session
from bucephal.yard_day import Hours
from django.db.models import OuterRef, Subquery
from horses.models import Horse
from yards.services import catalogue_of, save_clock

from training.clocks import clock_at_the_yard
from training.models import StoredAsk, StoredSession

TIMED_SESSIONS = 200
"""The latest of a yard, that say how long an ask takes there."""


def measure_ask_clock(yard: Yard) -> None:
    """Measures anew how long an ask takes in this yard; its plans go by that."""
    latest = StoredSession.objects.filter(horse__yard=yard, deleted=False).order_by("-date", "-pk")
    dates = dict(latest.values_list("pk", "date")[:TIMED_SESSIONS])
    asks: dict[UUID, list[Ask]] = defaultdict(list)
    for stored in StoredAsk.objects.filter(session__in=dates, deleted=False):
        asks[stored.session_id].append(Ask.model_validate(stored.body))
    sessions = (Session(date=dates[key], asks=tuple(rows)) for key, rows in asks.items())
    save_clock(yard, clock_of_a_yard(sessions, catalogue_of(yard)))


def changed_in(sessions: set[UUID]) -> None:
    """Notes that something changed in these sessions in what is now their horse's data version."""
    version = Horse.objects.filter(pk=OuterRef("horse")).values("data_version")
    StoredSession.objects.filter(pk__in=sessions).update(changed_in=Subquery(version))


def day_so_far(yard: Yard, on: date) -> dict[str, SoFar]:
    """By horse: when it worked on a day, and since when a session runs that nobody has ended yet."""
    found: dict[str, SoFar] = {}
    for stored in StoredSession.objects.filter(horse__yard=yard, date=on, deleted=False):
        header, so_far = stored.as_read(), found.get(str(stored.horse_id), SoFar())
        starts, ends = (clock_at_the_yard(one, on) for one in (header.started, header.ended))
        if starts is None:
            continue
        if ends is None:
            so_far = so_far.model_copy(update={"running_since": starts})
        else:
            so_far = so_far.model_copy(update={"worked": (*so_far.worked, Hours(starts=starts, ends=ends))})
        found[str(stored.horse_id)] = so_far
    return found
