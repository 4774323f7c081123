"""Charts: marks lie where their figures say, inside the page, and nothing that is written runs out of it."""

from __future__ import annotations

import math
from datetime import date, timedelta

import pytest
from bucephal.charts import (
    Beside,
    Cell,
    ChartDrawing,
    Column,
    ColumnGroup,
    CornerFigure,
    DayFigure,
    MarkShape,
    Part,
    Shade,
    SideLevel,
    SidesRow,
    Turned,
    WayDone,
    beside_the_target,
    cells,
    columns,
    corner_map,
    dial,
    over_time,
    progress_bars,
    then_and_now_board,
)
from bucephal.charts.scales import round_top, ticks
from bucephal.ladder import Side
from hypothesis import given
from hypothesis import strategies as st

START = date(2026, 3, 2)
LETTER_WIDE = 7.4
"""Of the widest usual letters in our type at this size, measured: a cautious guess for all of them."""
days = st.integers(0, 400).map(lambda n: START + timedelta(days=n))
amounts = st.floats(0.1, 5000)


def inside(drawing: ChartDrawing) -> None:
    for x, y in [
        *((one.x, one.y) for one in drawing.marks),
        *(point for one in drawing.strokes for point in one.points),
        *((bar.x + bar.width, bar.y + bar.height) for bar in drawing.bars),
        *((bar.x, bar.y) for bar in drawing.bars),
    ]:
        assert -0.5 <= x <= drawing.width + 0.5
        assert -0.5 <= y <= drawing.height + 0.5
    for text in drawing.texts:
        wide = len(text.text) * LETTER_WIDE
        left = text.x - {"start": 0, "middle": wide / 2, "end": wide}[text.anchor]
        assert left >= -wide * 0.2
        assert left + wide <= drawing.width + wide * 0.2
        assert 0 <= text.y <= drawing.height


@given(st.lists(st.tuples(days, amounts), min_size=1, max_size=30), st.none() | amounts)
def test_figures_of_days_lie_later_to_the_right_and_more_upwards(
    figures: list[tuple[date, float]], wanted: float | None
) -> None:
    drawing = over_time([DayFigure(on, value, "") for on, value in figures], "min", wanted=wanted)
    inside(drawing)
    placed = list(zip(figures, drawing.marks, strict=True))
    for (on, value), mark in placed:
        for (other_on, other_value), other in placed:
            assert (on < other_on) <= (mark.x < other.x + 1e-9)
            assert (value > other_value) <= (mark.y < other.y + 1e-9)


def test_what_never_came_is_an_arrow_and_a_doubt_is_an_area_round_its_mark() -> None:
    seen = [
        DayFigure(START, 10, "", shape=MarkShape.AT_LEAST),
        DayFigure(START + timedelta(days=1), 5, "", between=(4, 7)),
    ]
    drawing = over_time(seen, "min")
    assert [mark.shape for mark in drawing.marks] == ["at-least", "dot"]
    (doubt,) = [one for one in drawing.strokes if one.shade is Shade.DOUBT]
    heights = [y for _, y in doubt.points]
    assert min(heights) < drawing.marks[1].y < max(heights)


@given(st.lists(st.lists(amounts, min_size=3, max_size=3), min_size=1, max_size=12))
def test_columns_are_as_high_as_their_parts_together(figures: list[list[float]]) -> None:
    shades = (Shade.GOOD, Shade.MIXED, Shade.POOR)
    group = ColumnGroup(
        "left rein",
        tuple(
            Column(tuple(Part(one, shade, "") for one, shade in zip(own, shades, strict=True)), "3 Mar")
            for own in figures
        ),
    )
    drawing = columns([group], "answers")
    inside(drawing)
    heights = [sum(bar.height for bar in drawing.bars[3 * n : 3 * n + 3]) for n in range(len(figures))]
    ratio = [height / sum(own) for height, own in zip(heights, figures, strict=True)]
    assert ratio == pytest.approx([ratio[0]] * len(ratio), rel=1e-6)


@given(st.floats(0, 1e6).filter(lambda one: one == 0 or one > 1e-3))
def test_an_axis_ends_above_what_it_shows_with_few_round_ticks(figure: float) -> None:
    top = round_top(figure)
    assert top > figure or figure == 0
    assert 2 <= len(ticks(0, top)) <= 5
    assert ticks(0, top)[0] == 0
    assert all(one == int(one) for one in ticks(0, top, whole=True))


@pytest.mark.parametrize("degrees", [0, 45, 90, 180, 270])
def test_degrees_go_round_with_the_sun_from_the_top(degrees: float) -> None:
    drawing = dial([Turned(degrees, Side.LEFT, "")], 180, 20)
    inside(drawing)
    (mark,) = drawing.marks
    rim = next(one for one in drawing.strokes if one.shade is Shade.AXIS)
    middle = (
        sum(x for x, _ in rim.points[:-1]) / (len(rim.points) - 1),
        sum(y for _, y in rim.points[:-1]) / (len(rim.points) - 1),
    )
    angle = math.degrees(math.atan2(mark.x - middle[0], middle[1] - mark.y)) % 360
    assert (angle - degrees + 180) % 360 - 180 == pytest.approx(0, abs=0.5)


def test_the_half_turn_is_shaded_and_what_ends_there_lies_in_it() -> None:
    """180 degrees, 20 more or less will do: common practice, no source."""
    drawing = dial([Turned(180, Side.RIGHT, ""), Turned(0, Side.RIGHT, "")], 180, 20)
    (slice_,) = [one for one in drawing.strokes if one.shade is Shade.LIGHT]
    low, high = min(x for x, _ in slice_.points), max(x for x, _ in slice_.points)
    below = [mark for mark in drawing.marks if low < mark.x < high and mark.y > slice_.points[0][1]]
    assert [mark.says for mark in below] == [""]
    assert below[0] is drawing.marks[0]


def test_a_place_beside_the_target_is_told_from_one_that_is_off() -> None:
    seen = [Beside(0.0, 0.6, Side.LEFT, "at it"), Beside(1.5, 1.6, Side.RIGHT, "off")]
    drawing = beside_the_target(seen, off_m=0.3, gap_m=(0.4, 0.8), off_name="off, m", gap_name="gap, m")
    inside(drawing)
    wanted = drawing.strokes[0].points
    xs, ys = [x for x, _ in wanted], [y for _, y in wanted]
    at_it, off = drawing.marks
    assert min(xs) < at_it.x < max(xs)
    assert min(ys) <= at_it.y <= max(ys)
    assert not (min(xs) < off.x < max(xs))


def test_left_goes_left_and_right_goes_right_and_heavier_is_farther_out() -> None:
    level = SideLevel(now=2.0, then=6.0, says="")
    rows = [SidesRow("Halt", 5, ((Side.LEFT, level), (Side.RIGHT, SideLevel(4.0, None, ""))))]
    drawing = then_and_now_board(rows, "left side", "right side")
    inside(drawing)
    middle = drawing.width / 2
    then, now, right = drawing.marks
    assert then.x < now.x < middle < right.x
    assert (then.shape, now.shape, right.shape) == ("ring", "dot", "diamond")
    assert right.x - middle > middle - now.x
    (light,) = [one for one in drawing.strokes if one.shade is Shade.LIGHT]
    assert min(x for x, _ in light.points) < now.x
    assert then.x < min(x for x, _ in light.points)


def test_corners_stand_where_the_arena_has_them() -> None:
    """H and M by C, K and F by A; H and K on the left as it is drawn, A below. FEI dressage rules, from memory."""
    drawing = corner_map([CornerFigure(letter, (f"{letter} 1 m",)) for letter in "HMKF"])
    inside(drawing)
    at = {text.text: text for text in drawing.texts}
    assert at["H"].x == at["K"].x < at["M"].x == at["F"].x
    assert at["C"].y < at["H"].y == at["M"].y < at["K"].y == at["F"].y < at["A"].y
    assert at["H 1 m"].x < at["H"].x
    assert at["F 1 m"].x > at["F"].x


def test_a_cell_is_filled_by_how_often_it_went_well() -> None:
    drawing = cells(
        ["1", "2"], ["at it"], {(0, 0): Cell(0.25, "1/4", ""), (0, 1): Cell(0, "0/3", "")}, "how strong"
    )
    inside(drawing)
    around, filled, empty = drawing.bars
    assert filled.width / around.width == pytest.approx(0.25)
    assert (filled.shade, empty.shade) == (Shade.LIGHT, Shade.POOR)


def test_a_way_is_as_long_as_what_is_there_of_it() -> None:
    drawing = progress_bars([WayDone("Halt", 3, 4, "")])
    inside(drawing)
    whole, done = drawing.bars
    assert done.width / whole.width == pytest.approx(0.75)
