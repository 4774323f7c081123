"""Owners' reports: as files, and by an address that ends, can be withdrawn, and leads to one report only."""

from __future__ import annotations

import base64
import re
from collections.abc import Callable
from datetime import date, timedelta
from typing import Any

import pytest
from accounts.models import Deed, Failed, Role, User, Yard
from accounts.password_tries import FREE_GUESSES
from django.test import Client
from django.utils import timezone
from exchange.models import SharedReport
from exchange.reports import TOKEN_BYTES
from horses.models import Horse
from testing import ask_item, new_id, person, send, session_item

pytestmark = pytest.mark.django_db
Clients = Callable[[User], Client]


def share(client: Client, horse: Horse, **wish: Any) -> dict[str, Any]:
    answer = client.post(f"/api/horses/{horse.pk}/shared-reports", wish, "application/json")
    assert answer.status_code == 201, answer.content
    made: dict[str, Any] = answer.json()
    return made


def path_of(made: dict[str, Any]) -> str:
    return "/" + str(made["address"]).split("/", 3)[3]


def open_links(client: Client, horse: Horse) -> list[dict[str, Any]]:
    found: list[dict[str, Any]] = client.get(f"/api/horses/{horse.pk}/shared-reports").json()["reports"]
    return found


def test_a_report_is_read_and_taken_as_a_file(client: Client, horse: Horse) -> None:
    where = f"/api/horses/{horse.pk}/report"
    report = client.get(where, {"paragraph": "It <b>settles</b>."}).json()
    assert report["horse"] == horse.profile["name"]
    assert report["paragraph"] == "It <b>settles</b>."
    pdf = client.get(f"{where}/pdf")
    assert pdf.content.startswith(b"%PDF-")
    assert pdf["Content-Disposition"].endswith('.pdf"')
    page = client.get(f"{where}/html", {"paragraph": "It <b>settles</b>."}).content.decode()
    assert "It &lt;b&gt;settles&lt;/b&gt;." in page
    assert "<script" not in page
    assert client.get(f"{where}/json").json() == client.get(where).json()


def test_the_trainer_chooses_what_goes_in(client: Client, horse: Horse) -> None:
    where = f"/api/horses/{horse.pk}/report"
    whole = [one["code"] for one in client.get(where).json()["sections"]]
    part = [one["code"] for one in client.get(f"{where}?without=work&without=looked-at").json()["sections"]]
    assert set(whole) - set(part) == {"work", "looked-at"}


def test_days_that_cannot_be_are_refused_by_name_with_the_range(
    client: Client, horse: Horse, today: date
) -> None:
    where = f"/api/horses/{horse.pk}/report"
    wrong = client.get(where, {"first": str(today), "last": str(today - timedelta(days=3))})
    assert wrong.status_code == 422
    (problem,) = wrong.json()["errors"]
    assert (problem["path"], problem["reason"]) == ("first", "is after the last day")
    (problem,) = client.get(where, {"last": str(today + timedelta(days=1))}).json()["errors"]
    assert (problem["path"], problem["allowed"]) == ("last", f"{today} or earlier")
    (problem,) = client.get(where, {"first": str(today - timedelta(days=800))}).json()["errors"]
    assert (problem["path"], problem["reason"]) == ("first", "is too long ago")


def test_no_note_of_a_trainer_is_in_it(client: Client, trainer: User, horse: Horse, today: date) -> None:
    """Neither of a session, nor of an answer, nor of a flag that was only seen."""
    session = new_id()
    send(client, [
        session_item(horse, session, today, body={"note": "owner must not know: secretnote"}),
        ask_item(session, note="secretask"),
    ])  # fmt: skip
    for ending in ("json", "html"):
        said = client.get(f"/api/horses/{horse.pk}/report/{ending}").content.decode()
        assert "secret" not in said


def test_an_address_opens_one_report_to_whoever_has_it(client: Client, horse: Horse) -> None:
    made = share(client, horse, paragraph="He waits at the block.")
    answer = Client().get(path_of(made))
    assert answer.status_code == 200
    page = answer.content.decode()
    assert "He waits at the block." in page
    assert horse.profile["name"] in page
    assert answer["Cache-Control"] == "private, no-store"
    assert answer["Referrer-Policy"] == "no-referrer"
    assert "noindex" in answer["X-Robots-Tag"]
    assert "script-src" not in answer["Content-Security-Policy"]
    assert "default-src 'none'" in answer["Content-Security-Policy"]
    assert Client().get(f"{path_of(made)}.pdf").content.startswith(b"%PDF-")
    (listed,) = open_links(client, horse)
    assert (listed["opened"], listed["title"]) == (2, made["shared"]["title"])
    assert "address" not in listed


def test_its_style_is_the_one_that_the_policy_allows(client: Client, horse: Horse) -> None:
    """CSP Level 3, hash sources: the hash of what stands between the tags, to the byte."""
    answer = Client().get(path_of(share(client, horse)))
    style = re.search(r"<style>(.*?)</style>", answer.content.decode(), re.DOTALL)
    assert style is not None
    from hashlib import sha256

    digest = base64.b64encode(sha256(style[1].encode()).digest()).decode()
    assert f"style-src 'sha256-{digest}'" in answer["Content-Security-Policy"]


def test_an_ended_or_withdrawn_address_is_not_found(client: Client, horse: Horse) -> None:
    first, second = share(client, horse, days=1), share(client, horse)
    SharedReport.objects.filter(pk=first["shared"]["id"]).update(ends_at=timezone.now())
    assert Client().get(path_of(first)).status_code == 404
    assert Client().get(f"{path_of(first)}.pdf").status_code == 404
    where = f"/api/horses/{horse.pk}/shared-reports/{second['shared']['id']}/withdraw"
    assert client.post(where).status_code == 204
    gone = Client().get(path_of(second))
    assert gone.status_code == 404
    assert horse.profile["name"] not in gone.content.decode()
    assert open_links(client, horse) == []
    assert client.post(where).status_code == 404
    assert set(Deed.objects.values_list("what", flat=True)) >= {"report-shared", "report-withdrawn"}


def test_an_address_never_leads_to_another_horse(client: Client, horse: Horse, fresh_horse: Horse) -> None:
    made = share(client, horse)
    page = Client().get(path_of(made)).content.decode()
    assert fresh_horse.profile["name"] not in page
    assert f"/horses/{fresh_horse.pk}" not in page
    other = f"/api/horses/{fresh_horse.pk}/shared-reports/{made['shared']['id']}/withdraw"
    assert client.post(other).status_code == 404
    assert Client().get(path_of(made)).status_code == 200


def test_a_shared_report_stays_what_was_looked_at(client: Client, horse: Horse, today: date) -> None:
    made = share(client, horse)
    before = Client().get(path_of(made)).content
    session = new_id()
    send(client, [session_item(horse, session, today), ask_item(session, 2)])
    assert Client().get(path_of(made)).content == before


def test_guessing_is_slowed_down_and_hopeless(client: Client, horse: Horse) -> None:
    """128 bits and more cannot be searched: at a thousand guesses a second it takes 10^28 years."""
    made = share(client, horse)
    token = path_of(made).removeprefix("/reports/")
    assert len(base64.urlsafe_b64decode(token + "=" * (-len(token) % 4))) * 8 == TOKEN_BYTES * 8 >= 128
    guesser = Client()
    answers = [guesser.get(f"/reports/{'A' * 20}{n}").status_code for n in range(FREE_GUESSES + 2)]
    assert answers == [404] * FREE_GUESSES + [429] * 2
    waits = guesser.get(path_of(made))
    assert waits.status_code == 429
    assert int(waits["Retry-After"]) > 0
    Failed.objects.update(last_at=timezone.now() - timedelta(minutes=20))
    assert guesser.get(path_of(made)).status_code == 200
    stored = SharedReport.objects.get()
    assert token not in stored.digest


def test_owners_and_helpers_share_nothing(client_of: Clients, yard: Yard, horse: Horse) -> None:
    for role in (Role.OWNER, Role.HELPER):
        who = person(yard, f"one-{role}", role)
        horse.owners.add(who)
        answer = client_of(who).post(f"/api/horses/{horse.pk}/shared-reports", {}, "application/json")
        assert answer.status_code == 403
        assert client_of(who).get(f"/api/horses/{horse.pk}/report").status_code == 200


def test_who_reads_feet_and_pounds_is_told_so(client: Client, trainer: User, horse: Horse) -> None:
    horse.profile |= {"girth_cm": 180, "length_cm": 160, "height_cm": 147.32}
    horse.save()
    said = {one["name"]: one["words"] for one in client.get(f"/api/horses/{horse.pk}/sheet").json()["head"]}
    assert "kg" in said["Weight"]
    assert (
        client.put("/api/me/preferences", {"units": "imperial"}, "application/json").json()["units"]
        == "imperial"
    )
    for where, key in (("sheet", "head"), ("report", "head")):
        head = client.get(f"/api/horses/{horse.pk}/{where}").json()[key]
        said = {one["name"]: one["words"] for one in head}
        assert "lb" in said["Weight"]
        assert said["Height"] == "14.2 hh"
    wrong = client.put("/api/me/preferences", {"units": "cubits"}, "application/json")
    assert wrong.status_code == 422
    assert wrong.json()["errors"][0]["path"].endswith("units")


def test_today_and_the_plan_are_said_on_the_reader_s_clock_and_in_their_units(
    client: Client, horse: Horse
) -> None:
    horse.profile |= {"girth_cm": 180, "length_cm": 160, "born": "2012-05-01"}
    horse.save()
    helper = {"starts": "10:00", "ends": "12:00"}
    client.put("/api/today", {"air_c": 20, "wind_ms": 5, "helper": helper}, "application/json")
    wanted = {"rider_kg": 63, "tack_kg": 10}

    def said() -> tuple[str, str]:
        today = client.get("/api/today").json()["words"]
        plan = client.get(f"/api/horses/{horse.pk}/plan", wanted).json()["plan"]
        return today, " ".join(line["words"] for line in plan["body"])

    today, body = said()
    assert "Helper from 10 to 12." in today
    assert "20 °C at the warmest" in today
    assert "rider and tack 73 kg" in body
    client.put("/api/me/preferences", {"units": "imperial", "clock": "12"}, "application/json")
    today, body = said()
    assert "Helper from 10 am to 12 pm." in today
    assert "68 °F at the warmest" in today
    assert "wind 11 mph" in today
    assert "rider and tack 161 lb" in body
