"""Quick entry: sessions written down a line an exercise, read into the record's own shape.

A line names a step, a side and the answers to it, in order; other lines say which day it was, what happened
beside the asks, and what is to be noted. Whatever cannot be read is told by line and column, all of it at
once, and takes nothing from what can.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field
from datetime import date

from bucephal.base.errors import InvalidInput
from bucephal.entry.session_lines import (
    COMMENT,
    HAPPENED,
    NOTE,
    Header,
    day_named,
    is_of_the_header,
    read_event,
)
from bucephal.entry.tokens import Misplaced, Piece, TextSpan, lines_of, pieces_of, wrong
from bucephal.entry.typed_answers import AskedLine, ReadAsk, read_answer
from bucephal.ladder import Catalogue, Exercise, Side
from bucephal.record import Event, HorseRecord, Session, SessionHeader, asks_in_order, kind_of_session
from bucephal.record.checks import side_problem

SIDES = {"l": Side.LEFT, "left": Side.LEFT, "r": Side.RIGHT, "right": Side.RIGHT}
BREAK = "/"
_BETWEEN = ",;:"
"""What stands behind an answer or a step where people write lists; it says nothing."""
_AN_ANSWER = "an answer: a number, - for none"


@dataclass(frozen=True)
class ReadLine:
    """What one exercise line, or a part of it on one side, asks and got."""

    step: str
    side: Side
    place: TextSpan
    asks: tuple[ReadAsk, ...]


@dataclass(frozen=True)
class ReadSession:
    """One session as far as it could be read.

    Fields:
        header: None: its day, place or weather cannot be.
        place: of its first line.
    """

    header: SessionHeader | None
    place: TextSpan
    lines: tuple[ReadLine, ...]
    events: tuple[Event, ...]

    @property
    def session(self) -> Session | None:
        if self.header is None:
            return None
        asks = tuple(read.ask for line in self.lines for read in line.asks)
        return Session(**dict(self.header), asks=asks, events=self.events)


@dataclass(frozen=True)
class QuickEntry:
    """What was read, and what could not be."""

    read: tuple[ReadSession, ...]
    misplaced: tuple[Misplaced, ...]

    @property
    def sessions(self) -> tuple[Session, ...]:
        """
        Raises:
            InvalidInput: with every problem, if there is one.
        """
        if self.misplaced:
            raise InvalidInput(one.problem for one in self.misplaced)
        return tuple(one.session for one in self.read if one.session is not None)


def last_asked(record: HorseRecord, catalogue: Catalogue, up_to: date) -> dict[str, str]:
    """By exercise, the step of it that was asked last."""
    asked = {one.ask.step: one.day for one in asks_in_order(record, catalogue) if one.day <= up_to}
    by_day = sorted(asked, key=lambda step: asked[step])
    return {catalogue.exercise(step).id: step for step in by_day}


def read_entry(
    text: str,
    catalogue: Catalogue,
    on: date,
    *,
    today: date | None = None,
    born: date | None = None,
    last: Mapping[str, str] | None = None,
) -> QuickEntry:
    """Reads a text of quick entry.

    Args:
        on: the day of what names none, and that by which 'yesterday' and days of the week go.
        today: nothing may be later; `on`, where that is later or nothing is given.
        born: nothing may be earlier.
        last: by exercise the step that a name without a stage means; else the first stage.
    """
    reader = _Reader(catalogue, on, max(on, today or on), born, {**(last or {})})
    for line in lines_of(text):
        reader.take(line)
    reader.close()
    misplaced = sorted(reader.misplaced, key=lambda one: (one.place.line, one.place.column))
    return QuickEntry(tuple(reader.read), tuple(misplaced))


@dataclass
class _Reader:
    """Goes through the lines, and keeps what the session that is open has so far."""

    catalogue: Catalogue
    on: date
    today: date
    born: date | None
    last: dict[str, str]
    read: list[ReadSession] = field(default_factory=list)
    misplaced: list[Misplaced] = field(default_factory=list)
    header: Header | None = None
    lines: list[ReadLine] = field(default_factory=list)
    events: list[Event] = field(default_factory=list)
    break_at: Piece | None = None
    """A break that no answer has followed yet."""

    def take(self, line: Piece) -> None:
        if not line.text.strip() or line.text.lstrip().startswith(COMMENT):
            return
        if line.text.split(maxsplit=1)[0] == NOTE:
            self._open(line).take_note(line)
            return
        pieces, problems = pieces_of(line)
        self.misplaced += problems
        if not pieces:
            return
        first = pieces[0]
        if is_of_the_header(first, self.on):
            if day_named(first.text, self.on) is not None:
                self.close()
            self._open(first).take(pieces)
        elif first.text == HAPPENED:
            self._open(first)
            event, said = read_event(pieces[1:], first)
            self.misplaced += said.problems
            self.events += [event] if event is not None else []
        else:
            self._open(first)
            self.lines += self._exercise(pieces)

    def close(self) -> None:
        """Ends the session that is open, if one is."""
        if self.break_at is not None:
            self.misplaced.append(wrong(self.break_at, "has no answer behind it", _AN_ANSWER))
            self.break_at = None
        if self.header is None:
            return
        usual = kind_of_session((line.step for line in self.lines), self.catalogue)
        header = self.header.built(usual, self.catalogue, self.today, self.born)
        self.misplaced += self.header.said.problems
        place = self.header.said.whole.place
        self.read.append(ReadSession(header, place, tuple(self.lines), tuple(self.events)))
        self.header, self.lines, self.events = None, [], []

    def _open(self, first: Piece) -> Header:
        if self.header is None:
            self.header = Header(first, self.on)
        return self.header

    # --- exercises ---------------------------------------------------------------------------------

    def _exercise(self, pieces: list[Piece]) -> Iterator[ReadLine]:
        """The runs of a line: each begins with a side, where the exercise has any."""
        first, *rest = (_bare(piece) for piece in pieces)
        step = self._step(first)
        if step is None:
            return
        exercise = self.catalogue.exercise(step)
        self.last[exercise.id] = step
        side, start, run = Side.NONE, first, list[Piece]()
        for piece in rest:
            if piece.text.casefold() in SIDES:
                if run or start is not first:
                    yield from self._run(step, side, start, run)
                side, start, run = SIDES[piece.text.casefold()], piece, []
            else:
                run.append(piece)
        yield from self._run(step, side, start, run)

    def _run(self, step: str, side: Side, start: Piece, run: list[Piece]) -> Iterator[ReadLine]:
        """The answers on a side; of one that the exercise has not, what else is wrong is told too."""
        exercise = self.catalogue.exercise(step)
        fits = side in exercise.side_names
        if not fits:
            at = run[0] if side is Side.NONE and run else start
            self.misplaced += _side_wrong(side, exercise, at)
            run = run[1:] if run and at is run[0] and at.text[:1].isalpha() else run  # meant to be a side
        question = AskedLine(step, side if fits else exercise.side_names[0], exercise, self.catalogue)
        asks = []
        for piece in run:
            if piece.text == BREAK:
                self.break_at = piece
            elif piece.text:
                read, problems = read_answer(piece, question, after_break=self.break_at is not None)
                self.break_at = None
                self.misplaced += problems
                asks += [read] if read is not None else []
        if fits:
            yield ReadLine(step, side, start.place, tuple(asks))

    def _step(self, piece: Piece) -> str | None:
        step = step_meant(piece.text, self.catalogue, self.last)
        if step is None:
            near = ", ".join(_near(piece.text, self.catalogue))
            self.misplaced.append(wrong(piece, f"there is no step {piece.text}", near))
        return step


def step_meant(name: str, catalogue: Catalogue, last: Mapping[str, str]) -> str | None:
    """The step that is named; of an exercise alone the stage asked last, or the first; None: none is.

    Args:
        last: by exercise the step that was asked last.
    """
    if name in catalogue:
        return name
    exercise = next((one for one in catalogue.exercises if one.id == name), None)
    if exercise is None:
        return None
    return last.get(exercise.id, (exercise.live_stages or exercise.stages)[0].step)


def _side_wrong(side: Side, exercise: Exercise, piece: Piece) -> Iterator[Misplaced]:
    problem = side_problem(side, exercise)
    if problem is not None:
        reason, _ = problem
        yield wrong(piece, reason, _sides_of(exercise))


def _sides_of(exercise: Exercise) -> str:
    return " or ".join(name[0].upper() for name in exercise.side_names if name is not Side.NONE) or "no side"


def _near(typed: str, catalogue: Catalogue) -> Iterator[str]:
    """What could have been meant: stages of the exercise, else exercises that begin alike, else all."""
    name = typed.partition(".")[0]
    known = [one.id for one in catalogue.exercises]
    if name in known:
        yield from (stage.step for stage in catalogue.exercise(name).stages)
        return
    begun = [one for one in known if one[:1] == name[:1]]
    yield from begun or known


def _bare(piece: Piece) -> Piece:
    text = piece.text.rstrip(_BETWEEN)
    return piece.part(0, len(text)) if text else piece
