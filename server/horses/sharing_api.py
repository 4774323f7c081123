"""Invitations and day links with their horses, owners, and horses that leave and come back."""

from __future__ import annotations

from datetime import datetime
from uuid import UUID

from accounts import people, services
from accounts.api import (
    Email,
    LinkMade,
    Me,
    Password,
    PersonId,
    ShownName,
    SignInName,
    Token,
    base_of,
    made_view,
    me_view,
)
from accounts.doors import MANAGES
from accounts.models import Role
from accounts.password_tries import remember_device
from accounts.services import person_of
from django.http import HttpRequest, HttpResponse
from django.views.decorators.csrf import csrf_protect
from ninja import Router, Schema, Status
from ninja.decorators import decorate_view
from pydantic import Field

from horses import sharing
from horses.models import Horse
from horses.services import horse_of

router = Router(tags=["sharing"])
MOST_HORSES = 200


class Invitation(Schema):
    name: ShownName
    email: Email = ""
    role: Role
    horses: list[UUID] = Field(default=[], max_length=MOST_HORSES, description="That an owner owns.")


class DayInvitation(Schema):
    name: ShownName
    email: Email = ""
    horses: list[UUID] = Field(max_length=MOST_HORSES)


class Joining(Token):
    name: SignInName
    password: Password


class HorseChoice(Schema):
    horses: list[UUID] = Field(max_length=MOST_HORSES)


class Owned(Schema):
    """Whose horses which are: by person."""

    horses: dict[str, list[UUID]]


class GoneHorse(Schema):
    id: UUID
    name: str
    left_at: datetime


class GoneHorses(Schema):
    horses: list[GoneHorse]


@router.post("/people/invitations", auth=MANAGES, response={201: LinkMade})
def post_invitation(request: HttpRequest, form: Invitation) -> Status[LinkMade]:
    by = person_of(request)
    made = sharing.invite(by, base_of(request), form.name, form.email, form.role, form.horses)
    return Status(201, made_view(request, made))


@router.post("/people/day-links", auth=MANAGES, response={201: LinkMade})
def post_day_link(request: HttpRequest, form: DayInvitation) -> Status[LinkMade]:
    by = person_of(request)
    made = sharing.invite_for_today(by, base_of(request), form.name, form.email, form.horses)
    return Status(201, made_view(request, made))


@router.get("/people/owned", auth=MANAGES, response=Owned)
def get_owned(request: HttpRequest) -> Owned:
    by = person_of(request)
    owners = people.people_of(by).filter(role=Role.OWNER)
    horses = Horse.objects.of(by).prefetch_related("owners")
    owned = {str(one.pk): [horse.pk for horse in horses if one in horse.owners.all()] for one in owners}
    return Owned(horses=owned)


@router.put("/people/{person_id}/horses", auth=MANAGES, response={204: None})
def put_owner(request: HttpRequest, person_id: PersonId, choice: HorseChoice) -> Status[None]:
    by = person_of(request)
    sharing.set_owner(by, people.one_of(by, person_id), choice.horses)
    return Status(204, None)


@router.post("/links/join", auth=None, response={201: Me})
@decorate_view(csrf_protect)
def post_join(request: HttpRequest, response: HttpResponse, joining: Joining) -> Status[Me]:
    person = sharing.join(joining.token, joining.name, joining.password)
    services.let_in(request, person)
    remember_device(request, response, person.username)
    return Status(201, me_view(person))


@router.post("/links/day", auth=None, response=Me)
@decorate_view(csrf_protect)
def post_day(request: HttpRequest, given: Token) -> Me:
    person = sharing.come_for_the_day(given.token)
    services.let_in(request, person)
    return me_view(person)


@router.get("/yard/gone-horses", auth=MANAGES, response=GoneHorses)
def get_gone(request: HttpRequest) -> GoneHorses:
    gone = sharing.gone_of(person_of(request))
    return GoneHorses(
        horses=[GoneHorse(id=one.pk, name=str(one), left_at=one.left_at) for one in gone if one.left_at]
    )


@router.post("/horses/{horse_id}/leave", auth=MANAGES, response={204: None})
def post_leave(request: HttpRequest, horse_id: UUID) -> Status[None]:
    by = person_of(request)
    sharing.take_out(by, horse_of(by, horse_id))
    return Status(204, None)


@router.post("/yard/gone-horses/{horse_id}/back", auth=MANAGES, response={204: None})
def post_back(request: HttpRequest, horse_id: UUID) -> Status[None]:
    sharing.take_back(person_of(request), horse_id)
    return Status(204, None)
