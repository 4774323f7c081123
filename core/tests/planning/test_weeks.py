"""The planner day after day: a horse always has something to do, and gets somewhere."""

from __future__ import annotations

from datetime import date, timedelta

import numpy as np
import pytest
from bucephal.lab.virtual_horse import VirtualHorse, draw_traits
from bucephal.ladder import Catalogue
from bucephal.planning import PlanRequest, plan_session
from bucephal.record import Ask, Goal, Horse, HorseRecord, Session, SessionKind, Tension, band_for
from bucephal.record.models import FORMAT, VERSION

START = date(2026, 3, 2)
SESSIONS = 16


def worked(seed: int, months: int, catalogue: Catalogue, goal: str) -> list[tuple[date, list[Ask]]]:
    """Some weeks of a virtual horse that does what the plan says, each ask asked as planned."""
    rng = np.random.default_rng(seed)
    horse = VirtualHorse(draw_traits(rng), catalogue, rng)
    born = START - timedelta(days=round(months * 30.44))
    record = HorseRecord(
        format=FORMAT, version=VERSION, horse=Horse(name="Young", born=born), goals=(Goal(step=goal),)
    )
    days = []
    for number in range(SESSIONS):
        day = START + timedelta(days=2 * number)
        horse.begin_day(day.toordinal())
        plan = plan_session(record, catalogue, PlanRequest(on=day, minutes=20, helper=True))
        asks = [
            horse.ask(item.step, dose.side, band_for(record.horse, catalogue, item.step)[1])
            for item in plan.items
            if item.step is not None
            for dose in item.sides
            for _ in range(dose.asks)
        ]
        days.append((day, asks))
        session = Session(date=day, kind=SessionKind.GROUND, asks=tuple(asks))
        record = record.model_copy(update={"sessions": (*record.sessions, session)})
    return days


@pytest.mark.parametrize("seed", range(6))
@pytest.mark.parametrize(("months", "goal"), [(15, "touch.4"), (27, "send.5")])
def test_a_youngster_never_runs_out_of_things_to_do(
    seed: int, months: int, goal: str, catalogue: Catalogue
) -> None:
    days = worked(seed, months, catalogue, goal)
    # But for the calm day after an alarm in the only thing that it knows yet.
    empty = [number for number, (_, asks) in enumerate(days) if not asks]
    assert len(empty) <= 1
    for number in empty:
        assert any(ask.tension is Tension.ALARMED for ask in days[number - 1][1])


def test_over_the_weeks_it_comes_to_new_steps(catalogue: Catalogue) -> None:
    reached = []
    for seed in range(4):
        days = worked(seed, 27, catalogue, "send.5")
        first, last = ({ask.step for _, asks in part for ask in asks} for part in (days[:3], days[3:]))
        reached.append(len(last - first))
    assert min(reached) >= 1
    assert sum(reached) >= 8
