"""`bucephal ground`: a set-up in an arena as JSON, and as a file."""

from __future__ import annotations

import json
from collections.abc import Callable
from pathlib import Path
from typing import Any

import pytest
from bucephal.cli.main import main

Ran = tuple[int, Any, Any]


@pytest.fixture
def ground(capsys: pytest.CaptureFixture[str]) -> Callable[..., Ran]:
    def run(*arguments: str) -> Ran:
        code = main(["ground", *arguments])
        said = capsys.readouterr()
        return code, json.loads(said.out or "null"), json.loads(said.err or "null")

    return run


EIGHT = ("--set", "between_m=27.43", "--set", "gate_m=6.10", "--set", "radius_m=6")
KEYS = {
    "setup", "arena", "values", "fits", "problems", "largest", "markers", "tape", "path", "times_s", "strides", "ask_at",
    "rounds", "lean_deg",
}  # fmt: skip


def test_two_markers_in_an_arena_they_fit(ground: Callable[..., Ran]) -> None:
    code, out, _ = ground("two-marker", "--arena", "30x60", *EIGHT)
    assert code == 0
    assert out.keys() >= KEYS
    assert round(out["path"]["length_m"], 1) == 97.9
    assert out["fits"] is True
    assert out["largest"] is None
    at = {one["id"]: (one["x_m"], one["y_m"]) for one in out["markers"]}
    assert {at["barrel-1"][0], at["barrel-2"][0]} == {15}
    assert {at["cone-1"][1], at["cone-2"][1]} == {30}
    assert {"kind", "from", "to", "centre", "radius_m", "turn", "gait", "length_m"} <= out["path"]["pieces"][
        0
    ].keys()
    assert out["tape"][0].keys() == {"marker", "from", "m"}
    assert out["rounds"]["left"] == out["rounds"]["right"] == 1
    assert [one["letter"] for one in out["arena"]["letters"]][:3] == ["A", "F", "P"]


def test_two_markers_in_an_arena_they_do_not_fit(ground: Callable[..., Ran]) -> None:
    code, out, _ = ground("two-marker", "--arena", "20x40", *EIGHT)
    assert code == 0
    assert out["fits"] is False
    assert out["problems"][0]["by_m"] == pytest.approx(1.715)
    assert out["largest"] == {"between_m": 24.0}


@pytest.mark.parametrize(
    ("arguments", "path", "value"),
    [
        (("figure-circle", "--arena", "20x40", "--set", "radius_m=12.5"), "radius_m", 12.5),
        (("two-marker", "--arena", "20x40", "--set", "between_m=50"), "between_m", 50),
        (("two-marker", "--set", "gate_m=0"), "gate_m", "0"),
        (("two-marker", "--set", "gate_m=-3"), "gate_m", "-3"),
        (("two-marker", "--set", "gate_m=nan"), "gate_m", "nan"),
        (("two-marker", "--set", "gate_m"), "set", "gate_m"),
        (("two-marker", "--arena", "20"), "arena", "20"),
        (("three-marker",), "setup", "three-marker"),
        (("two-marker", "--out", "eight.txt"), "out", "eight.txt"),
    ],
)
def test_what_cannot_be_is_exit_2_with_path_value_and_range(
    ground: Callable[..., Ran], arguments: tuple[str, ...], path: str, value: Any
) -> None:
    code, out, err = ground(*arguments)
    assert code == 2
    assert out is None
    [problem] = err["errors"]
    assert (problem["path"], problem["value"]) == (path, value)
    assert problem["allowed"]
    assert problem["reason"]


def test_mirrored_and_in_feet(ground: Callable[..., Ran]) -> None:
    _, plain, _ = ground("off-leg-fence")
    _, other, _ = ground("off-leg-fence", "--mirror", "--feet", "--set", "run_ft=40")
    assert other["mirrored"] is True
    assert other["values"]["inside_m"] == pytest.approx(16 * 0.3048)
    assert other["values"]["run_m"] == pytest.approx(12.192)
    assert plain["markers"][0]["x_m"] == 15
    assert other["markers"][0]["x_m"] == pytest.approx(16 * 0.3048)


@pytest.mark.parametrize(("ending", "begins"), [("svg", b"<?xml"), ("pdf", b"%PDF-"), ("geojson", b"{")])
def test_it_is_written_to_a_file(
    ground: Callable[..., Ran], tmp_path: Path, ending: str, begins: bytes
) -> None:
    file = tmp_path / f"eight.{ending}"
    code, out, _ = ground("two-marker", "--out", str(file))
    assert code == 0
    assert out["fits"]
    assert file.read_bytes().startswith(begins)


def test_a_place_comes_from_geojson(ground: Callable[..., Ran], tmp_path: Path) -> None:
    file = tmp_path / "arena.geojson"
    ground("poles", "--arena", "30x60", "--out", str(file))
    _, out, _ = ground("two-marker", "--arena", str(file))
    assert (out["arena"]["width_m"], out["arena"]["length_m"]) == (30, 60)
    file.write_text("{")
    code, _, err = ground("two-marker", "--arena", str(file))
    assert code == 2
    assert err["errors"]


def test_a_file_that_cannot_be_written_says_so(ground: Callable[..., Ran], tmp_path: Path) -> None:
    code, _, err = ground("poles", "--out", str(tmp_path / "nowhere" / "a.svg"))
    assert code == 2
    assert err["errors"][0]["path"] == "out"
