"""`bucephal entry`: what is typed a line an exercise, as asks of the record."""

from __future__ import annotations

import io
import json
import sys
from datetime import date
from pathlib import Path
from typing import Any

import pytest
from bucephal.cli.main import main
from bucephal.ladder import load_catalogue
from bucephal.record import record_from

TODAY = date(2026, 6, 15)


def run(capsys: pytest.CaptureFixture[str], monkeypatch: pytest.MonkeyPatch, text: str, *more: str) -> Any:
    monkeypatch.setattr(sys, "stdin", io.TextIOWrapper(io.BytesIO(text.encode())))
    code = main(["entry", "-", *more])
    told = capsys.readouterr()
    return json.loads(told.out) if code == 0 else (code, json.loads(told.err)["errors"])


@pytest.fixture
def horse(tmp_path: Path) -> str:
    raw = {
        "format": "bucephal.horse-record", "version": 1, "horse": {"name": "Vesper", "bands": {"up-wt": [1, 4]}},
        "sessions": [
            {"date": "2026-06-01", "asks": [{"step": "up-wt.3", "side": "left", "level": 3}]},
            {"date": "2026-06-10", "asks": [{"step": "up-wt.2", "side": "left", "level": 3}]},
        ],
    }  # fmt: skip
    file = tmp_path / "horse.json"
    file.write_text(json.dumps(raw), encoding="utf-8")
    return str(file)


def test_asks_in_the_records_shape(
    capsys: pytest.CaptureFixture[str], monkeypatch: pytest.MonkeyPatch
) -> None:
    told = run(capsys, monkeypatch, "up-wt.2 L 8 6 5 4 2 2 3\nhalt 3", "--on", "2026-06-12")
    assert [one["level"] for one in told["asks"]] == [8, 6, 5, 4, 2, 2, 3, 3]
    assert told["asks"][-1]["step"] == "halt.1"
    (session,) = told["sessions"]
    assert (session["date"], session["kind"]) == ("2026-06-12", "ridden")
    raw = {
        "format": "bucephal.horse-record",
        "version": 1,
        "horse": {"name": "x"},
        "sessions": told["sessions"],
    }
    assert len(record_from(raw, load_catalogue(), TODAY).sessions[0].asks) == 8


def test_with_a_record_the_stage_asked_last_and_the_band_in_force(
    capsys: pytest.CaptureFixture[str], monkeypatch: pytest.MonkeyPatch, horse: str
) -> None:
    for on, step in (("2026-06-12", "up-wt.2"), ("2026-06-05", "up-wt.3"), ("2026-05-01", "up-wt.1")):
        told = run(capsys, monkeypatch, "up-wt R 4", "--on", on, "--record", horse)
        assert [(one["step"], one["band_top"]) for one in told["asks"]] == [
            (step, 4 if step != "up-wt.1" else 10)
        ]


def test_all_that_is_wrong_at_once_with_exit_2(
    capsys: pytest.CaptureFixture[str], monkeypatch: pytest.MonkeyPatch
) -> None:
    code, errors = run(capsys, monkeypatch, "up-xx L 3\nup-wt.1 B 12 3~")
    assert code == 2
    assert [(one["path"], one["value"]) for one in errors] == [
        ("1.1", "up-xx"),
        ("2.9", "B"),
        ("2.11", 12),
        ("2.15", "~"),
    ]
    assert all(one["allowed"] and one["reason"] for one in errors)


def test_the_file_and_its_letters_are_checked(capsys: pytest.CaptureFixture[str], tmp_path: Path) -> None:
    file = tmp_path / "entry.txt"
    file.write_bytes(b"up-wt L 5 \xff")
    for name, reason in ((str(file), "not UTF-8"), (str(tmp_path / "none"), "cannot be read")):
        assert main(["entry", name]) == 2
        assert reason in capsys.readouterr().err


@pytest.mark.parametrize(
    ("typed", "faults"),
    [("4RR", []), ("4R", []), ("4RL", ["disunited"]), ("4LL", ["wrong-lead"]), ("4L", ["wrong-lead"]),
     ("4RLslow", ["slow", "disunited"]), ("4RL,wrong-lead", ["wrong-lead"])],
)  # fmt: skip
def test_leads_that_are_not_those_asked_for_are_the_fault_that_they_are(
    typed: str, faults: list[str], capsys: pytest.CaptureFixture[str], monkeypatch: pytest.MonkeyPatch
) -> None:
    """Common practice, no source: disunited is different leads in front and behind."""
    (ask,) = run(capsys, monkeypatch, f"canter.3 R {typed}")["asks"]
    assert ask["faults"] == faults
