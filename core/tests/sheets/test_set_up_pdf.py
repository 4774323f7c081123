"""The set-up sheet, read back from the PDF (pdfplumber): one page of A4, to scale, with everything on it."""

from __future__ import annotations

from io import BytesIO
from math import hypot
from typing import Any

import pdfplumber
import pytest
from bucephal.ground import SET_UPS, Layout, arena_from, lay_out
from bucephal.sheets import SheetHead, drawing_of, write_sheet
from bucephal.sheets.paper_fonts import printable
from bucephal.sheets.set_up_pdf import SCALES, scale_for
from bucephal.words import ground_words

MM = 25.4 / 72
ARENAS = ("20x60", "20x40", "30x60", "100x200ft", "round:18", "15x30")


def page_of(layout: Layout, **more: Any) -> Any:
    made = BytesIO()
    write_sheet(layout, made, **more)
    book = pdfplumber.open(BytesIO(made.getvalue()))
    assert len(book.pages) == 1
    return book.pages[0]


def polygons(page: Any) -> list[list[tuple[float, float]]]:
    """Every stroke in millimetres from the lower left corner."""
    height = float(page.height)
    strokes = [*page.curves, *page.lines, *page.rects]
    return [[(x * MM, (height - y) * MM) for x, y in one["pts"]] for one in strokes]


def longest(strokes: list[list[tuple[float, float]]]) -> float:
    return max(hypot(b[0] - a[0], b[1] - a[1]) for one in strokes for a in one for b in one)


@pytest.mark.parametrize("arena", ARENAS)
def test_printed_at_its_own_size_it_measures_to_scale_within_a_millimetre(arena: str) -> None:
    layout = lay_out("figure-circle", arena_from(arena), {})
    page = page_of(layout)
    scale = scale_for(drawing_of(layout))
    assert f"1 to {scale}" in page.extract_text()
    wanted = {
        "across": layout.arena.width_m * 1000 / scale,
        "along": layout.arena.length_m * 1000 / scale,
    }
    fence = max(polygons(page), key=lambda one: max(y for _, y in one) - min(y for _, y in one))
    across = max(x for x, _ in fence) - min(x for x, _ in fence)
    along = max(y for _, y in fence) - min(y for _, y in fence)
    assert across == pytest.approx(wanted["across"], abs=1)
    assert along == pytest.approx(wanted["along"], abs=1)


def test_markers_are_where_the_scale_puts_them() -> None:
    """The two barrels: 27.43 m apart, read off the paper."""
    layout = lay_out("two-marker", arena_from("30x60"), {"between_m": 27.43})
    page, scale = page_of(layout), scale_for(drawing_of(layout))
    dots = [
        ((one["x0"] + one["x1"]) / 2 * MM, (one["top"] + one["bottom"]) / 2 * MM)
        for one in page.curves
        if abs((one["x1"] - one["x0"]) * MM - 2.2) < 0.1
    ]
    apart = longest([dots])
    assert apart == pytest.approx(27.43 * 1000 / scale, abs=0.5)


def test_the_scale_bar_is_as_long_as_it_says() -> None:
    layout = lay_out("two-marker", arena_from("30x60"), {})
    page, scale = page_of(layout), scale_for(drawing_of(layout))
    metres = next(
        int(line.split(" ")[0]) for line in page.extract_text().splitlines() if ground_words.SCALE_BAR in line
    )
    bars = [one for one in polygons(page) if len({round(y, 2) for _, y in one}) == 1 and one[0][1] < 100]
    lengths = [abs(one[-1][0] - one[0][0]) for one in bars]
    assert any(abs(length - metres * 1000 / scale) < 0.5 for length in lengths)


@pytest.mark.parametrize("code", SET_UPS)
@pytest.mark.parametrize("arena", ARENAS)
def test_nothing_runs_off_the_page_or_over_its_foot(code: str, arena: str) -> None:
    layout = lay_out(code, arena_from(arena), {})
    page = page_of(layout)
    letters = [one for one in page.chars if one["text"].strip()]
    assert min(one["x0"] for one in letters) * MM >= 10
    assert max(one["x1"] for one in letters) * MM <= 200
    assert max(one["bottom"] for one in letters) * MM <= 287
    rows: dict[tuple[int, int], str] = {}
    for one in letters:
        at = (round(one["x0"] * 4), round(one["top"] * 4))
        assert at not in rows, f"two letters in one place: {one['text']}"
        rows[at] = one["text"]


def test_the_sheet_of_four_corners_keeps_clear_of_the_cautions() -> None:
    """The longest table: 24 marks."""
    layout = lay_out("corner-check", arena_from("20x60"), {"corners": "four", "count": 6})
    page = page_of(layout)
    table = [one for one in page.extract_words() if one["text"] == "mark"]
    caution = next(one for one in page.extract_words() if one["text"] == "Helmet,")
    assert max(one["bottom"] for one in table) < caution["top"]


def test_the_sheet_says_what_to_do_what_it_comes_to_and_what_to_take_care_of() -> None:
    layout = lay_out("two-marker", arena_from("20x40"), {"between_m": 27.43})
    text = page_of(layout, head=SheetHead(horse="Quill", day="27 November 2026")).extract_text()
    flat = " ".join(text.split())
    for said in (
        "Quill",
        "27 November 2026",
        layout.name,
        ground_words.DOES_NOT_FIT,
        ground_words.TAPE_TITLE,
        "barrel 1",
        ground_words.LEGEND,
    ):
        assert said in flat
    for caution in ground_words.SHEET_CAUTIONS:
        assert caution.split(".")[0] in flat
    assert "between the barrels 24 m" in flat


def test_in_feet_the_tape_is_read_in_feet_and_inches() -> None:
    """27.432 m are 90 ft."""
    layout = lay_out("two-marker", arena_from("100x200ft"), {}, in_feet=True)
    assert "ft" in page_of(layout).extract_text()
    assert ground_words.Lengths(in_feet=True).taped(27.432) == "90 ft 0 in"
    assert ground_words.Lengths(in_feet=True).taped(1.68) == "5 ft 6 in"
    assert ground_words.Lengths(in_feet=True).taped(0.3) == "1 ft 0 in"
    assert ground_words.Lengths(in_feet=False).taped(27.432) == "27.43 m"


def test_letters_of_other_tongues_are_printed_and_what_has_none_is_marked() -> None:
    layout = lay_out("poles", arena_from("20x40"), {})
    text = page_of(layout, head=SheetHead(horse="Škoda Łąka 馬")).extract_text()
    assert "Škoda Łąka ?" in text
    assert printable("abc") == "abc"


def test_a_drawing_takes_the_largest_scale_that_has_room() -> None:
    for arena in ARENAS:
        drawing = drawing_of(lay_out("figure-circle", arena_from(arena), {}))
        scale = scale_for(drawing)
        assert drawing.length_m * 1000 / scale <= 192
        assert drawing.width_m * 1000 / scale <= 84
        larger = SCALES[SCALES.index(scale) - 1]
        assert drawing.length_m * 1000 / larger > 192 or drawing.width_m * 1000 / larger > 84


def test_the_same_sheet_is_the_same_file() -> None:
    one, other = BytesIO(), BytesIO()
    for out in (one, other):
        write_sheet(lay_out("poles", arena_from("20x40"), {}), out)
    assert one.getvalue() == other.getvalue()
