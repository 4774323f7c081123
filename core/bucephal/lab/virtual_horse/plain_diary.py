"""The record of a virtual horse worked by a plain trainer: ask until three light in a row."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date, timedelta

import numpy as np

from bucephal.answers import StepRule, is_accepted
from bucephal.lab.virtual_horse.horse import VirtualHorse
from bucephal.lab.virtual_horse.traits import draw_traits, draw_weather
from bucephal.ladder import Catalogue, Side
from bucephal.record import Ask, Horse, HorseRecord, Session, Settle, band_for, kind_of_session
from bucephal.record.models import FORMAT, VERSION

USUAL_STEPS = ("halt.2", "steer.1", "up-wt.2", "down-tw.1")
DAYS_BETWEEN = (1, 2, 2, 3)
IN_A_ROW = 3
USUAL_CAP = 6


def new_id(rng: np.random.Generator) -> str:
    """A random UUID from the given source, so that a seed gives the same record."""
    high, low = rng.bit_generator.random_raw(), rng.bit_generator.random_raw()
    return (
        f"{high >> 32:08x}-{high >> 16 & 0xFFFF:04x}-4{high & 0xFFF:03x}"
        f"-8{low >> 52:03x}-{low & 0xFFFFFFFFFFFF:012x}"
    )


def simulate_record(
    seed: int,
    catalogue: Catalogue,
    *,
    sessions: int,
    steps: Sequence[str] | None = None,
    start: date | None = None,
    end: date,
) -> HorseRecord:
    """A record of ``sessions`` sessions over some months.

    Args:
        seed: which horse; the same seed gives the same record.
        steps: what is worked each time, in order.
        start: first day; if None, the last session falls on ``end``.
        end: no session lies after it.
    """
    rng = np.random.default_rng(seed)
    traits = draw_traits(rng)
    horse = VirtualHorse(traits, catalogue, rng)
    gaps = [int(rng.choice(DAYS_BETWEEN)) for _ in range(sessions - 1)]
    first = start or end - timedelta(days=sum(gaps))
    days = [first + timedelta(days=sum(gaps[:n])) for n in range(sessions)]
    identity = Horse(id=new_id(rng), name=f"Virtual {seed}", born=date(first.year - 6, 5, 1), arrived=first)
    rules = [
        StepRule(catalogue.exercise(step), catalogue.stage(step), band_for(identity, catalogue, step))
        for step in steps or USUAL_STEPS
    ]
    return HorseRecord(
        format=FORMAT,
        version=VERSION,
        horse=identity,
        sessions=tuple(_session(horse, rules, day, rng) for day in days if day <= end),
    )


def _session(horse: VirtualHorse, rules: Sequence[StepRule], day: date, rng: np.random.Generator) -> Session:
    weather = draw_weather(rng, day.timetuple().tm_yday)
    horse.begin_day(day.toordinal(), weather)
    asks = [
        ask
        for rule in rules
        for side in rule.exercise.side_names
        for ask in _until_light(horse, rule, side, rng)
    ]
    minutes = horse.settle_minutes(1)
    settle = Settle(first_min=round(minutes / 2, 1), whole_min=minutes, settled=True)
    kind = kind_of_session((rule.stage.step for rule in rules), horse.catalogue)
    return Session(
        id=new_id(rng), date=day, kind=kind, settle=settle,
        conditions=weather.conditions(), asks=tuple(asks),
    )  # fmt: skip


def _until_light(horse: VirtualHorse, rule: StepRule, side: Side, rng: np.random.Generator) -> list[Ask]:
    asks: list[Ask] = []
    row = 0
    while row < IN_A_ROW and len(asks) < (rule.exercise.cap or USUAL_CAP):
        ask = horse.ask(rule.stage.step, side, rule.band_top, ask_id=new_id(rng))
        asks.append(ask)
        row = row + 1 if is_accepted(ask, rule) else 0
    return asks
