"""One file for each thing that a sheet and a report say of a horse's work."""

from collections.abc import Callable, Iterable, Iterator
from functools import partial

from bucephal.pages.parts.bad_days_part import bad_days
from bucephal.pages.parts.calm_part import calm
from bucephal.pages.parts.corners_part import corners
from bucephal.pages.parts.leads_part import leads
from bucephal.pages.parts.measured_part import measured_parts
from bucephal.pages.parts.part import PartCode, SheetPart, Span
from bucephal.pages.parts.riders_part import riders
from bucephal.pages.parts.settling_part import settling
from bucephal.pages.parts.spooks_part import spooks
from bucephal.pages.parts.tolerance_part import tolerance_parts
from bucephal.pages.parts.work_part import work
from bucephal.progress import Standing
from bucephal.words.amounts import METRIC, Amounts

__all__ = ["PartCode", "SheetPart", "Span", "parts_of"]

Maker = Callable[[Standing], SheetPart | None]


def parts_of(standing: Standing, amounts: Amounts = METRIC) -> Iterator[SheetPart]:
    """Every part that has something to say, group by group."""
    yield from _those((settling, calm, spooks), standing)
    yield from _those((leads, partial(corners, amounts=amounts)), standing)
    yield from measured_parts(standing)
    yield from tolerance_parts(standing)
    yield from _those((work, bad_days, riders), standing)


def _those(makers: Iterable[Maker], standing: Standing) -> Iterator[SheetPart]:
    for make in makers:
        part = make(standing)
        if part is not None:
            yield part
