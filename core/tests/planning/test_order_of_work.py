"""What comes before what in a session: pairs of cases that differ in one thing. Common practice, no source."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

import pytest
from bucephal.lab.pace import Working
from bucephal.ladder import Side, load_catalogue
from bucephal.planning import ItemAfter, ItemKind, PlanItem, PlanRequest, SessionPlan, plan_session
from bucephal.planning.day import SETTLE_NEW_PLACE_MIN, Day
from bucephal.planning.goal_needs import _from_the_goal_down, waiting_behind
from bucephal.planning.step_choice import BEGUN_FROM, learning, likely_too_heavy
from bucephal.record import Ask, Background, HorseRecord
from tests.progress.test_riding_history import came
from tests.telling import BOTH, TODAY, Told, ask, good, light, record_with

KNOWN = ("lead.5", "backup-g.3", "head-down.3", "stand.5", "touch.3")
BRAKES = ("walk-on.2", "halt.2", "steer.1", "disengage.3")


def request(**wishes: Any) -> PlanRequest:
    return PlanRequest.model_validate({"on": TODAY, "minutes": 60, "assess": False, "helper": True, **wishes})


def plan(record: HorseRecord, **wishes: Any) -> SessionPlan:
    return plan_session(record, load_catalogue(), request(**wishes))


def of_kind(made: SessionPlan, kind: ItemKind) -> list[str]:
    return [item.step or "" for item in made.items if item.kind is kind]


def begun(*steps: str, ago: int = 1) -> Told:
    """Good once on every side, on one day: begun and not ready."""
    catalogue = load_catalogue()
    return ago, [good(step, side.value) for step in steps for side in catalogue.exercise(step).side_names], []


def for_goal(goal: str, *told: Told, **lists: Any) -> HorseRecord:
    return record_with([*light(*KNOWN, until=2), *told], goals=[{"step": goal}], **lists)


# --- what the goal waits for ---------------------------------------------------------------------------------


def test_what_the_longest_row_waits_for_goes_on_first() -> None:
    told = begun("hip-g.1", "sideways-g.1", "shoulder-g.1")
    made = {goal: plan(for_goal(goal, told)) for goal in ("send.1", "sideways-g.2")}
    worked = {
        goal: [*of_kind(one, ItemKind.PRACTICE), *of_kind(one, ItemKind.NEW)] for goal, one in made.items()
    }
    assert "hip-g.1" in worked["send.1"]
    rows = waiting_behind(Day.of(for_goal("send.1", told), load_catalogue(), request()))
    assert rows["hip-g"] > rows["send"]
    assert "sideways-g" not in rows
    # A ladder on which a brake rests on riding, which rests on the brake, has no longest row, and still a plan.
    day = Day.of(for_goal("send.1", told), load_catalogue(), request())
    ring = {"send.1": {"hip-g.1"}, "hip-g.1": {"send.1"}}
    assert _from_the_goal_down(day, ring) == ["send.1", "hip-g.1"]
    assert "sideways-g" in waiting_behind(Day.of(for_goal("sideways-g.2", told), load_catalogue(), request()))


def test_what_was_left_out_twice_running_comes_first() -> None:
    """Begun all at once, and then left out of two sessions, not of one; the row behind it is the shortest."""
    steps = ("hip-g.1", "flex.1")

    def heavier(ago: int, *asked: str) -> Told:
        return ago, [ask(step, side, 6) for step in asked for side in BOTH], []

    for others, place in ((2, 0), (1, len(steps) - 1)):
        last = [heavier(n + 1, steps[0]) for n in range(others)]
        known = light("lead.5", "backup-g.3", "head-down.3", until=others + 2)
        told = [*known, heavier(others + 2, *steps), *last]
        record = record_with(told, goals=[{"step": "canter.1"}])
        order = [
            one.step for one in learning(Day.of(record, load_catalogue(), request())) if one.step in steps
        ]
        assert order.index("flex.1") == place, order


@pytest.mark.parametrize(("helper", "expected"), [(True, True), (False, False)])
def test_on_a_helper_s_day_what_needs_one_goes_first(helper: bool, expected: bool) -> None:
    told = [
        *light("touch.7", "send.7", "hip-g.2", "shoulder-g.2", until=2),
        begun("saddle.1", ago=3),
        begun("flex.1"),
    ]
    made = plan(for_goal("mount.4", *told), helper=helper)
    assert ("saddle.1" in {item.step for item in made.items}) is expected


def test_with_a_goal_it_goes_up_no_further_than_the_goal_needs() -> None:
    told = begun("hip-g.1", "shoulder-g.1")
    far, near = plan(for_goal("send.1", told)), plan(for_goal("hip-g.4", told))
    assert {"hip-g.3", "hip-g.4"} & {climb.item.step for climb in near.climbs}
    assert not {"hip-g.3", "hip-g.4"} & {climb.item.step for climb in far.climbs}


def test_what_has_to_be_confirmed_further_ahead_is_worked_on_meanwhile() -> None:
    """Mounting wants the one-rein stop confirmed; while the saddle waits for a helper it can be."""
    told = [
        *light("touch.7", "send.7", until=2),
        *(came(ago, "disengage.1", level=4, times=2) for ago in (4, 2)),
    ]
    with_goal, without = (
        plan(for_goal("mount.2", *told), helper=False),
        plan(for_goal("saddle.3", *told), helper=False),
    )
    assert "disengage.1" in of_kind(with_goal, ItemKind.PRACTICE)
    assert "disengage.1" not in of_kind(without, ItemKind.PRACTICE)


def test_what_is_judged_by_its_share_is_shown_as_often_as_its_cap_allows_to_confirm_it() -> None:
    """Mounting wants 'stand' confirmed: five times, its cap. What is only begun is shown three times."""
    known = light("lead.5", "backup-g.3", "head-down.3", until=2)
    made = plan(record_with([*known, *light("stand.2", until=2, days=2)], goals=[{"step": "mount.1"}]))
    touched = plan(for_goal("mount.1", begun("touch.4")))
    (stand,) = (one for one in made.items if one.step == "stand.2")
    assert (stand.kind, stand.aim) == (ItemKind.PRACTICE, 5)
    assert next(one for one in touched.items if one.step == "touch.4").aim == 3


# --- put right -----------------------------------------------------------------------------------------------


def slipped(back: int) -> HorseRecord:
    """Confirmed, then heavy three times running, then light on so many days."""
    heavy: list[Told] = [(20 - 2 * n, [ask("hip-g.1", side, 9) for side in BOTH], []) for n in range(4)]
    lights: list[Told] = [
        (13 - 2 * n, [ask("hip-g.1", side) for side in BOTH for _ in range(3)], []) for n in range(back)
    ]
    calm: Told = (1, [ask("lead.5", side) for side in BOTH], [])
    return record_with([*light("hip-g.1", until=26), *light(*KNOWN, until=2), *heavy, *lights, calm])


def test_what_slipped_is_put_right_until_it_is_ready_again_and_then_gone_on_with() -> None:
    lost, regained = plan(slipped(1)), plan(slipped(2))
    assert "hip-g.1" in of_kind(lost, ItemKind.REPAIR)
    assert "hip-g.1" not in of_kind(regained, ItemKind.REPAIR)
    assert "hip-g.1" in {*of_kind(regained, ItemKind.PRACTICE), *of_kind(regained, ItemKind.NEW)}
    item: PlanItem = next(one for one in regained.items if one.step == "hip-g.1")
    assert item.why.text.startswith("slipped, ready again: wants one more day")


def test_what_an_assessment_found_heavy_was_found_and_not_left() -> None:
    told: list[Told] = [*light(*KNOWN, until=4), (2, [ask("hip-g.1", side, 9) for side in BOTH], [])]
    worked = record_with(told)
    raw = worked.model_dump(mode="json")
    raw["sessions"][-1]["kind"] = "assessment"
    tried = HorseRecord.model_validate(raw)
    assert of_kind(plan(worked), ItemKind.REPAIR) == ["hip-g.1"]
    assert of_kind(plan(tried), ItemKind.REPAIR) == []
    assert plan(worked).nothing_new is not None, "the last session ended heavy"
    assert plan(tried).nothing_new is None


def test_that_one_side_is_the_heavier_keeps_nothing_new_waiting() -> None:
    sided: list[Told] = [
        (40 - 2 * n, [ask("lead.5", "left", 1), ask("lead.5", "right", 4)] * 2, []) for n in range(18)
    ]
    left: Told = (6, [ask("flex.1", side, 8) for side in BOTH], [])
    other: Told = (5, [ask("hip-g.1", side, 8) for side in BOTH], [])
    calm: Told = (1, [ask("backup-g.3")], [])
    one, two = (
        record_with([*light("backup-g.3", until=2), *sided, *told, calm]) for told in ([left], [left, other])
    )
    assert "lead.5" in of_kind(plan(one, minutes=90), ItemKind.REPAIR)
    assert "things wait" not in (plan(one, minutes=90).nothing_new or "")
    assert "2 things wait" in (plan(two, minutes=90).nothing_new or "")


@pytest.mark.parametrize(("helper", "first"), [(True, "mount.1"), (False, "flex.1")])
def test_on_a_helper_s_day_what_only_that_day_allows_is_put_right_first(helper: bool, first: str) -> None:
    refused: Told = (4, [ask("mount.1", side, None, let_go_s=200, answered=False) for side in BOTH], [])
    left: Told = (6, [ask("flex.1", side, 8) for side in BOTH], [])
    told = [*light(*KNOWN, "saddle.4", until=2), left, refused]
    assert of_kind(plan(record_with(told), helper=helper), ItemKind.REPAIR)[0] == first


# --- checks, the easy yes, settling --------------------------------------------------------------------------


def test_under_the_saddle_a_go_a_stop_and_a_turn_are_always_checked() -> None:
    catalogue = load_catalogue()
    told = [*light(*BRAKES, *KNOWN, until=2), *light("up-wt.2", until=2, days=1)]
    ridden = plan(record_with(told, goals=[{"step": "up-wt.3"}]))
    families = [catalogue.exercise(step).family for step in of_kind(ridden, ItemKind.CHECK)]
    planned = {catalogue.exercise(item.step).family for item in ridden.items if item.step and item.ridden}
    assert {"stop-ridden", "turn-ridden"} <= {*families, *planned}
    assert len(families) >= 3
    on_the_ground = plan(record_with(light(*BRAKES, *KNOWN, until=2), goals=[{"step": "hip-g.2"}]))
    assert len(of_kind(on_the_ground, ItemKind.CHECK)) == 2


@pytest.mark.parametrize(("between", "again"), [(2, False), (3, True)])
def test_the_easy_yes_is_not_what_the_last_three_sessions_ended_on(between: int, again: bool) -> None:
    """The lightest of all ended a session; so many others have ended since."""
    told = [*light("hip-g.2", "lead.5", until=10), *light("head-down.3", until=10)]
    lightest: Told = (between + 1, [ask("hip-g.2", side, 1) for side in BOTH for _ in range(4)], [])
    since: list[Told] = [(n + 1, [ask("lead.5", side, 3) for side in BOTH], []) for n in range(between)]
    (yes,) = of_kind(plan(record_with([*told, lightest, *since])), ItemKind.EASY_YES)
    assert (yes == "hip-g.2") is again
    assert yes != "lead.5"


def test_the_easy_yes_is_of_the_kind_of_work_just_done() -> None:
    told = [*light(*BRAKES, *KNOWN, until=2)]
    ridden = plan(record_with(told, goals=[{"step": "halt.4"}]))
    ground = plan(record_with(told, goals=[{"step": "hip-g.2"}]))
    assert next(one for one in ridden.items if one.kind is ItemKind.EASY_YES).ridden
    assert not next(one for one in ground.items if one.kind is ItemKind.EASY_YES).ridden


def settled(*minutes: float, place: str | None = None) -> HorseRecord:
    record = record_with(
        [(2 * (len(minutes) - n), [good("lead.5", side) for side in BOTH], []) for n in range(len(minutes))]
    )
    raw = record.model_dump(mode="json")
    for session, time in zip(raw["sessions"], minutes, strict=True):
        session |= {"settle": {"whole_min": time, "settled": True}, "place": place}
    return HorseRecord.model_validate(raw)


def test_settling_is_planned_by_its_trend_a_new_place_and_days_off() -> None:
    falling = settled(*(20 - n for n in range(10)))
    # One a session down to 11 two days ago: on to 10 today, but never under the shortest of the last three.
    assert plan(falling).items[0].minutes == round(11 + 0.7)
    assert plan(settled(*[12.0] * 9, 6.0)).items[0].minutes == round(12 + 0.7)
    home = settled(*[12.0] * 4, place="school")
    assert plan(home, place={"name": "school"}).items[0].minutes == 13
    assert plan(home, place={"name": "beach"}).items[0].minutes == 13 + SETTLE_NEW_PLACE_MIN
    assert "a new place about 5" in plan(home, place={"name": "beach"}).items[0].why.text
    for wind, more in ((7.9, 0), (8.0, 2), (None, 0)):
        windy = plan(home, wind_ms=wind).items[0]
        assert (windy.minutes, "wind about 2" in windy.why.text) == (13 + more, more > 0)
    rested = plan(home, on=TODAY + timedelta(days=5), place={"name": "school"})
    assert rested.items[0].minutes == round(12 + 6 * 0.7)


# --- tried beside the work -----------------------------------------------------------------------------------


def racing(*told: Told) -> HorseRecord:
    record = record_with(told, goals=[{"step": "canter.1"}])
    horse = record.horse.model_copy(update={"background": Background.FROM_RACING})
    return record.model_copy(update={"horse": horse})


def test_a_horse_that_was_ridden_is_tried_under_the_saddle_beside_the_work_on_the_ground() -> None:
    grounded = (came(9, "disengage.1"), came(3, "lead.4", level=3))
    made = plan(racing(*grounded))
    tried = {item.step: item for item in made.items if item.kind is ItemKind.ASSESS}
    assert list(tried)[:3] == ["disengage.2", "walk-on.2", "halt.2"]
    assert tried["halt.2"].after == (ItemAfter(item="assess:disengage.2", light=False, up_to=8),)
    assert made.kind != "assessment"
    assert of_kind(made, ItemKind.NEW) == [] or all(
        item.kind_words != "new" for item in made.items if item.kind is ItemKind.NEW
    )
    # The trot waits until they came twice: not today.
    assert "up-wt.2" not in tried
    twice = plan(
        racing(*grounded, came(3, "disengage.2", "halt.2", "walk-on.2", "steer.1", "disengage.3", times=2))
    )
    assert {"up-wt.2", "down-tw.1"} <= set(of_kind(twice, ItemKind.ASSESS))
    # Nothing is tried that has not come from the ground, nor where it was never done before.
    assert of_kind(plan(racing(came(3, "lead.4", level=3))), ItemKind.ASSESS)[:1] != ["disengage.2"]
    assert of_kind(plan(record_with(grounded)), ItemKind.ASSESS) == []


@pytest.mark.parametrize(("level", "halts"), [(8, True), (9, False)])
def test_nobody_goes_further_behind_a_mounted_brake_that_was_heavier_than_eight(
    level: int, halts: bool
) -> None:
    horse = racing(came(9, "disengage.1"), came(3, "lead.4", level=3))
    made = plan(horse)

    def answer(step: str, side: Side, _: int) -> Ask:
        return Ask(step=step, side=side, level=level if step == "disengage.2" else 2)

    asked = {one.step for one in Working(made, horse.horse, load_catalogue(), answer).work()}
    assert "disengage.2" in asked
    assert ("halt.2" in asked) is halts
    assert ("walk-on.2" in asked) is halts


def test_repairs_wait_beside_what_it_did_before_and_not_before_it() -> None:
    left: list[Told] = [
        (6 - n, [ask(step, side, 9) for side in BOTH], []) for n, step in enumerate(("hip-g.1", "flex.1"))
    ]
    made = plan(racing(came(9, "disengage.1"), *left, came(1, "lead.4", level=3)))
    assert "things wait" in (made.nothing_new or "")
    assert "disengage.2" in of_kind(made, ItemKind.ASSESS)


def test_any_answer_at_first_goes_up_only_where_the_next_stage_s_band_is_likely() -> None:
    for level, climbs in ((8, False), (3, True)):
        walked = came(7, "walk-on.2", "steer.1", "disengage.2", "disengage.3", "halt.2", times=2, level=3)
        trotted = [came(ago, "up-wt.1", "down-tw.1", level=level, times=2) for ago in (3, 1)]
        made = plan(racing(came(9, "disengage.1"), walked, *trotted))
        assert (
            "up-wt.2" in {climb.item.step for climb in made.climbs} | {item.step for item in made.items}
        ) >= climbs
        assert ("up-wt.2" in {climb.item.step for climb in made.climbs}) <= climbs


@pytest.mark.parametrize(("level", "begun_too"), [(4, False), (1, True)])
def test_a_narrower_band_is_begun_where_an_answer_in_it_is_likely(level: int, begun_too: bool) -> None:
    """Trot in the green band is confirmed; in the schooled one (1 to 3) it is asked once it comes there."""
    told: list[Told] = [
        (40 - 2 * n, [ask("up-wt.2", side, level) for side in BOTH for _ in range(2)], []) for n in range(20)
    ]
    known = light("walk-on.3", "halt.4", "steer.3", "disengage.3", until=2)
    made = plan(record_with([*known, *told], goals=[{"step": "up-wt.3"}]))
    assert ("up-wt.3" in {item.step for item in made.items}) is begun_too
    if not begun_too:
        (left,) = (one for one in made.left_out if one.step == "up-wt.3")
        assert left.why.text.startswith("hardly ever at 2 or lighter so far, and the next stage is heavier")
        assert "up-wt.2" in of_kind(made, ItemKind.PRACTICE)


@pytest.mark.parametrize(("level", "goes_up"), [(4, True), (5, False)])
def test_a_next_stage_follows_where_the_one_before_comes_a_level_lighter_than_its_band(
    level: int, goes_up: bool
) -> None:
    """Hips over is light at 1 to 5 in both stages; the second is heavier at first."""
    told: list[Told] = [
        (ago, [ask("hip-g.1", side, level) for side in BOTH] * 3, []) for ago in (9, 7, 5, 3, 1)
    ]
    horse = for_goal("hip-g.2", *told)
    day = Day.of(horse, load_catalogue(), request())
    heavy = likely_too_heavy(day, "hip-g.2")
    assert (heavy is None) is goes_up
    assert ("hip-g.2" in {item.step for item in plan(horse).items}) is goes_up
    if heavy is not None:
        assert heavy.figures["wanted"] == BEGUN_FROM
        assert float(heavy.figures["p_lighter"]) < BEGUN_FROM
    # What was asked already is known by its own answers, and 'any answer' is never too heavy.
    asked = for_goal("hip-g.2", *told, (0, [ask("hip-g.2", side, 7) for side in BOTH], []))
    assert likely_too_heavy(Day.of(asked, load_catalogue(), request()), "hip-g.2") is None
    assert likely_too_heavy(day, "up-wt.1") is None


def test_what_is_exciting_is_never_a_check() -> None:
    """It comes near the end, after calm walk and trot."""
    told = light("walk-on.3", "halt.4", "steer.3", "disengage.3", "up-wt.2", "down-tw.2", "canter.2", until=5)
    for off in (0, 4, 9):
        made = plan(record_with(told, goals=[{"step": "canter.4"}]), on=TODAY + timedelta(days=off))
        assert made.items
        assert not [item.step for item in made.items if item.kind is ItemKind.CHECK and item.exciting]


def test_what_is_put_right_is_not_checked_a_stage_further_on_before() -> None:
    known = light("walk-on.3", "halt.4", "steer.3", "disengage.3", "up-wt.3", until=2)
    left: Told = (1, [ask("up-wt.2", side, 9) for side in BOTH], [])
    made = plan(record_with([*known, left], goals=[{"step": "canter.1"}]))
    assert "up-wt.2" in of_kind(made, ItemKind.REPAIR)
    assert not [step for step in of_kind(made, ItemKind.CHECK) if step.startswith("up-wt.")]


def test_what_better_steps_speak_for_is_not_tried_months_later() -> None:
    trots = light("up-wt.2", "disengage.3", "halt.2", until=3)
    horse = racing(came(40, "disengage.1"), *trots, came(1, "lead.4", level=3))
    tried = of_kind(plan(horse), ItemKind.ASSESS)
    assert "walk-on.2" not in tried
    assert "down-tw.1" in tried, "nothing speaks for the way back"
