"""The questions put to a track: the next ask, the best so far, left against right."""

from __future__ import annotations

from collections.abc import Callable
from datetime import date, timedelta

import pytest
from bucephal.answers import Observation
from bucephal.ladder import Catalogue, Side
from bucephal.record import HorseRecord
from bucephal.response import (
    LightnessTrack,
    SideRide,
    Tracks,
    best_so_far_threshold,
    side_difference,
    side_rides,
    tables_for,
)
from hypothesis import given, settings
from hypothesis import strategies as st

Build = Callable[..., HorseRecord]


def worked(levels: list[list[int]]) -> LightnessTrack:
    """A track after some days, two days apart."""
    track = LightnessTrack.unknown(tables_for())
    for number, day in enumerate(levels):
        track = track.open_day(2 * number, None)
        for level in day:
            track = track.hear(Observation.answered_at(level))
    return track


# --- the next ask -------------------------------------------------------------------------------


def test_what_is_said_before_an_ask_is_what_the_filter_then_uses(
    catalogue: Catalogue, record_of: Build, today: date
) -> None:
    record = record_of([(6, "halt.2", "none", [6, 4]), (4, "halt.2", "none", [5, 3])])
    tracks = Tracks.of(record, catalogue)
    track = tracks.by_key["halt.2", Side.NONE]
    same_day = today - timedelta(days=4)
    assert tracks.chance_light("halt.2", Side.NONE, same_day) == track.p_next(same_day)
    for days in (1, 2, 9):
        later = same_day + timedelta(days=days)
        assert tracks.chance_light("halt.2", Side.NONE, later) == pytest.approx(track.p_first(later))


def test_of_a_step_never_asked_the_chance_is_that_of_any_horse(
    catalogue: Catalogue, record_of: Build, today: date
) -> None:
    nothing = Tracks.of(record_of([]), catalogue)
    unknown = LightnessTrack.unknown(tables_for()).open_day(0, None).p_next(5)
    assert nothing.chance_light("halt.2", Side.NONE, today) == pytest.approx(unknown)
    assert nothing.chance_light("touch.1", Side.LEFT, today) == 0.5


@settings(max_examples=25, deadline=None)
@given(st.lists(st.integers(1, 10), min_size=1, max_size=6), st.integers(1, 9))
def test_a_wider_band_is_never_less_likely(levels: list[int], top: int) -> None:
    track = worked([[level] for level in levels])
    assert track.p_first(2, top) <= track.p_first(2, top + 1) + 1e-12
    assert track.sure(top) <= track.sure(top + 1) + 1e-12


@settings(max_examples=25, deadline=None)
@given(st.lists(st.integers(1, 10), min_size=1, max_size=6), st.integers(2, 59))
def test_longer_off_is_never_lighter(levels: list[int], days: int) -> None:
    track = worked([[level] for level in levels])
    assert track.p_first(days + 1, 5) <= track.p_first(days, 5) + 1e-9


# --- best so far --------------------------------------------------------------------------------


def test_the_best_so_far_is_a_surprise_and_better_than_anything_before() -> None:
    track = worked([[7, 6], [6, 5], [6, 5], [5, 5]])
    threshold = best_so_far_threshold(track, 10, 4, lowest_so_far=5)
    assert threshold is not None
    assert 1 < threshold <= 5
    chance = track.open_day(10, None).p_next(threshold - 1)
    assert chance is not None
    assert chance <= 0.10 + 1e-9


@pytest.mark.parametrize(("days", "lowest"), [(2, 5), (4, None), (4, 1)])
def test_no_best_so_far_with_too_little_to_compare(days: int, lowest: int | None) -> None:
    assert best_so_far_threshold(worked([[3]] * 4), 10, days, lowest) is None


# --- left against right -------------------------------------------------------------------------


def test_only_rides_with_both_sides_are_compared(catalogue: Catalogue, record_of: Build) -> None:
    record = record_of(
        [
            (9, "up-wt.2", "left", [5, 4]),
            (9, "up-wt.2", "right", [6]),
            (6, "up-wt.2", "left", [4]),
            (2, "up-wt.2", "left", [4]),
            (2, "up-wt.2", "right", [None, 5]),
        ]
    )
    tracks = Tracks.of(record, catalogue)
    left, right = (tracks.by_key["up-wt.2", side] for side in (Side.LEFT, Side.RIGHT))
    assert side_rides(left, right) == [
        SideRide([5.0, 4.0], 2, [6.0], 2),
        SideRide([4.0], 4, [11.0, 5.0], 7),
    ]


def test_one_wild_ride_does_not_make_a_horse_one_sided() -> None:
    even = [SideRide([3.0, 2.0], 2, [3.0, 2.0], 2)] * 8
    wild = SideRide([10.0, 10.0], 2, [1.0, 1.0], 2)
    calm, shaken = side_difference(even, tables_for()), side_difference([*even, wild], tables_for())
    assert calm.mean == pytest.approx(0.0, abs=1e-9)
    assert shaken.p_above(0.5) < 0.8


def test_a_steady_difference_is_found_and_has_its_sign() -> None:
    heavier_right = [SideRide([2.0, 2.0, 2.0], 2, [5.0, 4.0, 4.0], 2)] * 6
    difference = side_difference(heavier_right, tables_for())
    assert difference.p_below(-0.5) > 0.9
    mirrored = side_difference([SideRide(r.right, 2, r.left, 2) for r in heavier_right], tables_for())
    assert mirrored.mean == pytest.approx(-difference.mean)
