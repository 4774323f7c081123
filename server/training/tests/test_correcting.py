"""Past sessions put right: typed anew, given to another horse; who did it is told, and what follows follows."""

from __future__ import annotations

from collections.abc import Callable
from datetime import date, timedelta
from typing import Any

import pytest
from accounts.models import Deed, Role, User, Yard
from django.core.management import call_command
from django.test import Client
from django.utils import timezone
from horses.models import Horse
from testing import ask_item, delete_item, event_item, new_id, person, post, put, send, session_item
from training.models import StoredAsk, StoredSession, Tombstone

pytestmark = pytest.mark.django_db


class Worked:
    """A session of a horse as it was logged, and what can be asked of it."""

    def __init__(self, client: Client, horse: Horse, on: date, levels: tuple[int, ...] = (8, 6, 5)) -> None:
        self.client, self.horse, self.id = client, horse, new_id()
        began = timezone.now() - timedelta(hours=2)
        self.asks = [
            ask_item(self.id, level, position=n, at=(began + timedelta(minutes=n)).isoformat(), band_top=5)
            for n, level in enumerate(levels)
        ]
        header = session_item(horse, self.id, on, body={"started": began.isoformat(), "place": "the school"})
        assert set(send(client, [header, *self.asks, event_item(self.id, "spook")])) == {"saved"}

    @property
    def path(self) -> str:
        return f"/api/horses/{self.horse.pk}/sessions/{self.id}"

    def written(self) -> dict[str, Any]:
        told: dict[str, Any] = self.client.get(f"{self.path}/written").json()
        return told

    def put_right(self, *changes: tuple[str, str], client: Client | None = None) -> Any:
        told = self.written()
        text = told["text"]
        for was, now in changes:
            assert was in text, text
            text = text.replace(was, now)
        return put(client or self.client, f"{self.path}/written", {**told, "text": text})

    def history(self) -> list[dict[str, Any]]:
        made: list[dict[str, Any]] = self.client.get(f"{self.path}/history").json()["corrections"]
        return made


def record(client: Client, horse: Horse) -> dict[str, Any]:
    sessions = client.get(f"/api/horses/{horse.pk}/record").json()["sessions"]
    return {one["id"]: one for one in sessions}


def estimates(client: Client, horse: Horse) -> list[dict[str, Any]]:
    told: list[dict[str, Any]] = client.get(f"/api/horses/{horse.pk}/estimates").json()["estimates"]
    return told


@pytest.fixture
def worked(client: Client, fresh_horse: Horse, today: date) -> Worked:
    return Worked(client, fresh_horse, today - timedelta(days=1))


def test_an_ask_is_struck_out_and_made_again_and_told_as_one_change(worked: Worked) -> None:
    before = estimates(worked.client, worked.horse)
    told = worked.written()["text"]
    assert "up-wt.2 L 8 6 5" in told
    assert worked.put_right(("8 6 5", "8 5! 5")).status_code == 200
    kept = record(worked.client, worked.horse)[worked.id]["asks"]
    assert [(one["level"], one.get("tension", "calm")) for one in kept] == [
        (8, "calm"),
        (5, "tight"),
        (5, "calm"),
    ]
    # What the device noted of it stays; the two others are the same asks.
    was = [one["id"] for one in worked.asks]
    assert [one["id"] == old for one, old in zip(kept, was, strict=True)] == [True, False, True]
    assert kept[1]["band_top"] == 5
    assert kept[0]["at"] < kept[1]["at"] < kept[2]["at"]
    (made,) = worked.history()
    assert made["by"] == "trainer"
    (line,) = made["lines"]
    assert line.startswith("Walk to trot, ")
    assert line.endswith(", left: 6, now 5!")
    assert estimates(worked.client, worked.horse) != before
    call_command("rebuild", "--check")
    # The device sends the old one again: it stays struck out.
    assert send(worked.client, [worked.asks[1]]) == ["saved"]
    assert len(record(worked.client, worked.horse)[worked.id]["asks"]) == 3


def test_what_is_typed_as_it_was_changes_and_notes_nothing(worked: Worked) -> None:
    version = Horse.objects.get(pk=worked.horse.pk).data_version
    assert worked.put_right().status_code == 200
    assert worked.history() == []
    assert Horse.objects.get(pk=worked.horse.pk).data_version == version


def test_added_struck_out_and_the_rest_of_the_session(worked: Worked) -> None:
    worked.put_right(
        ("8 6 5", "8 5\nup-wt.2 R 4 3\nnote He looked."), ("! spook", "! stumble"),
        ('place="the school"', 'place="the field" first_min=4 rider="Wren"'),
    )  # fmt: skip
    kept = record(worked.client, worked.horse)[worked.id]
    assert [(one["side"], one["level"]) for one in kept["asks"]] == [
        ("left", 8), ("left", 5), ("right", 4), ("right", 3),
    ]  # fmt: skip
    assert [one["kind"] for one in kept["events"]] == ["stumble"]
    assert (kept["place"], kept["note"], kept["settle"]["first_min"]) == ("the field", "He looked.", 4)
    (made,) = worked.history()
    ends = [line.partition(": ")[2] for line in made["lines"]]
    assert ends == [
        "the school, now the field", "Wren added", "First min 4 added", "He looked. added",
        "6 struck out", "4 added", "3 added", "spook, now stumble",
    ]  # fmt: skip
    call_command("rebuild", "--check")


def test_what_the_device_says_later_does_not_undo_it(worked: Worked, today: date) -> None:
    worked.put_right(('place="the school"', 'place="the field"'))
    body = {"place": "the school", "note": "windy"}
    send(
        worked.client,
        [session_item(worked.horse, worked.id, today - timedelta(days=1), revision=2, body=body)],
    )
    kept = record(worked.client, worked.horse)[worked.id]
    assert (kept["place"], kept["note"]) == ("the field", "windy")
    assert StoredSession.objects.get(pk=worked.id).header["place"] == "the school"


def test_moved_to_another_date(worked: Worked, today: date) -> None:
    earlier = str(today - timedelta(days=4))
    before = estimates(worked.client, worked.horse)
    worked.put_right((str(today - timedelta(days=1)), earlier))
    kept = record(worked.client, worked.horse)[worked.id]
    assert kept["date"] == earlier
    assert kept["asks"][0]["at"].startswith(earlier)
    assert estimates(worked.client, worked.horse) != before
    assert worked.history()[0]["lines"][0].startswith("Date: ")
    call_command("rebuild", "--check")


def test_flags_and_plan_follow(client: Client, fresh_horse: Horse, today: date) -> None:
    """Two stumbles in a session raise a flag; the one was a spook, and there is none. Common practice, no source."""

    def told() -> tuple[set[str], list[Any]]:
        flags = client.get(f"/api/horses/{fresh_horse.pk}/flags").json()
        plan = client.get(f"/api/horses/{fresh_horse.pk}/plan").json()["plan"]
        return {one["code"] for one in flags["flags"] if one["open"]}, plan["items"]

    worked = Worked(client, fresh_horse, today - timedelta(days=1))
    worked.put_right(("! spook", "! stumble\n! stumble"))
    flags, plan = told()
    assert "stumbles" in flags
    worked.put_right(("! stumble\n! stumble", "! stumble\n! spook"))
    flags, another = told()
    assert "stumbles" not in flags
    assert another != plan
    call_command("rebuild", "--check")


def test_problems_are_told_by_line_and_column_and_nothing_is_saved(worked: Worked, today: date) -> None:
    before = record(worked.client, worked.horse)
    answer = worked.put_right(("8 6 5", "8 12 5~"))
    assert answer.status_code == 422
    assert [(one["path"], one["value"]) for one in answer.json()["errors"]] == [("2.13", 12), ("2.17", "~")]
    tomorrow = worked.put_right((str(today - timedelta(days=1)), str(today + timedelta(days=2))))
    assert tomorrow.status_code == 422
    assert record(worked.client, worked.horse) == before


def test_whoever_is_overtaken_is_told(worked: Worked) -> None:
    began_with = worked.written()
    worked.put_right(("8 6 5", "8 6 4"))
    late = {**began_with, "text": began_with["text"].replace("8 6 5", "7 6 5")}
    answer = put(worked.client, f"{worked.path}/written", late)
    assert answer.status_code == 409
    assert "8 6 4" in answer.json()["now"]["text"]
    assert put(worked.client, f"{worked.path}/written", {**late, "edition": None}).status_code == 200


@pytest.mark.parametrize("role", [Role.HELPER, Role.OWNER, Role.DAY_HELPER])
def test_a_helper_puts_no_past_session_right(
    role: str, worked: Worked, client_of: Callable[[User], Client], yard: Yard
) -> None:
    somebody = person(yard, "somebody", role)
    worked.horse.owners.add(somebody)
    worked.horse.day_helpers.add(somebody)
    assert worked.put_right(("8 6 5", "8 6 4"), client=client_of(somebody)).status_code == 403


def test_who_put_what_right_is_on_the_trail_and_forgotten_with_them(
    worked: Worked, client_of: Callable[[User], Client], yard: Yard
) -> None:
    ash = person(yard, "ash", Role.INSTRUCTOR)
    worked.put_right(("ridden", 'ridden rider="ash"'), ("8 6 5", "8 6 4"), client=client_of(ash))
    worked.put_right(('rider="ash"', 'rider="Wren"'))
    assert Deed.objects.filter(what="session-corrected").count() == 2
    assert post(worked.client, f"/api/people/{ash.pk}/forget", {}).status_code == 204
    told = str(worked.history())
    assert "ash" not in told
    assert told.count("a former rider") == 3
    assert "ash" not in str(StoredSession.objects.values_list("header", "set_header"))


# --- to another horse ----------------------------------------------------------------------------


def test_a_session_is_given_to_the_horse_that_it_was(worked: Worked, horse: Horse, today: date) -> None:
    client = worked.client
    alone = estimates(client, horse)
    nothing = len(record(client, horse))
    assert worked.id in record(client, worked.horse)
    answer = put(client, f"{worked.path}/horse", {"to": str(horse.pk)})
    assert answer.status_code == 204, answer.content
    assert record(client, worked.horse) == {}
    assert len(record(client, horse)) == nothing + 1
    assert estimates(client, worked.horse) == []
    assert estimates(client, horse) != alone
    call_command("rebuild", "--check")
    # What the phone still held of it follows it, by the horse that it thought it was.
    late = [
        session_item(worked.horse, worked.id, today, revision=3, body={"note": "late"}),
        ask_item(worked.id, 3, position=9),
    ]
    assert send(client, late) == ["saved", "saved"]
    moved = record(client, horse)[worked.id]
    assert (len(moved["asks"]), moved["note"]) == (4, "late")
    # And back.
    worked.horse, was = horse, worked.horse
    assert worked.history()[0]["lines"] == [f"Horse: {was}, now {horse}"]
    assert put(client, f"{worked.path}/horse", {"to": str(was.pk)}).status_code == 204
    assert worked.id in record(client, was)
    assert len(record(client, horse)) == nothing
    call_command("rebuild", "--check")


def test_not_to_a_horse_that_was_not_born_nor_to_another_yards(
    worked: Worked, horse: Horse, other_yard: Yard, today: date
) -> None:
    Horse.objects.filter(pk=horse.pk).update(profile={"name": "Foal", "born": str(today)})
    answer = put(worked.client, f"{worked.path}/horse", {"to": str(horse.pk)})
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["path"] == "date"
    same = put(worked.client, f"{worked.path}/horse", {"to": str(worked.horse.pk)})
    assert same.json()["errors"][0]["path"] == "horse"
    theirs = Horse.objects.create(yard=other_yard, profile={"name": "Theirs"})
    assert put(worked.client, f"{worked.path}/horse", {"to": str(theirs.pk)}).status_code == 404
    assert worked.id in record(worked.client, worked.horse)


def test_what_was_struck_out_and_restored_is_told(worked: Worked) -> None:
    post(worked.client, f"{worked.path}/strike-out", {})
    post(worked.client, f"/api/horses/{worked.horse.pk}/struck-out/{worked.id}/restore", {})
    (made,) = worked.history()
    assert made["lines"][0].startswith("Session: struck out")
    assert made["lines"][0].endswith("now restored")


def test_an_undone_ask_of_the_device_stays_undone(worked: Worked) -> None:
    send(worked.client, [delete_item(worked.asks[2])])
    assert "8 6\n" in worked.written()["text"]
    worked.put_right(("8 6", "8 6 6"))
    assert [one["level"] for one in record(worked.client, worked.horse)[worked.id]["asks"]] == [8, 6, 6]
    assert Tombstone.objects.count() == 1
    assert StoredAsk.objects.filter(deleted=False).count() == 3
