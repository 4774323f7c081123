"""People of a yard: what each may, how they go, what is held on them; the trail; horses that leave."""

from __future__ import annotations

import json
from collections.abc import Callable
from datetime import datetime, timedelta
from typing import Any

import pytest
from accounts.models import Deed, Link, Role, User, Yard
from django.test import Client
from django.utils import timezone
from horses.models import Horse
from testing import PASSWORD, ask_item, invite, join, new_id, person, post, put, send, session_item
from training.models import StoredSession

pytestmark = pytest.mark.django_db

# --- roles and going --------------------------------------------------------------------------


def test_a_yard_keeps_a_trainer(client: Client, trainer: User) -> None:
    for answer in (
        put(client, f"/api/people/{trainer.pk}/role", {"role": "helper"}),
        post(client, f"/api/people/{trainer.pk}/leave", {}),
        post(client, f"/api/people/{trainer.pk}/forget", {}),
        post(client, "/api/me/leave", {}),
    ):
        assert answer.status_code == 422
        assert "only trainer" in answer.json()["errors"][0]["reason"]
    assert client.get("/api/me").json()["role"] == "trainer"


def test_a_changed_role_counts_at_once(
    client: Client, yard: Yard, client_of: Callable[[User], Client]
) -> None:
    second = person(yard, "second", Role.HELPER)
    theirs = client_of(second)
    assert theirs.get("/api/people").status_code == 403
    assert put(client, f"/api/people/{second.pk}/role", {"role": "trainer"}).status_code == 204
    assert theirs.get("/api/people").status_code == 200
    assert put(client, f"/api/people/{second.pk}/role", {"role": "day-helper"}).status_code == 422


def test_whoever_leaves_is_signed_out_and_stays_out(
    client: Client, yard: Yard, client_of: Callable[[User], Client]
) -> None:
    helper = person(yard, "helper", Role.HELPER)
    theirs = client_of(helper)
    assert post(client, f"/api/people/{helper.pk}/leave", {}).status_code == 204
    assert theirs.get("/api/me").status_code == 401
    assert post(Client(), "/api/sign-in", {"name": "helper", "password": PASSWORD}).status_code == 422
    listed = client.get("/api/people").json()
    assert "helper" not in [one["name"] for one in listed["people"]]
    assert [one["name"] for one in listed["left"]] == ["helper"]


def test_whoever_is_deleted_leaves_the_horses_data_and_no_name(
    client: Client, yard: Yard, horse: Horse, today: Any, client_of: Callable[[User], Client]
) -> None:
    join(invite(client))
    helper = User.objects.get(username="ash")
    session = new_id()
    body = {"rider": "Ash", "helper": "ash ", "note": "steady"}
    assert (
        send(client_of(helper), [session_item(horse, session, today, body=body), ask_item(session)])
        == ["saved"] * 2
    )
    post(client_of(helper), f"/api/horses/{horse.pk}/flags/raise", {"code": "uneven", "note": "short"})
    put(client, f"/api/people/{helper.pk}/role", {"role": "trainer"})
    struck = new_id()
    send(client, [session_item(horse, struck, today), ask_item(struck)])
    post(client_of(helper), f"/api/horses/{horse.pk}/sessions/{struck}/strike-out", {})
    assert post(client, f"/api/people/{helper.pk}/forget", {}).status_code == 204
    kept = StoredSession.objects.get(pk=session)
    assert kept.header["rider"] == kept.header["helper"] == "a former rider"
    assert kept.header["note"] == "steady"
    record = client.get(f"/api/horses/{horse.pk}/record").json()
    assert any(one["id"] == session and len(one["asks"]) == 1 for one in record["sessions"])
    assert "Ash" not in json.dumps(client.get("/api/yard/trail").json())
    assert "Ash" not in json.dumps(record)
    assert "Ash" not in json.dumps(client.get(f"/api/horses/{horse.pk}/struck-out").json())
    assert not User.objects.filter(username="ash").exists()
    assert not Link.objects.exists()


def test_a_trainer_deletes_themselves_where_there_is_another(
    client: Client, trainer: User, yard: Yard, client_of: Callable[[User], Client]
) -> None:
    second = client_of(person(yard, "second"))
    assert post(client, f"/api/people/{trainer.pk}/forget", {}).status_code == 204
    assert client.get("/api/me").status_code == 401
    (deed,) = second.get("/api/yard/trail").json()["deeds"]
    assert (deed["who"], deed["what"]) == ("somebody who was deleted", "deleted somebody")


def test_when_somebody_was_here_last_is_known_after_they_signed_out_too(
    client: Client, yard: Yard, client_of: Callable[[User], Client]
) -> None:
    helper = person(yard, "helper", Role.HELPER)
    theirs = client_of(helper)
    theirs.post("/api/sign-out")
    (listed,) = [one for one in client.get("/api/people").json()["people"] if one["id"] == helper.pk]
    assert timezone.now() - datetime.fromisoformat(listed["seen_at"]) < timedelta(minutes=1)


def test_everything_that_is_held_on_a_person_can_be_taken_along(
    client: Client, yard: Yard, horse: Horse, today: Any, client_of: Callable[[User], Client]
) -> None:
    owner = person(yard, "owner", Role.OWNER)
    horse.owners.add(owner)
    send(client, [session_item(horse, new_id(), today, body={"rider": "Owner"})])
    held = client_of(owner).get("/api/me/held").json()
    assert (held["name"], held["role"], held["owns"]) == ("owner", "owner", [str(horse)])
    assert [one["horse"] for one in held["sessions"]] == [str(horse)]
    assert len(held["devices"]) == 1
    assert "password" not in json.dumps(held)
    assert client.get(f"/api/people/{owner.pk}/held").json()["name"] == "owner"


def test_nobody_of_another_yard_is_found(client: Client, other_yard: Yard) -> None:
    theirs = person(other_yard, "theirs", Role.HELPER)
    for path in ("leave", "forget", "new-password"):
        assert post(client, f"/api/people/{theirs.pk}/{path}", {}).status_code == 404
    assert client.get(f"/api/people/{theirs.pk}/held").status_code == 404
    assert put(client, f"/api/people/{theirs.pk}/role", {"role": "owner"}).status_code == 404
    assert theirs.username not in json.dumps(client.get("/api/people").json())


# --- the trail --------------------------------------------------------------------------------


def test_a_trainer_reads_who_did_what(client: Client, horse: Horse, trainer: User) -> None:
    token = invite(client)
    join(token)
    put(client, f"/api/horses/{horse.pk}/goals", {"step": "up-wt.2"})
    told = [(one["who"], one["what"], one["about"]) for one in client.get("/api/yard/trail").json()["deeds"]]
    assert told == [
        ("trainer", "set a goal of", f"{horse}, up-wt.2"),
        ("Ash", "joined as", "helper"),
        ("trainer", "invited", "Ash, helper"),
    ]


def test_the_trail_goes_out_page_by_page(client: Client, yard: Yard) -> None:
    for n in range(120):
        Deed.objects.create(yard=yard, who="Wren", what="horse-changed", about=str(n))
    seen, before = [], ""
    while True:
        page = client.get(f"/api/yard/trail{before}").json()
        seen += [one["about"] for one in page["deeds"]]
        if page["earlier"] is None:
            break
        before = f"?before={page['earlier']}"
    assert seen == [str(n) for n in reversed(range(120))]


def test_another_yards_trail_is_not_told(client: Client, other_yard: Yard) -> None:
    Deed.objects.create(yard=other_yard, who="Isla", what="began")
    assert client.get("/api/yard/trail").json()["deeds"] == []


# --- horses that leave ------------------------------------------------------------------------


def test_a_horse_leaves_and_comes_back_with_everything_known_of_it(
    client: Client, horse: Horse, today: Any
) -> None:
    before = client.get(f"/api/horses/{horse.pk}/record").json()
    assert post(client, f"/api/horses/{horse.pk}/leave", {}).status_code == 204
    assert client.get("/api/horses").json() == {"horses": []}
    assert client.get(f"/api/horses/{horse.pk}/plan").status_code == 404
    assert [one["name"] for one in client.get("/api/yard/gone-horses").json()["horses"]] == [str(horse)]
    # What was logged before somebody heard of it is still taken.
    late = new_id()
    assert send(client, [session_item(horse, late, today), ask_item(late)]) == ["saved", "saved"]
    assert post(client, f"/api/yard/gone-horses/{horse.pk}/back", {}).status_code == 204
    after = client.get(f"/api/horses/{horse.pk}/record").json()
    assert [one for one in after["sessions"] if one["id"] != late] == before["sessions"]
    assert post(client, f"/api/yard/gone-horses/{horse.pk}/back", {}).status_code == 404
