"""What could be typed next: steps by their name or id, sides, faults, what happens, what a day was like."""

from __future__ import annotations

import re
from collections.abc import Iterable, Iterator, Mapping
from datetime import date, timedelta
from typing import NamedTuple

from bucephal.entry.entry_reader import SIDES, step_meant
from bucephal.entry.entry_writer import LETTER
from bucephal.entry.session_lines import HAPPENED, HEADER_PATHS, WEEKDAYS, is_of_the_header
from bucephal.entry.tokens import Piece, TextSpan, lines_of, pieces_of
from bucephal.entry.typed_answers import AskedLine, faults_begun
from bucephal.ladder import Catalogue, Exercise, Side
from bucephal.record import EventKind, SessionKind
from bucephal.words.figures import day as on_day

MOST = 8
"""So many are offered at once."""
_WORD_AT_END = re.compile(r"(?<![@A-Za-z])[a-z][a-z0-9-]*$")


class Completion(NamedTuple):
    """What can be put in, and what it says."""

    text: str
    says: str


class Completions(NamedTuple):
    """What can stand in place of some characters; of nothing typed yet they are none."""

    place: TextSpan
    options: tuple[Completion, ...]


def complete(
    text: str, line: int, column: int, catalogue: Catalogue, on: date, last: Mapping[str, str]
) -> Completions:
    """What could be meant at a cursor.

    Args:
        line, column: from 1; the cursor stands before this column.
        on: the day by which days of the week go.
        last: by exercise the step asked last; those are offered first, the last one before all.
    """
    typed = next((one for one in lines_of(text) if one.place.line == line), None)
    if typed is None:
        return Completions(TextSpan(line, column, column), ())
    upto = typed.part(0, column - 1)
    pieces, _ = pieces_of(upto)
    at_blank = not upto.text or upto.text[-1].isspace()
    *before, current = [*pieces, upto.part(len(upto.text))] if at_blank else pieces or [upto]
    if not before:
        return _first(current, catalogue, on, last)
    first = before[0].text
    if first == HAPPENED:
        kinds = EventKind if len(before) == 1 else ()
        return _begun(current, ((one, "") for one in kinds))
    if is_of_the_header(before[0], on):
        names = ((f"{name}=", "") for name in HEADER_PATHS)
        return _begun(current, [*((one, "") for one in SessionKind), *names] if current.text else ())
    step = step_meant(first.rstrip(":"), catalogue, last)
    if step is None:
        return _by_name(upto, catalogue, last)
    return _in_a_line(before, current, catalogue, step)


def _first(current: Piece, catalogue: Catalogue, on: date, last: Mapping[str, str]) -> Completions:
    days = [(name, on_day(_last(number, on))) for number, name in enumerate(WEEKDAYS)]
    steps = list(_steps(current.text, catalogue, last))
    return _cut(current.place, [*steps, *_begin_with(current.text, days)] if current.text else steps)


def _last(weekday: int, on: date) -> date:
    return on - timedelta(days=(on.weekday() - weekday) % 7)


def _by_name(upto: Piece, catalogue: Catalogue, last: Mapping[str, str]) -> Completions:
    """Names of several words: whatever stands in the line so far begins one."""
    typed = upto.part(len(upto.text) - len(upto.text.lstrip()))
    return _cut(typed.place, list(_steps(typed.text, catalogue, last)))


def _in_a_line(before: list[Piece], current: Piece, catalogue: Catalogue, step: str) -> Completions:
    exercise = catalogue.exercise(step)
    needs_side = Side.NONE not in exercise.side_names
    if needs_side and not any(piece.text.casefold() in SIDES for piece in before):
        sides = ((LETTER[side], side.value) for side in exercise.side_names)
        return _begun(current, ((letter, name) for letter, name in sides))
    word = _WORD_AT_END.search(current.text)
    if word is None:
        return Completions(current.place, ())
    codes = AskedLine(step, exercise.side_names[0], exercise, catalogue).fault_codes
    begun = faults_begun(word[0], codes)
    part = current.part(word.start())
    return _cut(part.place, [Completion(code, _looks(code, exercise, catalogue)) for code in begun])


def _looks(code: str, exercise: Exercise, catalogue: Catalogue) -> str:
    fault = exercise.fault(code)
    rider = catalogue.rider_faults.get(code)
    return fault.looks if fault is not None else rider.looks if rider is not None else ""


def _steps(typed: str, catalogue: Catalogue, last: Mapping[str, str]) -> Iterator[Completion]:
    """Exercises by id or name, those asked last first; of one that is typed out its stages."""
    name = typed.casefold()
    whole, dot, _ = name.partition(".")
    recent = {exercise: -place for place, exercise in enumerate(last, start=1)}
    in_order = sorted(catalogue.exercises, key=lambda one: recent.get(one.id, 0))
    for exercise in in_order:
        if exercise.id == whole and (dot or exercise.id == name):
            for stage in exercise.live_stages:
                if stage.step.startswith(name):
                    yield Completion(stage.step, catalogue.full_name(stage.step))
        elif name and not _fits(name, exercise):
            continue
        else:
            step = last.get(exercise.id, exercise.stages[0].step)
            yield Completion(step, catalogue.full_name(step))


def _fits(typed: str, exercise: Exercise) -> bool:
    name = exercise.name.casefold()
    starts = name.startswith(typed) or any(word.startswith(typed) for word in re.split(r"\W+", name))
    return exercise.id.startswith(typed) or starts


def _begun(current: Piece, options: Iterable[tuple[str, str]]) -> Completions:
    return _cut(current.place, list(_begin_with(current.text, options)))


def _begin_with(typed: str, options: Iterable[tuple[str, str]]) -> Iterator[Completion]:
    for text, says in options:
        if text.casefold().startswith(typed.casefold()):
            yield Completion(text, says)


def _cut(place: TextSpan, options: list[Completion]) -> Completions:
    return Completions(place, tuple(options[:MOST]))
