"""Signing in and out, one's own password, and the yard of whoever is signed in."""

from __future__ import annotations

from bucephal.base.errors import BucephalError, InvalidInput, Problem
from django.contrib.auth import authenticate, login, logout, update_session_auth_hash
from django.core.exceptions import PermissionDenied
from django.http import Http404, HttpRequest

from accounts.devices import end_all, forget_ended_devices, remember_what_it_runs_on
from accounts.hashing import hashing
from accounts.models import LATE, User, Yard
from accounts.password_tries import PasswordTries
from accounts.passwords import set_password


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
    """
    Raises:
        WrongCredentials: if they do not belong together.
        TooManyTries: if there were too many wrong ones; this one was not looked at.
        TooManyAtOnce: if too many sign in at this moment.
    """
    tries = PasswordTries(request, name)
    tries.check()
    with hashing():
        user = authenticate(request, username=name, password=password)
    if not isinstance(user, User) or not user.is_here:
        tries.failed()
        raise WrongCredentials
    tries.succeeded()
    let_in(request, user)
    return user


def let_in(request: HttpRequest, person: User) -> None:
    """Signs somebody in on this device, in a session of its own."""
    login(request, person, backend="django.contrib.auth.backends.ModelBackend")
    remember_what_it_runs_on(request)
    forget_ended_devices()
    if person.until is not None:
        request.session.set_expiry(person.until + LATE)


def change_password(request: HttpRequest, person: User, old: str, new: str) -> None:
    """Sets a person's own new password; everywhere but here they are signed out.

    Raises:
        InvalidInput: if the old one is wrong, or the new one breaks a rule.
        TooManyTries: if there were too many wrong ones.
    """
    tries = PasswordTries(request, person.username)
    tries.check()
    with hashing():
        right = person.check_password(old)
    if not right:
        tries.failed()
        raise InvalidInput([Problem("old", None, "is not the password so far", "")])
    set_password(person, new)
    end_all(person, but=request.session.session_key)
    update_session_auth_hash(request, person)


def prefer(person: User, **chosen: str) -> None:
    """How this person reads amounts and times."""
    for field, value in chosen.items():
        setattr(person, field, value)
    person.save(update_fields=list(chosen))


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
