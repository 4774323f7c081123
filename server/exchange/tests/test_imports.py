"""A horse's record comes in: looked at first, every ask once, all of it or nothing, undone within a day."""

from __future__ import annotations

import json
from collections.abc import Callable
from datetime import date, timedelta
from typing import Any
from uuid import uuid4

import pytest
from accounts.models import User, Yard
from bucephal.lab.virtual_horse import simulate_record
from bucephal.ladder import load_catalogue
from bucephal.record import HorseRecord, read_record
from django.test import Client
from django.utils import timezone
from exchange.models import Import
from horses.models import Horse
from testing import ask_item, delete_item, event_item, forget_all, new_id, person, post, send, session_item
from training.models import StoredAsk, StoredSession
from training.record_storage import store_record

pytestmark = pytest.mark.django_db


@pytest.fixture
def stranger(other_yard: Yard, client_of: Callable[[User], Client]) -> Client:
    return client_of(person(other_yard, "stranger"))


def export(client: Client, horse: Any) -> bytes:
    answer = client.get(f"/api/horses/{horse}/record")
    assert answer.status_code == 200, answer.content
    content: bytes = answer.content
    return content


def put(client: Client, path: str, content: bytes, **query: Any) -> Any:
    where = f"/api/imports/record{path}"
    return client.generic("POST", where, content, "application/octet-stream", QUERY_STRING=_text(query))


def _text(query: dict[str, Any]) -> str:
    return "&".join(f"{name}={value}" for name, value in query.items())


def look(client: Client, content: bytes, **query: Any) -> Any:
    answer = put(client, "/look", content, **query)
    assert answer.status_code == 200, answer.content
    return answer.json()


def take(client: Client, content: bytes, **query: Any) -> Any:
    answer = put(client, "", content, **query)
    assert answer.status_code == 200, answer.content
    return answer.json()


def undo(client: Client, taken: Any) -> int:
    status: int = post(client, f"/api/imports/{taken['id']}/undo", {}).status_code
    return status


def horses(client: Client) -> list[str]:
    return [one["name"] for one in client.get("/api/horses").json()["horses"]]


def gone(horse: Horse) -> None:
    """As on a machine that has never had it."""
    Horse.objects.filter(pk=horse.pk).delete()
    forget_all()


def a_record(today: date, sessions: int = 6, seed: int = 7) -> HorseRecord:
    return simulate_record(seed, load_catalogue(), sessions=sessions, end=today - timedelta(days=1))


def asked_in(record: dict[str, Any]) -> list[Any]:
    """Day by day what was asked, whatever its ids."""
    return sorted(
        [one["date"], [[ask["step"], ask["level"], ask["at"]] for ask in one["asks"]]] for one in record["sessions"]
    )  # fmt: skip


def changed(content: bytes, change: Callable[[dict[str, Any]], object]) -> bytes:
    raw = json.loads(content)
    change(raw)
    return json.dumps(raw).encode()


# --- out, in, out --------------------------------------------------------------------------------


def test_out_in_out_is_equal_to_the_byte(client: Client, horse: Horse, today: date) -> None:
    Horse.objects.filter(pk=horse.pk).update(
        goals=[{"step": "halt.2", "by": None}],
        profile={**horse.profile, "school": {"first-canter": "b"}, "temperament": {"go": "lazy"}},
        flags=[{"code": "injury", "raised_on": str(today), "by_hand": True, "note": "=a cut"}],
        busy=[{"date": str(today), "what": "vet"}],
    )
    stumbled = new_id()
    send(client, [session_item(horse, stumbled, today, body={"note": "=1+1", "tack": {"bit": "none"}}),
                  ask_item(stumbled, faults=[], spot="C")])  # fmt: skip
    out = export(client, horse.pk)
    gone(horse)
    taken = take(client, out)
    assert taken["horse"] == str(horse.pk)
    assert export(client, horse.pk) == out


def test_what_was_exported_is_all_there_already(client: Client, horse: Horse) -> None:
    told = look(client, export(client, horse.pk))
    assert told["horse"] == str(horse.pk)
    parts = [told[name] for name in ("whole_sessions", "asks", "events", "rest")]
    assert all(one["new"] == one["different"] == one["struck_out"] == 0 for one in parts)
    assert told["asks"]["equal"] == StoredAsk.objects.count()
    take(client, export(client, horse.pk))
    assert Horse.objects.get(pk=horse.pk).profile.get("school", {}) == horse.profile.get("school", {})


def test_another_yard_on_the_same_machine_takes_it_under_ids_of_its_own(
    client: Client, stranger: Client, horse: Horse
) -> None:
    out = export(client, horse.pk)
    told = look(stranger, out)
    assert told["horse"] is None
    assert told["renamed"] == StoredAsk.objects.count() + StoredSession.objects.count()
    taken = take(stranger, out)
    assert taken["horse"] != str(horse.pk)
    assert export(client, horse.pk) == out
    theirs, mine = json.loads(export(stranger, taken["horse"])), json.loads(out)
    assert asked_in(theirs) == asked_in(mine)
    again = look(stranger, out)
    assert again["horse"] == taken["horse"]
    assert again["asks"]["new"] == 0


def test_a_record_keeps_its_school_and_bands_in_a_yard_of_other_ones(
    client: Client, stranger: Client, horse: Horse, other_yard: Yard, yard: Yard
) -> None:
    yard.defaults = {"school": {"first-canter": "b"}, "bands": {}}
    yard.save()
    other_yard.defaults = {"school": {"first-canter": "a"}, "bands": {"up-wt": [1, 2]}}
    other_yard.save()
    out = export(client, horse.pk)
    taken = take(stranger, out)
    came = json.loads(export(stranger, taken["horse"]))["horse"]
    assert came["school"]["first-canter"] == "b"
    assert came["bands"] == json.loads(out)["horse"]["bands"]
    assert "up-wt" not in came["bands"]


def test_it_can_be_taken_under_the_yards_own_school_and_bands_later(
    client: Client, stranger: Client, horse: Horse, other_yard: Yard
) -> None:
    other_yard.defaults = {"school": {}, "bands": {"up-wt": [1, 2]}}
    other_yard.save()
    path = f"/api/horses/{take(stranger, export(client, horse.pk))['horse']}/profile"
    known = stranger.get(path).json()
    assert known["keeps_its_own"]
    form = {"horse": {**known["profile"], "height": known["height"]}, "usual_minutes": 30}
    for wanted, bands in ((None, False), (True, False), (False, True)):
        answer = stranger.put(path, json.dumps({**form, "keeps_its_own": wanted}), "application/json")
        assert answer.status_code == 200, answer.content
        came = json.loads(export(stranger, known["id"]))["horse"]
        assert ("up-wt" in came["bands"]) is bands


# --- into a horse that is there ------------------------------------------------------------------


def test_two_halves_come_together_with_every_ask_once(client: Client, yard: Yard, today: date) -> None:
    whole = a_record(today)
    horse = store_record(yard, whole)
    out = export(client, horse.pk)
    gone(horse)
    half = json.loads(out)
    first, second = ({**half, "sessions": half["sessions"][part]} for part in (slice(0, 4), slice(2, 6)))
    take(client, json.dumps(first).encode())
    told = look(client, json.dumps(second).encode())
    assert told["whole_sessions"] == {"new": 2, "equal": 2, "different": 0, "struck_out": 0}
    take(client, json.dumps(second).encode())
    assert export(client, horse.pk) == out


def test_asks_that_come_into_a_session_stand_where_they_stood(
    client: Client, yard: Yard, today: date
) -> None:
    horse = store_record(yard, a_record(today, sessions=2))
    out = export(client, horse.pk)
    gone(horse)
    take(client, changed(out, lambda raw: [one["asks"].pop(1) for one in raw["sessions"]]))
    take(client, out)
    assert export(client, horse.pk) == out


def test_what_differs_stays_and_is_told(client: Client, horse: Horse) -> None:
    out = export(client, horse.pk)

    def change(raw: dict[str, Any]) -> None:
        raw["sessions"][0]["note"] = "something else"
        raw["horse"]["home"] = "a field"
        raw["horse"]["name"] = "Another"

    told = look(client, changed(out, change))
    assert {one["path"]: (one["mine"], one["theirs"]) for one in told["differing"]} == {
        "sessions[0]": ({"note": ""}, {"note": "something else"}),
        "horse.name": (json.loads(out)["horse"]["name"], "Another"),
    }
    assert [(one["path"], one["theirs"]) for one in told["beside"]] == [("horse.home", "a field")]
    take(client, changed(out, change))
    assert export(client, horse.pk) == changed_back(out, home="a field")


def changed_back(out: bytes, home: str) -> bytes:
    raw = json.loads(out)
    raw["horse"]["home"] = home
    return (json.dumps(raw, indent=2, ensure_ascii=False) + "\n").encode()


def test_of_what_differs_so_much_is_told_and_the_rest_is_counted(client: Client, horse: Horse) -> None:
    def change(raw: dict[str, Any]) -> None:
        for session in raw["sessions"]:
            for ask in session["asks"]:
                ask["spot"] = "C"

    told = look(client, changed(export(client, horse.pk), change))
    different = told["asks"]["different"]
    assert len(told["differing"]) == 100 < different
    assert told["untold"] == different - 100


def test_what_was_struck_out_here_stays_struck_out(client: Client, horse: Horse) -> None:
    out = export(client, horse.pk)
    gone = StoredAsk.objects.order_by("pk").first()
    assert gone is not None
    assert send(client, [delete_item({"id": str(gone.pk)})]) == ["saved"]
    after = export(client, horse.pk)
    assert look(client, out)["asks"]["struck_out"] == 1
    take(client, out)
    assert export(client, horse.pk) == after != out


def test_it_can_go_into_a_horse_that_is_named_or_into_a_new_one(
    client: Client, horse: Horse, fresh_horse: Horse
) -> None:
    out = export(client, horse.pk)
    told = look(client, out, horse=fresh_horse.pk)
    assert (told["horse"], told["name"]) == (str(fresh_horse.pk), "Fresh")
    taken = take(client, out, horse=fresh_horse.pk)
    assert taken["horse"] == str(fresh_horse.pk)
    assert len(horses(client)) == 2
    take(client, out, new="true")
    assert len(horses(client)) == 3
    assert StoredAsk.objects.count() == 3 * look(client, out)["asks"]["equal"]


def test_a_horse_that_has_left_is_taken_back_first(client: Client, horse: Horse) -> None:
    out = export(client, horse.pk)
    Horse.objects.filter(pk=horse.pk).update(left_at=timezone.now())
    answer = put(client, "/look", out)
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["path"] == "horse.id"


def test_another_yards_horse_is_no_horse_to_take_it_into(
    client: Client, horse: Horse, others_horse: Horse
) -> None:
    assert put(client, "/look", export(client, horse.pk), horse=others_horse.pk).status_code == 404


def test_what_was_looked_at_is_what_is_taken(client: Client, horse: Horse, today: date) -> None:
    out = export(client, horse.pk)
    edition = look(client, out)["edition"]
    session = new_id()
    send(client, [session_item(horse, session, today), ask_item(session)])
    answer = put(client, "", out, edition=edition)
    assert answer.status_code == 409
    now = answer.json()["now"]
    assert put(client, "", out, edition=now["edition"]).status_code == 200


def test_a_flag_that_its_asks_do_not_raise_is_kept_and_one_that_they_raise_goes_with_them(
    client: Client, horse: Horse, today: date
) -> None:
    session = new_id()
    send(client, [session_item(horse, session, today), event_item(session, "uneven")])
    out = json.loads(export(client, horse.pk))
    told = [one["code"] for one in out["flags"]]
    assert "uneven" in told
    out["flags"].append({"code": "breathing", "raised_on": str(today)})
    gone(horse)
    take(client, json.dumps(out).encode())
    assert [one["code"] for one in Horse.objects.get(pk=horse.pk).flags] == ["breathing"]
    known = {
        one["code"] for one in client.get(f"/api/horses/{horse.pk}/flags").json()["flags"] if one["open"]
    }
    assert {"uneven", "breathing"} <= known


# --- undone --------------------------------------------------------------------------------------


def test_undone_it_is_as_it_was_and_can_come_again(client: Client, horse: Horse, today: date) -> None:
    before = export(client, horse.pk)
    raw = json.loads(before)
    more = json.loads(a_record(today, seed=8).model_dump_json())
    raw["sessions"] += more["sessions"]
    raw["horse"] |= {"home": "a field", "temperament": {"nerve": "bold"}}
    raw["goals"] = [{"step": "halt.2"}]
    raw["sessions"][0]["asks"].append({"step": "halt.1", "level": 3, "side": "none"})
    content = json.dumps(raw).encode()
    taken = take(client, content, name="more.json")
    after = export(client, horse.pk)
    listed = client.get("/api/imports").json()["imports"]
    assert [(one["name"], one["who"], one["sessions"]) for one in listed] == [("more.json", "trainer", 6)]
    assert undo(client, taken) == 204
    assert export(client, horse.pk) == before
    assert client.get("/api/imports").json()["imports"] == []
    assert undo(client, taken) == 404
    take(client, content)
    assert export(client, horse.pk) == after


def test_undone_a_horse_that_came_with_it_is_gone_and_can_come_again(client: Client, today: date) -> None:
    content = a_record(today).model_dump_json().encode()
    taken = take(client, content)
    assert len(horses(client)) == 1
    out = export(client, taken["horse"])
    assert undo(client, taken) == 204
    assert horses(client) == []
    assert client.get(f"/api/horses/{taken['horse']}/record").status_code == 404
    assert client.get("/api/yard/gone-horses").json()["horses"] == []
    again = take(client, content)
    assert export(client, again["horse"]) == out


def test_what_was_logged_since_stays_and_the_horse_with_it(client: Client, today: date) -> None:
    taken = take(client, a_record(today).model_dump_json().encode())
    horse = Horse.objects.get(pk=taken["horse"])
    old = StoredSession.objects.filter(horse=horse).first()
    assert old is not None
    own = new_id()
    items = [session_item(horse, own, today), ask_item(own, 4), ask_item(str(old.pk), 6)]
    assert send(client, items) == ["saved"] * 3
    assert undo(client, taken) == 204
    left = json.loads(export(client, horse.pk))
    assert [len(one["asks"]) for one in left["sessions"]] == [1, 1]
    assert {one["asks"][0]["level"] for one in left["sessions"]} == {4, 6}


def test_what_a_device_has_too_counts_though_its_import_was_undone(
    client: Client, fresh_horse: Horse, today: date
) -> None:
    """The device sends once more what it was never told is saved: it must not be lost with the import."""
    session = new_id()
    items = [
        session_item(fresh_horse, session, today),
        ask_item(session, 4),
        ask_item(session, 6, position=1),
    ]
    send(client, items)
    out = export(client, fresh_horse.pk)
    StoredSession.objects.all().delete()
    forget_all()
    taken = take(client, out)
    assert undo(client, taken) == 204
    assert send(client, items[1:2]) == ["saved"]
    (read,) = json.loads(export(client, fresh_horse.pk))["sessions"]
    assert [one["level"] for one in read["asks"]] == [4]
    assert send(client, items) == ["saved"] * 3
    assert export(client, fresh_horse.pk) == out


def test_for_a_horse_that_is_gone_again_a_device_keeps_what_it_has(client: Client, today: date) -> None:
    taken = take(client, a_record(today).model_dump_json().encode())
    session = StoredSession.objects.first()
    assert session is not None
    undo(client, taken)
    assert send(client, [ask_item(str(session.pk), 4)]) == ["refused"]
    assert not StoredAsk.objects.filter(deleted=False).exists()


def test_after_a_day_it_stays(client: Client, today: date) -> None:
    taken = take(client, a_record(today).model_dump_json().encode())
    Import.objects.update(at=timezone.now() - timedelta(days=1, minutes=1))
    assert undo(client, taken) == 404
    take(client, a_record(today, seed=9).model_dump_json().encode())
    assert [one.added is None for one in Import.objects.order_by("at")] == [True, False]


def test_another_yard_undoes_nothing(client: Client, stranger: Client, today: date) -> None:
    taken = take(client, a_record(today).model_dump_json().encode())
    assert undo(stranger, taken) == 404
    assert len(horses(client)) == 1


# --- what is wrong -------------------------------------------------------------------------------


def test_whatever_is_wrong_is_all_named_and_nothing_is_taken(client: Client, horse: Horse) -> None:
    def spoil(raw: dict[str, Any]) -> None:
        raw["sessions"][1]["asks"][0]["level"] = 11
        raw["sessions"][0]["date"] = "2026-13-01"
        raw["horse"]["height_cm"] = "tall"

    content = changed(export(client, horse.pk), spoil)
    for path in ("", "/look"):
        answer = put(client, path, content, new="true")
        assert answer.status_code == 422
        told = {one["path"]: (one["value"], one["allowed"]) for one in answer.json()["errors"]}
        assert told["sessions[1].asks[0].level"] == (11, "a whole number 1 to 10")
        assert told["sessions[0].date"][0] == "2026-13-01"
        assert told["horse.height_cm"] == ("tall", "50 to 220")
    assert len(horses(client)) == 1
    assert not Import.objects.exists()


def test_an_id_that_is_none_of_ours_is_taken_and_known_again(client: Client, today: date) -> None:
    raw = json.loads(a_record(today, sessions=2).model_dump_json())
    raw["horse"]["id"] = "horse no. 7"
    for number, session in enumerate(raw["sessions"]):
        session["id"] = f"day {number}"
        for ask in session["asks"]:
            ask.pop("id")
    content = json.dumps(raw).encode()
    taken = take(client, content)
    told = look(client, content)
    assert told["horse"] == taken["horse"]
    assert told["asks"]["new"] == told["whole_sessions"]["new"] == 0
    assert read_record(export(client, taken["horse"]), load_catalogue(), today)


def test_a_horse_without_a_word_of_who_it_is_is_a_new_one_once(client: Client) -> None:
    content = json.dumps(
        {"format": "bucephal.horse-record", "version": 1, "horse": {"name": "Quill"}}
    ).encode()
    assert take(client, content)["horse"] == take(client, content)["horse"]
    other = content.replace(b"Quill", b"Harrow")
    assert take(client, other)["name"] == "Harrow"
    assert sorted(horses(client)) == ["Harrow", "Quill"]


def test_a_file_that_is_too_large_is_refused_with_what_is_taken(client: Client) -> None:
    answer = put(client, "/look", b" " * (16 * 1024 * 1024 + 1))
    assert answer.status_code == 413
    assert answer.json()["errors"][0]["allowed"] == "16 MB at most"


@pytest.mark.parametrize("id_of", [lambda _: str(uuid4()), lambda horse: str(horse.pk)])
def test_a_session_of_another_horse_is_never_touched(
    client: Client, horse: Horse, fresh_horse: Horse, id_of: Callable[[Horse], str]
) -> None:
    before = export(client, horse.pk)
    content = changed(before, lambda raw: raw["horse"].update(id=id_of(fresh_horse)))
    taken = take(client, content)
    assert taken["horse"] != str(horse.pk)
    assert export(client, horse.pk) == before
