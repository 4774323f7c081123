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


def signed_in(request: HttpRequest) -> User:
    if not isinstance(request.user, User):
        raise PermissionDenied
    return request.user


def yard_to_change(request: HttpRequest) -> Yard:
    """The same, for what only trainers may change.

    Raises:
        PermissionDenied: if a helper or an owner is signed in.
    """
    if not signed_in(request).can_change:
        raise PermissionDenied
    return yard_of(request)


def yard_to_log(request: HttpRequest) -> Yard:
    """The same, for what is logged by whoever works with a horse.

    Raises:
        PermissionDenied: if an owner is signed in.
    """
    if not signed_in(request).can_log:
        raise PermissionDenied
    return yard_of(request)


def yard_of(request: HttpRequest) -> Yard:
    """The yard that every query of this request stays within."""
    yard = signed_in(request).yard
    if yard is None:
        raise Missing("you belong to no yard")
    return yard
