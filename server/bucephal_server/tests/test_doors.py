"""Every endpoint that the API describes, from every side: whoever is outside stays outside."""

from __future__ import annotations

import json
from collections.abc import Callable
from datetime import date, timedelta
from typing import Any

import pytest
from accounts.doors import CHANGES, LOGS, MANAGES, ONESELF, READS, RING, SENDS
from accounts.models import LATE, Role, User, Yard
from bucephal_server.api import Errors, api
from django.test import Client
from django.utils import timezone
from horses.models import Horse
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from testing import ask_item, new_id, person, send, session_item, some_work
from training.record_storage import store_record

pytestmark = pytest.mark.django_db

OPERATIONS = [
    (method.lower(), f"/api{prefix}{path}", operation)
    for prefix, router in api._routers
    for path, view in router.path_operations.items()
    for operation in view.operations
    for method in operation.methods
]
DOOR: dict[tuple[str, str], Any] = {(method, path): one.auth_param for method, path, one in OPERATIONS}
ENDPOINTS = list(DOOR)
WITHOUT_A_DOOR = {
    ("get", "/api/health"), ("get", "/api/first-run"), ("post", "/api/first-run"), ("post", "/api/sign-in"),
    ("post", "/api/links/look"), ("post", "/api/links/join"), ("post", "/api/links/password"),
    ("post", "/api/links/day"),
}  # fmt: skip
CLOSED = [one for one in ENDPOINTS if one not in WITHOUT_A_DOOR]
PASSES = {
    ONESELF: {Role.TRAINER, Role.INSTRUCTOR, Role.HELPER, Role.OWNER, Role.DAY_HELPER},
    SENDS: {Role.TRAINER, Role.INSTRUCTOR, Role.HELPER, Role.DAY_HELPER},
    RING: {Role.TRAINER, Role.INSTRUCTOR, Role.HELPER, Role.OWNER, Role.DAY_HELPER},
    READS: {Role.TRAINER, Role.INSTRUCTOR, Role.HELPER, Role.OWNER},
    LOGS: {Role.TRAINER, Role.INSTRUCTOR, Role.HELPER, Role.DAY_HELPER},
    CHANGES: {Role.TRAINER, Role.INSTRUCTOR},
    MANAGES: {Role.TRAINER},
}
"""Who passes which door, said once more, so that a door that opens further fails here."""
BY_DOOR: dict[Any, set[str]] = {
    ONESELF: {"get /api/me", "post /api/sign-out"},
    SENDS: {"post /api/sync"},
    LOGS: {
        "post /api/horses/{horse_id}/entry",
        "post /api/horses/{horse_id}/pictures", "put /api/horses/{horse_id}/pictures/{picture_id}/marks",
        "post /api/horses/{horse_id}/flags/raise",
        "post /api/horses/{horse_id}/look/pain-signs", "post /api/horses/{horse_id}/look/condition",
    },
    CHANGES: {
        "post /api/horses/{horse_id}/pictures/{picture_id}/remove",
        "get /api/horses/{horse_id}/shared-reports", "post /api/horses/{horse_id}/shared-reports",
        "post /api/horses/{horse_id}/shared-reports/{shared_id}/withdraw",
        "put /api/today", "put /api/horses/{horse_id}/profile", "post /api/horses/{horse_id}/flags/clear",
        "put /api/horses/{horse_id}/goals", "post /api/horses/{horse_id}/goals/drop", "put /api/horses/{horse_id}/busy",
        "post /api/horses/{horse_id}/overrides", "post /api/horses/{horse_id}/overrides/lift",
        "put /api/horses/{horse_id}/sessions/{session_id}/times",
        "get /api/horses/{horse_id}/sessions/{session_id}/written", "put /api/horses/{horse_id}/sessions/{session_id}/written",
        "post /api/horses/{horse_id}/sessions/{session_id}/entry",
        "post /api/ground/places", "post /api/ground/places/read", "put /api/ground/places/{place_id}",
        "post /api/ground/places/{place_id}/usual", "post /api/ground/places/{place_id}/remove",
    },
    RING: {
        "get /api/ground", "get /api/ground/layout",
        "get /api/horses", "get /api/today", "get /api/yard/weather",
        "get /api/horses/{horse_id}/plan", "get /api/horses/{horse_id}/pack", "get /api/horses/{horse_id}/flags",
        "get /api/horses/{horse_id}/spares", "get /api/horses/{horse_id}/running", "get /api/notation",
        "get /api/horses/{horse_id}/sessions/{session_id}/others",
        "get /api/horses/{horse_id}/sessions", "get /api/horses/{horse_id}/sessions/{session_id}",
    },
}  # fmt: skip
OF_ONESELF = {
    "post /api/me/password",
    "put /api/me/preferences",
    "post /api/me/leave",
    "post /api/me/devices/{device_id}/end",
    "post /api/sign-out",
}
"""What whoever reads may change: their own."""
ONLY_READS_OF_TRAINERS = {
    "get /api/people", "get /api/people/owned", "get /api/people/{person_id}/held", "get /api/yard/trail",
    "get /api/yard/gone-horses", "get /api/horses/{horse_id}/struck-out", "get /api/imports", "get /api/archives", "get /api/archives/{name}",
}  # fmt: skip
OF_A_HORSE = [one for one in CLOSED if "/horses/{horse_id}" in one[1] and "gone-horses" not in one[1]]
KEPT_UNDER_AN_ID = ("session_id", "picture_id")
"""Read only where there is one; of these there is none."""
FUZZED = settings(max_examples=25, deadline=None, suppress_health_check=[HealthCheck.function_scoped_fixture])


@pytest.fixture
def horse(yard: Yard, today: date) -> Horse:
    """With two days of work: whoever stands before a door is told no more for a longer past."""
    worked = some_work(today)
    return store_record(yard, worked.model_copy(update={"sessions": worked.sessions[-2:]}))


def address(path: str, horse: Horse | str, step: str = "up-wt.2") -> str:
    """What it needs told in the address is told, so that nothing but the door keeps anybody out."""
    told = f"?session={new_id()}" if path.endswith("/pictures") else ""
    named = path.format(
        horse_id=horse if isinstance(horse, str) else horse.pk, session_id=new_id(), step=step, exercise_id="halt",
        device_id=new_id(), link_id=new_id(), person_id=987654, place_id=new_id(), shared_id=new_id(),
        picture_id=new_id(), ending="pdf", import_id=new_id(), export_id="asks", name="none.zip",
    )  # fmt: skip
    return named + told


def call(client: Client, method: str, path: str, body: Any = None) -> Any:
    send = getattr(client, method)
    return send(path) if method == "get" else send(path, json.dumps(body or {}), "application/json")


def seeing(yard: Yard, role: str, horse: Horse | None = None) -> User:
    """Somebody in a role, who sees a horse."""
    who = person(yard, f"one-{role}", role)
    if horse is not None:
        if role == Role.OWNER:
            horse.owners.add(who)
        if role == Role.DAY_HELPER:
            horse.day_helpers.add(who)
    return who


def test_every_operation_has_the_door_that_is_meant() -> None:
    for (method, path), door in DOOR.items():
        name = f"{method} {path}"
        meant = next((one for one, names in BY_DOOR.items() if name in names), None)
        if (method, path) in WITHOUT_A_DOOR:
            assert door is None, name
        elif meant is not None:
            assert door is meant, name
        elif (method == "get" and name not in ONLY_READS_OF_TRAINERS) or name in OF_ONESELF:
            assert door is READS, name
        else:
            assert door is MANAGES, name


def test_the_tables_name_nothing_that_is_not_there() -> None:
    named = set().union(*BY_DOOR.values(), OF_ONESELF, ONLY_READS_OF_TRAINERS)
    assert named <= {f"{method} {path}" for method, path in ENDPOINTS}
    assert set(ENDPOINTS) >= WITHOUT_A_DOOR


def test_nothing_is_changed_through_a_door_for_readers() -> None:
    for (method, path), door in DOOR.items():
        if method != "get" and f"{method} {path}" not in OF_ONESELF:
            assert door not in (READS, RING, ONESELF), path


@pytest.mark.parametrize(("method", "path"), CLOSED)
def test_signed_out_nothing_is_told(method: str, path: str, horse: Horse) -> None:
    answer = call(Client(), method, address(path, horse))
    assert answer.status_code == 401
    assert horse.profile["name"] not in answer.content.decode()


@pytest.mark.parametrize(("method", "path"), CLOSED)
@pytest.mark.parametrize("role", Role.values)
def test_who_passes_is_what_the_door_says(
    role: str, method: str, path: str, client_of: Callable[[User], Client], yard: Yard, horse: Horse
) -> None:
    client = client_of(seeing(yard, role, horse))
    before = Horse.objects.values().get(pk=horse.pk)
    answer = call(client, method, address(path, horse), BODIES)
    if role in PASSES[DOOR[method, path]]:
        assert answer.status_code not in (401, 403)
    else:
        assert answer.status_code == 403
        assert horse.profile["name"] not in answer.content.decode()
        assert Horse.objects.values().get(pk=horse.pk) == before


@pytest.mark.parametrize(("method", "path"), OF_A_HORSE)
@pytest.mark.parametrize("role", Role.values)
def test_no_role_of_another_yard_comes_near_a_horse(
    role: str, method: str, path: str, client_of: Callable[[User], Client], other_yard: Yard, horse: Horse
) -> None:
    client = client_of(seeing(other_yard, role))
    before = Horse.objects.values().get(pk=horse.pk)
    answer = call(client, method, address(path, horse), BODIES)
    assert answer.status_code == (404 if role in PASSES[DOOR[method, path]] else 403)
    assert horse.profile["name"] not in answer.content.decode()
    assert Horse.objects.values().get(pk=horse.pk) == before


@pytest.mark.parametrize(("method", "path"), OF_A_HORSE)
@pytest.mark.parametrize("role", [Role.OWNER, Role.DAY_HELPER])
def test_an_owner_and_a_day_helper_come_near_no_horse_but_theirs(
    role: str, method: str, path: str, client_of: Callable[[User], Client], yard: Yard, horse: Horse,
    fresh_horse: Horse,
) -> None:  # fmt: skip
    client = client_of(seeing(yard, role, fresh_horse))
    before = Horse.objects.values().get(pk=horse.pk)
    answer = call(client, method, address(path, horse), BODIES)
    assert answer.status_code == (404 if role in PASSES[DOOR[method, path]] else 403)
    assert horse.profile["name"] not in answer.content.decode()
    assert Horse.objects.values().get(pk=horse.pk) == before


@pytest.mark.parametrize(
    ("method", "path"),
    [one for one in OF_A_HORSE if one[0] == "get" and not any(of in one[1] for of in KEPT_UNDER_AN_ID)],
)
@pytest.mark.parametrize("role", Role.values)
def test_whoever_may_read_reads(
    role: str, method: str, path: str, client_of: Callable[[User], Client], yard: Yard, horse: Horse
) -> None:
    answer = client_of(seeing(yard, role, horse)).get(address(path, horse))
    assert answer.status_code == (200 if role in PASSES[DOOR[method, path]] else 403)


def test_an_owner_sees_the_own_horses_in_every_list(
    client_of: Callable[[User], Client], yard: Yard, horse: Horse, fresh_horse: Horse
) -> None:
    client = client_of(seeing(yard, Role.OWNER, fresh_horse))
    assert [one["id"] for one in client.get("/api/horses").json()["horses"]] == [str(fresh_horse.pk)]
    assert [row["facts"]["id"] for row in client.get("/api/today").json()["rows"]] == [str(fresh_horse.pk)]
    assert len(client_of(person(yard, "trainer-2")).get("/api/horses").json()["horses"]) == 2


def test_whose_day_is_just_over_sees_nothing_and_what_they_logged_is_taken(
    client_of: Callable[[User], Client], yard: Yard, horse: Horse, fresh_horse: Horse
) -> None:
    """A phone may have been without signal until after midnight."""
    who = seeing(yard, Role.DAY_HELPER, horse)
    who.until = timezone.now() - timedelta(hours=8)
    who.save()
    client = client_of(who)
    session = new_id()
    assert (
        send(client, [session_item(horse, session, timezone.localdate()), ask_item(session)]) == ["saved"] * 2
    )
    assert send(client, [session_item(fresh_horse, new_id(), timezone.localdate())]) == ["refused"]
    assert client.get("/api/me").status_code == 200
    late = BY_DOOR[ONESELF] | BY_DOOR[SENDS]
    for method, path in CLOSED:
        if f"{method} {path}" not in late:
            answer = call(client, method, address(path, horse), BODIES)
            assert answer.status_code == 403
            assert "ended with the day" in answer.json()["errors"][0]["reason"]


def test_whose_day_is_over_passes_no_door(
    client_of: Callable[[User], Client], yard: Yard, horse: Horse
) -> None:
    who = seeing(yard, Role.DAY_HELPER, horse)
    client = client_of(who)
    assert client.get("/api/today").status_code == 200
    who.until = timezone.now() - LATE
    who.save()
    assert client.get("/api/me").status_code == 401
    who.until, who.is_active = None, False
    who.save()
    assert client.get("/api/me").status_code == 401


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
            assert {"401", "403", "404", "422"} <= declared, (method, path)


BODIES = {"exercise": {}, "horse": {"name": "Renamed"}, "school": {}, "bands": {}, "scales": {},
          "kit": {}, "marks": [], "step": "halt.2", "state": "ready", "reason": "seen",
          "date": "2026-06-15", "text": "", "on": "2026-06-15", "to": new_id()}  # fmt: skip


GETS_OF_A_HORSE = [path for method, path in OF_A_HORSE if method == "get"]


@pytest.mark.parametrize("path", GETS_OF_A_HORSE)
def test_an_address_that_is_no_horse_is_not_found(path: str, client: Client) -> None:
    for wrong in ("0", "not-a-horse", "../../etc/passwd", "%00"):
        answer = client.get(address(path, wrong))
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
