"""The next session: chosen, ordered, limited, with the reason for each line.

Order (common practice): settle, checks, repair, practice, new, easy yes, loosen off.
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
from bucephal.ladder import Catalogue, Side
from bucephal.planning.body_lines import body_lines
from bucephal.planning.check_items import checks, easy_yes
from bucephal.planning.climbs import climbs_from, most_climbs, probes_from
from bucephal.planning.day import CAUTION_DAYS_OFF, RESTART_DAYS_OFF, Day
from bucephal.planning.doses import assessed_item, item_for, loosen_item, settle_item
from bucephal.planning.goal_needs import way_now
from bucephal.planning.item_layouts import laid_out
from bucephal.planning.known_steps import Choice
from bucephal.planning.models import (
    BodyLine,
    Climb,
    ItemAfter,
    ItemKind,
    LeftOut,
    PlanChanges,
    PlanItem,
    PlanRequest,
    SessionPlan,
    Why,
)
from bucephal.planning.new_steps import Begun, is_first_of_all, is_full, opened_after, second_new
from bucephal.planning.omissions import (
    left_out_steps,
    longer_lesson,
    more_on_easier_side,
    no_time,
)
from bucephal.planning.plan_changes import (
    as_wanted,
    more_than_enough,
    refused,
    unwanted,
    wanted,
    with_warnings,
)
from bucephal.planning.repairs import (
    WAITING_FOR_NOTHING_NEW,
    repairs,
    rests_on_heavier_side,
    waiting_to_be_put_right,
)
from bucephal.planning.step_choice import (
    MOST_GOING_ON,
    fresh,
    learning,
    taken_as_known,
    to_confirm,
    to_confirm_ahead,
)
from bucephal.planning.time_budget import within_minutes
from bucephal.planning.tries import LEAST_OF_A_SESSION, Tries, held_back, tries_beside
from bucephal.progress import BACK_TO_WALK, TROT, Standing, StepState
from bucephal.record import HorseRecord, PlannedStep, SessionKind
from bucephal.response import Tracks
from bucephal.words import flags as flag_words
from bucephal.words import plans as words
from bucephal.words.amounts import Amounts

_ORDER = (
    ItemKind.SETTLE, ItemKind.CHECK, ItemKind.REPAIR, ItemKind.PRACTICE, ItemKind.ASSESS, ItemKind.NEW,
    ItemKind.EASY_YES, ItemKind.LOOSEN,
)  # fmt: skip
Chosen = tuple[ItemKind, Choice]
Conditions = dict[str, tuple[ItemAfter, ...]]
"""By step: what must have come before it today."""
REPAIRS_WAIT = "repairs"
LEAST_MIN = 4
"""Left for something easy, however long it takes to settle [own]."""


def plan_session(
    record: HorseRecord, catalogue: Catalogue, request: PlanRequest, tracks: Tracks | None = None
) -> SessionPlan:
    """The session for a day.

    Args:
        record: the horse and every ask so far; what lies after the day is left aside.
        catalogue: the ladder.
        request: the day: date, minutes, helper, place, weather.
        tracks: of the asks up to that day, where they are at hand already.
    """
    return plan_day(Standing(_up_to(record, request), catalogue, request.on, tracks), request)


def plan_day(standing: Standing, request: PlanRequest) -> SessionPlan:
    """The session for a day on which it is known where the horse stands.

    Args:
        standing: on the day of the request.
    """
    day = Day(standing, request)
    plan = _rest(day) or (_assessment(day) if request.assess else None) or _ordinary(day)
    plan = laid_out(plan, day)
    if not request.changes.any:
        return plan.model_copy(update={"made": _as_kept(plan)})
    plain = request.model_copy(update={"changes": PlanChanges()})
    made = plan_day(standing, plain)
    cannot = {one.step for one in refused(day)}
    others = (one for one in plan.left_out if one.step not in cannot)
    items = tuple(_with_its_reason(item, made) for item in plan.items)
    return plan.model_copy(
        update={"items": items, "left_out": (*refused(day), *others), "made": _as_kept(made)}
    )


def _with_its_reason(item: PlanItem, made: SessionPlan) -> PlanItem:
    """What is locked keeps the reason for which it was there."""
    if not item.locked:
        return item
    before = next((one for one in made.items if one.step == item.step), None)
    return item if before is None else item.model_copy(update={"why": before.why})


def _as_kept(plan: SessionPlan) -> tuple[PlannedStep, ...]:
    return tuple(planned for item in plan.items if (planned := item.planned) is not None)


def _rest(day: Day) -> SessionPlan | None:
    """No work today: it is too hot, or a flag holds back all of it."""
    because = day.no_work_because()
    return None if because is None else _no_work(day, *because)


def _ordinary(day: Day) -> SessionPlan:
    """Put right, go on, tried and new; with checks before and something easy after."""
    to_repair = repairs(day)
    nothing_new = day.nothing_new_because()
    looks = nothing_new is None or nothing_new[0] == "ended-heavy"
    beside = tries_beside(day) if looks else Tries()
    nothing_new = nothing_new or _repairs_wait(waiting_to_be_put_right(day, to_repair))
    chosen: list[Chosen] = [(ItemKind.REPAIR, one) for one in to_repair]
    conditions: Conditions = {}
    taken = {one.step for one in to_repair} | beside.steps
    if nothing_new is None:
        something, conditions = _something_new(day, taken, tried=bool(beside.tries))
        chosen += something
    elif nothing_new[0] == REPAIRS_WAIT:
        going_on = [one for one in learning(day) if one.step not in taken]
        chosen += [(ItemKind.PRACTICE, one) for one in going_on[:MOST_GOING_ON]]
    chosen = _with_wanted(day, chosen)
    todays = [*(one.step for _, one in chosen), *(one.step for one in beside.tries)]
    taken |= set(todays) | unwanted(day)
    ridden = any(day.catalogue.stage(step).ridden for step in todays)
    has_yes = any(kind is ItemKind.EASY_YES for kind, _ in chosen)
    yes = None if has_yes else easy_yes(day, taken, ridden=ridden)
    if yes is not None:
        chosen.append((ItemKind.EASY_YES, yes))
        taken.add(yes.step)
    chosen += [(ItemKind.CHECK, one) for one in checks(day, todays, taken)]
    return _compose(day, chosen, conditions, beside, nothing_new)


def _with_wanted(day: Day, chosen: list[Chosen]) -> list[Chosen]:
    """What was chosen but for what the trainer does not want, and what the trainer wants beside it: what is
    never asked, or exciting, is not chosen as well where such a thing is wanted.
    """
    wishes = {one.step for _, one in wanted(day)}
    too_many = set(more_than_enough(day, [one.step for _, one in chosen if one.step not in wishes]))
    kept = [one for one in chosen if one[1].step not in unwanted(day) | too_many]
    there = {one.step for _, one in kept}
    return kept + [one for one in wanted(day) if one[1].step not in there]


def _repairs_wait(waiting: int) -> tuple[str, str] | None:
    if waiting < WAITING_FOR_NOTHING_NEW:
        return None
    return REPAIRS_WAIT, words.repairs_wait(waiting)


def _assessment(day: Day) -> SessionPlan | None:
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
        headline=words.assessment_headline(len(tries)),
        nothing_new=words.SEE_FIRST, items=tuple(items), left_out=tuple(left),
        cautions=tuple(_cautions(day, items)), put_away_after_min=_whole_minutes(day), body=_body(day),
    )  # fmt: skip


def _later(day: Day, step: str) -> LeftOut:
    why = Why.of(words.ADDED_LATER, {})
    return LeftOut(step=step, name=day.catalogue.full_name(step), reason="assessing", why=why)


def _up_to(record: HorseRecord, request: PlanRequest) -> HorseRecord:
    past = tuple(session for session in record.sessions if session.date <= request.on)
    return record.model_copy(update={"sessions": past})


def _something_new(day: Day, taken: set[str], *, tried: bool) -> tuple[list[Chosen], Conditions]:
    """At most one new stage, none beside what is tried; while four are in work, one of those takes its place.

    Beside it goes on what the goal waits for, and what is being learned, as far as the time goes. Returns
    what is chosen, and by step what must have come before it today.
    """
    going_on = [one for one in learning(day) if one.step not in taken]
    # What better steps rest on anyway is nothing new, even if it was never asked.
    known = taken | taken_as_known(day)
    begin = [
        one for one in fresh(day)
        if one.step not in known and rests_on_heavier_side(day, one.step) is None
    ]  # fmt: skip
    if tried:
        new, rest = [], going_on
    elif not begin or is_full(day, begin[0].step):
        new, rest = going_on[:1], going_on[1:]
    else:
        new, rest = begin[:1], going_on
    chosen = taken | {one.step for one in new}
    waiting = [one for one in to_confirm(day) if one.step not in chosen]
    exciting = any(day.catalogue.stage(one.step).exciting for one in new)
    with_it = _with_it(day, new, begin)
    chosen |= {one.step for one in (*waiting, *rest)}
    ahead = [one for one in to_confirm_ahead(day) if one.step not in chosen]
    on_the_way = [one for one in rest if one.step in way_now(day)]
    beside = [one for one in rest if one not in on_the_way]
    practice = [
        one for one in (*waiting, *on_the_way, *ahead, *beside)
        if not (exciting and day.catalogue.stage(one.step).exciting)
    ][: MOST_GOING_ON - len(with_it)]  # fmt: skip
    opened = [] if tried or with_it or exciting else _opened_today(day, new, begin, practice)
    fresh_ones = [(ItemKind.NEW, one) for one in (*with_it, *new, *(each.choice for each in opened))]
    conditions = {each.choice.step: each.after for each in opened}
    return [(ItemKind.PRACTICE, one) for one in practice] + fresh_ones, conditions


def _opened_today(day: Day, new: list[Choice], begin: list[Choice], practice: list[Choice]) -> list[Begun]:
    """A first stage that what goes on today opens, or a second new exercise on the ground."""
    main = new[0] if new else None
    planned = {one.step: ItemKind.PRACTICE for one in practice} | {one.step: ItemKind.NEW for one in new}
    opening = [one for one in opened_after(day, planned) if not is_full(day, one.choice.step)]
    if main is None or not is_first_of_all(day, main.step):
        return opening[:1]
    others = [*(Begun(one) for one in begin[1:]), *opening]
    fitting = [one for one in others if not is_full(day, one.choice.step, beside=1)]
    return list(second_new(day, Begun(main), fitting))


def _with_it(day: Day, new: list[Choice], begin: list[Choice]) -> list[Choice]:
    """The way back to walk comes with the trot, and the trot with it: they are one thing to whoever rides.

    Only for a horse that has done both before; anything else never asked waits for another day.
    """
    pair = {TROT, BACK_TO_WALK}
    exercises = {day.catalogue.exercise(one.step).id for one in new}
    if len(exercises & pair) != 1 or not day.standing.riding.replaces(new[0].step):
        return []
    (other,) = pair - exercises
    return [one for one in begin if day.catalogue.exercise(one.step).id == other][:1]


def _compose(
    day: Day,
    chosen: list[Chosen],
    conditions: Conditions,
    beside: Tries,
    nothing_new: tuple[str, str] | None,
) -> SessionPlan:
    items = [*_items(day, chosen, conditions, beside)]
    loosen = loosen_item(any(item.ridden for item in items))
    settle = settle_item(day, most=_most_to_settle(day, loosen.minutes))
    frame = settle.minutes + loosen.minutes
    wanted, room = day.request.minutes - frame, _room(day, frame)
    items, no_room = within_minutes(day, items, max(room, 1))
    items = with_warnings(day, items, nothing_new)
    ordered = [settle, *sorted(items, key=lambda item: _ORDER.index(item.kind)), loosen]
    planned = {item.step for item in ordered if item.step is not None}
    out = {left.step: left for left in left_out_steps(day, planned, nothing_new)}
    out |= {left.step: left for left in (*beside.left_out, *no_room)}
    climbs = () if nothing_new is not None else tuple(climbs_from(day, ordered))
    probes = () if nothing_new is not None else tuple(probes_from(day, ordered, climbs))
    extras = [*_more_on_easier_side(chosen, ordered), *longer_lesson(day, wanted)]
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
        yield words.too_long(over)


def _items(day: Day, chosen: list[Chosen], conditions: Conditions, beside: Tries) -> Iterator[PlanItem]:
    for kind, choice in chosen:
        after = conditions.get(choice.step, ())
        yield as_wanted(day, item_for(day, kind, choice).model_copy(update={"after": after}))
    tried_today = tuple(one.step for one in beside.tries)
    yield from (assessed_item(day, one, tried_today) for one in beside.tries if one.step not in unwanted(day))


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
    return item.model_copy(update={"done_when": words.then_up(item.done_when, stages)}) if stages else item


def _headline(day: Day, items: list[PlanItem]) -> str:
    of_kind = {item.kind: item for item in reversed(items)}
    repair, main = of_kind.get(ItemKind.REPAIR), of_kind.get(ItemKind.NEW)
    if repair is None and main is None:
        main = of_kind.get(ItemKind.PRACTICE)
    parts = list[list[str]]()
    if repair is not None:
        more = max(repair.sides, key=lambda dose: dose.asks)
        even = len({dose.asks for dose in repair.sides}) == 1
        parts.append(words.put_right(repair.name, Side.NONE if even else more.side))
    if main is not None and main.step is not None:
        begun = main.kind is ItemKind.PRACTICE or day.standing.state(main.step) is StepState.LEARNING
        parts.append(words.main_thing(main.name, main.stage, is_begun=begun))
    return words.headline(parts)


def _nothing_new_words(items: list[PlanItem], because: tuple[str, str] | None) -> str | None:
    if any(item.kind is ItemKind.NEW for item in items):
        return None
    return because[1] if because is not None else words.NOTHING_OPEN


def _cautions(day: Day, items: list[PlanItem]) -> list[str]:
    said = []
    off = day.days_off or 0
    if off > RESTART_DAYS_OFF:
        said.append(words.long_off(off))
    elif off >= CAUTION_DAYS_OFF:
        said.append(words.THREE_WEEKS_OFF)
    if day.record.horse.born is None:
        said.append(words.AGE_UNKNOWN)
    if any(item.exciting for item in items):
        said.append(words.CALM_FIRST)
    if any(item.helper_needed for item in items):
        said.append(words.WITH_HELPER)
    if any(item.ridden for item in items):
        said.append(words.RIDDEN)
    temperament = day.record.horse.temperament.values()
    said += [words.TEMPERAMENTS[one] for one in temperament if items and one in words.TEMPERAMENTS]
    said += [flag_words.to_clear(code) for code in day.open_flags]
    return said


def _body(day: Day) -> tuple[BodyLine, ...]:
    return body_lines(day.bearing, day.standing.age_months, Amounts(day.request.units))


def _no_work(day: Day, reason: str, headline: str, because: str) -> SessionPlan:
    return SessionPlan(
        on=day.on, kind=SessionKind.GROUND, days_off=day.days_off,
        minutes_wanted=day.request.minutes, minutes=0,
        schooling_minutes=0, headline=headline, nothing_new=because, items=(),
        left_out=tuple(left_out_steps(day, set(), (reason, because))),
        cautions=tuple(_cautions(day, [])), body=_body(day),
    )  # fmt: skip
