"""What is worked out of a horse's asks and kept: when it is still true, and how it is made anew."""

from __future__ import annotations

import logging
from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date
from functools import lru_cache, partial
from hashlib import sha256
from pathlib import Path
from uuid import UUID

import bucephal
from accounts.models import Yard
from bucephal.pages import WorkedDays, horse_facts
from bucephal.planning import PlanRequest, plan_day
from bucephal.progress import Standing, TrackEstimate
from bucephal.record import HorseRecord
from bucephal.response import Heard, hear
from django.db import DatabaseError, transaction
from horses.models import Horse
from horses.services import ladder_of
from training.records import record_anew, record_of
from version_cache import MOST_HORSES, Latest, VersionCache
from yards.services import defaults_of

from derived.models import Derived

log = logging.getLogger(__name__)


def derive(horse: Horse, on: date) -> Derived:
    """Works everything out from the asks, whatever was kept; does not save."""
    record = record_anew(horse)
    heard = hear(record, ladder_of(horse))
    return _derived(horse, _stand(horse, on, record, heard), heard)


def rebuild(horse: Horse, on: date) -> Derived:
    """Derives and stores, whatever was there."""
    derived = derive(horse, on)
    _store(derived)
    return derived


def _derived(horse: Horse, standing: Standing, heard: Heard) -> Derived:
    day = _work_out(standing, horse.usual_minutes).model_dump(mode="json")
    estimates = [one.model_dump(mode="json") for one in standing.estimates()]
    return Derived(
        horse=horse, on=standing.on, data_version=horse.data_version, recipe=recipe(horse.yard),
        estimates=estimates, day=day, tracks=heard.before.saved,
    )  # fmt: skip


def _store(derived: Derived) -> None:
    kept = ("on", "data_version", "recipe", "estimates", "day", "tracks")
    values = {name: getattr(derived, name) for name in kept}
    Derived.objects.update_or_create(horse=derived.horse, defaults=values)


def _work_out(standing: Standing, minutes: int) -> WorkedDays:
    alone, helped = (
        plan_day(standing, PlanRequest(on=standing.on, minutes=minutes, helper=helper))
        for helper in (False, True)
    )
    record = standing.record
    return WorkedDays(
        facts=horse_facts(standing),
        plan=alone,
        helped=helped,
        days=tuple(sorted({session.date for session in record.sessions})[-14:]),
        age_months=standing.age_months,
        busy=record.busy,
    )


def heard_of(horse: Horse) -> Heard:
    """Every ask of the horse, going on from what this process heard last, else from what was stored."""

    def go_on(last: Heard | None) -> Heard:
        return hear(record_of(horse), ladder_of(horse), last, None if last else _saved(horse))

    return _HEARD.get(horse.pk, go_on)


def _saved(horse: Horse) -> bytes:
    """What the last derivation kept, if it was made by these rules; of which asks, it knows itself."""
    derived: Derived | None = getattr(horse, "derived", None)
    return bytes(derived.tracks) if derived is not None and derived.recipe == recipe(horse.yard) else b""


@dataclass(frozen=True)
class Worked:
    """What is worked out of a horse on a day, as it is used."""

    days: WorkedDays
    estimates: tuple[TrackEstimate, ...]

    @classmethod
    def of(cls, derived: Derived) -> Worked:
        estimates = tuple(TrackEstimate.model_validate(row) for row in derived.estimates)
        return cls(WorkedDays.model_validate(derived.day), estimates)


def worked_out_of(horses: Iterable[Horse], on: date) -> list[Worked]:
    """Of several horses: what this process has, else what is stored, else made anew where that is not true.

    However many ask for a horse that has changed, it is worked out once. Where it cannot be stored (a full
    disk, a busy database) it is answered all the same.
    """
    versions = {horse: version_of(horse, on) for horse in horses}
    missing = [horse for horse, version in versions.items() if version not in _WORKED_OUT]
    rows = Derived.objects.filter(horse__in=missing).defer("tracks") if missing else ()
    stored = {row.horse_id: row for row in rows}
    return [
        _WORKED_OUT.get(version, partial(_worked_out, horse, on, stored.get(horse.pk)))
        for horse, version in versions.items()
    ]


def worked_out(horse: Horse, on: date) -> Worked:
    return worked_out_of([horse], on)[0]


_WORKED_OUT: VersionCache[Worked] = VersionCache(64)
_STANDINGS: VersionCache[Standing] = VersionCache(MOST_HORSES)
_HEARD: Latest[UUID, Heard] = Latest(MOST_HORSES)


def forget() -> None:
    """Lets go what this process keeps: where the database has become another one."""
    _WORKED_OUT.forget()
    _STANDINGS.forget()
    _HEARD.forget()


def _worked_out(horse: Horse, on: date, stored: Derived | None) -> Worked:
    wanted = (on, horse.data_version, recipe(horse.yard))
    if stored is not None and (stored.on, stored.data_version, stored.recipe) == wanted:
        return Worked.of(stored)
    derived = _derived(horse, standing_of(horse, on), heard_of(horse))
    try:
        with transaction.atomic():
            _store(derived)
    except DatabaseError:
        log.warning("what was worked out of %s could not be stored", horse.pk, exc_info=True)
    return Worked.of(derived)


Version = tuple[UUID, date, int, str]


def version_of(horse: Horse, on: date) -> Version:
    """What everything that is worked out of a horse on a day rests on: its asks and the rules."""
    return horse.pk, on, horse.data_version, recipe(horse.yard)


def standing_of(horse: Horse, on: date) -> Standing:
    """Where the horse stood on a day: later sessions are left aside."""
    return _STANDINGS.get(version_of(horse, on), lambda: _stand(horse, on, record_of(horse), heard_of(horse)))


def _stand(horse: Horse, on: date, record: HorseRecord, heard: Heard) -> Standing:
    past = tuple(session for session in record.sessions if session.date <= on)
    if len(past) < len(record.sessions):
        return Standing(record.model_copy(update={"sessions": past}), ladder_of(horse), on)
    return Standing(record, ladder_of(horse), on, heard.tracks)


def recipe(yard: Yard) -> str:
    """A fingerprint of the rules: of the core, and of what the yard agrees on (not what it only asks about).

    What other rules worked out is not read again.
    """
    digest = sha256(_core_print().encode())
    digest.update(defaults_of(yard).model_dump_json(exclude={"also"}).encode())
    return digest.hexdigest()


@lru_cache(maxsize=1)
def _core_print() -> str:
    digest = sha256()
    root = Path(bucephal.__file__).parent
    for path in sorted([*root.rglob("*.py"), *root.rglob("*.toml")]):
        digest.update(path.read_bytes())
    return digest.hexdigest()
