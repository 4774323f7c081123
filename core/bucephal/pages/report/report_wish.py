"""What an owner is to be told: of which days, and which parts of it."""

from __future__ import annotations

from datetime import date, timedelta
from enum import StrEnum
from typing import Annotated

from pydantic import Field

from bucephal.base.errors import InvalidInput, Problem
from bucephal.base.texts import text_of
from bucephal.pages.parts.part import Span
from bucephal.record import FrozenModel, HorseRecord
from bucephal.record.models import Day

LONGEST_DAYS, USUAL_DAYS = 366 * 2, 56
Paragraph = Annotated[str, Field(**text_of(0, 2000))]


class ReportPart(StrEnum):
    """What can go into a report, in its order."""

    IN_SHORT = "in-short"
    WORKED_ON = "worked-on"
    CAN_NOW = "can-now"
    LIGHT_AND_EVEN = "light-and-even"
    CALM = "calm"
    WORK = "work"
    LOOKED_AT = "looked-at"
    NEXT = "next"


class ReportWish(FrozenModel):
    """Of which days a report is, and what the trainer lets go into it."""

    first: Day
    last: Day
    without: tuple[ReportPart, ...] = Field((), description="What is left out.")
    paragraph: Paragraph = Field("", description="What the trainer adds, in their own words.")


def usual_span(record: HorseRecord, on: date) -> Span:
    """The weeks that a report is of where nobody says: since it came, or the last eight."""
    eight = on - timedelta(days=USUAL_DAYS - 1)
    came = record.horse.arrived
    return Span(eight if came is None or came > on else max(eight, came), on)


def check_wish(wish: ReportWish, today: date) -> None:
    """
    Raises:
        InvalidInput: if the days are upside down, too many, or not over yet.
    """
    problems = []
    if wish.last > today:
        problems.append(Problem("last", str(wish.last), "lies in the future", f"{today} or earlier"))
    if wish.first > wish.last:
        problems.append(Problem("first", str(wish.first), "is after the last day", f"{wish.last} or earlier"))
    elif (wish.last - wish.first).days >= LONGEST_DAYS:
        earliest = wish.last - timedelta(days=LONGEST_DAYS - 1)
        problems.append(Problem("first", str(wish.first), "is too long ago", f"{earliest} or later"))
    if problems:
        raise InvalidInput(problems)
