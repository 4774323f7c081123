"""Files that are damaged, or meant to hurt: refused in the one shape with a place, and nothing of them is taken."""

from __future__ import annotations

import json
from collections.abc import Iterator
from datetime import date
from typing import Any

import pytest
from bucephal_server.api import Errors
from django.test import Client
from exchange.models import Import
from horses.models import Horse
from training.models import StoredAsk, StoredSession

pytestmark = pytest.mark.django_db

HEAD = {"format": "bucephal.horse-record", "version": 1, "horse": {"name": "Quill"}}
ASK = {"step": "halt.1", "level": 3}


def written(**more: Any) -> bytes:
    return json.dumps({**HEAD, **more}).encode()


def with_asks(*asks: Any) -> bytes:
    return written(sessions=[{"date": "2026-06-01", "asks": list(asks)}])


RECORDS: dict[str, tuple[bytes, str]] = {
    "nothing": (b"", "$"),
    "no JSON": (b"\x00\xff\xfe\x89PNG", "$"),
    "cut off": (with_asks(ASK)[:-20], "$"),
    "a list": (b"[]", "$"),
    "another format": (b'{"format": "other", "version": 9}', "format"),
    "a key twice": (b'{"format": 1, "format": 2}', "format"),
    "no number": (with_asks({"step": "halt.1", "level": float("nan")}), "$"),
    "a nest without end": (b'{"a":' * 5000 + b"1" + b"}" * 5000, "$"),
    "a list without end": (b"[" * 100_000, "$"),
    "a number without end": (b'{"version": ' + b"9" * 10_000 + b"}", "$"),
    "another encoding": (json.dumps({**HEAD, "horse": {"name": "Mücke"}}, ensure_ascii=False).encode("cp1252"), "$"),
    "a long name": (written(horse={"name": "Q" * 100_000}), "horse.name"),
    "a control character": (written(horse={"name": "Qu\u0000ill"}), "horse.name"),
    "an unknown key": (written(owner={"card": 1}), "owner"),
    "an ask twice": (with_asks({**ASK, "id": "a"}, {**ASK, "id": "a"}), "sessions[0].asks[1].id"),
    "a step that there is not": (with_asks({**ASK, "step": "fly.1"}), "sessions[0].asks[0].step"),
    "a day to come": (written(sessions=[{"date": "2099-01-01"}]), "sessions[0].date"),
    "text for a list": (written(sessions="many"), "sessions"),
    "a list for text": (written(horse={"name": ["Quill"]}), "horse.name"),
}  # fmt: skip


@pytest.fixture(autouse=True)
def nothing_is_taken(fresh_horse: Horse) -> Iterator[None]:
    yield
    assert (Horse.objects.count(), StoredSession.objects.count(), StoredAsk.objects.count()) == (1, 0, 0)
    assert not Import.objects.exists()


@pytest.mark.parametrize("name", RECORDS)
def test_a_record_that_is_damaged_is_refused_with_its_place(name: str, client: Client) -> None:
    content, path = RECORDS[name]
    for address in ("/api/imports/record/look", "/api/imports/record"):
        answer: Any = client.generic("POST", address, content, "application/json")
        assert answer.status_code == 422, answer.content
        errors = Errors.model_validate_json(answer.content).errors
        assert path in [one.path for one in errors]
        assert all(one.reason for one in errors)


def test_a_hundred_thousand_problems_are_told_up_to_a_point(client: Client) -> None:
    answer: Any = client.generic(
        "POST", "/api/imports/record/look", with_asks(*[{"step": "halt.1", "level": 11}] * 100_000)
    )
    assert answer.status_code == 422
    errors = answer.json()["errors"]
    assert len(errors) == 201
    assert errors[-1]["reason"] == "and 99800 more problems"


TABLES: dict[str, bytes] = {
    "nothing": b"",
    "one line": b"date,step\n",
    "a picture": b"\x89PNG\r\n\x1a\n\x00\x00\x81\x8d",
    "two encodings": "date,step\nü,a\n".encode() + "ü,a\n".encode("cp1252"),
    "a million rows": b"date,step,side,level\n" + b"2026-06-01,halt.1,,3\n" * 700_000,
    "a thousand columns": b",".join([b"date"] * 1000) + b"\n1\n",
    "more cells than names": b"date,step\n1,2,3,4\n",
    "a quote without end": b'date,step\n"' + b"x" * 1_000_000,
}


@pytest.mark.parametrize("name", TABLES)
def test_a_table_that_is_damaged_is_refused_with_its_place(
    name: str, client: Client, fresh_horse: Horse
) -> None:
    for address in ("/api/imports/table/look", "/api/imports/table"):
        answer: Any = client.generic("POST", f"{address}?horse={fresh_horse.pk}", TABLES[name], "text/csv")
        assert answer.status_code == 422, answer.content
        errors = Errors.model_validate_json(answer.content).errors
        assert all(one.path and one.reason for one in errors)


@pytest.mark.parametrize(
    "cell", ["=1+1", "=cmd|' /C calc'!A0", "+SUM(A1)", "-2+3", "@import", "\t=1", "<script>alert(1)</script>"]
)
def test_what_looks_like_a_formula_or_a_script_is_a_text_in_a_cell(
    cell: str, client: Client, fresh_horse: Horse, today: date
) -> None:
    quoted = '"' + cell.replace('"', '""') + '"'
    table = f"date,step,level,spot\n{quoted},{quoted},{quoted},{quoted}\n"
    answer: Any = client.generic(
        "POST", f"/api/imports/table/look?horse={fresh_horse.pk}", table.encode(), "text/csv"
    )
    assert answer.status_code == 200
    told = answer.json()
    assert told["arriving"] is None
    assert {one["column"] for one in told["table"]["problems"]} >= {0, 1, 2}


def test_what_is_no_horse_and_no_column_is_refused(client: Client, fresh_horse: Horse) -> None:
    table = b"date,step\n2026-06-01,halt.1\n"
    for query in (
        "",
        "horse=none",
        f"horse={fresh_horse.pk}&columns=a,b",
        f"horse={fresh_horse.pk}&dates=never",
    ):
        answer: Any = client.generic("POST", f"/api/imports/table/look?{query}", table, "text/csv")
        assert answer.status_code == 422, query
        assert Errors.model_validate_json(answer.content).errors
