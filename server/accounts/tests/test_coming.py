"""How people come to a yard: the first one, by an invitation, for a day; and what links are worth."""

from __future__ import annotations

import email
import email.policy
import json
import stat
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from datetime import timedelta
from pathlib import Path
from typing import Any

import pytest
from accounts import first_run, links, passwords, services
from accounts.models import LATE, Deed, Link, Role, User, Yard
from django.core.management import CommandError, call_command
from django.db import connection
from django.test import Client
from django.utils import timezone
from horses.models import Horse
from testing import (
    NEW_PASSWORD,
    PASSWORD,
    ask_item,
    invite,
    join,
    new_id,
    person,
    post,
    put,
    send,
    session_item,
    token_in,
)

pytestmark = pytest.mark.django_db

# --- the first run ---------------------------------------------------------------------------

NEW_YARD = {"yard": "Low Meadow", "shown": "Wren", "name": "wren", "password": NEW_PASSWORD}


def test_whoever_owns_the_machine_makes_the_yard_and_its_trainer(own_folder: Path) -> None:
    client = Client()
    assert client.get("/api/first-run").json() == {"open": True}
    code = first_run.code_to_begin()
    kept = own_folder / "first-run-code"
    assert kept.read_text() == code
    assert stat.S_IMODE(kept.stat().st_mode) == 0o600
    assert post(client, "/api/first-run", {**NEW_YARD, "code": code}).status_code == 201
    me = client.get("/api/me").json()
    assert (me["name"], me["yard"], me["role"]) == ("Wren", "Low Meadow", "trainer")
    assert not kept.exists()
    assert client.get("/api/horses").json() == {"horses": []}


def test_without_the_machines_code_nobody_makes_a_yard(own_folder: Path) -> None:
    first_run.code_to_begin()
    tried = [post(Client(), "/api/first-run", {**NEW_YARD, "code": str(n)}).status_code for n in range(8)]
    assert tried == [422] * 5 + [429] * 3
    assert not Yard.objects.exists()


def test_of_two_who_make_the_first_yard_at_once_one_is_too_late(own_folder: Path) -> None:
    code = first_run.code_to_begin()
    first_run.make_yard("Low Meadow", "wren", "Wren", NEW_PASSWORD)
    (own_folder / "first-run-code").write_text(str(code))
    with pytest.raises(first_run.YardExists):
        first_run.make_yard("High Meadow", "finch", "Finch", NEW_PASSWORD, only_the_first=True)
    assert Yard.objects.count() == 1


def test_a_second_yard_is_not_made_from_the_page(yard: Yard, own_folder: Path) -> None:
    assert Client().get("/api/first-run").json() == {"open": False}
    assert first_run.code_to_begin() is None
    assert post(Client(), "/api/first-run", {**NEW_YARD, "code": "1"}).status_code == 409


def test_a_yard_is_made_on_the_command_line_too(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setenv("BUCEPHAL_PASSWORD", NEW_PASSWORD)
    call_command("createyard", "Low Meadow", "wren", "--shown", "Wren")
    client = Client()
    assert post(client, "/api/sign-in", {"name": "wren", "password": NEW_PASSWORD}).status_code == 200
    monkeypatch.setenv("BUCEPHAL_PASSWORD", "short")
    with pytest.raises(CommandError, match="password"):
        call_command("createyard", "Another", "finch")
    with pytest.raises(CommandError, match="name"):
        call_command("createyard", "Another", "WREN")
    assert Yard.objects.count() == 1


def test_a_trainer_who_forgot_the_password_gets_a_link_on_the_machine(
    trainer: User, capsys: pytest.CaptureFixture[str]
) -> None:
    call_command("passwordlink", "trainer", "--base", "https://yard.example")
    said = capsys.readouterr().out
    assert said.startswith("https://yard.example/join#")
    body = {"token": token_in(said.strip()), "password": NEW_PASSWORD}
    assert post(Client(), "/api/links/password", body).status_code == 200
    with pytest.raises(CommandError, match="nobody"):
        call_command("passwordlink", "nobody")


# --- invitations -----------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("role", "may"),
    [
        ("trainer", (True, True, True, True)),
        ("instructor", (True, True, True, False)),
        ("helper", (True, True, False, False)),
        ("owner", (True, False, False, False)),
    ],
)
def test_whoever_is_invited_joins_in_that_role(role: str, may: tuple[bool, ...], client: Client) -> None:
    me = join(invite(client, role)).get("/api/me").json()
    assert (me["name"], me["yard"], me["role"]) == ("Ash", "Home yard", role)
    assert (me["can_read"], me["can_log"], me["can_change"], me["can_manage"]) == may


def test_an_invitation_is_mailed_where_there_is_an_address(client: Client, own_folder: Path) -> None:
    made = post(
        client, "/api/people/invitations", {"name": "Ash", "role": "helper", "email": "ash@example.org"}
    )
    assert made.json()["mailed"] is True
    (file,) = (own_folder / "mail").glob("*.eml")
    # RFC 5322, read by Python's own parser.
    message = email.message_from_bytes(file.read_bytes(), policy=email.policy.default)
    assert message["To"] == "ash@example.org"
    assert made.json()["address"] in message.get_content()
    assert stat.S_IMODE(file.stat().st_mode) == 0o600


def test_what_opens_the_yard_is_kept_nowhere(client: Client) -> None:
    token = invite(client)
    assert not Link.objects.filter(digest__contains=token).exists()
    assert token not in json.dumps(client.get("/api/people").json())
    assert token not in json.dumps(list(Deed.objects.values("about", "who")), default=str)


def test_a_link_is_used_once(client: Client) -> None:
    token = invite(client)
    join(token)
    again = post(Client(), "/api/links/join", {"token": token, "name": "elm", "password": NEW_PASSWORD})
    assert again.status_code == 404
    assert "used already" in again.json()["errors"][0]["reason"]


def test_a_link_ends_by_itself_and_by_a_trainer(client: Client) -> None:
    token = invite(client)
    assert post(Client(), "/api/links/look", {"token": token}).json()["name"] == "Ash"
    Link.objects.update(ends_at=timezone.now() - timedelta(seconds=1))
    assert post(Client(), "/api/links/look", {"token": token}).status_code == 404
    second = invite(client)
    (listed,) = client.get("/api/people").json()["links"]
    assert post(client, f"/api/links/{listed['id']}/end", {}).status_code == 204
    assert (
        post(
            Client(), "/api/links/join", {"token": second, "name": "x", "password": NEW_PASSWORD}
        ).status_code
        == 404
    )


def test_how_long_links_last(client: Client, trainer: User) -> None:
    invite(client)
    post(client, f"/api/people/{trainer.pk}/new-password", {})
    lasting = {one.kind: one.ends_at - timezone.now() for one in Link.objects.all()}
    assert timedelta(days=6, hours=23) < lasting["join"] <= timedelta(days=7)
    assert timedelta(hours=23) < lasting["password"] <= timedelta(days=1)


def test_a_weak_password_or_a_taken_name_does_not_use_the_link_up(client: Client, trainer: User) -> None:
    token = invite(client)
    weak = post(Client(), "/api/links/join", {"token": token, "name": "ash", "password": "short"})
    assert {one["path"] for one in weak.json()["errors"]} == {"password"}
    taken = post(Client(), "/api/links/join", {"token": token, "name": "TRAINER", "password": NEW_PASSWORD})
    assert taken.json()["errors"][0]["path"] == "name"
    join(token)


def test_a_link_of_one_kind_is_none_of_another(client: Client, trainer: User) -> None:
    invitation = invite(client)
    reset = token_in(post(client, f"/api/people/{trainer.pk}/new-password", {}).json()["address"])
    assert (
        post(Client(), "/api/links/password", {"token": invitation, "password": NEW_PASSWORD}).status_code
        == 404
    )
    assert post(Client(), "/api/links/day", {"token": reset}).status_code == 404
    assert (
        post(Client(), "/api/links/join", {"token": reset, "name": "x", "password": NEW_PASSWORD}).status_code
        == 404
    )


def test_a_new_password_by_link_signs_out_whoever_had_the_old_one(
    client: Client, yard: Yard, client_of: Callable[[User], Client]
) -> None:
    helper = person(yard, "helper", Role.HELPER)
    theirs = client_of(helper)
    token = token_in(post(client, f"/api/people/{helper.pk}/new-password", {}).json()["address"])
    assert post(Client(), "/api/links/look", {"token": token}).json()["signs_in_as"] == "helper"
    assert post(Client(), "/api/links/password", {"token": token, "password": "short"}).status_code == 422
    opened = Client()
    assert post(opened, "/api/links/password", {"token": token, "password": NEW_PASSWORD}).status_code == 200
    assert opened.get("/api/me").json()["name"] == "helper"
    assert theirs.get("/api/me").status_code == 401
    assert post(Client(), "/api/sign-in", {"name": "helper", "password": PASSWORD}).status_code == 422


# --- owners and day helpers -------------------------------------------------------------------


def test_an_owner_is_invited_with_their_horses_and_sees_no_other(
    client: Client, horse: Horse, fresh_horse: Horse
) -> None:
    owner = join(invite(client, "owner", horses=[str(horse.pk)]))
    assert [one["id"] for one in owner.get("/api/horses").json()["horses"]] == [str(horse.pk)]
    assert owner.get(f"/api/horses/{fresh_horse.pk}/sheet").status_code == 404
    person_id = owner.get("/api/me").json()["id"]
    assert (
        put(client, f"/api/people/{person_id}/horses", {"horses": [str(fresh_horse.pk)]}).status_code == 204
    )
    assert [one["id"] for one in owner.get("/api/horses").json()["horses"]] == [str(fresh_horse.pk)]
    assert client.get("/api/people/owned").json()["horses"] == {str(person_id): [str(fresh_horse.pk)]}


def test_nobody_is_given_a_horse_of_another_yard(client: Client, others_horse: Horse) -> None:
    made = post(
        client, "/api/people/invitations", {"name": "Ash", "role": "owner", "horses": [str(others_horse.pk)]}
    )
    assert made.json()["errors"][0]["path"] == "horses[0]"
    assert not Link.objects.exists()


def test_only_an_owner_owns(client: Client, yard: Yard, horse: Horse) -> None:
    helper = person(yard, "helper", Role.HELPER)
    assert put(client, f"/api/people/{helper.pk}/horses", {"horses": [str(horse.pk)]}).status_code == 422


def day_helper(client: Client, *horses: Horse) -> Client:
    made = post(client, "/api/people/day-links", {"name": "Ash", "horses": [str(one.pk) for one in horses]})
    assert made.status_code == 201, made.content
    phone = Client()
    assert post(phone, "/api/links/day", {"token": token_in(made.json()["address"])}).status_code == 200
    return phone


def test_a_day_helper_logs_for_the_chosen_horses_and_sees_what_that_wants(
    client: Client, horse: Horse, fresh_horse: Horse, today: Any
) -> None:
    phone = day_helper(client, fresh_horse)
    assert [one["id"] for one in phone.get("/api/horses").json()["horses"]] == [str(fresh_horse.pk)]
    session = new_id()
    assert send(phone, [session_item(fresh_horse, session, today), ask_item(session)]) == ["saved", "saved"]
    assert send(phone, [session_item(horse, new_id(), today)]) == ["refused"]
    for path, status in (
        ("plan", 200),
        ("pack", 200),
        ("flags", 200),
        ("sessions", 200),
        ("sheet", 403),
        ("ladder", 403),
        ("record", 403),
    ):
        assert phone.get(f"/api/horses/{fresh_horse.pk}/{path}").status_code == status, path
    assert phone.get(f"/api/horses/{horse.pk}/plan").status_code == 404
    assert phone.get("/api/people").status_code == 403
    assert post(phone, "/api/me/password", {"old": "x", "new": NEW_PASSWORD}).status_code == 403
    raised = post(
        phone, f"/api/horses/{fresh_horse.pk}/flags/raise", {"code": "uneven", "note": "short in front"}
    )
    assert raised.status_code == 204


def test_a_day_helpers_day_ends(client: Client, fresh_horse: Horse) -> None:
    phone = day_helper(client, fresh_horse)
    ends = timezone.localtime(Link.objects.get().ends_at)
    assert (ends.hour, ends.minute) == (0, 0)
    assert ends.date() == timezone.localdate() + timedelta(days=1)
    User.objects.filter(role=Role.DAY_HELPER).update(until=timezone.now())
    assert phone.get("/api/today").status_code == 403
    User.objects.filter(role=Role.DAY_HELPER).update(until=timezone.now() - LATE)
    assert phone.get("/api/me").status_code == 401


def test_a_day_link_opens_on_a_second_phone_as_the_same_helper(client: Client, fresh_horse: Horse) -> None:
    made = post(client, "/api/people/day-links", {"name": "Ash", "horses": [str(fresh_horse.pk)]}).json()
    who = {
        post(Client(), "/api/links/day", {"token": token_in(made["address"])}).json()["id"] for _ in range(2)
    }
    assert len(who) == 1
    post(client, f"/api/links/{made['link']['id']}/end", {})
    assert post(Client(), "/api/links/day", {"token": token_in(made["address"])}).status_code == 404


def test_a_day_link_ended_by_a_trainer_shuts_out_whoever_came_by_it(
    client: Client, fresh_horse: Horse
) -> None:
    phone = day_helper(client, fresh_horse)
    (link,) = client.get("/api/people").json()["links"]
    post(client, f"/api/links/{link['id']}/end", {})
    assert phone.get("/api/me").status_code == 401


def test_a_day_helper_has_no_password_to_set(client: Client, fresh_horse: Horse) -> None:
    phone = day_helper(client, fresh_horse)
    helper = phone.get("/api/me").json()["id"]
    assert post(client, f"/api/people/{helper}/new-password", {}).status_code == 422


def test_whoever_helped_for_a_day_is_not_kept_for_ever(client: Client, fresh_horse: Horse) -> None:
    day_helper(client, fresh_horse)
    User.objects.filter(role=Role.DAY_HELPER).update(until=timezone.now() - timedelta(days=29))
    day_helper(client, fresh_horse)
    assert User.objects.filter(role=Role.DAY_HELPER).count() == 2
    User.objects.filter(role=Role.DAY_HELPER).update(until=timezone.now() - timedelta(days=31))
    day_helper(client, fresh_horse)
    assert User.objects.filter(role=Role.DAY_HELPER).count() == 1


@pytest.mark.django_db(transaction=True)
def test_nobody_waits_for_a_password_to_be_hashed(client: Client, monkeypatch: pytest.MonkeyPatch) -> None:
    """SQLite has one writer at a time: hashing within a transaction would hold up whoever logs."""
    hashed: list[bool] = []

    @contextmanager
    def watched() -> Iterator[None]:
        hashed.append(connection.in_atomic_block)
        yield

    for module in (links, first_run, services, passwords):
        if hasattr(module, "hashing"):
            monkeypatch.setattr(module, "hashing", watched)
    theirs = join(invite(client))
    helper = theirs.get("/api/me").json()["id"]
    token = token_in(post(client, f"/api/people/{helper}/new-password", {}).json()["address"])
    opened = Client()
    post(opened, "/api/links/password", {"token": token, "password": "another-long-one"})
    post(opened, "/api/me/password", {"old": "another-long-one", "new": NEW_PASSWORD})
    post(Client(), "/api/sign-in", {"name": "ash", "password": NEW_PASSWORD})
    first_run.make_yard("Another", "finch", "Finch", NEW_PASSWORD)
    assert hashed == [False] * 6
