"""The trainer's changes to a plan: taken as they are, warned about, and forbidden only for safety's sake.

Common practice, no source.
"""

from __future__ import annotations

from typing import Any

import pytest
from bucephal.base.errors import InvalidInput
from bucephal.ladder import Side, load_catalogue
from bucephal.planning import ItemKind, PlanItem, SessionPlan, plan_request, plan_session
from bucephal.planning.plan_changes import FORBIDDEN
from bucephal.record import HorseRecord
from tests.telling import BOTH, TODAY, Told, ask, good, light, record_with

CATALOGUE = load_catalogue()
KNOWN = ("lead.5", "backup-g.3", "head-down.3", "stand.5", "touch.3", "hip-g.1")


def horse(*told: Told, **lists: Any) -> HorseRecord:
    begun: Told = (1, [good(step, side) for step in ("hip-g.2", "flex.1") for side in BOTH], [])
    return record_with([*light(*KNOWN, until=2), begun, *told], **lists)


def plan(record: HorseRecord, changes: dict[str, Any] | None = None, **wishes: Any) -> SessionPlan:
    raw = {"on": str(TODAY), "minutes": 40, "assess": False, "changes": changes or {}, **wishes}
    return plan_session(record, CATALOGUE, plan_request(raw, CATALOGUE))


def named(made: SessionPlan) -> list[str]:
    return [item.step for item in made.items if item.step is not None]


def item(made: SessionPlan, step: str) -> PlanItem:
    return next(one for one in made.items if one.step == step)


def test_what_is_locked_stays_and_the_rest_is_worked_out_around_it() -> None:
    plain = plan(horse(), minutes=40)
    first = next(one for one in plain.items if one.kind in (ItemKind.PRACTICE, ItemKind.NEW))
    short = plan(horse(), {"wanted": [{"step": first.step}]}, minutes=14)
    kept = item(short, first.step or "")
    assert (kept.kind, kept.why, kept.locked) == (first.kind, first.why, True)
    assert short.minutes <= 14
    # What was worked out before stands beside it.
    assert [one.step for one in plain.made] == named(plain)
    assert [one.step for one in plan(horse(), {"without": [first.step]}).made] == named(plain)


def test_what_is_locked_keeps_its_reason_whatever_it_is_for() -> None:
    plain = plan(horse())
    for one in plain.items:
        if one.step is not None:
            kept = item(plan(horse(), {"wanted": [{"step": one.step, "kind": one.kind}]}), one.step)
            assert (kept.why, kept.kind, kept.locked) == (one.why, one.kind, True)


def test_settling_stays_first_and_putting_away_last() -> None:
    made = plan(
        horse(), {"wanted": [{"step": "sideways-g.1"}, {"step": "lead.5"}], "without": named(plan(horse()))}
    )
    assert (made.items[0].kind, made.items[-1].kind) == (ItemKind.SETTLE, ItemKind.LOOSEN)
    assert {"sideways-g.1"} <= set(named(made))


def test_what_is_not_wanted_is_not_in_it_in_no_place() -> None:
    plain = plan(horse())
    for step in named(plain):
        made = plan(horse(), {"without": [step]})
        assert step not in named(made)
        assert made.items[0].kind is ItemKind.SETTLE


def test_another_side_first_and_another_number_of_asks() -> None:
    plain = item(plan(horse()), "hip-g.2")
    other = Side.RIGHT if plain.first_side is Side.LEFT else Side.LEFT
    made = item(plan(horse(), {"wanted": [{"step": "hip-g.2", "asks": 5, "first_side": other}]}), "hip-g.2")
    assert (made.first_side, made.sides[0].side) == (other, other)
    assert [one.asks for one in made.sides] == [5, 5]
    assert (made.asks, made.aim) == (10, 5)
    assert made.minutes > plain.minutes
    assert "5 asks a side" in made.dose
    assert plain.sides[0].best_below == made.sides[1].best_below


@pytest.mark.parametrize(
    ("step", "kind"),
    [("backup-g.3", ItemKind.CHECK), ("hip-g.2", ItemKind.PRACTICE), ("sideways-g.1", ItemKind.NEW)],
)
def test_what_is_added_is_called_what_it_is_to_the_horse(step: str, kind: ItemKind) -> None:
    others = named(plan(horse()))
    made = plan(horse(), {"wanted": [{"step": step}], "without": [one for one in others if one != step]})
    assert item(made, step).kind in (kind, *((ItemKind.NEW,) if kind is ItemKind.PRACTICE else ()))
    if step not in others:
        assert item(made, step).why.text == "you put it here"


def test_a_swap_of_the_easy_yes_is_the_easy_yes() -> None:
    plain = plan(horse())
    (yes,) = (one.step for one in plain.items if one.kind is ItemKind.EASY_YES)
    other = next(step for step in KNOWN if step not in named(plain))
    made = plan(horse(), {"wanted": [{"step": other, "kind": "easy-yes"}], "without": [yes]})
    assert [one.step for one in made.items if one.kind is ItemKind.EASY_YES] == [other]
    assert made.items[-2].step == other


# --- unwise, and not forbidden -------------------------------------------------------------------------------


def unwise(step: str, *told: Told, more: tuple[str, ...] = (), **wish: Any) -> str:
    wanted = [{"step": step, **wish}, *({"step": one} for one in more)]
    return item(plan(horse(*told), {"wanted": wanted}, helper=True, minutes=60), step).unwise


def test_what_is_unwise_is_said_in_a_line_and_done() -> None:
    assert unwise("hip-g.2") == ""
    assert unwise("backup-g.3") == ""
    # Something it needs is missing; the missing thing is named.
    assert unwise("gaps.1").startswith("first ")
    # After a heavy end nothing new; a second thing never asked; more than the cap.
    assert "ended on a heavy answer" in unwise("shoulder-g.1", (0, [ask("hip-g.2", "left", 9)], []))
    assert "second thing never asked" in unwise("shoulder-g.1", more=("object.1",))
    assert "more than 6 tries" in unwise("hip-g.2", asks=7)
    assert unwise("hip-g.2", asks=6) == ""


def test_two_exciting_things_are_one_too_many() -> None:
    record = record_with(light("canter.2", "lunge-canter.1", "lead.5", until=2))
    for steps, warned in ((["canter.2"], False), (["canter.2", "lunge-canter.1"], True)):
        made = plan(record, {"wanted": [{"step": step} for step in steps]}, helper=True, minutes=90)
        assert ("second exciting thing" in item(made, "canter.2").unwise) is warned


def test_what_is_wanted_for_the_first_time_takes_the_place_of_what_would_be_begun() -> None:
    plain = plan(horse(), minutes=60)
    begun = [one.step for one in plain.items if one.kind is ItemKind.NEW and one.kind_words == "new"]
    assert begun
    made = plan(horse(), {"wanted": [{"step": "gaps.1"}]}, minutes=60)
    assert [one.step for one in made.items if one.kind_words == "new"] == ["gaps.1"]


def test_after_a_bad_moment_a_wish_goes_before_the_calm_day_and_is_warned_about() -> None:
    alarmed: Told = (1, [ask("hip-g.2", "left", 5, tension="alarmed")], [])
    assert "hip-g.2" not in named(plan(horse(alarmed)))
    assert "calm day" in unwise("hip-g.2", alarmed)


# --- forbidden: what safety forbids --------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("step", "born", "lists", "wishes", "reason"),
    [
        ("up-wt.1", "2024-06-01", {}, {"helper": True}, "age"),
        ("mount.1", "2018-05-01", {}, {"helper": False}, "helper"),
        ("hip-g.2", "2018-05-01", {"flags": [{"code": "stumbles", "raised_on": str(TODAY)}]}, {}, None),
        ("canter.1", "2018-05-01", {"flags": [{"code": "stumbles", "raised_on": str(TODAY)}]}, {"helper": True}, "flag"),
        ("jump.1", "2018-05-01", {}, {"helper": True, "air_c": 33, "humidity_pct": 70}, "heat"),
    ],
)  # fmt: skip
def test_only_safety_forbids(
    step: str, born: str, lists: dict[str, Any], wishes: dict[str, Any], reason: str | None
) -> None:
    record = horse(**lists)
    record = record.model_copy(update={"horse": record.horse.model_validate({"name": "Test", "born": born})})
    made = plan(record, {"wanted": [{"step": step}]}, minutes=60, **wishes)
    first = made.left_out[0]
    if reason is None:
        assert step in named(made)
    else:
        assert step not in named(made)
        assert (first.step, first.reason) == (step, reason)
        assert reason in FORBIDDEN


def test_nothing_new_is_ridden_without_the_brakes_that_it_rests_on() -> None:
    walks = light("walk-on.2", "halt.2", "steer.1", until=2)
    brakes = light("disengage.3", "disengage.2", "disengage.1", until=2)
    wish = {"wanted": [{"step": "up-wt.1"}]}
    without = plan(horse(*walks), wish, helper=True, minutes=60)
    assert "up-wt.1" not in named(without)
    first = without.left_out[0]
    assert (first.step, first.reason) == ("up-wt.1", "safety")
    assert "one-rein stop" in first.why.text
    assert "up-wt.1" in named(plan(horse(*walks, *brakes), wish, helper=True, minutes=60))
    # What it has been asked before goes on; on the ground nothing of it is forbidden.
    trotted: Told = (3, [ask("up-wt.1", side) for side in BOTH], [])
    assert "up-wt.1" in named(plan(horse(*walks, trotted), wish, helper=True, minutes=60))
    assert "sideways-g.1" in named(plan(horse(), {"wanted": [{"step": "sideways-g.1"}]}))


def test_under_three_years_no_wish_goes_before_the_limit_and_later_it_is_said() -> None:
    many = [{"step": step, "asks": 6} for step in ("lead.5", "hip-g.1", "touch.3", "backup-g.3", "hip-g.2")]
    record = horse()
    young = record.model_copy(
        update={"horse": record.horse.model_validate({"name": "Test", "born": "2025-03-01"})}
    )
    short = plan(young, {"wanted": many}, minutes=60)
    assert short.minutes <= 15
    assert "time" in {one.reason for one in short.left_out}
    grown = plan(record, {"wanted": many}, minutes=15)
    assert {one["step"] for one in many} <= set(named(grown))
    assert grown.minutes > 15
    assert any("more than this session should hold" in one for one in grown.cautions)
    assert not any("should hold" in one for one in plan(record, minutes=15).cautions)


# --- bad input -----------------------------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("changes", "path"),
    [
        ({"wanted": [{"step": "lead.5"}, {"step": "no-such.1"}]}, "changes.wanted[1].step"),
        ({"wanted": [{"step": "halt.1", "first_side": "left"}]}, "changes.wanted[0].first_side"),
        ({"wanted": [{"step": "lead.5", "asks": 11}]}, "changes.wanted[0].asks"),
        ({"wanted": [{"step": "lead.5", "kind": "settle"}]}, "changes.wanted[0].kind"),
        ({"without": ["lead.5", "no-such.1"]}, "changes.without[1]"),
        ({"wanted": 3}, "changes.wanted"),
    ],
)
def test_a_wrong_wish_is_named_by_its_place(changes: dict[str, Any], path: str) -> None:
    raw = {"on": str(TODAY), "minutes": 40, "changes": changes}
    with pytest.raises(InvalidInput) as caught:
        plan_request(raw, CATALOGUE)
    assert path in {problem.path for problem in caught.value.problems}


def test_what_the_session_ends_on_is_swapped_for_its_end() -> None:
    made = plan(horse())
    assert {one.kind: one.swapped_as for one in made.items if one.step} == {
        one.kind: ItemKind.EASY_YES if one.kind is ItemKind.EASY_YES else None
        for one in made.items if one.step
    }  # fmt: skip
    assert any(one.swapped_as is ItemKind.EASY_YES for one in made.items)
