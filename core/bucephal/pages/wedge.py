"""What can be tapped for an answer: the bars of the ring's wedge, as a step is judged.

By lightness a bar is a level; by tolerance how strong the thing was that it let go of; by a measure how much
of it was done. The device draws the bars and logs what the tapped one says.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator

from pydantic import Field

from bucephal.ladder import Counted, Exercise, StepKind, TakenWith
from bucephal.planning import PlanItem
from bucephal.record import AlsoAsked, FrozenModel, GaitShown
from bucephal.record.models import GRADES, LEVELS, STRENGTHS
from bucephal.words import wedges as words

MEASURES_PER_TARGET = 5
"""A measure's bars run in fifths of its target to twice of it [own]."""
MEASURES = 2 * MEASURES_PER_TARGET


DISTANCES_M = (0.0, 0.5, 1.0, 2.0, 3.0, 5.0, 10.0, 20.0)
"""How near a thing was that it let go of [own]."""
OFF_THE_MARK_M = (0.0, 0.3, 0.6, 1.0, 1.5)
"""Beside a target: 0.3 m is still at the mark."""
TO_THE_SIDE_M = (0.3, 0.6, 1.0, 1.5)
"""About 0.6 m is wanted. Source: common practice, no source."""
CORNER_M = (0.5, 1.0, 1.5, 2.0, 3.0, 4.0, 5.0, 6.0, 8.0, 10.0)
"""How far before a corner a horse turns by itself, from schooled to green [own]."""
SHARES_PCT = tuple(10.0 * tenth for tenth in range(1, 11))
CORNERS = ("H", "M", "K", "F")
"""The letters by the corners as the arena is drawn, A below. Source: FEI dressage rules, from memory."""
MOST_OFFERED = 5
DEGREES_BY, MOST_DEGREES = 15, 720
MOST_COUNTED = 200

Value = bool | int | float | str


class Choice(FrozenModel):
    """Something that can be said of an answer by one tap: fields of the ask, and what they are then."""

    label: str
    name: str
    sets: dict[str, Value]


class ChoiceRow(FrozenModel):
    """Choices of which one holds."""

    code: str
    name: str
    choices: tuple[Choice, ...]
    stays: bool = Field(description="What was chosen holds for the next answer too.")
    at_once: bool = Field(description="It is said of the next answer; else of the one just given.")


class Counting(FrozenModel):
    """What of an answer is counted: so many at a time, at most so many."""

    name: str
    by: int
    most: int


class Bar(FrozenModel):
    """One bar: what is logged where it is tapped, and how it is said."""

    label: str
    name: str
    in_band: bool
    level: int | None = None
    extent: float | None = None
    strength: int | None = None


class Wedge(FrozenModel):
    """What an answer of an item is tapped on."""

    bars: tuple[Bar, ...]
    band: str = ""
    legend: str
    legend_none: str
    none: str
    timed: bool
    coarse: tuple[str, str] | None = Field(
        None, description="What light and heavy are called; null: no level."
    )
    taken_with: TakenWith | None = None
    counted: Counting | None = None
    rows: tuple[ChoiceRow, ...] = Field((), description="What is chosen beside the bar.")
    grades: ChoiceRow


def wedge(item: PlanItem, exercise: Exercise, level_words: tuple[str, ...]) -> Wedge:
    """The wedge of a planned item.

    Args:
        exercise: of its step.
        level_words: what each level means, the lightest first; empty: the step has none.
    """
    if item.step_kind is StepKind.TOLERANCE:
        return Wedge(
            bars=tuple(_strengths()), legend=words.LET_GO_AT, legend_none=words.NOT_LET_GO_AT,
            none=words.NOT_YET, timed=True, rows=(_distances("near", words.HOW_NEAR, DISTANCES_M),),
            grades=_grades(),
        )  # fmt: skip
    if item.step_kind is StepKind.MEASURE and item.target is not None:
        legend = words.measured_in(item.unit or "")
        return Wedge(
            bars=tuple(_measures(item, _extents(item.target, exercise.taken_with))), band=words.WANTED, legend=legend, legend_none=legend,
            none=words.NOT_YET, timed=False, taken_with=exercise.taken_with,
            rows=tuple(_rows_of(exercise.taken_with)), grades=_grades(),
        )  # fmt: skip
    return Wedge(
        bars=tuple(_levels(item, level_words)), band=words.LIGHT, legend=words.ANSWERED_AT,
        legend_none=words.NO_ANSWER_UP_TO, none=words.NO_ANSWER, timed=False, coarse=words.COARSE,
        counted=_counting(exercise.counted), grades=_grades(),
    )  # fmt: skip


def also_asked(also: Iterable[AlsoAsked]) -> Iterator[ChoiceRow]:
    """What a yard wants to be asked of every answer beside the usual."""
    for field in also:
        before = field is AlsoAsked.ATTENTIVE
        choices = tuple(
            Choice(label=label, name=f"{words.ALSO[field]}: {label}", sets={field: value})
            for label, value in _values(field)
        )
        yield ChoiceRow(code=field, name=words.ALSO[field], choices=choices, stays=False, at_once=before)


def _values(field: AlsoAsked) -> Iterator[tuple[str, Value]]:
    match field:
        case AlsoAsked.SECOND_AID:
            yield from ((said, aid) for aid, said in enumerate(words.SECOND_AID))
        case AlsoAsked.OFFERED:
            yield from ((words.times(n, MOST_OFFERED), n) for n in range(MOST_OFFERED + 1))
        case AlsoAsked.ATTENTIVE:
            yield from ((said, value) for value, said in words.YES_NO.items())
        case AlsoAsked.GAIT_SHOWN:
            yield from ((gait.value, gait.value) for gait in GaitShown)


def _rows_of(taken_with: TakenWith | None) -> Iterator[ChoiceRow]:
    if taken_with is TakenWith.STATION:
        yield _distances("off-the-mark", words.OFF_THE_MARK, OFF_THE_MARK_M)
        sides = tuple(
            Choice(
                label=words.metres(one), name=words.to_the_side(one), sets={"spot": words.to_the_side(one)}
            )
            for one in TO_THE_SIDE_M
        )
        yield ChoiceRow(code="to-the-side", name=words.TO_THE_SIDE, choices=sides, stays=True, at_once=True)
    if taken_with is TakenWith.CORNERS:
        corners = tuple(
            Choice(label=one, name=words.corner(one), sets={"spot": words.corner(one)}) for one in CORNERS
        )
        yield ChoiceRow(code="corner", name=words.CORNER, choices=corners, stays=True, at_once=True)
        leg = tuple(
            Choice(label=said, name=f"{words.INSIDE_LEG}: {said}", sets={"second_aid": aid})
            for aid, said in enumerate((words.WITHOUT_LEG, words.WITH_LEG))
        )
        yield ChoiceRow(code="leg", name=words.INSIDE_LEG, choices=leg, stays=True, at_once=True)


def _distances(code: str, name: str, distances: Iterable[float]) -> ChoiceRow:
    choices = tuple(
        Choice(label=words.metres(one), name=f"{name}: {words.metres(one)}", sets={"distance_m": one})
        for one in distances
    )
    return ChoiceRow(code=code, name=name, choices=choices, stays=True, at_once=True)


def _grades() -> ChoiceRow:
    choices = tuple(
        Choice(label=str(one), name=words.grade(one, GRADES[-1]), sets={"grade": one}) for one in GRADES
    )
    return ChoiceRow(code="grade", name=words.GRADE, choices=choices, stays=False, at_once=False)


def _counting(counted: Counted | None) -> Counting | None:
    if counted is None:
        return None
    by, most = (DEGREES_BY, MOST_DEGREES) if counted is Counted.DEGREES else (1, MOST_COUNTED)
    return Counting(name=words.COUNTED[counted], by=by, most=most)


def _levels(item: PlanItem, level_words: tuple[str, ...]) -> Iterator[Bar]:
    low, high = item.band or (LEVELS[0], LEVELS[-1])
    for place, level in enumerate(LEVELS):
        said = level_words[place] if level_words else ""
        yield Bar(label=str(level), name=f"{level}: {said}", in_band=low <= level <= high, level=level)


def _strengths() -> Iterator[Bar]:
    for strength in STRENGTHS:
        name = words.strength(strength, STRENGTHS[-1])
        yield Bar(label=str(strength), name=name, in_band=True, strength=strength)


def _extents(target: float, taken_with: TakenWith | None) -> tuple[float, ...]:
    if taken_with is TakenWith.CORNERS:
        return CORNER_M
    if taken_with is TakenWith.CALM_CLOCK:
        return SHARES_PCT
    return tuple(round(target * fifth / MEASURES_PER_TARGET, 1) for fifth in range(1, MEASURES + 1))


def _measures(item: PlanItem, extents: Iterable[float]) -> Iterator[Bar]:
    target = item.target or 0
    for extent in extents:
        wanted = extent <= target if item.wants_at_most else extent >= target
        label = f"{extent:g}"
        yield Bar(label=label, name=f"{label} {item.unit or ''}".strip(), in_band=wanted, extent=extent)
