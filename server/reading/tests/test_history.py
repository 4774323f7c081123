"""A horse's sessions as strips: filtered, searched, page by page."""

from __future__ import annotations

from datetime import date, timedelta
from typing import Any

import pytest
from django.test import Client
from horses.models import Horse
from testing import ask_item, new_id, send, session_item

pytestmark = pytest.mark.django_db


def strips(client: Client, horse: Horse, **wish: Any) -> dict[str, Any]:
    answer = client.get(f"/api/horses/{horse.pk}/history", wish)
    assert answer.status_code == 200, answer.content
    found: dict[str, Any] = answer.json()
    return found


def log(client: Client, horse: Horse, on: date, *asks: dict[str, Any], **body: Any) -> str:
    session = new_id()
    entries = [ask_item(session, position=n, **one) for n, one in enumerate(asks)]
    send(client, [session_item(horse, session, on, body=body), *entries])
    return session


def test_what_is_wanted_is_found_and_nothing_else(client: Client, fresh_horse: Horse, today: date) -> None:
    rode = log(client, fresh_horse, today - timedelta(days=2), {"level": 8}, {"level": 3}, rider="Wren",
               place="sand school", note="windy, gulls about")  # fmt: skip
    log(client, fresh_horse, today, {"step": "halt.2", "side": "none"}, place="long field")
    page = strips(client, fresh_horse)
    assert (page["found"], page["words"]) == (2, "2 sessions")
    assert [one["date"] for one in page["strips"]] == [str(today), str(today - timedelta(days=2))]
    (row,) = page["strips"][1]["rows"]
    assert [(one["level"], one["mark"]) for one in row["asks"]] == [(8, "heavy"), (3, "accepted")]
    for wish in (
        {"place": "sand school"}, {"rider": "Wren"}, {"exercise": "up-wt"}, {"search": "GULLS"},
        {"search": "trot gulls"}, {"last": str(today - timedelta(days=1))},
    ):  # fmt: skip
        found = strips(client, fresh_horse, **wish)
        assert [one["id"] for one in found["strips"]] == [rode], wish
        assert found["words"] == "1 of 2 sessions"
    assert strips(client, fresh_horse, search="nothing of the kind")["strips"] == []
    choices = page["choices"]
    assert {one["code"] for one in choices["exercises"]} == {"up-wt", "halt"}
    assert choices["riders"] == [{"code": "Wren", "name": "Wren", "sessions": 1}]


def test_the_pages_go_on_to_the_first_session(client: Client, fresh_horse: Horse, today: date) -> None:
    made = [log(client, fresh_horse, today - timedelta(days=n), {"level": 3}) for n in range(17)]
    first = strips(client, fresh_horse)
    rest = strips(client, fresh_horse, before=first["earlier"])
    seen = [one["id"] for one in (*first["strips"], *rest["strips"])]
    assert seen == made
    assert rest["earlier"] is None


def test_a_wish_that_cannot_be_is_refused_by_name(client: Client, fresh_horse: Horse) -> None:
    answer = client.get(f"/api/horses/{fresh_horse.pk}/history", {"kind": "nap"})
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["path"].endswith("kind")
