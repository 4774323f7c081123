"""Adding a horse, deciding about its steps, setting its goals: through the API, as the page does it."""

from __future__ import annotations

import json
from datetime import date, timedelta
from typing import Any

import pytest
from accounts.models import Yard
from django.test import Client
from horses.models import Horse
from testing import post
from training.records import record_of

pytestmark = pytest.mark.django_db

FORM = {
    "name": "Sedge", "born": "2019-05-02", "sex": "gelding", "height": "14.2 hh", "girth_cm": 172,
    "length_cm": 146, "background": "from-racing", "home": "north gate", "school": {"first-canter": "b"},
}  # fmt: skip


def put(client: Client, path: str, data: Any) -> Any:
    return client.put(path, json.dumps(data), content_type="application/json")


def add(client: Client, **changes: Any) -> Any:
    return post(client, "/api/yard/horses", {"horse": {**FORM, **changes}, "usual_minutes": 40})


def problems(answer: Any) -> dict[str, Any]:
    assert answer.status_code == 422, answer.content
    return {one["path"]: one for one in answer.json()["errors"]}


def test_a_horse_is_added_with_its_weight_worked_out(client: Client, yard: Yard) -> None:
    answer = add(client)
    assert answer.status_code == 201
    view = answer.json()
    assert view["height"] == "14.2 hh (147 cm)"
    # Carroll and Huntington 1988 (from memory): 172 x 172 x 146 / 11877 = 363.7 kg.
    assert view["weight"]["kg"] == pytest.approx(363.66, abs=0.01)
    assert view["usual_minutes"] == 40
    horse = Horse.objects.get(pk=view["id"])
    assert horse.yard == yard
    assert record_of(horse).horse.background == "from-racing"
    names = [one["name"] for one in client.get("/api/horses").json()["horses"]]
    assert names == ["Sedge"]


def test_a_new_horse_is_first_seen_for_what_it_knows(client: Client) -> None:
    horse = add(client).json()["id"]
    plan = client.get(f"/api/horses/{horse}/plan", {"minutes": "45", "helper": "true"}).json()["plan"]
    assert plan["kind"] == "assessment"
    arrival = client.get(f"/api/horses/{horse}/arrival").json()
    assert arrival["due"]
    assert "from racing" in arrival["assessment"]["facts"]
    assert arrival["baseline"] is None
    plain = client.get(f"/api/horses/{horse}/plan", {"assess": "false"}).json()["plan"]
    assert plain["kind"] != "assessment"


@pytest.mark.parametrize(
    ("field", "value", "path", "words"),
    [
        ("name", "", "horse.name", "missing"),
        ("born", "2999-01-01", "horse.born", "future"),
        ("height", "very tall", "horse.height", "height"),
        ("height", "25 hh", "horse.height_cm", "large"),
        ("girth_cm", 17, "horse.girth_cm", "did you mean 170"),
        ("background", "from-mars", "horse.background", ""),
        ("school", {"first-canter": "x"}, "horse.school.first-canter", "option"),
    ],
)
def test_what_does_not_fit_is_named_and_nothing_is_saved(
    client: Client, field: str, value: Any, path: str, words: str
) -> None:
    found = problems(add(client, **{field: value}))
    assert words in found[path]["reason"]
    assert found[path]["allowed"] or field == "name"
    assert not Horse.objects.exists()


def test_changing_a_horse_keeps_what_the_form_does_not_have(client: Client, horse: Horse) -> None:
    horse.profile = {**horse.profile, "bands": {"default": [1, 4]}, "temperament": {"fresh": "yes"}}
    horse.save()
    before = horse.data_version
    answer = put(client, f"/api/horses/{horse.pk}/profile", {"horse": FORM, "usual_minutes": 20})
    assert answer.status_code == 200
    horse.refresh_from_db()
    assert horse.profile["name"] == "Sedge"
    assert horse.profile["bands"] == {"default": [1, 4]}
    assert horse.profile["temperament"] == {"fresh": "yes"}
    assert horse.data_version == before + 1


def test_a_weight_can_be_asked_for_before_anything_is_saved(client: Client, today: date) -> None:
    young = str(today - timedelta(days=500))
    answer = client.get("/api/tape-weight", {"girth_cm": "150", "length_cm": "130", "born": young}).json()
    assert answer["rough"]
    assert "rough under three years" in answer["words"]
    assert client.get("/api/tape-weight", {"girth_cm": 15, "length_cm": 130}).status_code == 422


def test_a_decision_is_kept_with_reason_and_date_and_ended_not_deleted(
    client: Client, horse: Horse, today: date
) -> None:
    path = f"/api/horses/{horse.pk}/overrides"
    assert (
        post(client, path, {"step": "leg-yield.1", "state": "open", "reason": "seen it"}).status_code == 204
    )
    guide = client.get(f"/api/horses/{horse.pk}/ladder/leg-yield.1").json()
    assert guide["standing"]["state"] == "open"
    (kept,) = guide["overrides"]
    assert (kept["reason"], kept["on"], kept["in_force"]) == ("seen it", str(today), True)
    assert post(client, f"{path}/lift", {"step": "leg-yield.1"}).status_code == 204
    guide = client.get(f"/api/horses/{horse.pk}/ladder/leg-yield.1").json()
    assert guide["standing"]["state"] == "closed"
    (kept,) = guide["overrides"]
    assert (kept["reason"], kept["in_force"]) == ("seen it", False)


def test_a_decision_wants_a_reason_and_a_state_that_can_be(client: Client, yard: Yard, today: date) -> None:
    young = Horse.objects.create(
        yard=yard, profile={"name": "Young", "born": str(today - timedelta(days=800))}
    )
    path = f"/api/horses/{young.pk}/overrides"
    found = problems(post(client, path, {"step": "walk-on.1", "state": "ready", "reason": " "}))
    assert "30 months" in found["state"]["reason"]
    assert found["state"]["allowed"] == "resting"
    assert found["reason"]["reason"] == "is empty"
    assert post(client, path, {"step": "no-such.1", "state": "open", "reason": "x"}).status_code == 404
    yesterday = str(today - timedelta(days=1))
    late = {"step": "catch.1", "state": "ready", "reason": "x", "until": yesterday}
    assert "until" in problems(post(client, path, late))


def test_a_goal_is_a_step_of_the_ladder(client: Client, horse: Horse) -> None:
    path = f"/api/horses/{horse.pk}/goals"
    assert put(client, path, {"step": "hack.5", "by": "2030-05-01"}).status_code == 200
    sheet = client.get(f"/api/horses/{horse.pk}/sheet").json()
    assert [one["step"] for one in sheet["goals"]] == ["hack.5"]
    assert put(client, path, {"step": "fly.1"}).status_code == 404
    assert "goal.by" in problems(put(client, path, {"step": "hack.5", "by": "some day"}))
    put(client, path, {"step": "canter.1"})
    dropped = post(client, f"{path}/drop", {"step": "hack.5"})
    assert [one["step"] for one in dropped.json()["goals"]] == ["canter.1"]
