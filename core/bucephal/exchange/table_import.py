"""Asks from a table that comes from elsewhere: what is wrong and where, and the sessions that they make.

Columns are matched by their names as far as these are known; whoever takes the table in can match them
otherwise. Nothing is guessed past a cell: one that cannot be read is a problem in its place.
"""

from __future__ import annotations

import re
from collections import Counter, defaultdict
from collections.abc import Iterator, Mapping, Sequence
from datetime import date
from typing import Any

from pydantic import ValidationError

from bucephal.base.errors import InvalidInput, Problem, unknown_step
from bucephal.base.problems import problems_of, shorten
from bucephal.exchange.cells import restored
from bucephal.exchange.column_meanings import NEEDED, DateOrder, Meant, date_order, day_of, matched
from bucephal.exchange.foreign_table import ForeignRow, ForeignTable
from bucephal.ladder import Catalogue
from bucephal.record import (
    Ask,
    FrozenModel,
    Horse,
    HorseRecord,
    Session,
    SessionHeader,
    SessionKind,
    kind_of_session,
    read_model,
)
from bucephal.record.checks import check_ask, check_session
from bucephal.record.models import FORMAT, VERSION

MOST_TOLD = 500
"""Problems that are told one by one; of a table with more of them the others are counted."""
SHOWN_ROWS = 20
"""Rows that are shown from the top, beside those in which something is wrong."""


class CellProblem(FrozenModel):
    """What is wrong in a cell of a table.

    Fields:
        column: null: no column is what is missing.
        meant: what the cell should say.
    """

    line: int
    column: int | None
    meant: Meant | None
    value: Any
    reason: str
    allowed: str

    def as_problem(self, header: Sequence[str]) -> Problem:
        name = header[self.column] if self.column is not None else self.meant
        return Problem(
            f"line {self.line}, {name}" if name else f"line {self.line}",
            self.value,
            self.reason,
            self.allowed,
        )


class ShownRow(FrozenModel):
    line: int
    cells: tuple[str, ...]


class TableRead(FrozenModel):
    """A table as it is understood.

    Fields:
        columns: what each column of the header is taken to be; null: nothing, it is left aside.
        dates: how its days are written; ``dates_unsure``: they could be written the other way.
        others: how many rows are other horses'.
    """

    header: tuple[str, ...]
    columns: tuple[Meant | None, ...]
    dates: DateOrder
    dates_unsure: bool
    encoding: str
    delimiter: str
    rows: int
    others: int
    shown: tuple[ShownRow, ...]
    problems: tuple[CellProblem, ...]
    untold: int


def asks_from(
    table: ForeignTable,
    horse: Horse,
    catalogue: Catalogue,
    today: date,
    columns: Sequence[Meant | None] | None = None,
    dates: DateOrder | None = None,
) -> tuple[TableRead, HorseRecord | None]:
    """A table as the asks of a horse.

    Args:
        columns: what each column is; None: by their names.
        dates: how days are written; None: as they show themselves.

    Returns:
        How it was understood, and the record; None: something is wrong.

    Raises:
        InvalidInput: if two columns are the same, or they are not as many as the table has.
    """
    columns = matched(table.header) if columns is None else tuple(columns)
    _check_columns(columns, table.header)
    shown_as, unsure = date_order(table, columns)
    reading = _Reading(catalogue, columns, dates or shown_as, horse, today)
    problems = list(_not_named(columns)) or reading.all_of(table)
    told = TableRead(
        header=table.header,
        columns=columns,
        dates=dates or shown_as,
        dates_unsure=unsure and dates is None,
        encoding=table.encoding,
        delimiter=table.delimiter,
        rows=len(table.rows) - reading.others,
        others=reading.others,
        shown=_shown(table, problems[:MOST_TOLD]),
        problems=tuple(problems[:MOST_TOLD]),
        untold=max(len(problems) - MOST_TOLD, 0),
    )
    return told, None if problems else reading.record()


def _not_named(columns: Sequence[Meant | None]) -> Iterator[CellProblem]:
    """What is needed, and is no column: somebody has to say which one it is."""
    reason, allowed = "is none of the columns", "one of them"
    for meant in NEEDED:
        if meant not in columns:
            yield CellProblem(line=1, column=None, meant=meant, value=None, reason=reason, allowed=allowed)


def _shown(table: ForeignTable, problems: Sequence[CellProblem]) -> tuple[ShownRow, ...]:
    """The first rows, and those in which something is wrong."""
    wrong = {one.line for one in problems}
    return tuple(
        ShownRow(line=row.line, cells=row.cells)
        for number, row in enumerate(table.rows)
        if number < SHOWN_ROWS or row.line in wrong
    )


def _check_columns(columns: Sequence[Meant | None], header: Sequence[str]) -> None:
    problems = []
    if len(columns) != len(header):
        allowed = f"{len(header)}, one for each column"
        raise InvalidInput([Problem("columns", len(columns), "are not as many as the table has", allowed)])
    for meant, count in Counter(one for one in columns if one is not None).items():
        if count > 1:
            problems.append(Problem(f"columns.{meant}", count, "is more than one column", "one"))
    if problems:
        raise InvalidInput(problems)


def _no_row_of(horse: Horse, table: ForeignTable, place: int) -> CellProblem:
    names = sorted({row.cells[place] for row in table.rows if place < len(row.cells)})
    allowed = shorten(", ".join(names))
    return CellProblem(
        line=1, column=place, meant=Meant.HORSE, value=horse.name, reason="is in no row", allowed=allowed
    )


# --- rows ----------------------------------------------------------------------------------------

_WHOLE = {Meant.LEVEL, Meant.BAND_TOP, Meant.GRADE, Meant.STRENGTH}
_NUMBER = {Meant.EXTENT, Meant.DISTANCE_M, Meant.LET_GO_S, Meant.DELAY}
_YES_NO = {Meant.ANSWERED, Meant.OVER, Meant.PROBE}
_WORDS: Mapping[Meant, Mapping[str, str]] = {
    Meant.SIDE: {"l": "left", "r": "right", "": "none", "-": "none", "both": "none"},
    Meant.CORRECT: {
        **dict.fromkeys(("right", "y", "true", "1"), "yes"), "almost": "nearly",
        **dict.fromkeys(("wrong", "n", "false", "0", "x"), "no"),
    },
    Meant.LEAD_FRONT: {"l": "left", "r": "right"},
    Meant.LEAD_HIND: {"l": "left", "r": "right"},
}  # fmt: skip
"""What is written elsewhere for what is meant [own]."""
_TRUE, _FALSE = {"yes", "y", "true", "1", "x"}, {"no", "n", "false", "0", "-"}
_BETWEEN = re.compile(r"[;,|\s]+")


class _Reading:
    """A table on its way into sessions."""

    def __init__(
        self,
        catalogue: Catalogue,
        columns: Sequence[Meant | None],
        dates: DateOrder,
        horse: Horse,
        today: date,
    ) -> None:
        self.catalogue, self.dates, self.horse, self.today = catalogue, dates, horse, today
        self.place = {meant: number for number, meant in enumerate(columns) if meant is not None}
        self.steps = {catalogue.full_name(step).casefold(): step for step in catalogue.steps}
        self.asks: dict[tuple[date, str | None], list[Ask]] = defaultdict(list)
        self.sessions: dict[tuple[date, str | None], list[Problem]] = {}
        self.problems: list[CellProblem] = []
        self.others = 0

    def all_of(self, table: ForeignTable) -> list[CellProblem]:
        """What is wrong in it."""
        for row in table.rows:
            self._take(row)
        if self.others == len(table.rows):
            self.problems.append(_no_row_of(self.horse, table, self.place[Meant.HORSE]))
        return self.problems

    def _take(self, row: ForeignRow) -> None:
        cells = {
            meant: restored(row.cells[number]) if number < len(row.cells) else ""
            for meant, number in self.place.items()
        }
        if not self._is_its(cells.get(Meant.HORSE)):
            self.others += 1
            return
        found: list[tuple[Meant | None, Problem]] = []
        raw: dict[str, Any] = {}
        for meant, cell in cells.items():
            if meant is not Meant.HORSE:
                self._read(meant, cell, raw, found)
        day, kind = raw.pop(Meant.DATE, None), raw.pop(Meant.KIND, None)
        if not found:
            found += self._checked(day, kind, raw)
        for what, problem in found:
            self._tell(row.line, what, problem)

    def _is_its(self, name: str | None) -> bool:
        return name is None or name.casefold() in (self.horse.name.casefold(), self.horse.id)

    def _tell(self, line: int, meant: Meant | None, problem: Problem) -> None:
        column = self.place.get(meant) if meant is not None else None
        self.problems.append(
            CellProblem(
                line=line,
                column=column,
                meant=meant,
                value=problem.value,
                reason=problem.reason,
                allowed=problem.allowed,
            )
        )

    def _read(
        self, meant: Meant, cell: str, raw: dict[str, Any], found: list[tuple[Meant | None, Problem]]
    ) -> None:
        """Puts what a cell says into the raw ask; an empty one says nothing."""
        if not cell and meant not in (*NEEDED, Meant.SIDE):
            return
        try:
            raw[meant] = self._value(meant, cell)
        except InvalidInput as error:
            found += [(meant, problem) for problem in error.problems]
        except ValueError:
            found.append((meant, Problem("", shorten(cell), *_SAYS[_group(meant)])))

    def _value(self, meant: Meant, cell: str) -> Any:
        """
        Raises:
            ValueError: if it is none of its kind.
            InvalidInput: if it is no step.
        """
        match _group(meant):
            case Meant.DATE:
                return day_of(cell, self.dates)
            case Meant.STEP:
                return self._step(cell)
            case Meant.LEVEL:
                return int(cell)
            case Meant.EXTENT:
                return float(cell.replace(",", "."))
            case Meant.ANSWERED:
                return _yes_no(cell)
            case Meant.FAULTS:
                return [one for one in _BETWEEN.split(cell.strip("[]").replace('"', "")) if one]
            case _:
                written = cell.casefold()
                return _WORDS[meant].get(written, written) if meant in _WORDS else _as_written(meant, cell)

    def _step(self, cell: str) -> str:
        """By its id or by its name."""
        if cell in self.catalogue:
            return cell
        named = self.steps.get(cell.casefold())
        if named is None:
            raise InvalidInput([unknown_step("", shorten(cell), self.catalogue.steps)])
        return named

    def _checked(
        self, day: date, kind: str | None, raw: dict[str, Any]
    ) -> Iterator[tuple[Meant | None, Problem]]:
        """Against the ladder, the calendar and the ranges; what passes is kept."""
        problems = [*check_ask(raw, self.catalogue, ""), *self._of_session(day, kind)]
        try:
            ask = Ask.model_validate(raw)
        except ValidationError as error:
            problems += problems_of(error, Ask)
        if problems:
            told: dict[str, Problem] = {}
            for one in problems:
                told.setdefault(_field(one.path), one)
            yield from ((_meant(name), one) for name, one in told.items())
        else:
            self.asks[day, kind].append(ask)

    def _of_session(self, day: date, kind: str | None) -> list[Problem]:
        """What is wrong with the day or the kind of work; looked at once for each."""
        if (day, kind) not in self.sessions:
            raw = {"date": str(day), "kind": kind or SessionKind.RIDDEN}
            problems = list(check_session(raw, self.catalogue, self.today, self.horse.born, ""))
            try:
                read_model(raw, SessionHeader)
            except InvalidInput as error:
                problems += error.problems
            self.sessions[day, kind] = problems
        return self.sessions[day, kind]

    def record(self) -> HorseRecord:
        """A session for each day and kind, in the order of the table."""
        sessions = tuple(
            Session(date=day, kind=self._kind(kind, asks), asks=tuple(asks))
            for (day, kind), asks in self.asks.items()
        )
        return HorseRecord(format=FORMAT, version=VERSION, horse=self.horse, sessions=sessions)

    def _kind(self, given: str | None, asks: Sequence[Ask]) -> SessionKind:
        if given is not None:
            return SessionKind(given)
        return kind_of_session((ask.step for ask in asks), self.catalogue)


def _group(meant: Meant) -> Meant:
    """One that stands for all that are read alike."""
    for one, alike in ((Meant.LEVEL, _WHOLE), (Meant.EXTENT, _NUMBER), (Meant.ANSWERED, _YES_NO)):
        if meant in alike:
            return one
    return meant


_SAYS: Mapping[Meant, tuple[str, str]] = {
    Meant.DATE: ("is not a date", "a day such as 2026-06-15"),
    Meant.LEVEL: ("is not a whole number", "a whole number"),
    Meant.EXTENT: ("is not a number", "a number"),
    Meant.ANSWERED: ("is neither yes nor no", "yes or no"),
}


def _yes_no(cell: str) -> bool:
    if cell.casefold() not in _TRUE | _FALSE:
        raise ValueError(cell)
    return cell.casefold() in _TRUE


def _as_written(meant: Meant, cell: str) -> str:
    return cell if meant in (Meant.AT, Meant.SPOT, Meant.ID) else cell.casefold()


def _field(path: str) -> str:
    return re.split(r"[.\[]", path.lstrip("."))[0]


def _meant(name: str) -> Meant | None:
    return Meant(name) if name in list(Meant) else None
