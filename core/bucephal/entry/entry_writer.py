"""Sessions written down as quick entry: what is written is read as the same again.

Ids, and what a session was planned to be, are not written: nobody types them.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Set
from datetime import time
from itertools import groupby
from typing import Any

from bucephal.entry.entry_reader import BREAK
from bucephal.entry.session_lines import EVENT_NAMES, HAPPENED, HEADER_PATHS, NOTE, TACK
from bucephal.entry.tokens import quoted, value_written
from bucephal.entry.typed_answers import (
    BARE_SPOT,
    IN_BRACKETS,
    LEAD_FIELDS,
    LEADS,
    LETTERED,
    MEASURED_AS,
    SPOT,
)
from bucephal.ladder import Catalogue, Side, StepKind
from bucephal.record import Ask, Event, Session, SessionHeader
from bucephal.record.notation import COARSE, NOT_ANSWERED, TAKEN, figure, plain_marks

CLOCKS = ("started", "ended")
LETTER = {Side.LEFT: "L", Side.RIGHT: "R"}
_MARKED = ("coarse", "answered", "correct", "tension", "over", "probe", "spot", *LEAD_FIELDS)
"""Fields of an ask that have a mark of their own."""
UNSEEN = frozenset({"at", "band_top"})
"""What a device notes of an ask by itself, and nobody writes."""
_LEAD_SIGN = {value: sign for sign, value in LEADS.items()}


def line_begun(step: str, side: Side) -> str:
    """How a line of an exercise begins: 'up-wt.2 L'."""
    return f"{step} {LETTER[side]}" if side in LETTER else step


def write_sessions(sessions: Iterable[Session], catalogue: Catalogue) -> str:
    return "\n\n".join(write_session(session, catalogue) for session in sessions)


def write_session(session: Session, catalogue: Catalogue, leave_out: Set[str] = frozenset()) -> str:
    """A session as lines.

    Args:
        leave_out: fields of asks and events that are not written.
    """
    lines = [_day_line(session)]
    for (step, side), asks in groupby(session.asks, key=lambda ask: (ask.step, ask.side)):
        lines.append(f"{line_begun(step, side)} {' '.join(_answers(asks, catalogue, leave_out))}")
    lines += [f"{HAPPENED} {event_written(event, leave_out)}" for event in session.events]
    lines += [f"{NOTE} {_note(line)}" for line in session.note.split("\n") if session.note]
    return "\n".join(lines)


def _answers(asks: Iterable[Ask], catalogue: Catalogue, leave_out: Set[str]) -> Iterator[str]:
    for ask in asks:
        if ask.after_break:
            yield BREAK
        yield write_answer(ask, catalogue, leave_out)


def write_answer(ask: Ask, catalogue: Catalogue, leave_out: Set[str] = frozenset()) -> str:
    """One answer: '5', '-7', '4!slow', '3g5@C(note="soft")'."""
    kind = catalogue.exercise(ask.step).kind if ask.step in catalogue else StepKind.LIGHTNESS
    counts = MEASURED_AS[kind]
    marks = [_value(ask, counts), *plain_marks(ask), _leads(ask)]
    for sign, name in LETTERED.items():
        value = getattr(ask, name)
        if value is not None and name != counts:
            marks.append(f"{sign}{figure(value)}")
    marks += [f",{code}" for code in ask.faults]
    if ask.spot is not None:
        marks.append(f"{',' if ask.faults else ''}{SPOT}{_spot(ask.spot)}")
    rest = _named(ask, [one for one in IN_BRACKETS if one not in _marked(ask, counts) | leave_out])
    marks.append(f"({' '.join(rest)})" if rest else "")
    return "".join(marks)


def _value(ask: Ask, counts: str) -> str:
    value, sign = getattr(ask, counts), "" if ask.answered else NOT_ANSWERED
    if value is not None:
        return f"{sign}{figure(value)}"
    if ask.coarse is not None:
        return f"{sign}{next(word for word, meant in COARSE.items() if meant is ask.coarse)}"
    return sign or TAKEN


def _marked(ask: Ask, counts: str) -> set[str]:
    """The fields of an ask that its marks say."""
    marked = {*_MARKED, *LETTERED.values(), counts}
    return marked if getattr(ask, counts) is None else marked - {"coarse"}


def _leads(ask: Ask) -> str:
    front, hind = (getattr(ask, name) for name in LEAD_FIELDS)
    if front is None and hind is None:
        return ""
    return _LEAD_SIGN[front] + ("" if hind is None else _LEAD_SIGN[hind])


def _spot(spot: str) -> str:
    return spot if BARE_SPOT.fullmatch(spot) else quoted(spot)


def _named(model: Ask | Event, names: Iterable[str]) -> list[str]:
    """Those fields that say something, as ``name=value``."""
    said: dict[str, Any] = model.model_dump(mode="json", exclude_defaults=True)
    return [f"{name}={value_written(said[name])}" for name in names if name in said]


def _day_line(header: SessionHeader) -> str:
    said: dict[str, Any] = header.model_dump(mode="json", exclude_defaults=True)
    clocks = _clocks(header)
    parts = [header.date.isoformat(), header.kind.value, *clocks]
    for name, (*groups, key) in HEADER_PATHS.items():
        row = said
        for group in groups:
            row = row.get(group) or {}
        if key in row and not (clocks and name in CLOCKS):
            parts.append(f"{name}={value_written(row[key])}")
    parts += [f"{TACK}.{_spot(key)}={value_written(value)}" for key, value in said.get(TACK, {}).items()]
    return " ".join(parts)


def _clocks(header: SessionHeader) -> list[str]:
    """'18:30-19:10'; nothing where that would not say it all."""
    moments = [one for one in (getattr(header, name) for name in CLOCKS) if one is not None]
    if header.started is None or not all(_is_to_the_minute(one) for one in moments):
        return []
    return ["-".join(f"{one:%H:%M}" for one in moments)]


def _is_to_the_minute(moment: Any) -> bool:
    return isinstance(moment, time) and moment == moment.replace(second=0, microsecond=0)


def event_written(event: Event, leave_out: Set[str]) -> str:
    """What happened: 'spook "gulls" @C recovered_s=20'."""
    parts = [event.kind.value]
    parts += [quoted(event.thing)] if event.thing is not None else []
    parts += [f"{SPOT}{_spot(event.spot)}"] if event.spot is not None else []
    return " ".join([*parts, *_named(event, [name for name in EVENT_NAMES if name not in leave_out])])


def _note(line: str) -> str:
    """As it is; in quotation marks where it would not come back so."""
    plain = line == line.strip() and not line.startswith('"')
    return line if plain else quoted(line)
