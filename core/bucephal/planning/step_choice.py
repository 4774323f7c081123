"""Which steps belong into today's session: to go on with, to confirm, to begin.

Source: common practice, no source: put right before new, one new thing at a time, finish easy.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from bucephal.arrivals.assessment import first_tried
from bucephal.ladder import Gate, Need, StepKind
from bucephal.planning.day import Day, worked_out_once
from bucephal.planning.goal_needs import goal_steps, row_behind, way_now
from bucephal.planning.known_steps import StepChoice, basis, last_on, light_on_one_day, phases_now, tracks_of
from bucephal.planning.models import Why
from bucephal.progress import GOOD, MissingNeed, StepState
from bucephal.record import SessionKind, band_for
from bucephal.record.history import ANY_ANSWER, SETTLE_EXERCISE
from bucephal.response import READY_CHANCE, READY_DAYS, SLIPPING_BELOW, CueTrack, LightnessTrack
from bucephal.words import plan_words
from bucephal.words.plain import lower_first

MOST_GOING_ON = 3
"""Begun steps in one session beside what is new [own]."""
MOST_LEFT_OUT = 2
"""Sessions running that a begun step may be left out before it comes first."""
BEGUN_FROM = 0.5
"""Chance from which on a next stage is begun."""
HEAVIER_AT_FIRST = 1
"""Levels that the next stage is heavier than the one before, when it is new [own]."""


@worked_out_once
def frontier(day: Day) -> list[str]:
    """The next stage of every exercise: the furthest begun, else the first that is not good yet.

    A horse that came with some schooling may have been tried beyond stages it was never asked.
    """
    steps = []
    for exercise in day.catalogue.exercises:
        waiting = [
            s.step for s in exercise.live_stages
            if day.standing.state(s.step) not in GOOD and not is_behind_first_tried(day, s.step)
        ]  # fmt: skip
        begun = [step for step in waiting if day.standing.state(step) is StepState.LEARNING]
        if waiting and exercise.id != SETTLE_EXERCISE:
            steps.append(begun[-1] if begun else waiting[0])
    return steps


def is_behind_first_tried(day: Day, step: str) -> bool:
    """Under what a horse that was ridden before is first tried on, and not asked as the smaller question."""
    if not day.standing.riding.replaces(step) or tracks_of(day, step):
        return False
    tried_first = first_tried(day.record.horse, day.catalogue).get(step.rpartition(".")[0])
    return tried_first is not None and day.catalogue.position(step) < day.catalogue.position(tried_first)


def in_work(day: Day, beside: str) -> int:
    """Exercises begun and not ready that are worked, of the same kind: on the ground or ridden.

    Where there is a goal, an exercise is closed when what the goal needs of it is ready; beside what is not
    on its way, everything begun counts.
    """
    ridden, path = day.catalogue.stage(beside).ridden, goal_steps(day)
    worked = {
        ask.step
        for session in day.record.sessions
        if session.kind is not SessionKind.ASSESSMENT
        for ask in session.asks
    }
    return len({
        day.catalogue.exercise(step).id
        for step in worked
        if step in day.catalogue
        and (beside not in path or step in path)
        and day.standing.state(step) is StepState.LEARNING
        and day.catalogue.stage(step).ridden is ridden
    })  # fmt: skip


@dataclass(frozen=True)
class _Reach:
    """What may be worked today, and what was looked at on the way there."""

    workable: tuple[str, ...]
    holding_back: frozenset[str]


@worked_out_once
def _reach(day: Day) -> _Reach:
    """From the next stage of every exercise down to what holds it back, however deep.

    A need can be lost again after the next step was begun, or never have been asked: then the
    need is what is worked. What better steps rest on is not gone through again from the bottom:
    if it is wanted, it is asked as it stands.
    """
    past = _under_better(day)
    workable, looked_at, holding = dict[str, None](), set[str](), set[str]()

    def look(step: str) -> None:
        if step in looked_at or is_behind_first_tried(day, step):
            return
        looked_at.add(step)
        missing, state = day.standing.missing(step), day.standing.state(step)
        if step in past:
            missing = tuple(need for need in missing if need.step not in past)
        begun = state is StepState.LEARNING and not any(map(_forbids_going_on, missing))
        may_begin = state is StepState.OPEN or (state is StepState.CLOSED and not missing)
        may_begin = may_begin and likely_too_heavy(day, step) is None
        if (begun or may_begin) and day.obstacle(step) is None:
            workable[step] = None
            return
        for need in missing:
            holding.add(need.step)
            if day.standing.state(need.step) not in GOOD:
                look(need.step)

    for step in frontier(day):
        if step not in past:
            look(step)
    return _Reach(tuple(workable), frozenset(holding))


def likely_too_heavy(day: Day, step: str) -> Why | None:
    """Why a next stage is not begun yet, where it would likely come heavy; None: it may be.

    A new stage is heavier at first: what has less than one chance in two to come a level lighter than its
    band wants is more of the stage before.
    """
    below = day.catalogue.previous(step)
    if below is None or day.catalogue.exercise(step).kind is not StepKind.LIGHTNESS or tracks_of(day, step):
        return None
    top = band_for(day.record.horse, day.catalogue, step)[1]
    beliefs = [one.belief for one in tracks_of(day, below) if isinstance(one.belief, LightnessTrack)]
    if top == ANY_ANSWER[1] or not beliefs:
        return None
    lighter = max(top - HEAVIER_AT_FIRST, 1)
    chance = min(one.p_first(1, lighter) for one in beliefs)
    if chance >= BEGUN_FROM:
        return None
    text = plan_words.likely_too_heavy(lighter, chance)
    return Why.of(text, {"p_lighter": round(chance, 2), "wanted": BEGUN_FROM})


@worked_out_once
def _under_better(day: Day) -> frozenset[str]:
    """Steps that are not good themselves, under some that are, or that came light when it came."""
    good = [step for step in day.catalogue.steps if day.standing.state(step) in GOOD]
    under = {below for one in (*good, *light_on_one_day(day)) for below in day.catalogue.path_to(one)}
    return frozenset(step for step in under if day.standing.state(step) not in GOOD)


def _forbids_going_on(need: MissingNeed) -> bool:
    """What was begun may go on beside a need that was never tried, or is likely still to come, if 'ready'
    is all it wants.
    """
    unlikely = need.figure is not None and need.figure < need.wanted
    return need.gate is Gate.CONFIRMED or unlikely


@worked_out_once
def learning(day: Day) -> list[StepChoice]:
    """Steps begun and not ready, that can be gone on with today.

    On the way to the goal what was left out twice running comes first, then what most still waits for.
    """
    path, once = goal_steps(day), light_on_one_day(day)
    steps = [
        step for step in _reach(day).workable
        if day.standing.state(step) is StepState.LEARNING and (step not in once or step in path)
    ]  # fmt: skip
    steps += [step for step in regained(day) if day.obstacle(step) is None]
    order = sorted(
        steps,
        key=lambda step: (
            not day.standing.riding.replaces(step),
            bool(path) and step not in way_now(day),
            bool(path) and step not in path,
            not (day.request.helper and day.helper_needed(step)),
            _sessions_since(day, step) < MOST_LEFT_OUT,
            -row_behind(day, step),
            last_on(day, step),
        ),
    )
    return [StepChoice(step, _learning_why(day, step)) for step in order]


@worked_out_once
def regained(day: Day) -> list[str]:
    """Steps that slipped and are ready again: to be gone on with until they are confirmed, not put right."""
    return [
        step for step in day.catalogue.steps
        if day.standing.state(step) is StepState.SLIPPING and not any(map(is_lost, tracks_of(day, step)))
    ]  # fmt: skip


def is_lost(track: CueTrack) -> bool:
    """Slipped, and not good enough again: light first on two days, ready, and no longer below what slips."""
    back = track.standing.first_accepted_run >= READY_DAYS and track.is_ready()
    return track.standing.slipping and not (back and track.p_first() >= SLIPPING_BELOW)


def _sessions_since(day: Day, step: str) -> int:
    """Sessions in which it was left out, since it was asked last."""
    last = last_on(day, step)
    return len({one.date for one in day.record.sessions if one.asks and one.date.isoformat() > last})


@worked_out_once
def to_confirm(day: Day) -> list[StepChoice]:
    """Good steps that hold a next one back only because they are not confirmed yet; goal first."""
    path = goal_steps(day)
    return _confirming(day, sorted(frontier(day), key=lambda step: bool(path) and step not in path))


@worked_out_once
def to_confirm_ahead(day: Day) -> list[StepChoice]:
    """The same for what lies further ahead on the way to the goal: it takes days, and need not wait."""
    path = goal_steps(day)
    return _confirming(day, [step for step in day.catalogue.steps if step in path])


def _confirming(day: Day, ahead: Iterable[str]) -> list[StepChoice]:
    found = dict[str, StepChoice]()
    for step in ahead:
        below, why = day.catalogue.previous(step), likely_too_heavy(day, step)
        if below is not None and why is not None and day.obstacle(below) is None:
            found.setdefault(below, StepChoice(below, why))
        for need in day.standing.missing(step):
            good = [s for s in day.catalogue.this_and_later(need.step) if day.standing.state(s) in GOOD]
            if need.gate is not Gate.CONFIRMED or not good or day.obstacle(good[0]) is not None:
                continue
            opens = lower_first(day.catalogue.exercise(step).name)
            text = plan_words.to_be_confirmed(opens, need.lacks)
            figures = {"sure": round(need.figure or 0.0, 2), "wanted": need.wanted}
            found.setdefault(good[0], StepChoice(good[0], Why.of(text, figures)))
    return list(found.values())


def _learning_why(day: Day, step: str) -> Why:
    tracks = tracks_of(day, step)
    figures: dict[str, float] = {"wanted": READY_CHANCE}
    for track in tracks:
        figures |= {f"p_first_{track.side}": round(track.p_first(day.on), 2)}
        figures |= {f"{name}_{track.side}": number for name, number in basis(track).items()}
    slipped = day.standing.state(step) is StepState.SLIPPING
    short = day.standing.short_of(Need(step=step, gate=Gate.CONFIRMED if slipped else Gate.READY))
    if slipped:
        return Why.of(plan_words.confirming_again(short.lacks), figures | {"wanted": short.wanted})
    return Why.of(plan_words.going_on(short.lacks), figures)


@worked_out_once
def fresh(day: Day) -> list[StepChoice]:
    """Steps that may be begun today, best first: on the way to the goal, what the school takes
    first, near what it works on, then in ladder order.
    """
    begun = StepState.LEARNING
    steps = [step for step in _reach(day).workable if day.standing.state(step) is not begun]
    path = goal_steps(day)
    order = sorted(steps, key=lambda step: goal_first(day, step))
    return [StepChoice(step, _fresh_why(day, step, step in path)) for step in order]


def goal_first(day: Day, step: str) -> tuple[bool | int, ...]:
    """What is begun before what: the order of ``fresh``."""
    path = goal_steps(day)
    return (
        not (day.standing.riding.replaces(step) and (not path or step in path)),
        bool(path) and step not in way_now(day),
        bool(path) and step not in path,
        # A helper is not there every day.
        not (day.request.helper and day.helper_needed(step)),
        step in _under_better(day),
        -row_behind(day, step),
        day.catalogue.exercise(step).id not in day.catalogue.prefers,
        day.catalogue.exercise(step).phase not in phases_now(day),
    )


def taken_as_known(day: Day) -> frozenset[str]:
    """Steps never asked that better ones rest on: a horse that trots off lightly can be led.

    They are not tempting as something new, unless one of them holds a next step back.
    """
    return frozenset(_under_better(day) - _reach(day).holding_back)


def _fresh_why(day: Day, step: str, to_goal: bool) -> Why:
    parts, figures = [], {}
    for need in day.catalogue.stage(step).needs:
        speaking = [s for s in day.catalogue.this_and_later(need.step) if tracks_of(day, s)]
        for speaker in speaking[:1]:
            chances = [track.p_first(day.on) for track in tracks_of(day, speaker)]
            figures[speaker] = round(min(chances), 2)
            name = lower_first(day.catalogue.exercise(speaker).name)
            parts.append(plan_words.need_there(name, day.standing.state(speaker)))
    names = {step: day.catalogue.name_in_text(step) for step in figures}
    return Why.of(plan_words.opens(parts, to_goal=to_goal), figures, names)
