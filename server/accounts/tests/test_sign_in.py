"""Signing in: who gets in, who does not, and what the answers and cookies carry."""

from __future__ import annotations

import json
from typing import Any

import pytest
from accounts.models import User
from axes.utils import reset
from django.test import Client
from testing import PASSWORD, post

pytestmark = pytest.mark.django_db


@pytest.fixture(autouse=True)
def no_lockouts() -> None:
    reset()


def sign_in(client: Client, name: str, password: str, **headers: Any) -> Any:
    return post(client, "/api/sign-in", {"name": name, "password": password})


def test_the_right_password_opens_the_yard(trainer: User) -> None:
    client = Client()
    assert sign_in(client, "trainer", PASSWORD).json()["yard"] == "Home yard"
    assert client.get("/api/me").json() == {
        "name": "trainer",
        "yard": "Home yard",
        "role": "trainer",
        "can_log": True,
        "can_change": True,
    }


def test_a_wrong_password_is_answered_like_a_wrong_name(trainer: User) -> None:
    wrong, unknown = (sign_in(Client(), name, "wrong-password").json() for name in ("trainer", "nobody"))
    assert wrong == unknown
    assert wrong["errors"][0]["path"] == "password"


def test_many_wrong_passwords_lock_the_account_for_a_while(trainer: User) -> None:
    for _ in range(8):
        answer = sign_in(Client(), "trainer", "wrong-password")
    assert answer.status_code == 429
    assert sign_in(Client(), "trainer", PASSWORD).status_code == 429


def test_signing_out_closes_the_yard(client: Client) -> None:
    assert client.get("/api/me").status_code == 200
    assert client.post("/api/sign-out").status_code == 204
    assert client.get("/api/me").status_code == 401


def test_signing_in_gives_a_new_session(trainer: User) -> None:
    # Session fixation: the key from before is worth nothing afterwards.
    client = Client()
    client.session["seen"] = 1
    client.session.save()
    before = client.session.session_key
    sign_in(client, "trainer", PASSWORD)
    assert client.session.session_key != before


def test_nothing_is_changed_without_the_csrf_token(trainer: User) -> None:
    client = Client(enforce_csrf_checks=True)
    assert sign_in(client, "trainer", PASSWORD).status_code == 403
    client.get("/")
    token = client.cookies["csrftoken"].value
    body = json.dumps({"name": "trainer", "password": PASSWORD})
    opened = client.post(
        "/api/sign-in", body, content_type="application/json", headers={"X-CSRFToken": token}
    )
    assert opened.status_code == 200
    assert post(client, "/api/sync", {"items": []}).status_code == 403


@pytest.mark.parametrize("body", [{}, {"name": "trainer"}, {"name": "", "password": "x"}])
def test_an_incomplete_form_names_what_is_missing(body: dict[str, str]) -> None:
    answer = post(Client(), "/api/sign-in", body)
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["path"]
