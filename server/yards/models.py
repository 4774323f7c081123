"""What a yard keeps of its days."""

from __future__ import annotations

from accounts.models import Yard
from django.db import models


class StoredDay(models.Model):
    """A day as somebody set it: hours, helper, weather."""

    yard = models.ForeignKey(Yard, on_delete=models.CASCADE, related_name="days")
    on = models.DateField()
    body = models.JSONField(help_text="YardDay of the core.")

    class Meta:
        constraints = (models.UniqueConstraint(fields=("yard", "on"), name="one_day_once"),)

    def __str__(self) -> str:
        return f"{self.yard} on {self.on}"
