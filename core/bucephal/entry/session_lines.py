"""The lines that are no exercise: the day and what it was like, what happened, a note."""

from __future__ import annotations

import re
from datetime import date, timedelta
from typing import Any

from bucephal.entry.tokens import QUOTED, Piece, value_of, wrong
from bucephal.entry.typed_answers import SPOT
from bucephal.entry.typed_fields import ROOT, Path, TypedFields, is_named
from bucephal.ladder import Catalogue
from bucephal.record import Conditions, Event, SessionHeader, SessionKind, Settle
from bucephal.record.checks import check_session

COMMENT, HAPPENED, NOTE = "#", "!", "note"
TODAY, YESTERDAY = "today", "yesterday"
WEEKDAYS = ("monday", "tuesday", "wednesday", "thursday", "friday", "saturday", "sunday")
SHORTEST_DAY = 3
"""Letters that a day of the week has at least."""
TACK = "tack"
_DAY = re.compile(r"\d{4}-\d{2}-\d{2}")
_CLOCK = r"\d{1,2}:\d{2}"
_TIMES = re.compile(rf"(?P<started>{_CLOCK})(?:-(?P<ended>{_CLOCK}))?")
_GROUPS: dict[str, Any] = {"conditions": Conditions, "settle": Settle}
_IN_THE_DAY_LINE = ("id", "date", "kind", "planned", "note", "tack", *_GROUPS)
HEADER_PATHS: dict[str, Path] = {
    **{name: (name,) for name in SessionHeader.model_fields if name not in _IN_THE_DAY_LINE},
    **{name: (group, name) for group, model in _GROUPS.items() for name in model.model_fields},
}
"""By the name that stands before a value: where that stands in the header."""
EVENT_NAMES = tuple(name for name in Event.model_fields if name not in ("id", "kind", "thing", "spot"))


def day_named(text: str, on: date) -> str | None:
    """The day that a word names, as ISO writes it; None: it names none.

    Args:
        on: today; a day of the week is the last one up to it.
    """
    word = text.casefold()
    if _DAY.fullmatch(word):
        return word
    if word in (TODAY, YESTERDAY):
        return (on - timedelta(days=word == YESTERDAY)).isoformat()
    for number, name in enumerate(WEEKDAYS):
        if len(word) >= SHORTEST_DAY and name.startswith(word):
            return (on - timedelta(days=(on.weekday() - number) % 7)).isoformat()
    return None


def is_of_the_header(first: Piece, on: date) -> bool:
    """Does a line that begins so say when and where it was?"""
    return day_named(first.text, on) is not None or is_named(first)


class Header:
    """A session's day, place, weather, note, as far as it is told."""

    def __init__(self, first: Piece, on: date) -> None:
        self.on = on
        self.said = TypedFields(first, {"date": on.isoformat()})
        self._note: list[str] = []

    def take(self, pieces: list[Piece]) -> None:
        """The pieces of a line."""
        for piece in pieces:
            day = day_named(piece.text, self.on)
            times = _TIMES.fullmatch(piece.text)
            if day is not None:
                self.said.put(("date",), day, piece)
            elif piece.text in list(SessionKind):
                self.said.put(("kind",), piece.text, piece)
            elif times is not None:
                self._take_times(piece, times)
            elif is_named(piece):
                self.said.put_named(piece, _header_path, (*HEADER_PATHS, f"{TACK}.saddle"))
            else:
                allowed = f"{', '.join(SessionKind)}, a time as 18:30-19:15, or name=value"
                self.said.problems.append(wrong(piece, "says nothing of a day", allowed))

    def _take_times(self, piece: Piece, times: re.Match[str]) -> None:
        clocks = {name: clock.zfill(5) for name, clock in times.groupdict().items() if clock is not None}
        for name, clock in clocks.items():
            self.said.put((name,), clock, piece.part(*times.span(name)))
        if "ended" in clocks and clocks["ended"] < clocks["started"]:
            ended = piece.part(*times.span("ended"))
            allowed = f"{clocks['started']} or later"
            self.said.problems.append(wrong(ended, "is before the start", allowed))

    def take_note(self, line: Piece) -> None:
        """One line of the note: whatever stands behind the word, or a text in quotation marks."""
        typed = line.text.lstrip().removeprefix(NOTE).removeprefix(" ")
        try:
            self._note.append(value_of(typed) if re.fullmatch(QUOTED, typed) else typed)
        except ValueError:  # it only looks like one
            self._note.append(typed)
        self.said.places.setdefault(("note",), line)

    def built(
        self, usual: SessionKind, catalogue: Catalogue, today: date, born: date | None
    ) -> SessionHeader | None:
        """
        Args:
            usual: what kind of session it was, where that is not told.
            today: it may not be later.
            born: nor earlier than that.
        """
        raw = self.said.raw
        raw.setdefault("kind", usual)
        raw["note"] = "\n".join(self._note)
        return self.said.built(SessionHeader, check_session(raw, catalogue, today, born, ROOT))


def _header_path(name: str) -> Path | None:
    group, dot, key = name.partition(".")
    if dot and group == TACK:
        return (TACK, value_of(key) if key.startswith('"') else key)
    return HEADER_PATHS.get(name)


def read_event(pieces: list[Piece], line: Piece) -> tuple[Event | None, TypedFields]:
    """What happened: ``! spook "gulls off the slipway" @C recovered_s=20``."""
    said = TypedFields(line)
    for number, piece in enumerate(pieces):
        if number == 0:
            said.put(("kind",), piece.text, piece)
        elif piece.text.startswith('"'):
            said.put_value(("thing",), piece)
        elif piece.text.startswith(SPOT):
            said.put_text(("spot",), piece.part(len(SPOT)))
        else:
            said.put_named(piece, lambda name: (name,) if name in EVENT_NAMES else None, EVENT_NAMES)
    return said.built(Event), said
