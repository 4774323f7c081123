"""Who is signed in, and where; the people of a yard and the links by which they come."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated
from uuid import UUID

from bucephal.base.texts import line_of
from django.http import HttpRequest, HttpResponse
from django.views.decorators.csrf import csrf_protect, ensure_csrf_cookie
from ninja import Path, Query, Router, Schema, Status
from ninja.decorators import decorate_view
from pydantic import Field

from accounts import activity, devices, first_run, links, people, services
from accounts.activity import ActivityKind
from accounts.devices import DeviceKind, kind_of
from accounts.doors import MANAGES, ONESELF, READS
from accounts.models import Clock, Deed, Device, Link, Role, Units, User
from accounts.password_tries import PasswordTries, remember_device
from accounts.services import person_of, yard_of

router = Router(tags=["accounts"])

SignInName = Annotated[str, Field(**line_of(150))]
ShownName = Annotated[str, Field(**line_of(80))]
Password = Annotated[str, Field(min_length=1, max_length=200)]
ADDRESS = r"[A-Za-z0-9._%+'-]{1,64}@[A-Za-z0-9-]{1,63}(\.[A-Za-z0-9-]{1,63})+"
Email = Annotated[
    str,
    Field(
        max_length=254, pattern=rf"^({ADDRESS})?$", description="empty, or one address as ash@yard.example"
    ),
]
PersonId = Annotated[int, Path(ge=1, le=2**53)]


class Credentials(Schema):
    name: SignInName
    password: Password


class Me(Schema):
    id: int
    name: str
    signs_in_as: str = Field(description="Empty: by a link.")
    yard: str
    role: Role
    can_read: bool
    can_log: bool
    can_change: bool
    can_manage: bool
    units: Units
    clock: Clock


class Preferences(Schema):
    """How somebody reads amounts and times; what is left out stays as it is."""

    units: Units | None = None
    clock: Clock | None = None


class FirstRun(Schema):
    open: bool = Field(description="No yard is here yet.")


class NewYard(Schema):
    code: Annotated[str, Field(**line_of(40))]
    yard: Annotated[str, Field(**line_of(80))]
    shown: ShownName
    name: SignInName
    password: Password


class NewPassword(Schema):
    old: Password
    new: Password


class DeviceView(Schema):
    """Where somebody is signed in."""

    id: UUID
    runs_on: str
    kind: DeviceKind
    begun_at: datetime
    seen_at: datetime
    is_this: bool


class Devices(Schema):
    devices: list[DeviceView]


class PersonView(Schema):
    id: int
    name: str
    signs_in_as: str
    email: str
    role: Role
    seen_at: datetime | None
    until: datetime | None


class LinkView(Schema):
    id: UUID
    kind: Link.Kind
    name: str
    role: Role
    ends_at: datetime


class People(Schema):
    people: list[PersonView]
    links: list[LinkView]
    left: list[PersonView]


class RoleChoice(Schema):
    role: Role


class LinkMade(Schema):
    """The address is told once, here."""

    link: LinkView
    address: str
    mailed: bool


class Token(Schema):
    token: Annotated[str, Field(**line_of(200))]


class LinkSeen(Schema):
    """What a link is for, before it is taken."""

    kind: Link.Kind
    yard: str
    name: str
    role: Role
    signs_in_as: str | None


class PasswordByLink(Token):
    password: Password


class DeedView(Schema):
    id: int
    at: datetime
    who: str
    what: str
    about: str


class Trail(Schema):
    deeds: list[DeedView]
    earlier: int | None = Field(description="Ask for those before it; null: there are none.")


def me_view(person: User) -> Me:
    return Me(
        id=person.pk, name=person.shown, signs_in_as="" if person.role == Role.DAY_HELPER else
        person.username, yard=person.yard.name if person.yard is not None else "", role=Role(person.role),
        can_read=person.can_read, can_log=person.can_log, can_change=person.can_change,
        can_manage=person.can_manage, units=Units(person.units), clock=Clock(person.clock),
    )  # fmt: skip


def link_view(link: Link) -> LinkView:
    return LinkView(
        id=link.pk, kind=Link.Kind(link.kind), name=link.name, role=Role(link.role), ends_at=link.ends_at
    )  # fmt: skip


def made_view(request: HttpRequest, made: links.Made) -> LinkMade:
    where = links.address(request.build_absolute_uri("/"), made.token)
    return LinkMade(link=link_view(made.link), address=where, mailed=made.mailed)


def base_of(request: HttpRequest) -> str:
    return request.build_absolute_uri("/")


# --- signing in -----------------------------------------------------------------------------


@router.post("/sign-in", auth=None, response=Me)
@decorate_view(csrf_protect)
def sign_in(request: HttpRequest, response: HttpResponse, credentials: Credentials) -> Me:
    person = services.sign_in(request, credentials.name, credentials.password)
    remember_device(request, response, credentials.name)
    return me_view(person)


@router.post("/sign-out", auth=ONESELF, response={204: None})
def sign_out(request: HttpRequest) -> Status[None]:
    services.sign_out(request)
    return Status(204, None)


@router.get("/me", auth=ONESELF, response=Me)
@decorate_view(ensure_csrf_cookie)
def me(request: HttpRequest) -> Me:
    return me_view(person_of(request))


@router.get("/first-run", auth=None, response=FirstRun)
@decorate_view(ensure_csrf_cookie)
def get_first_run(request: HttpRequest) -> FirstRun:
    return FirstRun(open=first_run.is_first_run())


@router.post("/first-run", auth=None, response={201: Me})
@decorate_view(csrf_protect)
def post_first_run(request: HttpRequest, response: HttpResponse, new: NewYard) -> Status[Me]:
    tries = PasswordTries(request, "the first run")
    tries.check()
    try:
        person = first_run.begin(new.code, new.yard, new.name, new.shown, new.password)
    except first_run.WrongCode:
        tries.failed()
        raise
    services.let_in(request, person)
    remember_device(request, response, person.username)
    return Status(201, me_view(person))


# --- oneself --------------------------------------------------------------------------------


@router.post("/me/password", auth=READS, response={204: None})
def post_password(request: HttpRequest, passwords: NewPassword) -> Status[None]:
    services.change_password(request, person_of(request), passwords.old, passwords.new)
    return Status(204, None)


@router.put("/me/preferences", auth=READS, response=Me)
def put_preferences(request: HttpRequest, form: Preferences) -> Me:
    person = person_of(request)
    services.prefer(person, **form.dict(exclude_none=True))
    return me_view(person)


@router.get("/me/devices", auth=READS, response=Devices)
def get_devices(request: HttpRequest) -> Devices:
    here = request.session.session_key
    return Devices(devices=[_device(one, here) for one in devices.devices_of(person_of(request))])


@router.post("/me/devices/{device_id}/end", auth=READS, response={204: None})
def end_device(request: HttpRequest, device_id: UUID) -> Status[None]:
    if not devices.end_device(person_of(request), device_id):
        raise services.Missing("you are not signed in on such a device")
    return Status(204, None)


@router.post("/me/leave", auth=READS, response={204: None})
def leave_yard(request: HttpRequest) -> Status[None]:
    person = person_of(request)
    people.leave(person, person)
    return Status(204, None)


def _device(one: Device, here: str | None) -> DeviceView:
    return DeviceView(
        id=one.id, runs_on=one.runs_on, kind=kind_of(one.runs_on), begun_at=one.begun_at, seen_at=one.seen_at,
        is_this=one.session_key == here,
    )  # fmt: skip


# --- people ---------------------------------------------------------------------------------


@router.get("/people", auth=MANAGES, response=People)
def get_people(request: HttpRequest) -> People:
    by = person_of(request)
    return People(
        people=[_person(one) for one in people.people_of(by)],
        links=[link_view(one) for one in people.links_of(by)],
        left=[_person(one) for one in people.left_of(by)],
    )


def _seen(one: User) -> datetime | None:
    """When somebody was here last: on a device that is still signed in, or signing in."""
    known = [at for at in (getattr(one, "seen_at", None), one.last_login) if at is not None]
    return max(known, default=None)


def _person(one: User) -> PersonView:
    day = one.role == Role.DAY_HELPER
    return PersonView(
        id=one.pk, name=one.shown, signs_in_as="" if day else one.username, email=one.email,
        role=Role(one.role), seen_at=_seen(one), until=one.until,
    )  # fmt: skip


@router.put("/people/{person_id}/role", auth=MANAGES, response={204: None})
def put_role(request: HttpRequest, person_id: PersonId, choice: RoleChoice) -> Status[None]:
    by = person_of(request)
    people.change_role(by, people.one_of(by, person_id), choice.role)
    return Status(204, None)


@router.post("/people/{person_id}/new-password", auth=MANAGES, response={201: LinkMade})
def post_new_password(request: HttpRequest, person_id: PersonId) -> Status[LinkMade]:
    by = person_of(request)
    person = people.one_of(by, person_id)
    made = links.given_out(links.for_a_new_password(person), base_of(request))
    activity.note(by, ActivityKind.NEW_PASSWORD, person.shown, person)
    return Status(201, made_view(request, made))


@router.post("/people/{person_id}/leave", auth=MANAGES, response={204: None})
def let_go(request: HttpRequest, person_id: PersonId) -> Status[None]:
    by = person_of(request)
    people.leave(by, people.one_of(by, person_id))
    return Status(204, None)


@router.post("/links/{link_id}/end", auth=MANAGES, response={204: None})
def end_link(request: HttpRequest, link_id: UUID) -> Status[None]:
    by = person_of(request)
    link = people.link_of(by, link_id)
    links.end_link(link)
    activity.note(by, ActivityKind.LINK_ENDED, link.name, link.person)
    return Status(204, None)


@router.get("/yard/trail", auth=MANAGES, response=Trail)
def get_trail(request: HttpRequest, before: Annotated[int | None, Query(ge=1, le=2**53)] = None) -> Trail:
    found = list(activity.deeds_of(yard_of(person_of(request)), before))
    page = found[: activity.PAGE]
    return Trail(
        deeds=[_deed(one) for one in page], earlier=page[-1].pk if len(found) > activity.PAGE else None
    )


def _deed(one: Deed) -> DeedView:
    return DeedView(
        id=one.pk, at=one.at, who=one.who, what=activity.WORDS[ActivityKind(one.what)], about=one.about
    )


# --- coming by a link -----------------------------------------------------------------------


@router.post("/links/look", auth=None, response=LinkSeen)
@decorate_view(csrf_protect)
def look_at_link(request: HttpRequest, given: Token) -> LinkSeen:
    link = links.link_of(given.token)
    signs_in_as = link.person.username if link.person and link.kind == Link.Kind.PASSWORD else None
    return LinkSeen(
        kind=Link.Kind(link.kind), yard=link.yard.name, name=link.name, role=Role(link.role),
        signs_in_as=signs_in_as,
    )  # fmt: skip


@router.post("/links/password", auth=None, response=Me)
@decorate_view(csrf_protect)
def take_new_password(request: HttpRequest, response: HttpResponse, given: PasswordByLink) -> Me:
    person = links.take_new_password(given.token, given.password)
    services.let_in(request, person)
    remember_device(request, response, person.username)
    return me_view(person)
