"""Lean, strides, distances of poles: physics, and what is usual."""

from __future__ import annotations

from math import pi, sqrt

import pytest
from bucephal.ground.gaits import (
    GAITS,
    LEAN_LIMIT_DEG,
    POLE_BAND_M,
    lean_deg,
    pole_distance_m,
    smallest_radius_m,
    speed_ms,
    stride_m,
)
from bucephal.ladder import Gait
from hypothesis import given
from hypothesis import strategies as st


@pytest.mark.parametrize(("speed", "radius", "degrees"), [(3.5, 7.5, 9.5), (6, 10, 20.2), (4.5, 3.5, 31)])
def test_lean_is_that_of_the_balance_of_forces(speed: float, radius: float, degrees: float) -> None:
    """tan(angle) = v^2 / (g r): physics; the figures are those that trainers are told."""
    assert lean_deg(speed, radius) == pytest.approx(degrees, abs=0.55 if degrees == 31 else 0.05)


@given(st.floats(0.5, 9))
def test_on_its_smallest_circle_a_gait_leans_as_far_as_it_should(speed: float) -> None:
    assert lean_deg(speed, smallest_radius_m(speed)) == pytest.approx(LEAN_LIMIT_DEG)


def test_canter_of_six_metres_a_second_wants_the_circle_it_is_begun_on() -> None:
    """20 m across; common practice, no source."""
    assert 2 * smallest_radius_m(6) == pytest.approx(20, abs=0.5)


def test_on_no_circle_at_all_there_is_no_standing() -> None:
    assert lean_deg(3, 0) == 90


@pytest.mark.parametrize("gait", GAITS)
def test_poles_lie_as_far_apart_as_the_gait_wants(gait: Gait) -> None:
    """Walk 0.8 to 0.9 m, trot 1.2 to 1.4, canter 2.8 to 3.3; common practice, no source."""
    low, high = {Gait.WALK: (0.8, 0.9), Gait.TROT: (1.2, 1.4), Gait.CANTER: (2.8, 3.3)}[gait]
    assert POLE_BAND_M[gait] == (low, high)
    assert low <= pole_distance_m(gait) <= high
    assert pole_distance_m(gait, 125) < low, "a pony's lie closer"


@pytest.mark.parametrize(
    ("gait", "a_minute"), [(Gait.WALK, (50, 60)), (Gait.TROT, (70, 85)), (Gait.CANTER, (90, 105))]
)
def test_speed_and_stride_give_the_rhythm_of_the_gait(gait: Gait, a_minute: tuple[int, int]) -> None:
    """Strides a minute as they are counted; common practice, no source."""
    assert a_minute[0] <= 60 * speed_ms(gait) / stride_m(gait) <= a_minute[1]


@given(st.sampled_from(GAITS), st.floats(80, 190))
def test_a_smaller_horse_goes_in_the_same_manner(gait: Gait, withers_cm: float) -> None:
    """Equal Froude number, v^2 / (g h) (Alexander and Jayes 1983; from memory)."""
    froude = speed_ms(gait, withers_cm) ** 2 / withers_cm
    assert froude == pytest.approx(speed_ms(gait) ** 2 / 160)
    assert stride_m(gait, withers_cm) / withers_cm == pytest.approx(stride_m(gait) / 160)


def test_a_pendulum_is_slower_the_longer_it_is() -> None:
    """Rhythm falls with the root of height, as a leg's swing does: 2 pi sqrt(l / g)."""
    small, large = 120, 170
    rhythm = [speed_ms(Gait.WALK, cm) / stride_m(Gait.WALK, cm) for cm in (small, large)]
    assert rhythm[0] / rhythm[1] == pytest.approx(2 * pi * sqrt(large) / (2 * pi * sqrt(small)))
