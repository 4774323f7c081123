"""What time it is at the yard."""

from __future__ import annotations

from datetime import time

from django.utils import timezone


def time_of_day() -> time:
    """Now, to the minute, where the yard is."""
    return timezone.localtime().time().replace(second=0, microsecond=0)
