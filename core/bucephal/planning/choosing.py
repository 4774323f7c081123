"""Which steps belong into today's session: to put right, to check, to go on with, to begin.

Source: common practice, no source: put right before new, one new thing at a time, finish easy.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from graphlib import TopologicalSorter

from bucephal.goals import goal_path
from bucephal.ladder import Gate, Need, Side, StepKind
from bucephal.planning.assessing import came_light, first_tried
from bucephal.planning.day import MANY_DAYS_OFF, RESTART_DAYS_OFF, SOME_DAYS_OFF, Day, worked_out_once
from bucephal.planning.models import Why
from bucephal.progress import GOOD, MissingNeed, StepState
from bucephal.record import SessionKind, band_for, sessions_in_order
from bucephal.record.history import SETTLE_EXERCISE
from bucephal.response import (
    READY_CHANCE,
    READY_DAYS,
    SLIPPING_BELOW,
    CueTrack,
    LightnessTrack,
)
from bucephal.words import plans as words
from bucephal.words.plain import lower_first

MOST_GOING_ON = 3
"""Of them in one session beside what is new [own]."""
MOST_LEFT_OUT = 2
"""Sessions running that a begun step may be left out before it comes first."""
UNDER_THE_SADDLE = ("forward-ridden", "stop-ridden", "turn-ridden")
"""Families of cues: go, stop, turn or yield."""
BEGUN_FROM = 0.5
"""Chance from which on a stage with a narrower band is begun."""
EASY, EASY_NOT_AGAIN = 0.9, 3
"""Chance of what is easy, and sessions in which the same does not come again."""
CHECKS_USUAL, CHECKS_AFTER_SOME_DAYS = 2, 4


@dataclass(frozen=True)
class Choice:
    """A step chosen, and why; ``heavier`` is the side that gets more."""

    step: str
    why: Why
    heavier: Side | None = None
    once: bool = False
    """Asked once a side only."""


# --- checks ---------------------------------------------------------------------------------


@worked_out_once
def basics(day: Day) -> list[str]:
    """The furthest good stage of each exercise: what the horse already has."""
    found = []
    for exercise in day.catalogue.exercises:
        if exercise.id == SETTLE_EXERCISE:
            continue
        good = [stage.step for stage in exercise.stages if day.standing.state(stage.step) in GOOD]
        if good and day.obstacle(good[-1]) is None:
            found.append(good[-1])
    return found


@worked_out_once
def seen_once(day: Day) -> list[str]:
    """The furthest stage of each exercise that came light in the assessment, and on no other day yet.

    It is asked once more on a second day before anything is built on it.
    """
    tried = {
        ask.step
        for session in day.record.sessions
        if session.kind is SessionKind.ASSESSMENT
        for ask in session.asks
    }
    found: dict[str, str] = {}
    for step in day.catalogue.steps:
        if step not in tried or day.standing.state(step) is not StepState.LEARNING:
            continue
        one_day = all(len(track.days) < READY_DAYS for track in _tracks(day, step))
        if one_day and came_light(step, day.standing.tracks) and day.obstacle(step) is None:
            found[day.catalogue.exercise(step).id] = step
    return list(found.values())


@worked_out_once
def phases_now(day: Day) -> tuple[str, str]:
    """The phase the horse works in (the highest with a good step), and the one before."""
    names = list(day.catalogue.phases)
    good = {day.catalogue.exercise(step).phase for step in basics(day)}
    index = max((names.index(phase) for phase in good), default=0)
    return names[index], names[max(index - 1, 0)]


def checks(day: Day, todays: list[str], taken: set[str]) -> list[Choice]:
    """Basics to ask once or twice: those that today's items need, then the longest not asked.

    Under the saddle always a 'go', a 'stop' and a 'turn or yield' of the horse are among them. After a week
    off: all basics of its phase, and those that the work rests on.

    Args:
        todays: steps of today's repairs and new things.
        taken: steps that are in the session anyway.
    """
    once = seen_once(day)
    # What is exciting comes near the end, and not to be checked; nor what lies beyond today's work of its own
    # exercise.
    beyond = {later for step in taken for later in day.catalogue.this_and_later(step)}
    known = [
        step for step in (*basics(day), *once)
        if step not in beyond and not day.catalogue.stage(step).exciting
    ]  # fmt: skip
    holding = {one.step: one.why for one in to_confirm(day)}
    off = day.days_off or 0
    now, before = phases_now(day)
    if off >= MANY_DAYS_OFF:
        under_it = _rested_on(day, now)
        in_phase = [step for step in known if day.catalogue.exercise(step).phase == now or step in under_it]
        wide = known if off > RESTART_DAYS_OFF else in_phase
        return [Choice(step, _check_why(day, step, words.all_basics(off))) for step in wide]
    count = CHECKS_AFTER_SOME_DAYS if off >= SOME_DAYS_OFF or once else CHECKS_USUAL
    needed = _needed_by(day, todays)
    order = sorted(
        known,
        key=lambda step: (
            step not in holding,
            step not in once,
            step not in needed,
            -_row_behind(day, step) if step in once else 0,
            day.catalogue.exercise(step).phase not in (now, before),
            _last_on(day, step),
        ),
    )
    if any(day.catalogue.stage(step).ridden for step in todays):
        order = _under_the_saddle_first(day, order)
        count = max(count, len(UNDER_THE_SADDLE))
    return [
        Choice(
            step,
            holding.get(step) or _check_why(day, step, _check_because(step, once, needed)),
        )
        for step in order[:count]
    ]


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
        return words.ONCE_MORE
    return words.WORK_NEEDS_IT if step in needed else ""


def _needed_by(day: Day, steps: list[str]) -> set[str]:
    """The good stages that speak for the direct needs of some steps."""
    known = set(basics(day))
    needs = [need.step for step in steps for need in day.catalogue.stage(step).needs]
    return {later for need in needs for later in day.catalogue.this_and_later(need) if later in known}


def _last_on(day: Day, step: str) -> str:
    days = [track.last_day.isoformat() for track in _tracks(day, step)]
    return min(days, default="")


def _check_why(day: Day, step: str, because: str) -> Why:
    tracks = _tracks(day, step)
    if not tracks:
        return Why.of(because or words.A_BASIC, {})
    worst = min(tracks, key=lambda track: track.p_first(day.on))
    since = (day.on - max(track.last_day for track in tracks)).days
    text = words.checked(because, since, worst.p_first(day.on), day.standing.good_answer(step))
    figures = {"days_since": since, "p_first": round(worst.p_first(day.on), 2), **_basis(worst)}
    return Why.of(text, figures)


# --- new and practice -----------------------------------------------------------------------


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
    if not day.standing.riding.replaces(step) or _tracks(day, step):
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


@worked_out_once
def goal_steps(day: Day) -> frozenset[str]:
    """Every step that the horse's goals need; empty without goals."""
    return goal_path(day.record, day.catalogue)


@worked_out_once
def waiting_behind(day: Day) -> dict[str, int]:
    """By exercise: how many steps, one after the other, still wait for it on the way to the goals.

    Where the longest row waits is where the pace is made; what a goal does not wait for is not in it.
    """
    rests_on: dict[str, set[str]] = {}
    looking = [goal.step for goal in day.record.goals if goal.step in day.catalogue]
    while looking:
        step = looking.pop()
        if step not in rests_on:
            rests_on[step] = {need.step for need in day.standing.missing(step)}
            looking += rests_on[step]
    row: dict[str, int] = {}
    for step in reversed(list(TopologicalSorter(rests_on).static_order())):
        row.setdefault(step, 1)
        for need in rests_on[step]:
            row[need] = max(row.get(need, 0), row[step] + 1)
    longest: dict[str, int] = {}
    for step, length in row.items():
        exercise = day.catalogue.exercise(step).id
        longest[exercise] = max(longest.get(exercise, 0), length)
    return longest


@worked_out_once
def way_now(day: Day) -> frozenset[str]:
    """Of the steps on the way to the goals, those that something still waits for.

    With a horse that was ridden before, riding waits for its brakes only: the ground is made good beside it.
    """
    waits = waiting_behind(day)
    return frozenset(step for step in goal_steps(day) if day.catalogue.exercise(step).id in waits)


def _row_behind(day: Day, step: str) -> int:
    return waiting_behind(day).get(day.catalogue.exercise(step).id, 0)


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
        may_begin = may_begin and in_band_already(day, step) is None
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


def in_band_already(day: Day, step: str) -> Why | None:
    """Why a stage that wants a narrower band than the one before it is not begun; None: it may be.

    What has less than one chance in two to come light there is more of the stage before.
    """
    below = day.catalogue.previous(step)
    if below is None or day.catalogue.exercise(step).kind is not StepKind.LIGHTNESS or _tracks(day, step):
        return None
    tops = {one: band_for(day.record.horse, day.catalogue, one)[1] for one in (below, step)}
    beliefs = [track.belief for track in _tracks(day, below)]
    if tops[below] <= tops[step] or not beliefs:
        return None
    chances = [one.p_first(1, tops[step]) for one in beliefs if isinstance(one, LightnessTrack)]
    chance = min(chances, default=1.0)
    if chance >= BEGUN_FROM:
        return None
    text = words.not_in_that_band(tops[step], chance)
    return Why.of(text, {"p_first": round(chance, 2), "wanted": BEGUN_FROM})


@worked_out_once
def _under_better(day: Day) -> frozenset[str]:
    """Steps that are not good themselves, under some that are, or that came light when it came."""
    good = [step for step in day.catalogue.steps if day.standing.state(step) in GOOD]
    under = {below for one in (*good, *seen_once(day)) for below in day.catalogue.path_to(one)}
    return frozenset(step for step in under if day.standing.state(step) not in GOOD)


def _forbids_going_on(need: MissingNeed) -> bool:
    """What was begun may go on beside a need that was never tried, or is likely still to come, if 'ready'
    is all it wants.
    """
    unlikely = need.figure is not None and need.figure < need.wanted
    return need.gate is Gate.CONFIRMED or unlikely


@worked_out_once
def learning(day: Day) -> list[Choice]:
    """Steps begun and not ready, that can be gone on with today.

    On the way to the goal what was left out twice running comes first, then what most still waits for.
    """
    path, once = goal_steps(day), seen_once(day)
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
            -_row_behind(day, step),
            _last_on(day, step),
        ),
    )
    return [Choice(step, _learning_why(day, step)) for step in order]


@worked_out_once
def regained(day: Day) -> list[str]:
    """Steps that slipped and are ready again: to be gone on with until they are confirmed, not put right."""
    return [
        step for step in day.catalogue.steps
        if day.standing.state(step) is StepState.SLIPPING and not any(map(is_lost, _tracks(day, step)))
    ]  # fmt: skip


def is_lost(track: CueTrack) -> bool:
    """Slipped, and not good enough again: light first on two days, ready, and no longer below what slips."""
    back = track.standing.first_accepted_run >= READY_DAYS and track.is_ready()
    return track.standing.slipping and not (back and track.p_first() >= SLIPPING_BELOW)


def _sessions_since(day: Day, step: str) -> int:
    """Sessions in which it was left out, since it was asked last."""
    last = _last_on(day, step)
    return len({one.date for one in day.record.sessions if one.asks and one.date.isoformat() > last})


@worked_out_once
def to_confirm(day: Day) -> list[Choice]:
    """Good steps that hold a next one back only because they are not confirmed yet; goal first."""
    path = goal_steps(day)
    return _confirming(day, sorted(frontier(day), key=lambda step: bool(path) and step not in path))


@worked_out_once
def to_confirm_ahead(day: Day) -> list[Choice]:
    """The same for what lies further ahead on the way to the goal: it takes days, and need not wait."""
    path = goal_steps(day)
    return _confirming(day, [step for step in day.catalogue.steps if step in path])


def _confirming(day: Day, ahead: Iterable[str]) -> list[Choice]:
    found = dict[str, Choice]()
    for step in ahead:
        below, why = day.catalogue.previous(step), in_band_already(day, step)
        if below is not None and why is not None and day.obstacle(below) is None:
            found.setdefault(below, Choice(below, why))
        for need in day.standing.missing(step):
            good = [s for s in day.catalogue.this_and_later(need.step) if day.standing.state(s) in GOOD]
            if need.gate is not Gate.CONFIRMED or not good or day.obstacle(good[0]) is not None:
                continue
            opens = lower_first(day.catalogue.exercise(step).name)
            text = words.to_be_confirmed(opens, need.lacks)
            figures = {"sure": round(need.figure or 0.0, 2), "wanted": need.wanted}
            found.setdefault(good[0], Choice(good[0], Why.of(text, figures)))
    return list(found.values())


def _learning_why(day: Day, step: str) -> Why:
    tracks = _tracks(day, step)
    figures: dict[str, float] = {"wanted": READY_CHANCE}
    for track in tracks:
        figures |= {f"p_first_{track.side}": round(track.p_first(day.on), 2)}
        figures |= {f"{name}_{track.side}": number for name, number in _basis(track).items()}
    slipped = day.standing.state(step) is StepState.SLIPPING
    short = day.standing.short_of(Need(step=step, gate=Gate.CONFIRMED if slipped else Gate.READY))
    if slipped:
        return Why.of(words.confirming_again(short.lacks), figures | {"wanted": short.wanted})
    return Why.of(words.going_on(short.lacks), figures)


def _basis(track: CueTrack) -> dict[str, int]:
    return {"asks": len(track.asks), "days": len(track.days)}


@worked_out_once
def fresh(day: Day) -> list[Choice]:
    """Steps that may be begun today, best first: on the way to the goal, what the school takes
    first, near what it works on, then in ladder order.
    """
    begun = StepState.LEARNING
    steps = [step for step in _reach(day).workable if day.standing.state(step) is not begun]
    path = goal_steps(day)
    order = sorted(steps, key=lambda step: goal_first(day, step))
    return [Choice(step, _fresh_why(day, step, step in path)) for step in order]


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
        -_row_behind(day, step),
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
        speaking = [s for s in day.catalogue.this_and_later(need.step) if _tracks(day, s)]
        for speaker in speaking[:1]:
            chances = [track.p_first(day.on) for track in _tracks(day, speaker)]
            figures[speaker] = round(min(chances), 2)
            name = lower_first(day.catalogue.exercise(speaker).name)
            parts.append(words.need_there(name, day.standing.state(speaker)))
    names = {step: day.catalogue.name_in_text(step) for step in figures}
    return Why.of(words.opens(parts, to_goal=to_goal), figures, names)


# --- easy yes -------------------------------------------------------------------------------


def easy_yes(day: Day, taken: set[str], *, ridden: bool) -> Choice | None:
    """Something it does lightly nine times in ten: not what its last three sessions ended on, if there is a
    choice, and of the kind of work just done.

    Args:
        ridden: the work just done was ridden.
    """
    steps = [
        step
        for step in basics(day)
        if step not in taken and not day.catalogue.stage(step).exciting and _tracks(day, step)
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
    text = words.best_known(state, chance, day.standing.good_answer(chosen))
    return Choice(chosen, Why.of(text, {"p_first": round(chance, 2)}))


def _ended_on(day: Day) -> set[str]:
    """What each of its last three sessions ended on."""
    asked = [one for one in sessions_in_order(day.record) if one.asks]
    return {one.asks[-1].step for one in asked[-EASY_NOT_AGAIN:]}


def _surest(day: Day, step: str) -> float:
    return min(track.p_first(day.on) for track in _tracks(day, step))


# --- small readings -------------------------------------------------------------------------


def asked_steps(day: Day) -> Iterator[tuple[str, list[CueTrack]]]:
    for step in day.catalogue.steps:
        tracks = _tracks(day, step)
        if tracks and not step.startswith(f"{SETTLE_EXERCISE}."):
            yield step, tracks


def _tracks(day: Day, step: str) -> list[CueTrack]:
    return [track for _, track in day.standing.tracks.sides_of(step) if track is not None]


def sided(side: Side) -> Side | None:
    return None if side is Side.NONE else side
