"""Sessions, asks and events as they arrived. Asks are the truth: never changed, only struck out.

Their contents are kept in the open format's own shape (``bucephal.record``), so that what an
ask is stands in one place; columns beside it are what queries need.
"""

from __future__ import annotations

from typing import Any, Self

from accounts.models import Yard
from bucephal.record import Ask, Event, FrozenModel
from django.db import models
from horses.models import Horse


class StoredSession(models.Model):
    id = models.UUIDField(primary_key=True)
    horse = models.ForeignKey(Horse, on_delete=models.CASCADE, related_name="sessions")
    date = models.DateField()
    header = models.JSONField(help_text="The record's session without asks and events.")
    revision = models.PositiveIntegerField(default=0, help_text="Counted by the device.")
    deleted = models.BooleanField(default=False)
    changed_in = models.PositiveIntegerField(
        default=0, help_text="The horse's data version in which this, or something in it, changed last."
    )

    class Meta:
        ordering = ("date", "id")
        indexes = (models.Index(fields=("horse", "date")), models.Index(fields=("horse", "changed_in")))

    def __str__(self) -> str:
        return f"{self.horse} {self.date}"


class _StoredEntry(models.Model):
    """Something within a session; ``position`` is the order in which the device made it."""

    id = models.UUIDField(primary_key=True)
    position = models.PositiveIntegerField()
    body = models.JSONField()
    deleted = models.BooleanField(default=False)
    received_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        abstract = True
        ordering = ("session", "position", "id")

    @classmethod
    def of(cls, entry: FrozenModel, session: StoredSession, position: int) -> Self:
        """A row from one of the record's models; its id is the row's."""
        body: dict[str, Any] = entry.model_dump(mode="json", exclude_defaults=True)
        return cls(id=body.pop("id"), session=session, position=position, body=body)


class StoredAsk(_StoredEntry):
    session = models.ForeignKey(StoredSession, on_delete=models.CASCADE, related_name="asks")

    def as_read(self) -> Ask:
        return Ask.model_validate({**self.body, "id": str(self.pk)})


class StoredEvent(_StoredEntry):
    session = models.ForeignKey(StoredSession, on_delete=models.CASCADE, related_name="events")

    def as_read(self) -> Event:
        return Event.model_validate({**self.body, "id": str(self.pk)})


class Tombstone(models.Model):
    """An id that a yard has struck out, kept so that it stays struck out if it arrives later."""

    item = models.UUIDField()
    yard = models.ForeignKey(Yard, on_delete=models.CASCADE, related_name="tombstones")
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = (models.UniqueConstraint(fields=("yard", "item"), name="one_tombstone_a_yard"),)
