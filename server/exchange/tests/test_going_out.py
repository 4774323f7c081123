"""What a person takes out: everything that is theirs to see, nothing else, readable by others."""

from __future__ import annotations

import csv
import io
import json
import zipfile
from collections.abc import Callable
from datetime import date
from typing import Any

import pytest
from accounts.models import Role, User, Yard
from bucephal.exchange import EXPORTERS, EXPORTS, read_package
from bucephal.ladder import load_catalogue
from django.test import Client
from exchange import export_files
from exchange.archive_files import archives
from horses.models import Horse
from icalendar import Calendar
from testing import ask_item, new_id, person, post, send, session_item
from training.models import StoredAsk

pytestmark = pytest.mark.django_db


def taken_out(client: Client, name: str, *horses: Horse) -> tuple[bytes, Any]:
    answer: Any = client.get(f"/api/exports/{name}", {"horse": [str(one.pk) for one in horses]})
    assert answer.status_code == 200, answer.content
    return b"".join(answer.streaming_content), answer


def test_a_trainer_is_offered_all_there_is_and_others_what_is_theirs(
    client: Client, yard: Yard, client_of: Callable[[User], Client]
) -> None:
    offered = client.get("/api/exports").json()["exports"]
    assert [one["id"] for one in offered] == [one.id for one in EXPORTS]
    helper = client_of(person(yard, "helper", Role.HELPER)).get("/api/exports").json()["exports"]
    assert {one["id"] for one in offered} - {one["id"] for one in helper} == {"archive"}


@pytest.mark.parametrize("name", [one.told.id for one in EXPORTERS])
def test_each_goes_out_as_a_file_of_its_kind(name: str, client: Client, horse: Horse, today: date) -> None:
    content, answer = taken_out(client, name, horse)
    told = next(one.told for one in EXPORTERS if one.told.id == name)
    assert content
    assert answer["Content-Disposition"] == f'attachment; filename="virtual-5-{name}-{today}.{told.format}"'
    assert answer["Content-Type"] == told.format.media_type


def test_the_record_is_the_same_by_both_doors(client: Client, horse: Horse) -> None:
    assert taken_out(client, "record", horse)[0] == client.get(f"/api/horses/{horse.pk}/record").content


def test_without_a_horse_it_is_of_all_that_one_sees(
    client: Client, yard: Yard, horse: Horse, fresh_horse: Horse, others_horse: Horse, today: date,
    client_of: Callable[[User], Client],
) -> None:  # fmt: skip
    content, answer = taken_out(client, "package")
    assert f'filename="home-yard-package-{today}.zip"' in answer["Content-Disposition"]
    records = read_package(content, load_catalogue(), today)
    assert {one.horse.name for one in records} == {str(horse), "Fresh"}
    owner = person(yard, "owner", Role.OWNER)
    fresh_horse.owners.add(owner)
    own = read_package(taken_out(client_of(owner), "package")[0], load_catalogue(), today)
    assert [one.horse.name for one in own] == ["Fresh"]
    assert client_of(owner).get("/api/exports/package", {"horse": str(horse.pk)}).status_code == 404
    assert client.get("/api/exports/package", {"horse": str(others_horse.pk)}).status_code == 404


def test_the_package_holds_every_ask_and_what_was_worked_out(
    client: Client, horse: Horse, today: date
) -> None:
    records = read_package(taken_out(client, "package")[0], load_catalogue(), today)
    assert json.loads(client.get(f"/api/horses/{horse.pk}/record").content) == records[0].model_dump(
        mode="json"
    )


def test_a_record_is_of_one_horse(client: Client, horse: Horse, fresh_horse: Horse) -> None:
    answer = client.get("/api/exports/record")
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["path"] == "horse"
    assert client.get("/api/exports/everything").status_code == 422
    assert client.get("/api/exports/archive").status_code == 422


def test_a_formula_goes_out_as_text(client: Client, fresh_horse: Horse, today: date) -> None:
    session = new_id()
    send(client, [session_item(fresh_horse, session, today), ask_item(session, spot="=1+1")])
    (row,) = csv.DictReader(io.StringIO(taken_out(client, "asks", fresh_horse)[0].decode()))
    assert row["spot"] == "'=1+1"
    back = client.generic(
        "POST", "/api/imports/table/look", taken_out(client, "asks", fresh_horse)[0],
        QUERY_STRING=f"horse={fresh_horse.pk}",
    ).json()  # fmt: skip
    assert back["arriving"]["asks"] == {"new": 0, "equal": 1, "different": 0, "struck_out": 0}


def test_a_calendar_of_the_yard_opens(client: Client, horse: Horse, today: date) -> None:
    horse.busy = [{"date": str(today), "what": "farrier"}]
    horse.save()
    entries = Calendar.from_ical(taken_out(client, "calendar")[0]).walk("VEVENT")
    assert f"{horse}: farrier" in [str(one["summary"]) for one in entries]
    assert len(entries) == 9


def test_while_others_are_written_one_is_asked_to_come_again(client: Client, horse: Horse) -> None:
    with export_files._turn(), export_files._turn():
        answer = client.get("/api/exports/asks")
    assert (answer.status_code, answer["Retry-After"]) == (503, "10")
    assert client.get("/api/exports/asks").status_code == 200


# --- asks from a table ---------------------------------------------------------------------------


def table(client: Client, horse: Horse, text: str, path: str = "", **query: Any) -> Any:
    asked = "&".join(f"{name}={value}" for name, value in {"horse": horse.pk, **query}.items())
    return client.generic("POST", f"/api/imports/table{path}", text.encode(), QUERY_STRING=asked)


DIARY = "day;step;side;level\n01.06.2026;up-wt.2;L;5\n01.06.2026;up-wt.2;L;3\n"


def test_a_table_is_looked_at_taken_and_known_again(client: Client, fresh_horse: Horse) -> None:
    told = table(client, fresh_horse, DIARY, "/look").json()
    assert told["table"]["columns"] == ["date", "step", "side", "level"]
    assert told["table"]["dates"] == "day-first"
    assert told["arriving"]["asks"]["new"] == 2
    taken = table(client, fresh_horse, DIARY, edition=told["arriving"]["edition"], name="diary.csv")
    assert taken.status_code == 200
    record = client.get(f"/api/horses/{fresh_horse.pk}/record").json()
    assert [[one["level"] for one in session["asks"]] for session in record["sessions"]] == [[5, 3]]
    again = table(client, fresh_horse, DIARY + "02.06.2026;halt.1;;4\n", "/look").json()["arriving"]
    assert (again["asks"]["new"], again["asks"]["equal"]) == (1, 2)
    assert post(client, f"/api/imports/{taken.json()['id']}/undo", {}).status_code == 204
    assert client.get(f"/api/horses/{fresh_horse.pk}/record").json()["sessions"] == []


def test_what_is_wrong_is_shown_in_its_cell_and_nothing_is_taken(client: Client, fresh_horse: Horse) -> None:
    wrong = DIARY.replace(";3\n", ";33\n")
    told = table(client, fresh_horse, wrong, "/look").json()
    assert told["arriving"] is None
    assert [(one["line"], one["column"], one["value"]) for one in told["table"]["problems"]] == [(3, 3, 33)]
    answer = table(client, fresh_horse, wrong)
    assert answer.status_code == 422
    assert answer.json()["errors"][0] == {
        "path": "line 3, level", "value": 33, "reason": "is too large", "allowed": "a whole number 1 to 10"
    }  # fmt: skip
    assert not StoredAsk.objects.exists()


def test_columns_can_be_matched_by_whoever_takes_it_in(client: Client, fresh_horse: Horse) -> None:
    text = "a,b,c,d\n2026-06-01,up-wt.2,left,3\n"
    told = table(client, fresh_horse, text, "/look").json()
    assert (told["arriving"], told["table"]["problems"][0]["meant"]) == (None, "date")
    answer = table(client, fresh_horse, text, "/look", columns="date,date,,")
    assert answer.json()["errors"][0]["path"] == "columns.date"
    told = table(client, fresh_horse, text, "/look", columns="date,step,side,level").json()
    assert told["arriving"]["asks"]["new"] == 1


def test_another_yards_horse_takes_no_table(client: Client, others_horse: Horse) -> None:
    assert table(client, others_horse, DIARY, "/look").status_code == 404
    assert table(client, others_horse, DIARY).status_code == 404


# --- archives ------------------------------------------------------------------------------------


@pytest.mark.django_db(transaction=True)
def test_an_archive_is_made_by_a_button_and_told_with_its_size(client: Client, horse: Horse) -> None:
    before = client.get("/api/archives").json()
    assert (before["archives"], before["kept"], before["is_overdue"]) == ([], 14, True)
    after = post(client, "/api/archives", {}).json()
    (made,) = after["archives"]
    assert made["bytes"] == archives()[0].stat().st_size
    assert not after["is_overdue"]
    content = client.get(f"/api/archives/{made['name']}")
    assert b"".join(content.streaming_content) == archives()[0].read_bytes()  # type: ignore[attr-defined]
    said = [one["what"] for one in client.get("/api/yard/trail").json()["deeds"]]
    assert said[:2] == ["took a copy of an archive:", "made an archive"]


def test_where_other_yards_are_on_the_machine_no_copy_is_handed_out(
    client: Client, other_yard: Yard, own_folder: Any
) -> None:
    (own_folder / "archives").mkdir()
    (own_folder / "archives" / "bucephal-20260601-023000-000000.zip").write_bytes(b"theirs too")
    told = client.get("/api/archives").json()
    assert (len(told["archives"]), told["are_handed_out"]) == (1, False)
    assert client.get(f"/api/archives/{told['archives'][0]['name']}").status_code == 403


@pytest.mark.parametrize("name", ["none.zip", "..%2Fsecret-key", "%2Fetc%2Fpasswd", "bucephal-1.zip"])
def test_nothing_but_an_archive_is_handed_out(name: str, client: Client, own_folder: Any) -> None:
    (own_folder / "secret-key").write_text("secret")
    assert client.get(f"/api/archives/{name}").status_code == 404


@pytest.mark.django_db(transaction=True)
def test_where_there_is_no_room_it_is_said_and_nothing_is_left(
    client: Client, horse: Horse, monkeypatch: pytest.MonkeyPatch
) -> None:
    def full(*_: Any, **__: Any) -> None:
        raise OSError(28, "No space left on device")

    monkeypatch.setattr(zipfile.ZipFile, "write", full)
    answer = post(client, "/api/archives", {})
    assert answer.status_code == 503
    assert "the disk is full" in answer.json()["errors"][0]["reason"]
    assert archives() == []
