"""The first yard of a machine and its trainer: made once, by whoever can read the machine's own code."""

from __future__ import annotations

import secrets
from contextlib import suppress
from pathlib import Path

from bucephal.base.errors import BucephalError, InvalidInput, Problem
from data_folder import write_whole
from django.conf import settings
from django.db import OperationalError, transaction

from accounts import activity
from accounts.activity import ActivityKind
from accounts.hashing import hashing
from accounts.links import new_person, refuse_a_taken_name
from accounts.models import Role, User, Yard
from accounts.passwords import check_password


class YardExists(BucephalError):
    """There is a yard already."""

    code = "first-run.over"

    @property
    def problems(self) -> tuple[Problem, ...]:
        return (Problem("$", None, "a yard is here already", "an invitation, from its trainer"),)


class WrongCode(InvalidInput):
    """It is not this machine's."""

    def __init__(self) -> None:
        allowed = "the code that the server said when it started; it stands in its data folder too"
        super().__init__([Problem("code", None, "is not this machine's", allowed)])


def is_first_run() -> bool:
    return not Yard.objects.exists()


def code_to_begin() -> str | None:
    """What makes the first yard; None: it is made. Kept in the data folder, for whoever owns the machine."""
    try:
        if not is_first_run():
            return None
    except OperationalError:  # no tables yet
        return None
    path = _path()
    if not path.exists():
        with suppress(FileExistsError):
            write_whole(path, f"{secrets.randbelow(10**12):012d}".encode())
    return path.read_text()


def begin(code: str, yard: str, name: str, shown: str, password: str) -> User:
    """Makes the yard and its trainer from the page.

    Raises:
        WrongCode: if the code is another one.
        InvalidInput: if the name or the password does not fit.
        Begun: if there is a yard already.
    """
    expected = code_to_begin()
    if expected is None:
        raise YardExists
    if not secrets.compare_digest(code.replace(" ", "").encode(), expected.encode()):
        raise WrongCode
    person = make_yard(yard, name, shown, password, only_the_first=True)
    _path().unlink(missing_ok=True)
    return person


def make_yard(yard: str, name: str, shown: str, password: str, *, only_the_first: bool = False) -> User:
    """A yard and its first trainer.

    Args:
        only_the_first: not beside another one; of two that come at once the second is too late.

    Raises:
        InvalidInput: if the name or the password does not fit.
        Begun: if there is another one, and this was to be the first.
    """
    trainer = new_person(Yard(name=yard), name, shown, Role.TRAINER, "")
    check_password(password, trainer)
    with hashing():
        trainer.set_password(password)
    with transaction.atomic():
        if only_the_first and not is_first_run():
            raise YardExists
        refuse_a_taken_name(name)
        trainer.yard = Yard.objects.create(name=yard)
        trainer.save()
        activity.note(trainer, ActivityKind.BEGAN, yard, trainer)
    return trainer


def _path() -> Path:
    return Path(settings.DATA_DIR) / "first-run-code"
