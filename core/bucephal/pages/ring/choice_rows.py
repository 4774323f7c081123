"""What can be said of an answer beside its bar: rows of choices, one tap each.

A choice says which fields of the ask it sets. The device draws the rows and copies the fields; it knows none.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator

from pydantic import Field

from bucephal.ladder import TakenWith
from bucephal.record import AlsoAsked, FrozenModel, GaitShown
from bucephal.record.models import GRADES
from bucephal.words import wedge_words

DISTANCES_M = (0.0, 0.5, 1.0, 2.0, 3.0, 5.0, 10.0)
"""How near a thing was that it let go of [own]."""
OFF_THE_MARK_M = (0.0, 0.3, 0.6, 1.0, 1.5)
"""Beside a target: 0.3 m is still at the mark."""
TO_THE_SIDE_M = (0.3, 0.6, 1.0, 1.5)
"""About 0.6 m is wanted. Source: common practice, no source."""
CORNERS = ("H", "M", "K", "F")
"""The letters by the corners as the arena is drawn, A below. Source: FEI dressage rules, from memory."""
MOST_OFFERED = 5
SECOND_AIDS = (1, 2, 3, 0)
"""What is said most often comes with the first tap: some was needed, something was offered [own]."""

Value = bool | int | float | str


class AnswerChoice(FrozenModel):
    """Something that can be said of an answer by one tap: fields of the ask, and what they are then."""

    label: str
    name: str
    sets: dict[str, Value]


class AnswerChoiceRow(FrozenModel):
    """Choices of which one holds."""

    code: str
    name: str
    short: str = Field("", description="The name where there is little room; empty: there is enough.")
    choices: tuple[AnswerChoice, ...]
    stays: bool = Field(description="What was chosen holds for the next answer too.")
    at_once: bool = Field(description="It is said of the next answer; else of the one just given.")


def how_near() -> AnswerChoiceRow:
    """How near the thing was that it let go of."""
    return _distances("near", wedge_words.HOW_NEAR, DISTANCES_M)


def grades() -> AnswerChoiceRow:
    """How good the movement was, apart from how light."""
    choices = (
        AnswerChoice(label=str(one), name=wedge_words.grade(one, GRADES[-1]), sets={"grade": one})
        for one in GRADES
    )
    return _row("grade", wedge_words.GRADE, choices, stays=False, at_once=False)


def rows_of(taken_with: TakenWith | None) -> Iterator[AnswerChoiceRow]:
    """What is chosen beside a measure."""
    if taken_with is TakenWith.STATION:
        yield _distances("off-the-mark", wedge_words.OFF_THE_MARK, OFF_THE_MARK_M)
        sides = ((f"{one:g}", wedge_words.to_the_side(one)) for one in TO_THE_SIDE_M)
        yield _row(
            "to-the-side",
            wedge_words.in_metres(wedge_words.TO_THE_SIDE),
            (AnswerChoice(label=label, name=said, sets={"spot": said}) for label, said in sides),
        )
    if taken_with is TakenWith.CORNERS:
        corners = ((one, wedge_words.corner(one)) for one in CORNERS)
        yield _row(
            "corner",
            wedge_words.CORNER,
            (AnswerChoice(label=label, name=said, sets={"spot": said}) for label, said in corners),
        )
        legs = enumerate((wedge_words.WITHOUT_LEG, wedge_words.WITH_LEG))
        yield _row(
            "leg",
            wedge_words.INSIDE_LEG,
            (
                AnswerChoice(label=said, name=f"{wedge_words.INSIDE_LEG}: {said}", sets={"second_aid": aid})
                for aid, said in legs
            ),
        )


def also_asked(also: Iterable[AlsoAsked]) -> Iterator[AnswerChoiceRow]:
    """What a yard wants to be asked of every answer beside the usual; attention comes before the ask."""
    for field in also:
        choices = (
            AnswerChoice(label=label, name=f"{wedge_words.ALSO[field]}: {label}", sets={field: value})
            for label, value in _values(field)
        )
        before = field is AlsoAsked.ATTENTIVE
        yield _row(
            field,
            wedge_words.ALSO[field],
            choices,
            short=wedge_words.ALSO_SHORT[field],
            stays=False,
            at_once=before,
        )


def _values(field: AlsoAsked) -> Iterator[tuple[str, Value]]:
    match field:
        case AlsoAsked.SECOND_AID:
            yield from ((wedge_words.SECOND_AID[aid], aid) for aid in SECOND_AIDS)
        case AlsoAsked.OFFERED:
            yield from ((wedge_words.times(n, MOST_OFFERED), n) for n in (*range(1, MOST_OFFERED + 1), 0))
        case AlsoAsked.ATTENTIVE:
            yield from ((said, value) for value, said in wedge_words.YES_NO.items())
        case AlsoAsked.GAIT_SHOWN:
            yield from ((gait.value, gait.value) for gait in GaitShown)


def _distances(code: str, name: str, distances: Iterable[float]) -> AnswerChoiceRow:
    choices = (
        AnswerChoice(label=f"{one:g}", name=f"{name}: {wedge_words.metres(one)}", sets={"distance_m": one})
        for one in distances
    )
    return _row(code, wedge_words.in_metres(name), choices)


def _row(
    code: str, name: str, choices: Iterable[AnswerChoice],
    *, short: str = "", stays: bool = True, at_once: bool = True,
) -> AnswerChoiceRow:  # fmt: skip
    return AnswerChoiceRow(
        code=code, name=name, short=short, choices=tuple(choices), stays=stays, at_once=at_once
    )
