"""Quick entry while it is typed, and who sees what a session says of its rider."""

from __future__ import annotations

from collections.abc import Callable
from datetime import date, timedelta
from typing import Any

import pytest
from accounts.models import Role, User, Yard
from django.test import Client
from horses.models import Horse
from testing import ask_item, new_id, person, post, send, session_item

pytestmark = pytest.mark.django_db


def look(client: Client, horse: Horse, text: str, on: date, **more: Any) -> dict[str, Any]:
    answer = post(client, f"/api/horses/{horse.pk}/entry", {"text": text, "on": str(on), **more})
    assert answer.status_code == 200, answer.content
    told: dict[str, Any] = answer.json()
    return told


def test_what_is_typed_is_drawn_and_what_is_wrong_told_in_place(
    client: Client, horse: Horse, today: date
) -> None:
    told = look(client, horse, "up-wt.2 L 8 2 12\nhalt.1 3!", today)
    (session,) = told["sessions"]
    assert [[one["mark"] for one in row["asks"]] for row in session["rows"]] == [
        ["heavy", "accepted"],
        ["in-band"],
    ]
    assert [one["band_top"] for one in session["session"]["asks"]] == [5, 5, 5]
    (problem,) = told["problems"]
    assert (problem["line"], problem["column"], problem["end"], problem["value"]) == (1, 15, 17, "12")
    assert not told["can_save"]
    assert look(client, horse, "up-wt.2 L 8", today)["can_save"]


def test_the_stage_asked_last_is_meant_and_offered_first(client: Client, horse: Horse, today: date) -> None:
    told = look(client, horse, "up-wt L 5\n", today, cursor={"line": 2, "column": 1})
    assert told["sessions"][0]["rows"][0]["step"] == "up-wt.2"
    offered = [one["text"] for one in told["completion"]["options"]]
    assert "up-wt.2" in offered[:4]


def test_a_day_that_has_a_session_already_is_said(client: Client, fresh_horse: Horse, today: date) -> None:
    assert look(client, fresh_horse, "halt.1 3", today)["sessions"][0]["already"] == ""
    session = new_id()
    send(client, [session_item(fresh_horse, session, today), ask_item(session)])
    assert "1 ask" in look(client, fresh_horse, "halt.1 3", today)["sessions"][0]["already"]
    assert look(client, fresh_horse, "yesterday\nhalt.1 3", today)["sessions"][0]["already"] == ""


def test_nothing_is_saved_and_days_that_cannot_be_are_told(
    client: Client, fresh_horse: Horse, today: date
) -> None:
    version = Horse.objects.get(pk=fresh_horse.pk).data_version
    for on in (today + timedelta(days=3), date(2018, 1, 1)):
        told = look(client, fresh_horse, f"{on}\nhalt.1 3", today)
        assert [one["line"] for one in told["problems"]] == [1]
    assert Horse.objects.get(pk=fresh_horse.pk).data_version == version


def test_the_notation_is_told(client: Client) -> None:
    forms = [one["form"] for one in client.get("/api/notation").json()["notation"]]
    assert "-7" in forms


@pytest.mark.parametrize(
    ("role", "name", "sees"),
    [
        (Role.TRAINER, "marsh", True),
        (Role.INSTRUCTOR, "marsh", True),
        (Role.HELPER, "tam", True),
        (Role.HELPER, "ash", False),
        (Role.OWNER, "olive", False),
    ],
)
def test_what_the_rider_may_work_on_is_theirs_and_the_teachers(
    role: str,
    name: str,
    sees: bool,
    client: Client,
    client_of: Callable[[User], Client],
    yard: Yard,
    fresh_horse: Horse,
    today: date,
) -> None:
    session = new_id()
    header = session_item(fresh_horse, session, today, body={"rider": "Tam"})
    send(client, [header, ask_item(session, faults=["looks-down"])])
    somebody = person(yard, name, role)
    fresh_horse.owners.add(somebody)
    told = (
        client_of(somebody).get(f"/api/horses/{fresh_horse.pk}/sessions/{session}/history").json()["riding"]
    )
    assert (told is not None) == sees
    if sees:
        assert [one["code"] for one in told["faults"]] == ["looks-down"]
