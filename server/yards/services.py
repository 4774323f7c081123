"""What a yard agrees on: read, checked by the core, saved."""

from __future__ import annotations

from collections.abc import Callable
from datetime import date, timedelta
from typing import Any

from accounts.editions import check_edition, edition_of
from accounts.models import Yard
from accounts.services import Missing
from bucephal.ladder import (
    Catalogue,
    OwnExercise,
    YardLadder,
    add_own,
    check_yard,
    load_catalogue,
    next_number,
    source_of,
)
from bucephal.planning import YardDay, yard_day
from bucephal.record import YardDefaults, check_defaults, read_model
from django.db import transaction

from yards.models import StoredDay

WEEKS_ALIKE = 2
"""A weekday is taken to be like the last ones of its name."""
Change = Callable[[YardDefaults], YardDefaults]


def defaults_of(yard: Yard) -> YardDefaults:
    """The yard's schools, bands and ladder; nothing set yet: everything as it ships."""
    return YardDefaults.model_validate(yard.defaults)


def catalogue_of(yard: Yard) -> Catalogue:
    """The ladder with what this yard adds, under no school: a horse's record brings its own."""
    return load_catalogue(defaults_of(yard).ladder)


def yards_catalogue(yard: Yard) -> Catalogue:
    """The same under the yard's schools."""
    defaults = defaults_of(yard)
    return load_catalogue(defaults.ladder, defaults.school)


def save_school(yard: Yard, school: dict[str, Any]) -> YardDefaults:
    return _save(yard, {"school": school})


def save_bands(yard: Yard, bands: dict[str, Any]) -> YardDefaults:
    return _save(yard, {"bands": bands})


def save_words(yard: Yard, scales: dict[str, Any]) -> YardDefaults:
    """The yard's words for the levels of some cue families; those not named are as they ship."""
    return _save_ladder(yard, {"scales": scales})


def save_missing_kit(yard: Yard, missing: list[Any]) -> YardDefaults:
    return _save_ladder(yard, {"missing_kit": missing})


def save_clock(yard: Yard, clock_s: dict[str, int]) -> None:
    """What an ask takes by the yard's own clock; nothing is written where it is as it was."""
    if defaults_of(yard).ladder.clock_s != clock_s:
        _save_ladder(yard, {"clock_s": clock_s})


def exercise_of(yard: Yard, name: str) -> tuple[OwnExercise, int]:
    """An exercise as it is written, and the number that a new stage of it would get."""
    source = source_of(defaults_of(yard).ladder, name)
    if source is None:
        raise Missing(f"there is no exercise {name}")
    return source, next_number(source)


def save_exercise(yard: Yard, raw: dict[str, Any], began_with: str | None = None) -> YardDefaults:
    """Adds an exercise of the yard's own, or its version of one that ships.

    Args:
        began_with: the edition that was shown when the change was begun; None: whatever there is gives way.

    Raises:
        InvalidInput: naming each place and reason; nothing is saved then.
        Overtaken: if somebody else has changed it since.
    """
    own = read_model(raw, OwnExercise)

    def change(now: YardDefaults) -> YardDefaults:
        source = source_of(now.ladder, own.id)
        check_edition(began_with, "" if source is None else edition_of(source))
        return now.model_copy(update={"ladder": add_own(now.ladder, own)})

    return _change(yard, change)


def day_of(yard: Yard, on: date) -> YardDay:
    """The day as it was set; else with the hours and the helper of the same weekday lately."""
    alike = [on - timedelta(weeks=n) for n in range(WEEKS_ALIKE + 1)]
    latest = StoredDay.objects.filter(yard=yard, on__in=alike).order_by("-on").first()
    if latest is None:
        return YardDay(on=on)
    day = YardDay.model_validate(latest.body)
    return day if day.on == on else YardDay(on=on, starts=day.starts, ends=day.ends, helper=day.helper)


def save_day(yard: Yard, raw: dict[str, Any], on: date) -> YardDay:
    """Sets a day: hours, helper, weather.

    Raises:
        InvalidInput: naming each field, value and allowed range; nothing is saved then.
    """
    day = yard_day(raw, on)
    StoredDay.objects.update_or_create(yard=yard, on=on, defaults={"body": day.model_dump(mode="json")})
    return day


def _save(yard: Yard, part: dict[str, Any]) -> YardDefaults:
    problems = check_defaults(part, catalogue_of(yard))
    checked = read_model(part, YardDefaults, problems)
    return _change(yard, lambda now: now.model_copy(update={key: getattr(checked, key) for key in part}))


def _save_ladder(yard: Yard, part: dict[str, Any]) -> YardDefaults:
    checked = read_model(part, YardLadder)

    def change(now: YardDefaults) -> YardDefaults:
        ladder = now.ladder.model_copy(update={key: getattr(checked, key) for key in part})
        check_yard(ladder)
        return now.model_copy(update={"ladder": ladder})

    return _change(yard, change)


def _change(yard: Yard, change: Change) -> YardDefaults:
    """Estimates and plans made under the old ones are not read again: they carry a print of these."""
    with transaction.atomic():
        yard.refresh_from_db(from_queryset=Yard.objects.select_for_update())
        changed = change(defaults_of(yard))
        yard.defaults = changed.model_dump(mode="json")
        yard.save(update_fields=["defaults"])
    return changed
