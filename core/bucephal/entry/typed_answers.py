"""One answer as it is typed: ``5``, ``6x``, ``4!``, ``-7``, ``3^g5@C``; what else it can say, in brackets."""

from __future__ import annotations

import re
from collections.abc import Iterator
from typing import NamedTuple

from bucephal.entry.tokens import NUMBER, QUOTED, Misplaced, Piece, TextSpan, value_of, wrong
from bucephal.entry.typed_fields import ROOT, TypedFields
from bucephal.ladder import Catalogue, Exercise, Side, StepKind
from bucephal.record import Ask
from bucephal.record.checks import check_ask
from bucephal.record.models import GRADES, STRENGTHS
from bucephal.record.notation import COARSE, FLAGS, MOVED, NOT_ANSWERED, TAKEN, TENSE

MEASURED_AS = {StepKind.LIGHTNESS: "level", StepKind.TOLERANCE: "let_go_s", StepKind.MEASURE: "extent"}
"""What a plain number says, by how a step is judged."""
GRADE, STRENGTH, DISTANCE, EXTENT, SPOT = "gsd*@"
LETTERED = {GRADE: "grade", STRENGTH: "strength", DISTANCE: "distance_m", EXTENT: "extent"}
LEADS = {"L": "left", "R": "right", "_": None}
LEAD_FIELDS = ("lead_front", "lead_hind")
BARE_SPOT = re.compile(r"[\w-]+")
IN_BRACKETS = tuple(
    name for name in Ask.model_fields if name not in ("id", "step", "side", "faults", "after_break")
)
_NO_MARK = "is no mark of an answer"
_VALUE = re.compile(rf"{NOT_ANSWERED}?(?:{NUMBER}|{'|'.join((TAKEN, *COARSE))})?")
_FLAG_OF = {one.sign: one.field for one in FLAGS}
_MARK = re.compile(
    rf"""(?P<tense>!!?)
    | (?P<flag>[{re.escape("".join(_FLAG_OF))}])
    | (?P<lettered>[{re.escape("".join(LETTERED))}])(?P<number>{NUMBER})
    | {SPOT}(?P<spot>{QUOTED}|{BARE_SPOT.pattern})
    | (?P<leads>[LR][LR_]?|_[LR])
    | \((?P<named>.*)\)
    | (?P<word>[a-z][a-z0-9-]*)
    | (?P<comma>,)""",
    re.VERBOSE | re.DOTALL,
)


class ReadAsk(NamedTuple):
    """An ask with where it stands."""

    ask: Ask
    place: TextSpan


class AskedLine(NamedTuple):
    """What an exercise line asks: what its answers are answers to."""

    step: str
    side: Side
    exercise: Exercise
    catalogue: Catalogue

    @property
    def fault_codes(self) -> tuple[str, ...]:
        return tuple(fault.code for fault in self.exercise.faults) + self.catalogue.rider_fault_codes


def read_answer(
    piece: Piece, question: AskedLine, *, after_break: bool
) -> tuple[ReadAsk | None, list[Misplaced]]:
    """The ask that a piece says, or what is wrong with it."""
    said = TypedFields(piece, {"step": question.step, "side": question.side})
    if after_break:
        said.raw["after_break"] = True
    value = _VALUE.match(piece.text)
    at = value.end() if value is not None else 0
    _take_value(piece.part(0, at), said, question)
    while at < len(piece.text):
        mark = _MARK.match(piece.text, at)
        if mark is None:
            stray = _next_mark(piece.text, at)
            said.problems.append(wrong(piece.part(at, stray), _NO_MARK, _allowed(question)))
            at = stray
        else:
            at += _take_mark(mark, piece, said, question)
    ask = said.built(Ask, check_ask(said.raw, question.catalogue, ROOT))
    return (ReadAsk(ask, piece.place) if ask is not None else None), said.problems


def _next_mark(text: str, at: int) -> int:
    """Where the next mark begins behind what is none; the end, where there is none."""
    found = _MARK.search(text, at + 1)
    return len(text) if found is None else found.start()


def _take_value(piece: Piece, said: TypedFields, question: AskedLine) -> None:
    text = piece.text.removeprefix(NOT_ANSWERED)
    typed = piece.part(len(piece.text) - len(text))
    if text != piece.text:
        said.put(("answered",), False, piece.part(0, 1))
    if text in COARSE:
        said.put(("coarse",), text, typed)
    elif text and text != TAKEN:
        said.put((MEASURED_AS[question.exercise.kind],), value_of(text), typed)


def _take_mark(mark: re.Match[str], piece: Piece, said: TypedFields, question: AskedLine) -> int:
    """One mark; how many characters it took."""
    part = piece.part(*mark.span())
    match mark.lastgroup:
        case "tense":
            said.put(("tension",), TENSE[part.text], part)
        case "flag":
            said.put((_FLAG_OF[part.text],), True, part)
        case "number":
            number = piece.part(*mark.span("number"))
            said.put((LETTERED[mark["lettered"]],), value_of(number.text), number)
        case "spot":
            said.put_text(("spot",), piece.part(*mark.span("spot")))
        case "leads":
            for field, sign in zip(LEAD_FIELDS, part.text, strict=False):
                if LEADS[sign] is not None:
                    said.put((field,), LEADS[sign], part)
        case "named":
            _take_named(piece.part(*mark.span("named")), said)
        case "word":
            return _take_word(part, said, question)
    return len(part.text)


def _take_named(inside: Piece, said: TypedFields) -> None:
    for found in re.finditer(rf'(?:{QUOTED}|[^\s"])+', inside.text):
        said.put_named(
            inside.part(*found.span()), lambda name: (name,) if name in IN_BRACKETS else None, IN_BRACKETS
        )


def _take_word(word: Piece, said: TypedFields, question: AskedLine) -> int:
    """A movement, a fault, or the one with whatever comes behind it; how many letters were read."""
    found = faults_begun(word.text, question.fault_codes)
    if word.text in MOVED or (not found and word.text[0] in MOVED):
        said.put(("correct",), MOVED[word.text[0]], word.part(0, 1))
        return 1
    if len(found) == 1:
        faults = said.raw.setdefault("faults", [])
        said.places["faults", str(len(faults))] = word
        faults.append(found[0])
    elif found:
        said.problems.append(wrong(word, "could be several faults", ", ".join(found)))
    else:
        said.problems.append(wrong(word, _NO_MARK, _allowed(question)))
    return len(word.text)


def faults_begun(typed: str, codes: tuple[str, ...]) -> list[str]:
    """The codes that some letters begin; a whole code is only itself."""
    return [typed] if typed in codes else [code for code in codes if typed and code.startswith(typed)]


def _allowed(question: AskedLine) -> str:
    return ", ".join((*_marks(), *question.fault_codes))


def _marks() -> Iterator[str]:
    yield from (*MOVED, *TENSE, *_FLAG_OF)
    for sign, numbers in ((GRADE, GRADES), (STRENGTH, STRENGTHS)):
        yield f"{sign}{numbers[0]} to {sign}{numbers[-1]}"
    yield from (f"{DISTANCE} and metres", f"{EXTENT} and a number", f"{SPOT} and a place", "RL")
