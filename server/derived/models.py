"""What is worked out of a horse's asks, kept so that reading is fast. Always rebuildable."""

from __future__ import annotations

from django.db import models
from horses.models import Horse


class Derived(models.Model):
    """Facts, estimates and the day's plans of one horse, as of a day and a state of its asks."""

    horse = models.OneToOneField(Horse, on_delete=models.CASCADE, related_name="derived")
    on = models.DateField()
    data_version = models.PositiveIntegerField()
    recipe = models.CharField(max_length=64, default="", help_text="Which rules it was made by.")
    estimates = models.JSONField()
    tracks = models.BinaryField(default=b"", help_text="What the next ask goes on from.")
    day = models.JSONField(help_text="WorkedDays of the core.")

    def __str__(self) -> str:
        return f"{self.horse} on {self.on}"
