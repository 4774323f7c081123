"""How far before each corner it turns by itself, on each rein, without the inside leg and with it."""

from __future__ import annotations

import re
from collections.abc import Iterable
from statistics import median
from typing import NamedTuple

from bucephal.charts import Chart, ChartRow, ChartTable, CornerFigure, corner_map
from bucephal.ladder import Exercise, Side, TakenWith
from bucephal.pages.history_wish import HistoryWish
from bucephal.pages.parts.part import PartCode, SheetPart, Span, ToldAsk, told_within
from bucephal.progress import Standing
from bucephal.words import part_words
from bucephal.words.amounts import METRIC, Amounts

_LETTER = re.compile(r"\b([HMKF])\b")


class _At(NamedTuple):
    spot: str
    side: Side
    with_leg: bool | None


def corners(standing: Standing, span: Span | None = None, amounts: Amounts = METRIC) -> SheetPart | None:
    """None while no corner was measured."""
    found: dict[_At, list[ToldAsk]] = {}
    upto, exercise = 0.0, ""
    measured = (one for one in told_within(standing, span) if one.ask.extent is not None)
    by_corners = (one for one in measured if _exercise(standing, one).taken_with is TakenWith.CORNERS)
    for one in sorted(by_corners, key=lambda one: one.on):
        upto = standing.catalogue.stage(one.ask.step).target or upto
        exercise = _exercise(standing, one).id
        found.setdefault(_key(one), []).append(one)
    if not found:
        return None
    order = sorted(found, key=lambda at: (at.spot, at.side, at.with_leg is True))
    worst = max(order, key=lambda at: _usual(found[at]))
    said = _said(worst, _usual(found[worst]), upto, amounts), part_words.corner_wanted(amounts.length(upto))
    chart = Chart(
        code=PartCode.CORNERS, title=part_words.CORNERS, words=said[0],
        drawing=corner_map(list(_figures(order, found, amounts))),
        table=ChartTable(
            columns=part_words.CORNER_COLUMNS, rows=tuple(_row(at, found[at], amounts) for at in order)
        ),
    )  # fmt: skip
    return SheetPart(
        code=PartCode.CORNERS, title=part_words.CORNERS, group=part_words.CANTER_AND_CORNERS,
        words=said, charts=(chart,),
        behind=HistoryWish(exercise=exercise),
    )  # fmt: skip


def _exercise(standing: Standing, one: ToldAsk) -> Exercise:
    return standing.catalogue.exercise(one.ask.step)


def _said(worst: _At, usual: float, upto: float, amounts: Amounts) -> str:
    if usual <= upto:
        return part_words.on_the_line(amounts.length(upto))
    return part_words.worst_corner(worst.spot, worst.side, amounts.length(usual))


def _key(one: ToldAsk) -> _At:
    aid = one.ask.second_aid
    return _At(one.ask.spot or part_words.SOMEWHERE, one.ask.side, None if aid is None else aid > 0)


def _usual(told: Iterable[ToldAsk]) -> float:
    return median(one.ask.extent or 0.0 for one in told)


def _figures(order: list[_At], found: dict[_At, list[ToldAsk]], amounts: Amounts) -> Iterable[CornerFigure]:
    lines: dict[str, list[str]] = {}
    for at in order:
        letter = _LETTER.search(at.spot)
        if letter is not None:
            said = part_words.corner_line(at.side, at.with_leg, amounts.length(_usual(found[at])))
            lines.setdefault(letter[1], []).append(said)
    return [CornerFigure(letter, tuple(own)) for letter, own in lines.items()]


def _row(at: _At, told: list[ToldAsk], amounts: Amounts) -> ChartRow:
    leg = {True: part_words.WITH_LEG, False: part_words.WITHOUT_LEG, None: part_words.LEG_NOT_SAID}[
        at.with_leg
    ]
    cells = (
        at.spot, str(at.side), leg, str(len(told)), amounts.length(_usual(told)),
        amounts.length(told[-1].ask.extent or 0.0),
    )  # fmt: skip
    return ChartRow(cells=cells, session=told[-1].session.id, step=told[-1].ask.step)
