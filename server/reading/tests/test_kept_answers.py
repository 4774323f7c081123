"""Answers that are kept: told by their tag, the same to the last byte, and never older than the asks."""

from __future__ import annotations

from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from datetime import date
from typing import Any

import derived.services
import pytest
import reading.services
from accounts.models import User
from bucephal.progress import Standing
from bucephal.record import HorseRecord
from bucephal.response import Heard
from django.db import DatabaseError, connection
from django.test import Client
from horses.models import Horse
from testing import ask_item, new_id, send, session_item

pytestmark = pytest.mark.django_db

PAGES = (
    "plan",
    "pack",
    "spares",
    "sheet",
    "ladder",
    "ladder/up-wt.2",
    "steps/up-wt.2",
    "flags",
    "sessions",
    "arrival",
)


@pytest.mark.parametrize("page", PAGES)
def test_what_the_reader_has_is_not_sent_again(page: str, client: Client, horse: Horse) -> None:
    path = f"/api/horses/{horse.pk}/{page}"
    first = client.get(path)
    again = client.get(path, headers={"If-None-Match": first["ETag"]})
    assert (again.status_code, again.content, again["ETag"]) == (304, b"", first["ETag"])
    assert client.get(path, headers={"If-None-Match": 'W/"x", W/' + first["ETag"]}).status_code == 304
    assert client.get(path).content == first.content


@pytest.mark.parametrize("page", PAGES)
def test_after_one_more_ask_it_is_another_answer(page: str, client: Client, horse: Horse, today: Any) -> None:
    path = f"/api/horses/{horse.pk}/{page}"
    before = client.get(path)
    session = new_id()
    send(client, [session_item(horse, session, today), ask_item(session, 9)])
    after = client.get(path, headers={"If-None-Match": before["ETag"]})
    assert after.status_code == 200
    assert after["ETag"] != before["ETag"]


def test_another_question_has_another_answer(client: Client, horse: Horse) -> None:
    path = f"/api/horses/{horse.pk}/plan"
    tags = {client.get(path + query)["ETag"] for query in ("", "?minutes=20", "?minutes=20&helper=true")}
    assert len(tags) == 3


def test_a_kept_answer_asks_for_no_asks(
    client: Client, horse: Horse, django_assert_max_num_queries: Any
) -> None:
    path = f"/api/horses/{horse.pk}/sheet"
    client.get(path)
    with django_assert_max_num_queries(3):  # the session, the person, the horse with its yard
        client.get(path)


def test_nobody_is_told_by_a_tag_what_is_not_theirs(client: Client, others_horse: Horse) -> None:
    answer = client.get(f"/api/horses/{others_horse.pk}/plan", headers={"If-None-Match": "*"})
    assert answer.status_code == 404


def test_what_cannot_be_stored_is_answered_all_the_same(
    client: Client, horse: Horse, monkeypatch: pytest.MonkeyPatch
) -> None:
    """As on a full disk: reading works it out, and goes without keeping it."""

    def full(_: object) -> None:
        raise DatabaseError("disk I/O error")

    monkeypatch.setattr(derived.services, "_store", full)
    rows = client.get("/api/today").json()["rows"]
    assert [row["facts"]["id"] for row in rows] == [str(horse.pk)]


def test_pages_of_one_horse_work_its_standing_out_once(
    client: Client, horse: Horse, monkeypatch: pytest.MonkeyPatch
) -> None:
    made, stand = [], derived.services._stand

    def counted(theirs: Horse, on: date, record: HorseRecord, heard: Heard) -> Standing:
        made.append(on)
        return stand(theirs, on, record, heard)

    monkeypatch.setattr(derived.services, "_stand", counted)
    for page in PAGES:
        assert client.get(f"/api/horses/{horse.pk}/{page}").status_code == 200
    assert len(made) == 1
    reading.services.forget()


@pytest.mark.django_db(transaction=True)
def test_ten_readers_of_a_horse_that_has_changed_have_it_worked_out_once(
    trainer: User, horse: Horse, client_of: Callable[[User], Client], monkeypatch: pytest.MonkeyPatch
) -> None:
    """Of whatever page: it is stood, and its day worked out, once for all of them."""
    worked: list[str] = []
    for name in ("_derived", "_stand"):
        monkeypatch.setattr(derived.services, name, counting(getattr(derived.services, name), name, worked))
    monkeypatch.setattr(
        derived.services, "_store", lambda _: None
    )  # a table in memory has one user at a time
    pages = ("today", "horses", f"horses/{horse.pk}/plan", f"horses/{horse.pk}/sheet", "today") * 2

    def read(reader: Client, page: str) -> int:
        try:
            return reader.get(f"/api/{page}").status_code
        finally:
            connection.close()

    with ThreadPoolExecutor(10) as pool:
        assert list(pool.map(read, [client_of(trainer) for _ in pages], pages)) == [200] * 10
    assert sorted(worked) == ["_derived", "_stand"]


def counting(work: Callable[..., Any], name: str, into: list[str]) -> Callable[..., Any]:
    def counted(*args: Any) -> Any:
        into.append(name)
        return work(*args)

    return counted
