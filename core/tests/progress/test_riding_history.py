"""A horse that was ridden before goes on being ridden, brakes first. Common practice, no source."""

from __future__ import annotations

from typing import Any

import pytest
from bucephal.ladder import load_catalogue
from bucephal.pages import step_guide
from bucephal.progress import Standing, StepState
from bucephal.record import Background, HorseRecord
from tests.telling import TODAY, Told, ask, record_with

RACING, STARTED, REST = Background.FROM_RACING, Background.STARTED, Background.LONG_REST


def came(ago: int, *steps: str, times: int = 1, level: int = 6, **more: Any) -> Told:
    catalogue = load_catalogue()
    return ago, [
        ask(step, side.value, level, **more)
        for step in steps for side in catalogue.exercise(step).side_names for _ in range(times)
    ], []  # fmt: skip


def horse(background: Background | None, *told: Told, **lists: Any) -> Standing:
    record: HorseRecord = record_with(told, **lists)
    record = record.model_copy(update={"horse": record.horse.model_copy(update={"background": background})})
    return Standing(record, load_catalogue(), TODAY)


def short(standing: Standing, step: str) -> list[tuple[str, str]]:
    return [(need.step, need.lacks) for need in standing.missing(step)]


GROUND = came(9, "disengage.1")
HALTED = came(7, "disengage.2", "halt.2", times=2)
TROTTED = [came(ago, "up-wt.2", "down-tw.2", level=4) for ago in (5, 3)]


def test_brakes_stand_in_place_of_the_ladder_s_gates() -> None:
    by_the_ladder, ridden = (horse(one, GROUND, HALTED) for one in (None, RACING))
    for step in ("up-wt.1", "up-wt.2", "down-tw.1", "steer.2", "disengage.3"):
        assert by_the_ladder.missing(step)
        assert ridden.missing(step) == ()
        assert ridden.state(step) is StepState.OPEN
    # All that is new to it is as the ladder has it.
    for step in ("canter.2", "trot-range.1", "off-leg.1", "hip-g.2"):
        assert bool(ridden.missing(step)) is bool(by_the_ladder.missing(step)) is True


def test_one_rein_is_proved_from_the_ground_then_at_halt_then_it_walks() -> None:
    assert short(horse(RACING), "disengage.2") == [
        ("disengage.1", "must come once on the left, up to level 8")
    ]
    grounded = horse(RACING, GROUND)
    assert grounded.missing("disengage.2") == ()
    assert short(grounded, "walk-on.2") == [("disengage.2", "must come once on the left, up to level 8")]
    one_side: Told = (7, [ask("disengage.2", "left", 6)], [])
    assert short(horse(RACING, GROUND, one_side), "halt.2") == [
        ("disengage.2", "must come once on the right, up to level 8")
    ]
    assert horse(RACING, GROUND, came(7, "disengage.2")).missing("walk-on.2") == ()


@pytest.mark.parametrize(("level", "opens"), [(8, True), (9, False)])
def test_trot_waits_until_the_brakes_came_twice_up_to_level_8(level: int, opens: bool) -> None:
    once = horse(RACING, GROUND, came(7, "disengage.2", times=2), came(6, "halt.2"))
    assert short(once, "up-wt.1") == [("halt.2", "must come twice, up to level 8")]
    twice = horse(RACING, GROUND, came(7, "disengage.2", times=2), came(6, "halt.2", times=2, level=level))
    assert (twice.missing("up-wt.1") == ()) is opens
    alarmed = horse(RACING, GROUND, came(7, "disengage.2", "halt.2", times=2, tension="alarmed"))
    assert alarmed.missing("up-wt.1")


def test_canter_waits_for_calm_sessions_of_trot_and_of_the_way_back() -> None:
    wants = "wants more calm sessions"
    once = horse(RACING, GROUND, HALTED, TROTTED[0])
    assert short(once, "canter.1") == [("up-wt.1", wants)]
    assert horse(RACING, GROUND, HALTED, *TROTTED).missing("canter.1") == ()
    # A trot without the way back is no trot; an alarm makes it no calm session, nor does a tense end.
    no_way_back = [came(ago, "up-wt.2", level=4) for ago in (5, 3)]
    assert short(horse(RACING, GROUND, HALTED, *no_way_back), "canter.1") == [("down-tw.1", wants)]
    for spoiled in ("alarmed", "tight"):
        uneasy: Told = (3, [*TROTTED[1][1], ask("up-wt.2", "left", 4, tension=spoiled)], [])
        assert short(horse(RACING, GROUND, HALTED, TROTTED[0], uneasy), "canter.1") == [("up-wt.1", wants)]


def test_a_started_horse_trots_calmly_three_times_one_off_work_waits_for_the_fourth_week() -> None:
    assert horse(STARTED, GROUND, HALTED, *TROTTED).missing("canter.1")
    assert (
        horse(STARTED, GROUND, HALTED, *TROTTED, came(1, "up-wt.2", "down-tw.2", level=4)).missing("canter.1")
        == ()
    )
    work = (GROUND, HALTED, *TROTTED)
    assert horse(REST, came(20, "lead.3"), *work).missing("canter.1")
    assert horse(REST, came(21, "lead.3"), *work).missing("canter.1") == ()


@pytest.mark.parametrize(
    ("background", "walks", "trots"),
    [(RACING, True, True), (Background.SPOILED, True, True), (Background.GAITED, True, False),
     (Background.HANDLED, False, False), (Background.FROM_HARNESS, False, False),
     (Background.UNHANDLED, False, False), (None, False, False)],
)  # fmt: skip
def test_only_what_its_background_has_done_before(
    background: Background | None, walks: bool, trots: bool
) -> None:
    riding = horse(background, GROUND, HALTED).riding
    assert (riding.replaces("walk-on.2"), riding.replaces("up-wt.1"), riding.replaces("canter.1")) == (
        walks, trots, trots,
    )  # fmt: skip
    assert not riding.replaces("canter.2")
    assert not riding.replaces("disengage.1")


def test_it_lapses_after_a_danger_and_when_a_brake_is_lost() -> None:
    work = (GROUND, HALTED, *TROTTED)
    bolted: Told = (2, [ask("up-wt.2", "left", 4)], [{"kind": "bolt"}])
    assert horse(RACING, *work, bolted).missing("up-wt.1")
    heavy: list[Told] = [(ago, [ask("halt.2", level=9)], []) for ago in (2, 1)]
    assert horse(RACING, *work, heavy[0]).missing("up-wt.1") == ()
    assert horse(RACING, *work, *heavy).missing("up-wt.1")
    # From the ground nobody is carried away.
    ground = [came(ago, "disengage.1", level=9) for ago in (2, 1)]
    assert horse(RACING, *work, *ground).missing("up-wt.1") == ()


def test_its_page_says_that_a_gate_is_not_asked_for_and_does_not_call_it_met() -> None:
    needs = {need.step: need for need in step_guide(horse(RACING, GROUND, HALTED), "up-wt.1").needs}
    assert needs["walk-on.2"].met is False
    assert needs["walk-on.2"].words == "not asked for: it was ridden before, and its brakes come first"
    by_the_ladder = {need.step: need for need in step_guide(horse(None, GROUND, HALTED), "up-wt.1").needs}
    assert by_the_ladder["walk-on.2"].words == "walk on, alone: not asked yet"


# --- what a light answer vouches for ----


def test_a_light_answer_vouches_for_what_it_rests_on_but_not_for_safety() -> None:
    told = came(3, "up-wt.2", level=3)
    ridden, by_the_ladder = horse(STARTED, told), horse(None, told)
    assert {"walk-on.2", "up-wt.1", "flex.2"} <= ridden.vouched_under
    assert not {"halt.2", "disengage.3", "mount.4", "stand.2"} & ridden.vouched_under
    assert by_the_ladder.vouched_under == frozenset()
    # What is new to it opens on that: the trot is light, so longer strides can begin.
    assert "up-wt.2" not in [need.step for need in ridden.missing("trot-range.1")]
    assert "up-wt.2" in [need.step for need in by_the_ladder.missing("trot-range.1")]


@pytest.mark.parametrize(
    ("levels", "vouches"), [([3], True), ([8, 3], True), ([8, 9, 3], False), ([3, 8], False)]
)
def test_only_a_light_day_vouches(levels: list[int], vouches: bool) -> None:
    asks = [ask("steer.1", side, level) for side in ("left", "right") for level in levels]
    assert ("walk-on.2" in horse(STARTED, (3, asks, [])).vouched_under) is vouches


def test_bold_needs_are_vouched_for_by_nothing() -> None:
    light = horse(STARTED, came(3, "canter.4", "poles-r.3", level=2))
    assert "canter.3" in light.vouched_under
    assert "canter.3" in {need.step for need in light.missing("jump.1")}


# --- what it is told to have done ----------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("background", "told", "replaced"),
    [
        ("long-rest", None, {"walk-on.2", "up-wt.2", "canter.1"}),
        ("long-rest", ["walk", "trot", "canter"], {"walk-on.2", "up-wt.2", "canter.1"}),
        ("long-rest", ["walk", "trot"], {"walk-on.2", "up-wt.2"}),
        ("spoiled", ["walk"], {"walk-on.2"}),
        ("spoiled", [], set()),
        ("long-rest", ["harness"], set()),
        ("started", ["walk"], {"walk-on.2"}),
        ("gaited", ["walk", "trot", "own-gait"], {"walk-on.2"}),
        ("handled", ["walk", "trot", "canter"], set()),
        ("from-harness", ["walk", "harness"], set()),
    ],
)
def test_riding_goes_on_with_what_it_is_told_to_have_done(
    background: str, told: list[str] | None, replaced: set[str]
) -> None:
    """After a long rest and spoiled: what the form says; of the others no more than their background speaks for."""
    record = record_with([])
    raw = record.model_dump(mode="json")
    raw["horse"] |= {"background": background, "did_before": told}
    riding = Standing(HorseRecord.model_validate(raw), load_catalogue(), TODAY).riding
    steps = ("walk-on.2", "up-wt.2", "canter.1")
    assert {step for step in steps if riding.replaces(step)} == replaced
