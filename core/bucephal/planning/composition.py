"""A session put together: in order, within its minutes, with what was left out and what to mind.

Order (common practice, no source): settle, checks, repair, practice, new, easy yes, loosen off.
"""

from __future__ import annotations

from collections.abc import Iterator

from bucephal.arrivals.assessment import (
    FRAME_MIN,
    AssessmentTry,
    assess_minutes,
    tries_today,
    was_looked_at,
)
from bucephal.ladder import Side
from bucephal.planning.body_lines import body_lines
from bucephal.planning.climbs import climbs_from, most_climbs, probes_from
from bucephal.planning.day import CAUTION_DAYS_OFF, RESTART_DAYS_OFF, Day
from bucephal.planning.doses import assessed_item, item_for, loosen_item, settle_item
from bucephal.planning.models import (
    BodyLine,
    Climb,
    ItemKind,
    LeftOut,
    PlanItem,
    SessionPlan,
    Why,
)
from bucephal.planning.omissions import (
    left_out_steps,
    longer_lesson,
    more_on_easier_side,
    no_time,
)
from bucephal.planning.plan_changes import (
    as_wanted,
    unwanted,
    wanted,
    with_warnings,
)
from bucephal.planning.selection import Chosen, Selection
from bucephal.planning.time_budget import within_minutes
from bucephal.planning.tries import LEAST_OF_A_SESSION, held_back
from bucephal.progress import StepState
from bucephal.record import SessionKind
from bucephal.words import flag_words, plan_words
from bucephal.words.amounts import Amounts

_ORDER = (
    ItemKind.SETTLE, ItemKind.CHECK, ItemKind.REPAIR, ItemKind.PRACTICE, ItemKind.ASSESS, ItemKind.NEW,
    ItemKind.EASY_YES, ItemKind.LOOSEN,
)  # fmt: skip
LEAST_MIN = 4
"""Left for something easy, however long it takes to settle [own]."""


def compose(day: Day, selection: Selection) -> SessionPlan:
    """The session of what was selected."""
    nothing_new = selection.nothing_new
    items = [*_items(day, selection)]
    loosen = loosen_item(any(item.ridden for item in items))
    settle = settle_item(day, most=_most_to_settle(day, loosen.minutes))
    frame = settle.minutes + loosen.minutes
    wanted, room = day.request.minutes - frame, _room(day, frame)
    items, no_room = within_minutes(day, items, max(room, 1))
    items = with_warnings(day, items, nothing_new)
    ordered = [settle, *sorted(items, key=lambda item: _ORDER.index(item.kind)), loosen]
    planned = {item.step for item in ordered if item.step is not None}
    out = {left.step: left for left in left_out_steps(day, planned, nothing_new)}
    out |= {left.step: left for left in (*selection.tries.left_out, *no_room)}
    climbs = () if nothing_new is not None else tuple(climbs_from(day, ordered))
    probes = () if nothing_new is not None else tuple(probes_from(day, ordered, climbs))
    extras = [*_more_on_easier_side(selection.chosen, ordered), *longer_lesson(day, wanted)]
    return SessionPlan(
        on=day.on,
        kind=SessionKind.RIDDEN if any(item.ridden for item in ordered) else SessionKind.GROUND,
        days_off=day.days_off,
        minutes_wanted=day.request.minutes,
        minutes=sum(item.minutes for item in ordered),
        schooling_minutes=sum(item.minutes for item in items),
        headline=_headline(day, ordered),
        nothing_new=_nothing_new_words(ordered, nothing_new),
        items=_with_climbs(ordered, climbs),
        climbs=climbs,
        most_climbs=most_climbs(day) if climbs else 0,
        probes=probes,
        left_out=(*out.values(), *extras),
        cautions=(*_too_long(items, room), *_cautions(day, ordered)),
        put_away_after_min=_whole_minutes(day),
        body=_body(day),
    )


def compose_assessment(day: Day) -> SessionPlan | None:
    """The session of a horse that has just come, if something is left to try and can be today."""
    due = tries_today(day.record, day.catalogue, day.standing)
    settle = settle_item(day, most=day.request.minutes // 2)  # a look, not a lesson
    loosen = loosen_item(any(day.catalogue.stage(one.step).ridden for one in due))
    frame = settle.minutes + loosen.minutes
    limit = assess_minutes(day.standing) - (FRAME_MIN if day.whole_session_limit is None else frame)
    room = min(limit, day.request.minutes - frame)
    tries: list[AssessmentTry] = []
    left: list[LeftOut] = []
    for one in due:
        if one.step in unwanted(day):
            continue
        obstacle = day.obstacle(one.step)
        if obstacle is None:
            obstacle = held_back(day, one, {each.step for each in tries})
        if obstacle is not None:
            code, text = obstacle
            left.append(LeftOut(step=one.step, name=one.name, reason=code, why=Why.of(text, {})))
        elif sum(each.minutes for each in tries) + one.minutes > room:
            left.append(no_time(one.step, one.name, one.minutes, room))
        else:
            tries.append(one)
    if len(tries) < (LEAST_OF_A_SESSION if was_looked_at(day.record) else 1):
        return None
    left += [_later(day, one.step) for _, one in wanted(day) if one.step not in {each.step for each in tries}]
    steps = tuple(one.step for one in tries)
    items = [settle, *(assessed_item(day, one, steps) for one in tries), loosen]
    return SessionPlan(
        on=day.on, kind=SessionKind.ASSESSMENT, days_off=day.days_off,
        minutes_wanted=day.request.minutes, minutes=sum(item.minutes for item in items),
        schooling_minutes=sum(item.minutes for item in items[1:-1]),
        headline=plan_words.assessment_headline(len(tries)),
        nothing_new=plan_words.SEE_FIRST, items=tuple(items), left_out=tuple(left),
        cautions=tuple(_cautions(day, items)), put_away_after_min=_whole_minutes(day), body=_body(day),
    )  # fmt: skip


def no_work(day: Day, reason: str, headline: str, because: str) -> SessionPlan:
    """A day without work, and why; ``reason``: a permanent code."""
    return SessionPlan(
        on=day.on, kind=SessionKind.GROUND, days_off=day.days_off,
        minutes_wanted=day.request.minutes, minutes=0,
        schooling_minutes=0, headline=headline, nothing_new=because, items=(),
        left_out=tuple(left_out_steps(day, set(), (reason, because))),
        cautions=tuple(_cautions(day, [])), body=_body(day),
    )  # fmt: skip


def _later(day: Day, step: str) -> LeftOut:
    why = Why.of(plan_words.ADDED_LATER, {})
    return LeftOut(step=step, name=day.catalogue.full_name(step), reason="assessing", why=why)


def _more_on_easier_side(chosen: list[Chosen], ordered: list[PlanItem]) -> Iterator[LeftOut]:
    heavier = next((one.heavier for kind, one in chosen if kind is ItemKind.REPAIR), None)
    repaired = next((item.name for item in ordered if item.kind is ItemKind.REPAIR), "")
    return more_on_easier_side(heavier, repaired)


def _room(day: Day, frame_min: float) -> float:
    """Minutes for schooling: what is left of the session, within the horse's limits."""
    limit, _ = day.schooling_limit
    room = min(day.request.minutes - frame_min, limit)
    whole = day.whole_session_limit
    return room if whole is None else min(room, whole - frame_min)


def _too_long(items: list[PlanItem], room: float) -> Iterator[str]:
    over = sum(item.minutes for item in items) - room
    if over > 0 and any(item.locked for item in items):
        yield plan_words.too_long(over)


def _items(day: Day, selection: Selection) -> Iterator[PlanItem]:
    tries = selection.tries.tries
    for kind, choice in selection.chosen:
        after = selection.conditions.get(choice.step, ())
        yield as_wanted(day, item_for(day, kind, choice).model_copy(update={"after": after}))
    tried_today = tuple(one.step for one in tries)
    yield from (assessed_item(day, one, tried_today) for one in tries if one.step not in unwanted(day))


def _most_to_settle(day: Day, loosen_min: float) -> int:
    """Half of the session at most; something easy always has its time."""
    whole = _whole_minutes(day)
    return max(min(whole // 2, int(whole - loosen_min - LEAST_MIN)), 1)


def _whole_minutes(day: Day) -> int:
    """Of everything together: those there are, and under three years those its age allows."""
    return min(day.request.minutes, day.whole_session_limit or day.request.minutes)


def _with_climbs(items: list[PlanItem], climbs: tuple[Climb, ...]) -> tuple[PlanItem, ...]:
    """The items, each with the stages that may follow it told where it says when it is done."""
    above = {climb.after: climb.item for climb in climbs}
    return tuple(_with_climb(item, above) for item in items)


def _with_climb(item: PlanItem, above: dict[str, PlanItem]) -> PlanItem:
    stages, at = list[str](), item.id
    while at in above:
        stages.append(above[at].stage)
        at = above[at].id
    return (
        item.model_copy(update={"done_when": plan_words.then_up(item.done_when, stages)}) if stages else item
    )


def _headline(day: Day, items: list[PlanItem]) -> str:
    of_kind = {item.kind: item for item in reversed(items)}
    repair, main = of_kind.get(ItemKind.REPAIR), of_kind.get(ItemKind.NEW)
    if repair is None and main is None:
        main = of_kind.get(ItemKind.PRACTICE)
    parts = list[list[str]]()
    if repair is not None:
        more = max(repair.sides, key=lambda dose: dose.asks)
        even = len({dose.asks for dose in repair.sides}) == 1
        parts.append(plan_words.put_right(repair.name, Side.NONE if even else more.side))
    if main is not None and main.step is not None:
        begun = main.kind is ItemKind.PRACTICE or day.standing.state(main.step) is StepState.LEARNING
        parts.append(plan_words.main_thing(main.name, main.stage, is_begun=begun))
    return plan_words.headline(parts)


def _nothing_new_words(items: list[PlanItem], because: tuple[str, str] | None) -> str | None:
    if any(item.kind is ItemKind.NEW for item in items):
        return None
    return because[1] if because is not None else plan_words.NOTHING_OPEN


def _cautions(day: Day, items: list[PlanItem]) -> list[str]:
    said = []
    off = day.days_off or 0
    if off > RESTART_DAYS_OFF:
        said.append(plan_words.long_off(off))
    elif off >= CAUTION_DAYS_OFF:
        said.append(plan_words.THREE_WEEKS_OFF)
    if day.record.horse.born is None:
        said.append(plan_words.AGE_UNKNOWN)
    if any(item.exciting for item in items):
        said.append(plan_words.CALM_FIRST)
    if any(item.helper_needed for item in items):
        said.append(plan_words.WITH_HELPER)
    if any(item.ridden for item in items):
        said.append(plan_words.RIDDEN)
    temperament = day.record.horse.temperament.values()
    said += [plan_words.TEMPERAMENTS[one] for one in temperament if items and one in plan_words.TEMPERAMENTS]
    said += [flag_words.to_clear(code) for code in day.open_flags]
    return said


def _body(day: Day) -> tuple[BodyLine, ...]:
    return body_lines(day.bearing, day.standing.age_months, Amounts(day.request.units))
