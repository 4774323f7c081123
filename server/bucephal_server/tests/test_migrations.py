"""What was kept under earlier shapes is read under the present ones."""

from __future__ import annotations

from datetime import date
from importlib import import_module

import pytest
from accounts.models import Yard
from bucephal.ladder import YardLadder, load_catalogue, source_of
from django.apps import apps
from django.test import Client
from horses.models import Horse
from testing import ask_item, new_id, send, session_item
from training.models import StoredAsk
from yards.services import defaults_of

pytestmark = pytest.mark.django_db


def test_an_own_exercise_keeps_its_set_ups_under_their_new_name(yard: Yard) -> None:
    own = source_of(YardLadder(), "off-leg")
    assert own is not None
    assert own.set_ups
    raw = own.model_dump(mode="json", exclude_none=True)
    old = {**{key: value for key, value in raw.items() if key != "set_ups"}, "layouts": list(own.set_ups)}
    old["stages"][0]["layouts"] = ["poles"]
    yard.defaults = {"ladder": {"exercises": [old]}, "school": {"eyes": "b"}}
    yard.save()
    import_module("accounts.migrations.0003_set_ups").rename_in_yards(apps, None)
    yard.refresh_from_db()
    (kept,) = defaults_of(yard).ladder.exercises
    assert kept.set_ups == own.set_ups
    assert kept.stages[0].set_ups == ("poles",)
    assert defaults_of(yard).school == {"eyes": "b"}


def test_an_own_fault_says_what_it_counts_as(yard: Yard) -> None:
    own = source_of(YardLadder(), "off-leg")
    assert own is not None
    raw = own.model_dump(mode="json", exclude_none=True)
    new = {"looks": "odd", "first": "Wait."}
    raw["faults"] = [
        {"code": "dull-at-turn", "accepted": "learning"},
        {"code": "odd-one", "accepted": "learning", **new},
        {"code": "odd-two", "accepted": "always", **new},
        {"code": "odd-three", "accepted": "never", **new},
    ]
    raw["stages"][0]["accept_nearly"] = False
    yard.defaults = {"ladder": {"exercises": [raw]}}
    yard.save()
    import_module("accounts.migrations.0004_counts_as").change_in_yards(apps, None)
    yard.refresh_from_db()
    exercise = load_catalogue(defaults_of(yard).ladder).exercise("off-leg")
    counted = {fault.code: str(fault.counts_as) for fault in exercise.faults[:4]}
    assert counted == {
        "dull-at-turn": "wrong", "odd-one": "wrong", "odd-two": "none", "odd-three": "wrong",
    }  # fmt: skip


@pytest.mark.parametrize(
    ("before", "after"),
    [
        ("12:00:00+01:00", "12:00:00"),
        ("12:00Z", "12:00"),
        ("12:00:00", "12:00:00"),
        ("2026-06-01T12:00:00+01:00", "2026-06-01T12:00:00+01:00"),
    ],
)
def test_a_time_that_was_let_in_with_an_offset_can_be_read_again(
    client: Client, fresh_horse: Horse, today: date, before: str, after: str
) -> None:
    session = new_id()
    send(client, [session_item(fresh_horse, session, today), ask_item(session)])
    row = StoredAsk.objects.get()
    row.body = {**row.body, "at": before}
    row.save()
    import_module("training.migrations.0002_times_without_offset").mend(apps, None)
    row.refresh_from_db()
    assert row.body["at"] == after
    assert client.get(f"/api/horses/{fresh_horse.pk}/sessions/{session}").status_code == 200
