"""Cases that a generator makes of the API's own description: whatever is sent, nothing breaks the server, and what
is refused is refused in the one shape.

Schemathesis (https://schemathesis.readthedocs.io) draws them, what fits and what does not, always the same ones.
Each is sent twice: as it is drawn, and to a horse, session, person and step that are there.
"""

from __future__ import annotations

import json
from collections.abc import Callable
from datetime import date
from typing import Any
from urllib.parse import quote, urlencode

import pytest
import schemathesis
from accounts.models import User
from bucephal_server.api import Errors, described
from django.test import Client
from horses.models import Horse
from hypothesis import HealthCheck, Phase, settings
from schemathesis.core import NOT_SET
from testing import ask_item, new_id, send, session_item

pytestmark = pytest.mark.django_db

EXAMPLES = 5
schema = schemathesis.openapi.from_dict(json.loads(described()))


def address(path: str, parameters: dict[str, Any], query: Any) -> str:
    for name, value in parameters.items():
        path = path.replace(f"{{{name}}}", quote(str(value), safe=""))
    return f"{path}?{urlencode(query, doseq=True)}" if query else path


@schema.parametrize()
@settings(
    max_examples=EXAMPLES, derandomize=True, deadline=None, database=None, phases=(Phase.generate,),
    suppress_health_check=list(HealthCheck),
)  # fmt: skip
def test_no_case_breaks_the_server(
    case: schemathesis.Case[Any],
    trainer: User,
    fresh_horse: Horse,
    client_of: Callable[[User], Client],
    today: date,
) -> None:
    session = new_id()
    inside = client_of(trainer)
    send(inside, [session_item(fresh_horse, session, today), ask_item(session)])
    there = {
        "horse_id": str(fresh_horse.pk), "session_id": session, "step": "up-wt.2", "exercise_id": "halt",
        "person_id": str(trainer.pk), "device_id": new_id(), "link_id": new_id(),
    }  # fmt: skip
    drawn = dict(case.path_parameters or {})
    for parameters in (drawn, {**drawn, **{name: there[name] for name in drawn if name in there}}):
        client = client_of(trainer)
        where = address(case.path, parameters, case.query)
        body = b"" if case.body is NOT_SET else json.dumps(case.body, default=str).encode()
        answer: Any = client.generic(case.method, where, body, content_type="application/json")
        assert answer.status_code < 500, (case.method, where, body, answer.content)
        if answer.status_code >= 400 and where.startswith("/api/") and answer.content:
            assert Errors.model_validate_json(answer.content).errors
