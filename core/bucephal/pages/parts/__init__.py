"""One file for each thing that a sheet and a report say of a horse's work."""

from collections.abc import Callable, Iterable, Iterator
from functools import partial

from bucephal.pages.parts.bad_days import bad_days
from bucephal.pages.parts.calm import calm
from bucephal.pages.parts.corners import corners
from bucephal.pages.parts.leads import leads
from bucephal.pages.parts.measured import measured_parts
from bucephal.pages.parts.part import PartCode, SheetPart, Span
from bucephal.pages.parts.riders import riders
from bucephal.pages.parts.settling import settling
from bucephal.pages.parts.spooks import spooks
from bucephal.pages.parts.tolerance import tolerance_parts
from bucephal.pages.parts.work import work
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
