"""Plans over HTTP: what they hold, who may see them, and that the cache is what a rebuild gives."""

from __future__ import annotations

import json
from collections.abc import Callable
from datetime import date
from typing import Any

import pytest
from accounts.models import User, Yard
from derived.models import Derived
from django.core.management import CommandError, call_command
from django.test import Client
from horses.models import Horse
from testing import ask_item, new_id, person, send, session_item

pytestmark = pytest.mark.django_db

NOBODY = "00000000-0000-4000-8000-000000000000"
HORSE_PATHS = (
    "plan",
    "pack",
    "spares",
    "sheet",
    "sessions",
    "estimates",
    "steps/up-wt.2",
    f"sessions/{NOBODY}",
)


@pytest.mark.parametrize("path", HORSE_PATHS)
def test_another_yards_horse_is_not_found(path: str, client: Client, others_horse: Horse) -> None:
    answer = client.get(f"/api/horses/{others_horse.pk}/{path}")
    assert answer.status_code == 404
    assert "Theirs" not in answer.content.decode()


@pytest.mark.parametrize(
    "path", [*(f"horses/{NOBODY}/{path}" for path in HORSE_PATHS), "horses", "today", "me"]
)
def test_nothing_is_told_to_whoever_is_not_signed_in(path: str, horse: Horse) -> None:
    assert Client().get(f"/api/{path}").status_code == 401


def test_a_yard_sees_its_own_horses_only(client: Client, horse: Horse, others_horse: Horse) -> None:
    assert [one["id"] for one in client.get("/api/horses").json()["horses"]] == [str(horse.pk)]
    assert [row["facts"]["id"] for row in client.get("/api/today").json()["rows"]] == [str(horse.pk)]


def test_a_plan_says_why(client: Client, horse: Horse) -> None:
    plan = client.get(f"/api/horses/{horse.pk}/plan?minutes=40&helper=true").json()["plan"]
    assert plan["minutes_wanted"] == 40
    assert all(item["why"]["text"] for item in (*plan["items"], *plan["left_out"]))


@pytest.mark.parametrize(
    ("query", "path"),
    [("minutes=2", "minutes"), ("minutes=9999", "minutes"), ("air_c=90", "air_c"), ("on=soon", "on")],
)
def test_a_bad_wish_is_refused_by_name(query: str, path: str, client: Client, horse: Horse) -> None:
    answer = client.get(f"/api/horses/{horse.pk}/plan?{query}")
    assert answer.status_code == 422
    assert path in answer.json()["errors"][0]["path"]


def changed(client: Client, horse: Horse, place: str, **changes: Any) -> Any:
    query: dict[str, str] = {"minutes": "45", "changes": json.dumps(changes)}
    return client.get(f"/api/horses/{horse.pk}/{place}", query)


def test_a_changed_plan_is_worked_out_anew_and_packed_as_it_is(client: Client, horse: Horse) -> None:
    plain = client.get(f"/api/horses/{horse.pk}/plan?minutes=45").json()["plan"]
    step = next(item["step"] for item in plain["items"] if item["kind"] == "easy-yes")
    wish = {"wanted": [{"step": "lead.3", "asks": 4, "first_side": "right"}], "without": [step]}
    page = changed(client, horse, "plan", **wish).json()
    items = {item["step"]: item for item in page["plan"]["items"]}
    assert step not in items
    assert (items["lead.3"]["locked"], items["lead.3"]["first_side"]) == (True, "right")
    assert [one["asks"] for one in items["lead.3"]["sides"]] == [4, 4]
    assert page["changes"]["without"] == [step]
    assert [one["step"] for one in page["plan"]["made"]] == [i["step"] for i in plain["items"] if i["step"]]
    pack = changed(client, horse, "pack", **wish).json()["pack"]
    assert [item["id"] for item in pack["plan"]["items"]] == [item["id"] for item in page["plan"]["items"]]


@pytest.mark.parametrize(
    ("raw", "path"),
    [
        ('{"wanted": [{"step": "no-such.1"}]}', "changes.wanted[0].step"),
        ('{"wanted": [{"step": "lead.3", "asks": 0}]}', "changes.wanted[0].asks"),
        ('{"wanted": [{"step": "lead.3", "pace": 1}]}', "changes.wanted[0].pace"),
        ('{"without": ["lead.3"', None),
        ("x" * 9000, "changes"),
    ],
)
def test_a_wrong_change_is_refused_by_name(raw: str, path: str | None, client: Client, horse: Horse) -> None:
    answer = client.get(f"/api/horses/{horse.pk}/plan", {"changes": raw})
    assert answer.status_code == 422
    paths = {error["path"] for error in answer.json()["errors"]}
    assert path is None or path in {one.removeprefix("query.query.").removeprefix("query.") for one in paths}


def test_a_pack_carries_the_plan_and_its_coaches(client: Client, horse: Horse) -> None:
    sent = client.get(f"/api/horses/{horse.pk}/pack?minutes=30").json()
    pack = sent["pack"] | {"coaches": sent["coaches"]}
    planned = {item["id"] for item in pack["plan"]["items"] if item["step"]}
    following = (*pack["plan"]["climbs"], *pack["plan"]["probes"])
    may_follow = {one["item"]["id"] for one in following}
    assert {item["item"] for item in pack["items"]} == planned | may_follow
    assert pack["coaches"]


def test_what_is_spare_is_every_exercise_with_its_coaches(client: Client, horse: Horse) -> None:
    sent = client.get(f"/api/horses/{horse.pk}/spares?helper=true").json()
    items = {item["step"]: item for item in sent["pack"]["plan"]["items"] if item["step"]}
    assert len(items) > 200
    assert {item["item"] for item in sent["pack"]["items"]} == {item["id"] for item in items.values()}
    with_coach = {side["coach"] for item in sent["pack"]["items"] for side in item["sides"]}
    assert with_coach == set(range(len(sent["coaches"])))
    alone = client.get(f"/api/horses/{horse.pk}/spares").json()["pack"]["plan"]["items"]
    assert sum(bool(item["held_back"]) for item in alone) > sum(
        bool(one["held_back"]) for one in items.values()
    )


def test_what_is_logged_of_a_spare_exercise_is_in_the_record(
    client: Client, horse: Horse, today: date
) -> None:
    """Whatever the plan says of it: what was done was done."""
    session = new_id()
    ask = ask_item(session, 4)
    ask["body"] |= {"step": "half-pass.1", "side": "left", "grade": 3, "second_aid": 2, "note": "first one"}
    ask["body"].pop("band_top", None)
    answers = send(client, [session_item(horse, session, today), ask])
    assert answers == ["saved", "saved"]
    record = client.get(f"/api/horses/{horse.pk}/record").json()
    (logged,) = next(one for one in record["sessions"] if one["id"] == session)["asks"]
    assert (logged["step"], logged["grade"], logged["second_aid"], logged["note"]) == (
        "half-pass.1",
        3,
        2,
        "first one",
    )


def test_a_pack_names_who_is_in_the_yard_and_what_it_asks_of_every_answer(
    client: Client, horse: Horse, yard: Yard
) -> None:
    path = f"/api/horses/{horse.pk}/pack"
    before = client.get(path)
    assert before.json()["pack"]["also"] == []
    person(yard, "lark", "helper")
    person(yard, "owner", "owner")
    names = [one["name"] for one in client.get(path).json()["pack"]["day"]["people"]]
    assert "lark" in names
    assert "owner" not in names
    for also, codes in (
        ({"gait_shown": True, "attentive": True}, ["attentive", "gait_shown"]),
        ({"attentive": False}, ["gait_shown"]),
    ):
        answer = client.put("/api/yard/also", json.dumps({"also": also}), "application/json")
        assert answer.status_code == 200
        assert [one["code"] for one in answer.json()["also"] if one["on"]] == codes
        assert [row["code"] for row in client.get(path).json()["pack"]["also"]] == codes


def test_what_a_yard_only_asks_about_changes_no_estimate(client: Client, horse: Horse) -> None:
    client.get("/api/today")
    made = Derived.objects.get().recipe
    client.put("/api/yard/also", json.dumps({"also": {"offered": True}}), "application/json")
    client.get("/api/today")
    assert Derived.objects.get().recipe == made


def test_what_a_yard_cannot_ask_about_is_refused_by_name(client: Client, horse: Horse) -> None:
    answer = client.put("/api/yard/also", json.dumps({"also": {"colour": True}}), "application/json")
    assert answer.status_code == 422
    (error,) = answer.json()["errors"]
    assert "second_aid" in error["allowed"]


def test_the_plan_changes_with_what_was_logged(client: Client, horse: Horse, today: date) -> None:
    before = client.get(f"/api/horses/{horse.pk}/plan").json()["plan"]
    session = new_id()
    heavy = [ask_item(session, 9, position=n, side="right") for n in range(2)]
    send(client, [session_item(horse, session, today), *heavy])
    after = client.get(f"/api/horses/{horse.pk}/plan").json()["plan"]
    repairs = [item for item in after["items"] if item["kind"] == "repair"]
    assert before != after
    assert repairs[0]["step"] == "up-wt.2"
    assert "on the right" in repairs[0]["why"]["text"]


def test_what_is_cached_is_what_a_rebuild_gives(client: Client, horse: Horse, today: date) -> None:
    client.get("/api/today")
    session = new_id()
    send(client, [session_item(horse, session, today), ask_item(session, 4)])
    client.get("/api/today")
    call_command("rebuild", "--check")
    cached = Derived.objects.get().day
    call_command("rebuild")
    assert Derived.objects.get().day == cached


def test_a_cache_that_lies_is_found(client: Client, horse: Horse) -> None:
    client.get("/api/today")
    Derived.objects.update(estimates=[])
    with pytest.raises(CommandError, match="differ"):
        call_command("rebuild", "--check")


def test_what_other_rules_worked_out_is_not_read_again(client: Client, horse: Horse) -> None:
    client.get("/api/today")
    Derived.objects.update(recipe="older", day={})
    assert client.get("/api/today").status_code == 200


def test_reading_takes_as_many_queries_for_many_horses_as_for_one(
    client: Client, yard: Yard, horse: Horse, django_assert_max_num_queries: Any
) -> None:
    for number in range(4):
        Horse.objects.create(yard=yard, position=number, profile={"name": f"H{number}"})
    client.get("/api/today")
    for path, most in (("/api/today", 7), ("/api/horses", 5)):
        with django_assert_max_num_queries(most):
            client.get(path)
    with django_assert_max_num_queries(8):
        client.get(f"/api/horses/{horse.pk}/sheet")


def test_an_empty_yard_and_an_empty_horse_answer_sensibly(
    client: Client, client_of: Callable[[User], Client], other_yard: Yard, fresh_horse: Horse
) -> None:
    nobody = client_of(person(other_yard, "nobody"))
    assert nobody.get("/api/today").json()["rows"] == []
    sheet = client.get(f"/api/horses/{fresh_horse.pk}/sheet").json()
    assert (sheet["board"], sheet["facts"]["days_off"]) == ([], None)
    assert client.get(f"/api/horses/{fresh_horse.pk}/sessions").json() == {"sessions": [], "earlier": None}


def test_a_step_tells_its_needs(client: Client, fresh_horse: Horse) -> None:
    step = client.get(f"/api/horses/{fresh_horse.pk}/steps/canter.1").json()["standing"]
    assert step["state"] == "closed"
    assert {need["step"] for need in step["missing"]} == {
        "up-wt.2",
        "down-tw.2",
        "disengage.3",
        "trot-range.1",
    }
    assert client.get(f"/api/horses/{fresh_horse.pk}/steps/fly.1").status_code == 404


def test_a_step_shows_how_it_came_there(client: Client, fresh_horse: Horse, today: date) -> None:
    session = new_id()
    send(
        client,
        [session_item(fresh_horse, session, today), ask_item(session, 7), ask_item(session, 4, position=1)],
    )
    chart = client.get(f"/api/horses/{fresh_horse.pk}/steps/up-wt.2").json()
    (side,) = chart["sides"]
    assert [one["ask"]["level"] for one in side["days"][0]["asks"]] == [7, 4]
    assert (side["share"]["light"], side["share"]["asks"]) == (1, 2)
    assert side["words"].endswith("2 asks on 1 day")
    assert side["estimate"]["caution"] == "only 2 asks on 1 day: this is more any horse than this one"


def test_a_forecast_claims_nothing_from_too_few_asks(
    client: Client, horse: Horse, fresh_horse: Horse
) -> None:
    path = "steps/up-wt.2/forecast"
    nothing = client.get(f"/api/horses/{fresh_horse.pk}/{path}").json()
    assert (nothing["within"], nothing["if_within_40"]) == (None, None)
    told = client.get(f"/api/horses/{horse.pk}/{path}?per_week=3").json()
    assert set(told["within"]) == {"5", "10", "20", "40"}
    refused = client.get(f"/api/horses/{horse.pk}/{path}?per_week=9")
    assert refused.status_code == 422
    assert refused.json()["errors"][0]["path"] == "per_week"


def test_one_more_ask_goes_on_from_what_was_kept(client: Client, horse: Horse, today: date) -> None:
    client.get("/api/today")
    kept = bytes(Derived.objects.get().tracks)
    assert kept
    session = new_id()
    send(client, [session_item(horse, session, today), ask_item(session, 6)])
    client.get("/api/today")
    assert bytes(Derived.objects.get().tracks) != kept
    call_command("rebuild", "--check")


def test_a_debrief_is_told_and_text_stays_text(client: Client, fresh_horse: Horse, today: date) -> None:
    session = new_id()
    note = "<script>alert(1)</script>"
    send(client, [session_item(fresh_horse, session, today, body={"note": note}), ask_item(session, 7)])
    answer = client.get(f"/api/horses/{fresh_horse.pk}/sessions/{session}")
    assert answer.json()["note"] == note
    assert answer.headers["Content-Type"].startswith("application/json")
    assert answer.json()["rows"][0]["ended_heavy"] is True
