"""Every endpoint that the API describes, from every side: whoever is outside stays outside."""

from __future__ import annotations

import json
from collections.abc import Callable, Iterator
from typing import Any

import pytest
from accounts.doors import CHANGES, LOGS, READS
from accounts.models import Role, User, Yard
from bucephal_server.api import Errors, api
from django.test import Client
from horses.models import Horse
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from ninja.operation import Operation
from testing import new_id, person

pytestmark = pytest.mark.django_db

OPEN = {"/api/health", "/api/sign-in", "/api/sign-out"}
ENDPOINTS = [
    (method, path) for path, methods in api.get_openapi_schema()["paths"].items() for method in methods
]
OF_A_HORSE = [path for method, path in ENDPOINTS if "{horse_id}" in path and method == "get"]
FOR_WHOEVER_LOGS = {
    "/api/sync", "/api/horses/{horse_id}/flags/raise", "/api/horses/{horse_id}/look/pain-signs",
    "/api/horses/{horse_id}/look/condition",
}  # fmt: skip
TRAINERS_ONLY = [one for one in ENDPOINTS if one[0] != "get" and one[1] not in OPEN | FOR_WHOEVER_LOGS]
FUZZED = settings(max_examples=25, deadline=None, suppress_health_check=[HealthCheck.function_scoped_fixture])


def address(path: str, horse: Horse, step: str = "up-wt.2") -> str:
    return path.format(horse_id=horse.pk, session_id=new_id(), step=step, exercise_id="halt")


def call(client: Client, method: str, path: str, body: Any = None) -> Any:
    send = getattr(client, method)
    return send(path) if method == "get" else send(path, json.dumps(body or {}), "application/json")


@pytest.mark.parametrize(("method", "path"), [one for one in ENDPOINTS if one[1] not in OPEN])
def test_signed_out_nothing_is_told(method: str, path: str, horse: Horse) -> None:
    answer = call(Client(), method, address(path, horse))
    assert answer.status_code == 401
    assert horse.profile["name"] not in answer.content.decode()


@pytest.mark.parametrize("path", OF_A_HORSE)
@pytest.mark.parametrize("role", [role for role, _ in Role.choices])
def test_no_role_of_another_yard_sees_a_horse(
    role: str, path: str, client_of: Callable[[User], Client], other_yard: Yard, horse: Horse
) -> None:
    client = client_of(person(other_yard, f"other-{role}", role))
    answer = client.get(address(path, horse))
    assert answer.status_code == 404
    assert horse.profile["name"] not in answer.content.decode()


READ_OF_A_HORSE = [path for path in OF_A_HORSE if "session_id" not in path]


@pytest.mark.parametrize("path", READ_OF_A_HORSE)
@pytest.mark.parametrize("role", [role for role, _ in Role.choices])
def test_every_role_of_the_yard_reads_its_horse_and_an_owner_only_the_own(
    role: str, path: str, client_of: Callable[[User], Client], yard: Yard, horse: Horse
) -> None:
    reader = person(yard, f"own-{role}", role)
    seen = 404 if role == Role.OWNER else 200
    assert client_of(reader).get(address(path, horse)).status_code == seen
    horse.owners.add(reader)
    assert client_of(reader).get(address(path, horse)).status_code == 200


def test_an_owner_sees_the_own_horses_in_every_list(
    client_of: Callable[[User], Client], yard: Yard, horse: Horse, fresh_horse: Horse
) -> None:
    owner = person(yard, "owner", Role.OWNER)
    fresh_horse.owners.add(owner)
    client = client_of(owner)
    assert [one["id"] for one in client.get("/api/horses").json()["horses"]] == [str(fresh_horse.pk)]
    assert [row["facts"]["id"] for row in client.get("/api/today").json()["rows"]] == [str(fresh_horse.pk)]
    assert len(client_of(person(yard, "trainer-2")).get("/api/horses").json()["horses"]) == 2


def test_every_operation_names_its_door() -> None:
    """Whoever forgets it has a door that only trainers pass; here it fails."""
    for _, path, operation in operations():
        if f"/api{path}" in {"/api/health", "/api/sign-in"}:
            assert operation.auth_param is None, path
        else:
            assert operation.auth_param in (READS, LOGS, CHANGES), path


def test_nothing_is_changed_through_a_door_for_readers() -> None:
    for method, path, operation in operations():
        if method != "GET" and f"/api{path}" not in OPEN:
            assert operation.auth_param is not READS, path


def operations() -> Iterator[tuple[str, str, Operation]]:
    for prefix, router in api._routers:
        for path, view in router.path_operations.items():
            for operation in view.operations:
                for method in operation.methods:
                    yield method, f"{prefix}{path}", operation


@pytest.mark.parametrize(
    ("who", "method", "path", "body", "status"),
    [
        (None, "get", "/api/today", None, 401),
        (Role.HELPER, "put", "/api/today", {}, 403),
        (Role.OWNER, "post", "/api/sync", {"items": []}, 403),
        (Role.TRAINER, "get", "/api/horses/{horse_id}/ladder/no-such.1", None, 404),
        (Role.TRAINER, "get", "/api/nowhere", None, 404),
        (Role.TRAINER, "put", "/api/today", {"starts": "noon"}, 422),
        (Role.TRAINER, "post", "/api/sync", {"items": "many"}, 422),
    ],
)
def test_every_error_has_the_one_shape(
    who: str | None, method: str, path: str, body: Any, status: int,
    client_of: Callable[[User], Client], yard: Yard, horse: Horse,
) -> None:  # fmt: skip
    client = Client() if who is None else client_of(person(yard, "someone", who))
    answer = call(client, method, path.replace("{horse_id}", str(horse.pk)), body)
    assert answer.status_code == status
    errors = Errors.model_validate(answer.json()).errors
    assert errors
    assert all(one.reason for one in errors)


def test_every_operation_declares_its_errors() -> None:
    schema = api.get_openapi_schema()
    for path, methods in schema["paths"].items():
        for method, operation in methods.items():
            declared = {str(status) for status in operation["responses"]}
            wanted = {"422"} if path in OPEN else {"401", "403", "404", "422"}
            assert wanted <= declared, (method, path)


BODIES = {"exercise": {}, "horse": {"name": "Renamed"}, "school": {}, "bands": {}, "scales": {},
          "missing_kit": [], "goals": [], "step": "halt.2", "state": "ready", "reason": "seen"}  # fmt: skip


@pytest.mark.parametrize(("method", "path"), TRAINERS_ONLY)
@pytest.mark.parametrize("role", [Role.HELPER, Role.OWNER])
def test_only_trainers_change_anything(
    role: str, method: str, path: str, client_of: Callable[[User], Client], yard: Yard, horse: Horse
) -> None:
    client = client_of(person(yard, f"own-{role}", role))
    before = Horse.objects.values().get(pk=horse.pk)
    assert call(client, method, address(path, horse), BODIES).status_code == 403
    assert Horse.objects.values().get(pk=horse.pk) == before


@pytest.mark.parametrize(
    ("method", "path"), [one for one in ENDPOINTS if one[0] != "get" and "{horse_id}" in one[1]]
)
def test_a_trainer_of_another_yard_changes_nothing(
    method: str, path: str, client_of: Callable[[User], Client], other_yard: Yard, horse: Horse
) -> None:
    client = client_of(person(other_yard, "other-trainer"))
    before = Horse.objects.values().get(pk=horse.pk)
    assert call(client, method, address(path, horse), BODIES).status_code == 404
    assert Horse.objects.values().get(pk=horse.pk) == before


@pytest.mark.parametrize("path", OF_A_HORSE)
def test_an_address_that_is_no_horse_is_not_found(path: str, client: Client) -> None:
    for wrong in ("0", "not-a-horse", "../../etc/passwd", "%00"):
        answer = client.get(path.format(horse_id=wrong, session_id=new_id(), step="up-wt.2"))
        assert answer.status_code in (404, 422)


texts = st.text(st.characters(codec="utf-8", exclude_characters="/?#\\"), min_size=1, max_size=20)
values = st.one_of(texts, st.integers(), st.floats(), st.none().map(str))


@FUZZED
@given(st.dictionaries(st.sampled_from(["on", "minutes", "helper", "air_c", "humidity_pct"]), values))
def test_no_wish_for_a_plan_breaks_the_server(client: Client, horse: Horse, query: dict[str, Any]) -> None:
    answer = client.get(f"/api/horses/{horse.pk}/plan", query)
    assert answer.status_code in (200, 422)
    if answer.status_code == 422:
        for problem in answer.json()["errors"]:
            assert problem["path"]
            assert problem["reason"]


@FUZZED
@given(texts, values)
def test_no_step_and_no_rhythm_breaks_the_server(
    client: Client, horse: Horse, step: str, per_week: object
) -> None:
    assert client.get(f"/api/horses/{horse.pk}/steps/{step}").status_code in (200, 404, 422)
    answer = client.get(f"/api/horses/{horse.pk}/steps/up-wt.2/forecast", {"per_week": str(per_week)})
    assert answer.status_code in (200, 422)


anything = st.recursive(
    st.none() | st.booleans() | st.integers() | st.floats(allow_nan=False) | st.text(max_size=8),
    lambda inner: st.lists(inner, max_size=3) | st.dictionaries(st.text(max_size=8), inner, max_size=3),
    max_leaves=8,
)


@FUZZED
@given(anything, st.sampled_from(["session", "ask", "event", "delete", "gossip"]), anything)
def test_nothing_sent_breaks_the_server(
    client: Client, horse: Horse, whole: Any, kind: str, body: Any
) -> None:
    item = {"type": kind, "id": new_id(), "horse": str(horse.pk), "session": new_id(), "body": body}
    for sent in (whole, {"items": whole}, {"items": [item]}):
        answer = client.post("/api/sync", json.dumps(sent), content_type="application/json")
        assert answer.status_code in (200, 422)
