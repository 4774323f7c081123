"""A yard's places: drawn, changed, taken away, read from a file; and what is laid out in them."""

from __future__ import annotations

import json
from io import BytesIO
from typing import Any
from uuid import uuid4

import pdfplumber
import pytest
from accounts.models import User, Yard
from bucephal.ground import GroundPlace
from django.test import Client
from ground.models import StoredPlace
from ground.services import MOST_PLACES, STANDARD, add_place, usual_place
from horses.models import Horse
from testing import person

ARENA = {"name": "Home arena", "width_m": 20, "length_m": 40, "home": {"x_m": 10, "y_m": -20}}


@pytest.fixture
def client(trainer: User) -> Client:
    signed_in = Client()
    signed_in.force_login(trainer)
    return signed_in


def post(client: Client, path: str, body: Any) -> Any:
    return client.post(path, json.dumps(body), "application/json")


def put(client: Client, path: str, body: Any) -> Any:
    return client.put(path, json.dumps(body), "application/json")


def add(client: Client, place: dict[str, Any] | None = None) -> dict[str, Any]:
    answer = post(client, "/api/ground/places", {"place": place or ARENA})
    assert answer.status_code == 200, answer.content
    found: dict[str, Any] = answer.json()
    return found


def layout(client: Client, **query: Any) -> Any:
    values = json.dumps(query.pop("values", {}))
    return client.get("/api/ground/layout", {"values": values, **query})


def test_a_yard_without_places_can_try_set_ups_in_the_standard_ones(client: Client) -> None:
    ground = client.get("/api/ground").json()
    assert [one["id"] for one in ground["places"]] == list(STANDARD)
    assert not any(one["is_yards"] for one in ground["places"])
    assert {"two-marker", "lunge-circle", "figure-eight"} <= {one["code"] for one in ground["set_ups"]}


def test_a_place_is_drawn_changed_and_taken_away(client: Client, yard: Yard) -> None:
    added = add(client)
    assert GroundPlace.model_validate(added["place"]).home is not None
    wider = {**ARENA, "width_m": 25}
    changed = put(
        client, f"/api/ground/places/{added['id']}", {"place": wider, "edition": added["edition"]}
    ).json()
    assert changed["place"]["width_m"] == 25
    assert changed["edition"] != added["edition"]
    assert client.get("/api/ground").json()["places"][0] == changed
    assert post(client, f"/api/ground/places/{added['id']}/remove", {}).status_code == 204
    assert not StoredPlace.objects.filter(yard=yard).exists()


def test_whoever_is_overtaken_is_told_what_it_is_now(client: Client) -> None:
    added = add(client)
    path = f"/api/ground/places/{added['id']}"
    put(client, path, {"place": {**ARENA, "width_m": 25}, "edition": added["edition"]})
    late = put(client, path, {"place": {**ARENA, "width_m": 30}, "edition": added["edition"]})
    assert late.status_code == 409
    assert late.json()["now"]["place"]["width_m"] == 25


@pytest.mark.parametrize(
    ("change", "path", "allowed"),
    [
        ({"width_m": 0}, "width_m", "6.0 to 500.0"),
        ({"width_m": -20}, "width_m", "6.0 to 500.0"),
        ({"name": " "}, "name", "1 to 80 characters"),
        ({"things": [{"kind": "tree", "x_m": 1, "y_m": 1}]}, "things[0].kind", "one of: gate, bank"),
        ({"colour": "red"}, "colour", "keys: name, shape"),
    ],
)
def test_a_place_that_cannot_be_is_refused_by_field(
    client: Client, change: dict[str, Any], path: str, allowed: str
) -> None:
    answer = post(client, "/api/ground/places", {"place": {**ARENA, **change}})
    assert answer.status_code == 422
    [error] = answer.json()["errors"]
    assert error["path"] == path
    assert error["allowed"].startswith(allowed)


def test_the_usual_place_is_the_first_until_another_is_made_it(client: Client, yard: Yard) -> None:
    add(client)
    second = add(client, {**ARENA, "name": "Far arena"})
    first_now = usual_place(yard)
    assert first_now is not None
    assert first_now.name == "Home arena"
    assert post(client, f"/api/ground/places/{second['id']}/usual", {}).status_code == 204
    usual = usual_place(yard)
    assert usual is not None
    assert usual.name == "Far arena"


def test_there_is_an_end_to_places(client: Client, yard: Yard) -> None:
    for n in range(MOST_PLACES):
        add_place(yard, {**ARENA, "name": f"Place {n}"})
    answer = post(client, "/api/ground/places", {"place": ARENA})
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["allowed"] == f"at most {MOST_PLACES}"


def test_another_yards_places_are_not_there(client: Client, other_yard: Yard) -> None:
    theirs = add_place(other_yard, ARENA)
    assert theirs.id not in [one["id"] for one in client.get("/api/ground").json()["places"]]
    assert layout(client, place=theirs.id, setup="poles").status_code == 404
    assert put(client, f"/api/ground/places/{theirs.id}", {"place": ARENA}).status_code == 404
    for verb in ("usual", "remove"):
        assert post(client, f"/api/ground/places/{theirs.id}/{verb}", {}).status_code == 404
    assert client.get(f"/api/ground/places/{theirs.id}/geojson").status_code == 404
    assert StoredPlace.objects.filter(yard=other_yard).count() == 1


def test_a_set_up_is_laid_out_in_a_place_of_the_yard(client: Client) -> None:
    place = add(client)
    found = layout(client, place=place["id"], setup="two-marker", values={"between_m": 27.43}).json()
    assert found["arena"]["name"] == "Home arena"
    assert found["fits"] is False
    assert found["largest"] == {"between_m": 24.0}
    assert layout(client, place=place["id"], setup="two-marker").json()["fits"] is True


def test_in_a_standard_arena_by_its_name(client: Client) -> None:
    found = layout(client, place="30x60", setup="two-marker", mirrored="true", feet="true").json()
    assert found["values"]["between_m"] == pytest.approx(27.432)
    assert found["mirrored"] is True


def test_a_marker_that_is_dragged_changes_the_numbers_that_it_drives(client: Client) -> None:
    query = {"place": "20x60", "setup": "two-marker", "values": {"gate_m": 4}}
    found = layout(client, **query, marker="barrel-2", x_m=10, y_m=45).json()
    assert found["values"]["between_m"] == pytest.approx(30)
    assert found["values"]["gate_m"] == 4
    is_set = {one["key"] for one in found["parameters"] if one["is_set"]}
    assert is_set == {"between_m", "across_m", "gate_m"}


@pytest.mark.parametrize(
    ("query", "path"),
    [
        ({"values": {"gate_m": 0}}, "values.gate_m"),
        ({"values": {"between_m": 70}}, "values.between_m"),
        ({"setup": "maze"}, "setup"),
        ({"place": "0x0"}, "place"),
        ({"marker": "barrel-9", "x_m": 1, "y_m": 1}, "drag.marker"),
    ],
)
def test_what_cannot_be_laid_out_is_refused_by_field(
    client: Client, query: dict[str, Any], path: str
) -> None:
    answer = layout(client, **{"place": "20x60", "setup": "two-marker", **query})
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["path"] == path
    assert answer.json()["errors"][0]["allowed"]


@pytest.mark.parametrize("values", ["[]", "3", '"x"', "{", '{"gate_m": NaN}', '{"gate_m": 1, "gate_m": 2}'])
def test_values_that_are_no_group_are_refused(client: Client, values: str) -> None:
    query = {"place": "20x60", "setup": "poles", "values": values}
    assert client.get("/api/ground/layout", query).status_code == 422


@pytest.mark.parametrize(
    ("ending", "kind"),
    [("pdf", "application/pdf"), ("svg", "image/svg+xml"), ("geojson", "application/geo+json")],
)
def test_a_layout_goes_out_as_a_file(client: Client, ending: str, kind: str) -> None:
    answer = client.get(
        f"/api/ground/sheets/{ending}", {"place": "20x60", "setup": "poles", "horse": "Quill"}
    )
    assert answer["Content-Type"] == kind
    assert f'filename="poles.{ending}"' in answer["Content-Disposition"]
    if ending == "pdf":
        assert "Quill" in pdfplumber.open(BytesIO(answer.content)).pages[0].extract_text()


def test_a_place_goes_out_and_comes_in_as_geojson(client: Client) -> None:
    place = add(client)
    out = client.get(f"/api/ground/places/{place['id']}/geojson").json()
    back = post(client, "/api/ground/places/read", {"geojson": out}).json()
    assert back == place["place"]
    wrong = post(client, "/api/ground/places/read", {"geojson": {"type": "Point"}})
    assert wrong.status_code == 422
    assert wrong.json()["errors"][0]["path"] == "geojson"


def test_a_place_leaves_a_line_in_the_trail(client: Client) -> None:
    add(client)
    deeds = client.get("/api/yard/trail").json()
    assert "Home arena" in json.dumps(deeds)


def test_a_plan_is_laid_out_in_the_usual_place_and_in_one_that_is_named(
    client: Client, horse: Horse, yard: Yard
) -> None:
    path = f"/api/horses/{horse.pk}/plan"
    assert all(item["laid"] == [] for item in client.get(path).json()["plan"]["items"])
    small = add(client, {**ARENA, "name": "Tiny", "width_m": 7, "length_m": 8})
    laid = [one for item in client.get(path).json()["plan"]["items"] for one in item["laid"]]
    wanted = [code for item in client.get(path).json()["plan"]["items"] for code in item["set_ups"]]
    assert len(laid) == len(wanted)
    assert all("Tiny" in one["words"] for one in laid)
    put(client, f"/api/ground/places/{small['id']}", {"place": {**ARENA, "name": "Roomy"}})
    again = [one for item in client.get(path).json()["plan"]["items"] for one in item["laid"]]
    assert all("Roomy" in one["words"] for one in again), "what is kept goes with the place"
    named = client.get(path, {"place": "round:18"}).json()["plan"]["items"]
    assert all("round:18" in one["words"] for item in named for one in item["laid"])
    assert client.get(path, {"place": str(uuid4())}).status_code == 404


def test_what_was_seen_of_a_horse_in_a_place_and_its_numbers(client: Client, horse: Horse) -> None:
    path = f"/api/horses/{horse.pk}/ground"
    found = client.get(path, {"place": "20x60", "setup": "two-marker", "step": "markers.3"}).json()
    assert found["values"] == {"gait": "canter", "gate_m": 3.0} | (
        {"withers_cm": horse.profile["height_cm"]} if horse.profile.get("height_cm") else {}
    )
    assert found["seen"].keys() == {"seen", "words"}
    assert client.get(path, {"setup": "maze"}).status_code == 422
    assert client.get(path, {"setup": "poles", "step": "maze.1"}).status_code == 404


def test_a_helper_lays_out_and_changes_nothing(yard: Yard) -> None:
    client = Client()
    client.force_login(person(yard, "help", "helper"))
    assert layout(client, place="20x60", setup="poles").status_code == 200
    assert post(client, "/api/ground/places", {"place": ARENA}).status_code == 403
