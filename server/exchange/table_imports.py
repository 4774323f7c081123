"""A table that comes in: asks of a horse, as whoever takes it in understands its columns."""

from __future__ import annotations

from datetime import date
from uuid import UUID

from accounts.models import User
from accounts.services import yard_of
from bucephal.exchange import DateOrder, TableRead, asks_from, columns_named, read_foreign
from bucephal.record import HorseRecord
from bucephal.record.new_ids import at_home
from horses.services import horse_of
from ninja import Schema
from pydantic import BaseModel, Field
from reading.services import handed_on
from yards.services import catalogue_of

from exchange.import_preview import Arriving, Into, look


class Understood(BaseModel):
    """How whoever takes a table in understands it.

    Fields:
        columns: what each column is, 'date,step,,level'; null: by their names.
        dates: how days are written; null: as they show themselves.
    """

    columns: str | None = Field(None, max_length=4000)
    dates: DateOrder | None = None


class TableLook(Schema):
    """A table as it is understood, and what taking it in would do; null: something is wrong in it."""

    table: TableRead
    arriving: Arriving | None


def read_table(
    person: User, content: bytes, horse: UUID, understood: Understood, today: date
) -> tuple[TableRead, HorseRecord | None]:
    """Asks of a horse from a table.

    Raises:
        InvalidInput: if it is no table, or columns that are needed are missing.
        Missing: if the horse is not this person's to see.
    """
    mine = handed_on(horse_of(person, horse), today)
    columns = None if understood.columns is None else columns_named(understood.columns)
    told, record = asks_from(
        read_foreign(content), mine.horse, catalogue_of(yard_of(person)), today, columns, understood.dates
    )
    return told, None if record is None else at_home(record, mine)


def look_at_table(
    person: User, content: bytes, horse: UUID, understood: Understood, today: date
) -> TableLook:
    """Like `look`, of a table."""
    told, record = read_table(person, content, horse, understood, today)
    return TableLook(
        table=told, arriving=None if record is None else look(person, record, Into(horse=horse), today)
    )
