"""The filter of one track against the design's reference vectors and against theory."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest
from bucephal.answers import Observation
from bucephal.response import (
    LightnessTrack,
    SideRide,
    session_change,
    side_difference,
    stuck_after,
    tables_for,
)
from bucephal.response.model_parameters import ResponseParameters
from hypothesis import given, settings
from hypothesis import strategies as st
from tests.response.vectors import TOLERANCE, VECTORS, cases_named, observation

FILTER_CASES = [case for case in VECTORS["cases"] if "asks" in case]


def unknown() -> LightnessTrack:
    return LightnessTrack.unknown(tables_for())


@pytest.mark.parametrize("case", FILTER_CASES, ids=lambda case: case["name"])
def test_reference_case(case: dict[str, Any]) -> None:
    track, top = unknown(), case["band_top"]
    for ask, step in zip(case["asks"], case["steps"], strict=True):
        track = track.open_day(ask["day"], None)
        assert track.p_next(top) == pytest.approx(step["p_before"], abs=TOLERANCE)
        track = track.hear(observation(ask))
        assert track.mean == pytest.approx(step["theta_mean"], abs=TOLERANCE)
        assert track.sd == pytest.approx(step["theta_sd"], abs=TOLERANCE)
        assert track.posterior.sum(axis=1) == pytest.approx(step["kind"], abs=TOLERANCE)
    final = case["final"]
    assert track.sure(top) == pytest.approx(final["sure80"], abs=TOLERANCE)
    for days in (1, 2, 7, 30):
        assert track.p_first(days, top) == pytest.approx(final[f"p_first_d{days}"], abs=TOLERANCE)
    if final["p_now"] is not None:
        assert track.p_next(top) == pytest.approx(final["p_now"], abs=TOLERANCE)


def test_a_new_side_starts_from_the_other_and_todays_mood() -> None:
    (case,) = cases_named("17")
    left = unknown()
    for ask in case["left_asks"]:
        left = left.open_day(ask["day"], None).hear(observation(ask))
    right = left.related(VECTORS["parameters"]["side"]).open_day(2, left.mood)
    final = case["final"]
    assert right.p_next(3) == pytest.approx(final["p_before_first_right"], abs=TOLERANCE)
    for ask in case["right_asks"]:
        right = right.hear(observation(ask))
    assert right.mean == pytest.approx(final["theta_mean"], abs=TOLERANCE)
    assert right.sd == pytest.approx(final["theta_sd"], abs=TOLERANCE)
    assert right.p_next(3) == pytest.approx(final["p_now"], abs=TOLERANCE)
    assert right.p_first(2, 3) == pytest.approx(final["p_first_d2"], abs=TOLERANCE)


@pytest.mark.parametrize("case", cases_named("Q3"), ids=lambda case: case["name"])
def test_start_against_end_of_a_session(case: dict[str, Any]) -> None:
    change = session_change(
        case["levels"], case["d"], case["theta_mean_before"], case["theta_var_before"], tables_for()
    )
    assert change.mean == pytest.approx(case["final"]["change_mean"], abs=TOLERANCE)
    assert change.sd == pytest.approx(case["final"]["change_sd"], abs=TOLERANCE)


@pytest.mark.parametrize("case", cases_named("Q4"), ids=lambda case: case["name"])
def test_left_against_right(case: dict[str, Any]) -> None:
    found = side_difference([SideRide(*ride) for ride in case["rides"]], tables_for())
    assert found.mean == pytest.approx(case["final"]["left_minus_right"], abs=TOLERANCE)
    assert found.sd == pytest.approx(case["final"]["sd"], abs=TOLERANCE)


@pytest.mark.parametrize("case", cases_named("Q6"), ids=lambda case: str(case["levels"]))
def test_not_getting_lighter(case: dict[str, Any]) -> None:
    lowest, count = None, 0
    for level in case["levels"]:
        lower = lowest is None or level < lowest
        lowest, count = (level, 1) if lower else (lowest, count + 1)
    assert lowest is not None
    assert (count >= stuck_after(lowest, case["band_top"])) == case["final"]["stop"]


def test_parameters_and_moods_are_those_of_the_vectors() -> None:
    tables, given_ = tables_for(), VECTORS["parameters"]
    assert tables.mood_points == pytest.approx(VECTORS["mood_z"], abs=1e-6)
    assert tables.mood_weights == pytest.approx(VECTORS["mood_weights"], abs=1e-6)
    assert (tables.levels[0], tables.levels[-1], len(tables.levels)) == (-1, 12, 53)
    p = tables.parameters
    assert (p.scatter, p.mood_sd, p.uninformative) == (given_["s"], given_["sm"], given_["lam"])


def test_gaussian_uncensored_case_equals_a_local_level_kalman_filter() -> None:
    """Reference: statsmodels' local-level model (Harvey 1989), an independent implementation."""
    from statsmodels.tsa.statespace.structural import UnobservedComponents

    wander, noise = 1.2 * 0.25, 0.8
    levels = np.array([6.0, 5.5, 5.9, 4.8, 5.1, 4.2, 4.4, 3.9])
    model = UnobservedComponents(levels, "local level")
    model.ssm.initialize_known(np.array([5.0]), np.array([[4.0]]))
    kalman = model.smooth([noise**2, wander**2]).filtered_state[0]

    tables = tables_for(ResponseParameters(learning_rate=0.0, dullness_after_break=0.0,
                                           wander_per_ride=wander, wander_per_day=0.0))  # fmt: skip
    belief = np.exp(-((tables.levels - 5.0) ** 2) / (2 * 4.0))
    means = []
    for index, level in enumerate(levels):
        if index > 0:
            belief = belief @ tables.transition(1)
        belief = belief * np.exp(-((tables.levels - level) ** 2) / (2 * noise**2))
        belief /= belief.sum()
        means.append(float(belief @ tables.levels))
    # The prior of the grid ends at -1 and 12, three and a half standard deviations out.
    assert means == pytest.approx(list(kalman), abs=2e-3)


levels = st.one_of(
    st.integers(1, 10).map(Observation.answered_at), st.integers(1, 10).map(Observation.no_answer_up_to)
)


@settings(max_examples=40, deadline=None)
@given(st.lists(st.tuples(st.integers(1, 20), st.lists(levels, min_size=1, max_size=4)), max_size=6))
def test_probabilities_stay_probabilities(days: list[tuple[int, list[Observation]]]) -> None:
    track, day = unknown(), 0
    for gap, observations in days:
        day += gap
        track = track.open_day(day, None)
        for one in observations:
            track = track.hear(one)
    assert track.posterior.sum() == pytest.approx(1)
    low, high = track.interval()
    assert low < track.mean < high
    chances = [track.p_first(2, top) for top in range(1, 11)]
    assert chances == sorted(chances)
    assert all(0 <= chance <= 1 for chance in (*chances, track.sure(3)))


@settings(max_examples=30, deadline=None)
@given(st.integers(1, 9), st.integers(1, 9))
def test_a_heavier_answer_never_makes_a_horse_lighter(one: int, other: int) -> None:
    light, heavy = sorted((one, other))
    opened = unknown().open_day(0, None)
    assert (
        opened.hear(Observation.answered_at(light)).mean <= opened.hear(Observation.answered_at(heavy)).mean
    )


def test_a_coarse_answer_tells_less_than_a_level() -> None:
    opened = unknown().open_day(0, None)
    coarse, exact = opened.hear(Observation.coarse_light(5)), opened.hear(Observation.answered_at(3))
    assert coarse.sd > exact.sd
    assert opened.hear(Observation.coarse_heavy(5)).mean > coarse.mean


def test_an_ask_before_its_day_is_open_is_a_mistake_of_the_caller() -> None:
    with pytest.raises(ValueError, match="open the day"):
        unknown().hear(Observation.answered_at(3))
