"""What a command found, as sentences: the same that a screen shows."""

from __future__ import annotations

import json
import re
from pathlib import Path
from typing import Any

import pytest
from bucephal.cli.main import main

RECORD = str(Path(__file__).parent.parent / "golden/horses/quill.record.json")
ON = ("--on", "2026-06-16")
COMMANDS = {
    "estimate": ("estimate", RECORD, *ON),
    "forecast": ("forecast", RECORD, *ON, "--goal", "up-wt.3"),
    "plan": ("plan", RECORD, *ON, "--minutes", "40"),
    "assess": ("assess", RECORD, *ON),
    "welfare": ("welfare", RECORD, *ON, "--air-c", "31", "--humidity-pct", "60"),
}


def out(capsys: pytest.CaptureFixture[str], *arguments: str) -> str:
    assert main(arguments) == 0
    return capsys.readouterr().out


@pytest.mark.parametrize("name", COMMANDS)
def test_every_sentence_is_one_of_the_answers(name: str, capsys: pytest.CaptureFixture[str]) -> None:
    found = out(capsys, *COMMANDS[name])
    lines = out(capsys, *COMMANDS[name], "--words").splitlines()
    assert lines
    told = "\n".join(texts(json.loads(found)))
    indented = [line.strip() for line in lines if line.startswith("  ")]
    assert [line for line in indented if line not in told and not made_of(line, told)] == []
    # No bare chance: those are the figures', and no code where there is a name.
    assert not re.search(r"\b0\.\d", "\n".join(lines))
    assert not re.search(r"\b[a-z-]+\.[1-9]\b", "\n".join(lines))


def made_of(line: str, told: str) -> bool:
    """A flag's line is two of its sentences."""
    return all(one in told for one in re.split(r"(?<=\.) (?=Held back)", line))


def texts(found: Any) -> list[str]:
    if isinstance(found, dict):
        return [text for value in found.values() for text in texts(value)]
    if isinstance(found, list):
        return [text for value in found for text in texts(value)]
    return [found] if isinstance(found, str) else []


def test_the_coach_is_read_out_answer_by_answer(capsys: pytest.CaptureFixture[str], tmp_path: Path) -> None:
    file = tmp_path / "coach.json"
    asks = [{"level": level, "answered": True, "correct": "yes", "tension": "calm"} for level in (8, 3)]
    file.write_text(json.dumps({"step": "up-wt.2", "band": [1, 5], "aim": 3, "side": "left", "asks": asks}))
    told = json.loads(out(capsys, "coach", str(file)))
    said = out(capsys, "coach", str(file), "--words").splitlines()
    assert said == [f"{one['say']} {one['reason']}" for one in told]


def test_the_goal_s_rides_are_said_as_a_span(capsys: pytest.CaptureFixture[str]) -> None:
    found = json.loads(out(capsys, *COMMANDS["forecast"]))
    said = out(capsys, *COMMANDS["forecast"], "--words")
    until = found["if_within_40"]
    low, high = until["between"]
    expected = "1 ride" if low == high else f"between {low} and {high} rides, most likely {until['middle']}"
    assert expected in said
