"""Stages that may follow at once today, where the stage before came light and calm on every side.

Stages are small questions: a horse that answers goes up them in the same session. The coach says when
(``go-up``); what may follow, how often, and in which time stands in the plan, so that a device without
signal knows it too.

Source: common practice, no source.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence

from bucephal.coach import CLIMB_AIM
from bucephal.planning.day import CONSOLIDATING_RIDES, RIDDEN_FROM_MONTHS, Day
from bucephal.planning.doses import item_for, on_one_side
from bucephal.planning.goal_needs import goal_steps
from bucephal.planning.known_steps import StepChoice
from bucephal.planning.models import Climb, ItemKind, PlanItem, Why
from bucephal.planning.step_choice import likely_too_heavy
from bucephal.progress import GOOD
from bucephal.words import plan_words

CLIMBS_A_SESSION, CLIMBS_UNDER_THREE, CLIMBS_SCHOOLED = 3, 2, 5
CLIMBS_EXCITING = 1
_CLIMBING = (ItemKind.NEW, ItemKind.PRACTICE)
_KEEPS_ITS_TIME = (ItemKind.ASSESS, ItemKind.NEW, ItemKind.EASY_YES, ItemKind.LOOSEN)
"""Going up takes no time from what the session is for."""


def most_climbs(day: Day) -> int:
    """How often a horse may go up in one session, over all exercises."""
    age = day.standing.age_months
    if age is not None and age < RIDDEN_FROM_MONTHS:
        return CLIMBS_UNDER_THREE
    schooled = not day.is_young and day.rides >= CONSOLIDATING_RIDES
    return CLIMBS_SCHOOLED if schooled else CLIMBS_A_SESSION


def climbs_from(day: Day, items: Sequence[PlanItem]) -> Iterator[Climb]:
    """What may follow each item of a session, stage by stage.

    Args:
        items: the session in its order, putting away included.
    """
    planned = {item.step for item in items}
    for place, item in enumerate(items):
        if item.step is None or item.kind not in _CLIMBING or not _climbs(day, item.step):
            continue
        kept = sum(later.minutes for later in items[place + 1 :] if _keeps_its_time(later))
        before = item
        for step in _stages_above(day, item.step, planned):
            above = _climbed(day, step)
            yield Climb(after=before.id, item=above, minutes_left=above.minutes + kept)
            before = above


def probes_from(day: Day, items: Sequence[PlanItem], climbs: Sequence[Climb]) -> Iterator[Climb]:
    """The stage after each item and each climbed one, as a single ask: for when the limit is reached.

    What it was asked of before is no news, and nothing exciting is asked out of curiosity.

    Args:
        items: the session in its order, putting away included.
        climbs: the stages that may follow them.
    """
    planned = {item.step for item in items}
    behind = {climb.after: climb for climb in climbs}
    for place, item in enumerate(items):
        if item.step is None or item.kind not in _CLIMBING or not _climbs(day, item.step):
            continue
        kept = sum(later.minutes for later in items[place + 1 :] if _keeps_its_time(later))
        for below in _chain(item, behind):
            assert below.step is not None
            above = day.catalogue.next_stage(below.step)
            if above is not None and above not in planned and _may_be_probed(day, below.step, above):
                probe = _probed(day, above)
                yield Climb(after=below.id, item=probe, minutes_left=probe.minutes + kept)


def _chain(item: PlanItem, behind: Mapping[str, Climb]) -> Iterator[PlanItem]:
    """An item, and the stages that may follow it at once."""
    yield item
    if item.id in behind:
        yield from _chain(behind[item.id].item, behind)


def _may_be_probed(day: Day, below: str, above: str) -> bool:
    quiet = not (day.catalogue.stage(below).exciting or day.catalogue.stage(above).exciting)
    return quiet and day.standing.is_new(above) and _may_follow(day, below, above)


def _climbs(day: Day, step: str) -> bool:
    """What is begun and not ready; more minutes of what is measured in minutes are another day's."""
    return day.standing.state(step) not in GOOD and not day.catalogue.exercise(step).by_the_clock


def _keeps_its_time(item: PlanItem) -> bool:
    return item.exciting or item.kind in _KEEPS_ITS_TIME


def _stages_above(day: Day, step: str, planned: set[str | None]) -> Iterator[str]:
    below, gone_up = step, 0
    while (above := day.catalogue.next_stage(below)) is not None:
        exciting = day.catalogue.stage(below).exciting or day.catalogue.stage(above).exciting
        most = CLIMBS_EXCITING if exciting else most_climbs(day)
        if gone_up >= most or above in planned or not _may_follow(day, below, above):
            return
        yield above
        below, gone_up = above, gone_up + 1


def _may_follow(day: Day, below: str, above: str) -> bool:
    """Nothing stands in its way today but that the stage before it is still to come light."""
    if day.catalogue.stage(above).own_day or day.standing.state(above) in GOOD:
        return False
    path = goal_steps(day)
    if below in path and above not in path:  # the time is for what the goal waits for
        return False
    if likely_too_heavy(day, above) is not None:
        return False
    others = [need for need in day.standing.missing(above) if need.step != below]
    return not others and day.obstacle(above) is None


def _probed(day: Day, step: str) -> PlanItem:
    """On one side, the easier one."""
    below = day.catalogue.previous(step) or step
    why = Why.of(plan_words.probed(day.catalogue.stage(below).name), {})
    return on_one_side(day, item_for(day, ItemKind.PROBE, StepChoice(step, why)))


def _climbed(day: Day, step: str) -> PlanItem:
    below = day.catalogue.previous(step) or step
    why = Why.of(plan_words.climbed(day.catalogue.stage(below).name), {"aim": CLIMB_AIM})
    return item_for(day, ItemKind.CLIMB, StepChoice(step, why))
