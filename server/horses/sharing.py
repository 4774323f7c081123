"""Who sees which horse: owners, helpers for a day; and horses that leave the yard and come back."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import datetime, time, timedelta
from uuid import UUID

from accounts import activity, links
from accounts.activity import ActivityKind
from accounts.models import Link, Role, User
from accounts.services import Missing, yard_of
from bucephal.base.errors import InvalidInput, Problem
from django.db import transaction
from django.db.models import QuerySet
from django.utils import timezone

from horses.models import Horse
from horses.services import NO_SUCH_HORSE


def invite(by: User, base: str, name: str, email: str, role: Role, horses: list[UUID]) -> links.Made:
    """An invitation to the yard; to an owner's belong the horses that will be theirs.

    Raises:
        InvalidInput: if nobody is invited as that, or a horse is none of the yard.
    """
    own = _of_the_yard(by, horses) if role == Role.OWNER else []
    made = links.given_out(links.invite(by, name, email, role, _ids(own)), base)
    activity.note(by, ActivityKind.INVITED, f"{name}, {role.label}")
    return made


def invite_for_today(by: User, base: str, name: str, email: str, horses: list[UUID]) -> links.Made:
    """A link that ends with the day; whoever has it logs for these horses.

    Raises:
        InvalidInput: if no horse is named, or one is none of the yard.
    """
    chosen = _of_the_yard(by, horses)
    links.forget_past_helpers(yard_of(by))
    made = links.given_out(links.for_a_day(by, name, email, _ids(chosen), end_of_the_day()), base)
    activity.note(by, ActivityKind.DAY_LINK, f"{name}: {', '.join(map(str, chosen))}")
    return made


def end_of_the_day() -> datetime:
    """Midnight, where the yard is."""
    tomorrow = timezone.localdate() + timedelta(days=1)
    return timezone.make_aware(datetime.combine(tomorrow, time.min))


def join(token: str, name: str, password: str) -> User:
    """The account of whoever was invited, with the horses that are theirs.

    Raises:
        NoLink: if there is none that is still open.
        InvalidInput: if the name is taken, or the password breaks a rule.
    """

    def given(person: User, link: Link) -> None:
        for horse in _named_by(link):
            horse.owners.add(person)

    return links.join(token, name, password, given)


def come_for_the_day(token: str) -> User:
    """
    Raises:
        NoLink: if there is none that is still open.
    """
    with transaction.atomic():
        person, link = links.come_for_the_day(token)
        for horse in _named_by(link):
            horse.day_helpers.add(person)
    return person


def _named_by(link: Link) -> QuerySet[Horse]:
    """Asked as somebody of the yard: a horse that is no longer in it is not."""
    anybody = User(yard=link.yard, role=Role.TRAINER)
    return Horse.objects.of(anybody).filter(pk__in=link.horses)


def set_owner(by: User, person: User, horses: list[UUID]) -> None:
    """Which horses are this owner's.

    Raises:
        InvalidInput: if the person is no owner, or a horse is none of the yard.
    """
    if person.role != Role.OWNER:
        raise InvalidInput([Problem("person", person.shown, "is no owner", "somebody whose role is owner")])
    own = _of_the_yard(by, horses)
    with transaction.atomic():
        person.horses.set(own)
        activity.note(by, ActivityKind.OWNERS, f"{person.shown}: {', '.join(map(str, own)) or '-'}", person)


def take_out(by: User, horse: Horse) -> None:
    """The horse leaves the yard: it is planned and logged no more, and everything known of it is kept."""
    with transaction.atomic():
        horse.left_at = timezone.now()
        horse.save(update_fields=["left_at"])
        activity.note(by, ActivityKind.HORSE_LEFT, str(horse))


def take_back(by: User, horse_id: UUID) -> Horse:
    """
    Raises:
        Missing: if no such horse has left this yard.
    """
    horse = gone_of(by).filter(pk=horse_id).first()
    if horse is None:
        raise Missing(NO_SUCH_HORSE)
    with transaction.atomic():
        horse.left_at = None
        horse.save(update_fields=["left_at"])
        activity.note(by, ActivityKind.HORSE_CAME_BACK, str(horse))
    return horse


def gone_of(person: User) -> QuerySet[Horse]:
    """Horses that have left, the last one first."""
    return Horse.objects.ever_of(person).exclude(left_at=None).order_by("-left_at")


def _of_the_yard(by: User, horses: Iterable[UUID]) -> list[Horse]:
    wanted = list(dict.fromkeys(horses))
    found = {horse.pk: horse for horse in Horse.objects.of(by).filter(pk__in=wanted)}
    missing = [
        Problem(f"horses[{n}]", str(one), NO_SUCH_HORSE, "")
        for n, one in enumerate(wanted)
        if one not in found
    ]
    if missing:
        raise InvalidInput(missing)
    return [found[one] for one in wanted]


def _ids(horses: Iterable[Horse]) -> list[str]:
    return [str(horse.pk) for horse in horses]
