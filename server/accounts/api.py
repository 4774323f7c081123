"""Who is signed in."""

from __future__ import annotations

from django.http import HttpRequest
from django.views.decorators.csrf import csrf_protect, ensure_csrf_cookie
from ninja import Router, Schema, Status
from ninja.decorators import decorate_view
from pydantic import Field

from accounts import services
from accounts.doors import READS
from accounts.models import User

router = Router(tags=["accounts"])


class Credentials(Schema):
    name: str = Field(min_length=1, max_length=150)
    password: str = Field(min_length=1, max_length=200)


class Me(Schema):
    name: str
    yard: str
    role: str
    can_log: bool
    can_change: bool


def _me(user: User) -> Me:
    yard = user.yard.name if user.yard is not None else ""
    return Me(
        name=user.get_full_name() or user.username, yard=yard, role=user.role,
        can_log=user.can_log, can_change=user.can_change,
    )  # fmt: skip


@router.post("/sign-in", auth=None, response=Me)
@decorate_view(csrf_protect)
def sign_in(request: HttpRequest, credentials: Credentials) -> Me:
    return _me(services.sign_in(request, credentials.name, credentials.password))


@router.post("/sign-out", auth=READS, response={204: None})
def sign_out(request: HttpRequest) -> Status[None]:
    services.sign_out(request)
    return Status(204, None)


@router.get("/me", auth=READS, response=Me)
@decorate_view(ensure_csrf_cookie)
def me(request: HttpRequest) -> Me:
    return _me(services.person_of(request))
