"""Signs that are not training problems: under the threshold, at it, cleared, and again.

Common practice, no source: the thresholds and what each flag holds back.
"""

from __future__ import annotations

from datetime import date, timedelta
from typing import Any

import pytest
from bucephal.base.errors import InvalidInput
from bucephal.ladder import Catalogue, Gait, load_catalogue
from bucephal.pages import WelfareRequest, horse_welfare
from bucephal.planning import ItemKind, PlanRequest, SessionPlan, plan_session
from bucephal.progress import Standing, StepState
from bucephal.record import FlagCode, HorseRecord, PainSign
from bucephal.words.look_words import PAIN_SIGNS
from hypothesis import given, settings
from hypothesis import strategies as st
from tests.telling import BOTH, TODAY, Told, ask, light, record_with

FAST = {"lunge.1", "lunge.3", "lunge-canter.1", "canter.1", "down-ct.1", "jump.1", "rollback.2", "lunge-poles.3",
        "send.6", "one-hand.2"}  # fmt: skip
SLOW = {"walk-on.2", "halt.3", "steer.1", "up-wt.2", "hip-g.2", "backup-r.1", "leg-yield.1"}


def event(kind: str, at: str | None = None) -> dict[str, Any]:
    return {"kind": kind, **({} if at is None else {"at": at})}


def standing(record: HorseRecord, on: date = TODAY) -> Standing:
    return Standing(record, load_catalogue(), on)


def open_codes(record: HorseRecord, on: date = TODAY) -> list[str]:
    return list(standing(record, on).open_flags)


def cleared(code: str, ago: int, by: str = "vet") -> dict[str, Any]:
    day = str(TODAY - timedelta(days=ago))
    return {"code": code, "raised_on": day, "cleared_on": day, "cleared_by": by, "found": "a loose shoe"}


STUMBLE, FAULT = event("stumble"), ask("walk-on.2", faults=["stumbles"])
QUIET: list[Told] = [(ago, [ask("walk-on.2")], []) for ago in (20, 18, 16, 14, 12)]
TENSE = [ask("walk-on.2", tension="tight")] * 3 + [ask("walk-on.2")] * 3
CANTER = [ask("canter.2", "left", 3)]
DISUNITED = [ask("canter.2", "left", 3, faults=["disunited"])]
LEADS = [ask("canter.2", "left", 3, lead_front="left", lead_hind="right")]

# (flag, one under the threshold, at it, what is seen again after it was cleared two days ago)
SIGNS: list[tuple[str, list[Told], list[Told], list[Told]]] = [
    ("stumbles", [(4, [], [STUMBLE])], [(4, [], [STUMBLE, STUMBLE])], [(1, [], [STUMBLE, STUMBLE])]),
    ("stumbles", [(4, [FAULT], [])], [(4, [FAULT], [STUMBLE])], [(1, [FAULT, FAULT], [])]),
    # In two of the last five sessions; the fifth before is one too many.
    ("stumbles", [(21, [], [STUMBLE]), *QUIET, (4, [], [STUMBLE])],
     [(19, [], [STUMBLE]), *QUIET[2:], (4, [], [STUMBLE])], [(1, [], [STUMBLE]), (0, [FAULT], [])]),
    ("uneven", [(4, [], [event("spook")])], [(4, [], [event("uneven")])], [(1, [], [event("uneven")])]),
    ("dangers", [(4, [], [event("buck")])], [(9, [], [event("bolt")]), (3, [], [event("kick")])],
     [(1, [], [event("rear"), event("buck")])]),
    ("dangers", [(10, [], [event("bolt")]), (3, [], [event("kick")])], [(4, [], [event("fall")])],
     [(1, [], [event("fall")])]),
    ("refusal", [(4, [ask("mount.2", "left", None, faults=["walks-off"])], [])],
     [(6, [ask("mount.2", "left", None, faults=["walks-off"])], []),
      (4, [ask("saddle.2", "left", None, tension="alarmed")], [])],
     [(1, [ask("saddle.2", "left", None, tension="alarmed")], []),
      (0, [ask("walk-on.2", faults=["kicks-at-aid"])], [])]),
    ("refusal", [(40, [ask("walk-on.2", faults=["kicks-at-aid"])], []),
                 (4, [ask("walk-on.2", faults=["kicks-at-aid"])], [])],
     [(30, [ask("walk-on.2", faults=["kicks-at-aid"])], []),
      (4, [ask("walk-on.2", faults=["kicks-at-aid"])], [])],
     [(1, [ask("walk-on.2", faults=["kicks-at-aid"])], []),
      (0, [ask("walk-on.2", faults=["kicks-at-aid"])], [])]),
    ("disunited", [(8, DISUNITED, []), (6, CANTER, []), (4, LEADS, [])],
     [(8, DISUNITED, []), (6, LEADS, []), (4, DISUNITED, [])],
     [(1, DISUNITED, []), (1, LEADS, []), (0, LEADS, [])]),
    ("tense-work", [(6, TENSE, []), (5, [ask("walk-on.2")] * 6, []), (4, TENSE, [])],
     [(6, TENSE, []), (5, [ask("walk-on.2", tension="tight")] * 5, []), (4, TENSE, [])],
     [(1, TENSE, []), (0, TENSE, [])]),
    ("tense-work", [(6, TENSE, []), (4, [*TENSE, ask("walk-on.2")], [])],
     [(6, TENSE, []), (4, [ask("canter.2", "left", 3, faults=["tight"])] * 6, [])],
     [(1, [ask("walk-on.2", tension="alarmed", level=None)] * 6, []), (0, TENSE, [])]),
]  # fmt: skip


@pytest.mark.parametrize(("code", "under", "at", "again"), SIGNS)
def test_every_sign_under_its_threshold_at_it_cleared_and_again(
    code: str, under: list[Told], at: list[Told], again: list[Told]
) -> None:
    assert open_codes(record_with(under)) == []
    raised = record_with(at)
    assert open_codes(raised) == [code]
    (flag,) = standing(raised).flags
    assert flag.since == TODAY - timedelta(days=at[-1][0])
    assert flag.why
    assert flag.figures
    assert flag.seen
    assert open_codes(record_with(at), flag.since - timedelta(days=1)) == []
    looked_at = [cleared(code, 2)]
    assert open_codes(record_with(at, flags=looked_at)) == []
    (told,) = standing(record_with(at, flags=looked_at)).flags
    assert (told.found, told.cleared_by, told.open) == ("a loose shoe", "vet", False)
    once_more = standing(record_with([*at, *again], flags=looked_at))
    assert list(once_more.open_flags) == [code]
    assert [one.open for one in once_more.flags] == [True, False]


def test_an_open_flag_stays_open_however_long_ago(catalogue: Catalogue) -> None:
    long_ago = record_with([(300, [], [event("uneven")]), *QUIET])
    assert open_codes(long_ago) == ["uneven"]


def test_what_is_seen_on_the_day_of_clearing_is_cleared_with_it() -> None:
    same_day: list[Told] = [(2, [], [STUMBLE, STUMBLE])]
    assert open_codes(record_with(same_day, flags=[cleared("stumbles", 2)])) == []


@pytest.mark.parametrize(
    ("fault_at", "event_at", "stumbles"),
    [("10:00:00", "10:00:30", 1), ("10:00:00", "10:00:31", 2), ("10:00:20", "10:00:00", 1), (None, "10:00:00", 2)],
)  # fmt: skip
def test_an_event_and_a_fault_within_half_a_minute_are_one(
    fault_at: str | None, event_at: str, stumbles: int
) -> None:
    day = TODAY - timedelta(days=3)
    at = None if fault_at is None else f"{day}T{fault_at}Z"
    told = [(3, [{**FAULT, "at": at}], [event("stumble", f"{day}T{event_at}Z")])]
    assert open_codes(record_with(told)) == (["stumbles"] if stumbles > 1 else [])


def looked(ago: int, number: int) -> dict[str, Any]:
    return {"on": str(TODAY - timedelta(days=ago)), "signs": [sign.value for sign in PainSign][:number]}


def test_eight_of_the_twenty_four_pain_signs_in_one_look() -> None:
    # Dyson et al. (2018), J. Vet. Behav. (from memory): 24 behaviours, eight or more make pain likely.
    assert len(PainSign) == len(PAIN_SIGNS) == 24
    assert {sign.value for sign in PainSign} == set(PAIN_SIGNS)
    assert open_codes(record_with([], pain_checks=[looked(5, 7), looked(4, 7)])) == []
    assert open_codes(record_with([], pain_checks=[looked(5, 8)])) == ["pain-signs"]
    seen = cleared("pain-signs", 4)
    assert open_codes(record_with([], pain_checks=[looked(5, 8)], flags=[seen])) == []
    again = standing(record_with([], pain_checks=[looked(5, 8), looked(1, 9)], flags=[seen]))
    assert list(again.open_flags) == ["pain-signs"]
    assert again.flags[0].figures == {"signs": 9}
    assert len(again.flags[0].seen) == 9


@pytest.mark.parametrize(
    ("lists", "path"),
    [
        ({"pain_checks": [{"on": "2026-06-20", "signs": []}]}, "pain_checks[0].on"),
        ({"pain_checks": [{"on": "2026-06-10", "signs": ["limps"]}]}, "pain_checks[0].signs"),
        ({"condition_scores": [{"on": "2026-06-10", "score": 10}]}, "condition_scores[0].score"),
        ({"condition_scores": [{"on": "2026-06-20", "score": 5}]}, "condition_scores[0].on"),
    ],
)
def test_a_look_that_cannot_be_is_refused_by_name(lists: dict[str, Any], path: str) -> None:
    with pytest.raises(InvalidInput) as refused:
        record_with([], **lists)
    assert refused.value.problems[0].path.startswith(path)


# --- a side that is suddenly heavier ----------------------------------------------------------------------


def lost(right: tuple[int, int], left: tuple[int, int] = (2, 2)) -> list[Told]:
    """Walk to trot was confirmed on both sides; then two days with these first answers."""
    days: list[Told] = [
        (ago, [ask("up-wt.2", "left", left[n]), ask("up-wt.2", "right", right[n])], [])
        for n, ago in enumerate((3, 1))
    ]
    return [*light("up-wt.2"), *days]


@pytest.mark.parametrize(
    ("right", "left", "is_lost"),
    [
        ((6, 6), (2, 2), True),
        ((6, 2), (2, 2), False),  # one day
        ((2, 6), (2, 2), False),
        ((5, 5), (2, 2), False),  # heavier, and still light
        ((6, 6), (6, 6), False),  # both sides: not one-sided
        ((6, 6), (2, 6), False),
    ],
)
def test_one_side_suddenly_heavier_two_days_running(
    right: tuple[int, int], left: tuple[int, int], is_lost: bool
) -> None:
    record = record_with(lost(right, left))
    assert standing(record, TODAY - timedelta(days=9)).state("up-wt.2") is StepState.CONFIRMED
    assert open_codes(record) == (["one-sided-loss"] if is_lost else [])


def test_a_side_that_was_never_confirmed_is_not_lost() -> None:
    begun: list[Told] = [(ago, [ask("up-wt.2", side) for side in BOTH], []) for ago in (7, 5)]
    assert open_codes(record_with([*begun, *lost((6, 6))[-2:]])) == []


def test_what_was_lost_on_one_side_is_looked_at_and_not_put_right_by_asking() -> None:
    record = record_with(lost((6, 6)))
    made = plan(record)
    assert not [item.step for item in made.items if (item.step or "").startswith("up-wt.")]
    assert {left.reason for left in made.left_out if (left.step or "").startswith("up-wt.")} <= {"flag"}
    assert ItemKind.NEW not in [item.kind for item in made.items]
    (flag,) = standing(record).flags
    assert "up-wt.2" in str(flag.figures["step"])
    assert "on the right" in flag.why


def test_a_confirmed_step_unanswered_twice_is_a_refusal() -> None:
    none = ask("up-wt.2", "right", 10, answered=False)
    once: list[Told] = [(ago, [ask("up-wt.2", "left"), none], []) for ago in (6, 4)]
    twice: list[Told] = [(ago, [ask("up-wt.2", "left"), none, none], []) for ago in (6, 4)]
    assert "refusal" not in open_codes(record_with([*light("up-wt.2"), *once]))
    assert "refusal" in open_codes(record_with([*light("up-wt.2"), *twice]))
    assert "refusal" not in open_codes(record_with([*light("up-wt.2")[-2:], *twice]))


@pytest.mark.parametrize(
    ("step", "side", "level", "counts"),
    [("up-wt.2", "left", 5, True), ("up-wt.2", "left", 9, False), ("walk-on.2", "none", 9, True)],
)
def test_a_kick_at_a_light_aid_or_in_a_ready_step(step: str, side: str, level: int, counts: bool) -> None:
    # Above the band in a step that is not ready it is the remedy's business.
    kick = ask(step, side, level, faults=["kicks-at-aid"])
    told = [*light("walk-on.2"), (6, [kick], []), (4, [kick], [])]
    assert ("refusal" in open_codes(record_with(told))) is counts


# --- by hand, and clearing -------------------------------------------------------------------------------


@pytest.mark.parametrize("code", [code.value for code in FlagCode])
def test_every_flag_can_be_raised_by_hand(code: str) -> None:
    row = {"code": code, "raised_on": "2026-06-10", "by_hand": True, "note": "head nods at trot"}
    (flag,) = standing(record_with([], flags=[row])).flags
    assert (flag.open, flag.by_hand, flag.why) == (True, True, "head nods at trot")
    looked = {**row, "cleared_on": "2026-06-12", "cleared_by": "vet", "found": "nothing"}
    assert open_codes(record_with([], flags=[looked])) == []
    assert open_codes(record_with([], flags=[looked]), date(2026, 6, 11)) == [code]


@pytest.mark.parametrize("code", ["uneven", "injury", "breathing", "pain-signs"])
@pytest.mark.parametrize("by", ["trainer", "saddler", None])
def test_what_needs_a_vet_is_cleared_by_nobody_else(code: str, by: str | None) -> None:
    row = {
        "code": code,
        "raised_on": "2026-06-10",
        "cleared_on": "2026-06-12",
        "cleared_by": by,
        "found": "fine",
    }
    with pytest.raises(InvalidInput) as refused:
        record_with([], flags=[row])
    (problem,) = refused.value.problems
    assert (problem.path, problem.value, problem.allowed) == ("flags[0].cleared_by", by, "vet")


@pytest.mark.parametrize(
    ("row", "path"),
    [
        ({"cleared_by": "trainer", "found": " "}, "flags[0].found"),
        ({"cleared_by": None, "found": "fine"}, "flags[0].cleared_by"),
        ({"cleared_by": "trainer", "found": "fine", "cleared_on": "2026-06-01"}, "flags[0].cleared_on"),
        ({"cleared_by": "groom", "found": "fine"}, "flags[0].cleared_by"),
        ({"code": "lame", "cleared_by": "vet", "found": "fine"}, "flags[0].code"),
    ],
)
def test_a_clearing_says_who_looked_and_what_was_found(row: dict[str, Any], path: str) -> None:
    flag = {"code": "stumbles", "raised_on": "2026-06-10", "cleared_on": "2026-06-12", **row}
    with pytest.raises(InvalidInput) as refused:
        record_with([], flags=[flag])
    assert [problem.path for problem in refused.value.problems] == [path]


# --- what each holds back ----------------------------------------------------------------------------------


def hand(code: str) -> dict[str, Any]:
    return {"code": code, "raised_on": str(TODAY), "by_hand": True}


def held(code: str) -> set[str]:
    (flag,) = horse_welfare(standing(record_with([], flags=[hand(code)])), WelfareRequest()).flags
    return set(flag.holds_back)


@pytest.mark.parametrize("code", ["stumbles", "one-sided-loss", "disunited"])
def test_nothing_fast_after_stumbles_and_the_like(code: str, catalogue: Catalogue) -> None:
    assert held(code) >= FAST
    assert not held(code) & SLOW
    canters = {step for step in catalogue.steps if catalogue.stage(step).gait is Gait.CANTER}
    assert canters <= held(code)


@pytest.mark.parametrize("code", ["uneven", "injury", "breathing", "pain-signs"])
def test_no_work_at_all(code: str, catalogue: Catalogue) -> None:
    assert held(code) == set(catalogue.steps)
    made = plan(record_with(light("walk-on.2"), flags=[hand(code)]))
    assert made.items == ()
    assert "in hand" in made.headline


def test_a_refusal_holds_back_what_is_ridden(catalogue: Catalogue) -> None:
    assert held("refusal") == {step for step in catalogue.steps if catalogue.stage(step).ridden}


def test_dangers_leave_groundwork_and_walk_in_the_arena(catalogue: Catalogue) -> None:
    stages = {step: catalogue.stage(step) for step in catalogue.steps}
    walked = {step for step, stage in stages.items() if stage.ridden and stage.gait is Gait.WALK}
    assert {"walk-on.2", "steer.1", "hip-g.1", "lunge.1"}.isdisjoint(held("dangers"))
    assert held("dangers") >= {"up-wt.1", "canter.1", "hack.1", "lunge-canter.1", "saddle.5", "traffic.1"}
    day = standing(record_with([], flags=[hand("dangers")]))
    assert all(day.rest_because(step) is None for step in walked - held("dangers"))


def test_ridden_walk_after_dangers_only_with_a_helper() -> None:
    told = [*light("walk-on.2"), *light("backup-g.2")]
    told.append((1, [], [event("bolt"), event("buck")]))
    alone, helped = (plan(record_with(told), helper=helper) for helper in (False, True))
    assert not any(item.ridden for item in alone.items)
    assert any(item.ridden for item in helped.items)
    for made in (alone, helped):
        assert ItemKind.NEW not in [item.kind for item in made.items]
        assert not any(item.exciting for item in made.items)
        assert any("instructor" in caution for caution in made.cautions)


def test_tense_work_holds_back_the_exciting_and_what_is_new(catalogue: Catalogue) -> None:
    told = [*light("walk-on.2"), (3, TENSE, []), (1, TENSE, [])]
    day = standing(record_with(told))
    assert list(day.open_flags) == ["tense-work"]
    (flag,) = horse_welfare(day, WelfareRequest()).flags
    exciting = {step for step in catalogue.steps if catalogue.stage(step).exciting}
    assert exciting | {"steer.1", "hip-g.1"} <= set(flag.holds_back)
    assert "walk-on.2" not in flag.holds_back


def test_six_sessions_of_two_stumbles_each_hold_back_until_cleared() -> None:
    good = [*light("lunge.3", until=16), *light("walk-on.2", until=16)]
    stumbling = [(2 * n + 2, [ask("walk-on.2")], [STUMBLE, STUMBLE]) for n in range(6)][::-1]
    record = record_with([*good, *stumbling])
    made = plan(record, minutes=60)
    catalogue = load_catalogue()
    planned = [catalogue.stage(item.step) for item in made.items if item.step is not None]
    assert not any(stage.gait is Gait.CANTER or stage.circles for stage in planned)
    assert made.items[0].name != plan(record_with(good), minutes=60).items[0].name  # settles in hand
    (flag,) = [one for one in standing(record).flags if one.open]
    assert flag.figures == {"stumbles": 2}
    seen = record_with([*good, *stumbling], flags=[cleared("stumbles", 0, "farrier")])
    assert not standing(seen).open_flags
    assert standing(seen).state("lunge.3") is not StepState.RESTING
    assert "lunge.3" in [item.step for item in plan(seen, minutes=60).items]


def plan(record: HorseRecord, **wishes: Any) -> SessionPlan:
    request = PlanRequest.model_validate({"on": TODAY, "minutes": 40, "assess": False, **wishes})
    return plan_session(record, load_catalogue(), request)


GOOD_STEPS = ("walk-on.2", "halt.2", "steer.1", "up-wt.2", "lunge.3", "hip-g.2", "backup-g.2", "canter.1")
CODES = st.lists(st.sampled_from(list(FlagCode)), min_size=1, max_size=3, unique=True)


@given(codes=CODES, good=st.sets(st.sampled_from(GOOD_STEPS)), opened=st.booleans(), helper=st.booleans(),
       minutes=st.integers(10, 90))  # fmt: skip
@settings(max_examples=25, deadline=None)
def test_no_plan_holds_what_an_open_flag_holds_back(
    codes: list[FlagCode], good: set[str], opened: bool, helper: bool, minutes: int
) -> None:
    catalogue = load_catalogue()
    state = "open" if opened else "confirmed"
    decided = [
        {"step": step, "state": state, "reason": "I know it", "on": str(TODAY)} for step in catalogue.steps
    ]
    told = [one for step in sorted(good) for one in light(step, until=2)]
    record = record_with(told, flags=[hand(code) for code in codes], overrides=decided)
    made = plan(record, helper=helper, minutes=minutes)
    day = standing(record)
    flags = horse_welfare(day, WelfareRequest()).flags
    forbidden = {step for flag in flags for step in flag.holds_back}
    planned = [*made.items, *(climb.item for climb in made.climbs)]
    assert not forbidden & {item.step for item in planned}
    assert all(day.state(step) is StepState.RESTING for step in forbidden)
    assert any(flag.say in caution for flag in flags for caution in made.cautions)
