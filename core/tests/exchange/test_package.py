"""Records as tables: other programs read them, and what is unpacked is what was packed."""

from __future__ import annotations

import io
import json
import warnings
import zipfile
from collections.abc import Callable
from datetime import date, time
from pathlib import Path
from typing import Any

import pytest
from bucephal.base.errors import InvalidInput
from bucephal.exchange import Packed, package_reader, read_package, write_package
from bucephal.exchange.package_tables import DESCRIPTION, TABLES
from bucephal.lab.virtual_horse import simulate_record
from bucephal.ladder import load_catalogue
from bucephal.progress import Standing
from bucephal.record import HorseRecord, record_from
from hypothesis import given, settings
from hypothesis import strategies as st

TODAY = date(2026, 6, 15)
CATALOGUE = load_catalogue()
FORMULA = "=1+1"

EVERYTHING: dict[str, Any] = {
    "format": "bucephal.horse-record", "version": 1,
    "horse": {"id": "quill", "name": "@Quill", "born": "2020-05-01", "sex": "mare", "height_cm": 132, "girth_cm": 160.5,
              "length_cm": 140, "background": "handled", "arrived": "2026-01-02", "home": "", "school": {"first-canter": "b"},
              "bands": {"default": [1, 4]}, "temperament": {"go": "lazy"}, "did_before": []},
    "sessions": [
        {"id": None, "date": "2026-06-01", "started": "10:05:00", "ended": None, "kind": "ground", "place": '"the" school',
         "helper": "true", "rider": "-", "rider_kg": 70, "tack": {"bit": "none", "side_reins": False, "weight": 1.5},
         "conditions": {"air_c": -4.5, "humidity_pct": 80, "wind": "4", "insects": False, "new_place": True},
         "settle": {"first_min": 3, "whole_min": None, "settled": False},
         "planned": {"made": [{"kind": "check", "step": "halt.1", "asks": 3}], "changed": []},
         "note": f"{FORMULA}\r\nand 'tis; \"so\"",
         "asks": [
             {"id": "a1", "step": "up-wt.2", "side": "left", "level": 3, "answered": False, "band_top": 5, "correct": "nearly",
              "tension": "tight", "over": True, "grade": 2, "delay": 1.25, "probe": True, "at": "2026-06-01T10:06:07.5Z",
              "spot": "+C", "faults": []},
             {"step": "up-wt.2", "side": "right", "coarse": "heavy", "at": "10:07:00"},
         ],
         "events": [{"kind": "spook", "thing": "\ta bag", "recovered_s": 4.5, "at": "2026-06-01T12:00:00+02:00"}]},
        {"id": "s2", "date": "2026-06-02", "helper": True, "conditions": {"wind": 4.5, "insects": "midges"}},
    ],
    "flags": [{"code": "injury", "raised_on": "2026-06-01", "by_hand": True, "note": FORMULA, "cleared_on": "2026-06-02",
               "cleared_by": "vet", "found": "a graze"}],
    "overrides": [{"step": "halt.1", "state": "confirmed", "reason": "seen", "on": "2026-06-01", "until": "2026-07-01"}],
    "goals": [{"step": "halt.2", "by": "2027-01-01"}],
    "pain_checks": [{"on": "2026-06-01", "signs": ["ears-back", "stare"]}],
    "condition_scores": [{"on": "2026-06-01", "score": 5}],
    "busy": [{"date": "2026-06-20", "what": "farrier"}],
}  # fmt: skip


@pytest.fixture(scope="module")
def everything() -> HorseRecord:
    return record_from(EVERYTHING, CATALOGUE, TODAY)


@pytest.fixture(scope="module")
def herd(everything: HorseRecord) -> list[HorseRecord]:
    virtual = [simulate_record(seed, CATALOGUE, sessions=5, end=TODAY) for seed in (1, 2)]
    return [virtual[0], everything, virtual[1]]


def packed(*records: HorseRecord) -> bytes:
    out = io.BytesIO()
    standing = ((one, Standing(one, CATALOGUE, TODAY).estimates()) for one in records)
    write_package((Packed(record, estimates) for record, estimates in standing), TODAY, out)
    return out.getvalue()


def members(content: bytes) -> dict[str, bytes]:
    with zipfile.ZipFile(io.BytesIO(content)) as archive:
        return {name: archive.read(name) for name in archive.namelist()}


def zipped(files: dict[str, bytes]) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        for name, content in files.items():
            archive.writestr(name, content)
    return out.getvalue()


def test_what_is_unpacked_is_what_was_packed(herd: list[HorseRecord]) -> None:
    assert read_package(packed(*herd), CATALOGUE, TODAY) == herd


def test_the_example_leaves_no_field_of_the_format_out(everything: HorseRecord) -> None:
    """A column that were forgotten would otherwise not be missed."""
    told = members(packed(everything))
    for table in TABLES[:-1]:
        header, *rows = told[table.file].decode().splitlines()
        assert rows, table.name
        assert len(header.split(",")) == len(table.columns)
    said = {name for part in (everything.horse, *everything.sessions) for name in part.model_fields_set}
    assert said >= set(type(everything.horse).model_fields) | {"tack", "conditions", "settle", "planned"}


def test_the_same_records_are_the_same_bytes(herd: list[HorseRecord]) -> None:
    assert packed(*herd) == packed(*herd)


texts = st.text(
    st.characters(codec="utf-8", exclude_categories=["Cc", "Cs"]) | st.sampled_from("\t\r\n=+-@'\""),
    max_size=12,
)


@given(texts, texts, st.none() | texts | st.booleans(), st.none() | texts | st.floats(0, 30))
@settings(deadline=None)
def test_whatever_is_typed_comes_back(note: str, place: str, helper: Any, wind: Any) -> None:
    session = {
        "date": "2026-06-01",
        "note": note,
        "place": place,
        "helper": helper,
        "conditions": {"wind": wind},
    }
    record = record_from({**EVERYTHING, "sessions": [session]}, CATALOGUE, TODAY)
    assert read_package(packed(record), CATALOGUE, TODAY) == [record]


def test_a_reference_reader_finds_a_valid_package_with_the_right_types(
    herd: list[HorseRecord], tmp_path: Path
) -> None:
    """Frictionless (https://framework.frictionlessdata.io), the reference library of the format."""
    with warnings.catch_warnings():
        warnings.simplefilter("ignore")
        import frictionless

        path = tmp_path / "yard.zip"
        path.write_bytes(packed(*herd))
        report = frictionless.Package(str(path)).validate()
        assert report.valid, report.flatten(["type", "note"])
        tables = {one.name: one for one in frictionless.Package(str(path)).resources}
        assert set(tables) == {table.name for table in TABLES}
        asks: Any = tables["asks"].read_rows()  # type: ignore[attr-defined]
        for file, line in (("asks.csv", b'"99","1"\r\n'), ("goals.csv", b'"1","1","","halt.1",""\r\n')):
            files = members(path.read_bytes())
            files[file] += line
            path.with_stem("spoilt").write_bytes(zipped(files))
            assert not frictionless.Package(str(path.with_stem("spoilt"))).validate().valid
    assert len(asks) == sum(len(session.asks) for one in herd for session in one.sessions)
    mine = next(row for row in asks if row["id"] == "a1")
    assert (mine["level"], mine["answered"], mine["delay"], mine["date"]) == (
        3,
        False,
        1.25,
        date(2026, 6, 1),
    )
    assert mine["at"].isoformat() == "2026-06-01T10:06:07.500000+00:00"
    assert next(row for row in asks if row["coarse"] == "heavy")["at_clock"] == time(10, 7)


@pytest.mark.parametrize(
    ("file", "change", "path"),
    [
        ("asks.csv", lambda text: text.replace('"up-wt.2","left","3"', '"up-wt.2","left","11"'), "asks.csv, line 2, level"),
        ("asks.csv", lambda text: text.replace('"up-wt.2","left","3"', '"up-wt.2","left","three"'), "asks.csv, line 2, level"),
        ("sessions.csv", lambda text: text.replace('"-4.5"', '"cold"'), "sessions.csv, line 2, conditions_air_c"),
        ("horses.csv", lambda text: text.replace('"132', '"13'), "horses.csv, line 2, height_cm"),
        ("flags.csv", lambda text: text.replace('"vet"', '"friend"'), "flags.csv, line 2, cleared_by"),
        ("asks.csv", lambda text: text.replace("step", "stride", 1), "asks.csv, line 1"),
        ("asks.csv", lambda text: text + '"1","9"\r\n', "asks.csv, line 4"),
        ("events.csv", lambda text: text.replace('\r\n"1"', '\r\n"9"'), "events.csv, line 2, session"),
        ("events.csv", lambda text: text.replace('\r\n"1"', '\r\n"one"'), "events.csv, line 2, session"),
        ("horses.csv", lambda text: text.splitlines()[0] + "\r\n", "horses.csv"),
    ],
)  # fmt: skip
def test_what_is_wrong_is_told_with_its_file_line_and_column(
    everything: HorseRecord, file: str, change: Callable[[str], str], path: str
) -> None:
    files = members(packed(everything))
    before = files[file].decode()
    files[file] = change(before).encode()
    assert files[file].decode() != before
    with pytest.raises(InvalidInput) as refused:
        read_package(zipped(files), CATALOGUE, TODAY)
    assert path in [one.path for one in refused.value.problems]


def test_a_table_saved_in_another_encoding_is_refused_with_its_line(everything: HorseRecord) -> None:
    files = members(packed(everything))
    files["sessions.csv"] = files["sessions.csv"].replace(b"midges", "Mücken".encode("cp1252"))
    with pytest.raises(InvalidInput, match="is not UTF-8") as refused:
        read_package(zipped(files), CATALOGUE, TODAY)
    assert refused.value.problems[0].path == "sessions.csv, line 4"


def test_lines_in_another_order_come_in_theirs(everything: HorseRecord) -> None:
    files = members(packed(everything))
    head, *lines = files["asks.csv"].splitlines(keepends=True)
    files["asks.csv"] = b"".join([head, *reversed(lines)])
    assert read_package(zipped(files), CATALOGUE, TODAY) == [everything]


def test_a_table_with_too_many_rows_is_refused(
    everything: HorseRecord, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(package_reader, "MOST_ROWS", 1)
    with pytest.raises(InvalidInput, match=r"asks\.csv: holds too many rows"):
        read_package(packed(everything), CATALOGUE, TODAY)


def test_a_package_of_something_else_is_none_of_ours(everything: HorseRecord) -> None:
    files = members(packed(everything))
    told = json.loads(files[DESCRIPTION])
    others: list[Any] = [{**told, "bucephal": {"format": "bucephal.package", "version": 2}}, {}, [], "a"]
    for changed in others:
        with pytest.raises(InvalidInput, match="another format"):
            read_package(zipped({**files, DESCRIPTION: json.dumps(changed).encode()}), CATALOGUE, TODAY)
    with pytest.raises(InvalidInput, match="is missing"):
        read_package(zipped({"asks.csv": files["asks.csv"]}), CATALOGUE, TODAY)
