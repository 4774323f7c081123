"""One file for each thing that a sheet and a report say of a horse's work."""

from collections.abc import Callable, Iterable, Iterator

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

Maker = Callable[[Standing, Span | None], SheetPart | None]


def parts_of(standing: Standing, span: Span | None = None) -> Iterator[SheetPart]:
    """Every part that has something to say, group by group."""
    yield from _those((settling, calm, spooks), standing, span)
    yield from _those((leads, corners), standing, span)
    yield from measured_parts(standing, span)
    yield from tolerance_parts(standing, span)
    yield from _those((work, bad_days, riders), standing, span)


def _those(makers: Iterable[Maker], standing: Standing, span: Span | None) -> Iterator[SheetPart]:
    for make in makers:
        part = make(standing, span)
        if part is not None:
            yield part
