"""A yard's places: arenas, round pens, marked patches."""

from __future__ import annotations

from uuid import uuid4

from accounts.models import Yard
from django.db import models


class StoredPlace(models.Model):
    """A place as somebody drew it; the first in order is the one that plans are laid out in."""

    id = models.UUIDField(primary_key=True, default=uuid4, editable=False)
    yard = models.ForeignKey(Yard, on_delete=models.CASCADE, related_name="places")
    body = models.JSONField(help_text="GroundPlace of the core.")
    position = models.IntegerField(default=0)

    class Meta:
        ordering = ("position", "id")

    def __str__(self) -> str:
        return str(self.body.get("name", self.pk))
