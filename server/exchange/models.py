"""What came in from elsewhere, so that it can be undone for a day."""

from __future__ import annotations

import uuid

from accounts.models import User, Yard
from django.db import models
from horses.models import Horse


class ImportKind(models.TextChoices):
    RECORD = "record"
    TABLE = "table"


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
