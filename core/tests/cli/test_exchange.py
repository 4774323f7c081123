"""In and out on the command line: files are there whole or not at all, and nothing is written over."""

from __future__ import annotations

import io
import json
import sys
from datetime import date
from pathlib import Path
from typing import Any

import pytest
from bucephal.exchange import EXPORTS
from bucephal.lab.virtual_horse import simulate_record
from bucephal.ladder import load_catalogue
from bucephal.record import HorseRecord, write_record

WORKED = date(2026, 3, 2)


@pytest.fixture
def files(tmp_path: Path) -> list[str]:
    paths = []
    for seed in (1, 2):
        path = tmp_path / f"horse-{seed}.json"
        path.write_text(write_record(a_horse(seed)))
        paths.append(str(path))
    return paths


def a_horse(seed: int) -> HorseRecord:
    return simulate_record(seed, load_catalogue(), sessions=3, end=WORKED)


def test_the_list_of_exports_is_the_one_there_is(run: Any) -> None:
    code, out, _ = run("exports")
    assert code == 0
    assert [one["id"] for one in out["exports"]] == [one.id for one in EXPORTS]


def test_a_package_unpacks_to_the_records_that_went_in(run: Any, files: list[str], tmp_path: Path) -> None:
    packed, folder = str(tmp_path / "yard.zip"), tmp_path / "out"
    assert run("package", *files, "--out", packed)[0] == 0
    code, out, _ = run("unpack", packed, "--out", str(folder))
    assert code == 0
    assert [Path(one).name for one in out["records"]] == ["01-virtual-1.json", "02-virtual-2.json"]
    once = [(folder / Path(one).name).read_bytes() for one in out["records"]]
    assert run("package", *out["records"], "--out", packed)[0] == 0
    code, out, _ = run("unpack", packed, "--out", str(tmp_path / "again"))
    assert [Path(one).read_bytes() for one in out["records"]] == once
    assert [len(json.loads(one)["sessions"]) for one in once] == [3, 3]


def test_unpacking_writes_nothing_over(run: Any, files: list[str], tmp_path: Path) -> None:
    packed, folder = str(tmp_path / "yard.zip"), tmp_path / "out"
    run("package", *files, "--out", packed)
    folder.mkdir()
    (folder / "02-virtual-2.json").write_text("mine")
    code, _, errors = run("unpack", packed, "--out", str(folder))
    assert code == 2
    assert errors[0]["reason"] == "is there already"
    assert [one.name for one in folder.iterdir()] == ["02-virtual-2.json"]
    assert (folder / "02-virtual-2.json").read_text() == "mine"


def test_what_cannot_be_written_leaves_what_was_there(run: Any, files: list[str], tmp_path: Path) -> None:
    target = tmp_path / "target"
    target.mkdir()
    (target / "inside").write_text("")
    code, _, errors = run("export", "record", files[0], "--out", str(target))
    assert code == 2
    assert errors[0]["path"] == "out"
    code, _, errors = run("export", "record", files[0], "--out", str(tmp_path / "no" / "such" / "folder"))
    assert code == 2
    assert errors[0]["reason"].startswith("cannot be written")
    assert sorted(one.name for one in tmp_path.iterdir()) == ["horse-1.json", "horse-2.json", "target"]


def test_every_problem_of_every_file_is_told_and_nothing_written(
    run: Any, files: list[str], tmp_path: Path
) -> None:
    for file in files:
        raw = json.loads(Path(file).read_text())
        raw["horse"]["height_cm"] = 7
        Path(file).write_text(json.dumps(raw))
    code, _, errors = run("package", *files, "--out", str(tmp_path / "yard.zip"))
    assert code == 2
    assert [one["path"] for one in errors] == [f"{file}: horse.height_cm" for file in files]
    assert not (tmp_path / "yard.zip").exists()


def test_one_record_is_one_record(run: Any, files: list[str], tmp_path: Path) -> None:
    code, _, errors = run("export", "record", *files, "--out", str(tmp_path / "x.json"))
    assert (code, errors[0]["allowed"]) == (2, "one record")
    code, _, errors = run("export", "everything", files[0], "--out", str(tmp_path / "x.json"))
    assert (code, errors[0]["path"]) == (2, "export")


def test_a_table_comes_in_beside_a_record(
    run: Any, files: list[str], tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    asked = len(a_horse(1).sessions)
    table = tmp_path / "diary.csv"
    table.write_text(f"a,b,c,d,e\n{WORKED},up-wt.2,L,3,left aside\n")
    code, out, _ = run("table", files[0], str(table), "--columns", "date,step,side,level,")
    assert code == 0
    assert out["table"]["columns"] == ["date", "step", "side", "level", None]
    assert len(out["record"]["sessions"]) == asked + 1
    code, _, errors = run("table", files[0], str(table))
    assert (code, errors[0]["path"], errors[0]["value"]) == (2, "line 1, date", None)
    code, _, errors = run("table", files[0], str(table), "--columns", "date,stride,side,level,")
    assert (code, errors[0]["path"]) == (2, "columns[1]")
    wrong = b"date,step,side,level\n1.2.2026,up-wt.2,L,30\n"
    monkeypatch.setattr(sys, "stdin", io.TextIOWrapper(io.BytesIO(wrong)))
    code, _, errors = run("table", files[0], "-", "--dates", "day-first")
    assert code == 2
    assert [(one["path"], one["value"]) for one in errors] == [("line 2, level", 30)]
