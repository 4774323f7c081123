"""The doors of the API: who may pass. Every operation names its own; without one nobody but trainers would
pass.

A door gives the person, and every query starts from that person.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from django.core.exceptions import PermissionDenied
from django.http import HttpRequest
from ninja.security import SessionAuth

from accounts.devices import seen
from accounts.models import User


class Door(SessionAuth):
    """Lets whoever is signed in pass, if they may.

    Args:
        may: may this person pass?
        who: those who may, as they are named to whoever may not.
        late: does it let in whose day is just over?
    """

    def __init__(self, may: Callable[[User], bool], who: str, *, late: bool = False) -> None:
        super().__init__()
        self.may, self.who, self.late = may, who, late

    def authenticate(self, request: HttpRequest, key: str | None) -> Any:
        """The person; None: nobody is signed in.

        Raises:
            PermissionDenied: if somebody is, who may not.
        """
        person = super().authenticate(request, key)
        if not isinstance(person, User) or not (person.is_here or person.is_late):
            return None
        if person.is_late and not self.late:
            raise PermissionDenied("ended with the day; what was logged is still taken")
        seen(request)
        if not self.may(person):
            raise PermissionDenied(f"is for {self.who}")
        return person


ONESELF = Door(lambda _: True, "whoever is signed in", late=True)
SENDS = Door(lambda person: person.can_log, "trainers, instructors and helpers", late=True)
"""What was logged while somebody might is taken a little later too."""
RING = Door(lambda _: True, "everybody of the yard")
"""What somebody wants who only logs: a day helper too."""
READS = Door(lambda person: person.can_read, "the people of the yard")
LOGS = Door(lambda person: person.can_log, "trainers, instructors and helpers")
CHANGES = Door(lambda person: person.can_change, "trainers and instructors")
MANAGES = Door(lambda person: person.can_manage, "trainers")
