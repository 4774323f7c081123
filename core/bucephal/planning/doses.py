"""Turns a chosen step into an item: sides and which first, how many asks, cap, band, minutes."""

from __future__ import annotations

import math
from collections import Counter

from bucephal.arrivals.assessment import MOST_TRIES_A_SIDE, AssessmentTry
from bucephal.coach import CLIMB_AIM, NEW_AIM
from bucephal.entry import line_begun
from bucephal.ladder import Compare, CountsAs, Escalation, Exercise, Fresh, SessionEnd, Side, StepKind
from bucephal.planning.day import SOME_DAYS_OFF, Day
from bucephal.planning.known_steps import StepChoice
from bucephal.planning.models import ItemAfter, ItemKind, ItemRemedy, PlanItem, SideDose, Why
from bucephal.progress import GOOD, StepState
from bucephal.record import band_for
from bucephal.response import CueTrack, LightnessTrack, best_so_far_threshold
from bucephal.words import plan_words

REPAIR_HEAVIER, REPAIR_LIGHTER = 3, 2
_LONGER = {Escalation.STEPPED: 1.0, Escalation.MATCH_AND_HOLD: 1.4}
"""Holding until it tries takes longer [own]."""
FIXED_LESSON_AIM = 5
CAPS_OF_A_CLIMB = 2
"""Times its cap a side that an exercise may be asked in all, however far it goes up."""
HALF_A_MINUTE_S = 30
_SET_UP_ALREADY = (ItemKind.CLIMB, ItemKind.PROBE)
_FEW_ASKS = (ItemKind.CHECK, ItemKind.EASY_YES, ItemKind.PROBE)
_WITH_BREAK = (ItemKind.REPAIR, ItemKind.PRACTICE, ItemKind.NEW, ItemKind.CLIMB)


def item_for(day: Day, kind: ItemKind, choice: StepChoice) -> PlanItem:
    """The item of a chosen step."""
    step = choice.step
    stage, exercise = day.catalogue.stage(step), day.catalogue.exercise(step)
    doses = tuple(_dose(day, kind, choice, side) for side in _sides(day, step))
    asks = sum(dose.asks for dose in doses)
    band = band_for(day.record.horse, day.catalogue, step) if exercise.kind is StepKind.LIGHTNESS else None
    return PlanItem(
        id=f"{kind}:{step}",
        kind=kind,
        kind_words=plan_words.kind_said(kind, is_begun=day.standing.state(step) is StepState.LEARNING),
        step=step,
        name=exercise.name,
        stage=stage.name,
        step_kind=exercise.kind,
        unit=exercise.unit,
        target=stage.target if exercise.kind is StepKind.MEASURE else stage.within_s,
        wants_at_most=exercise.compare is Compare.AT_MOST,
        ask=exercise.ask,
        first_side=doses[0].side,
        sides=doses,
        asks=asks,
        aim=max(dose.asks for dose in doses),
        cap=exercise.cap,
        most_tries=_most_tries(kind, exercise),
        band=band,
        green=day.standing.is_green(step),
        minutes=_minutes(day, kind, step, asks),
        dose=_dose_words(kind, doses, band, exercise.cap, helper=day.helper_needed(step)),
        set_ups=stage.set_ups,
        cautions=stage.cautions_at(day.standing.age_months),
        sessions_before=len(day.standing.tracks.days_of(exercise.id)),
        after=(),
        done_when=_done_when(kind, doses, band, day, step),
        remedy=_likeliest_fault(day, step),
        helper_needed=day.helper_needed(step),
        exciting=stage.exciting,
        ridden=stage.ridden,
        why=choice.why,
        # What the session ends on stays its end.
        swapped_as=kind if kind is ItemKind.EASY_YES else None,
    )


def _most_tries(kind: ItemKind, exercise: Exercise) -> int | None:
    """Twice its cap a side, or as many as on both sides together, where it may go up."""
    if kind not in (ItemKind.NEW, ItemKind.PRACTICE, ItemKind.CLIMB, ItemKind.PROBE) or exercise.cap is None:
        return None
    return exercise.cap_both or CAPS_OF_A_CLIMB * exercise.cap


def shorter(day: Day, item: PlanItem) -> PlanItem | None:
    """The same with one answer less a side; None if one is all that is left."""
    doses = tuple(dose.model_copy(update={"asks": max(dose.asks - 1, 1)}) for dose in item.sides)
    return None if doses == item.sides else with_doses(day, item, doses)


def on_one_side(day: Day, item: PlanItem) -> PlanItem:
    """The same on the side that is asked first, only."""
    return with_doses(day, item, item.sides[:1])


def with_doses(day: Day, item: PlanItem, doses: tuple[SideDose, ...]) -> PlanItem:
    """The same with other asks a side; its minutes and words follow."""
    assert item.step is not None
    asks = sum(dose.asks for dose in doses)
    return item.model_copy(
        update={
            "sides": doses,
            "asks": asks,
            "aim": max(dose.asks for dose in doses),
            "minutes": _minutes(day, item.kind, item.step, asks),
            "dose": _dose_words(item.kind, doses, item.band, item.cap, helper=item.helper_needed),
            "done_when": _done_when(item.kind, doses, item.band, day, item.step),
        }
    )


def assessed_item(day: Day, one: AssessmentTry, today: tuple[str, ...]) -> PlanItem:
    """The item of a step that is tried: once or twice a side, passed over where answers stopped.

    Args:
        today: the steps that are tried in this session.
    """
    item = item_for(day, ItemKind.ASSESS, StepChoice(one.step, Why.of(one.because, {})))
    doses = tuple(dose.model_copy(update={"asks": one.asks}) for dose in item.sides)
    after = tuple(
        ItemAfter(item=f"{ItemKind.ASSESS}:{before.step}", light=before.light, up_to=before.up_to)
        for before in one.after
        if before.step in today
    )
    return item.model_copy(
        update={
            "sides": doses,
            "asks": one.asks * len(doses),
            "aim": one.asks,
            "cap": MOST_TRIES_A_SIDE,
            "minutes": one.minutes,
            "dose": _dose_words(item.kind, doses, item.band, MOST_TRIES_A_SIDE, helper=item.helper_needed),
            "after": after,
            "done_when": plan_words.tried_when(one.asks, len(doses)),
        }
    )


def _minutes(day: Day, kind: ItemKind, step: str, asks: int) -> float:
    """To the half minute, worked out from the seconds of an ask, of setting up, and of the rest after it.

    The horse's own clock goes before the yard's, and that before what is typical.
    """
    exercise = day.catalogue.exercise(step)
    timed = day.timed_s.get(exercise.id, exercise.clock_s)
    longer = _LONGER[Escalation.in_force(day.catalogue.school)]
    ask_s = exercise.ask_s * longer if timed is None else timed
    rest_s = exercise.rest_s if kind in _WITH_BREAK else 0
    set_up_s = 0 if kind in _SET_UP_ALREADY else exercise.set_up_s
    return math.ceil((asks * ask_s + rest_s + set_up_s) / HALF_A_MINUTE_S) / 2


def settle_item(day: Day, most: int | None = None) -> PlanItem:
    """Settling first: planned from this horse's own settle times and the days off.

    Args:
        most: minutes that it may take at most; None: as long as it takes.
    """
    times, minutes = day.settle_times, min(day.settle_minutes, most or day.settle_minutes)
    lunges = day.standing.state("lunge.1") in GOOD
    extra, new_place = round(day.settle_days_off_minutes), day.settle_new_place_minutes
    shown = [one.minutes for one in times]
    text = plan_words.NO_SETTLE_TIMES
    if times:
        text = plan_words.settle_times(shown, extra, new_place, day.settle_wind_minutes)
    fresh = Fresh.in_force(day.catalogue.school)
    figures: dict[str, float | int | str] = {"planned_min": minutes, "stop_new_after_min": 2 * minutes}
    return _frame_item(
        ItemKind.SETTLE,
        plan_words.SETTLE_ON_THE_LINE if lunges else plan_words.SETTLE_IN_HAND,
        plan_words.settle_on_the_line(fresh) if lunges else plan_words.UNTIL_SETTLED,
        minutes, plan_words.settled_when(minutes), Why.of(text, figures),
    )  # fmt: skip


def loosen_item(ridden: bool) -> PlanItem:
    minutes, name = (5, plan_words.LOOSEN_RIDDEN) if ridden else (2, plan_words.LOOSEN_IN_HAND)
    why = Why.of(plan_words.LOOSEN_WHY, {})
    return _frame_item(ItemKind.LOOSEN, name, "", minutes, plan_words.LOOSEN_DONE, why)


def _frame_item(kind: ItemKind, name: str, stage: str, minutes: int, done_when: str, why: Why) -> PlanItem:
    return PlanItem(
        id=str(kind), kind=kind, kind_words=plan_words.kind_said(kind, is_begun=False), step=None, name=name,
        stage=stage, step_kind=None, unit=None, target=None, wants_at_most=False, ask="",
        first_side=Side.NONE, sides=(), asks=0, aim=1, cap=None, most_tries=None, band=None,
        green=False, minutes=minutes, dose="", set_ups=(), cautions=(), sessions_before=0, after=(),
        done_when=done_when, remedy=None, helper_needed=False,
        exciting=False, ridden=False, why=why,
    )  # fmt: skip


def _dose(day: Day, kind: ItemKind, choice: StepChoice, side: Side) -> SideDose:
    aim, best_below = _aim(day, kind, choice, side), _best_below(day, choice.step, side)
    return SideDose(side=side, asks=aim, best_below=best_below, line=line_begun(choice.step, side))


def _sides(day: Day, step: str) -> tuple[Side, ...]:
    """The easier side first, so that the first try succeeds; left if nothing is known."""
    sides = day.catalogue.exercise(step).side_names
    return tuple(sorted(sides, key=lambda side: -_easiness(day, step, side)))


def _easiness(day: Day, step: str, side: Side) -> float:
    """How likely a light first answer is; of the stage before if this one was never asked."""
    track = day.standing.tracks.get(step, side)
    if track is not None:
        return track.p_first(day.on)
    earlier = day.catalogue.previous(step)
    return _easiness(day, earlier, side) if earlier is not None else 0.0


def _aim(day: Day, kind: ItemKind, choice: StepChoice, side: Side) -> int:
    match kind:
        case ItemKind.REPAIR if choice.once:
            return 1
        case ItemKind.REPAIR:
            evenly = choice.heavier is None or side is Side.NONE
            return REPAIR_HEAVIER if evenly or side is choice.heavier else REPAIR_LIGHTER
        case ItemKind.PRACTICE if _is_counted_out(day, choice.step):
            return day.catalogue.exercise(choice.step).cap or NEW_AIM
        case ItemKind.NEW | ItemKind.PRACTICE:
            fixed = SessionEnd.in_force(day.catalogue.school) is SessionEnd.FIXED_LESSON
            cap = day.catalogue.exercise(choice.step).cap or FIXED_LESSON_AIM
            return min(FIXED_LESSON_AIM, cap) if fixed else NEW_AIM
        case ItemKind.CLIMB:
            return CLIMB_AIM
        case ItemKind.CHECK:
            return 2 if (day.days_off or 0) >= SOME_DAYS_OFF else 1
    return 1


def _is_counted_out(day: Day, step: str) -> bool:
    """Good, and judged by its share: how sure that is goes by how often it was shown."""
    by_share = day.catalogue.exercise(step).kind is not StepKind.LIGHTNESS
    return by_share and day.standing.state(step) in GOOD and not day.catalogue.exercise(step).by_the_clock


def _best_below(day: Day, step: str, side: Side) -> int | None:
    track: CueTrack | None = day.standing.tracks.get(step, side)
    if track is None or not isinstance(track.belief, LightnessTrack):
        return None
    levels = [row.ask.level for row in track.asks if row.ask.answered and row.ask.level is not None]
    lowest = min(levels, default=None)
    return best_so_far_threshold(track.belief, day.on.toordinal(), len(track.days), lowest)


def _dose_words(
    kind: ItemKind, doses: tuple[SideDose, ...], band: tuple[int, int] | None, cap: int | None,
    *, helper: bool,
) -> str:  # fmt: skip
    """One ask more or less of what it has anyway needs no cap."""
    said = None if kind in _FEW_ASKS else cap
    return plan_words.dose([(dose.side, dose.asks) for dose in doses], band, said, helper=helper)


def _done_when(
    kind: ItemKind, doses: tuple[SideDose, ...], band: tuple[int, int] | None, day: Day, step: str
) -> str:
    how = plan_words.LIGHT_AND_CALM if band is not None else _target_words(day, step)
    in_a_row = kind not in _FEW_ASKS
    return plan_words.done_when(how, [(dose.side, dose.asks) for dose in doses], in_a_row=in_a_row)


def _target_words(day: Day, step: str) -> str:
    stage, exercise = day.catalogue.stage(step), day.catalogue.exercise(step)
    if exercise.kind is StepKind.TOLERANCE:
        assert stage.within_s is not None
        return plan_words.lets_go_within(stage.within_s)
    assert stage.target is not None
    return plan_words.reaches(stage.target, exercise.unit, exercise.compare)


def _likeliest_fault(day: Day, step: str) -> ItemRemedy | None:
    """The fault logged most for this exercise; of equals, and if none was, the first of its own."""
    exercise = day.catalogue.exercise(step)
    logged = Counter(
        code
        for (asked, _), track in day.standing.tracks.by_key.items()
        if asked.partition(".")[0] == exercise.id
        for row in track.asks
        for code in row.ask.faults
    )
    likely = [fault for fault in exercise.faults if logged[fault.code]] or [
        fault for fault in exercise.faults if fault.counts_as is not CountsAs.NONE
    ]
    fault = max(likely, key=lambda one: logged[one.code], default=None)
    return ItemRemedy(fault=fault.code, looks=fault.looks, first=fault.first) if fault else None
