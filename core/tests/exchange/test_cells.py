"""A text in a cell is no formula for anybody, and comes back as it was."""

from __future__ import annotations

import csv
import io

import pytest
from bucephal.exchange.cells import Kind, cell_of, defused, restored, value_of
from hypothesis import given
from hypothesis import strategies as st

# https://owasp.org/www-community/attacks/CSV_Injection, what a cell must not begin with.
DANGEROUS = ["=", "+", "-", "@", "\t", "\r", "\n", "＝", "＋", "－", "＠"]
parts = st.sampled_from([*DANGEROUS, "'", '"', "1", "a", " ", ",", ";", ".", "true"])
texts = st.lists(parts, max_size=8).map("".join)


@pytest.mark.parametrize("sign", DANGEROUS)
def test_no_cell_begins_like_a_formula(sign: str) -> None:
    for text in (f"{sign}1+1", sign, f"{sign}{sign}", f"'{sign}1"):
        cell = cell_of(text, Kind.TEXT)
        assert cell.startswith("'")
        assert value_of(cell, Kind.TEXT) == text


def test_a_formula_in_a_note_goes_out_as_text_and_comes_back_as_it_was() -> None:
    assert defused("=1+1") == "'=1+1"
    assert restored("'=1+1") == "=1+1"
    assert restored("=1+1") == "=1+1", "written by hand, without the apostrophe"


def test_an_apostrophe_of_ones_own_stays() -> None:
    for text in ("'tis", "'", "''", "it's"):
        assert value_of(cell_of(text, Kind.TEXT), Kind.TEXT) == text
        assert cell_of(text, Kind.TEXT) == text


@given(texts)
def test_every_text_comes_back(text: str) -> None:
    for kind in (Kind.TEXT, Kind.MIXED):
        assert value_of(cell_of(text, kind), kind) == text


@given(texts)
def test_every_text_comes_back_through_a_file(text: str) -> None:
    file = io.StringIO(newline="")
    csv.writer(file).writerow([cell_of(text, Kind.TEXT)])
    (row,) = csv.reader(io.StringIO(file.getvalue(), newline=""))
    assert value_of(row[0], Kind.TEXT) == text


@given(st.booleans() | st.floats(-1e6, 1e6) | st.none())
def test_what_may_be_text_or_figure_comes_back_as_which_it_was(value: object) -> None:
    assert value_of(cell_of(value, Kind.MIXED), Kind.MIXED) == value


@pytest.mark.parametrize(
    ("kind", "value", "cell"),
    [
        (Kind.WHOLE, -7, "-7"), (Kind.NUMBER, -7.5, "-7.5"), (Kind.YES_NO, False, "false"),
        (Kind.DAY, "2026-06-15", "2026-06-15"), (Kind.LIST, ["a", "=b"], '["a", "=b"]'),
        (Kind.GROUP, {"bit": "none"}, '{"bit": "none"}'),
    ],
)  # fmt: skip
def test_figures_days_and_groups_are_what_they_are(kind: Kind, value: object, cell: str) -> None:
    assert cell_of(value, kind) == cell
    assert value_of(cell, kind) == value


@pytest.mark.parametrize("cell", ["seven", "1e", "0x10", "1_000", "nan", "inf", "", " 7"])
def test_what_is_no_figure_stays_a_text_for_the_record_to_refuse(cell: str) -> None:
    assert value_of(cell, Kind.NUMBER) == (cell or None)
