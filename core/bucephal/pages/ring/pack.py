"""Everything a device needs to work one session with no signal: the plan and its compiled coaches."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from functools import lru_cache

from bucephal.coach import CoachSettings, CompiledCoach, compile_coach
from bucephal.ladder import (
    Catalogue,
    Exercise,
    Gait,
    Side,
    Stage,
    StepKind,
)
from bucephal.pages.horse_facts import HorseFacts
from bucephal.pages.ring.choice_rows import also_asked
from bucephal.pages.ring.day_form import ring_day
from bucephal.pages.ring.pack_models import (
    Brought,
    PackClimb,
    PackEasier,
    PackEvent,
    PackFault,
    PackFlag,
    PackItem,
    PackLead,
    PackSide,
    PackSpook,
    RingPack,
)
from bucephal.pages.ring.wedge import wedge
from bucephal.planning import (
    TACK_KG_KEY,
    Climb,
    ItemKind,
    PlanItem,
    PlanRequest,
    SessionPlan,
    SideDose,
    spare_plan,
)
from bucephal.progress import Standing
from bucephal.record import (
    AlsoAsked,
    Conditions,
    EventKind,
    FlagCode,
    HorseRecord,
    SessionKind,
    lead_fault,
)
from bucephal.record.models import LEVELS
from bucephal.welfare import NO_WORK, ring_signs, wants_helper
from bucephal.words import flag_words, plan_words, wedge_words

OWN_THINGS = 4
"""So many things that a horse spooked at before are offered first: what a thumb finds at once [own]."""
UNBANDED = (LEVELS[0], LEVELS[-1])
"""Steps judged without a level have no band; the coach is given the whole scale."""


@dataclass(frozen=True)
class YardAtTheRing:
    """What of a yard matters at the ring: who there is, and what is asked of an answer beside the usual."""

    people: tuple[str, ...] = ()
    also: tuple[AlsoAsked, ...] = ()


NO_YARD = YardAtTheRing()


def ring_pack(
    facts: HorseFacts,
    plan: SessionPlan,
    standing: Standing,
    request: PlanRequest,
    yard: YardAtTheRing = NO_YARD,
) -> RingPack:
    """The pack of a planned session; equal coaches are carried once.

    Args:
        standing: of the horse on the day of the plan.
        request: what the plan was asked for; on its helper depends what is left after dangerous moments.
    """
    catalogue = standing.catalogue
    coaches: dict[str, int] = {}
    items = tuple(_pack_items(plan, standing, coaches))
    return RingPack(
        facts=facts, plan=plan, items=items,
        coaches=tuple(_compiled(settings, catalogue) for settings in coaches),
        flags=tuple(_flags(plan, standing, helper=request.helper)),
        rider_faults=tuple(catalogue.rider_faults.values()),
        events=tuple(PackEvent(kind=kind, name=wedge_words.EVENTS[kind]) for kind in EventKind),
        spook=_spook(standing.record),
        also=tuple(also_asked(yard.also)),
        day=ring_day(standing.record, yard.people, ridden=any(item.ridden for item in plan.items)),
        brought=_brought(plan, request),
        time_up=plan_words.time_up(plan.put_away_after_min),
        before=plan_words.BEFORE_RIDING,
        not_settled_drops=tuple(item.id for item in plan.items if _waits_for_a_settled_horse(item)),
        passed_over=(plan_words.ONE_PASSED_OVER, plan_words.SEVERAL_PASSED_OVER),
    )  # fmt: skip


def _pack_items(plan: SessionPlan, standing: Standing, coaches: dict[str, int]) -> Iterator[PackItem]:
    """Of everything that may be asked; ``coaches``: by settings, as JSON, the place of each, filled here."""
    catalogue, school = standing.catalogue, standing.record.horse.school
    above = {climb.after: climb for climb in plan.climbs}
    probes = {probe.after: probe for probe in plan.probes}
    for item in _all_items(plan):
        if item.step is None:
            continue
        sides = []
        climb = above.get(item.id)
        for dose in item.sides:
            key = _settings(item, dose, climb, school).model_dump_json()
            coach = coaches.setdefault(key, len(coaches))
            begin = plan_words.begin(dose.side, by_lightness=item.step_kind is StepKind.LIGHTNESS)
            leads = tuple(_leads(dose.side, catalogue.exercise(item.step), catalogue.stage(item.step)))
            sides.append(PackSide(side=dose.side, coach=coach, begin=begin, leads=leads))
        yield _pack_item(item, tuple(sides), climb, probes.get(item.id), catalogue)


def spare_pack(
    facts: HorseFacts, standing: Standing, request: PlanRequest, yard: YardAtTheRing = NO_YARD
) -> RingPack:
    """Every exercise with its coaches, planned or not: what can be taken into a session, or logged by itself.

    Args: as for `ring_pack`.
    """
    return ring_pack(facts, spare_plan(standing, request), standing, request, yard)


@lru_cache(maxsize=2048)
def _compiled(settings: str, catalogue: Catalogue) -> CompiledCoach:
    """Equal settings under one ladder have one coach, whichever horse they are of: most spare ones are equal.

    Args:
        settings: as JSON.
    """
    return compile_coach(CoachSettings.model_validate_json(settings), catalogue)


def _all_items(plan: SessionPlan) -> tuple[PlanItem, ...]:
    """Those of the plan, and those that may follow at once today."""
    return (*plan.items, *(one.item for one in (*plan.climbs, *plan.probes)))


def _spook(record: HorseRecord) -> PackSpook:
    """Its own things first, the ones it spooked at most; then those that horses often spook at."""
    seen = Counter(
        event.thing for session in record.sessions for event in session.events if event.thing is not None
    )
    own = [thing for thing, _ in seen.most_common(OWN_THINGS)]
    others = [thing for thing in wedge_words.THINGS if thing not in own]
    return PackSpook(things=(*own, *others), ways=wedge_words.WAYS, places=wedge_words.PLACES)


def _waits_for_a_settled_horse(item: PlanItem) -> bool:
    """What is new; and nobody gets on to try things where it did not settle."""
    return item.kind is ItemKind.NEW or (item.kind is ItemKind.ASSESS and item.ridden)


def _brought(plan: SessionPlan, request: PlanRequest) -> Brought:
    """Rider and tack are kept with what was ridden; the next plan goes on from them."""
    ridden = any(item.ridden for item in plan.items)
    tack = {TACK_KG_KEY: request.tack_kg} if ridden and request.tack_kg is not None else {}
    weather = Conditions(air_c=request.air_c, humidity_pct=request.humidity_pct, wind=request.wind_ms)
    return Brought(rider_kg=request.rider_kg if ridden else None, tack=tack, conditions=weather)


def _flags(plan: SessionPlan, standing: Standing, *, helper: bool) -> Iterator[PackFlag]:
    items = _all_items(plan)
    steps = [(item.step, dose.side) for item in items if item.step is not None for dose in item.sides]
    found = ring_signs(standing.record, standing.tracks, standing.noticed, standing.on, steps)
    order = list(flag_words.NAMES)
    for signs in sorted(found, key=lambda one: (one.code not in NO_WORK, order.index(one.code))):
        yield PackFlag(
            code=signs.code,
            any_of=signs.any_of,
            name=flag_words.NAMES[signs.code],
            say=flag_words.SAY[signs.code],
            holds_back_words=flag_words.HOLDS_BACK[signs.code],
            drops=tuple(item.id for item in items if _is_dropped(item, signs.code, standing, helper=helper)),
        )


def _is_dropped(item: PlanItem, code: FlagCode, standing: Standing, *, helper: bool) -> bool:
    """What a flag holds back, what is new, and what would want a helper who is not there."""
    if item.step is None:
        return False
    if item.kind in (ItemKind.NEW, ItemKind.CLIMB, ItemKind.PROBE) or standing.is_held_back(item.step, code):
        return True
    return not helper and wants_helper(code, standing.catalogue.stage(item.step))


def _settings(
    item: PlanItem, dose: SideDose, climb: Climb | None, school: Mapping[str, str]
) -> CoachSettings:
    return CoachSettings.model_validate(
        {
            "step": item.step,
            "band": item.band or UNBANDED,
            "green": item.green,
            "school": dict(school),
            "aim": dose.asks,
            "cap": item.cap,
            "most_tries": item.most_tries,
            "climb_to": climb and climb.item.step,
            "probe": item.kind is ItemKind.PROBE,
            "best_below": dose.best_below,
            "sessions_before": item.sessions_before,
        }
    )


def _pack_item(
    item: PlanItem,
    sides: tuple[PackSide, ...],
    climb: Climb | None,
    probe: Climb | None,
    catalogue: Catalogue,
) -> PackItem:
    assert item.step is not None
    exercise = catalogue.exercise(item.step)
    level_words = _level_words(exercise, catalogue)
    return PackItem(
        item=item.id,
        sides=sides,
        faults=tuple(PackFault(code=fault.code, looks=fault.looks) for fault in exercise.faults),
        wedge=wedge(item, exercise, level_words),
        level_words=level_words,
        easier=_easier(item.step, catalogue),
        climb=climb and PackClimb(item=climb.item.id, minutes_left=climb.minutes_left),
        probe=probe and PackClimb(item=probe.item.id, minutes_left=probe.minutes_left),
        probe_words=plan_words.probe_offered(probe.item.stage) if probe is not None else "",
        makes_it=SessionKind.RIDDEN if item.ridden else None,
    )


def _level_words(exercise: Exercise, catalogue: Catalogue) -> tuple[str, ...]:
    family = catalogue.families.get(exercise.family or "")
    if family is None or exercise.kind is not StepKind.LIGHTNESS:
        return ()
    return tuple(family.text_for(level) for level in LEVELS)


def _easier(step: str, catalogue: Catalogue) -> PackEasier | None:
    before = catalogue.previous(step)
    return None if before is None else PackEasier(step=before, name=catalogue.stage(before).name)


def _leads(side: Side, exercise: Exercise, stage: Stage) -> Iterator[PackLead]:
    if stage.gait is not Gait.CANTER or side is Side.NONE:
        return
    other = side.other
    for said, front, hind in (
        (plan_words.LEAD_AS_ASKED, side, side),
        (plan_words.OTHER_LEAD, other, other),
        (plan_words.OTHER_LEAD_IN_FRONT, other, side),
        (plan_words.OTHER_LEAD_BEHIND, side, other),
    ):
        code = lead_fault(side, front, hind, exercise)
        yield PackLead(words=said, front=front, hind=hind, faults=() if code is None else (code,))
