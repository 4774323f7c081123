"""Virtual horses: seeded, and they do what horses are said to do (common practice, no source)."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import date
from typing import Any

import numpy as np
import pytest
from bucephal.lab.virtual_horse import Traits, VirtualHorse, Weather, draw_weather, simulate_record
from bucephal.ladder import Catalogue, Side
from bucephal.record import Ask


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


# --- what handling does to a horse (common practice, no source) ---------------------------------


def level_after_a_month(
    seed: int, catalogue: Catalogue, *, asks: int, band_top: int = 5, **how: Any
) -> float:
    one = horse(catalogue, seed, start=7.0, plateau_chance=0.0, setback_chance=0.0)
    for day in range(0, 28, 2):
        one.begin_day(day)
        for _ in range(asks):
            one.ask("up-wt.2", Side.LEFT, band_top, **how)
    one.begin_day(30)
    return one.true_level("up-wt.2", Side.LEFT)


def average(found: Iterable[float]) -> float:
    return float(np.mean(list(found)))


def test_nagging_makes_dull(catalogue: Catalogue) -> None:
    """A trainer who gives up at a light level and asks again, against one who gets an answer."""
    patient = average(level_after_a_month(seed, catalogue, asks=4) for seed in range(10))
    nagging = average(level_after_a_month(seed, catalogue, asks=4, give_up_at=3) for seed in range(10))
    assert nagging > 7.0 > patient + 2


def test_drilling_teaches_no_more_than_enough_and_tires(catalogue: Catalogue) -> None:
    enough = average(level_after_a_month(seed, catalogue, asks=5) for seed in range(10))
    drilled = average(level_after_a_month(seed, catalogue, asks=25) for seed in range(10))
    assert drilled > enough + 0.5
    days = [day for seed in range(20) for day in ridden_days(horse(catalogue, seed), 3, asks=25)]
    assert mean_level([day[-1] for day in days]) > mean_level([day[5] for day in days]) + 1


def test_pressure_that_rises_too_fast_makes_jumpy(catalogue: Catalogue) -> None:
    def leaps(rise: int) -> int:
        found = 0
        for seed in range(30):
            one = horse(catalogue, seed, start=5.0)
            one.begin_day(1)
            found += sum(one.ask("up-wt.2", Side.LEFT, 5, rise=rise).over for _ in range(6))
        return found

    assert leaps(3) > 3 * max(leaps(1), 1)


def test_insects_and_wind_make_it_heavier(catalogue: Catalogue) -> None:
    calm, bothered = list[Ask](), list[Ask]()
    for seed in range(60):
        for found, weather in ((calm, Weather()), (bothered, Weather(insects=True, wind=1.0))):
            one = horse(catalogue, seed)
            one.begin_day(1, weather)
            found += [one.ask("up-wt.2", Side.LEFT, 5) for _ in range(4)]
    assert mean_level(bothered) > mean_level(calm) + 0.6


def test_days_off_make_the_first_ask_heavier(catalogue: Catalogue) -> None:
    def first(gap: int) -> float:
        found = []
        for seed in range(60):
            one = horse(catalogue, seed, moodiness=0.2)
            for day in (1, 3, 5, 5 + gap):
                one.begin_day(day)
                asks = [one.ask("up-wt.2", Side.LEFT, 5) for _ in range(3)]
            found.append(asks[0])
        return mean_level(found)

    assert first(30) > first(1) + 0.4


def test_the_truth_it_tells_is_what_happens(catalogue: Catalogue) -> None:
    said, happened = [], []
    for seed in range(400):
        one = horse(catalogue, seed, start=4.5, moodiness=0.9)
        one.begin_day(1)
        said.append(one.chance_light("up-wt.2", Side.LEFT, 4))
        ask = one.ask("up-wt.2", Side.LEFT, 4)
        happened.append(ask.answered and (ask.level or 99) <= 4 and ask.correct == "yes")
    assert np.mean(said) == pytest.approx(np.mean(happened), abs=0.06)


def test_weather_of_a_year(catalogue: Catalogue) -> None:
    rng = np.random.default_rng(3)
    january, july = ([draw_weather(rng, day) for _ in range(200)] for day in (15, 200))
    assert average(w.air_c for w in july) > average(w.air_c for w in january) + 8
    assert sum(w.insects for w in july) > 20 > sum(w.insects for w in january)
    assert all(0 <= w.conditions().wind <= 15 for w in july)  # type: ignore[operator]


# --- how fast it learns (common practice, no source: what is new is clear within a session, light over weeks) ---


def test_what_is_new_becomes_clear_within_the_session_and_most_of_it_stays(catalogue: Catalogue) -> None:
    gains, kept = [], []
    for seed in range(40):
        one = horse(catalogue, seed, plateau_chance=0.0, setback_chance=0.0, quickness=0.0)
        one.begin_day(1)
        before = one.true_level("hip-g.1", Side.LEFT)
        for _ in range(4):
            one.ask("hip-g.1", Side.LEFT, 10)
        dusk = one.true_level("hip-g.1", Side.LEFT)
        one.begin_day(2)
        gains.append(before - dusk)
        kept.append(before - one.true_level("hip-g.1", Side.LEFT))
    assert average(gains) > 0.4
    assert average(kept) == pytest.approx(0.7 * average(gains), abs=0.02)


def test_five_small_questions_in_one_session(catalogue: Catalogue) -> None:
    """A youngster that yields and backs is sent out, stopped and changed in one session, at walk."""
    known = {"hip-g.2": 2.5, "shoulder-g.2": 2.5, "backup-g.2": 2.5, "stand.1": 0.9}
    lights = []
    for seed in range(40):
        one = VirtualHorse(Traits(start=4.6), catalogue, np.random.default_rng(seed), dict(known))
        one.begin_day(1)
        for stage in range(1, 6):
            asks = [one.ask(f"send.{stage}", Side.LEFT, 5) for _ in range(3)]
        lights.append(average([ask.answered and (ask.level or 99) <= 5 for ask in asks]))
    assert average(lights) > 0.75


@pytest.mark.parametrize(("step", "rests_on"), [("shoulder-g.1", "hip-g.1"), ("bridle.1", "touch.1")])
def test_who_comes_too_early_meets_it_heavier(step: str, rests_on: str, catalogue: Catalogue) -> None:
    chances = []
    for ease in (0, 1):
        good = catalogue.exercise(rests_on).kind == "T"
        level = (0.3, 0.95)[ease] if good else (8.0, 2.0)[ease]
        one = VirtualHorse(Traits(start=4.6), catalogue, np.random.default_rng(5), {rests_on: level})
        one.begin_day(1)
        side = catalogue.exercise(step).side_names[0]
        chances.append(one.chance_first(step, side, 5))
    assert chances[1] > chances[0] + 0.1


def test_what_was_met_before_alarms_less(catalogue: Catalogue) -> None:
    tense = {True: 0, False: 0}
    for seed in range(150):
        one = horse(catalogue, seed, wariness=0.4)
        for day in (1, 3):
            one.begin_day(day)
            asks = [one.ask("touch.4", Side.LEFT, 5) for _ in range(4)]
            tense[day == 1] += sum(ask.tension != "calm" for ask in asks)
    assert tense[True] > 1.5 * tense[False]
