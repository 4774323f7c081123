"""The command line as a person or a script uses it: JSON in, JSON out, exit codes."""

from __future__ import annotations

import io
import json
import re
import subprocess
import sys
from collections.abc import Callable
from datetime import date, timedelta
from pathlib import Path
from typing import Any

import pytest
from bucephal.cli.commands import COMMANDS
from bucephal.cli.main import main

VECTORS = json.loads((Path(__file__).parent.parent / "response_vectors.json").read_text())
START = date(2026, 3, 2)
Run = Callable[..., tuple[int, Any, Any]]


def record(asks_by_day: dict[int, list[dict[str, Any]]], band_top: int = 5) -> dict[str, Any]:
    return {
        "format": "bucephal.horse-record", "version": 1,
        "horse": {"id": "h", "name": "Test", "born": "2015-05-01", "bands": {"default": [1, band_top]}},
        "sessions": [
            {"id": f"s{day}", "date": str(START + timedelta(days=day)), "kind": "ridden", "asks": asks}
            for day, asks in asks_by_day.items()
        ],
    }  # fmt: skip


@pytest.mark.parametrize(
    "case", [c for c in VECTORS["cases"] if c.get("asks")], ids=lambda case: case["name"]
)
@pytest.mark.parametrize("days", [1, 7])
def test_estimate_agrees_with_the_reference_vectors(case: dict[str, Any], days: int, run: Run) -> None:
    by_day: dict[int, list[dict[str, Any]]] = {}
    for one in case["asks"]:
        answered = one["level"] is not None
        level = one["level"] if answered else one["max"]
        by_day.setdefault(one["day"], []).append(
            {
                "step": "up-wt.2",
                "side": "left",
                "level": level,
                "answered": answered,
                "band_top": case["band_top"],
            }
        )
    on = START + timedelta(days=case["asks"][-1]["day"] + days)
    code, rows, _ = run("estimate", record(by_day, case["band_top"]), "--on", str(on))
    assert code == 0
    (row,) = rows
    final = case["final"]
    assert row["mean"] == pytest.approx(final["theta_mean"], abs=1e-3)
    assert row["sd"] == pytest.approx(final["theta_sd"], abs=1e-3)
    assert row["p_first"] == pytest.approx(final[f"p_first_d{days}"], abs=1e-3)
    assert row["sure"] == pytest.approx(final["sure80"], abs=1e-3)
    assert row["p_next"] is None
    assert row["asks"] == len(case["asks"])


def test_on_the_day_itself_the_next_ask_is_answered_for(run: Run) -> None:
    case = next(case for case in VECTORS["cases"] if case["name"].startswith("06"))
    asks = [{"step": "up-wt.2", "side": "left", "level": one["level"]} for one in case["asks"]]
    _, (row,), _ = run("estimate", record({0: asks}, case["band_top"]), "--on", str(START))
    assert row["p_next"] == pytest.approx(case["final"]["p_now"], abs=1e-3)
    assert row["p_first"] == pytest.approx(case["final"]["p_first_d1"], abs=1e-3)


def test_coach_prints_an_advice_for_each_ask(run: Run) -> None:
    file = {
        "step": "up-wt.3", "band": [1, 3], "green": False, "school": {}, "aim": 3, "cap": 8, "side": "left",
        "other_side_done": False, "best_below": None, "minutes_left": None,
        "asks": [{"level": level, "answered": True, "correct": "yes", "tension": "calm", "over": False, "faults": []}
                 for level in (8, 6, 5, 4, 2, 2, 3)],
    }  # fmt: skip
    code, advice, _ = run("coach", file)
    assert code == 0
    assert [one["code"] for one in advice[:4]] == ["repeat-from-light"] * 4
    assert advice[-1]["code"] == "change-side"
    assert {"code", "accepted", "heavy", "reason"} <= set(advice[0])


def test_compile_prints_a_table(run: Run) -> None:
    code, table, _ = run("compile", {"step": "halt.2", "band": [1, 5], "aim": 2, "cap": 8})
    assert code == 0
    assert len(table["tables"][0]["next"]) == table["states"] * len(table["signals"])


def test_plan_prints_items_and_what_is_left_out(run: Run) -> None:
    asks = [{"step": "halt.2", "level": 2}] * 2
    code, plan, _ = run(
        "plan", record({0: asks, 2: asks}), "--on", str(START + timedelta(days=3)), "--minutes", "30"
    )
    assert code == 0
    assert {"items", "left_out", "nothing_new", "cautions"} <= set(plan)
    assert all(item["why"]["text"] for item in plan["items"])


def test_ladder_prints_the_catalogue_one_exercise_or_one_step(run: Run) -> None:
    _, whole, _ = run("ladder")
    assert {"id", "phase", "kind", "sides", "cap", "kit", "family", "faults", "stages"} <= set(
        whole["exercises"][0]
    )
    _, one, _ = run("ladder", "up-wt")
    assert [stage["step"] for stage in one["stages"]] == ["up-wt.1", "up-wt.2", "up-wt.3"]
    _, step, _ = run("ladder", "mount.2")
    assert {"step": "disengage.1", "gate": "confirmed"} in step["needs"]


def test_simulate_prints_a_record_that_validates(run: Run) -> None:
    _, made, _ = run("simulate", "--seed", "4", "--sessions", "3")
    code, found, _ = run("validate", made)
    assert (code, found["sessions"]) == (0, 3)


def test_validate_lists_all_problems_with_path_value_and_range(run: Run) -> None:
    bad = record(
        {
            0: [
                {"step": "up-wt.2", "side": "left", "level": 12, "lead_front": "left"},
                {"step": "fly.1", "level": 1},
            ]
        }
    )
    bad["sessions"].append({"date": "2999-01-01", "asks": []})
    code, out, errors = run("validate", bad)
    assert (code, out) == (2, None)
    by_path = {error["path"]: error for error in errors}
    assert set(by_path) == {
        "sessions[0].asks[0].level", "sessions[0].asks[0].lead_front", "sessions[0].asks[1].step", "sessions[1].date",
    }  # fmt: skip
    assert by_path["sessions[0].asks[0].level"]["value"] == 12
    assert all({"path", "value", "reason", "allowed"} == set(error) and error["reason"] for error in errors)


@pytest.mark.parametrize(
    ("words", "path"),
    [
        (["validate", "/nowhere/at/all.json"], "file"),
        (["estimate"], "arguments"),
        (["dance"], "arguments"),
        (["ladder", "up-wt.9"], "step"),
        (["simulate", "--seed", "x"], "seed"),
        (["simulate", "--sessions", "0"], "sessions"),
    ],
)
def test_bad_arguments_exit_2_and_name_the_field(words: list[str], path: str, run: Run) -> None:
    code, _, errors = run(*words)
    assert (code, errors[0]["path"]) == (2, path)


@pytest.mark.parametrize(
    "wish", [["--minutes", "2"], ["--minutes", "many"], ["--on", "tomorrow"], ["--place", "{"]]
)
def test_a_bad_wish_for_a_plan_is_refused(wish: list[str], run: Run) -> None:
    code, _, errors = run("plan", record({0: []}), *wish)
    assert code == 2
    assert errors[0]["reason"]


@pytest.mark.parametrize(
    "file", [{"step": "up-wt.3", "band": [5, 1]}, {"step": "nope.1", "band": [1, 3]}, {"band": [1, 3]}]
)
def test_a_bad_coach_file_is_refused(file: dict[str, Any], run: Run) -> None:
    code, _, errors = run("coach", file)
    assert (code, bool(errors)) == (2, True)


def test_a_record_can_come_from_standard_input(monkeypatch: pytest.MonkeyPatch, run: Run) -> None:
    class Stdin:
        buffer = io.BytesIO(json.dumps(record({0: []})).encode())

    monkeypatch.setattr("sys.stdin", Stdin)
    assert run("validate", "-")[0] == 0


def test_a_truncated_record_says_where_it_ends(tmp_path: Path, run: Run) -> None:
    path = tmp_path / "cut.json"
    path.write_text(json.dumps(record({0: []}))[:40])
    code, _, errors = run("validate", str(path))
    assert code == 2
    assert re.search(r"line \d+, column \d+", errors[0]["reason"])


@pytest.mark.parametrize(
    "case", [c for c in VECTORS["cases"] if "q5_asks" in c], ids=lambda case: case["name"]
)
def test_forecast_agrees_with_the_reference_vectors(case: dict[str, Any], run: Run) -> None:
    by_day: dict[int, list[dict[str, Any]]] = {}
    for one in case["q5_asks"]:
        by_day.setdefault(one["day"], []).append({"step": "halt.2", "level": one["level"]})
    on = START + timedelta(days=max(by_day))
    per_week = str(7 / case["planned_days"])
    horse = record(by_day, case["band_top"])
    code, out, _ = run("forecast", horse, "--goal", "halt.2", "--per-week", per_week, "--on", str(on))
    assert code == 0
    assert out["within"] == pytest.approx(case["final"]["within"], abs=1e-3)
    low, middle, high = case["final"]["interval80_if_within_40"]
    assert (out["if_within_40"]["between"], out["if_within_40"]["middle"]) == ([low, high], middle)


def test_forecast_refuses_by_name_and_claims_nothing_of_an_empty_record(run: Run) -> None:
    empty = record({})
    code, out, _ = run("forecast", empty, "--goal", "up-wt.3", "--per-week", "3")
    assert (code, out["within"]) == (0, None)
    for wrong, path in ((["--per-week", "often"], "per_week"), (["--per-week", "9"], "per_week")):
        code, _, errors = run("forecast", empty, "--goal", "up-wt.3", *wrong)
        assert (code, errors[0]["path"]) == (2, path)
    code, _, errors = run("forecast", empty, "--goal", "fly.1")
    assert (code, errors[0]["value"]) == (2, "fly.1")
    assert run("estimate", empty)[:2] == (0, [])


def test_assess_prints_what_to_try_where_it_stands_and_the_baseline(run: Run) -> None:
    raw = record({})
    raw["horse"] |= {"background": "from-harness"}
    code, out, _ = run("assess", raw, "--on", "2026-03-02")
    assert code == 0
    tries = [one["step"] for session in out["assessment"]["sessions"] for one in session["tries"]]
    assert tries[0] == "lead.4"
    assert "long-line.1" in tries
    assert out["placement"]["has"] == []
    assert out["baseline"] is None
    _, plan, _ = run("plan", raw, "--on", "2026-03-02", "--minutes", "60")
    assert plan["kind"] == "assessment"
    _, plain, _ = run("plan", raw, "--on", "2026-03-02", "--minutes", "60", "--no-assess")
    assert plain["kind"] == "ground"


def test_welfare_prints_age_heat_load_weight_and_flags(run: Run) -> None:
    stumbled = record({0: [{"step": "walk-on.2", "side": "none", "level": 2}]})
    stumbled["sessions"][0]["events"] = [{"kind": "stumble"}, {"kind": "stumble"}]
    stumbled["horse"] |= {"girth_cm": 180, "length_cm": 150}
    weather = ("--air-c", "30", "--humidity-pct", "60", "--rider-kg", "70", "--tack-kg", "10")
    code, out, _ = run("welfare", stumbled, "--on", "2026-03-09", *weather)
    assert code == 0
    assert out["age_months"] == 130
    assert out["limits"]["minutes"] == [45, 45]
    assert "canter.1" in out["limits"]["steps"]
    assert out["heat"] == {"sum_f": 146.0, "verdict": "care"}
    assert set(out["load"]) == {"last_7", "average_28", "change_pct", "compared", "verdict"}
    assert out["weight"] == {"horse_kg": 409.2, "share_pct": 19.6, "verdict": "too-much"}  # its first year
    (flag,) = out["flags"]
    assert (flag["code"], flag["since"], flag["open"]) == ("stumbles", "2026-03-02", True)
    assert flag["figures"] == {"stumbles": 2}
    assert flag["why"]
    assert "canter.1" in flag["holds_back"]
    assert "walk-on.2" not in flag["holds_back"]
    code, out, _ = run("welfare", record({0: []}), "--on", "2026-03-09")
    assert (code, out["heat"], out["weight"], out["flags"]) == (0, None, None, [])


@pytest.mark.parametrize(
    ("wish", "path"),
    [(("--air-c", "90"), "air_c"), (("--rider-kg", "heavy"), "rider_kg"), (("--tack-kg", "-1"), "tack_kg")],
)
def test_welfare_refuses_by_name(wish: tuple[str, str], path: str, run: Run) -> None:
    code, _, errors = run("welfare", record({0: []}), *wish)
    assert (code, errors[0]["path"]) == (2, path)


def test_ladder_is_bent_by_a_school(run: Run) -> None:
    code, out, _ = run("ladder", "canter.1", "--school", "first-canter=b")
    assert code == 0
    assert [one["code"] for one in out["set_ups"]] == ["extended-trot-corner"]
    assert "trot-range.3" in [need["step"] for need in out["needs"]]
    code, _, errors = run("ladder", "--school", "first-canter=e", "--school", "hats=a")
    assert code == 2
    assert {one["path"] for one in errors} == {"school.first-canter", "school.hats"}


def test_a_yards_own_exercise_is_in_every_answer(run: Run) -> None:
    gate: dict[str, Any] = {
        "id": "gate-g", "phase": "P1", "name": "Open a gate on foot", "kind": "L",
        "family": "yield-ground", "sides": "hand", "gait": "walk",
        "stages": [{"number": 1, "name": "stands at the post"}],
    }  # fmt: skip
    code, out, _ = run("ladder", "gate-g", "--own", {"exercises": [gate]})
    assert code == 0
    assert out["origin"] == "own"
    asked = record({0: [{"step": "gate-g.1", "side": "left", "level": 3}]})
    code, out, _ = run("estimate", asked, "--on", "2026-03-05", "--own", {"exercises": [gate]})
    assert code == 0
    assert [row["step"] for row in out] == ["gate-g.1"]
    gate["stages"][0]["needs"] = ["no-such.1"]
    code, _, errors = run("plan", asked, "--own", {"exercises": [gate]})
    assert code == 2
    assert errors[0]["path"] == "gate-g.1.needs"
    assert errors[0]["value"] == "no-such.1"


def test_two_records_of_a_horse_become_one_and_what_came_is_told(run: Run) -> None:
    one = {"step": "up-wt.2", "side": "left", "level": 3}
    mine = record({0: [{**one, "id": "a"}]})
    theirs = record({0: [{**one, "id": "a", "level": 5}, {**one, "id": "b"}]})
    for each in (mine, theirs):
        each["sessions"][0]["id"] = "s"
    code, out, _ = run("merge", mine, theirs)
    assert code == 0
    (session,) = out["record"]["sessions"]
    assert [(ask["id"], ask["level"]) for ask in session["asks"]] == [("a", 3), ("b", 3)]
    told = {row["path"]: row["came"] for row in out["coming"]}
    assert told["sessions[0].asks[0]"] == "different"
    assert told["sessions[0].asks[1]"] == "new"
    assert run("validate", out["record"])[0] == 0


def test_a_report_is_printed_and_written_as_what_its_name_ends_in(run: Run, tmp_path: Path) -> None:
    asks = [{"step": "halt.2", "side": "none", "level": 3}] * 3
    horse = record(dict.fromkeys(range(0, 20, 2), asks))
    span = ("--from", str(START), "--to", str(START + timedelta(days=18)))
    out = tmp_path / "report.pdf"
    code, report, _ = run("report", horse, *span, "--out", str(out))
    assert (code, report["first"], report["last"]) == (0, *span[1::2])
    assert out.read_bytes().startswith(b"%PDF-")
    file = tmp_path / "report.json"
    run("report", horse, *span, "--without", "work", "--out", str(file))
    written = json.loads(file.read_text(encoding="utf-8"))
    assert {one["code"] for one in report["sections"]} - {one["code"] for one in written["sections"]} == {
        "work"
    }
    code, _, errors = run("report", horse, *span, "--out", str(tmp_path / "report.docx"))
    assert (code, errors[0]["path"]) == (2, "out")
    assert errors[0]["allowed"] == "a name that ends in .pdf, .html, .json"
    code, _, errors = run("report", horse, "--from", span[3], "--to", span[1])
    assert (code, [one["path"] for one in errors]) == (2, ["first"])


@pytest.mark.parametrize("name", COMMANDS)
def test_every_command_says_its_arguments(name: str, capsys: pytest.CaptureFixture[str]) -> None:
    with pytest.raises(SystemExit) as end:
        main([name, "--help"])
    assert end.value.code == 0
    assert COMMANDS[name].help.split()[0] in capsys.readouterr().out


def test_help_loads_none_of_the_rooms() -> None:
    """Two thirds of a second otherwise, each time that somebody looks a command up."""
    looks = "import sys; from bucephal.cli.main import main\ntry: main(['--help'])\nexcept SystemExit: pass\n"
    looks += "print(sorted({one.split('.')[1] for one in sys.modules if one.startswith('bucephal.')}))"
    told = subprocess.run([sys.executable, "-c", looks], check=True, capture_output=True, text=True)
    assert told.stdout.splitlines()[-1] == "['base', 'cli']"
