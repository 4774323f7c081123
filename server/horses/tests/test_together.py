"""Many who change the same at once: what all have entered is kept, each on what the others left; and where two
wrote the same long form, the second is told, with what it is now.
"""

from __future__ import annotations

import json
from collections.abc import Callable
from datetime import date, timedelta
from typing import Any

import pytest
from bucephal.ladder import load_catalogue
from django.test import Client
from horses import services
from horses.models import Horse
from training import decisions
from training.records import record_of

pytestmark = pytest.mark.django_db

Change = Callable[[Horse, date, int], None]


def decided(horse: Horse, today: date, number: int) -> None:
    decisions.decide(horse, {"step": STEPS[number], "state": "open", "reason": "seen it"}, today)


def flagged(horse: Horse, today: date, number: int) -> None:
    services.raise_flag(horse, {"code": "tense-work", "note": f"seen {number}"}, today)


def visited(horse: Horse, today: date, number: int) -> None:
    services.set_busy(horse, {"date": str(today + timedelta(days=number)), "what": "vet"})


def aimed(horse: Horse, today: date, number: int) -> None:
    services.set_goal(horse, {"step": STEPS[number]})


TEN = 10
STEPS = tuple(one for one in load_catalogue().steps if one.startswith(("halt", "up-wt", "canter")))[:TEN]


@pytest.mark.parametrize(
    ("change", "kept", "many"),
    [(decided, "overrides", TEN), (flagged, "flags", TEN), (visited, "busy", TEN), (aimed, "goals", TEN)],
)
def test_what_many_enter_at_once_is_kept_of_all(
    change: Change, kept: str, many: int, horse: Horse, today: date
) -> None:
    """Each has the horse as it was before any of them changed it."""
    before = len(getattr(horse, kept))
    theirs = [Horse.objects.get(pk=horse.pk) for _ in range(many)]
    for number, one in enumerate(theirs):
        change(one, today, number)
    assert len(getattr(Horse.objects.get(pk=horse.pk), kept)) == before + many


def put(client: Client, path: str, data: Any) -> Any:
    return client.put(path, json.dumps(data), content_type="application/json")


def test_what_many_change_of_a_yard_at_once_is_kept_of_all(client: Client) -> None:
    """Each sends the one thing that they changed, whatever the others did since their page was loaded."""
    page = client.get("/api/yard").json()
    schools = [one["key"] for one in page["schools"]][:TEN]
    kit = page["kit"][:TEN]
    families = [one["id"] for one in page["families"]][:TEN]
    ten_words = [f"level {n}" for n in range(1, 11)]
    for school, thing, family in zip(schools, kit, families, strict=False):
        assert put(client, "/api/yard/school", {"school": {school: "b"}}).status_code == 200
        assert put(client, "/api/yard/kit", {"kit": {thing: False}}).status_code == 200
        assert put(client, "/api/yard/bands", {"bands": {family: [1, 4]}}).status_code == 200
        assert put(client, "/api/yard/scales", {"scales": {family: ten_words}}).status_code == 200
    now = client.get("/api/yard").json()
    many = min(len(schools), len(kit), len(families))
    assert many >= 5
    assert set(now["school"]) == set(schools[:many])
    assert set(now["missing_kit"]) == set(kit[:many])
    assert set(now["bands"]) == set(families[:many])
    assert set(now["own_words"]) == set(families[:many])
    # And each can be set back to what ships, the others staying.
    put(client, "/api/yard/school", {"school": {schools[0]: None}})
    put(client, "/api/yard/kit", {"kit": {kit[0]: True}})
    put(client, "/api/yard/bands", {"bands": {families[0]: None}})
    after = put(client, "/api/yard/scales", {"scales": {families[0]: None}}).json()
    assert set(after["school"]) == set(schools[1:many])
    assert set(after["missing_kit"]) == set(kit[1:many])
    assert set(after["bands"]) == set(after["own_words"]) == set(families[1:many])


def test_what_many_set_of_a_day_is_kept_of_all(client: Client) -> None:
    changes: list[dict[str, Any]] = [
        {"starts": "07:30"}, {"ends": "15:00"}, {"helper": {"starts": "09:00", "ends": "11:00"}},
        {"air_c": 21.0}, {"humidity_pct": 55}, {"wind_ms": 4.0},
    ]  # fmt: skip
    for change in changes:
        assert put(client, "/api/today", change).status_code == 200
    day = client.get("/api/today").json()["day"]
    assert (day["starts"], day["ends"]) == ("07:30:00", "15:00:00")
    assert day["helper"] == {"starts": "09:00:00", "ends": "11:00:00"}
    assert (day["air_c"], day["humidity_pct"], day["wind_ms"]) == (21.0, 55.0, 4.0)
    assert put(client, "/api/today", {"air_c": None}).json()["day"]["air_c"] is None
    assert client.get("/api/today").json()["day"]["helper"] is not None


def test_whoever_is_overtaken_is_told_what_it_is_now(client: Client, horse: Horse) -> None:
    path = f"/api/horses/{horse.pk}/profile"
    shown = client.get(path).json()
    forms = [
        {"horse": {"name": f"Name {n}"}, "usual_minutes": 30, "edition": shown["edition"]} for n in range(TEN)
    ]
    answers = [put(client, path, form) for form in forms]
    assert [one.status_code for one in answers] == [200] + [409] * (TEN - 1)
    for one in answers[1:]:
        assert one.json()["now"]["profile"]["name"] == "Name 0"
        assert one.json()["now"]["edition"] != shown["edition"]
    # Begun anew from what it is, it is taken.
    again = {**forms[3], "edition": answers[3].json()["now"]["edition"]}
    assert put(client, path, again).json()["profile"]["name"] == "Name 3"


def test_of_an_exercise_too(client: Client) -> None:
    sheet = client.get("/api/yard/exercises/steer").json()
    form = {"exercise": {**sheet["exercise"], "name": "Steering"}, "edition": sheet["edition"]}
    assert put(client, "/api/yard/exercises", form).status_code == 200
    second = put(
        client, "/api/yard/exercises", {**form, "exercise": {**sheet["exercise"], "name": "Turning"}}
    )
    assert second.status_code == 409
    assert second.json()["now"]["exercise"]["name"] == "Steering"


def test_a_change_that_fails_leaves_no_trace(horse: Horse, today: date) -> None:
    before = Horse.objects.values().get(pk=horse.pk)

    def broken() -> None:
        with services.held(horse, "flags"):
            horse.flags = [{"code": "nonsense"}]
            raise ValueError("not a kind")

    with pytest.raises(ValueError, match="not a kind"):
        broken()
    assert Horse.objects.values().get(pk=horse.pk) == before
    assert record_of(Horse.objects.get(pk=horse.pk)).flags == ()
