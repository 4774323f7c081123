"""Tracks of a whole record: what enters, shares, ready, confirmed, slipping."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

import pytest
from bucephal.answers import is_accepted
from bucephal.ladder import Catalogue, Side
from bucephal.planning import PlanRequest, plan_session
from bucephal.record import Ask, DatedAsk, HorseRecord, Session
from bucephal.response import ShareTrack, Tracks
from bucephal.response.confirmation import TrackStanding
from scipy import stats
from tests.conftest import TODAY

Build = Callable[..., HorseRecord]


@pytest.fixture
def rule(catalogue: Catalogue, record_of: Build):  # type: ignore[no-untyped-def]
    return Tracks(record_of([]).horse, catalogue).rule("up-wt.2")


def ask(**changes: object) -> Ask:
    return Ask.model_validate({"step": "up-wt.2", "side": "left", "level": 4, **changes})


@pytest.mark.parametrize(
    ("changes", "accepted"),
    [({}, True), ({"level": 6}, False), ({"tension": "tight"}, False), ({"over": True}, False),
     ({"correct": "nearly"}, True), ({"correct": "no"}, False), ({"answered": False}, False)],
)  # fmt: skip
def test_accepted_is_light_right_and_calm(rule, changes: dict[str, object], accepted: bool) -> None:  # type: ignore[no-untyped-def]
    assert is_accepted(ask(**changes), rule) is accepted


def test_nearly_is_not_accepted_once_the_step_has_been_ready(record_of: Build, catalogue: Catalogue) -> None:
    # Two days, both answers accepted: ready on the third morning, and learning no more for good.
    for days, accepted in ((1, True), (2, False)):
        light = [(9 - 2 * ago, "up-wt.2", side, [2]) for ago in range(days) for side in ("left", "right")]
        tracks = Tracks.of(record_of(light), catalogue)
        row = DatedAsk(ask(correct="nearly", level=2), TODAY, Session(date=TODAY))
        tracks.hear(row)
        assert tracks.by_key["up-wt.2", Side.LEFT].meanings[-1].accepted is accepted


def test_share_equals_the_beta_posterior_of_a_statistics_library() -> None:
    track = ShareTrack()
    for success in (True, True, False, True, True):
        track = track.hear(success, day=1)
    reference = stats.beta(1 + 4, 1 + 1)
    assert track.mean == pytest.approx(reference.mean())
    assert track.sure == pytest.approx(reference.sf(0.8))
    assert track.interval() == pytest.approx(reference.interval(0.8))


def test_each_day_keeps_95_percent_of_the_old_counts() -> None:
    track = ShareTrack().hear(True, 1).hear(True, 1).hear(False, 5)
    assert (track.successes, track.failures) == pytest.approx((1.9, 1.0))


def test_ready_wants_two_days_and_two_accepted(catalogue: Catalogue, record_of: Build) -> None:
    one_day = Tracks.of(record_of([(5, "halt.2", "none", [2, 2, 2, 2])]), catalogue)
    two_days = Tracks.of(record_of([(5, "halt.2", "none", [2, 2]), (3, "halt.2", "none", [2])]), catalogue)
    heavy_end = Tracks.of(
        record_of([(5, "halt.2", "none", [2, 2]), (3, "halt.2", "none", [2, 7])]), catalogue
    )
    key = ("halt.2", Side.NONE)
    assert not one_day.by_key[key].is_ready()
    assert two_days.by_key[key].is_ready()
    assert not heavy_end.by_key[key].is_ready()


def after(standing: TrackStanding, **changes: object) -> TrackStanding:
    facts: dict[str, object] = {
        "first_accepted": True, "first_light": True, "sure": 0.5, "p_first": 0.9,
        "safety": False, "is_share": False,
    }  # fmt: skip
    return standing.after_day(**(facts | changes))  # type: ignore[arg-type]


def test_confirmed_wants_sureness_and_three_first_answers() -> None:
    standing = TrackStanding()
    for expected in (False, False, True):
        standing = after(standing, sure=0.85)
        assert standing.confirmed is expected
    assert (
        after(after(after(TrackStanding(), sure=0.95), sure=0.95, first_accepted=False), sure=0.95).confirmed
        is False
    )


def test_twelve_first_answers_confirm_without_the_model_and_sixteen_where_it_is_a_safety_step() -> None:
    plain = safety = TrackStanding()
    confirmed_at: dict[str, int] = {}
    for number in range(1, 18):
        plain, safety = after(plain), after(safety, safety=True)
        for name, standing in (("plain", plain), ("safety", safety)):
            if standing.confirmed:
                confirmed_at.setdefault(name, number)
    assert confirmed_at == {"plain": 12, "safety": 16}


def test_a_safety_step_wants_to_be_surer() -> None:
    standing = TrackStanding(first_accepted_run=5)
    assert not after(standing, sure=0.85, safety=True).confirmed
    assert after(standing, sure=0.91, safety=True).confirmed


def test_confirmed_holds_until_it_slips_and_slipping_until_it_is_confirmed_again() -> None:
    confirmed = replace(TrackStanding(), confirmed=True)
    held = after(confirmed, first_accepted=False, p_first=0.71)
    assert held.confirmed
    slipped = after(held, first_accepted=False, p_first=0.69)
    assert (slipped.confirmed, slipped.slipping) == (False, True)
    assert after(slipped, p_first=0.75).slipping
    again = after(after(after(slipped, sure=0.9), sure=0.9), sure=0.9)
    assert (again.confirmed, again.slipping) == (True, False)


def test_three_heavy_first_answers_slip_whatever_the_model_still_believes() -> None:
    standing = replace(TrackStanding(), confirmed=True)
    for expected in (False, False, True):
        standing = after(standing, first_accepted=False, first_light=False, p_first=0.98)
        assert standing.slipping is expected


def test_a_horse_that_goes_heavy_on_one_side_slips_there_only(catalogue: Catalogue, record_of: Build) -> None:
    good = [(60 - 2 * n, "up-wt.2", side, [2, 2]) for n in range(12) for side in ("left", "right")]
    bad = [(30 - 2 * n, "up-wt.2", "right", [9, 9]) for n in range(4)]
    tracks = Tracks.of(record_of([*good, *bad]), catalogue)
    left, right = tracks.by_key["up-wt.2", Side.LEFT], tracks.by_key["up-wt.2", Side.RIGHT]
    assert left.standing.confirmed
    assert right.standing.slipping


def test_a_step_that_was_ready_and_slipped_is_learned_no_more(record_of: Build, catalogue: Catalogue) -> None:
    sides = ("left", "right")
    good = [(60 - 2 * n, "up-wt.2", side, [2, 2]) for n in range(8) for side in sides]
    bad = [(30 - 2 * n, "up-wt.2", side, [9, 9]) for n in range(4) for side in sides]
    assert Tracks.of(record_of(good[:2]), catalogue).has_been_ready("up-wt.2") is False
    tracks = Tracks.of(record_of([*good, *bad]), catalogue)
    assert not any(tracks.by_key["up-wt.2", Side(side)].is_ready() for side in sides)
    assert tracks.has_been_ready("up-wt.2")
    plan = plan_session(record_of([*good, *bad]), catalogue, PlanRequest(on=TODAY, minutes=40))
    (item,) = [one for one in plan.items if one.step == "up-wt.2"]
    assert not item.green
