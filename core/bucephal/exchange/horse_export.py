"""A horse as it leaves: what there is of it, its record as it is handed on, and where it stands."""

from __future__ import annotations

from collections.abc import Callable
from functools import cached_property

from bucephal.planning.models import USUAL_MINUTES
from bucephal.progress import Standing
from bucephal.record import HorseRecord, with_everything_named
from bucephal.welfare import with_flags


class Leaving:
    """
    Args:
        as_kept: the whole record; a standing leaves aside what lies after its day.
        stands: where it stands on the day in question; worked out only where somebody asks.
        minutes: that there usually are for it.
    """

    def __init__(
        self, as_kept: HorseRecord, stands: Callable[[], Standing], minutes: int = USUAL_MINUTES
    ) -> None:
        self.as_kept, self.minutes = as_kept, minutes
        self._stands = stands

    @cached_property
    def standing(self) -> Standing:
        return self._stands()

    @cached_property
    def record(self) -> HorseRecord:
        """As another yard can take it: what its asks have raised is among its flags, and its school and bands
        are named.
        """
        standing = self.standing
        flags = with_flags(standing.record, standing.tracks, standing.on).flags
        told = self.as_kept.model_copy(update={"flags": flags})
        return with_everything_named(told, standing.catalogue.school)
