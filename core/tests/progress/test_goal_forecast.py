"""What may be foretold of a step, and what may not."""

from __future__ import annotations

from collections.abc import Callable
from datetime import date, timedelta

import pytest
from bucephal.base.errors import BucephalError
from bucephal.ladder import Catalogue, Side
from bucephal.progress import GoalForecast, Standing, goal_forecast, usual_rhythm
from bucephal.record import HorseRecord

Build = Callable[..., HorseRecord]
WEEKS = [(ago, "up-wt.2", side, [5, 4, 3]) for ago in range(21, 0, -3) for side in ("left", "right")]


def ahead(
    record: HorseRecord, catalogue: Catalogue, on: date, step: str, per_week: float = 3
) -> GoalForecast:
    return goal_forecast(Standing(record, catalogue, on), step, per_week)


def test_a_step_is_there_when_all_its_sides_are(catalogue: Catalogue, record_of: Build, today: date) -> None:
    found = ahead(record_of(WEEKS), catalogue, today, "up-wt.2")
    assert found.within is not None
    for rides, chance in found.within.items():
        sides = [one.within[rides] for one in found.sides if one.within is not None]
        assert len(sides) == 2
        assert chance == pytest.approx(sides[0] * sides[1])
    assert found.if_within_40 is not None
    low, high = found.if_within_40.between
    assert 1 <= low <= found.if_within_40.middle <= high <= 40
    assert f"between {low} and {high} rides, most likely {found.if_within_40.middle}" in found.words


def test_nothing_is_claimed_from_one_day_or_one_side(
    catalogue: Catalogue, record_of: Build, today: date
) -> None:
    one_day = ahead(record_of([(2, "halt.2", "none", [5, 4, 3, 3])]), catalogue, today, "halt.2")
    assert one_day.within is None
    assert "too few" in one_day.sides[0].words
    one_side = [row for row in WEEKS if row[2] == "left"]
    found = ahead(record_of(one_side), catalogue, today, "up-wt.2")
    assert found.within is None
    assert [side.within is None for side in found.sides] == [False, True]
    assert "not asked yet" in found.sides[1].words


def test_an_empty_record_claims_nothing_and_lists_the_way(
    catalogue: Catalogue, record_of: Build, today: date
) -> None:
    found = ahead(record_of([]), catalogue, today, "canter.1")
    assert found.within is None
    assert "trot-range.1" in {one.step for one in found.still_to_come}
    assert "too little was asked" in found.words


def test_a_measure_is_not_foretold(catalogue: Catalogue, record_of: Build, today: date) -> None:
    found = ahead(record_of([]), catalogue, today, "settle.1")
    assert found.sides[0].within is None


def test_a_break_counts_before_the_next_ride(catalogue: Catalogue, record_of: Build, today: date) -> None:
    fresh = ahead(record_of(WEEKS), catalogue, today, "up-wt.2").within
    rested = ahead(record_of(WEEKS), catalogue, today + timedelta(days=40), "up-wt.2")
    assert fresh is not None
    assert rested.within is not None
    assert rested.within["5"] < fresh["5"]
    assert any("not asked for 6 weeks" in caution for caution in rested.cautions)


@pytest.mark.parametrize("per_week", [0, -1, 7.5])
def test_a_rhythm_that_cannot_be_is_refused(
    per_week: float, catalogue: Catalogue, record_of: Build, today: date
) -> None:
    with pytest.raises(BucephalError) as refused:
        ahead(record_of(WEEKS), catalogue, today, "up-wt.2", per_week)
    (problem,) = refused.value.problems
    assert (problem.path, problem.value) == ("per_week", per_week)


def test_the_usual_rhythm_is_of_the_last_six_weeks(record_of: Build, today: date) -> None:
    assert usual_rhythm(record_of(WEEKS), today) == pytest.approx(7 / 6, abs=0.05)
    assert usual_rhythm(record_of([]), today) == 0.25


def test_estimates_of_few_asks_say_so(catalogue: Catalogue, record_of: Build, today: date) -> None:
    record = record_of([(1, "halt.2", "none", [3]), *WEEKS])
    track = Standing(record, catalogue, today)
    few, many = (
        track.estimate(track.tracks.by_key[key]) for key in (("halt.2", Side.NONE), ("up-wt.2", Side.LEFT))
    )
    assert few.caution is not None
    assert "only 1 ask on 1 day" in few.caution
    assert many.caution is None
    assert few.high is not None
    assert few.low is not None
    assert many.high is not None
    assert many.low is not None
    assert few.high - few.low > 1.5 * (many.high - many.low)
