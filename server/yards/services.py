"""What a yard agrees on: read, checked by the core, saved."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from datetime import date, timedelta
from typing import Any

from accounts.edition_checks import check_edition, edition_of
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
from bucephal.record import AlsoAsked, YardDefaults, check_defaults, read_model
from bucephal.yard_day import YardDay, yard_day
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


def save_school(yard: Yard, change: dict[str, Any]) -> YardDefaults:
    """Answers some questions; those not named stay as they are, those with null are as they ship again."""
    return _save(yard, "school", change)


def save_bands(yard: Yard, change: dict[str, Any]) -> YardDefaults:
    """The same of bands."""
    return _save(yard, "bands", change)


def save_words(yard: Yard, change: dict[str, Any]) -> YardDefaults:
    """The yard's words for the levels of some cue families; with null they are as they ship again."""
    checked = read_model({"scales": _set(change)}, YardLadder)
    return _change_ladder(yard, lambda now: {"scales": {**_others(now.scales, change), **checked.scales}})


def save_kit(yard: Yard, has: dict[str, bool]) -> YardDefaults:
    """Which things the yard has; of those not named it is as it was."""
    missing = [thing for thing, there in has.items() if not there]
    return _change_ladder(
        yard, lambda now: {"missing_kit": (*(one for one in now.missing_kit if one not in has), *missing)}
    )  # fmt: skip


def save_also(yard: Yard, wanted: dict[str, bool]) -> YardDefaults:
    """What is asked of every answer beside the usual; of what is not named it is as it was."""
    checked = read_model({"also": tuple(wanted)}, YardDefaults).also

    def changed(now: YardDefaults) -> YardDefaults:
        on = {*now.also, *checked} - {one for one in checked if not wanted[one]}
        return now.model_copy(update={"also": tuple(one for one in AlsoAsked if one in on)})

    return _change(yard, changed)


def save_clock(yard: Yard, clock_s: dict[str, int]) -> None:
    """What an ask takes by the yard's own clock; nothing is written where it is as it was."""
    if defaults_of(yard).ladder.clock_s != clock_s:
        _change_ladder(yard, lambda _: {"clock_s": clock_s})


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
    """Sets something of a day: hours, helper, weather; what is not named stays as it is, null is not known.

    Raises:
        InvalidInput: naming each field, value and allowed range; nothing is saved then.
    """
    with transaction.atomic():
        Yard.objects.select_for_update().get(pk=yard.pk)
        day = yard_day({**day_of(yard, on).model_dump(mode="json", exclude={"on"}), **raw}, on)
        StoredDay.objects.update_or_create(yard=yard, on=on, defaults={"body": day.model_dump(mode="json")})
    return day


def _set(change: dict[str, Any]) -> dict[str, Any]:
    return {key: value for key, value in change.items() if value is not None}


def _others(now: Mapping[str, Any], change: dict[str, Any]) -> dict[str, Any]:
    return {key: value for key, value in now.items() if key not in change}


def _save(yard: Yard, part: str, change: dict[str, Any]) -> YardDefaults:
    """Of what is changed at the same time by others nothing is lost: each names what it changes only."""
    named = {part: _set(change)}
    checked = read_model(named, YardDefaults, check_defaults(named, catalogue_of(yard)))

    def changed(now: YardDefaults) -> YardDefaults:
        return now.model_copy(
            update={part: {**_others(getattr(now, part), change), **getattr(checked, part)}}
        )

    return _change(yard, changed)


def _change_ladder(yard: Yard, part: Callable[[YardLadder], dict[str, Any]]) -> YardDefaults:
    def change(now: YardDefaults) -> YardDefaults:
        ladder = read_model({**now.ladder.model_dump(), **part(now.ladder)}, YardLadder)
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
