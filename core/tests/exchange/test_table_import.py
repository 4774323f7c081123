"""Asks from a table of somebody else's: columns by their names, every problem in its cell, days as written."""

from __future__ import annotations

from datetime import date
from typing import Any

import pytest
from bucephal.base.errors import InvalidInput
from bucephal.exchange import DateOrder, Meant, TableRead, asks_from, foreign_table, read_foreign
from bucephal.exchange.column_meanings import matched
from bucephal.ladder import load_catalogue
from bucephal.record import Horse, HorseRecord

TODAY = date(2026, 6, 15)
CATALOGUE = load_catalogue()
QUILL = Horse(id="quill", name="Quill", born=date(2020, 5, 1))


def read(text: str | bytes, **more: Any) -> tuple[TableRead, HorseRecord | None]:
    content = text.encode() if isinstance(text, str) else text
    return asks_from(read_foreign(content), QUILL, CATALOGUE, TODAY, **more)


def taken(text: str | bytes, **more: Any) -> HorseRecord:
    told, record = read(text, **more)
    assert record is not None, told.problems
    return record


def problems(text: str, **more: Any) -> list[tuple[int, str | None, Any]]:
    """Line, name of the column (where there is none, what is meant), and what stands there."""
    told, record = read(text, **more)
    assert record is None
    return [
        (one.line, one.meant if one.column is None else told.header[one.column], one.value)
        for one in told.problems
    ]


def refused(content: str | bytes, **more: Any) -> str:
    with pytest.raises(InvalidInput) as error:
        read(content, **more)
    return str(error.value)


def test_a_diary_becomes_a_session_a_day_in_its_order() -> None:
    record = taken(
        "Day,Exercise,Rein,Pressure,Right,Tension\n"
        "2026-06-01,up-wt.2,L,5,yes,calm\n"
        "2026-06-01,up-wt.2,L,3,nearly,Tight\n"
        "2026-06-02,halt.1,,4,,\n"
    )
    first, second = record.sessions
    assert (first.date, first.kind, second.date) == (date(2026, 6, 1), "ridden", date(2026, 6, 2))
    assert [(one.side, one.level, one.correct, one.tension) for one in first.asks] == [
        ("left", 5, "yes", "calm"), ("left", 3, "nearly", "tight")
    ]  # fmt: skip
    assert (second.asks[0].side, second.asks[0].level, second.asks[0].correct) == ("none", 4, "yes")


def test_a_step_is_known_by_its_id_and_by_its_name_and_nothing_is_guessed() -> None:
    name = CATALOGUE.full_name("up-wt.2").upper()
    assert taken(f'date,step,side,level\n2026-06-01,"{name}",left,3\n').sessions[0].asks[0].step == "up-wt.2"
    assert problems("date,step,level\n2026-06-01,up-wt,3\n") == [(2, "step", "up-wt")]


@pytest.mark.parametrize(
    ("written", "order", "unsure", "day"),
    [
        (["2026-06-01"], DateOrder.YEAR_FIRST, False, date(2026, 6, 1)),
        (["1.6.2026", "31.5.2026"], DateOrder.DAY_FIRST, False, date(2026, 6, 1)),
        (["6/1/26", "5/31/26"], DateOrder.MONTH_FIRST, False, date(2026, 6, 1)),
        (["01/06/2026"], DateOrder.DAY_FIRST, True, date(2026, 6, 1)),
        (["2026-06-01 10:30:00"], DateOrder.YEAR_FIRST, False, date(2026, 6, 1)),
    ],
)
def test_days_are_read_as_they_show_themselves(
    written: list[str], order: DateOrder, unsure: bool, day: date
) -> None:
    text = "date;step;side;level\n" + "".join(f"{one};up-wt.2;left;3\n" for one in written)
    told, record = read(text)
    assert (told.dates, told.dates_unsure) == (order, unsure)
    assert record is not None
    assert record.sessions[0].date == day


def test_whoever_knows_better_says_how_days_are_written() -> None:
    text = "date,step,side,level\n02/03/2026,up-wt.2,left,3\n"
    assert taken(text).sessions[0].date == date(2026, 3, 2)
    assert taken(text, dates=DateOrder.MONTH_FIRST).sessions[0].date == date(2026, 2, 3)
    told, _ = read(text, dates=DateOrder.MONTH_FIRST)
    assert not told.dates_unsure


def test_columns_are_matched_by_name_and_otherwise_by_whoever_takes_it_in() -> None:
    assert matched(["When ", "DATE", "Step!", "Höhe", "LET_GO_S", "date"]) == (
        Meant.AT, Meant.DATE, Meant.STEP, None, Meant.LET_GO_S, None
    )  # fmt: skip
    text = "a,b,c,d\n2026-06-01,up-wt.2,left,3\n"
    assert problems(text) == [(1, "date", None), (1, "step", None)]
    told, _ = read(text)
    assert (told.header, len(told.shown)) == (("a", "b", "c", "d"), 1), "so that they can be matched"
    columns = (Meant.DATE, Meant.STEP, Meant.SIDE, Meant.LEVEL)
    assert taken(text, columns=columns).sessions[0].asks[0].level == 3
    assert "more than one column" in refused(text, columns=(Meant.DATE, Meant.DATE, Meant.STEP, None))
    assert "not as many" in refused(text, columns=(Meant.DATE,))


def test_every_problem_is_told_in_its_cell_and_nothing_is_taken() -> None:
    text = (
        "date,step,side,level,lead_front,faults,note\n"
        "2026-06-01,up-wt.2,left,11,,,fine\n"
        "2026-13-01,up-wt.2,sideways,three,,,\n"
        "2026-06-01,up-wx.2,left,3,,,\n"
        "2027-01-01,up-wt.2,,3,left,no-such,\n"
        "2019-01-01,up-wt.2,left,3,,,\n"
    )
    assert problems(text) == [
        (2, "level", 11),
        (3, "date", "2026-13-01"), (3, "level", "three"),
        (4, "step", "up-wx.2"),
        (5, "side", "none"), (5, "lead_front", "left"), (5, "faults", "no-such"), (5, "date", "2027-01-01"),
        (6, "date", "2019-01-01"),
    ]  # fmt: skip
    told, _ = read(text)
    assert told.problems[0].allowed == "a whole number 1 to 10"
    assert told.columns[-1] is None, "a note is of a session: it is left aside, and shown to be"


def test_what_no_column_says_is_told_by_what_it_means() -> None:
    text = "date,step,side\n2026-06-01,up-wt.2,left\n"
    assert problems(text) == [(2, "level", None)]
    told, _ = read(text)
    assert told.problems[0].as_problem(told.header).path == "line 2, level"


def test_a_formula_is_restored_and_a_figure_below_nothing_is_a_figure() -> None:
    record = taken("date,step,side,level,spot,extent\n2026-06-01,up-wt.2,left,3,'=1+1,\n")
    assert record.sessions[0].asks[0].spot == "=1+1"
    assert problems("date,step,side,level\n2026-06-01,up-wt.2,left,-7\n") == [(2, "level", -7)]


def test_rows_of_other_horses_are_left_aside_and_counted() -> None:
    text = "horse,date,step,side,level\nquill,2026-06-01,up-wt.2,left,3\nHarrow,2026-06-01,nothing.9,left,3\n"
    told, record = read(text)
    assert (told.rows, told.others) == (1, 1)
    assert record is not None
    told, record = read(text.replace("quill", "Pipit"))
    assert record is None
    assert told.problems[0].allowed == "Harrow, Pipit"


def test_decimal_commas_are_figures() -> None:
    record = taken("date;step;side;level;delay\n01.06.2026;up-wt.2;left;3;1,5\n")
    assert record.sessions[0].asks[0].delay == 1.5


@pytest.mark.parametrize(
    ("content", "encoding"),
    [
        ("höhe,date,step,side,level\n1,2026-06-01,up-wt.2,left,3\n".encode(), "utf-8"),
        ("höhe,date,step,side,level\n1,2026-06-01,up-wt.2,left,3\n".encode("utf-8-sig"), "utf-8"),
        ("höhe,date,step,side,level\r\n1,2026-06-01,up-wt.2,left,3\r\n".encode("utf-16"), "utf-16"),
        ("höhe\tdate\tstep\tside\tlevel\n1\t2026-06-01\tup-wt.2\tleft\t3\n".encode("cp1252"), "windows-1252"),
    ],
)
def test_the_encodings_that_programs_save_in_are_read(content: bytes, encoding: str) -> None:
    told, record = read(content)
    assert record is not None
    assert (told.encoding, told.header[0]) == (encoding, "höhe")


def test_two_encodings_in_one_file_are_refused_with_the_line() -> None:
    mixed = "date,spot\n2026-06-01,Höhe\n".encode() + "2026-06-02,Höhe\n".encode("cp1252")
    assert refused(mixed).startswith("line 3: is not UTF-8, and other lines are")
    assert "line 2" in refused(b"date,spot\n2026-06-01,\x81\x8d\n")


@pytest.mark.parametrize(
    ("content", "reason"),
    [
        (b"", "holds no row"),
        (b"date,step\n", "holds no row"),
        (b"\n\n\n", "holds no row"),
        (b"date,step\n1,2,3\n", "more cells than there are names"),
        (b",".join([b"a"] * 201) + b"\n1\n", "too many columns"),
        (b"date,step\n" + b'"' + b"x" * 140_000 + b'"\n', "makes no sense"),
        (b"date,step\n" + b'"' + b"x" * 100_001 + b'"\n', "makes no sense (a cell of 100001 characters)"),
        (b"PK\x03\x04\x00\x81\x8d", "is not"),
        (b"\xff\xfea", "is not utf-16"),
    ],
)
def test_what_is_no_table_is_refused(content: bytes, reason: str) -> None:
    assert reason in refused(content)


def test_a_million_rows_are_too_many_and_it_is_told_from_where_on() -> None:
    rows = b"2026-06-01,up-wt.2,left,3\n" * 1_000_000
    told = refused(b"date,step,side,level\n" + rows)
    assert told.startswith(f"line {foreign_table.MOST_ROWS + 3}: is one too many")
    assert "20000 rows at most" in told


def test_of_many_rows_the_first_are_shown_and_those_in_which_something_is_wrong() -> None:
    rows = ["2026-06-01,up-wt.2,left,3\n"] * 60
    rows[49] = rows[49].replace(",3", ",33")
    told, _ = read("date,step,side,level\n" + "".join(rows))
    assert [one.line for one in told.shown] == [*range(2, 22), 51]


def test_of_many_problems_the_first_are_told_and_the_others_counted() -> None:
    told, record = read("date,step,side,level\n" + "2026-06-01,up-wt.2,left,99\n" * 700)
    assert record is None
    assert (len(told.problems), told.untold) == (500, 200)
