"""What is refused is refused in one shape, and whoever asks can tell by the answer which API it is."""

from __future__ import annotations

import json
from collections.abc import Callable, Iterator
from datetime import date
from pathlib import Path
from typing import Any

import pytest
from accounts.models import User, Yard
from bucephal_server.api import DECLARED, described, edition, edition_of
from derived.models import Derived
from django.conf import settings
from django.db import connection
from django.test import Client
from horses.models import Horse
from testing import ask_item, new_id, person, post, session_item

pytestmark = pytest.mark.django_db


@pytest.fixture
def full_disk(client: Client, horse: Horse, fresh_horse: Horse) -> Iterator[None]:
    """Everything is there, and then SQLite is allowed no page more than it has: as on a full disk, what needs one fails."""
    with connection.cursor() as cursor:
        pages = cursor.execute("PRAGMA page_count").fetchone()[0]
        cursor.execute(f"PRAGMA max_page_count = {pages}")
        yield
        cursor.execute("PRAGMA max_page_count = 1073741823")


def reasons(answer: Any) -> list[str]:
    return [problem["reason"] for problem in answer.json()["errors"]]


def test_every_operation_declares_how_it_refuses() -> None:
    described = json.loads(Path(settings.BASE_DIR, "../web/src/shared/api/openapi.json").read_text())
    for methods in described["paths"].values():
        for operation in methods.values():
            for status in DECLARED:
                content = operation["responses"][str(status)]["content"]["application/json"]
                assert content["schema"] == {"$ref": "#/components/schemas/Errors"}


@pytest.mark.parametrize("path", ["/api/sign-in", "/api/sync"])
def test_a_forged_request_is_refused_in_the_one_shape(path: str, trainer: User) -> None:
    client = Client(enforce_csrf_checks=True)
    client.force_login(trainer, backend="django.contrib.auth.backends.ModelBackend")
    answer = client.post(path, "{}", content_type="application/json")
    assert answer.status_code == 403
    assert reasons(answer)


def test_every_answer_of_the_api_says_which_one_it_is(client: Client) -> None:
    generated = Path(settings.BASE_DIR, "../web/src/shared/api/schemaHash.generated.ts").read_text()
    for path in ("/api/health", "/api/me", "/api/nowhere"):
        assert client.get(path)["Bucephal-Api"] == edition()
    assert edition() in generated
    assert edition() == edition_of(described()), "stale: run `make schema`"
    assert "Bucephal-Api" not in client.get("/horses/1/plan")


PAGES = ("plan", "pack", "sheet", "ladder", "steps/up-wt.2", "sessions", "flags")


@pytest.mark.django_db(transaction=True)
@pytest.mark.usefixtures("full_disk")
def test_on_a_full_disk_every_page_is_answered(client: Client, horse: Horse) -> None:
    for page in ("today", "horses", *(f"horses/{horse.pk}/{page}" for page in PAGES)):
        assert client.get(f"/api/{page}").status_code == 200, page
    assert not Derived.objects.exists(), "nothing could be kept"


@pytest.mark.django_db(transaction=True)
@pytest.mark.usefixtures("full_disk")
def test_what_a_full_disk_does_not_take_is_said_and_not_half_done(
    client: Client, fresh_horse: Horse, today: date
) -> None:
    session = new_id()
    asks = [ask_item(session, 4, position=n) for n in range(400)]
    answer = post(client, "/api/sync", {"items": [session_item(fresh_horse, session, today), *asks]})
    assert answer.status_code == 503
    assert reasons(answer) == ["cannot be saved just now: the disk is full or busy; nothing was changed"]
    assert fresh_horse.sessions.count() == 0


# --- two who change the same thing ----------------------------------------------------------------------


def test_whoever_is_overtaken_in_a_form_is_told(
    client: Client, horse: Horse, yard: Yard, client_of: Callable[[User], Client]
) -> None:
    path = f"/api/horses/{horse.pk}/profile"
    other = client_of(person(yard, "other"))
    first, second = client.get(path).json(), other.get(path).json()
    theirs = {"horse": {**first["profile"], "name": "Theirs"}, "edition": first["edition"]}
    assert put(client, path, theirs).status_code == 200
    mine = {"horse": {**second["profile"], "name": "Mine"}, "edition": second["edition"]}
    refused = put(other, path, mine)
    assert refused.status_code == 409
    assert refused.json()["errors"][0]["path"] == "edition"
    assert other.get(path).json()["profile"]["name"] == "Theirs"
    assert put(other, path, {**mine, "edition": None}).status_code == 200
    assert other.get(path).json()["profile"]["name"] == "Mine"


def test_an_exercise_that_somebody_else_has_changed_is_not_overwritten(client: Client) -> None:
    sheet = client.get("/api/yard/exercises/steer").json()
    changed = {"exercise": {**sheet["exercise"], "name": "Steering"}, "edition": sheet["edition"]}
    assert put(client, "/api/yard/exercises", changed).status_code == 200
    assert put(client, "/api/yard/exercises", changed).status_code == 409


def put(client: Client, path: str, body: dict[str, Any]) -> Any:
    return client.put(path, json.dumps(body), content_type="application/json")


def test_a_method_that_nothing_answers_to_is_refused_in_the_one_shape(client: Client) -> None:
    answer = client.delete("/api/today")
    assert answer.status_code == 405
    (problem,) = answer.json()["errors"]
    assert problem["allowed"] == "GET, PUT"


def test_an_address_that_is_not_this_yards_is_refused_in_the_one_shape(client: Client) -> None:
    answer = client.get("/api/today", headers={"Host": "somewhere.example"})
    assert answer.status_code == 400
    assert answer.json()["errors"][0]["path"] == "/api/today"
