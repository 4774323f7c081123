"""Signing in and out, and the yard of whoever is signed in."""

from __future__ import annotations

from bucephal.errors import BucephalError, Problem
from django.contrib.auth import authenticate, login, logout
from django.core.exceptions import PermissionDenied
from django.http import Http404, HttpRequest

from accounts.models import User, Yard


class Missing(Http404):
    """Not found, and named: what is said is shown to whoever asked."""


class WrongCredentials(BucephalError):
    """The name and the password do not belong together."""

    code = "account.wrong-credentials"

    @property
    def problems(self) -> tuple[Problem, ...]:
        reason = "the name or the password is not right"
        return (Problem("password", None, reason, "the name and password of this yard's account"),)


def sign_in(request: HttpRequest, name: str, password: str) -> User:
    """Raises:
    WrongCredentials: if they do not belong together, or the account is locked for a while.
    """
    user = authenticate(request, username=name, password=password)
    if not isinstance(user, User):
        raise WrongCredentials
    login(request, user)
    return user


def sign_out(request: HttpRequest) -> None:
    logout(request)


def person_of(request: HttpRequest) -> User:
    """Whoever passed the door of this request."""
    if not isinstance(request.user, User):
        raise PermissionDenied("is for whoever is signed in")
    return request.user


def yard_of(person: User) -> Yard:
    """The yard that every query of this person stays within."""
    if person.yard is None:
        raise Missing("you belong to no yard")
    return person.yard
