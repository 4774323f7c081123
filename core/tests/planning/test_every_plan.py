"""What holds of every plan, whichever the horse: five kinds of arrival, worked for weeks as the ring plays it.

Common practice, no source. The horses are virtual; nothing here depends on how fast they learn.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace

import pytest
from bucephal.lab.pace import ARRIVALS, OWN, trials
from bucephal.lab.pace.trials import _Season
from bucephal.ladder import Catalogue, Gate, load_catalogue
from bucephal.planning import ItemKind, PlanItem, PlanRequest, SessionPlan, plan_session
from bucephal.planning.day import Day
from bucephal.planning.known_steps import light_on_one_day
from bucephal.planning.new_steps import MOST_IN_WORK
from bucephal.planning.step_choice import in_work
from bucephal.progress import GOOD, Standing, StepState
from bucephal.record import HorseRecord, SessionKind
from bucephal.response import Tracks

SESSIONS = 24
BEGUN_KINDS = (ItemKind.NEW, ItemKind.PRACTICE)


@dataclass
class Planned:
    record: HorseRecord
    request: PlanRequest
    plan: SessionPlan
    standing: Standing

    def items(self, *kinds: ItemKind) -> list[PlanItem]:
        return [item for item in self.plan.items if item.kind in kinds]

    def never_asked(self) -> list[PlanItem]:
        """Items of exercises of which nothing was asked yet, tries apart."""
        catalogue = self.standing.catalogue
        asked = {catalogue.exercise(step).id for step, _ in self.standing.tracks.by_key}
        return [
            item for item in self.items(*BEGUN_KINDS)
            if item.step is not None and catalogue.exercise(item.step).id not in asked
        ]  # fmt: skip


def season(kind: int, number: int, catalogue: Catalogue) -> list[Planned]:
    """Every plan of some weeks, with what was known that morning."""
    found: list[Planned] = []

    def kept(
        record: HorseRecord, ladder: Catalogue, request: PlanRequest, tracks: Tracks | None = None
    ) -> SessionPlan:
        made = plan_session(record, ladder, request, tracks)
        found.append(Planned(record, request, made, Standing(record, ladder, request.on, tracks)))
        return made

    with pytest.MonkeyPatch.context() as patched:
        patched.setattr(trials, "plan_session", kept)
        one = replace(ARRIVALS[kind], sessions=SESSIONS, milestones=ARRIVALS[kind].milestones[-1:])
        work = _Season(ARRIVALS[kind], OWN, 11, number, catalogue)
        work.kind = one
        work.work()
    return found


@pytest.fixture(scope="module", params=range(len(ARRIVALS)), ids=[one.name for one in ARRIVALS])
def plans(request: pytest.FixtureRequest) -> list[Planned]:
    made = season(request.param, 0, load_catalogue())
    assert made
    return made


def ordinary(plans: list[Planned]) -> Iterator[Planned]:
    return (one for one in plans if one.plan.kind is not SessionKind.ASSESSMENT and one.plan.items)


def test_never_over_its_minutes_which_add_up(plans: list[Planned]) -> None:
    for one in plans:
        assert one.plan.minutes == sum(item.minutes for item in one.plan.items)
        assert one.plan.minutes <= one.request.minutes
        assert all(item.minutes * 2 == int(item.minutes * 2) > 0 for item in one.plan.items)


def test_at_most_one_exercise_never_asked_and_a_second_on_the_ground_behind_the_first(
    plans: list[Planned],
) -> None:
    for one in ordinary(plans):
        never = one.never_asked()
        assert len({item.step for item in never}) <= 2
        if len(never) == 2 and not one.standing.riding.walks:
            assert not any(item.ridden or item.exciting for item in never)
            waits = {after.item: after for after in never[1].after}
            assert waits[never[0].id].at_once


def test_what_is_begun_has_its_needs_or_waits_for_them_today(plans: list[Planned]) -> None:
    for one in ordinary(plans):
        behind = {item.id: item.step for item in one.plan.items}
        # What better steps rest on, or such as came light when they were tried, is not gone through again.
        day = Day.of(one.record, one.standing.catalogue, one.request)
        ladder = one.standing.catalogue
        good = [step for step in ladder.steps if one.standing.state(step) in GOOD]
        above = {below for step in (*good, *light_on_one_day(day)) for below in ladder.path_to(step)}
        for item in one.items(ItemKind.NEW):
            assert item.step is not None
            if not one.standing.is_new(item.step) or item.step in above:
                continue
            today = {behind[after.item] for after in item.after}
            for need in one.standing.missing(item.step):
                vouched = need.step in above
                assert vouched or (need.gate is Gate.READY and need.step in today), (item.step, need.step)


def test_no_step_that_age_a_flag_or_a_missing_helper_forbids(plans: list[Planned]) -> None:
    for one in plans:
        for item in one.plan.items:
            if item.step is not None:
                assert one.standing.rest_because(item.step) is None
                assert one.request.helper or not item.helper_needed


def test_it_ends_on_something_easy_and_serves_both_sides(plans: list[Planned]) -> None:
    for one in ordinary(plans):
        kinds = [item.kind for item in one.plan.items]
        assert kinds[-1] is ItemKind.LOOSEN
        if ItemKind.EASY_YES in kinds:
            assert kinds.index(ItemKind.EASY_YES) == len(kinds) - 2
            assert kinds.count(ItemKind.EASY_YES) == 1
        for item in one.plan.items:
            if item.step is not None:
                sides = one.standing.catalogue.exercise(item.step).side_names
                assert {dose.side for dose in item.sides} == set(sides)


def test_a_begun_step_on_the_goal_s_way_is_not_forgotten(plans: list[Planned]) -> None:
    """Left out three sessions running only with a reason that names it."""
    left: dict[str, int] = {}
    for one in ordinary(plans):
        way = set(one.standing.catalogue.path_to(one.record.goals[0].step))
        begun = {
            step for step in way
            if one.standing.own_state(step) is StepState.LEARNING and one.standing.state(step) is StepState.LEARNING
        }  # fmt: skip
        exercises = {item.step.rpartition(".")[0] for item in one.plan.items if item.step}
        said = {out.step.rpartition(".")[0] for out in one.plan.left_out if out.step}
        for step in begun:
            exercise = step.rpartition(".")[0]
            forgotten = exercise not in exercises and exercise not in said
            left[exercise] = left.get(exercise, 0) + 1 if forgotten else 0
            assert left[exercise] < 3, (step, one.request.on)


def test_every_item_says_why_and_no_figure_is_bare(plans: list[Planned]) -> None:
    for one in plans:
        for item in one.plan.items:
            assert item.why.text
            assert not item.why.text.endswith(" ")


def test_no_fifth_exercise_is_opened(plans: list[Planned]) -> None:
    for one in ordinary(plans):
        day = Day.of(one.record, one.standing.catalogue, one.request)
        for item in one.never_asked():
            assert item.step is not None
            replaced = one.standing.riding.replaces(item.step)
            assert replaced or in_work(day, item.step) < MOST_IN_WORK
