"""Checks at the beginning, and the easy yes at the end: what the horse has is asked for.

Source: common practice, no source.
"""

from __future__ import annotations

from bucephal.planning.day import MANY_DAYS_OFF, RESTART_DAYS_OFF, SOME_DAYS_OFF, Day
from bucephal.planning.goal_needs import row_behind
from bucephal.planning.known_steps import (
    StepChoice,
    basics,
    basis,
    last_on,
    light_on_one_day,
    phases_now,
    tracks_of,
)
from bucephal.planning.models import Why
from bucephal.planning.step_choice import to_confirm
from bucephal.progress import StepState
from bucephal.record import sessions_in_order
from bucephal.words import plan_words

UNDER_THE_SADDLE = ("forward-ridden", "stop-ridden", "turn-ridden")
"""Families of cues: go, stop, turn or yield."""
EASY, EASY_NOT_AGAIN = 0.9, 3
"""Chance of what is easy, and sessions in which the same does not come again."""
CHECKS_USUAL, CHECKS_AFTER_SOME_DAYS = 2, 4


def checks(day: Day, todays: list[str], taken: set[str]) -> list[StepChoice]:
    """Basics to ask once or twice: those that today's items need, then the longest not asked.

    Under the saddle always a 'go', a 'stop' and a 'turn or yield' of the horse are among them. After a week
    off: all basics of its phase, and those that the work rests on.

    Args:
        todays: steps of today's repairs and new things.
        taken: steps that are in the session anyway.
    """
    once, known = light_on_one_day(day), _to_be_checked(day, taken)
    holding = {one.step: one.why for one in to_confirm(day)}
    off = day.days_off or 0
    now, before = phases_now(day)
    if off >= MANY_DAYS_OFF:
        under_it = _rested_on(day, now)
        in_phase = [step for step in known if day.catalogue.exercise(step).phase == now or step in under_it]
        wide = known if off > RESTART_DAYS_OFF else in_phase
        return [StepChoice(step, _check_why(day, step, plan_words.all_basics(off))) for step in wide]
    count = CHECKS_AFTER_SOME_DAYS if off >= SOME_DAYS_OFF or once else CHECKS_USUAL
    needed = _needed_by(day, todays)
    order = sorted(
        known,
        key=lambda step: (
            step not in holding,
            step not in once,
            step not in needed,
            -row_behind(day, step) if step in once else 0,
            day.catalogue.exercise(step).phase not in (now, before),
            last_on(day, step),
        ),
    )
    if any(day.catalogue.stage(step).ridden for step in todays):
        order = _under_the_saddle_first(day, order)
        count = max(count, len(UNDER_THE_SADDLE))
    whys = {step: _check_why(day, step, _check_because(step, once, needed)) for step in order[:count]}
    return [StepChoice(step, holding.get(step, why)) for step, why in whys.items()]


def _to_be_checked(day: Day, taken: set[str]) -> list[str]:
    """Without what is exciting, which comes near the end, and what lies beyond today's work of its own
    exercise.
    """
    beyond = {later for step in taken for later in day.catalogue.this_and_later(step)}
    return [
        step for step in (*basics(day), *light_on_one_day(day))
        if step not in beyond and not day.catalogue.stage(step).exciting
    ]  # fmt: skip


def _under_the_saddle_first(day: Day, order: list[str]) -> list[str]:
    """The first 'go', 'stop' and 'turn or yield' in front; the order is kept otherwise."""
    families = {step: day.catalogue.exercise(step).family for step in order}
    found = (next((step for step in order if families[step] == family), None) for family in UNDER_THE_SADDLE)
    first = [step for step in found if step is not None]
    return first + [step for step in order if step not in first]


def _rested_on(day: Day, phase: str) -> set[str]:
    """What the work of a phase needs, by itself or by a later stage that speaks for it."""
    stages = [stage for one in day.catalogue.exercises if one.phase == phase for stage in one.stages]
    needs = [need.step for stage in stages for need in stage.needs]
    return {step for need in needs for step in day.catalogue.this_and_later(need)}


def _check_because(step: str, once: list[str], needed: set[str]) -> str:
    if step in once:
        return plan_words.ONCE_MORE
    return plan_words.WORK_NEEDS_IT if step in needed else ""


def _needed_by(day: Day, steps: list[str]) -> set[str]:
    """The good stages that speak for the direct needs of some steps."""
    known = set(basics(day))
    needs = [need.step for step in steps for need in day.catalogue.stage(step).needs]
    return {later for need in needs for later in day.catalogue.this_and_later(need) if later in known}


def _check_why(day: Day, step: str, because: str) -> Why:
    tracks = tracks_of(day, step)
    if not tracks:
        return Why.of(because or plan_words.A_BASIC, {})
    worst = min(tracks, key=lambda track: track.p_first(day.on))
    since = (day.on - max(track.last_day for track in tracks)).days
    text = plan_words.checked(because, since, worst.p_first(day.on), day.standing.good_answer(step))
    figures = {"days_since": since, "p_first": round(worst.p_first(day.on), 2), **basis(worst)}
    return Why.of(text, figures)


def easy_yes(day: Day, taken: set[str], *, ridden: bool) -> StepChoice | None:
    """Something it does lightly nine times in ten: not what its last three sessions ended on, if there is a
    choice, and of the kind of work just done.

    Args:
        ridden: the work just done was ridden.
    """
    steps = [
        step
        for step in basics(day)
        if step not in taken and not day.catalogue.stage(step).exciting and tracks_of(day, step)
    ]
    ended_on = _ended_on(day)
    chosen = max(
        steps,
        key=lambda step: (
            _surest(day, step) >= EASY,
            step not in ended_on,
            day.catalogue.stage(step).ridden is ridden,
            day.standing.state(step) is StepState.CONFIRMED,
            _surest(day, step),
        ),
        default=None,
    )
    if chosen is None:
        return None
    state, chance = day.standing.state(chosen), _surest(day, chosen)
    text = plan_words.best_known(state, chance, day.standing.good_answer(chosen))
    return StepChoice(chosen, Why.of(text, {"p_first": round(chance, 2)}))


def _ended_on(day: Day) -> set[str]:
    """What each of its last three sessions ended on."""
    asked = [one for one in sessions_in_order(day.record) if one.asks]
    return {one.asks[-1].step for one in asked[-EASY_NOT_AGAIN:]}


def _surest(day: Day, step: str) -> float:
    return min(track.p_first(day.on) for track in tracks_of(day, step))
