"""A horse as it leaves: its record as it is handed on, and where it stands."""

from __future__ import annotations

from typing import NamedTuple

from bucephal.planning.models import USUAL_MINUTES
from bucephal.progress import Standing
from bucephal.record import HorseRecord, with_everything_named
from bucephal.welfare import with_flags


class Leaving(NamedTuple):
    """
    Fields:
        record: as another yard can take it: what its asks have raised is among its flags, and its school and
            bands are named.
        standing: on the day in question.
        minutes: that there usually are for it.
    """

    record: HorseRecord
    standing: Standing
    minutes: int = USUAL_MINUTES


def leaving(record: HorseRecord, standing: Standing, minutes: int = USUAL_MINUTES) -> Leaving:
    """
    Args:
        record: all of it; a standing leaves aside what lies after its day.
    """
    flags = with_flags(standing.record, standing.tracks, standing.on).flags
    told = record.model_copy(update={"flags": flags})
    return Leaving(with_everything_named(told, standing.catalogue.school), standing, minutes)
