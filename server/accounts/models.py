"""People and yards. A person belongs to one yard; every query starts from it."""

from __future__ import annotations

import uuid

from django.contrib.auth.models import AbstractUser
from django.db import models


class Yard(models.Model):
    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    name = models.CharField(max_length=80)
    defaults = models.JSONField(default=dict, help_text="YardDefaults of the core.")

    def __str__(self) -> str:
        return self.name


class Role(models.TextChoices):
    TRAINER = "trainer", "trainer"
    HELPER = "helper", "helper"
    OWNER = "owner", "owner"


class User(AbstractUser):
    """Someone who signs in. Owners read; trainers and helpers log."""

    yard = models.ForeignKey(Yard, on_delete=models.CASCADE, related_name="people", null=True)
    role = models.CharField(max_length=10, choices=Role.choices, default=Role.TRAINER)

    @property
    def can_change(self) -> bool:
        """May this person change horses, schools and the ladder?"""
        return self.role == Role.TRAINER

    @property
    def can_log(self) -> bool:
        return self.role in (Role.TRAINER, Role.HELPER)
