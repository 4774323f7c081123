"""Flags through the API: raised by what is tapped or by hand, cleared by who may, kept for ever."""

from __future__ import annotations

from collections.abc import Callable
from datetime import date
from typing import Any

import pytest
from accounts.models import Role, User, Yard
from django.test import Client
from horses.models import Horse
from testing import event_item, new_id, person, post, send, session_item

pytestmark = pytest.mark.django_db


def stumble_twice(client: Client, horse: Horse, today: date) -> None:
    session = new_id()
    events = [event_item(session, "stumble", position=n) for n in range(2)]
    send(client, [session_item(horse, session, today), *events])


def open_flags(client: Client, horse: Horse) -> list[str]:
    page = client.get(f"/api/horses/{horse.pk}/flags").json()
    return [flag["code"] for flag in page["flags"] if flag["open"]]


def clear(client: Client, horse: Horse, on: date, **said: Any) -> Any:
    looked = {
        "code": "stumbles",
        "raised_on": str(on),
        "cleared_by": "farrier",
        "found": "a loose shoe",
        **said,
    }
    return post(client, f"/api/horses/{horse.pk}/flags/clear", looked)


def test_what_is_tapped_raises_a_flag_everywhere_at_once(
    client: Client, fresh_horse: Horse, today: date
) -> None:
    assert open_flags(client, fresh_horse) == []
    stumble_twice(client, fresh_horse, today)
    assert open_flags(client, fresh_horse) == ["stumbles"]
    horse = f"/api/horses/{fresh_horse.pk}"
    (row,) = client.get("/api/today").json()["rows"]
    pages = [client.get(f"{horse}/{page}").json() for page in ("sheet", "plan", "ladder", "flags")]
    for page in (row, *pages):
        (flag,) = page["facts"]["open_flags"]
        assert (flag["code"], flag["name"]) == ("stumbles", "Stumbles")
    assert any("vet" in caution for caution in client.get(f"{horse}/plan").json()["plan"]["cautions"])
    record = client.get(f"{horse}/record").json()
    assert [(flag["code"], flag["raised_on"]) for flag in record["flags"]] == [("stumbles", str(today))]


def test_cleared_with_what_was_found_and_kept(client: Client, fresh_horse: Horse, today: date) -> None:
    stumble_twice(client, fresh_horse, today)
    assert clear(client, fresh_horse, today).status_code == 204
    assert open_flags(client, fresh_horse) == []
    (flag,) = client.get(f"/api/horses/{fresh_horse.pk}/flags").json()["flags"]
    assert flag["cleared_words"].endswith("farrier: a loose shoe")
    (kept,) = client.get(f"/api/horses/{fresh_horse.pk}/record").json()["flags"]
    assert (kept["cleared_on"], kept["cleared_by"]) == (str(today), "farrier")
    (row,) = client.get("/api/today").json()["rows"]
    assert row["facts"]["open_flags"] == []


@pytest.mark.parametrize(
    ("said", "path"),
    [({"found": ""}, "found"), ({"cleared_by": None}, "cleared_by"), ({"code": "tired"}, "code")],
)
def test_not_cleared_without_who_and_what(
    said: dict[str, Any], path: str, client: Client, fresh_horse: Horse, today: date
) -> None:
    stumble_twice(client, fresh_horse, today)
    answer = clear(client, fresh_horse, today, **said)
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["path"] == path
    assert open_flags(client, fresh_horse) == ["stumbles"]


def test_a_helper_raises_a_flag_and_cannot_clear_it(
    client_of: Callable[[User], Client], yard: Yard, fresh_horse: Horse, today: date
) -> None:
    helper = client_of(person(yard, "helper", Role.HELPER))
    address = f"/api/horses/{fresh_horse.pk}/flags/raise"
    seen = {"code": "uneven", "note": "head nods at trot"}
    assert post(helper, address, seen).status_code == 204
    assert open_flags(helper, fresh_horse) == ["uneven"]
    assert clear(helper, fresh_horse, today, code="uneven", cleared_by="vet").status_code == 403
    assert open_flags(helper, fresh_horse) == ["uneven"]
    owner = client_of(person(yard, "owner", Role.OWNER))
    assert post(owner, address, seen).status_code == 403


def test_uneven_is_cleared_only_with_what_a_vet_found(
    client: Client, fresh_horse: Horse, today: date
) -> None:
    seen = {"code": "uneven", "note": "head nods at trot"}
    post(client, f"/api/horses/{fresh_horse.pk}/flags/raise", seen)
    plan = client.get(f"/api/horses/{fresh_horse.pk}/plan").json()["plan"]
    assert plan["items"] == []
    refused = clear(client, fresh_horse, today, code="uneven", cleared_by="trainer")
    assert refused.json()["errors"][0]["allowed"] == "vet"
    assert clear(client, fresh_horse, today, code="uneven", cleared_by="vet").status_code == 204
    assert client.get(f"/api/horses/{fresh_horse.pk}/plan").json()["plan"]["items"]


# --- a minute's look ----------------------------------------------------------------------------


@pytest.mark.parametrize(("seen", "raised"), [(7, []), (8, ["pain-signs"])])
def test_eight_pain_signs_point_to_an_examination(
    seen: int, raised: list[str], client: Client, fresh_horse: Horse
) -> None:
    look = client.get(f"/api/horses/{fresh_horse.pk}/look").json()
    assert len(look["signs"]) == 24
    assert "From 8 of the 24 on" in look["how"]
    signs = [sign["code"] for sign in look["signs"]][:seen]
    address = f"/api/horses/{fresh_horse.pk}/look/pain-signs"
    assert post(client, address, {"signs": ["bucks-kicks"]}).status_code == 204
    assert post(client, address, {"signs": signs}).status_code == 204  # the day's look, seen again
    assert open_flags(client, fresh_horse) == raised
    (told,) = client.get(f"/api/horses/{fresh_horse.pk}/look").json()["looks"]
    assert told.startswith(f"{seen} of 24")
    assert bool(client.get(f"/api/horses/{fresh_horse.pk}/plan").json()["plan"]["items"]) is (raised == [])


@pytest.mark.parametrize(("score", "says"), [(3, "Thin"), (4, "Fair"), (7, "Fair"), (8, "Fat")])
def test_a_condition_score_says_what_it_means(
    score: int, says: str, client: Client, fresh_horse: Horse
) -> None:
    # Henneke et al. (1983), Equine Vet. J. (from memory): below 4 and above 7 are looked at.
    address = f"/api/horses/{fresh_horse.pk}/look/condition"
    assert post(client, address, {"score": score}).status_code == 204
    assert says in client.get(f"/api/horses/{fresh_horse.pk}/look").json()["condition"]
    (kept,) = client.get(f"/api/horses/{fresh_horse.pk}/record").json()["condition_scores"]
    assert kept["score"] == score


@pytest.mark.parametrize(
    ("address", "body", "path"),
    [("pain-signs", {"signs": ["limps"]}, "signs"), ("pain-signs", {"signs": None}, "signs"),
     ("condition", {"score": 10}, "score"), ("condition", {"score": "fat"}, "score")],
)  # fmt: skip
def test_a_look_refuses_by_name(
    address: str, body: dict[str, Any], path: str, client: Client, fresh_horse: Horse
) -> None:
    answer = post(client, f"/api/horses/{fresh_horse.pk}/look/{address}", body)
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["path"].startswith(path)
