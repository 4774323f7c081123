"""What can be tapped for an answer: the bars of the ring's wedge, as a step is judged.

By lightness a bar is a level; by tolerance how strong the thing was that it let go of; by a measure how much
of it was done. The device draws the bars and logs what the tapped one says.
"""

from __future__ import annotations

from collections.abc import Iterator

from bucephal.ladder import StepKind
from bucephal.planning import PlanItem
from bucephal.record import FrozenModel
from bucephal.record.models import LEVELS, STRENGTHS
from bucephal.words import wedges as words

MEASURES_PER_TARGET = 5
"""A measure's bars run in fifths of its target to twice of it [own]."""
MEASURES = 2 * MEASURES_PER_TARGET


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


def wedge(item: PlanItem, level_words: tuple[str, ...]) -> Wedge:
    """The wedge of a planned item.

    Args:
        level_words: what each level means, the lightest first; empty: the step has none.
    """
    if item.step_kind is StepKind.TOLERANCE:
        return Wedge(
            bars=tuple(_strengths()), legend=words.LET_GO_AT, legend_none=words.NOT_LET_GO_AT,
            none=words.NOT_YET, timed=True,
        )  # fmt: skip
    if item.step_kind is StepKind.MEASURE and item.target is not None:
        legend = words.measured_in(item.unit or "")
        return Wedge(
            bars=tuple(_measures(item, item.target)), band=words.WANTED, legend=legend, legend_none=legend,
            none=words.NOT_YET, timed=False,
        )  # fmt: skip
    return Wedge(
        bars=tuple(_levels(item, level_words)), band=words.LIGHT, legend=words.ANSWERED_AT,
        legend_none=words.NO_ANSWER_UP_TO, none=words.NO_ANSWER, timed=False,
    )  # fmt: skip


def _levels(item: PlanItem, level_words: tuple[str, ...]) -> Iterator[Bar]:
    low, high = item.band or (LEVELS[0], LEVELS[-1])
    for place, level in enumerate(LEVELS):
        said = level_words[place] if level_words else ""
        yield Bar(label=str(level), name=f"{level}: {said}", in_band=low <= level <= high, level=level)


def _strengths() -> Iterator[Bar]:
    for strength in STRENGTHS:
        name = words.strength(strength, STRENGTHS[-1])
        yield Bar(label=str(strength), name=name, in_band=True, strength=strength)


def _measures(item: PlanItem, target: float) -> Iterator[Bar]:
    for fifth in range(1, MEASURES + 1):
        extent = round(target * fifth / MEASURES_PER_TARGET, 1)
        wanted = extent <= target if item.wants_at_most else extent >= target
        label = f"{extent:g}"
        yield Bar(label=label, name=f"{label} {item.unit or ''}".strip(), in_band=wanted, extent=extent)
