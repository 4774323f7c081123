"""Pictures and clips of a horse at work. The files stand in the data folder, under their ids."""

from __future__ import annotations

import uuid

from accounts.models import User
from django.db import models
from training.models import StoredSession


class Picture(models.Model):
    """One picture or clip, beside a session, or beside one answer of it: of whichever horse that is."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    session = models.ForeignKey(StoredSession, on_delete=models.CASCADE, related_name="pictures")
    ask = models.UUIDField(null=True, help_text="The answer that it shows; null: the session.")
    step = models.CharField(max_length=40, blank=True, help_text="What is done in it; empty: not said.")
    side = models.CharField(max_length=5, default="none")
    person = models.ForeignKey(User, on_delete=models.SET_NULL, null=True, related_name="+")
    added_at = models.DateTimeField(auto_now_add=True)
    is_clip = models.BooleanField()
    size = models.PositiveIntegerField(help_text="Bytes, as it is kept.")
    width = models.PositiveIntegerField()
    height = models.PositiveIntegerField()
    seconds = models.FloatField(null=True, help_text="Of a clip.")
    marks = models.JSONField(default=list, help_text="Of a clip: moments with what is seen there.")

    class Meta:
        ordering = ("-session__date", "-added_at")

    def __str__(self) -> str:
        return f"{'clip' if self.is_clip else 'picture'} of {self.session.date}"
