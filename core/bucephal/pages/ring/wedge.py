"""What can be tapped for an answer: the bars of the ring's wedge, as a step is judged.

By lightness a bar is a level; by tolerance how strong the thing was that it let go of; by a measure how much
of it was done. The device draws the bars and logs what the tapped one says.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator

from pydantic import Field

from bucephal.ladder import Counted, Exercise, StepKind, TakenWith
from bucephal.pages.ring.choice_rows import AnswerChoiceRow, grades, how_near, rows_of
from bucephal.planning import PlanItem
from bucephal.record import FrozenModel
from bucephal.record.models import LEVELS, STRENGTHS
from bucephal.words import wedge_words
from bucephal.words.figures import measured

BARS_PER_TARGET = (5, 4, 3, 2)
"""A measure's bars run to twice its target: in fifths of it, or in so many parts as are whole [own]."""
WIDE_FIGURE, MOST_OF_WIDE = 100, 8
"""Ten bars hold figures of two digits on a phone; of three there is room for eight."""


CORNER_M = (0.5, 1.0, 1.5, 2.0, 3.0, 4.0, 5.0, 6.0, 8.0, 10.0)
"""How far before a corner a horse turns by itself, from schooled to green [own]."""
SHARES_PCT = tuple(10.0 * tenth for tenth in range(1, 11))
DEGREES_BY, MOST_DEGREES = 15, 720
MOST_COUNTED = 200


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
    rows: tuple[AnswerChoiceRow, ...] = Field((), description="What is chosen beside the bar.")
    grades: AnswerChoiceRow


def wedge(item: PlanItem, exercise: Exercise, level_words: tuple[str, ...]) -> Wedge:
    """The wedge of a planned item.

    Args:
        exercise: of its step.
        level_words: what each level means, the lightest first; empty: the step has none.
    """
    if item.step_kind is StepKind.TOLERANCE:
        return Wedge(
            bars=tuple(_strengths()), legend=wedge_words.LET_GO_AT, legend_none=wedge_words.NOT_LET_GO_AT,
            none=wedge_words.NOT_YET, timed=True, rows=(how_near(),),
            grades=grades(),
        )  # fmt: skip
    if item.step_kind is StepKind.MEASURE and item.target is not None:
        legend = wedge_words.measured_in(item.unit or "")
        return Wedge(
            bars=tuple(_measures(item, _extents(item.target, exercise.taken_with))),
            band=wedge_words.WANTED, legend=legend, legend_none=legend, none=wedge_words.NOT_YET, timed=False,
            taken_with=exercise.taken_with, rows=tuple(rows_of(exercise.taken_with)), grades=grades(),
        )  # fmt: skip
    return Wedge(
        bars=tuple(_levels(item, level_words)),
        band=wedge_words.LIGHT,
        legend=wedge_words.ANSWERED_AT,
        legend_none=wedge_words.NO_ANSWER_UP_TO,
        none=wedge_words.NO_ANSWER,
        timed=False,
        coarse=wedge_words.COARSE,
        counted=_counting(exercise.counted),
        grades=grades(),
    )


def _counting(counted: Counted | None) -> Counting | None:
    if counted is None:
        return None
    by, most = (DEGREES_BY, MOST_DEGREES) if counted is Counted.DEGREES else (1, MOST_COUNTED)
    return Counting(name=wedge_words.COUNTED[counted], by=by, most=most)


def _levels(item: PlanItem, level_words: tuple[str, ...]) -> Iterator[Bar]:
    low, high = item.band or (LEVELS[0], LEVELS[-1])
    for place, level in enumerate(LEVELS):
        said = level_words[place] if level_words else ""
        yield Bar(label=str(level), name=f"{level}: {said}", in_band=low <= level <= high, level=level)


def _strengths() -> Iterator[Bar]:
    for strength in STRENGTHS:
        name = wedge_words.strength(strength, STRENGTHS[-1])
        yield Bar(label=str(strength), name=name, in_band=True, strength=strength)


def _extents(target: float, taken_with: TakenWith | None) -> tuple[float, ...]:
    if taken_with is TakenWith.CORNERS:
        return CORNER_M
    if taken_with is TakenWith.CALM_CLOCK:
        return SHARES_PCT
    most = MOST_OF_WIDE if 2 * target >= WIDE_FIGURE else 2 * BARS_PER_TARGET[0]
    parts = [one for one in BARS_PER_TARGET if 2 * one <= most]
    whole = next((one for one in parts if target % one == 0), parts[0])
    return tuple(round(target * part / whole, 1) for part in range(1, 2 * whole + 1))


def _measures(item: PlanItem, extents: Iterable[float]) -> Iterator[Bar]:
    target, unit = item.target or 0, item.unit or ""
    for extent in extents:
        wanted = extent <= target if item.wants_at_most else extent >= target
        label = wedge_words.measured_bar(extent, unit)
        yield Bar(label=label, name=measured(extent, unit), in_band=wanted, extent=extent)
