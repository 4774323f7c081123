"""What is measured of a step: seconds stood, strides fewer, places beside a target, degrees turned, steps."""

from __future__ import annotations

import math
from collections.abc import Iterator
from statistics import median

from bucephal.charts import (
    OF_SIDE,
    Beside,
    Chart,
    ChartDrawing,
    ChartKey,
    ChartRow,
    ChartTable,
    DayFigure,
    MarkShape,
    Shade,
    Turned,
    beside_the_target,
    dial,
    over_time,
)
from bucephal.ladder import Compare, Counted, Exercise, Side, StepKind, TakenWith
from bucephal.pages.history_wish import HistoryWish
from bucephal.pages.parts.part import PartCode, SheetPart, Span, ToldAsk, told_within
from bucephal.pages.ring.choice_rows import TO_THE_SIDE_M
from bucephal.progress import Standing
from bucephal.record.history import SETTLE_EXERCISE
from bucephal.words import part_words, wedge_words
from bucephal.words.figures import measured

LATELY = 6
AT_THE_MARK_M = 0.3
"""Source: common practice, no source, as is the gap of about 0.6 m to the side."""
GAPS_M = (0.4, 0.8)
HALF_TURN, HALF_TURN_WITHIN = 180.0, 20.0
"""Degrees. Source: common practice, no source."""
A_TURN_FROM = 90.0
"""Fewer degrees were no try at a half turn [own]."""
LEAST_COUNTED = 3
_GAP_OF = {wedge_words.to_the_side(one): one for one in TO_THE_SIDE_M}


def measured_parts(standing: Standing, span: Span | None = None) -> Iterator[SheetPart]:
    """A part for each exercise that is measured or counted, in the order of the ladder."""
    told: dict[str, list[ToldAsk]] = {}
    for one in told_within(standing, span):
        if one.ask.extent is not None or one.ask.distance_m is not None:
            told.setdefault(standing.catalogue.exercise(one.ask.step).id, []).append(one)
    for exercise in standing.catalogue.exercises:
        own = sorted(told.get(exercise.id, []), key=lambda one: one.on)
        charts = [chart for chart in _charts(standing, exercise, own) if chart is not None] if own else []
        if charts:
            code = PartCode.MEASURED if exercise.kind is StepKind.MEASURE else PartCode.COUNTED
            yield SheetPart(
                code=code, title=exercise.name, group=part_words.MEASURED,
                words=tuple(chart.words for chart in charts),
                charts=tuple(charts), behind=HistoryWish(exercise=exercise.id),
            )  # fmt: skip


def _charts(standing: Standing, exercise: Exercise, told: list[ToldAsk]) -> Iterator[Chart | None]:
    if exercise.kind is StepKind.MEASURE:
        if exercise.taken_with is not TakenWith.CORNERS and exercise.id != SETTLE_EXERCISE:
            yield _measure(standing, exercise, [one for one in told if one.ask.extent is not None])
        if exercise.taken_with is TakenWith.STATION:
            yield _station(told)
    elif exercise.kind is StepKind.LIGHTNESS and exercise.counted is Counted.DEGREES:
        yield _turns(standing, exercise, told)
    elif exercise.kind is StepKind.LIGHTNESS and exercise.counted is not None:
        yield _counted(standing, exercise, [one for one in told if one.ask.extent is not None])


def _measure(standing: Standing, exercise: Exercise, told: list[ToldAsk]) -> Chart | None:
    """Against the target of the stage that was asked last."""
    if not told:
        return None
    stage = standing.catalogue.stage(told[-1].ask.step)
    same = [one for one in told if one.ask.step == stage.step][-LATELY:]
    target = None if stage.target is None else measured(stage.target, exercise.unit)
    said = (
        ""
        if target is None
        else part_words.measured_lately(sum(one.meaning.success for one in same), len(same), target)
    )
    key = [*_sides_key(told)]
    if stage.target is not None:
        key.append(ChartKey(words=part_words.WANTED, shade=Shade.WANTED, shape="line"))
    return Chart(
        code=exercise.id, title=exercise.name, words=said,
        drawing=_drawn(told, exercise.unit or "", stage.target, _top(exercise)),
        key=tuple(key),
        table=ChartTable(
            columns=part_words.MEASURE_COLUMNS,
            rows=tuple(_measure_row(standing, exercise, one) for one in reversed(told)),
        ),
    )  # fmt: skip


def _top(exercise: Exercise) -> float | None:
    return None if math.isinf(exercise.most) else exercise.most


def _drawn(told: list[ToldAsk], unit: str, wanted: float | None, most: float | None) -> ChartDrawing:
    seen = []
    for one in told:
        shape, shade = OF_SIDE[one.ask.side]
        extent = one.ask.extent or 0.0
        said = f"{part_words.on_day(one.on)}: {part_words.sided(one.ask.side, measured(extent, unit))}"
        seen.append(
            DayFigure(
                one.on,
                extent,
                said,
                shape=shape if one.meaning.success else MarkShape.RING,
                shade=shade,
                session=one.session.id,
            )
        )
    return over_time(seen, part_words.axis(unit), wanted=wanted, most=most)


def _measure_row(standing: Standing, exercise: Exercise, one: ToldAsk) -> ChartRow:
    target = standing.catalogue.stage(one.ask.step).target
    sign = "≤" if exercise.compare is Compare.AT_MOST else "≥"
    wanted = part_words.NONE if target is None else f"{sign} {measured(target, exercise.unit)}"
    cells = (
        part_words.on_day(one.on), standing.catalogue.stage(one.ask.step).name, str(one.ask.side),
        measured(one.ask.extent or 0.0, exercise.unit), wanted,
        part_words.YES if one.meaning.success else part_words.NO,
    )  # fmt: skip
    return ChartRow(cells=cells, session=one.session.id, step=one.ask.step)


def _sides_key(told: list[ToldAsk]) -> Iterator[ChartKey]:
    sides = {one.ask.side for one in told}
    for side, name in (
        (Side.LEFT, part_words.LEFT),
        (Side.RIGHT, part_words.RIGHT),
        (Side.NONE, part_words.BOTH_SIDES),
    ):
        if side in sides:
            shape, shade = OF_SIDE[side]
            yield ChartKey(words=name, shade=shade, shape=shape)


def _station(told: list[ToldAsk]) -> Chart | None:
    placed = [(one, _GAP_OF[one.ask.spot or ""]) for one in told
              if one.ask.distance_m is not None and one.ask.spot in _GAP_OF]  # fmt: skip
    if not placed:
        return None
    seen = [
        Beside(
            one.ask.distance_m or 0.0,
            gap,
            one.ask.side,
            f"{part_words.on_day(one.on)}: {part_words.beside(one.ask.distance_m or 0.0, gap)}",
            one.session.id,
        )
        for one, gap in placed
    ]
    near = sum(one.off_m <= AT_THE_MARK_M and GAPS_M[0] <= one.gap_m <= GAPS_M[1] for one in seen)
    rows = (
        ChartRow(
            cells=(
                part_words.on_day(one.on), str(one.ask.side), part_words.in_metres(one.ask.distance_m or 0.0),
                part_words.in_metres(gap), part_words.after_seconds(one.ask.extent),
            ),
            session=one.session.id, step=one.ask.step,
        )
        for one, gap in reversed(placed)
    )  # fmt: skip
    return Chart(
        code=PartCode.STATION,
        title=part_words.STATION_TITLE,
        words=part_words.near_the_mark(near, len(seen)),
        drawing=beside_the_target(
            seen,
            off_m=AT_THE_MARK_M,
            gap_m=GAPS_M,
            off_name=part_words.OFF_THE_MARK,
            gap_name=part_words.TO_THE_SIDE,
        ),
        key=(*_sides_key(told), ChartKey(words=part_words.WANTED, shade=Shade.LIGHT, shape="bar")),
        table=ChartTable(columns=part_words.STATION_COLUMNS, rows=tuple(rows)),
    )


def _turned(one: ToldAsk) -> Turned:
    degrees = one.ask.extent or 0.0
    said = part_words.sided(one.ask.side, part_words.degrees(degrees))
    return Turned(degrees, one.ask.side, f"{part_words.on_day(one.on)}: {said}", one.session.id)


def _turns(standing: Standing, exercise: Exercise, told: list[ToldAsk]) -> Chart | None:
    turned = [one for one in told if one.ask.extent is not None]
    if not turned:
        return None
    seen = [_turned(one) for one in turned]
    halves = [one for one in seen if one.degrees >= A_TURN_FROM]
    near = sum(abs(one.degrees - HALF_TURN) <= HALF_TURN_WITHIN for one in halves)
    rows = (
        ChartRow(
            cells=(
                part_words.on_day(one.on),
                standing.catalogue.stage(one.ask.step).name,
                str(one.ask.side),
                part_words.degrees(one.ask.extent or 0.0),
            ),
            session=one.session.id,
            step=one.ask.step,
        )
        for one in reversed(turned)
    )
    return Chart(
        code=f"{PartCode.TURNS}-{exercise.id}", title=part_words.TURNS_TITLE,
        words=part_words.half_turns(near, len(halves), HALF_TURN_WITHIN),
        drawing=dial(seen, HALF_TURN, HALF_TURN_WITHIN),
        key=(*_sides_key(turned), ChartKey(words=part_words.HALF_TURN, shade=Shade.LIGHT, shape="bar")),
        table=ChartTable(columns=part_words.TURN_COLUMNS, rows=tuple(rows)),
    )  # fmt: skip


def _counted(standing: Standing, exercise: Exercise, told: list[ToldAsk]) -> Chart | None:
    """Steps and strides; under a few of them nothing is shown."""
    if len(told) < LEAST_COUNTED:
        return None
    unit = str(exercise.counted).replace("-", " ")
    most = max(one.ask.extent or 0.0 for one in told)
    first = median(one.ask.extent or 0.0 for one in told if one.on == told[0].on)
    rows = (
        ChartRow(
            cells=(part_words.on_day(one.on), standing.catalogue.stage(one.ask.step).name, str(one.ask.side),
                   f"{one.ask.extent:g} {unit}"),
            session=one.session.id, step=one.ask.step,
        )
        for one in reversed(told)
    )  # fmt: skip
    return Chart(
        code=exercise.id,
        title=exercise.name,
        words=part_words.counted_best(f"{most:g} {unit}", f"{first:g}"),
        drawing=_drawn(told, unit, None, None),
        key=tuple(_sides_key(told)),
        table=ChartTable(columns=part_words.COUNTED_COLUMNS, rows=tuple(rows)),
    )
