"""Ways in by an address that ends: invitations, new passwords, a helper's day.

What the address holds is given out once and kept as its hash only. It stands behind a #, so that it reaches
no log of a server or a proxy, and no other site.
"""

from __future__ import annotations

import secrets
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from hashlib import sha256

from bucephal.base.errors import BucephalError, InvalidInput, Problem
from django.core.mail import EmailMessage
from django.db import transaction
from django.utils import timezone

from accounts import activity
from accounts.activity import ActivityKind
from accounts.devices import end_all
from accounts.hashing import hashing
from accounts.models import Link, Role, User, Yard
from accounts.passwords import check_password

INVITATION = timedelta(days=7)
NEW_PASSWORD = timedelta(days=1)
KEPT_AFTER_THE_DAY = timedelta(days=30)
INVITED = (Role.TRAINER, Role.INSTRUCTOR, Role.HELPER, Role.OWNER)
_MAIL = {
    Link.Kind.JOIN: ("An invitation to {yard}", "{name}, you are invited to {yard}."),
    Link.Kind.PASSWORD: ("A new password for {yard}", "{name}, choose a new password here."),
    Link.Kind.DAY: ("Today at {yard}", "{name}, this opens the horses you help with today."),
}


class NoLink(BucephalError):
    """There is no such link, or it has ended, or it was used."""

    code = "link.none"

    @property
    def problems(self) -> tuple[Problem, ...]:
        return (
            Problem("token", None, "this link has ended, or was used already", "a new one, from a trainer"),
        )


@dataclass(frozen=True)
class Made:
    """A link with the one thing that is kept nowhere.

    Fields:
        mailed: was it sent too?
    """

    link: Link
    token: str
    mailed: bool = False


def invite(by: User, name: str, email: str, role: Role, horses: Sequence[str]) -> Link:
    """
    Args:
        horses: ids; those that an owner will own.

    Raises:
        InvalidInput: if nobody can be invited as that.
    """
    if role not in INVITED:
        raise InvalidInput([Problem("role", role, "is no role to be invited as", ", ".join(INVITED))])
    return Link(
        yard=by.yard, kind=Link.Kind.JOIN, name=name, email=email, role=role, horses=list(horses),
        ends_at=timezone.now() + INVITATION,
    )  # fmt: skip


def for_a_day(by: User, name: str, email: str, horses: Sequence[str], ends_at: datetime) -> Link:
    if not horses:
        raise InvalidInput([Problem("horses", [], "names no horse", "one at least")])
    return Link(
        yard=by.yard, kind=Link.Kind.DAY, name=name, email=email, role=Role.DAY_HELPER, horses=list(horses),
        ends_at=ends_at,
    )  # fmt: skip


def for_a_new_password(person: User) -> Link:
    """
    Raises:
        InvalidInput: if this person has none: a day helper comes by a link.
    """
    if person.role == Role.DAY_HELPER:
        raise InvalidInput([Problem("person", person.shown, "signs in with no password", "another day link")])
    return Link(
        yard=person.yard, kind=Link.Kind.PASSWORD, name=person.shown, email=person.email, role=person.role,
        person=person, ends_at=timezone.now() + NEW_PASSWORD,
    )  # fmt: skip


def given_out(link: Link, base: str) -> Made:
    """Saves a link, makes its address, and mails it where there is an address to mail to.

    Args:
        base: where the product is found, such as https://yard.example.
    """
    token = secrets.token_urlsafe(32)
    link.digest = _digest(token)
    link.save()
    return Made(link, token, _mailed(link, address(base, token)))


def address(base: str, token: str) -> str:
    return f"{base.rstrip('/')}/join#{token}"


def _mailed(link: Link, where: str) -> bool:
    """It is shown as well: that it could not be mailed is said, and keeps nobody out."""
    if not link.email:
        return False
    subject, words = (
        text.format(name=link.name, yard=link.yard.name) for text in _MAIL[Link.Kind(link.kind)]
    )
    until = f"It ends on {timezone.localtime(link.ends_at):%d %B at %H:%M}."
    message = EmailMessage(subject, f"{words}\n\n{where}\n\n{until}\n", to=[link.email])
    try:
        return message.send() > 0
    except (OSError, ValueError):  # no room, or an address that no header takes
        return False


def link_of(token: str) -> Link:
    """
    Raises:
        NoLink: if there is none that is still open.
    """
    found = Link.objects.select_related("yard", "person").filter(digest=_digest(token)).first()
    if found is None or found.ends_at <= timezone.now():
        raise NoLink
    if found.used_at is not None and found.kind != Link.Kind.DAY:
        raise NoLink
    if found.person is not None and not found.person.is_active:
        raise NoLink
    return found


Given = Callable[[User, Link], None]


def join(token: str, name: str, password: str, given: Given) -> User:
    """Makes the account of whoever was invited.

    Args:
        name: to sign in with.
        given: gives them what belongs to the invitation; done with it, or neither is.

    Raises:
        NoLink: if there is none that is still open.
        InvalidInput: if the name is taken, or the password breaks a rule.
    """
    link = link_of(token)
    if link.kind != Link.Kind.JOIN:
        raise NoLink
    person = new_person(link.yard, name, link.name, Role(link.role), link.email)
    check_password(password, person)
    with hashing():
        person.set_password(password)
    # Nobody else waits for the hashing: what is written is written afterwards.
    with transaction.atomic():
        _use(link)
        refuse_a_taken_name(name)
        person.save()
        Link.objects.filter(pk=link.pk).update(person=person)
        given(person, link)
        activity.note(person, ActivityKind.JOINED, person.get_role_display(), person)
    return person


def take_new_password(token: str, password: str) -> User:
    """
    Raises:
        NoLink: if there is none that is still open.
        InvalidInput: if the password breaks a rule; the link can be used again then.
    """
    link = link_of(token)
    if link.kind != Link.Kind.PASSWORD or link.person is None:
        raise NoLink
    person = link.person
    check_password(password, person)
    with hashing():
        person.set_password(password)
    with transaction.atomic():
        _use(link)
        person.save()
        # Whoever had the old one is signed out with it.
        end_all(person)
    return person


def come_for_the_day(token: str) -> tuple[User, Link]:
    """Whoever helps for a day; made when the link is opened first.

    Raises:
        NoLink: if there is none that is still open.
    """
    link = link_of(token)
    if link.kind != Link.Kind.DAY:
        raise NoLink
    with transaction.atomic():
        link.refresh_from_db(from_queryset=Link.objects.select_for_update())
        if link.person is None:
            person = new_person(link.yard, f"day-{link.pk}", link.name, Role.DAY_HELPER, "")
            person.until = link.ends_at
            person.set_unusable_password()
            person.save()
            link.person, link.used_at = person, timezone.now()
            link.save(update_fields=["person", "used_at"])
            activity.note(person, ActivityKind.CAME_FOR_THE_DAY, "", person)
    if link.person is None or not link.person.is_here:
        raise NoLink
    return link.person, link


def forget_past_helpers(yard: Yard) -> None:
    """Whoever came for a day that is a month past is not kept as a person; what they logged stays."""
    long_past = timezone.now() - KEPT_AFTER_THE_DAY
    User.objects.filter(yard=yard, role=Role.DAY_HELPER, until__lt=long_past).delete()


def end_link(link: Link) -> None:
    """Nobody comes in by it any more; whoever came for a day by it goes."""
    now = timezone.now()
    with transaction.atomic():
        Link.objects.filter(pk=link.pk).update(ends_at=now)
        if link.kind == Link.Kind.DAY and link.person is not None:
            User.objects.filter(pk=link.person.pk).update(until=now)
            end_all(link.person)


def new_person(yard: Yard, name: str, shown: str, role: Role, email: str) -> User:
    """Not saved yet.

    Raises:
        InvalidInput: if the name is taken.
    """
    refuse_a_taken_name(name)
    return User(username=name, first_name=shown, yard=yard, role=role, email=email)


def refuse_a_taken_name(name: str) -> None:
    """
    Raises:
        InvalidInput: if somebody signs in with it already, in whatever letters.
    """
    if User.objects.filter(username__iexact=name).exists():
        raise InvalidInput([Problem("name", name, "somebody signs in with it already", "another one")])


def _use(link: Link) -> None:
    """Once: of two at the same moment the second is too late."""
    used = Link.objects.filter(pk=link.pk, used_at=None).update(used_at=timezone.now())
    if not used:
        raise NoLink


def _digest(token: str) -> str:
    return sha256(token.encode()).hexdigest()
