"""What a password has to be, wherever one is set."""

from __future__ import annotations

from bucephal.base.errors import InvalidInput, Problem
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError

from accounts.hashing import hashing
from accounts.models import User

ALLOWED = "10 to 200 characters, not only digits, none of the common ones, unlike the name"


def check_password(password: str, person: User) -> None:
    """
    Args:
        person: whose it will be; need not be saved yet.

    Raises:
        InvalidInput: with every rule that it breaks; the password itself is not repeated.
    """
    try:
        validate_password(password, person)
    except ValidationError as error:
        reasons = [_plain(words) for words in error.messages]
        raise InvalidInput([Problem("password", None, words, ALLOWED) for words in reasons]) from error


def _plain(words: str) -> str:
    """Django's sentence as a reason that follows the name of a field."""
    words = words.removeprefix("This password ").removeprefix("The password ").rstrip(".")
    return words if words.startswith(("is", "contains")) else words[0].lower() + words[1:]


def set_password(person: User, password: str) -> None:
    """Sets and saves it.

    Raises:
        InvalidInput: if it breaks a rule.
        TooManyAtOnce: if too many are hashed at this moment.
    """
    check_password(password, person)
    with hashing():
        person.set_password(password)
    person.save()
