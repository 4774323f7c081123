"""The invented scenario: sound records, and horses that get somewhere with the product's own plan."""

from __future__ import annotations

from datetime import date, timedelta

import pytest
from bucephal.ladder import load_catalogue
from bucephal.progress import Standing, StepState
from bucephal.record import read_record, write_record

from demo.diary import sallowfen_record
from demo.horses import HORSES

DAY = date(2026, 6, 15)
YOUNGEST, PIPIT = (next(horse for horse in HORSES if horse.name == name) for name in ("Thimble", "Pipit"))


def test_six_horses_each_with_a_seed_of_its_own() -> None:
    assert len({horse.name for horse in HORSES}) == len({horse.seed for horse in HORSES}) == 6


@pytest.mark.parametrize("horse", [YOUNGEST, PIPIT], ids=lambda horse: horse.name)
def test_a_record_is_sound_repeatable_and_ends_before_today(horse: object) -> None:
    record = sallowfen_record(horse, load_catalogue(), DAY)  # type: ignore[arg-type]
    assert read_record(write_record(record), load_catalogue(), DAY) == record
    assert sallowfen_record(horse, load_catalogue(), DAY) == record  # type: ignore[arg-type]
    assert max(session.date for session in record.sessions) < DAY


def test_the_planner_takes_a_youngster_up_the_ladder_and_never_beyond_its_age() -> None:
    catalogue = load_catalogue()
    record = sallowfen_record(PIPIT, catalogue, DAY)
    good = (StepState.READY, StepState.CONFIRMED)

    def good_steps(day: date) -> set[str]:
        past = tuple(session for session in record.sessions if session.date <= day)
        standing = Standing(record.model_copy(update={"sessions": past}), catalogue, day)
        return {step for step in catalogue.steps if standing.state(step) in good}

    early, late = good_steps(record.sessions[2].date), good_steps(DAY)
    assert len(late) >= len(early) + 5
    born = record.horse.born
    assert born is not None
    for session in record.sessions:
        months = (session.date - born) / timedelta(days=30.44)
        for ask in session.asks:
            assert catalogue.stage(ask.step).least_age_months <= months + 1
