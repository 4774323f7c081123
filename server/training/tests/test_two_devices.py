"""One session logged on two devices, one of them with a clock that is days off: all of it once, in its time."""

from __future__ import annotations

from collections.abc import Callable
from datetime import datetime, timedelta
from typing import Any

import pytest
from accounts.devices import kind_of
from accounts.models import Device, Role, User, Yard
from django.test import Client
from django.utils import timezone
from horses.models import Horse
from testing import ask_item, new_id, person, post, put, session_item

pytestmark = pytest.mark.django_db
PHONE = "Mozilla/5.0 (Linux; Android 15) Mobile"
FOUR_DAYS = timedelta(days=4)


def sync(client: Client, items: list[dict[str, Any]], ahead: timedelta = timedelta()) -> None:
    sent_at = (timezone.now() + ahead).isoformat()
    answers = post(client, "/api/sync", {"items": items, "sent_at": sent_at}).json()["answers"]
    assert {one["status"] for one in answers} == {"saved"}


def at_noon() -> datetime:
    return timezone.localtime().replace(hour=12, minute=0, second=0, microsecond=0)


@pytest.fixture
def helpers_phone(client_of: Callable[[User], Client], yard: Yard) -> Client:
    """Four days ahead."""
    phone = client_of(person(yard, "ash", Role.HELPER))
    Device.objects.filter(pk=phone.session.session_key).update(runs_on=PHONE)
    return phone


@pytest.fixture
def session(client: Client, helpers_phone: Client, fresh_horse: Horse) -> str:
    """Begun at noon; the phone's asks lie between the other's, and are sent first of all, then again."""
    session, noon = new_id(), at_noon()
    header = session_item(fresh_horse, session, noon.date(), body={"started": noon.isoformat()})
    sync(client, [header])
    theirs = [
        ask_item(session, level, position=n, at=(noon + timedelta(minutes=minute) + FOUR_DAYS).isoformat())
        for n, (minute, level) in enumerate(((2, 7), (6, 4)))
    ]
    ours = [
        ask_item(session, level, position=n, at=(noon + timedelta(minutes=minute)).isoformat())
        for n, (minute, level) in enumerate(((0, 8), (4, 6)))
    ]
    sync(helpers_phone, theirs, FOUR_DAYS)
    sync(client, ours)
    sync(helpers_phone, theirs, FOUR_DAYS)
    return session


def kept(client: Client, horse: Horse) -> dict[str, Any]:
    (session,) = client.get(f"/api/horses/{horse.pk}/record").json()["sessions"]
    return dict(session)


def test_all_asks_once_in_the_order_in_which_they_were_asked(
    client: Client, fresh_horse: Horse, session: str
) -> None:
    asks = kept(client, fresh_horse)["asks"]
    assert [one["level"] for one in asks] == [8, 7, 6, 4]
    minutes = [(datetime.fromisoformat(one["at"]) - at_noon()).total_seconds() / 60 for one in asks]
    assert minutes == pytest.approx([0, 2, 4, 6], abs=0.2)


def test_each_device_is_named_and_its_clock_told(
    client: Client, helpers_phone: Client, fresh_horse: Horse, session: str
) -> None:
    path = f"/api/horses/{fresh_horse.pk}/sessions/{session}/history"
    own, other = client.get(path).json()["logged_on"]
    assert (own["words"], own["is_yours"], len(own["asks"]), own["clock"]) == (
        "trainer's device",
        True,
        2,
        "",
    )
    assert (other["words"], other["is_yours"], len(other["asks"])) == ("ash's phone", False, 2)
    assert "4 days ahead" in other["clock"]
    assert [one["is_yours"] for one in helpers_phone.get(path).json()["logged_on"]] == [False, True]


def test_each_is_shown_what_the_other_logged(
    client: Client, helpers_phone: Client, fresh_horse: Horse, session: str
) -> None:
    path = f"/api/horses/{fresh_horse.pk}/sessions/{session}/others"
    for who, words, levels in ((client, "ash's phone", [7, 4]), (helpers_phone, "trainer's device", [8, 6])):
        (other,) = who.get(path).json()["others"]
        assert other["words"] == words
        assert [one["ask"]["level"] for row in other["rows"] for one in row["asks"]] == levels


def test_a_session_that_runs_on_another_device_is_offered_until_it_ends(
    client: Client, helpers_phone: Client, fresh_horse: Horse, session: str
) -> None:
    path = f"/api/horses/{fresh_horse.pk}/running"
    (running,) = helpers_phone.get(path).json()["sessions"]
    assert running == {
        "session": session,
        "words": "trainer's device has a session running since 12:00, with 4 asks",
    }
    assert client.get(path).json()["sessions"] == []
    noon = at_noon()
    body = {"started": noon.isoformat(), "ended": (noon + timedelta(minutes=20)).isoformat()}
    sync(client, [session_item(fresh_horse, session, noon.date(), revision=2, body=body)])
    assert helpers_phone.get(path).json()["sessions"] == []


def test_set_to_another_day_both_go_with_it(client: Client, fresh_horse: Horse, session: str) -> None:
    earlier = at_noon() - timedelta(days=2)
    form = {"date": str(earlier.date()), "started": "12:30"}
    assert put(client, f"/api/horses/{fresh_horse.pk}/sessions/{session}/times", form).status_code == 200
    asks = kept(client, fresh_horse)["asks"]
    began = earlier + timedelta(minutes=30)
    minutes = [(datetime.fromisoformat(one["at"]) - began).total_seconds() / 60 for one in asks]
    assert minutes == pytest.approx([0, 2, 4, 6], abs=0.2)


@pytest.mark.parametrize(
    ("runs_on", "kind"),
    [
        (PHONE, "phone"),
        ("Mozilla/5.0 (iPad; CPU OS 18)", "tablet"),
        ("Mozilla/5.0 (X11; Linux x86_64)", "computer"),
        ("", "unknown"),
    ],
)
def test_what_kind_of_device_it_is(runs_on: str, kind: str) -> None:
    assert kind_of(runs_on) == kind
