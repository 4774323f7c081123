"""One file for each thing that a sheet and a report say of a horse's work."""

from collections.abc import Iterator

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

__all__ = ["PartCode", "SheetPart", "Span", "parts_of"]


def parts_of(standing: Standing, span: Span | None = None) -> Iterator[SheetPart]:
    """Every part that has something to say, in the order in which one looks at a horse."""
    single = settling, calm, leads, corners
    yield from (part for make in single if (part := make(standing, span)) is not None)
    yield from measured_parts(standing, span)
    yield from tolerance_parts(standing, span)
    last = spooks, work, bad_days, riders
    yield from (part for make in last if (part := make(standing, span)) is not None)
