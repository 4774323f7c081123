"""What it bears: how strong a thing was, how near, and whether it let go in time."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from statistics import median

from bucephal.charts import Cell, Chart, ChartRow, ChartTable, cells
from bucephal.ladder import Exercise, StepKind
from bucephal.pages.history_wish import HistoryWish
from bucephal.pages.parts.part import PartCode, SheetPart, Span, ToldAsk, told_within
from bucephal.progress import Standing
from bucephal.record.models import STRENGTHS
from bucephal.words import part_words

NEAR_UPTO_M = (0.0, 1.0, 3.0)
"""The classes of how near it was [own]; what is farther is one more."""

_Key = tuple[int, int | None]
"""The class of how near, and the strength."""


def tolerance_parts(standing: Standing, span: Span | None = None) -> Iterator[SheetPart]:
    """A part for each exercise in which it was said how strong a thing was, or how near."""
    told: dict[str, list[ToldAsk]] = {}
    for one in told_within(standing, span):
        if one.ask.strength is not None or one.ask.distance_m is not None:
            told.setdefault(standing.catalogue.exercise(one.ask.step).id, []).append(one)
    for exercise in standing.catalogue.exercises:
        if exercise.kind is StepKind.TOLERANCE and exercise.id in told:
            yield _part(exercise, sorted(told[exercise.id], key=lambda one: one.on))


def _part(exercise: Exercise, told: list[ToldAsk]) -> SheetPart:
    found: dict[_Key, list[ToldAsk]] = {}
    for one in told:
        found.setdefault((_near(one.ask.distance_m), one.ask.strength), []).append(one)
    said = tuple(_strongest(told))
    classes = sorted({near for near, _ in found})
    drawing = cells(
        [str(one) for one in STRENGTHS],
        [part_words.NEAR_CLASSES[near] for near in classes],
        {
            (classes.index(near), strength - 1): _cell(near, strength, own)
            for (near, strength), own in found.items()
            if strength is not None
        },
        part_words.HOW_STRONG,
    )
    order = sorted(found, key=lambda key: (key[1] or 0, key[0]))
    chart = Chart(
        code=exercise.id,
        title=exercise.name,
        words=" ".join(said),
        drawing=drawing if any(strength is not None for _, strength in found) else None,
        table=ChartTable(
            columns=part_words.TOLERANCE_COLUMNS, rows=tuple(_row(key, found[key]) for key in order)
        ),
    )
    return SheetPart(
        code=PartCode.TOLERANCE, title=exercise.name, group=part_words.BEARS,
        words=said, charts=(chart,),
        behind=HistoryWish(exercise=exercise.id),
    )  # fmt: skip


def _strongest(told: Sequence[ToldAsk]) -> Iterator[str]:
    strengths = [one.ask.strength for one in told if one.ask.strength is not None]
    if strengths:
        top = max(strengths)
        own = [one.meaning.success for one in told if one.ask.strength == top]
        yield part_words.bears(top, STRENGTHS[-1], sum(own), len(own))


def _near(distance_m: float | None) -> int:
    if distance_m is None:
        return 0
    return next((n for n, upto in enumerate(NEAR_UPTO_M, 1) if distance_m <= upto), len(NEAR_UPTO_M) + 1)


def _cell(near: int, strength: int, told: Sequence[ToldAsk]) -> Cell:
    good = sum(one.meaning.success for one in told)
    said = part_words.let_go_in_full(good, len(told), str(strength), part_words.NEAR_CLASSES[near])
    return Cell(good / len(told), part_words.let_go(good, len(told)), said)


def _row(key: _Key, told: Sequence[ToldAsk]) -> ChartRow:
    near, strength = key
    seconds = [one.ask.let_go_s for one in told if one.ask.let_go_s is not None]
    good = sum(one.meaning.success for one in told)
    cells_ = (
        part_words.STRENGTH_NOT_SAID if strength is None else str(strength), part_words.NEAR_CLASSES[near],
        str(len(told)), str(good), part_words.after_seconds(median(seconds) if seconds else None),
        part_words.on_day(told[-1].on),
    )  # fmt: skip
    return ChartRow(cells=cells_, session=told[-1].session.id, step=told[-1].ask.step)
