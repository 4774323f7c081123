"""Signing in: who gets in, who does not, how wrong tries slow down, and what the answers and cookies carry."""

from __future__ import annotations

import json
import threading
from collections.abc import Callable
from datetime import datetime, timedelta
from typing import Any

import pytest
from accounts import hashing, password_tries
from accounts.models import Device, User
from accounts.password_tries import (
    FIRST_WAIT_S,
    FREE_ANYWHERE,
    FREE_FROM_AN_ADDRESS,
    FREE_HERE,
    LONGEST_WAIT_S,
)
from django.db import connection
from django.test import Client
from django.test.utils import CaptureQueriesContext
from django.utils import timezone
from testing import PASSWORD, post

pytestmark = pytest.mark.django_db


def sign_in(client: Client, name: str, password: str, address: str = "192.0.2.1", **headers: str) -> Any:
    body = json.dumps({"name": name, "password": password})
    return client.post(
        "/api/sign-in", body, content_type="application/json", REMOTE_ADDR=address, headers=headers
    )


def wrong(name: str = "trainer", address: str = "192.0.2.1", **headers: str) -> int:
    """The status of a wrong try from a device that nobody has signed in on."""
    status: int = sign_in(Client(), name, "wrong-password", address, **headers).status_code
    return status


@pytest.fixture
def clock(monkeypatch: pytest.MonkeyPatch) -> Callable[[float], None]:
    """Lets time pass."""
    moved = {"by": timedelta()}
    real = timezone.now

    class Moved:
        @staticmethod
        def now() -> datetime:
            return real() + moved["by"]

    monkeypatch.setattr(password_tries, "timezone", Moved)

    def later(seconds: float) -> None:
        moved["by"] += timedelta(seconds=seconds)

    return later


def test_the_right_password_opens_the_yard(trainer: User) -> None:
    client = Client()
    assert sign_in(client, "trainer", PASSWORD).json()["yard"] == "Home yard"
    assert client.get("/api/me").json() == {
        "id": trainer.pk,
        "name": "trainer",
        "signs_in_as": "trainer",
        "yard": "Home yard",
        "role": "trainer",
        "can_read": True,
        "can_log": True,
        "can_change": True,
        "can_manage": True,
        "units": "metric",
        "clock": "24",
    }


def test_a_phone_that_begins_names_with_a_capital_gets_in(trainer: User) -> None:
    assert sign_in(Client(), "Trainer", PASSWORD).status_code == 200


def test_a_wrong_password_is_answered_like_a_wrong_name(trainer: User) -> None:
    said = [sign_in(Client(), name, "wrong-password").json() for name in ("trainer", "nobody")]
    assert said[0] == said[1]
    assert said[0]["errors"][0]["path"] == "password"


# --- wrong tries: OWASP Authentication Cheat Sheet and 'Slow Down Online Guessing Attacks with Device Cookies' -----


def test_after_some_wrong_passwords_the_next_try_waits_and_says_how_long(trainer: User) -> None:
    assert [wrong() for _ in range(FREE_HERE)] == [422] * FREE_HERE
    answer = sign_in(Client(), "trainer", PASSWORD)
    assert answer.status_code == 429
    assert 0 < int(answer["Retry-After"]) <= FIRST_WAIT_S
    assert "seconds" in answer.json()["errors"][0]["allowed"]


def test_each_wrong_try_more_makes_the_wait_twice_as_long_up_to_a_limit(
    trainer: User, clock: Callable[[float], None]
) -> None:
    for _ in range(FREE_HERE - 1):
        wrong()
    waits = []
    for _ in range(9):
        assert wrong() == 422
        waits.append(int(sign_in(Client(), "trainer", PASSWORD)["Retry-After"]))
        clock(waits[-1])
    doubled = [min(FIRST_WAIT_S * 2**n, LONGEST_WAIT_S) for n in range(9)]
    assert waits == doubled
    assert sign_in(Client(), "trainer", PASSWORD).status_code == 200


def test_a_try_that_has_to_wait_is_not_counted(trainer: User, clock: Callable[[float], None]) -> None:
    for _ in range(FREE_HERE + 30):
        wrong()
    clock(FIRST_WAIT_S)
    assert sign_in(Client(), "trainer", PASSWORD).status_code == 200


def test_wrong_tries_elsewhere_do_not_lock_anybody_out(trainer: User) -> None:
    for _ in range(50):
        wrong(address="198.51.100.7")
    assert wrong(address="198.51.100.7") == 429
    assert sign_in(Client(), "trainer", PASSWORD, "192.0.2.1").status_code == 200


def test_an_address_that_a_browser_claims_changes_nothing(trainer: User) -> None:
    for n in range(FREE_HERE):
        wrong(**{"X-Forwarded-For": f"203.0.113.{n}", "Forwarded": f"for=203.0.113.{n}"})
    assert wrong(**{"X-Forwarded-For": "203.0.113.99"}) == 429


def test_many_addresses_do_not_get_round_it(trainer: User) -> None:
    tried = [wrong(address=f"198.51.100.{n}") for n in range(10) for _ in range(7)]
    assert tried.count(422) == FREE_ANYWHERE
    assert wrong(address="198.51.100.200") == 429


def test_whoever_signed_in_here_before_gets_in_whatever_others_try(trainer: User) -> None:
    mine = Client()
    assert sign_in(mine, "trainer", PASSWORD).status_code == 200
    mine.post("/api/sign-out")
    for n in range(10):
        for _ in range(7):
            wrong(address=f"198.51.100.{n}")
    assert sign_in(Client(), "trainer", PASSWORD, "192.0.2.9").status_code == 429
    assert sign_in(mine, "trainer", PASSWORD, "192.0.2.9").status_code == 200


def test_a_known_device_waits_for_its_own_wrong_tries(trainer: User) -> None:
    mine = Client()
    sign_in(mine, "trainer", PASSWORD)
    for _ in range(FREE_HERE):
        assert sign_in(mine, "trainer", "wrong-password").status_code == 422
    assert sign_in(mine, "trainer", PASSWORD).status_code == 429


def test_a_device_is_known_for_its_own_person_only(trainer: User, yard: Any) -> None:
    User.objects.create_user("second", password=PASSWORD, yard=yard)
    theirs = Client()
    sign_in(theirs, "second", PASSWORD)
    for _ in range(FREE_HERE):
        sign_in(theirs, "trainer", "wrong-password")
    assert sign_in(theirs, "trainer", PASSWORD).status_code == 429


def test_a_device_cookie_that_somebody_made_is_worth_nothing(trainer: User) -> None:
    for _ in range(FREE_HERE):
        wrong()
    forged = Client()
    forged.cookies[password_tries.COOKIE] = '["trainer","x"]:1abc:signed'
    assert sign_in(forged, "trainer", PASSWORD).status_code == 429


def test_one_address_does_not_try_one_password_on_everybody(yard: Any) -> None:
    tried = [wrong(f"somebody-{n}") for n in range(FREE_FROM_AN_ADDRESS + 5)]
    assert tried == [422] * FREE_FROM_AN_ADDRESS + [429] * 5


def test_of_ipv6_a_whole_network_counts_as_one(trainer: User) -> None:
    # RFC 6177: an end site is given at least a /64.
    for n in range(FREE_HERE):
        wrong(address=f"2001:db8:1:2::{n:x}")
    assert wrong(address="2001:db8:1:2:ffff::1") == 429
    assert wrong(address="2001:db8:1:3::1") == 422


def test_the_right_password_makes_wrong_ones_before_it_forgotten(trainer: User) -> None:
    for _ in range(3):
        for _ in range(FREE_HERE - 1):
            assert wrong() == 422
        assert sign_in(Client(), "trainer", PASSWORD).status_code == 200


def test_after_a_day_nothing_is_held_against_anybody(trainer: User, clock: Callable[[float], None]) -> None:
    for _ in range(FREE_HERE):
        wrong()
    clock(24 * 60 * 60 + 1)
    assert wrong() == 422
    assert wrong() == 422


def test_hashing_has_a_queue_with_a_limit(trainer: User, monkeypatch: pytest.MonkeyPatch) -> None:
    """However many sign in, so many passwords are hashed at once and so many wait; the others come again."""
    monkeypatch.setattr(hashing, "LONGEST_WAIT_S", 0.01)
    inside, let_go = threading.Semaphore(0), threading.Event()

    def hold() -> None:
        with hashing.hashing():
            inside.release()
            let_go.wait()

    holders = [threading.Thread(target=hold) for _ in range(hashing.AT_ONCE)]
    for one in holders:
        one.start()
    for _ in holders:
        inside.acquire()
    try:
        answer = sign_in(Client(), "trainer", PASSWORD)
    finally:
        let_go.set()
        for one in holders:
            one.join()
    assert answer.status_code == 503
    assert answer["Retry-After"] == str(hashing.COME_AGAIN_S)
    assert sign_in(Client(), "trainer", PASSWORD).status_code == 200


# --- sessions -------------------------------------------------------------------------------


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


def test_devices_are_listed_and_can_be_ended(trainer: User) -> None:
    phone, laptop = Client(), Client()
    sign_in(phone, "trainer", PASSWORD, **{"User-Agent": "A phone"})
    sign_in(laptop, "trainer", PASSWORD, **{"User-Agent": "A laptop"})
    listed = laptop.get("/api/me/devices").json()["devices"]
    assert {(one["runs_on"], one["is_this"]) for one in listed} == {("A phone", False), ("A laptop", True)}
    assert not any(str(one.session_key) in json.dumps(listed) for one in Device.objects.all())
    theirs = next(one["id"] for one in listed if not one["is_this"])
    assert post(laptop, f"/api/me/devices/{theirs}/end", {}).status_code == 204
    assert phone.get("/api/me").status_code == 401
    assert laptop.get("/api/me").status_code == 200


def test_nobody_ends_somebody_elses_device(trainer: User, client_of: Any, yard: Any) -> None:
    phone = Client()
    sign_in(phone, "trainer", PASSWORD)
    device = phone.get("/api/me/devices").json()["devices"][0]["id"]
    other = client_of(User.objects.create_user("second", password=PASSWORD, yard=yard))
    assert post(other, f"/api/me/devices/{device}/end", {}).status_code == 404
    assert phone.get("/api/me").status_code == 200


def test_when_a_device_was_seen_is_known_to_the_hour_and_reading_writes_nothing(
    client: Client,
) -> None:
    long_ago = timezone.now() - timedelta(days=3)
    Device.objects.update(seen_at=long_ago)
    with CaptureQueriesContext(connection) as read:
        client.get("/api/me")
    assert not [one for one in read.captured_queries if "UPDATE" in one["sql"]]
    post(client, "/api/sync", {"items": []})
    seen = Device.objects.get().seen_at
    assert seen - long_ago > timedelta(days=2)
    client.get("/api/me")
    post(client, "/api/sync", {"items": []})
    assert Device.objects.get().seen_at == seen


def test_a_new_password_signs_out_everywhere_else(trainer: User) -> None:
    phone, laptop = Client(), Client()
    sign_in(phone, "trainer", PASSWORD)
    sign_in(laptop, "trainer", PASSWORD)
    wrong_old = post(laptop, "/api/me/password", {"old": "not-this-one", "new": "barley-straw-and-rain"})
    assert wrong_old.json()["errors"][0]["path"] == "old"
    assert (
        post(laptop, "/api/me/password", {"old": PASSWORD, "new": "barley-straw-and-rain"}).status_code == 204
    )
    assert laptop.get("/api/me").status_code == 200
    assert phone.get("/api/me").status_code == 401
    assert sign_in(Client(), "trainer", PASSWORD).status_code == 422
    assert sign_in(Client(), "trainer", "barley-straw-and-rain").status_code == 200


# NIST SP 800-63B, 5.1.1.2: length, and not one of the common ones.
@pytest.mark.parametrize("bad", ["short-one", "1234567890123", "password123", "trainer-yard"])
def test_no_weak_password_is_taken_and_none_is_repeated(bad: str, client: Client, trainer: User) -> None:
    trainer.first_name = "trainer yard"
    trainer.save()
    answer = post(client, "/api/me/password", {"old": PASSWORD, "new": bad})
    assert answer.status_code == 422
    assert {one["path"] for one in answer.json()["errors"]} == {"password"}
    assert bad not in answer.content.decode()


def test_what_is_secret_is_not_said_back(db: None) -> None:
    answer = post(Client(), "/api/sign-in", {"name": "trainer", "password": "x" * 201})
    assert answer.status_code == 422
    assert "xxx" not in answer.content.decode()


def test_nothing_is_changed_without_the_csrf_token(trainer: User) -> None:
    client = Client(enforce_csrf_checks=True)
    assert sign_in(client, "trainer", PASSWORD).status_code == 403
    client.get("/api/first-run")
    token = client.cookies["csrftoken"].value
    body = json.dumps({"name": "trainer", "password": PASSWORD})
    opened = client.post(
        "/api/sign-in", body, content_type="application/json", headers={"X-CSRFToken": token}
    )
    assert opened.status_code == 200
    assert post(client, "/api/sync", {"items": []}).status_code == 403


@pytest.mark.parametrize(
    "body",
    [
        {},
        {"name": "trainer"},
        {"name": "", "password": "x"},
        {"name": "a\x00b", "password": "x"},
        {"name": " ", "password": "x"},
    ],
)
def test_a_form_that_does_not_fit_names_what_is_wrong(body: dict[str, str]) -> None:
    answer = post(Client(), "/api/sign-in", body)
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["path"]
