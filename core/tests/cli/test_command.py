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
