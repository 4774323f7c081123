"""Virtual horses: seeded, and they do what horses are said to do (common practice, no source)."""

from __future__ import annotations

from datetime import date

import numpy as np
from bucephal.ladder import Catalogue, Side
from bucephal.record import Ask
from bucephal.simulate import Traits, VirtualHorse, simulate_record


def horse(catalogue: Catalogue, seed: int = 1, **traits: object) -> VirtualHorse:
    return VirtualHorse(Traits(**traits), catalogue, np.random.default_rng(seed))  # type: ignore[arg-type]


def mean_level(asks: list[Ask]) -> float:
    return float(np.mean([(ask.level or 0) + (not ask.answered) for ask in asks]))


def ridden_days(one: VirtualHorse, days: int, side: Side = Side.LEFT, asks: int = 4) -> list[list[Ask]]:
    found = []
    for day in range(0, 2 * days, 2):
        one.begin_day(day)
        found.append([one.ask("up-wt.2", side, 5) for _ in range(asks)])
    return found


def test_the_same_seed_gives_the_same_record(catalogue: Catalogue, today: date) -> None:
    one, same, other = (simulate_record(seed, catalogue, sessions=5, end=today) for seed in (7, 7, 8))
    assert one == same
    assert one != other
    assert one.sessions[-1].date == today


def test_light_answers_make_it_lighter_over_the_weeks(catalogue: Catalogue) -> None:
    drops = []
    for seed in range(20):
        days = ridden_days(horse(catalogue, seed), 15)
        drops.append(mean_level(days[0]) - mean_level(days[-1]))
    assert np.mean(drops) > 1.5


def test_the_first_ask_of_a_day_is_heavier(catalogue: Catalogue) -> None:
    days = [day for seed in range(20) for day in ridden_days(horse(catalogue, seed), 10)]
    assert mean_level([day[0] for day in days]) > mean_level([day[-1] for day in days]) + 0.5


def test_a_stiff_side_is_heavier(catalogue: Catalogue) -> None:
    traits = {"stiff_side": Side.RIGHT, "stiffness": 1.5}
    left = [day for seed in range(20) for day in ridden_days(horse(catalogue, seed, **traits), 3)]
    right = [
        day for seed in range(20) for day in ridden_days(horse(catalogue, seed, **traits), 3, Side.RIGHT)
    ]
    gap = mean_level([ask for day in right for ask in day]) - mean_level([ask for day in left for ask in day])
    assert gap > 0.7


def test_settling_gets_shorter_and_days_off_add_to_it(catalogue: Catalogue) -> None:
    first, later, rested = [], [], []
    for seed in range(30):
        one = horse(catalogue, seed)
        one.begin_day(0)
        first.append(one.settle_minutes(1))
        for day in range(1, 30):
            one.begin_day(day)
        later.append(one.settle_minutes(1))
        rested.append(one.settle_minutes(7))
    assert np.mean(later) < np.mean(first) / 2
    assert np.mean(rested) > np.mean(later) + 2
