"""Sessions, asks and events as they arrived. Asks are the truth: never changed, only struck out.

Their contents are kept in the open format's own shape (``bucephal.record``), so that what an
ask is stands in one place; columns beside it are what queries need.
"""

from __future__ import annotations

from datetime import timedelta
from typing import Any, Self
from uuid import UUID

from accounts.models import User, Yard
from bucephal.record import Ask, Event, FrozenModel, SessionHeader
from django.db import models
from horses.models import Horse

from training.clocks import SetTimes, as_set, between, shifted


class Source(models.Model):
    """Who logged on which device: of two that log one session it is known what came from which."""

    device = models.UUIDField(help_text="As it is signed in.")
    person = models.ForeignKey(User, on_delete=models.SET_NULL, null=True, related_name="+")
    runs_on = models.CharField(max_length=200, blank=True)

    class Meta:
        constraints = (models.UniqueConstraint(fields=("device", "person"), name="one_source_a_device"),)

    def __str__(self) -> str:
        return f"{self.person}, {self.runs_on}"


class StoredSession(models.Model):
    id = models.UUIDField(primary_key=True)
    horse = models.ForeignKey(Horse, on_delete=models.CASCADE, related_name="sessions")
    date = models.DateField()
    header = models.JSONField(help_text="The record's session without asks and events.")
    revision = models.PositiveIntegerField(default=0, help_text="Counted by the device.")
    deleted = models.BooleanField(default=False)
    struck_at = models.DateTimeField(null=True, help_text="When it was struck out.")
    struck_by = models.CharField(max_length=160, blank=True)
    off_s = models.BigIntegerField(default=0, help_text="What its device's clock has to be put right by.")
    set_times = models.JSONField(null=True, help_text="SetTimes: by hand; goes before the device's.")
    set_header = models.JSONField(default=dict, help_text="Fields put right by hand; go before the device's.")
    source = models.ForeignKey(Source, on_delete=models.SET_NULL, null=True, related_name="+")
    changed_in = models.PositiveIntegerField(
        default=0, help_text="The horse's data version in which this, or something in it, changed last."
    )

    class Meta:
        ordering = ("date", "id")
        indexes = (models.Index(fields=("horse", "date")), models.Index(fields=("horse", "changed_in")))

    def __str__(self) -> str:
        return f"{self.horse} {self.date}"

    def as_sent(self) -> SessionHeader:
        return SessionHeader.model_validate(self.header)

    def as_read(self) -> SessionHeader:
        """With what was put right by hand, and the times as they are taken to be."""
        told = SessionHeader.model_validate({**self.header, **self.set_header})
        header = shifted(told, timedelta(seconds=self.off_s))
        return header if self.set_times is None else as_set(header, SetTimes.model_validate(self.set_times))

    def entries_later_by(self, off_s: int | None = None) -> timedelta:
        """How much later than their device said its asks and events are read.

        Args:
            off_s: what the clock of another device than the session's has to be put right by.
        """
        own = timedelta(seconds=self.off_s)
        whole = own if self.set_times is None else between(self.as_sent(), self.as_read())
        return whole if off_s is None else whole - own + timedelta(seconds=off_s)


class _StoredEntry(models.Model):
    """Something within a session; ``position`` is the order in which the device made it."""

    id = models.UUIDField(primary_key=True)
    position = models.PositiveIntegerField()
    body = models.JSONField()
    deleted = models.BooleanField(default=False)
    received_at = models.DateTimeField(auto_now_add=True)
    source = models.ForeignKey(Source, on_delete=models.SET_NULL, null=True, related_name="+")
    off_s = models.BigIntegerField(null=True, help_text="Of another device than the session's: its clock.")

    class Meta:
        abstract = True
        ordering = ("session", "position", "id")

    @classmethod
    def of(cls, entry: FrozenModel, session: StoredSession, position: int) -> Self:
        """A row from one of the record's models; its id is the row's."""
        body: dict[str, Any] = entry.model_dump(mode="json", exclude_defaults=True)
        return cls(id=UUID(body.pop("id")), session=session, position=position, body=body)


class StoredAsk(_StoredEntry):
    session = models.ForeignKey(StoredSession, on_delete=models.CASCADE, related_name="asks")

    def as_read(self) -> Ask:
        return Ask.model_validate({**self.body, "id": str(self.pk)})


class StoredEvent(_StoredEntry):
    session = models.ForeignKey(StoredSession, on_delete=models.CASCADE, related_name="events")

    def as_read(self) -> Event:
        return Event.model_validate({**self.body, "id": str(self.pk)})


class Correction(models.Model):
    """A session put right: by whom, when, and what was for what is."""

    session = models.ForeignKey(StoredSession, on_delete=models.CASCADE, related_name="corrections")
    at = models.DateTimeField()
    by = models.ForeignKey(User, on_delete=models.SET_NULL, null=True, related_name="+")
    changes = models.JSONField(help_text="Changes: ids of asks and events; of the header its fields.")

    class Meta:
        ordering = ("at", "id")

    def __str__(self) -> str:
        return f"{self.session} {self.at}"


class Move(models.Model):
    """A session that was another horse's before: that one's record is read without it from then on."""

    session = models.ForeignKey(StoredSession, on_delete=models.CASCADE, related_name="moves")
    horse = models.ForeignKey(Horse, on_delete=models.CASCADE, related_name="+", help_text="Whose it was.")
    left_in = models.PositiveIntegerField(help_text="That horse's data version from which it is gone.")

    class Meta:
        indexes = (models.Index(fields=("horse", "left_in")),)

    def __str__(self) -> str:
        return f"{self.session} from {self.horse}"


class Tombstone(models.Model):
    """An id that a yard has struck out, kept so that it stays struck out if it arrives later."""

    item = models.UUIDField()
    yard = models.ForeignKey(Yard, on_delete=models.CASCADE, related_name="tombstones")
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = (models.UniqueConstraint(fields=("yard", "item"), name="one_tombstone_a_yard"),)


EntryTable = type[StoredAsk] | type[StoredEvent]
