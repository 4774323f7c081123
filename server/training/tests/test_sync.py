"""Sync: in any order, in any pieces, any number of times, the same state."""

from __future__ import annotations

import random
import sqlite3
from collections.abc import Callable
from datetime import UTC, date, datetime, timedelta
from typing import Any

import pytest
from accounts.models import User, Yard
from bucephal.record import HorseRecord
from derived.services import derive
from django.core.management import call_command
from django.db import OperationalError, connection
from django.test import Client
from horses.models import Horse
from testing import ask_item, delete_item, event_item, new_id, person, post, send, session_item
from training import sync as sync_module
from training.models import StoredAsk, StoredSession, Tombstone
from training.records import record_anew, record_of
from yards.services import catalogue_of, defaults_of

pytestmark = pytest.mark.django_db


def record_now(horse: Horse) -> HorseRecord:
    """As it is read on from what was read before, which is what its rows say."""
    horse.refresh_from_db()
    assert record_of(horse) == record_anew(horse)
    return record_of(horse)


@pytest.fixture
def batch(fresh_horse: Horse, today: date) -> list[dict[str, Any]]:
    """A session with five asks and an event, one ask taken back."""
    session = new_id()
    asks = [ask_item(session, level, position=n) for n, level in enumerate((8, 6, 4, 3, 2))]
    event = {"type": "event", "id": new_id(), "session": session, "position": 9, "body": {"kind": "spook"}}
    return [session_item(fresh_horse, session, today), *asks, event, delete_item(asks[1])]


def levels(horse: Horse) -> list[int | None]:
    return [ask.level for session in record_now(horse).sessions for ask in session.asks]


def test_a_batch_arrives_whole(client: Client, fresh_horse: Horse, batch: list[dict[str, Any]]) -> None:
    assert send(client, batch) == ["saved"] * len(batch)
    assert levels(fresh_horse) == [8, 4, 3, 2]
    assert [event.kind for event in record_of(fresh_horse).sessions[0].events] == ["spook"]


def test_sent_twice_it_is_there_once(client: Client, fresh_horse: Horse, batch: list[dict[str, Any]]) -> None:
    send(client, batch)
    version = Horse.objects.get().data_version
    assert send(client, batch) == ["saved"] * len(batch)
    assert levels(fresh_horse) == [8, 4, 3, 2]
    assert Horse.objects.get().data_version == version


@pytest.mark.parametrize("seed", range(6))
def test_in_any_order_and_any_pieces_it_ends_the_same(
    seed: int, client: Client, fresh_horse: Horse, batch: list[dict[str, Any]]
) -> None:
    order = random.Random(seed)
    waiting = [*batch, order.choice(batch)]
    order.shuffle(waiting)
    for _ in range(20):
        size = order.randint(1, 3)
        piece, rest = waiting[:size], waiting[size:]
        answers = send(client, piece)
        waiting = rest + [item for item, status in zip(piece, answers, strict=True) if status == "waiting"]
        if not waiting:
            break
    assert waiting == []
    assert levels(fresh_horse) == [8, 4, 3, 2]


def test_an_ask_whose_session_has_not_come_waits(client: Client, batch: list[dict[str, Any]]) -> None:
    assert send(client, batch[1:3]) == ["waiting", "waiting"]
    assert StoredAsk.objects.count() == 0


def test_an_ask_taken_back_before_it_came_stays_away(
    client: Client, fresh_horse: Horse, batch: list[dict[str, Any]]
) -> None:
    assert send(client, [batch[-1]]) == ["saved"]
    send(client, batch[:-1])
    assert levels(fresh_horse) == [8, 4, 3, 2]
    assert Tombstone.objects.count() == 1


def test_the_latest_revision_of_a_session_wins_whenever_it_comes(
    client: Client, fresh_horse: Horse, today: date
) -> None:
    session = new_id()
    late = session_item(fresh_horse, session, today, revision=3, body={"note": "late"})
    early = session_item(fresh_horse, session, today, revision=2, body={"note": "early"})
    send(client, [late])
    send(client, [early])
    assert StoredSession.objects.get().header["note"] == "late"


def test_an_impossible_ask_is_refused_and_the_others_are_saved(
    client: Client, fresh_horse: Horse, today: date
) -> None:
    session = new_id()
    bad = ask_item(session, 12, lead_front="left")
    items = [session_item(fresh_horse, session, today), bad, ask_item(session, 3)]
    answers = post(client, "/api/sync", {"items": items}).json()["answers"]
    assert [one["status"] for one in answers] == ["saved", "refused", "saved"]
    problems = {one["path"]: one for one in answers[1]["problems"]}
    assert set(problems) == {"ask.level", "ask.lead_front"}
    assert (problems["ask.level"]["value"], "1 to 10" in problems["ask.level"]["allowed"]) == (12, True)


@pytest.mark.parametrize(
    ("body", "path"),
    [
        ({"date": "2999-01-01"}, "session.date"),
        ({"date": "soon"}, "session.date"),
        ({"mood": 1}, "session.mood"),
    ],
)
def test_an_impossible_session_is_refused(
    body: dict[str, Any], path: str, client: Client, fresh_horse: Horse, today: date
) -> None:
    item = session_item(fresh_horse, new_id(), today, body=body)
    answer = post(client, "/api/sync", {"items": [item]}).json()["answers"][0]
    assert answer["status"] == "refused"
    assert path in {problem["path"] for problem in answer["problems"]}


def test_a_device_whose_clock_is_hours_ahead_is_not_refused(
    client: Client, fresh_horse: Horse, today: date
) -> None:
    assert send(client, [session_item(fresh_horse, new_id(), today + timedelta(days=1))]) == ["saved"]


def test_another_yard_can_neither_add_nor_delete(
    client: Client,
    client_of: Callable[[User], Client],
    other_yard: Yard,
    fresh_horse: Horse,
    batch: list[dict[str, Any]],
    today: date,
) -> None:
    send(client, batch[:3])
    stranger = client_of(person(other_yard, "stranger"))
    tries = [
        session_item(fresh_horse, new_id(), today),
        ask_item(batch[0]["id"], 9, position=50),
        delete_item(batch[1]),
        delete_item(batch[0]),
    ]
    assert send(stranger, tries) == ["refused"] * len(tries)
    assert levels(fresh_horse) == [8, 6]


def test_another_thing_under_a_known_id_is_not_called_saved(
    client: Client, fresh_horse: Horse, batch: list[dict[str, Any]], today: date
) -> None:
    """The device would forget it. It is refused, kept there and shown."""
    send(client, batch)
    session, ask, *_, event, _ = batch
    other = session_item(fresh_horse, new_id(), today)
    send(client, [other])
    tries = [
        {**ask, "body": {**ask["body"], "level": 9}},
        {**ask, "session": other["id"]},
        {**ask, "type": "event", "body": {"kind": "spook"}},
        {**event, "body": {"kind": "buck"}},
        {**session, "id": ask["id"]},
        {**ask, "id": session["id"]},
    ]
    for one in tries:
        answer = post(client, "/api/sync", {"items": [one]}).json()["answers"][0]
        assert (answer["status"], answer["problems"][0]["reason"]) == ("refused", "is used already"), one
    assert levels(fresh_horse) == [8, 4, 3, 2]
    # The same again is, in whatever order its keys come.
    again = {**ask, "body": dict(reversed(ask["body"].items()))}
    assert send(client, [again, event, session]) == ["saved"] * 3


def test_what_another_yard_strikes_out_before_it_came_comes_all_the_same(
    client: Client,
    client_of: Callable[[User], Client],
    other_yard: Yard,
    fresh_horse: Horse,
    batch: list[dict[str, Any]],
) -> None:
    stranger = client_of(person(other_yard, "stranger"))
    assert send(stranger, [delete_item(batch[1]), delete_item(batch[0])]) == ["saved", "saved"]
    send(client, batch)
    assert levels(fresh_horse) == [8, 4, 3, 2]
    # And each yard's own deletion of the same id is kept beside the other's.
    assert send(client, [delete_item(batch[1])]) == ["saved"]
    assert levels(fresh_horse) == [4, 3, 2]
    assert Tombstone.objects.filter(item=batch[1]["id"]).count() == 2


def test_an_owner_reads_and_does_not_log(client_of: Callable[[User], Client], yard: Yard) -> None:
    owner = client_of(person(yard, "owner", "owner"))
    assert post(owner, "/api/sync", {"items": []}).status_code == 403
    assert owner.get("/api/horses").status_code == 200


def raising(trouble: Exception) -> Callable[[object], None]:
    def fail(_: object) -> None:
        raise trouble

    return fail


def test_killed_in_the_middle_nothing_is_half_saved_and_sending_again_completes_it(
    client: Client, fresh_horse: Horse, batch: list[dict[str, Any]], monkeypatch: pytest.MonkeyPatch
) -> None:
    def dies(self: Any) -> None:
        if self.new_asks:
            StoredAsk.objects.bulk_create(self.new_asks[:2])
            raise KeyboardInterrupt

    client.raise_request_exception = True
    with monkeypatch.context() as broken:
        broken.setattr(sync_module._Run, "_write", dies)
        with pytest.raises(KeyboardInterrupt):
            post(client, "/api/sync", {"items": batch})
    assert (StoredAsk.objects.count(), StoredSession.objects.count()) == (0, 0)
    send(client, batch)
    assert levels(fresh_horse) == [8, 4, 3, 2]


@pytest.mark.parametrize(
    "trouble", [OperationalError("database is locked"), sqlite3.OperationalError("disk I/O error")]
)
def test_trouble_with_the_database_loses_nothing(
    trouble: Exception,
    client: Client,
    fresh_horse: Horse,
    batch: list[dict[str, Any]],
    monkeypatch: pytest.MonkeyPatch,
) -> None:
    client.raise_request_exception = False
    with monkeypatch.context() as broken:
        broken.setattr(sync_module, "changed", raising(trouble))
        assert post(client, "/api/sync", {"items": batch}).status_code >= 500
    assert StoredAsk.objects.count() == 0
    send(client, batch)
    assert levels(fresh_horse) == [8, 4, 3, 2]


def test_the_database_is_set_for_many_writers() -> None:
    with connection.cursor() as cursor:
        assert cursor.execute("PRAGMA foreign_keys").fetchone()[0] == 1
        # What is called saved is on the disk: 2 is FULL.
        assert cursor.execute("PRAGMA synchronous").fetchone()[0] == 2
    assert connection.settings_dict["OPTIONS"]["transaction_mode"] == "IMMEDIATE"
    assert "journal_mode=WAL" in connection.settings_dict["OPTIONS"]["init_command"]


def test_five_hundred_asks_take_few_queries(
    client: Client, fresh_horse: Horse, today: date, django_assert_max_num_queries: Any
) -> None:
    session = new_id()
    items = [session_item(fresh_horse, session, today)]
    items += [ask_item(session, 1 + n % 10, position=n) for n in range(500)]
    with django_assert_max_num_queries(35):
        assert set(send(client, items)) == {"saved"}
    assert len(levels(fresh_horse)) == 500


@pytest.mark.parametrize(
    "body", [{}, {"items": 3}, {"items": [{"type": "ask"}]}, {"items": [{"type": "poem", "id": new_id()}]}]
)
def test_a_batch_of_the_wrong_shape_is_refused_by_field(body: dict[str, Any], client: Client) -> None:
    answer = post(client, "/api/sync", body)
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["path"]


def test_what_was_logged_changes_what_is_derived(
    client: Client, fresh_horse: Horse, today: date, batch: list[dict[str, Any]]
) -> None:
    before = derive(fresh_horse, today).estimates
    send(client, batch)
    fresh_horse.refresh_from_db()
    (estimate,) = derive(fresh_horse, today).estimates
    assert before == []
    assert (estimate["step"], estimate["asks"]) == ("up-wt.2", 4)


def test_a_session_whose_entries_were_all_undone_is_none(
    client: Client, fresh_horse: Horse, today: date
) -> None:
    session, other = new_id(), new_id()
    ask, event = ask_item(session), event_item(session, "stumble", position=1)
    send(client, [session_item(fresh_horse, session, today), ask, event])
    assert len(record_now(fresh_horse).sessions) == 1
    send(client, [delete_item(ask)])
    assert len(record_now(fresh_horse).sessions) == 1
    send(client, [delete_item(event)])
    assert record_now(fresh_horse).sessions == ()
    for body in ({"note": "rain"}, {"settle": {"first_min": 4, "whole_min": None, "settled": None}}):
        send(client, [session_item(fresh_horse, session, today, revision=len(str(body)), body=body)])
        assert len(record_now(fresh_horse).sessions) == 1
    # One that never held an entry was written down by somebody.
    send(client, [session_item(fresh_horse, other, today)])
    assert len(record_now(fresh_horse).sessions) == 2


def timed_session(horse: Horse, on: date, seconds: int, *, ended: bool) -> list[dict[str, Any]]:
    session, start = new_id(), datetime(on.year, on.month, on.day, 9, tzinfo=UTC)
    body = {"ended": (start + timedelta(minutes=20)).isoformat()} if ended else {}
    asks = [
        ask_item(session, position=n, step="hip-g.1", at=(start + timedelta(seconds=n * seconds)).isoformat())
        for n in range(3)
    ]
    return [session_item(horse, session, on, body=body), *asks]


def test_after_ten_timed_sessions_plans_go_by_the_yard_s_own_clock(
    client: Client, fresh_horse: Horse, yard: Yard, other_yard: Yard, today: date
) -> None:
    other = Horse.objects.create(yard=yard, profile={"name": "Other", "born": "2018-05-01"})
    for n in range(9):  # of any of its horses
        send(
            client, timed_session((fresh_horse, other)[n % 2], today - timedelta(days=20 - n), 42, ended=True)
        )
    assert defaults_of(Yard.objects.get(pk=yard.pk)).ladder.clock_s == {}
    send(client, timed_session(other, today, 42, ended=False))
    assert defaults_of(Yard.objects.get(pk=yard.pk)).ladder.clock_s == {}, "not before it is over"
    send(client, timed_session(other, today, 42, ended=True))
    assert catalogue_of(Yard.objects.get(pk=yard.pk)).exercise("hip-g.1").clock_s == 40
    assert client.get("/api/yard/exercises/hip-g").json()["clock_s"] == 40
    assert client.get("/api/yard/exercises/flex").json()["clock_s"] is None
    assert defaults_of(Yard.objects.get(pk=other_yard.pk)).ladder.clock_s == {}
    # Struck out again, it is as it was; what is derived can always be rebuilt.
    StoredSession.objects.filter(horse=other).update(deleted=True)
    call_command("rebuild")
    assert defaults_of(Yard.objects.get(pk=yard.pk)).ladder.clock_s == {}
    call_command("rebuild", "--check")
