"""What a yard agrees on reaches every horse, changes what is planned, and is refused where it cannot be."""

from __future__ import annotations

import json
from datetime import date, timedelta
from typing import Any

import pytest
from accounts.models import Yard
from bucephal.planning.day import STRONG_WIND_MS
from derived.models import Derived
from django.test import Client
from horses.models import Horse
from training.records import record_of
from yards.weather import SimulatedStation

pytestmark = pytest.mark.django_db

GATE = {
    "id": "gate-g", "phase": "P0", "name": "Stand at a gate", "kind": "L", "family": "yield-ground",
    "sides": "hand", "gait": "halt", "demands": ["handling"],
    "stages": [{"number": 1, "name": "stands at the post"}],
}  # fmt: skip


def put(client: Client, path: str, data: Any) -> Any:
    return client.put(path, json.dumps(data), content_type="application/json")


def save(client: Client, exercise: dict[str, Any]) -> Any:
    return put(client, "/api/yard/exercises", {"exercise": exercise})


def test_a_yard_sees_every_question_with_a_neutral_sentence_on_each_side(client: Client) -> None:
    schools = client.get("/api/yard").json()["schools"]
    assert len(schools) == 22
    for school in schools:
        assert len(school["options"]) >= 2
        assert all(option["name"] and option["words"] for option in school["options"])


def test_the_yards_school_reaches_its_horses_and_a_horses_own_goes_first(
    client: Client, yard: Yard, horse: Horse, others_horse: Horse
) -> None:
    assert put(client, "/api/yard/school", {"school": {"escalation": "b", "eyes": "b"}}).status_code == 200
    horse.profile = {**horse.profile, "school": {"eyes": "a"}}
    horse.save()
    horse = Horse.objects.get(pk=horse.pk)
    assert record_of(horse).horse.school == {"escalation": "b", "eyes": "a"}
    assert record_of(others_horse).horse.school == {}


def test_a_change_of_school_makes_todays_plans_anew(client: Client, horse: Horse) -> None:
    client.get("/api/today")
    before = Derived.objects.get(horse=horse)
    client.get("/api/today")
    assert Derived.objects.get(horse=horse).recipe == before.recipe
    put(client, "/api/yard/school", {"school": {"escalation": "b"}})
    client.get("/api/today")
    assert Derived.objects.get(horse=horse).recipe != before.recipe


def test_a_school_reaches_the_coach_in_the_pocket(client: Client, horse: Horse) -> None:
    def seconds() -> set[int]:
        pack = client.get(f"/api/horses/{horse.pk}/pack").json()
        return {coach["own"]["louder_after_s"] for coach in pack["coaches"]}

    assert seconds() == {2}
    put(client, "/api/yard/school", {"school": {"escalation": "b"}})
    assert seconds() == {20}


def test_a_yards_band_judges_the_asks_of_every_horse(client: Client, horse: Horse) -> None:
    def bands() -> set[tuple[int, int]]:
        rows = client.get(f"/api/horses/{horse.pk}/estimates").json()["estimates"]
        return {tuple(row["band"]) for row in rows if row["kind"] == "L"}

    assert (1, 5) in bands()
    assert put(client, "/api/yard/bands", {"bands": {"default": [1, 4]}}).status_code == 200
    assert (1, 5) not in bands()


def test_an_own_exercise_can_be_worked_logged_and_archived(client: Client, horse: Horse) -> None:
    view = save(client, GATE)
    assert view.status_code == 200
    row = next(one for one in view.json()["exercises"] if one["id"] == "gate-g")
    assert (row["origin"], row["archived"]) == ("own", False)
    guide = client.get(f"/api/horses/{horse.pk}/ladder/gate-g.1").json()
    assert guide["name"] == "Stand at a gate"
    assert save(client, {**GATE, "archived": True}).status_code == 200
    guide = client.get(f"/api/horses/{horse.pk}/ladder/gate-g.1").json()
    assert guide["standing"]["state"] == "resting"


def test_what_ships_is_fetched_changed_and_saved(client: Client, horse: Horse) -> None:
    sheet = client.get("/api/yard/exercises/steer").json()
    exercise, number = sheet["exercise"], sheet["next_number"]
    exercise["stages"].insert(1, {"number": number, "name": "round a tree"})
    assert save(client, exercise).status_code == 200
    guide = client.get(f"/api/horses/{horse.pk}/ladder/steer.{number}").json()
    assert guide["stages"] == ["steer.1", f"steer.{number}", "steer.2", "steer.3"]


@pytest.mark.parametrize(
    ("change", "path"),
    [
        ({"stages": [{"number": 1, "name": "x", "needs": ["gate-g.1"]}]}, "stages[0].needs"),
        ({"faults": [{"code": "no-such-fault"}]}, "faults[0]"),
        ({"faults": [{"code": "my-fault", "looks": "odd"}]}, "faults[0]"),
        ({"family": "no-such"}, "family"),
        ({"cap": 500}, "cap"),
    ],
)
def test_what_cannot_be_is_refused_with_its_place_and_nothing_is_saved(
    client: Client, yard: Yard, change: dict[str, Any], path: str
) -> None:
    answer = save(client, {**GATE, **change})
    assert answer.status_code == 422
    found = answer.json()["errors"]
    assert any(one["path"].startswith(path) and one["reason"] for one in found), found
    yard.refresh_from_db()
    assert yard.defaults == {}


def test_kit_that_is_missing_rests_what_wants_it(client: Client, horse: Horse) -> None:
    def resting(words: dict[str, Any]) -> set[str]:
        return {
            stage["step"]
            for rung in words["rungs"] for one in rung["exercises"] for stage in one["stages"]
            if stage["resting"] == "kit"
        }  # fmt: skip

    path = f"/api/horses/{horse.pk}/ladder"
    assert resting(client.get(path).json()) == set()
    assert put(client, "/api/yard/kit", {"kit": {"poles": False}}).status_code == 200
    assert "poles-r.1" in resting(client.get(path).json())


def test_the_yards_own_words_for_a_scale_are_shown(client: Client, horse: Horse) -> None:
    words = [f"level {number}" for number in range(1, 11)]
    assert put(client, "/api/yard/scales", {"scales": {"forward-ridden": words}}).status_code == 200
    scale = client.get(f"/api/horses/{horse.pk}/ladder/up-wt.2").json()["scale"]
    assert [one["words"] for one in scale] == words
    short = put(client, "/api/yard/scales", {"scales": {"forward-ridden": words[:9]}})
    assert short.status_code == 422


@pytest.mark.parametrize(
    ("path", "body", "named"),
    [
        ("school", {"school": {"hats": "a"}}, "school.hats"),
        ("bands", {"bands": {"default": [5, 1]}}, "bands.default"),
        ("bands", {"bands": {"no-such": [1, 2]}}, "bands.no-such"),
    ],
)
def test_what_a_yard_cannot_agree_on_is_refused(
    client: Client, path: str, body: dict[str, Any], named: str
) -> None:
    answer = put(client, f"/api/yard/{path}", body)
    assert answer.status_code == 422
    assert named in [one["path"] for one in answer.json()["errors"]]


def test_the_simulated_station_reads_a_day_that_a_plan_takes_as_it_is(client: Client, horse: Horse) -> None:
    reading = client.get("/api/yard/weather").json()
    assert reading["simulated"] is True
    assert client.get("/api/yard/weather").json() == reading
    query = "&".join(f"{name}={reading[name]}" for name in ("air_c", "humidity_pct", "wind_ms"))
    assert client.get(f"/api/horses/{horse.pk}/plan?{query}").status_code == 200
    assert Client().get("/api/yard/weather").status_code == 401


def test_the_weather_of_a_year_is_that_of_a_mild_coast() -> None:
    days = [SimulatedStation().reading(date(2026, 1, 1) + timedelta(days=n)) for n in range(365)]
    summer = [one.air_c for one in days if one.on.month in (6, 7, 8)]
    winter = [one.air_c for one in days if one.on.month in (12, 1, 2)]
    assert 14 < sum(summer) / len(summer) < 20
    assert 1 < sum(winter) / len(winter) < 9
    assert all(0 <= one.humidity_pct <= 100 and one.wind_ms >= 0 for one in days)
    assert 0.02 < sum(one.wind_ms >= STRONG_WIND_MS for one in days) / len(days) < 0.4
