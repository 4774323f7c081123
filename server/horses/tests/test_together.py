"""Two who change a horse at once: what both have entered is kept, each on what the other left."""

from __future__ import annotations

from collections.abc import Callable
from datetime import date, timedelta

import pytest
from horses import services
from horses.models import Horse
from training import decisions
from training.records import record_of

pytestmark = pytest.mark.django_db

Change = Callable[[Horse, date, int], None]


def decided(horse: Horse, today: date, number: int) -> None:
    step = ("halt.2", "halt.3")[number]
    decisions.decide(horse, {"step": step, "state": "open", "reason": "seen it"}, today)


def flagged(horse: Horse, today: date, number: int) -> None:
    services.raise_flag(horse, {"code": ("tense-work", "stumbles")[number], "note": "seen"}, today)


def visited(horse: Horse, today: date, number: int) -> None:
    services.set_busy(horse, {"date": str(today + timedelta(days=number)), "what": "vet"})


@pytest.mark.parametrize(("change", "kept"), [(decided, "overrides"), (flagged, "flags"), (visited, "busy")])
def test_what_two_enter_at_once_is_kept_of_both(change: Change, kept: str, horse: Horse, today: date) -> None:
    """Both have the horse as it was before either changed it."""
    one, other = Horse.objects.get(pk=horse.pk), Horse.objects.get(pk=horse.pk)
    for number, theirs in enumerate((one, other)):
        change(theirs, today, number)
    assert len(getattr(Horse.objects.get(pk=horse.pk), kept)) == 2


def test_a_change_that_fails_leaves_no_trace(horse: Horse, today: date) -> None:
    before = Horse.objects.values().get(pk=horse.pk)

    def broken() -> None:
        with services.held(horse, "flags"):
            horse.flags = [{"code": "nonsense"}]
            raise ValueError("not a kind")

    with pytest.raises(ValueError, match="not a kind"):
        broken()
    assert Horse.objects.values().get(pk=horse.pk) == before
    assert record_of(Horse.objects.get(pk=horse.pk)).flags == ()
