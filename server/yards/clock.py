"""What time it is at the yard. For pictures and journeys it can be fixed, so that their days are alike."""

from __future__ import annotations

from datetime import time

from django.conf import settings
from django.utils import timezone


def time_of_day() -> time:
    """Now, to the minute, where the yard is."""
    if settings.FIXED_HOUR is not None:
        return time.fromisoformat(settings.FIXED_HOUR)
    return timezone.localtime().time().replace(second=0, microsecond=0)
