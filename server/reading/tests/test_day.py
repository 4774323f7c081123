"""The day over HTTP: who sets it, what is kept of it, and what runs on another device."""

from __future__ import annotations

from collections.abc import Callable
from datetime import date, time, timedelta
from typing import Any

import pytest
from accounts.models import Role, User, Yard
from django.test import Client
from horses.models import Horse
from testing import ask_item, new_id, person, send, session_item
from yards.models import StoredDay

pytestmark = pytest.mark.django_db

DAY = {
    "starts": "09:00", "ends": "16:00", "helper": {"starts": "10:00", "ends": "12:00"},
    "air_c": 12.5, "humidity_pct": 70, "wind_ms": 4,
}  # fmt: skip


@pytest.fixture(autouse=True)
def morning(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr("reading.api.time_of_day", lambda: time(7, 30))


def put(client: Client, path: str, body: dict[str, Any]) -> Any:
    return client.put(f"/api/{path}", body, content_type="application/json")


def test_a_day_is_kept_as_it_was_set(client: Client, horse: Horse) -> None:
    answer = put(client, "today", DAY)
    assert answer.status_code == 200
    again = client.get("/api/today").json()
    assert again == answer.json()
    assert again["day"]["helper"] == {"starts": "10:00:00", "ends": "12:00:00"}
    assert again["now"] == "07:30:00"
    (row,) = again["rows"]
    assert row["hours"]["starts"] >= "09:00:00"
    assert row["wishes"]["wind_ms"] == 4


def test_the_same_weekday_has_the_hours_of_last_time_and_not_its_weather(
    client: Client, yard: Yard, horse: Horse, today: date
) -> None:
    body = {**DAY, "on": str(today - timedelta(days=7))}
    StoredDay.objects.create(yard=yard, on=today - timedelta(days=7), body=body)
    day = client.get("/api/today").json()["day"]
    assert (day["starts"], day["helper"]["ends"], day["air_c"]) == ("09:00:00", "12:00:00", None)
    StoredDay.objects.all().update(on=today - timedelta(days=6))
    assert client.get("/api/today").json()["day"]["helper"] is None


@pytest.mark.parametrize(
    ("change", "path"),
    [({"ends": "08:00"}, "ends"), ({"helper": {"starts": "10:00"}}, "helper.ends"), ({"air_c": 90}, "air_c")],
)
def test_a_day_that_cannot_be_is_refused_and_nothing_kept(
    change: dict[str, Any], path: str, client: Client, horse: Horse
) -> None:
    answer = put(client, "today", {**DAY, **change})
    assert answer.status_code == 422
    assert [error["path"] for error in answer.json()["errors"]] == [path]
    assert not StoredDay.objects.exists()


@pytest.mark.parametrize("role", [Role.HELPER, Role.OWNER])
def test_only_trainers_set_the_day_and_who_comes(
    role: Role, client_of: Callable[[User], Client], yard: Yard, horse: Horse, today: date
) -> None:
    theirs = client_of(person(yard, role.value, role))
    assert put(theirs, "today", DAY).status_code == 403
    assert put(theirs, f"horses/{horse.pk}/busy", {"date": str(today), "what": "vet"}).status_code == 403


def test_who_comes_is_in_the_plan_in_the_record_and_on_the_day(
    client: Client, horse: Horse, today: date
) -> None:
    path, what = f"horses/{horse.pk}/busy", {"date": str(today), "what": "farrier"}
    assert put(client, path, what).status_code == 204
    assert put(client, path, {"date": str(today + timedelta(days=3)), "what": "away"}).status_code == 204
    found = client.get("/api/today").json()
    assert [(one["what"], one["horse"]) for one in found["visits"]] == [
        ("farrier", str(horse.pk)), ("away", str(horse.pk)),
    ]  # fmt: skip
    assert "farrier today" in found["rows"][0]["body"]["words"]
    plan = client.get(f"/api/horses/{horse.pk}/plan").json()["plan"]
    assert plan["body"][0]["part"] == "visit"
    assert client.get(f"/api/horses/{horse.pk}/record").json()["busy"][0] == what
    put(client, path, {"date": str(today), "what": None})
    assert [one["what"] for one in client.get("/api/today").json()["visits"]] == ["away"]


@pytest.mark.parametrize(
    ("body", "path"),
    [({"date": "soon", "what": "vet"}, "date"), ({"what": "vet"}, "date"), ({"date": "2026-11-27", "what": "aunt"}, "what")],
)  # fmt: skip
def test_a_visit_that_cannot_be_is_refused_by_name(
    body: dict[str, Any], path: str, client: Client, horse: Horse
) -> None:
    answer = put(client, f"horses/{horse.pk}/busy", body)
    assert answer.status_code == 422
    assert [error["path"] for error in answer.json()["errors"]] == [path]


def test_another_yards_horse_gets_no_visit(client: Client, others_horse: Horse, today: date) -> None:
    answer = put(client, f"horses/{others_horse.pk}/busy", {"date": str(today), "what": "vet"})
    assert answer.status_code == 404


def test_a_session_that_runs_elsewhere_is_said_until_it_is_over(
    client: Client, horse: Horse, today: date
) -> None:
    session = new_id()
    running = session_item(horse, session, today)
    running["body"] |= {"started": f"{today}T09:05:00Z", "ended": None}
    send(client, [running, ask_item(session, 4)])
    (row,) = client.get("/api/today").json()["rows"]
    assert row["running"].startswith("Its session runs on another device since ")
    assert (row["works"], row["done"]) == (False, False)
    over = {**running, "revision": running["revision"] + 1}
    over["body"] = {**running["body"], "ended": f"{today}T09:40:00Z"}
    send(client, [over])
    (row,) = client.get("/api/today").json()["rows"]
    assert (row["running"], row["done"], row["headline"]) == (None, True, "Worked today")
    (worked,) = row["worked"]
    assert worked["starts"] < worked["ends"]


def test_in_wind_and_heat_the_plans_of_the_day_are_those_of_their_hour(client: Client, horse: Horse) -> None:
    put(client, "today", {**DAY, "air_c": 38, "humidity_pct": 60, "starts": "13:00", "ends": "17:00"})
    (row,) = client.get("/api/today").json()["rows"]
    assert row["body"]["part"] == "heat"
    wishes = {key: value for key, value in row["wishes"].items() if value is not None}
    plan = client.get(f"/api/horses/{horse.pk}/plan", wishes).json()["plan"]
    assert row["body"] in plan["body"]
    assert row["headline"] == plan["headline"]
