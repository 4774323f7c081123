"""What a horse that has just come is tried on: which steps, how often, in which order, and where it stops.

Source: common practice, no source. Which steps for which background is data
(``ladder/data/assessments.toml``).
"""

from __future__ import annotations

import math
from collections.abc import Callable
from datetime import date

from pydantic import Field

from bucephal.answers import Meaning
from bucephal.ladder import (
    AssessmentPlan,
    Catalogue,
    Exercise,
    HelperRule,
    Side,
    Stage,
    StepKind,
    load_library,
    under,
)
from bucephal.progress import BRAKES, UP_TO_LEVEL, Standing, never_did
from bucephal.record import (
    Background,
    DidBefore,
    FrozenModel,
    Horse,
    HorseRecord,
    SessionKind,
    sessions_in_order,
)
from bucephal.record.history import ASSESSMENT_LASTS, SETTLE_EXERCISE
from bucephal.response import Tracks
from bucephal.welfare import session_limit_min
from bucephal.words import arrival_words, flag_words

WALK_ON, LONG_LINES = "walk-on", "long-line.1"
NEVER_DONE = "never-done"
MOST_SESSIONS = 3
MOST_TRIES_A_SIDE = 2
MINUTES_PER_TRY = 1.0  # own: a try with its rest; two sides take two
FRAME_MIN = 4  # own: a short settle and putting away
LONGEST_MIN = 30  # own: it is looking, not work
TAKEN_FOR_UNKNOWN = Background.HANDLED


class After(FrozenModel):
    """A step that must have been answered on every side before another is tried; lightly, up to a level, or
    at all.
    """

    step: str
    light: bool
    up_to: int | None = None


class AssessmentTry(FrozenModel):
    """One step to try. ``asks``: accepted answers on a side that are enough; never more than two tries."""

    step: str
    name: str
    asks: int
    sides: tuple[Side, ...]
    minutes: int
    helper: bool
    after: tuple[After, ...]
    because: str
    tried: bool


class AssessmentSession(FrozenModel):
    number: int
    minutes: int
    tries: tuple[AssessmentTry, ...]


class NotTried(FrozenModel):
    """A step that belongs to this background and is not tried; ``reason``: a permanent code."""

    step: str
    name: str
    reason: str = Field(description="age, resting, archived, flag, kit, answers, time")
    words: str


class Assessment(FrozenModel):
    """The first sessions of a horse that has come."""

    background: Background
    facts: tuple[str, ...] = Field(description="What it was made from.")
    words: str
    minutes: int = Field(description="Most minutes of one session, putting away included.")
    sessions: tuple[AssessmentSession, ...]
    not_tried: tuple[NotTried, ...]
    done: bool = Field(description="Nothing is left to try, or three sessions were held.")


def assess(
    record: HorseRecord, catalogue: Catalogue, on: date, *, standing: Standing | None = None
) -> Assessment:
    """What to try with a horse of this background and age, and what was tried of it already.

    Args:
        record: the horse; an empty one for a horse that has just come.
        catalogue: the ladder.
        on: the day in question.
        standing: of the same record and day, where it is at hand already.
    """
    ladder = under(catalogue, record.horse.school)
    standing = standing or Standing(record, ladder, on)
    background = record.horse.background or TAKEN_FOR_UNKNOWN
    plan = _with_harness(load_library().assessments[background], record.horse)
    tries, out = _laid_out(plan, ladder, standing)
    minutes = assess_minutes(standing)
    sessions, late = _sessions(tries, minutes)
    waiting = [one for session in sessions for one in session.tries if _waits(one)]
    if _days_held(record) >= MOST_SESSIONS:
        held = arrival_words.held(MOST_SESSIONS)
        late += [NotTried(step=one.step, name=one.name, reason="time", words=held) for one in waiting]
        sessions = tuple(_tried_of(session) for session in sessions)
        waiting = []
    return Assessment(
        background=background,
        facts=tuple(_facts(record.horse, standing)),
        words=plan.words,
        minutes=minutes,
        sessions=sessions,
        not_tried=(*out, *late),
        done=not waiting,
    )


def _with_harness(plan: AssessmentPlan, horse: Horse) -> AssessmentPlan:
    """A horse that went in harness is tried on the long lines too."""
    steps = {step for session in plan.sessions for step in session}
    if DidBefore.HARNESS not in (horse.did_before or ()) or LONG_LINES in steps:
        return plan
    first, *others = plan.sessions
    because = load_library().assessments[Background.FROM_HARNESS].because[LONG_LINES]
    return plan.model_copy(
        update={"sessions": ((*first, LONG_LINES), *others), "because": {**plan.because, LONG_LINES: because}}
    )


def first_tried(horse: Horse, ladder: Catalogue) -> dict[str, str]:
    """By exercise the first stage that a horse of this background is tried on."""
    plan = load_library().assessments[horse.background or TAKEN_FOR_UNKNOWN]
    found: dict[str, str] = {}
    for step in (step for session in plan.sessions for step in session):
        if never_did(horse, ladder.stage(step)):
            continue
        found.setdefault(ladder.exercise(step).id, step)
    return found


def background_tries(horse: Horse, ladder: Catalogue) -> tuple[AssessmentTry, ...]:
    """Everything that a horse of this background is tried on, in order, whatever came before it."""
    plan = load_library().assessments[horse.background or TAKEN_FOR_UNKNOWN]
    steps = (step for session in plan.sessions for step in session)
    done = (step for step in steps if not never_did(horse, ladder.stage(step)))
    return tuple(_try(step, _because(plan, step, ladder), (), False, ladder) for step in done)


def was_looked_at(record: HorseRecord) -> bool:
    """Was a session of its assessment held?"""
    return _days_held(record) > 0


def _days_held(record: HorseRecord) -> int:
    return len({one.date for one in record.sessions if one.kind is SessionKind.ASSESSMENT and one.asks})


def _tried_of(session: AssessmentSession) -> AssessmentSession:
    return session.model_copy(update={"tries": tuple(one for one in session.tries if one.tried)})


def assess_minutes(standing: Standing) -> int:
    """Most minutes of one session of an assessment."""
    return min(session_limit_min(standing.age_months), LONGEST_MIN)


def assessment_is_due(record: HorseRecord, on: date) -> bool:
    """Has a horse of known background just come: never asked, or first tried in the last four weeks?"""
    if record.horse.background is None:
        return False
    first = next((one for one in sessions_in_order(record) if one.asks), None)
    return first is None or (first.kind is SessionKind.ASSESSMENT and on - first.date <= ASSESSMENT_LASTS)


def tries_today(record: HorseRecord, catalogue: Catalogue, standing: Standing) -> tuple[AssessmentTry, ...]:
    """What may be tried in the next session of the assessment; nothing if it is over or not due.

    On the second day also what was left of the first; never before its day.
    """
    if not assessment_is_due(record, standing.on):
        return ()
    sessions = assess(record, catalogue, standing.on, standing=standing).sessions
    waiting = [(session.number, one) for session in sessions for one in session.tries if _waits(one)]
    upto = max(_days_held(record) + 1, min((number for number, _ in waiting), default=0))
    return tuple(one for number, one in waiting if number <= upto)


def _waits(one: AssessmentTry) -> bool:
    """Is it still to be tried? The settle clock of the session answers for settling by itself."""
    return not one.tried and not one.step.startswith(f"{SETTLE_EXERCISE}.")


def _facts(horse: Horse, standing: Standing) -> list[str]:
    facts = [
        arrival_words.age_fact(standing.age_months),
        arrival_words.background_fact(horse.background, TAKEN_FOR_UNKNOWN),
    ]
    if horse.arrived is not None:
        facts.append(arrival_words.here_since(horse.arrived))
    return facts + [flag_words.fact(code) for code in standing.open_flags]


def _laid_out(
    plan: AssessmentPlan, ladder: Catalogue, standing: Standing
) -> tuple[list[tuple[int, AssessmentTry]], list[NotTried]]:
    """The background's steps by session, each with what it waits for; and those that are out.

    Out is what age, a flag, kit or the trainer keep at rest, and what rests on something that is out
    or did not come.
    """
    tries, out = list[tuple[int, AssessmentTry]](), list[NotTried]()
    missing: dict[tuple[str, bool], str] = {}
    """Why a step cannot be built on: at all (False), or as something light (True)."""
    earlier: list[str] = []
    for number, steps in enumerate(plan.sessions):
        for step in steps:
            name, tracks = ladder.name_in_text(step), standing.tracks
            after = _after(step, earlier, ladder, any_answer=standing.riding.replaces(step))
            broken = next((missing[key] for one in after if (key := (one.step, one.light)) in missing), None)
            earlier.append(step)
            tried, resting = was_asked(step, tracks), standing.rest_because(step)
            if resting is None and never_did(standing.record.horse, ladder.stage(step)):
                resting = NEVER_DONE, arrival_words.NEVER_DONE
            if resting is not None and not tried:
                out.append(_not_tried(ladder, step, *resting))
                missing[step, True] = missing[step, False] = arrival_words.not_tried(name, resting[1])
            elif broken is not None and not tried:
                out.append(_not_tried(ladder, step, "answers", arrival_words.answers_stopped(broken)))
                missing[step, True] = missing[step, False] = broken
            else:
                tries.append((number, _try(step, _because(plan, step, ladder), after, tried, ladder)))
                if tried and not came_light(step, tracks):
                    missing[step, True] = arrival_words.not_light(name)
                if tried and not came_at_all(step, tracks):
                    missing[step, False] = arrival_words.did_not_come(name)
    return tries, out


def _because(plan: AssessmentPlan, step: str, ladder: Catalogue) -> str:
    """The fact that speaks for a step; else that it is a basic of its phase."""
    phase = ladder.phases[ladder.exercise(step).phase].lower()
    background = plan.words.partition(":")[0].lower()
    return plan.because.get(step) or arrival_words.a_basic_of(background, phase)


def _not_tried(ladder: Catalogue, step: str, reason: str, words: str) -> NotTried:
    return NotTried(step=step, name=ladder.full_name(step), reason=reason, words=words)


def _after(step: str, earlier: list[str], ladder: Catalogue, *, any_answer: bool) -> tuple[After, ...]:
    """Earlier tries that it rests on: of its own exercise, for safety, of getting used to things, or walking
    on: nothing more is ridden on a horse that did not walk on with somebody on it.

    How heavy an answer is, is what is looked for: it does not stop the looking. No answer does. Into
    the saddle it goes only where everything that is for safety came light.

    Args:
        any_answer: it was ridden before, and its brakes under a rider have to come, at whatever level.
    """
    path, own = set(ladder.path_to(step)), ladder.exercise(step)
    found = []
    for before in earlier:
        exercise = ladder.exercise(before)
        if before in path and (
            exercise.id in (own.id, WALK_ON) or exercise.safety or exercise.kind is StepKind.TOLERANCE
        ):
            any_will_do = any_answer and ladder.stage(before).ridden
            light = exercise.safety and ladder.stage(step).ridden and not any_will_do
            found.append(after_brake(before, ladder) if any_will_do else After(step=before, light=light))
    return tuple(found)


def after_brake(step: str, ladder: Catalogue) -> After:
    """What riding of a horse that was ridden before rests on: a mounted brake up to a level, what else is
    ridden at all, and the ground's brakes light: nobody gets on behind one that was heavy from the ground.
    """
    ridden, brake = ladder.stage(step).ridden, ladder.exercise(step).id in BRAKES
    return After(step=step, light=not ridden, up_to=UP_TO_LEVEL if ridden and brake else None)


def _try(step: str, because: str, after: tuple[After, ...], tried: bool, ladder: Catalogue) -> AssessmentTry:
    exercise, stage = ladder.exercise(step), ladder.stage(step)
    asks = 2 if exercise.safety and exercise.kind is StepKind.LIGHTNESS else 1
    sides = exercise.side_names
    return AssessmentTry(
        step=step,
        name=ladder.full_name(step),
        asks=asks,
        sides=sides,
        minutes=_minutes(exercise, stage, asks),
        helper=stage.helper is not HelperRule.NEVER,
        after=after,
        because=arrival_words.times_tried(because, len(sides), twice=asks == MOST_TRIES_A_SIDE),
        tried=tried,
    )


def _minutes(exercise: Exercise, stage: Stage, asks: int) -> int:
    if exercise.by_the_clock and stage.target is not None and exercise.id != SETTLE_EXERCISE:
        return math.ceil(stage.target)
    return math.ceil(MINUTES_PER_TRY * asks * len(exercise.side_names))


def _sessions(
    tries: list[tuple[int, AssessmentTry]], limit: int
) -> tuple[tuple[AssessmentSession, ...], list[NotTried]]:
    """Fills one session after the other; a step comes in its own session or, if that is full, later."""
    room, packed, late = max(limit - FRAME_MIN, 1), list[list[AssessmentTry]]([[]]), list[NotTried]()
    for number, one in tries:
        used = sum(each.minutes for each in packed[-1])
        if packed[-1] and (used + one.minutes > room or number + 1 > len(packed)):
            packed.append([])
        if len(packed) > MOST_SESSIONS:
            full = arrival_words.sessions_full(MOST_SESSIONS, limit)
            late.append(NotTried(step=one.step, name=one.name, reason="time", words=full))
            packed.pop()
            continue
        packed[-1].append(one)
    sessions = [
        AssessmentSession(number=index + 1, minutes=sum(one.minutes for one in row), tries=tuple(row))
        for index, row in enumerate(packed) if row
    ]  # fmt: skip
    return tuple(sessions), late


def was_asked(step: str, tracks: Tracks) -> bool:
    """Was a step asked on every side?"""
    return all(track is not None for _, track in tracks.sides_of(step))


def came_at_all(step: str, tracks: Tracks) -> bool:
    """Did it come on every side, at least once on the first day?"""
    return _on_every_side(lambda meaning: meaning.came, step, tracks)


def came_light(step: str, tracks: Tracks) -> bool:
    """Did it come light and calm on every side, at least once on the first day?"""
    return _on_every_side(lambda meaning: meaning.accepted, step, tracks)


def _on_every_side(judge: Callable[[Meaning], bool], step: str, tracks: Tracks) -> bool:
    return all(
        track is not None and any(judge(meaning) for _, meaning in track.told_on(track.days[0]))
        for _, track in tracks.sides_of(step)
    )
