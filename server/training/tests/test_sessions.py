"""Sessions whose device did not know the time; sessions struck out, restored, set to another time."""

from __future__ import annotations

import json
from collections.abc import Callable
from datetime import date, datetime, timedelta
from typing import Any

import pytest
from accounts.models import Role, User, Yard
from django.test import Client
from django.utils import timezone
from horses.models import Horse
from testing import ask_item, delete_item, event_item, new_id, person, post, send, session_item
from training.models import StoredAsk, StoredSession

pytestmark = pytest.mark.django_db


def sync(client: Client, items: list[dict[str, Any]], sent_at: datetime | None = None) -> list[str]:
    body = {"items": items, **({} if sent_at is None else {"sent_at": sent_at.isoformat()})}
    answer = post(client, "/api/sync", body)
    assert answer.status_code == 200, answer.content
    return [one["status"] for one in answer.json()["answers"]]


def put(client: Client, path: str, data: Any) -> Any:
    return client.put(path, json.dumps(data), content_type="application/json")


def record(client: Client, horse: Horse) -> dict[str, Any]:
    sessions = client.get(f"/api/horses/{horse.pk}/record").json()["sessions"]
    return {one["id"]: one for one in sessions}


def at_noon() -> datetime:
    """A moment of today far from midnight, so that some hours more or less stay within the day."""
    return timezone.localtime().replace(hour=12, minute=0, second=0, microsecond=0)


# --- clocks ----------------------------------------------------------------------------------


@pytest.mark.parametrize(
    "off", [timedelta(hours=9), -timedelta(hours=9), timedelta(days=4000), -timedelta(days=4000)]
)
def test_a_session_of_a_clock_that_is_off_is_put_right_with_its_asks(
    off: timedelta, client: Client, fresh_horse: Horse
) -> None:
    """`off`: what the device's clock is behind by."""
    Horse.objects.filter(pk=fresh_horse.pk).update(profile={"name": "Fresh"})
    session, began, now = new_id(), at_noon(), timezone.now()
    on_the_device = began - off
    body = {"date": str(on_the_device.date()), "started": on_the_device.isoformat()}
    asked = ask_item(session, at=on_the_device.isoformat())
    items = [session_item(fresh_horse, session, on_the_device.date(), body=body), asked]
    assert sync(client, items, now - off) == ["saved", "saved"]
    kept = record(client, fresh_horse)[session]
    assert kept["date"] == str(began.date())
    assert abs(datetime.fromisoformat(kept["started"]) - began) < timedelta(seconds=10)
    assert abs(datetime.fromisoformat(kept["asks"][0]["at"]) - began) < timedelta(seconds=10)
    said = client.get(f"/api/horses/{fresh_horse.pk}/sessions/{session}/times").json()["words"]
    assert ("behind" in said) == (off > timedelta())
    # What was sent stays as it was sent.
    assert StoredSession.objects.get(pk=session).header["date"] == str(on_the_device.date())


def test_a_clock_that_is_off_by_little_changes_nothing(client: Client, fresh_horse: Horse) -> None:
    for off, moved in ((timedelta(minutes=9), False), (timedelta(minutes=11), True)):
        session = new_id()
        body = {"started": at_noon().isoformat()}
        sync(client, [session_item(fresh_horse, session, at_noon().date(), body=body)], timezone.now() - off)
        kept = datetime.fromisoformat(record(client, fresh_horse)[session]["started"])
        assert (kept != at_noon()) == moved


@pytest.mark.parametrize("days", [-40_000, -5000, 2, 300])
def test_a_day_that_cannot_be_right_is_the_day_of_arrival_and_strands_no_ask(
    days: int, client: Client, fresh_horse: Horse, today: date
) -> None:
    """Before the birth or to come, and nothing known of the clock: by its own time it could not have been."""
    session = new_id()
    said = max(today + timedelta(days=days), date(1950, 1, 1))
    items = [session_item(fresh_horse, session, said), ask_item(session), event_item(session, "spook")]
    assert sync(client, items) == ["saved"] * 3
    kept = record(client, fresh_horse)[session]
    assert kept["date"] == str(today)
    assert len(kept["asks"]) == 1
    words = client.get(f"/api/horses/{fresh_horse.pk}/sessions/{session}/times").json()["words"]
    assert ("ahead" if days > 0 else "behind") in words


def test_days_that_can_be_right_stay(client: Client, fresh_horse: Horse, today: date) -> None:
    for day in (date(2018, 5, 1), today - timedelta(days=400), today, today + timedelta(days=1)):
        session = new_id()
        assert sync(client, [session_item(fresh_horse, session, day), ask_item(session)]) == ["saved"] * 2
        told = client.get(f"/api/horses/{fresh_horse.pk}/sessions/{session}/times").json()
        assert (told["date"], told["words"]) == (str(day), "")


def test_the_same_session_sent_again_by_another_clock_stays_as_it_was(
    client: Client, fresh_horse: Horse
) -> None:
    session = new_id()
    body = {"started": at_noon().isoformat()}
    items = [
        session_item(fresh_horse, session, at_noon().date(), body=body),
        ask_item(session, at=at_noon().isoformat()),
    ]
    sync(client, items, timezone.now() - timedelta(hours=3))
    before = record(client, fresh_horse)
    assert sync(client, items, timezone.now()) == ["saved", "saved"]
    assert record(client, fresh_horse) == before


# --- set by hand -----------------------------------------------------------------------------


def test_a_trainer_sets_when_a_session_was_and_the_device_does_not_undo_it(
    client: Client, fresh_horse: Horse, today: date
) -> None:
    session, earlier = new_id(), today - timedelta(days=3)
    began = at_noon()
    items = [
        session_item(fresh_horse, session, today, body={"started": began.isoformat()}),
        ask_item(session, at=(began + timedelta(minutes=5)).isoformat()),
    ]
    sync(client, items)
    path = f"/api/horses/{fresh_horse.pk}/sessions/{session}/times"
    edition = client.get(path).json()["edition"]
    form = {"date": str(earlier), "started": "09:30", "ended": "10:05", "edition": edition}
    told = put(client, path, form)
    assert told.status_code == 200, told.content
    assert (told.json()["date"], told.json()["started"]) == (str(earlier), "09:30:00")
    assert "Set by hand" in told.json()["words"]
    kept = record(client, fresh_horse)[session]
    assert kept["date"] == str(earlier)
    started = datetime.fromisoformat(kept["started"])
    assert datetime.fromisoformat(kept["asks"][0]["at"]) - started == timedelta(minutes=5)
    # The device says once more what it thought, with a note.
    body = {"started": began.isoformat(), "note": "windy"}
    sync(client, [session_item(fresh_horse, session, today, revision=2, body=body)])
    kept = record(client, fresh_horse)[session]
    assert (kept["date"], kept["note"]) == (str(earlier), "windy")
    # Whoever began from what it was before is told.
    assert put(client, path, form).status_code == 409


@pytest.mark.parametrize(
    ("form", "path"),
    [
        ({"date": "2018-04-30"}, "date"),
        ({"date": "2199-01-01"}, "date"),
        ({"date": "2026-06-15", "ended": "10:00"}, "started"),
        ({"date": "2026-06-15", "started": "10:00", "ended": "09:59"}, "ended"),
        ({"date": "noon"}, "date"),
    ],
)
def test_times_that_cannot_be_are_named(
    form: dict[str, str], path: str, client: Client, fresh_horse: Horse, today: date
) -> None:
    session = new_id()
    send(client, [session_item(fresh_horse, session, today)])
    answer = put(client, f"/api/horses/{fresh_horse.pk}/sessions/{session}/times", form)
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["path"].endswith(path)


# --- struck out and restored -----------------------------------------------------------------


def worked(client: Client, horse: Horse, today: date) -> str:
    session = new_id()
    assert (
        send(client, [session_item(horse, session, today), ask_item(session), ask_item(session, position=1)])
        == ["saved"] * 3
    )
    return session


def test_a_session_is_struck_out_and_restored_with_all_that_was_in_it(
    client: Client, fresh_horse: Horse, today: date
) -> None:
    session = worked(client, fresh_horse, today)
    before = record(client, fresh_horse)
    estimates = client.get(f"/api/horses/{fresh_horse.pk}/estimates").json()
    assert post(client, f"/api/horses/{fresh_horse.pk}/sessions/{session}/strike-out", {}).status_code == 204
    assert record(client, fresh_horse) == {}
    assert client.get(f"/api/horses/{fresh_horse.pk}/estimates").json() != estimates
    (struck,) = client.get(f"/api/horses/{fresh_horse.pk}/struck-out").json()["sessions"]
    assert (struck["id"], struck["struck_by"]) == (session, "trainer")
    assert datetime.fromisoformat(struck["until"]) - datetime.fromisoformat(struck["struck_at"]) == timedelta(
        days=30
    )
    assert post(client, f"/api/horses/{fresh_horse.pk}/struck-out/{session}/restore", {}).status_code == 204
    assert record(client, fresh_horse) == before
    assert client.get(f"/api/horses/{fresh_horse.pk}/estimates").json() == estimates
    # It is not struck out again by what was said of it before.
    assert send(client, [ask_item(session, position=2)]) == ["saved"]
    assert len(record(client, fresh_horse)[session]["asks"]) == 3


def test_after_thirty_days_it_is_not_restored(client: Client, fresh_horse: Horse, today: date) -> None:
    session = worked(client, fresh_horse, today)
    post(client, f"/api/horses/{fresh_horse.pk}/sessions/{session}/strike-out", {})
    long_ago = timezone.now() - timedelta(days=30)
    StoredSession.objects.update(struck_at=long_ago)
    assert client.get(f"/api/horses/{fresh_horse.pk}/struck-out").json()["sessions"] == []
    assert post(client, f"/api/horses/{fresh_horse.pk}/struck-out/{session}/restore", {}).status_code == 404
    StoredSession.objects.update(struck_at=long_ago + timedelta(minutes=1))
    assert post(client, f"/api/horses/{fresh_horse.pk}/struck-out/{session}/restore", {}).status_code == 204


@pytest.mark.parametrize(
    ("role", "may"),
    [
        (Role.TRAINER, "saved"),
        (Role.INSTRUCTOR, "refused"),
        (Role.HELPER, "refused"),
        (Role.DAY_HELPER, "refused"),
    ],
)
def test_only_a_trainer_strikes_out_a_session_by_its_device(
    role: str,
    may: str,
    client: Client,
    client_of: Callable[[User], Client],
    yard: Yard,
    fresh_horse: Horse,
    today: date,
) -> None:
    session = worked(client, fresh_horse, today)
    somebody = person(yard, "somebody", role)
    fresh_horse.day_helpers.add(somebody)
    assert send(client_of(somebody), [{"type": "delete", "id": session}]) == [may]
    assert (session in record(client, fresh_horse)) == (may == "refused")


def test_a_helper_takes_back_a_slip_of_the_day_and_a_session_with_nothing_in_it(
    client: Client, client_of: Callable[[User], Client], yard: Yard, fresh_horse: Horse, today: date
) -> None:
    helper = client_of(person(yard, "helper", Role.HELPER))
    session = new_id()
    asks = [ask_item(session, position=n) for n in range(2)]
    send(helper, [session_item(fresh_horse, session, today), *asks])
    assert send(helper, [delete_item(asks[0])]) == ["saved"]
    StoredAsk.objects.update(received_at=timezone.now() - timedelta(days=1, minutes=1))
    assert send(helper, [delete_item(asks[1])]) == ["refused"]
    assert send(client, [delete_item(asks[1])]) == ["saved"]
    # In whatever order they stand in a batch: what was in it goes first.
    second = new_id()
    asked = ask_item(second)
    send(helper, [session_item(fresh_horse, second, today), asked])
    assert send(helper, [{"type": "delete", "id": second}, delete_item(asked)]) == ["saved", "saved"]
    assert second not in record(client, fresh_horse)


def test_a_session_that_a_device_struck_out_can_be_restored_too(
    client: Client, fresh_horse: Horse, today: date
) -> None:
    session = worked(client, fresh_horse, today)
    before = record(client, fresh_horse)
    send(client, [{"type": "delete", "id": session}])
    assert post(client, f"/api/horses/{fresh_horse.pk}/struck-out/{session}/restore", {}).status_code == 204
    assert record(client, fresh_horse) == before
