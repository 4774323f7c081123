"""What is derived can always be rebuilt from the asks; what is kept is used for as long as it is true, and no longer."""

from __future__ import annotations

from datetime import date, timedelta
from typing import Any

import pytest
from bucephal.progress import Standing
from derived import services
from derived.models import Derived
from django.core.management import CommandError, call_command
from django.db import DatabaseError
from django.test import Client
from horses.models import Horse
from horses.services import ladder_of
from testing import ask_item, forget_all, new_id, send, session_item
from training.records import record_anew, record_of
from yards.services import save_kit

pytestmark = pytest.mark.django_db


def log_a_session(client: Client, horse: Horse, on: date, levels: tuple[int, ...] = (6, 5, 3)) -> Horse:
    session = new_id()
    asks = [ask_item(session, level, position=position) for position, level in enumerate(levels)]
    send(client, [session_item(horse, session, on), *asks])
    return Horse.objects.get(pk=horse.pk)


def test_going_on_from_what_was_kept_equals_hearing_all_of_it(
    client: Client, horse: Horse, today: date
) -> None:
    services.rebuild(horse, today)
    for days, levels in ((1, (7, 4)), (0, (3, 2, 2))):
        horse = log_a_session(client, horse, today - timedelta(days=days), levels)
        gone_on = services.standing_of(horse, today).estimates()
        forget_all()
        stored = services.standing_of(Horse.objects.get(pk=horse.pk), today).estimates()
        anew = Standing(record_anew(horse), ladder_of(horse), today).estimates()
        assert gone_on == anew
        assert stored == anew


def test_what_is_derived_of_a_record_just_stored_holds(horse: Horse, today: date) -> None:
    services.rebuild(horse, today)
    assert Derived.objects.get(horse=horse).data_version == Horse.objects.get(pk=horse.pk).data_version > 0


def test_what_is_stored_is_read_and_not_worked_out_again(
    horse: Horse, today: date, monkeypatch: pytest.MonkeyPatch
) -> None:
    first = services.worked_out(horse, today)
    forget_all()
    monkeypatch.setattr(services, "_derived", lambda *_: pytest.fail("it was worked out again"))
    assert services.worked_out(Horse.objects.get(pk=horse.pk), today) == first


@pytest.mark.parametrize("of", ["on", "data_version", "recipe"])
def test_what_rests_on_another_day_other_asks_or_other_rules_is_made_anew(
    of: str, horse: Horse, today: date
) -> None:
    true = services.worked_out(horse, today)
    row = Derived.objects.get(horse=horse)
    other: dict[str, Any] = {"on": today - timedelta(days=1), "data_version": 0, "recipe": "other rules"}
    Derived.objects.filter(pk=row.pk).update(**{of: other[of]}, estimates=[])
    forget_all()
    assert services.worked_out(Horse.objects.get(pk=horse.pk), today) == true
    assert getattr(Derived.objects.get(horse=horse), of) == getattr(row, of)


def test_each_ask_and_each_agreement_of_the_yard_makes_a_new_version(
    client: Client, horse: Horse, today: date
) -> None:
    before = services.version_of(horse, today)
    horse = log_a_session(client, horse, today)
    logged = services.version_of(horse, today)
    kit = client.get("/api/yard").json()["kit"]
    save_kit(horse.yard, {kit[0]: False})
    agreed = services.version_of(Horse.objects.get(pk=horse.pk), today)
    assert len({before, logged, agreed, services.version_of(horse, today + timedelta(days=1))}) == 4


def test_later_sessions_are_left_aside(client: Client, horse: Horse, today: date) -> None:
    yesterday = today - timedelta(days=1)
    before = services.standing_of(horse, yesterday).estimates()
    horse = log_a_session(client, horse, today)
    assert services.standing_of(horse, yesterday).estimates() == before
    assert services.standing_of(horse, today).estimates() != before


def test_what_cannot_be_stored_is_answered_all_the_same(
    horse: Horse, today: date, monkeypatch: pytest.MonkeyPatch
) -> None:
    def full(_: Derived) -> None:
        raise DatabaseError("database or disk is full")

    monkeypatch.setattr(services, "_store", full)
    assert services.worked_out(horse, today).days.facts.name == record_of(horse).horse.name
    assert not Derived.objects.exists()


def test_the_check_finds_what_was_changed_by_hand_and_the_rebuild_mends_it(horse: Horse, today: date) -> None:
    services.rebuild(horse, today)
    true = Derived.objects.get(horse=horse).estimates
    call_command("rebuild", "--check", verbosity=0)
    Derived.objects.filter(horse=horse).update(estimates=true[1:])
    with pytest.raises(CommandError, match=str(horse)):
        call_command("rebuild", "--check", verbosity=0)
    call_command("rebuild", verbosity=0)
    assert Derived.objects.get(horse=horse).estimates == true
    call_command("rebuild", "--check", verbosity=0)
