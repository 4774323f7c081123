"""Horses within a yard, and their records as the core reads them."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from datetime import date
from typing import Any
from uuid import UUID

from accounts.edition_checks import check_edition, edition_of
from accounts.models import User, Yard
from accounts.services import Missing
from bucephal.ladder import Catalogue
from bucephal.record import (
    Busy,
    ConditionScore,
    PainCheck,
    Visit,
    horse_from_form,
    read_model,
)
from bucephal.record import Horse as HorseProfile
from bucephal.record.horse_form import NOT_IN_THE_FORM, first_bands
from bucephal.record.models import Flag, Goal
from bucephal.welfare import clear_flags, condition_score, pain_check, raise_by_hand
from django.db import transaction
from django.db.models import F
from yards.services import catalogue_of

from horses.models import Horse

NO_SUCH_HORSE = "there is no such horse in this yard"


def ladder_of(horse: Horse) -> Catalogue:
    """The ladder that a horse is worked by; its school is in its record."""
    return catalogue_of(horse.yard)


def horse_of(person: User, horse_id: UUID) -> Horse:
    """A horse that this person may see; any other is not found."""
    horse = Horse.objects.of(person).filter(pk=horse_id).select_related("yard").first()
    if horse is None:
        raise Missing(NO_SUCH_HORSE)
    return horse


@contextmanager
def held(horse: Horse, *fields: str) -> Iterator[None]:
    """The horse as it is now, and nobody else's to change meanwhile: what is changed of these fields is saved
    and noted with it, or nothing is.
    """
    with transaction.atomic():
        horse.refresh_from_db(from_queryset=Horse.objects.select_for_update())
        yield
        horse.save(update_fields=fields)
        changed({horse.pk})


def changed(horses: set[UUID]) -> None:
    """Notes that what these horses' estimates rest on has changed."""
    Horse.objects.filter(pk__in=horses).update(data_version=F("data_version") + 1)


# --- adding and changing ------------------------------------------------------------------------


def add_horse(yard: Yard, raw: dict[str, Any], usual_minutes: int, today: date) -> Horse:
    """A new horse at the end of the yard's list.

    Raises:
        InvalidInput: naming each field; nothing is saved then.
    """
    profile = first_bands(horse_from_form(raw, catalogue_of(yard), today))
    return Horse.objects.create(
        yard=yard,
        position=yard.horses.count(),
        profile=profile.model_dump(mode="json", exclude={"id"}),
        usual_minutes=usual_minutes,
    )


def put_last(horse: Horse) -> None:
    """At the end of its yard's list."""
    horse.position = horse.yard.horses.count()
    horse.save(update_fields=["position"])


def edition(horse: Horse) -> str:
    """Of what the form of a horse shows."""
    return edition_of(HorseProfile.model_validate(horse.profile), horse.usual_minutes, horse.keeps_its_own)


def change_horse(
    horse: Horse,
    raw: dict[str, Any],
    usual_minutes: int,
    today: date,
    keeps_its_own: bool | None = None,
    began_with: str | None = None,
) -> Horse:
    """Changes what is known of a horse; what the form does not have stays as it was.

    Args:
        keeps_its_own: is what the yard agrees on not put to it? None: as it was.
        began_with: the edition that was shown when the change was begun; None: whatever there is gives way.

    Raises:
        InvalidInput: naming each field.
        Overtaken: if somebody else has changed it since.
    """
    with held(horse, "profile", "usual_minutes", "keeps_its_own"):
        check_edition(began_with, edition(horse))
        kept = {key: value for key, value in horse.profile.items() if key in NOT_IN_THE_FORM}
        profile = horse_from_form({**kept, **raw}, ladder_of(horse), today)
        horse.profile = profile.model_dump(mode="json", exclude={"id"})
        horse.usual_minutes = usual_minutes
        if keeps_its_own is not None:
            horse.keeps_its_own = keeps_its_own
    return horse


def raise_flag(horse: Horse, raw: dict[str, Any], today: date) -> None:
    """Keeps a flag that somebody raises with what was seen.

    Raises:
        InvalidInput: if there is no such flag, or nothing is said of what was seen.
    """
    flag = raise_by_hand(raw, today)
    with held(horse, "flags"):
        horse.flags = [*horse.flags, flag.model_dump(mode="json")]


def clear_flag(horse: Horse, raw: dict[str, Any], today: date) -> None:
    """Clears a flag with what was found, and by whom; it stays in the record.

    Raises:
        InvalidInput: if that is not said, or a vet has to look.
    """
    with held(horse, "flags"):
        flags = clear_flags([Flag.model_validate(row) for row in horse.flags], raw, today)
        horse.flags = [flag.model_dump(mode="json") for flag in flags]


def keep_pain_check(horse: Horse, raw: dict[str, Any], today: date) -> None:
    """Keeps today's look for pain signs; a second one of the day takes the first one's place.

    Raises:
        InvalidInput: if a sign is not of the list.
    """
    look = pain_check(raw, today)
    with held(horse, "pain_checks"):
        horse.pain_checks = _of_today(horse.pain_checks, look)


def keep_condition(horse: Horse, raw: dict[str, Any], today: date) -> None:
    """Keeps today's condition score; a second one of the day takes the first one's place.

    Raises:
        InvalidInput: if it is not 1 to 9.
    """
    look = condition_score(raw, today)
    with held(horse, "condition_scores"):
        horse.condition_scores = _of_today(horse.condition_scores, look)


def _of_today(rows: list[dict[str, Any]], look: PainCheck | ConditionScore) -> list[dict[str, Any]]:
    return [*(row for row in rows if row["on"] != str(look.on)), look.model_dump(mode="json")]


def set_goal(horse: Horse, raw: dict[str, Any]) -> None:
    """What the horse is to be able to do: a step of the ladder, and by when; its other goals stay.

    Raises:
        UnknownStep: if the ladder has no such step.
        InvalidInput: if it has another shape.
    """
    goal = read_model(raw, Goal, base="goal")
    ladder_of(horse).stage(goal.step)
    with held(horse, "goals"):
        others = [row for row in horse.goals if row["step"] != goal.step]
        horse.goals = [*others, goal.model_dump(mode="json")]


def drop_goal(horse: Horse, step: str) -> None:
    with held(horse, "goals"):
        horse.goals = [row for row in horse.goals if row["step"] != step]


def set_busy(horse: Horse, raw: dict[str, Any]) -> None:
    """Notes who comes to a horse on a day, or that nobody does after all.

    Args:
        raw: ``date``, and ``what``; None: nobody.

    Raises:
        InvalidInput: if it is no day, or nobody that comes.
    """
    what = raw.get("what")
    # The day is checked alike where nobody comes.
    checked = read_model({"date": raw.get("date"), "what": Visit.AWAY if what is None else what}, Busy)
    busy = checked.model_dump(mode="json")
    with held(horse, "busy"):
        others = [row for row in horse.busy if row["date"] != busy["date"]]
        kept = others if what is None else [*others, busy]
        horse.busy = sorted(kept, key=lambda row: row["date"])
