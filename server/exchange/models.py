"""What came in from elsewhere, so that it can be undone for a day; what was shown to somebody outside."""

from __future__ import annotations

import uuid

from accounts.models import User, Yard
from django.db import models
from horses.models import Horse


class ImportKind(models.TextChoices):
    RECORD = "record"
    TABLE = "table"


class SharedReport(models.Model):
    """An owner's report as it was when it was shared, for whoever has its address.

    What the address holds is known only to whoever was given it; here stands what it comes to when hashed.
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    yard = models.ForeignKey(Yard, on_delete=models.CASCADE, related_name="reports")
    horse = models.ForeignKey(Horse, on_delete=models.CASCADE, related_name="reports")
    person = models.ForeignKey(User, null=True, on_delete=models.SET_NULL, related_name="reports")
    digest = models.CharField(max_length=64, unique=True)
    report = models.JSONField(help_text="OwnerReport of the core: what was looked at when it was shared.")
    made_at = models.DateTimeField(auto_now_add=True)
    ends_at = models.DateTimeField()
    withdrawn_at = models.DateTimeField(null=True)
    opened = models.PositiveIntegerField(default=0)
    opened_at = models.DateTimeField(null=True, help_text="The last time.")

    class Meta:
        ordering = ("-made_at",)

    def __str__(self) -> str:
        return str(self.report.get("title", ""))


class Import(models.Model):
    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    yard = models.ForeignKey(Yard, on_delete=models.CASCADE, related_name="imports")
    horse = models.ForeignKey(Horse, on_delete=models.CASCADE, related_name="imports")
    person = models.ForeignKey(User, null=True, on_delete=models.SET_NULL, related_name="imports")
    kind = models.CharField(max_length=10, choices=ImportKind)
    name = models.CharField(max_length=200, blank=True, help_text="Of the file.")
    at = models.DateTimeField(auto_now_add=True)
    asks = models.PositiveIntegerField(help_text="That were new.")
    sessions = models.PositiveIntegerField(help_text="That were new.")
    added = models.JSONField(null=True, help_text="Added: what is taken away again; null: too late.")
    undone_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ("-at",)

    def __str__(self) -> str:
        return f"{self.name} -> {self.horse}"
