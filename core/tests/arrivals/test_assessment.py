"""What a horse that comes is tried on, and where it is placed by its answers.

Starting points and what an age allows: common practice, no source. The answers here are invented.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from datetime import date, timedelta
from itertools import combinations
from typing import Any

import pytest
from bucephal.arrivals import Assessment, assess, assessment_is_due
from bucephal.arrivals.assessment import first_tried
from bucephal.ladder import Catalogue, Side, StepKind, load_catalogue, load_library
from bucephal.pages import baseline, horse_facts, ring_pack
from bucephal.planning import ItemKind, PlanRequest, placement, plan_session
from bucephal.progress import Standing
from bucephal.record import Background, DidBefore, HorseRecord, SessionKind, band_for, record_from
from hypothesis import given
from hypothesis import settings as hypothesis_settings
from hypothesis import strategies as st

ARRIVALS = {
    "yearling": {"born": "2025-03-10", "background": "handled"},
    "fresh three-year-old": {"born": "2022-12-01", "background": "unhandled"},
    "from racing": {"born": "2020-04-01", "background": "from-racing"},
    "from harness": {"born": "2013-04-01", "background": "from-harness"},
    "after a long rest": {"born": "2016-04-01", "background": "long-rest"},
}
LIGHT, HEAVY, NOTHING = 2, 8, None


def horse(catalogue: Catalogue, today: date, **fields: Any) -> HorseRecord:
    raw = {
        "format": "bucephal.horse-record",
        "version": 1,
        "horse": {"name": "Test", "arrived": str(today), **fields},
    }
    return record_from(raw, catalogue, today)


def answered(
    record: HorseRecord, catalogue: Catalogue, day: date, levels: Mapping[str, int | None]
) -> HorseRecord:
    """The record with one session of an assessment: every step at its level, on every side."""
    asks = []
    for step, level in levels.items():
        exercise = catalogue.exercise(step)
        for side in exercise.side_names:
            good = level is not None
            ask: dict[str, Any] = {"step": step, "side": side.value, "answered": good}
            if exercise.kind is StepKind.LIGHTNESS:
                ask["level"] = level or 10
            elif exercise.kind is StepKind.MEASURE:
                ask["extent"] = catalogue.stage(step).target if good else 0
            asks.append(ask)
    session = {"date": str(day), "kind": "assessment", "asks": asks}
    raw = record.model_dump(mode="json")
    return HorseRecord.model_validate({**raw, "sessions": [*raw["sessions"], session]})


def steps(assessment: Assessment) -> list[str]:
    return [one.step for session in assessment.sessions for one in session.tries]


@pytest.fixture
def assessments(catalogue: Catalogue, today: date) -> dict[str, Assessment]:
    return {
        name: assess(horse(catalogue, today, **fields), catalogue, today) for name, fields in ARRIVALS.items()
    }


def test_five_arrivals_are_tried_on_five_different_things(assessments: dict[str, Assessment]) -> None:
    for one, other in combinations(assessments, 2):
        assert steps(assessments[one]) != steps(assessments[other]), (one, other)


def test_every_assessment_takes_one_to_three_sessions_within_the_age(
    assessments: dict[str, Assessment],
) -> None:
    for assessment in assessments.values():
        assert 1 <= len(assessment.sessions) <= 3
        assert all(session.minutes <= assessment.minutes for session in assessment.sessions)
    assert assessments["yearling"].minutes == 15  # 10 to 15 min from 12 to 24 months
    assert assessments["fresh three-year-old"].minutes == 20


def test_reasons_name_their_facts(assessments: dict[str, Assessment]) -> None:
    assert "15 months old" in assessments["yearling"].facts
    for name in ("from racing", "from harness", "after a long rest"):
        assert name in assessments[name].facts
        spoken = [one.because for session in assessments[name].sessions for one in session.tries]
        assert all(because.startswith(name) for because in spoken)


def test_a_yearling_is_tried_only_on_what_its_age_allows(
    assessments: dict[str, Assessment], catalogue: Catalogue
) -> None:
    # Common practice, no source: under 24 months no trot, no rounds on a line, no bridle, no rider.
    for step in steps(assessments["yearling"]):
        assert catalogue.exercise(step).phase in ("P0", "P1")
        assert catalogue.stage(step).least_age_months <= 15
    left = {one.step: one for one in assessments["yearling"].not_tried}
    assert left["flex.1"].reason == "age"
    assert "15 months" in left["flex.1"].words
    assert "2 years" in left["flex.1"].words


def test_an_unhandled_horse_is_tried_on_handling_whatever_its_age(
    assessments: dict[str, Assessment], catalogue: Catalogue
) -> None:
    # Common practice, no source: unhandled youngster: P0.
    tried = steps(assessments["fresh three-year-old"])
    assert tried[0] == "catch.1"
    assert {catalogue.exercise(step).phase for step in tried} == {"P0"}


def test_a_horse_from_racing_is_tried_on_stopping_before_going(assessments: dict[str, Assessment]) -> None:
    tried = steps(assessments["from racing"])
    assert (
        tried.index("disengage.1") < tried.index("mount.2") < tried.index("halt.2") < tried.index("up-wt.2")
    )
    # Common practice, no source: it canters, but not from these aids: light seat, away from home, long side only.
    canter = next(
        one
        for session in assessments["from racing"].sessions
        for one in session.tries
        if one.step == "canter.1"
    )
    assert "light seat" in canter.because
    assert "long side" in canter.because


def test_a_horse_from_harness_begins_where_it_is_sure_and_leaves_canter_alone(
    assessments: dict[str, Assessment], catalogue: Catalogue
) -> None:
    tried = steps(assessments["from harness"])
    assert "long-line.1" in tried
    assert "up-wt.1" in tried
    assert "up-wt.2" not in tried
    assert all(catalogue.stage(step).gait != "canter" for step in tried)


def test_after_a_long_rest_there_is_no_canter_and_the_body_is_looked_at(
    assessments: dict[str, Assessment], catalogue: Catalogue
) -> None:
    # Common practice, no source: out of work for over three months: walk and trot build-up.
    tried = steps(assessments["after a long rest"])
    assert all(catalogue.stage(step).gait != "canter" for step in tried)
    assert {"settle.1", "ride-length.1"} <= set(tried)


@pytest.mark.parametrize("background", list(Background))
def test_every_background_has_sensible_steps_in_teaching_order(
    background: Background, catalogue: Catalogue, today: date
) -> None:
    plan = load_library().assessments[background]
    in_order = [step for session in plan.sessions for step in session]
    assert len(set(in_order)) == len(in_order)
    assert set(plan.because) <= set(in_order)
    place_of = {step: index for index, step in enumerate(in_order)}
    for step in in_order:  # nothing is tried after what rests on it
        assert all(
            place_of[below] <= place_of[step] for below in catalogue.path_to(step) if below in place_of
        )


def test_brakes_are_tried_twice_and_the_rest_once(
    assessments: dict[str, Assessment], catalogue: Catalogue
) -> None:
    for session in assessments["from racing"].sessions:
        for one in session.tries:
            exercise = catalogue.exercise(one.step)
            brakes = exercise.safety and exercise.kind is StepKind.LIGHTNESS
            assert one.asks == (2 if brakes else 1)
            assert one.sides == exercise.side_names


def test_it_stops_where_the_answers_stop(catalogue: Catalogue, today: date) -> None:
    record = horse(catalogue, today, **ARRIVALS["from racing"])
    record = answered(record, catalogue, today, {"lead.4": LIGHT, "backup-g.1": LIGHT, "flex.1": NOTHING})
    left = {one.step: one for one in assess(record, catalogue, today).not_tried}
    assert left["flex.2"].reason == "answers"
    assert "give to one rein, a few degrees" in left["flex.2"].words
    assert "disengage.1" not in left  # a heavy or missing answer elsewhere is what is looked for
    room = answered(record, catalogue, today, {"backup-g.2": LIGHT})
    assert "mount.1" not in {one.step for one in assess(room, catalogue, today).not_tried}


def test_no_room_no_yielding_and_no_mounting(catalogue: Catalogue, today: date) -> None:
    # Common practice, no source: backing comes before any yielding.
    record = horse(catalogue, today, **ARRIVALS["from racing"])
    record = answered(record, catalogue, today, {"backup-g.1": NOTHING})
    left = {one.step: one.reason for one in assess(record, catalogue, today).not_tried}
    for step in ("hip-g.1", "disengage.1", "mount.1", "walk-on.2", "canter.1"):
        assert left[step] == "answers"


def test_heavy_brakes_are_looked_at_from_the_ground_and_never_from_the_saddle(
    catalogue: Catalogue, today: date
) -> None:
    record = horse(catalogue, today, **ARRIVALS["from racing"])
    record = answered(record, catalogue, today, {"backup-g.1": LIGHT, "disengage.1": HEAVY})
    assessment = assess(record, catalogue, today)
    left = {one.step: one for one in assessment.not_tried}
    assert "one-rein stop, from the ground" in left["walk-on.2"].words
    assert not [step for step in steps(assessment) if catalogue.stage(step).ridden]
    assert "hip-g.2" in steps(assessment)
    assert "mount.1" in steps(assessment)


def test_a_side_that_was_never_asked_opens_nothing(catalogue: Catalogue, today: date) -> None:
    record = horse(catalogue, today, **ARRIVALS["from racing"])
    first = assess(record, catalogue, today).sessions[0].tries
    record = answered(record, catalogue, today, {one.step: LIGHT for one in first})
    raw = record.model_dump(mode="json")
    asks = raw["sessions"][0]["asks"]
    right = [one for one in asks if (one["step"], one["side"]) == ("disengage.1", "right")]
    raw["sessions"][0]["asks"] = [one for one in asks if one not in right]
    half = HorseRecord.model_validate(raw)
    request = PlanRequest(on=today + timedelta(days=1), minutes=60, helper=True)
    items = {item.step: item for item in plan_session(half, catalogue, request).items}
    assert "disengage.1" in items  # asked again, and what is ridden waits for it
    ridden = [item for item in items.values() if item.ridden]
    assert all(("assess:disengage.1", True) in [(a.item, a.light) for a in one.after] for one in ridden)
    whole = {item.step for item in plan_session(record, catalogue, request).items}
    assert "disengage.1" not in whole


def test_what_rests_on_something_untried_waits_for_it(catalogue: Catalogue, today: date) -> None:
    record = horse(catalogue, today, **ARRIVALS["from harness"])
    sessions = assess(record, catalogue, today).sessions
    for session, day in zip(sessions[:2], (today, today + timedelta(days=1)), strict=True):
        tried = {one.step: LIGHT for one in session.tries if not one.step.startswith("mount.")}
        record = answered(record, catalogue, day, tried)
    alone = plan_session(record, catalogue, PlanRequest(on=today + timedelta(days=2), minutes=60))
    assert not [item for item in alone.items if item.ridden]
    helped = PlanRequest(on=today + timedelta(days=2), minutes=60, helper=True)
    assert "mount.1" in [item.step for item in plan_session(record, catalogue, helped).items]


def test_the_plan_of_a_new_horse_is_its_assessment(catalogue: Catalogue, today: date) -> None:
    record = horse(catalogue, today, **ARRIVALS["from racing"])
    assert assessment_is_due(record, today)
    plan = plan_session(record, catalogue, PlanRequest(on=today, minutes=45, helper=True))
    tried = [item for item in plan.items if item.kind is ItemKind.ASSESS]
    assert plan.kind is SessionKind.ASSESSMENT
    assert [item.step for item in tried] == [
        one.step for one in assess(record, catalogue, today).sessions[0].tries
    ]
    assert all(item.cap == 2 for item in tried)
    hip = next(item for item in tried if item.step == "hip-g.1")
    assert [(one.item, one.light) for one in hip.after] == [("assess:backup-g.1", False)]
    facts = horse_facts(Standing(record, catalogue, today))
    pack = ring_pack(facts, plan, Standing(record, catalogue, today), PlanRequest(on=today, minutes=30))
    assert [item.item for item in pack.items] == [item.id for item in tried]
    ordinary = plan_session(record, catalogue, PlanRequest(on=today, minutes=45, assess=False))
    assert ordinary.kind is not SessionKind.ASSESSMENT


def test_the_sessions_follow_each_other_until_nothing_is_left_to_try(
    catalogue: Catalogue, today: date
) -> None:
    record = horse(catalogue, today, **ARRIVALS["from harness"])
    day, days = today, 0
    while assess(record, catalogue, day).done is False:
        plan = plan_session(record, catalogue, PlanRequest(on=day, minutes=60, helper=True))
        tried = {item.step: LIGHT for item in plan.items if item.step is not None}
        record = answered(record, catalogue, day, tried)
        day, days = day + timedelta(days=1), days + 1
        assert days <= 3
    after = plan_session(record, catalogue, PlanRequest(on=day, minutes=60, helper=True))
    assert after.kind is not SessionKind.ASSESSMENT


def test_short_sessions_make_no_fourth(catalogue: Catalogue, today: date) -> None:
    record = horse(catalogue, today, **ARRIVALS["from harness"])
    for days in range(3):
        request = PlanRequest(on=today + timedelta(days=days), minutes=20, helper=True)
        plan = plan_session(record, catalogue, request)
        assert plan.kind is SessionKind.ASSESSMENT
        tried = {item.step: LIGHT for item in plan.items if item.step is not None}
        record = answered(record, catalogue, request.on, tried)
    after = assess(record, catalogue, today + timedelta(days=3))
    assert after.done
    assert {one.reason for one in after.not_tried} == {"time"}


def test_without_a_helper_what_needs_one_waits(catalogue: Catalogue, today: date) -> None:
    record = horse(catalogue, today, **ARRIVALS["from harness"])
    first = assess(record, catalogue, today).sessions[0]
    record = answered(record, catalogue, today, {one.step: LIGHT for one in first.tries})
    alone = plan_session(record, catalogue, PlanRequest(on=today + timedelta(days=1), minutes=60))
    assert {"saddle.2", "mount.1"} <= {one.step for one in alone.left_out if one.reason == "helper"}


def test_what_rests_on_something_left_out_is_left_out_too(catalogue: Catalogue, today: date) -> None:
    record = horse(catalogue, today, **ARRIVALS["from racing"])
    decided = [{"step": "mount.1", "state": "resting", "reason": "a sore back", "on": str(today)}]
    record = HorseRecord.model_validate({**record.model_dump(mode="json"), "overrides": decided})
    assessment = assess(record, catalogue, today)
    assert not [step for step in steps(assessment) if catalogue.stage(step).ridden]
    left = {one.step: one for one in assessment.not_tried}
    assert left["mount.1"].reason == "resting"
    assert "a sore back" in left["walk-on.2"].words


# --- placement ----------------------------------------------------------------------------------


@pytest.fixture
def placed(catalogue: Catalogue, today: date) -> HorseRecord:
    record = horse(catalogue, today, **ARRIVALS["from racing"])
    first = {"lead.4": 2, "backup-g.1": 3, "head-down.1": 7, "stand.2": 1, "touch.3": 1, "hip-g.1": 2}
    return answered(record, catalogue, today, {**first, "hip-g.2": NOTHING, "flex.1": 4, "shoulder-g.1": 9})


def test_a_placement_says_what_it_has_half_has_and_where_to_begin(
    placed: HorseRecord, catalogue: Catalogue, today: date
) -> None:
    found = placement(placed, catalogue, today + timedelta(days=1))
    assert {"lead.4", "backup-g.1", "hip-g.1", "flex.1"} <= {one.step for one in found.has}
    half = {one.step: one.why for one in found.half}
    assert set(half) == {"head-down.1", "shoulder-g.1"}
    assert half["shoulder-g.1"].text == "left at 9, right at 9 · light is 1 to 5"
    assert {one.step for one in found.not_yet} == {"hip-g.2"}
    assert found.begin
    assert {one.step for one in found.begin} & {"head-down.1", "shoulder-g.1", "hip-g.2"}
    assert all(one.why.text for one in (*found.has, *found.begin))
    assert "from racing" in found.facts
    assert found.second_day == len(found.has)


def test_what_came_light_once_is_asked_on_a_second_day_before_it_is_built_on(
    placed: HorseRecord, catalogue: Catalogue, today: date
) -> None:
    request = PlanRequest(on=today + timedelta(days=1), minutes=60, assess=False)
    plan = plan_session(placed, catalogue, request)
    checked = [item for item in plan.items if item.kind is ItemKind.CHECK]
    assert len(checked) == 4
    assert all("second day" in item.why.text for item in checked)
    assert {item.step for item in checked} <= {
        "lead.4",
        "backup-g.1",
        "stand.2",
        "touch.3",
        "hip-g.1",
        "flex.1",
    }


def test_five_placements_of_the_same_answers_name_their_own_facts(catalogue: Catalogue, today: date) -> None:
    said = set()
    for fields in ARRIVALS.values():
        record = horse(catalogue, today, **fields)
        first = assess(record, catalogue, today).sessions[0].tries
        record = answered(record, catalogue, today, {one.step: LIGHT for one in first})
        found = placement(record, catalogue, today + timedelta(days=1))
        assert {one.step for one in found.begin}
        said.add((found.facts, found.words, tuple(one.step for one in found.begin)))
    assert len(said) == len(ARRIVALS)


def test_one_light_answer_after_two_heavy_ones_is_not_had(catalogue: Catalogue, today: date) -> None:
    record = horse(catalogue, today, **ARRIVALS["from racing"])
    for levels, had in (([9, 10, 3], False), ([3], True), ([6, 3], True)):
        asks = [{"step": "backup-g.1", "level": level} for level in levels]
        raw = record.model_dump(mode="json")
        raw["sessions"] = [{"date": str(today), "kind": "assessment", "asks": asks}]
        found = placement(HorseRecord.model_validate(raw), catalogue, today)
        assert ("backup-g.1" in {one.step for one in found.has}) is had
        assert ("backup-g.1" in {one.step for one in found.half}) is not had


def test_a_placement_begins_where_the_plan_begins(catalogue: Catalogue, today: date) -> None:
    """Ridden before: from the brakes, at the stage that is tried first; nothing is 'not yet' below it."""
    record = horse(catalogue, today, **ARRIVALS["from racing"])
    first = {"lead.4": 2, "backup-g.1": 3, "hip-g.1": 2, "flex.1": 3, "flex.2": 3, "disengage.1": 3}
    found = placement(answered(record, catalogue, today, first), catalogue, today + timedelta(days=1))
    begin = [one.step for one in found.begin]
    assert "disengage.2" in begin
    assert not {"walk-on.1", "halt.1", "up-wt.1"} & set(begin)
    for one in found.begin:
        below = set(catalogue.path_to(one.step)) - {one.step}
        exercise = catalogue.exercise(one.step).id
        not_yet = [each.step for each in found.not_yet if catalogue.exercise(each.step).id == exercise]
        assert not below & set(not_yet)


@pytest.mark.parametrize(
    ("heavy", "begins"),
    [({"send.2": HEAVY}, "send.2"), ({"send.1": HEAVY, "send.2": HEAVY}, "send.1"),
     ({"send.1": LIGHT, "send.2": HEAVY}, "send.2"), ({"send.2": NOTHING}, "send.1")],
)  # fmt: skip
def test_it_goes_on_at_the_stage_that_it_half_has(
    heavy: dict[str, Any], begins: str, catalogue: Catalogue, today: date
) -> None:
    record = horse(catalogue, today, **ARRIVALS["from harness"])
    below = {step: LIGHT for step in catalogue.path_to("send.2") if not step.startswith("send.")}
    found = placement(answered(record, catalogue, today, below | heavy), catalogue, today)
    assert [one.step for one in found.begin if one.step.startswith("send.")] == [begins]


# --- the baseline -------------------------------------------------------------------------------


def test_the_baseline_stays_and_is_held_against_today(
    placed: HorseRecord, catalogue: Catalogue, today: date
) -> None:
    raw = placed.model_dump(mode="json")
    later = today + timedelta(days=200)
    for ago in range(40, 0, -2):
        asks = [{"step": "hip-g.2", "side": side, "level": 2} for side in ("left", "right")]
        raw["sessions"].append({"date": str(later - timedelta(days=ago)), "kind": "ground", "asks": asks})
    # Another assessment later on does not take the first one's place.
    again = [{"step": "lead.4", "side": "left", "level": 9}]
    raw["sessions"].append({"date": str(later), "kind": "assessment", "asks": again})
    record = HorseRecord.model_validate(raw)
    found = baseline(Standing(record, catalogue, later))
    assert found is not None
    rows = {(row.step, row.side): row for row in found.rows}
    hip = rows["hip-g.2", Side.LEFT]
    assert hip.then == "no answer up to 10"
    assert not hip.then_light
    assert hip.gained
    assert hip.on == today
    assert found.gained == 2  # both sides
    assert found.first_on == found.last_on == today
    assert rows["lead.4", Side.LEFT].then == "at 2"
    assert rows["shoulder-g.1", Side.LEFT].now == "not asked since"


def test_a_horse_never_assessed_has_no_baseline(
    record_of: Callable[..., HorseRecord], catalogue: Catalogue, today: date
) -> None:
    record = record_of([(3, "halt.2", "none", [3])])
    assert baseline(Standing(record, catalogue, today)) is None


# --- what it is told to have done ----------------------------------------------------------------------------


def told(catalogue: Catalogue, today: date, background: str, did: list[str] | None) -> Assessment:
    record = horse(catalogue, today, born="2016-04-01", background=background, did_before=did)
    return assess(record, catalogue, today)


@pytest.mark.parametrize(
    ("did", "tried", "taught"),
    [
        (None, {"walk-on.2", "up-wt.2", "mount.5"}, set()),
        (["walk", "trot", "canter"], {"walk-on.2", "up-wt.2", "mount.5"}, set()),
        (["walk"], {"walk-on.2", "mount.5"}, {"up-wt.2", "down-tw.2"}),
        ([], {"lunge.2", "saddle.4"}, {"walk-on.2", "up-wt.2", "mount.5"}),
    ],
)
def test_what_it_never_did_is_taught_and_not_tried(
    did: list[str] | None, tried: set[str], taught: set[str], catalogue: Catalogue, today: date
) -> None:
    found = told(catalogue, today, "long-rest", did)
    assert tried <= set(steps(found))
    assert not taught & set(steps(found))
    out = {one.step: one for one in found.not_tried}
    assert taught <= set(out)
    assert all(out[step].reason == "never-done" for step in taught if step.startswith(("walk", "mount")))


def test_a_horse_that_was_never_sat_on_is_not_taken_to_know_what_comes_before(
    catalogue: Catalogue, today: date
) -> None:
    """Its mounting begins at the block, whatever its background is tried on."""
    for did, known in ((None, True), ([], False)):
        record = horse(catalogue, today, born="2016-04-01", background="long-rest", did_before=did)
        first = first_tried(record.horse, catalogue)
        assert ("mount" in first) is known


def test_what_it_did_under_others_is_not_called_the_first_thing(catalogue: Catalogue, today: date) -> None:
    record = horse(catalogue, today, born="2016-04-01", background="long-rest")
    asked = steps(assess(record, catalogue, today))
    came = {step: LIGHT for step in asked if not step.startswith(("up-wt", "down-tw"))}
    begin = {one.step: one.why.text for one in placement(
        answered(record, catalogue, today, came), catalogue, today
    ).begin}  # fmt: skip
    trot = next(step for step in begin if step.startswith("up-wt"))
    assert begin[trot] == "comes next: it was ridden so before, and its brakes came"


def test_whoever_went_in_harness_is_tried_on_the_long_lines(catalogue: Catalogue, today: date) -> None:
    assert "long-line.1" not in steps(told(catalogue, today, "long-rest", ["walk"]))
    found = told(catalogue, today, "long-rest", ["walk", "harness"])
    (one,) = (each for session in found.sessions for each in session.tries if each.step == "long-line.1")
    assert "voice" in one.because


def test_nothing_more_is_ridden_before_it_walked_on_with_somebody_on_it(
    assessments: dict[str, Assessment], catalogue: Catalogue
) -> None:
    for name in ("from harness", "from racing", "after a long rest"):
        tries = [one for session in assessments[name].sessions for one in session.tries]
        walked = next(one.step for one in tries if one.step.startswith("walk-on."))
        later = [one for one in tries if walked in catalogue.path_to(one.step)[:-1]]
        assert later
        for one in later:
            assert any(each.step.startswith("walk-on.") for each in one.after), (name, one.step)


# --- a placement and the answers -----------------------------------------------------------------------------


@given(data=st.data())
@hypothesis_settings(max_examples=40)
def test_a_placement_never_contradicts_the_answers(data: st.DataObject) -> None:
    catalogue, today = load_catalogue(), date(2026, 6, 15)
    background = data.draw(st.sampled_from([one.value for one in Background]))
    told = data.draw(st.none() | st.lists(st.sampled_from([one.value for one in DidBefore]), unique=True))
    record = horse(catalogue, today, born="2014-04-01", background=background, did_before=told)
    asked = steps(assess(record, catalogue, today))
    levels = {step: data.draw(st.sampled_from([LIGHT, HEAVY, NOTHING])) for step in asked}
    found = placement(answered(record, catalogue, today, levels), catalogue, today)
    has, half, not_yet, begin = (
        {one.step for one in part} for part in (found.has, found.half, found.not_yet, found.begin)
    )
    lightness = {
        step for step in asked
        if catalogue.exercise(step).kind is StepKind.LIGHTNESS
        and band_for(record.horse, catalogue, step)[1] < HEAVY
    }  # fmt: skip
    assert {step for step in has & lightness if levels[step] != LIGHT} == set()
    assert {step for step in half & lightness if levels[step] != HEAVY} == set()
    assert {step for step in not_yet & lightness if levels[step] is not NOTHING} == set()
    assert len(has | half | not_yet) == len(has) + len(half) + len(not_yet)
    for step in begin:
        assert step not in has
        rests_on = {need.step for need in catalogue.stage(step).needs}
        assert not rests_on & not_yet, "what did not come at all is not built on"


@pytest.mark.parametrize("background", [one.value for one in Background])
@pytest.mark.parametrize("did", [None, [], ["walk"], ["walk", "trot", "canter"], ["harness"]])
def test_whatever_it_is_told_to_have_done_its_work_can_be_planned(
    background: str, did: list[str] | None, catalogue: Catalogue, today: date
) -> None:
    record = horse(catalogue, today, born="2016-04-01", background=background, did_before=did)
    asked = steps(assess(record, catalogue, today))
    worked = answered(record, catalogue, today - timedelta(days=3), dict.fromkeys(asked[:12], LIGHT))
    for known in (record, worked):
        for looks in (True, False):
            request = PlanRequest(on=today, minutes=45, helper=True, assess=looks)
            assert plan_session(known, catalogue, request).items
