"""What server tests say and send: people, invitations, sync items, batches."""

from __future__ import annotations

import json
import uuid
from datetime import date, timedelta
from functools import lru_cache
from typing import Any

import derived.services
import reading.cached_answers
import reading.services
import training.records
from accounts.models import Role, User, Yard
from bucephal.lab.virtual_horse import simulate_record
from bucephal.ladder import load_catalogue
from bucephal.record import HorseRecord
from django.test import Client
from horses.models import Horse

PASSWORD = "a-long-enough-password"


def person(yard: Yard, name: str, role: str = Role.TRAINER) -> User:
    return User.objects.create_user(name, password=PASSWORD, yard=yard, role=role)


@lru_cache(maxsize=4)
def some_work(today: date) -> HorseRecord:
    """Worked out once a day: hundreds of tests begin from it."""
    return simulate_record(5, load_catalogue(), sessions=8, end=today - timedelta(days=2))


def forget_all() -> None:
    """Lets go what the process keeps: the database has become another one."""
    training.records.forget()
    derived.services.forget()
    reading.cached_answers.forget()
    reading.services.forget()


def new_id() -> str:
    return str(uuid.uuid4())


def session_item(horse: Horse, session: str, on: date, **changes: Any) -> dict[str, Any]:
    body = {"date": str(on), "kind": "ridden", **changes.pop("body", {})}
    return {"type": "session", "id": session, "horse": str(horse.pk), "revision": 1, "body": body, **changes}


def ask_item(session: str, level: int = 3, *, position: int = 0, **body: Any) -> dict[str, Any]:
    ask = {"step": "up-wt.2", "side": "left", "level": level, **body}
    return {"type": "ask", "id": new_id(), "session": session, "position": position, "body": ask}


def event_item(session: str, kind: str, *, position: int = 0) -> dict[str, Any]:
    return {"type": "event", "id": new_id(), "session": session, "position": position, "body": {"kind": kind}}


def delete_item(item: dict[str, Any]) -> dict[str, Any]:
    return {"type": "delete", "id": item["id"]}


def post(client: Client, path: str, data: Any) -> Any:
    return client.post(path, json.dumps(data), content_type="application/json")


def send(client: Client, items: list[dict[str, Any]]) -> list[str]:
    """Sends a batch; the status of each item in turn."""
    answer = post(client, "/api/sync", {"items": items})
    assert answer.status_code == 200, answer.content
    return [one["status"] for one in answer.json()["answers"]]


NEW_PASSWORD = "barley-straw-and-rain"


def put(client: Client, path: str, data: Any) -> Any:
    return client.put(path, json.dumps(data), content_type="application/json")


def token_in(address: str) -> str:
    """What opens a link: behind its #."""
    return address.partition("#")[2]


def invite(client: Client, role: str = "helper", **more: Any) -> str:
    """Invites Ash; gives what opens the link."""
    made = post(client, "/api/people/invitations", {"name": "Ash", "role": role, **more})
    assert made.status_code == 201, made.content
    return token_in(made.json()["address"])


def join(token: str, name: str = "ash") -> Client:
    """Whoever was invited, signed in."""
    client = Client()
    joined = post(client, "/api/links/join", {"token": token, "name": name, "password": NEW_PASSWORD})
    assert joined.status_code == 201, joined.content
    return client
