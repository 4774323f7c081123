"""Horses of a yard. What the open format says of a horse is kept as that format says it."""

from __future__ import annotations

import uuid
from datetime import date
from typing import Self

from accounts.models import Role, User, Yard
from bucephal.planning.models import USUAL_MINUTES
from bucephal.record import Horse as Profile
from django.db import models


class HorseQuerySet(models.QuerySet["Horse"]):
    """Horses, as one sees them."""

    def of(self, person: User) -> Self:
        """Those a person may see: an owner their own, a day helper those chosen, everybody else all of their
        yard.
        """
        return self.ever_of(person).filter(left_at=None)

    def ever_of(self, person: User) -> Self:
        """Those that have left the yard among them: what was logged of one before is still to be taken."""
        yard = {"yard": person.yard_id, "taken_back": False}
        seen = self.filter(**yard) if person.yard_id is not None else self.none()
        match person.role:
            case Role.OWNER:
                return seen.filter(owners=person)
            case Role.DAY_HELPER:
                return seen.filter(day_helpers=person)
            case _:
                return seen


class Horse(models.Model):
    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    yard = models.ForeignKey(Yard, on_delete=models.CASCADE, related_name="horses")
    owners = models.ManyToManyField(User, related_name="horses", blank=True)
    day_helpers = models.ManyToManyField(User, related_name="helps_with", blank=True)
    left_at = models.DateTimeField(null=True, help_text="Since when it is out of the yard; null: it is here.")
    taken_back = models.BooleanField(
        default=False, help_text="It came by an import that was undone: it is nowhere, till it comes again."
    )
    keeps_its_own = models.BooleanField(
        default=False, help_text="It came with a school and bands: what the yard agrees on is not put to it."
    )
    position = models.PositiveSmallIntegerField(default=0, help_text="Order in the list.")
    profile = models.JSONField(help_text="The record's `horse`.")
    flags = models.JSONField(default=list)
    overrides = models.JSONField(default=list)
    pain_checks = models.JSONField(default=list, help_text="PainCheck of the core.")
    condition_scores = models.JSONField(default=list, help_text="ConditionScore of the core.")
    goals = models.JSONField(default=list)
    busy = models.JSONField(default=list, help_text="Busy of the core: visits, behind and ahead.")
    usual_minutes = models.PositiveSmallIntegerField(default=USUAL_MINUTES)
    data_version = models.PositiveIntegerField(
        default=0, help_text="Grows with every change of what estimates rest on."
    )

    objects = HorseQuerySet.as_manager()

    class Meta:
        ordering = ("position", "id")

    @property
    def born(self) -> date | None:
        """Its birth date; None: not known."""
        return Profile.model_validate(self.profile).born

    def __str__(self) -> str:
        return str(self.profile.get("name", self.id))
