"""What cannot be is refused with path, value and range, wherever it comes in; never a 5xx.

Each of these once was a 500, or was saved and broke every page after it.
"""

from __future__ import annotations

import json
from datetime import date, timedelta
from typing import Any

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client
from horses.models import Horse
from testing import ask_item, new_id, post, session_item

pytestmark = pytest.mark.django_db


def problems(answer: Any) -> list[dict[str, Any]]:
    assert answer.status_code == 422, answer.content
    found: list[dict[str, Any]] = answer.json()["errors"]
    return found


def refused(client: Client, items: list[dict[str, Any]]) -> dict[str, Any]:
    """The one problem of the one item that was refused."""
    answers = post(client, "/api/sync", {"items": items}).json()["answers"]
    (bad,) = [one for one in answers if one["status"] == "refused"]
    (problem,) = bad["problems"]
    return dict(problem)


@pytest.mark.parametrize("at", ["12:00+01:00", "12:00:00Z", "23:59-12:00"])
def test_a_time_of_day_has_no_offset(client: Client, fresh_horse: Horse, today: date, at: str) -> None:
    session = new_id()
    problem = refused(client, [session_item(fresh_horse, session, today), ask_item(session, at=at)])
    assert problem["path"] == "ask.at"
    assert problem["value"] == at
    assert "without an offset" in problem["allowed"]
    assert client.get(f"/api/horses/{fresh_horse.pk}/sessions/{session}").status_code == 200


@pytest.mark.parametrize("on", ["0001-01-01", "1949-12-31", "9999-12-31"])
@pytest.mark.parametrize("page", ["sheet", "plan", "pack"])
def test_a_day_no_horse_of_ours_lived_on(client: Client, horse: Horse, page: str, on: str) -> None:
    (problem,) = problems(client.get(f"/api/horses/{horse.pk}/{page}", {"on": on}))
    assert problem["path"] == "on"
    assert problem["value"] == on
    assert problem["allowed"] == "a date, 1950-01-01 to 2100-12-31"


def test_a_horse_born_before_time_began(client: Client) -> None:
    answer = post(client, "/api/yard/horses", {"horse": {"name": "Old", "born": "0001-01-01"}})
    (problem,) = problems(answer)
    assert (problem["path"], problem["value"]) == ("horse.born", "0001-01-01")
    assert problem["allowed"] == "a date, 1950-01-01 to 2100-12-31"


def nested(depth: int) -> Any:
    value: Any = "147 cm"
    for _ in range(depth):
        value = [value]
    return value


@pytest.mark.parametrize("depth", [1, 60, 500, 5000])
def test_a_height_is_no_nest_of_lists(client: Client, depth: int) -> None:
    # Written by hand: Python's own encoder gives up on nests this deep.
    height = "[" * depth + '"147 cm"' + "]" * depth
    text = f'{{"horse": {{"name": "Nest", "height": {height}}}}}'
    found = problems(client.post("/api/yard/horses", text, content_type="application/json"))
    assert found[0]["path"]
    assert found[0]["allowed"]
    assert not Horse.objects.exists()


@pytest.mark.parametrize("depth", [60, 500])
def test_no_nest_of_lists_breaks_a_form(client: Client, horse: Horse, depth: int) -> None:
    deep = nested(depth)
    forms = {
        f"/api/horses/{horse.pk}/overrides": {"step": deep, "state": deep, "reason": deep},
        f"/api/horses/{horse.pk}/goals": {"step": deep},
        "/api/yard/bands": {"bands": {"default": deep}},
        "/api/yard/kit": {"kit": deep},
        "/api/yard/exercises": {"exercise": {"id": deep}},
    }
    for path, body in forms.items():
        send = client.post if path.endswith("overrides") else client.put
        problems(send(path, json.dumps(body), content_type="application/json"))


@pytest.mark.parametrize("method", ["post", "put"])
def test_a_form_with_a_file_is_not_json(client: Client, horse: Horse, method: str) -> None:
    file = SimpleUploadedFile("horse.json", b"{}")
    path = "/api/yard/horses" if method == "post" else f"/api/horses/{horse.pk}/profile"
    if method == "post":
        answer = client.post(path, {"horse": file})
    else:
        boundary = "--edge\r\nContent-Disposition: form-data; name=a\r\n\r\n1\r\n--edge--\r\n"
        answer = client.put(path, boundary, content_type="multipart/form-data; boundary=edge")
    (problem,) = problems(answer)
    assert problem["path"] == "$"
    assert "JSON" in problem["allowed"]


@pytest.mark.parametrize("text", ["", "{", '{"horse": NaN}', '{"horse": {}, "horse": {}}', "\udcff"])
def test_what_is_not_json_is_said_to_be_none(client: Client, text: str) -> None:
    sent = text.encode("utf-8", "surrogateescape")
    (problem,) = problems(client.post("/api/yard/horses", sent, content_type="application/json"))
    assert problem["reason"]


def test_a_code_of_any_option_is_kept_whatever_school_is_in_force(
    client: Client, fresh_horse: Horse, today: date
) -> None:
    # By one school the rider looks down, by the other the head moves: a horse's record goes from yard
    # to yard, and its school may change tomorrow.
    for eyes in ("a", "b"):
        path = "/api/yard/school"
        assert client.put(path, json.dumps({"school": {"eyes": eyes}}), "application/json").status_code == 200
        for code in ("looks-down", "head-moves"):
            session = new_id()
            items = [
                session_item(fresh_horse, session, today - timedelta(days=1)),
                ask_item(session, faults=[code]),
            ]
            answers = post(client, "/api/sync", {"items": items}).json()["answers"]
            assert [one["status"] for one in answers] == ["saved", "saved"], (eyes, code)
