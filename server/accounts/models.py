"""People and yards. A person belongs to one yard; every query starts from it."""

from __future__ import annotations

import uuid
from datetime import timedelta
from importlib import import_module
from typing import TYPE_CHECKING, ClassVar

from bucephal.base.units import ClockFace, UnitSystem
from bucephal.words.amounts import Amounts
from django.conf import settings
from django.contrib.auth.models import AbstractUser, UserManager
from django.contrib.sessions.base_session import AbstractBaseSession
from django.db import models
from django.utils import timezone

if TYPE_CHECKING:
    from django.contrib.sessions.backends.base import SessionBase


LATE = timedelta(days=3)
"""What a day helper logged is taken for so long after the day [own]: a phone may be without signal until
then.
"""


class Yard(models.Model):
    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    name = models.CharField(max_length=80)
    defaults = models.JSONField(default=dict, help_text="YardDefaults of the core.")

    def __str__(self) -> str:
        return self.name


class Role(models.TextChoices):
    """What somebody is in a yard.

    A day helper comes by a link, for chosen horses and a day, and sees what logging wants.
    """

    TRAINER = "trainer", "trainer"
    INSTRUCTOR = "instructor", "instructor"
    HELPER = "helper", "helper"
    OWNER = "owner", "owner"
    DAY_HELPER = "day-helper", "day helper"


class Units(models.TextChoices):
    """In which units somebody reads; the core's ``UnitSystem``."""

    METRIC = UnitSystem.METRIC.value, "metric"
    IMPERIAL = UnitSystem.IMPERIAL.value, "imperial"


class Clock(models.TextChoices):
    """How somebody reads the time of day; the core's ``ClockFace``."""

    OF_24 = ClockFace.OF_24.value, "24 hours"
    OF_12 = ClockFace.OF_12.value, "12 hours"


class People(UserManager["User"]):
    def get_by_natural_key(self, username: str | None) -> User:
        """Whoever signs in with a name, in whatever letters: phones begin names with a capital one."""
        return self.get(username__iexact=username)


class User(AbstractUser):
    """Someone who signs in."""

    objects: ClassVar[People] = People()

    yard = models.ForeignKey(Yard, on_delete=models.CASCADE, related_name="people", null=True)
    role = models.CharField(max_length=10, choices=Role.choices, default=Role.TRAINER)
    until = models.DateTimeField(null=True, help_text="A day helper's end; everybody else has none.")
    units = models.CharField(max_length=8, choices=Units.choices, default=Units.METRIC)
    clock = models.CharField(max_length=2, choices=Clock.choices, default=Clock.OF_24)

    @property
    def shown(self) -> str:
        """As the others know this person."""
        return self.get_full_name() or self.username

    @property
    def amounts(self) -> Amounts:
        """How amounts are said to this person."""
        return Amounts(UnitSystem(self.units), ClockFace(self.clock))

    @property
    def is_here(self) -> bool:
        """Has this person not left, and is a day helper's day not over?"""
        return self.is_active and (self.until is None or timezone.now() < self.until)

    @property
    def is_late(self) -> bool:
        """Is a day helper's day over, but not for so long that their phone may not have found a signal?"""
        return self.is_active and self.until is not None and self.until <= timezone.now() < self.until + LATE

    @property
    def can_read(self) -> bool:
        """May this person read all that is known of a horse they see?"""
        return self.role != Role.DAY_HELPER

    @property
    def can_log(self) -> bool:
        return self.role != Role.OWNER

    @property
    def can_change(self) -> bool:
        """May this person decide about horses: goals, steps, flags, days?"""
        return self.role in (Role.TRAINER, Role.INSTRUCTOR)

    @property
    def can_manage(self) -> bool:
        """May this person change the yard: its people, what it agrees on, what is struck out, which horses
        it has?
        """
        return self.role == Role.TRAINER


class Link(models.Model):
    """A way in by an address that ends: an invitation, a new password, a helper's day.

    What the address holds is known only to whoever was given it; here stands what it comes to when hashed.
    """

    class Kind(models.TextChoices):
        JOIN = "join", "invitation"
        PASSWORD = "password", "new password"
        DAY = "day", "day link"

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    yard = models.ForeignKey(Yard, on_delete=models.CASCADE, related_name="links")
    kind = models.CharField(max_length=8, choices=Kind.choices)
    digest = models.CharField(max_length=64, unique=True)
    name = models.CharField(max_length=80, help_text="Of whoever it is for.")
    email = models.EmailField(blank=True)
    role = models.CharField(max_length=10, choices=Role.choices)
    person = models.ForeignKey(
        User, on_delete=models.CASCADE, null=True, related_name="links",
        help_text="Whose new password it is; who came by a day link.",
    )  # fmt: skip
    horses = models.JSONField(default=list, help_text="Ids: an owner's own, a day helper's.")
    made_at = models.DateTimeField(auto_now_add=True)
    ends_at = models.DateTimeField()
    used_at = models.DateTimeField(null=True)

    def __str__(self) -> str:
        return f"{self.kind} of {self.name}"


class Device(AbstractBaseSession):
    """Somebody signed in on a device: Django's session, with whose it is and what it runs on."""

    id = models.UUIDField(default=uuid.uuid4, editable=False, unique=True)
    person = models.ForeignKey(User, on_delete=models.CASCADE, null=True, related_name="devices")
    runs_on = models.CharField(max_length=200, blank=True)
    begun_at = models.DateTimeField(default=timezone.now)
    seen_at = models.DateTimeField(default=timezone.now)

    @classmethod
    def get_session_store_class(cls) -> type[SessionBase]:
        store: type[SessionBase] = import_module(settings.SESSION_ENGINE).SessionStore
        return store


class Failed(models.Model):
    """Wrong passwords in a row, counted under a name (``accounts/tries.py``)."""

    key = models.CharField(max_length=200, primary_key=True)
    count = models.PositiveIntegerField(default=0)
    last_at = models.DateTimeField()

    def __str__(self) -> str:
        return f"{self.key}: {self.count}"


class Deed(models.Model):
    """Something that somebody did to a yard, kept for its trainers to read."""

    yard = models.ForeignKey(Yard, on_delete=models.CASCADE, related_name="deeds")
    at = models.DateTimeField(default=timezone.now)
    person = models.ForeignKey(User, on_delete=models.SET_NULL, null=True, related_name="deeds")
    who = models.CharField(
        max_length=160, help_text="The name at that time; replaced where a person is forgotten."
    )
    what = models.CharField(max_length=24)
    about = models.CharField(max_length=200, blank=True)
    whom = models.ForeignKey(User, on_delete=models.SET_NULL, null=True, related_name="done_to")

    class Meta:
        ordering = ("-at", "-id")
        indexes = (models.Index(fields=("yard", "-at")),)

    def __str__(self) -> str:
        return f"{self.who}: {self.what} {self.about}"
