"""Reading, refusing and writing horse records."""

from __future__ import annotations

import json
from datetime import date
from typing import Any

import jsonschema
import pytest
from bucephal.base.errors import InvalidInput, Problem
from bucephal.lab.virtual_horse import simulate_record
from bucephal.ladder import Catalogue
from bucephal.record import parse_json, read_day, read_record, record_from, record_schema, write_record
from hypothesis import given
from hypothesis import strategies as st


def small(**changes: Any) -> dict[str, Any]:
    """A sound record with one ask; changes are put into that ask."""
    ask = {"id": "a1", "step": "up-wt.2", "side": "left", "level": 3, **changes}
    session = {"id": "s1", "date": "2026-06-01", "kind": "ridden", "asks": [ask]}
    horse = {"id": "h1", "name": "Test", "born": "2020-05-01"}
    return {"format": "bucephal.horse-record", "version": 1, "horse": horse, "sessions": [session]}


def problems_in(raw: Any, catalogue: Catalogue, today: date) -> dict[str, Problem]:
    with pytest.raises(InvalidInput) as refusal:
        record_from(raw, catalogue, today)
    return {problem.path: problem for problem in refusal.value.problems}


def test_a_sound_record_is_read(catalogue: Catalogue, today: date) -> None:
    record = record_from(small(), catalogue, today)
    assert record.sessions[0].asks[0].level == 3


@pytest.mark.parametrize("name", ["", "   ", "\u00a0", "a\x00b", "two\nlines", "bell\x07", "x" * 81])
def test_a_name_says_something_on_one_line(name: str, catalogue: Catalogue, today: date) -> None:
    raw = small()
    raw["horse"]["name"] = name
    (problem,) = problems_in(raw, catalogue, today).values()
    assert (problem.path, problem.value) == ("horse.name", name)
    assert "1 to 80 characters" in problem.allowed


@pytest.mark.parametrize("note", ["rain,\n\tthen wind", "Zürich, 小马, \U0001f40e", ""])
def test_a_note_may_have_lines_and_any_letters(note: str, catalogue: Catalogue, today: date) -> None:
    raw = small()
    raw["sessions"][0]["note"] = note
    assert record_from(raw, catalogue, today).sessions[0].note == note


@pytest.mark.parametrize("code", [*range(0, 9), 11, 12, *range(14, 32), 127])
def test_no_text_holds_a_control_character(code: int, catalogue: Catalogue, today: date) -> None:
    raw = small()
    raw["sessions"][0]["note"] = f"a{chr(code)}b"
    assert set(problems_in(raw, catalogue, today)) == {"sessions[0].note"}


def test_what_is_missing_and_optional_is_filled_in(catalogue: Catalogue, today: date) -> None:
    ask = record_from(small(), catalogue, today).sessions[0].asks[0]
    assert (ask.answered, ask.correct, ask.tension, ask.over) == (True, "yes", "calm", False)


@pytest.mark.parametrize(
    ("changes", "path", "allowed"),
    [
        ({"level": 12}, "sessions[0].asks[0].level", "1 to 10"),
        ({"level": 0}, "sessions[0].asks[0].level", "1 to 10"),
        ({"level": 2.5}, "sessions[0].asks[0].level", "1 to 10"),
        ({"level": "3"}, "sessions[0].asks[0].level", "1 to 10"),
        ({"level": None}, "sessions[0].asks[0].level", "coarse"),
        ({"lead_front": "left"}, "sessions[0].asks[0].lead_front", "nothing here"),
        ({"side": "none"}, "sessions[0].asks[0].side", "left or right"),
        ({"side": "up"}, "sessions[0].asks[0].side", "left, right, none"),
        ({"step": "up-wt.9"}, "sessions[0].asks[0].step", "up-wt.1, up-wt.2, up-wt.3"),
        ({"tension": "cross"}, "sessions[0].asks[0].tension", "calm, tight, alarmed"),
        ({"grade": 6}, "sessions[0].asks[0].grade", "1 to 5"),
        ({"faults": ["grazes"]}, "sessions[0].asks[0].faults[0]", "slow"),
        ({"mood": "good"}, "sessions[0].asks[0].mood", "level"),
        ({"coarse": "light"}, "sessions[0].asks[0].level", "no coarse"),
        ({"step": "stand.1", "side": "none"}, "sessions[0].asks[0].level", "empty"),
    ],
)
def test_an_impossible_ask_is_refused_with_path_and_range(
    changes: dict[str, Any], path: str, allowed: str, catalogue: Catalogue, today: date
) -> None:
    problem = problems_in(small(**changes), catalogue, today)[path]
    assert allowed in problem.allowed
    assert problem.reason


def test_a_lead_is_welcome_in_canter(catalogue: Catalogue, today: date) -> None:
    raw = small(step="canter.1", lead_front="left", lead_hind="right")
    assert record_from(raw, catalogue, today).sessions[0].asks[0].lead_hind == "right"


def test_all_problems_come_at_once(catalogue: Catalogue, today: date) -> None:
    raw = small(level=12, lead_front="left")
    raw["sessions"].append({"date": "2027-01-01", "asks": [{"step": "fly.1", "level": 2}]})
    raw["horse"]["girth_cm"] = 18
    found = problems_in(raw, catalogue, today)
    assert set(found) == {
        "sessions[0].asks[0].level", "sessions[0].asks[0].lead_front", "sessions[1].date",
        "sessions[1].asks[0].step", "horse.girth_cm",
    }  # fmt: skip
    assert found["sessions[0].asks[0].level"].value == 12
    assert "did you mean 180?" in found["horse.girth_cm"].reason
    assert "future" in found["sessions[1].date"].reason


@pytest.mark.parametrize(
    ("part", "path"),
    [
        ({"born": "2030-01-01"}, "horse.born"),
        ({"bands": {"default": [4, 2]}}, "horse.bands.default"),
        ({"bands": {"jumping": [1, 2]}}, "horse.bands.jumping"),
        ({"school": {"contact": "z"}}, "horse.school.contact"),
        ({"name": ""}, "horse.name"),
    ],
)
def test_an_impossible_horse_is_refused(
    part: dict[str, Any], path: str, catalogue: Catalogue, today: date
) -> None:
    raw = small()
    raw["horse"].update(part)
    assert path in problems_in(raw, catalogue, today)


def test_session_times_must_fit_together(catalogue: Catalogue, today: date) -> None:
    raw = small()
    raw["sessions"][0] |= {
        "started": "2026-06-01T09:00:00Z", "ended": "2026-06-01T09:30:00Z",
        "settle": {"whole_min": 45},
    }  # fmt: skip
    found = problems_in(raw, catalogue, today)
    assert "longer than the session of 30 min" in found["sessions[0].settle.whole_min"].reason


def test_an_id_is_used_once(catalogue: Catalogue, today: date) -> None:
    raw = small()
    raw["sessions"][0]["asks"].append(dict(raw["sessions"][0]["asks"][0]))
    assert "sessions[0].asks[1].id" in problems_in(raw, catalogue, today)


@pytest.mark.parametrize(
    "text", ['{"format": "bucephal.horse-rec', "", "[1, NaN]", '{"a": 1, "a": 2}', "[" * 100_000, b"\xff\xfe"]
)
def test_what_is_not_json_is_refused_in_words(text: str | bytes) -> None:
    with pytest.raises(InvalidInput) as refusal:
        parse_json(text)
    assert refusal.value.problems[0].reason


@pytest.mark.parametrize("raw", [[], "x", 3, None, {}])
def test_what_is_not_a_record_is_refused(raw: Any, catalogue: Catalogue, today: date) -> None:
    assert problems_in(raw, catalogue, today)


@given(cut=st.integers(0, 400))
def test_a_truncated_record_never_passes(cut: int, catalogue: Catalogue) -> None:
    text = json.dumps(small())
    if cut < len(text):
        with pytest.raises(InvalidInput):
            read_record(text[:cut], catalogue, date(2026, 6, 15))


@pytest.mark.parametrize("seed", [1, 2, 3])
def test_writing_and_reading_gives_the_same_record(seed: int, catalogue: Catalogue, today: date) -> None:
    record = simulate_record(seed, catalogue, sessions=6, end=today)
    text = write_record(record)
    again = read_record(text, catalogue, today)
    assert again == record
    assert write_record(again) == text


def test_the_published_schema_accepts_records_and_refuses_strays(catalogue: Catalogue, today: date) -> None:
    # Checked with an independent validator of JSON Schema 2020-12.
    schema = record_schema()
    jsonschema.Draft202012Validator.check_schema(schema)
    validator = jsonschema.Draft202012Validator(schema)
    written = json.loads(write_record(simulate_record(1, catalogue, sessions=2, end=today)))
    assert validator.is_valid(written)
    assert validator.is_valid(small())
    assert not validator.is_valid(small(level=12))
    assert not validator.is_valid(small(mood="good"))


# --- days and times that cannot be ----------------------------------------------------------------


@pytest.mark.parametrize(
    ("born", "reason"),
    [
        ("1949-12-31", "is too early"),
        ("2100-12-31", "lies in the future"),
        ("2101-01-01", "lies in the future"),
        ("0000", "is not a date"),
        (0, "is not a date"),
        ("2018-13-01", "is not a date"),
        ("2018-05-01T00:00", "is not a date"),
    ],
)
def test_a_day_is_written_as_one_and_lies_in_our_time(
    catalogue: Catalogue, today: date, born: object, reason: str
) -> None:
    raw = {"format": "bucephal.horse-record", "version": 1, "horse": {"name": "Test", "born": born}}
    with pytest.raises(InvalidInput) as caught:
        record_from(raw, catalogue, today)
    (problem,) = caught.value.problems
    assert (problem.path, problem.value, problem.reason) == ("horse.born", born, reason)


@pytest.mark.parametrize("on", ["1950-01-01", "2100-12-31"])
def test_the_first_and_the_last_day_can_be_asked_about(on: str) -> None:
    assert str(read_day(on)) == on


@pytest.mark.parametrize("at", ["12:00", "12:00:30", "2026-06-01T12:00:00+01:00"])
def test_a_time_of_day_and_a_moment_with_its_offset_are_read(
    catalogue: Catalogue, today: date, at: str
) -> None:
    session = {"date": "2026-06-01", "asks": [{"step": "halt.2", "level": 3, "at": at}]}
    raw = {
        "format": "bucephal.horse-record", "version": 1, "horse": {"name": "T"}, "sessions": [session],
    }  # fmt: skip
    assert record_from(raw, catalogue, today).sessions[0].asks[0].at is not None


def test_a_time_of_day_with_an_offset_says_what_is_wrong(catalogue: Catalogue, today: date) -> None:
    session = {"date": "2026-06-01", "started": "09:00Z", "events": [{"kind": "buck", "at": "09:10+02:00"}]}
    raw = {
        "format": "bucephal.horse-record", "version": 1, "horse": {"name": "T"}, "sessions": [session],
    }  # fmt: skip
    with pytest.raises(InvalidInput) as caught:
        record_from(raw, catalogue, today)
    found = {one.path: one.reason for one in caught.value.problems}
    assert set(found) == {"sessions[0].started", "sessions[0].events[0].at"}
    assert all("has an offset" in reason for reason in found.values())


@pytest.mark.parametrize("depth", [65, 500, 100_000])
def test_nests_without_end_are_refused_before_anybody_walks_them(depth: int) -> None:
    with pytest.raises(InvalidInput, match="nested too deeply"):
        parse_json("[" * depth + "]" * depth)


def test_a_document_of_sixty_four_levels_is_read() -> None:
    assert parse_json("[" * 64 + "]" * 64)
