"""The people of a yard: what they may, and how they go."""

from __future__ import annotations

from uuid import UUID

from bucephal.base.errors import InvalidInput, Problem
from django.db import transaction
from django.db.models import Case, Max, Q, QuerySet, When
from django.utils import timezone

from accounts import activity
from accounts.activity import ActivityKind
from accounts.devices import end_all
from accounts.links import INVITED
from accounts.models import Link, Role, User, Yard
from accounts.services import Missing, yard_of

NOBODY = "there is nobody like that in this yard"


def people_of(person: User) -> QuerySet[User]:
    """Everybody of a person's yard who is here, with when they were seen last."""
    here = Q(is_active=True) & (Q(until=None) | Q(until__gt=timezone.now()))
    people = User.objects.filter(here, yard=yard_of(person)).annotate(seen_at=Max("devices__seen_at"))
    roles = Case(*(When(role=role, then=place) for place, role in enumerate(Role.values)))
    return people.order_by(roles, "first_name", "username")


def people_in(yard: Yard) -> list[User]:
    """Who rides and handles in a yard, by name; whoever comes for a day is not among them."""
    hands = User.objects.filter(yard=yard, is_active=True, until=None).exclude(role=Role.OWNER)
    return list(hands.order_by("first_name", "username"))


def left_of(person: User) -> QuerySet[User]:
    """Those who left, and are still known by name."""
    left = User.objects.filter(yard=yard_of(person), is_active=False)
    return left.exclude(role=Role.DAY_HELPER).order_by("first_name", "username")


def known_of(person: User, other: int) -> User:
    """Somebody of the same yard, whether here or not; anybody else is not found."""
    found = User.objects.filter(yard=yard_of(person), pk=other).first()
    if found is None:
        raise Missing(NOBODY)
    return found


def links_of(person: User) -> QuerySet[Link]:
    """The links of a person's yard that are still open."""
    open_ = Link.objects.filter(yard=yard_of(person), ends_at__gt=timezone.now())
    return open_.filter(Q(used_at=None) | Q(kind=Link.Kind.DAY)).select_related("person").order_by("ends_at")


def one_of(person: User, other: int) -> User:
    """Somebody of the same yard who is here; anybody else is not found."""
    found = people_of(person).filter(pk=other).first()
    if found is None:
        raise Missing(NOBODY)
    return found


def link_of(person: User, link: UUID) -> Link:
    found = links_of(person).filter(pk=link).first()
    if found is None:
        raise Missing("there is no such link, or it has ended")
    return found


def change_role(by: User, person: User, role: Role) -> None:
    """
    Raises:
        InvalidInput: if it is no role, or the yard would be without a trainer.
    """
    if role not in INVITED or person.role == Role.DAY_HELPER:
        raise InvalidInput([Problem("role", role, "is no role to be given", ", ".join(INVITED))])
    with transaction.atomic():
        if role != Role.TRAINER:
            keep_a_trainer(person)
        person.role = role
        person.save(update_fields=["role"])
        activity.note(by, ActivityKind.ROLE, f"{person.shown}, {person.get_role_display()}", person)


def leave(by: User, person: User) -> None:
    """This person signs in no more; what they did stays under their name.

    Raises:
        InvalidInput: if the yard would be without a trainer.
    """
    with transaction.atomic():
        keep_a_trainer(person)
        person.is_active = False
        person.save(update_fields=["is_active"])
        end_all(person)
        activity.note(by, ActivityKind.LEFT, person.shown, person)


def keep_a_trainer(person: User) -> None:
    """
    Raises:
        InvalidInput: if this is the yard's only one.
    """
    others = User.objects.select_for_update().filter(yard=person.yard, role=Role.TRAINER, is_active=True)
    if person.role == Role.TRAINER and not others.exclude(pk=person.pk).exists():
        reason = "is the only trainer of the yard"
        raise InvalidInput([Problem("person", person.shown, reason, "another trainer first")])
