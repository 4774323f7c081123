"""What has to be put right: what was promised first, then what slips, then the heavier side.

Source: common practice, no source: put right before new; do not leave it on a bad answer; at most half of
the schooling.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from datetime import date

from bucephal.answers import answer_in_words
from bucephal.ladder import Side
from bucephal.planning.day import Day, worked_out_once
from bucephal.planning.known_steps import StepChoice, asked_steps, sided
from bucephal.planning.models import Why
from bucephal.planning.step_choice import is_lost
from bucephal.progress import GOOD, BadMoment, side_gap
from bucephal.record import Correct, Overridden, SessionKind
from bucephal.record.history import SETTLE_EXERCISE
from bucephal.response import FIRST_ANSWERS_LOST, SIDE_HINT, SLIPPING_BELOW, CueTrack
from bucephal.words import plan_words

WAITING_FOR_NOTHING_NEW = 2
"""While as many repairs wait, nothing new is begun."""


@worked_out_once
def repairs(day: Day) -> list[StepChoice]:
    """What has to be put right and can be today, most urgent first.

    What was promised comes first, the oldest in front, however many sessions ago; then what slips,
    safety exercises in front; then the heavier of two sides. A step that the trainer has decided
    about is not put right for its figures.
    """
    found: dict[str, StepChoice] = {}
    for choice in (*promised(day), *_slipping(day), *_one_sided(day)):
        if day.obstacle(choice.step) is None and not _decided_good(day, choice.step):
            found.setdefault(choice.step, choice)
    return list(found.values())


def _decided_good(day: Day, step: str) -> bool:
    """Said to be good, on a day since its exercise was asked last."""
    exercise = day.catalogue.exercise(step).id
    asked = (one.last_day for one in day.standing.tracks.by_key.values() if one.rule.exercise.id == exercise)
    last = max(asked, default=date.min)
    good = (Overridden.READY, Overridden.CONFIRMED)
    return any(
        one.step == step and one.state in good and one.on >= last for one in day.standing.overrides_in_force
    )


def promised(day: Day) -> list[StepChoice]:
    """Every exercise left heavy, wrong or tense, and not answered lightly since; oldest first, but for what
    only a helper's day allows.
    """
    left = {track.rule.exercise.id: track for track in _left_unfinished(day)}
    choices = [(track.last_day, _put_right(day, track)) for track in left.values()]
    choices += [
        (moment.on, _after(day, moment))
        for exercise, moment in day.bad_moments.items()
        if exercise not in left
    ]
    return [choice for _, choice in sorted(choices, key=lambda one: (not _wants_today(day, one[1]), one[0]))]


def _wants_today(day: Day, choice: StepChoice) -> bool:
    """It needs the helper, who is there today and not every day."""
    return day.request.helper and day.helper_needed(choice.step)


def _left_unfinished(day: Day) -> list[CueTrack]:
    """By exercise and side the stage asked last, where its last answer was not light and calm."""
    last: dict[tuple[str, Side], CueTrack] = {}
    for track in day.standing.tracks.by_key.values():
        key = track.rule.exercise.id, track.side
        if key not in last or _asked_last(track) >= _asked_last(last[key]):
            last[key] = track
    unfinished = [
        track for (exercise, _), track in last.items() if exercise != SETTLE_EXERCISE and _is_left(track)
    ]
    return sorted(unfinished, key=_asked_last)


def _asked_last(track: CueTrack) -> tuple[date, int]:
    """The day, and the place in its session."""
    row = track.asks[-1]
    place = next((n for n, ask in enumerate(row.session.asks) if ask is row.ask), -1)
    return row.day, place


def _is_left(track: CueTrack) -> bool:
    """An assessment looks how heavy an answer is: that is found, not left."""
    answers = track.answers
    looked_at = track.asks[-1].session.kind is SessionKind.ASSESSMENT
    return bool(answers) and not looked_at and not (answers[-1].success and answers[-1].calm)


def _put_right(day: Day, track: CueTrack) -> StepChoice:
    moment = day.bad_moments.get(track.rule.exercise.id)
    if moment is not None:
        return _after(day, moment, track.side)
    level = track.asks[-1].ask.level
    days_ago = (day.on - track.last_day).days
    text = plan_words.left_unfinished(track.side, days_ago, *_last_answer(track))
    figures = {} if level is None else {"last_level": level, "band_top": track.rule.band_top}
    return StepChoice(track.rule.stage.step, Why.of(text, figures), sided(track.side))


def _after(day: Day, moment: BadMoment, side: Side = Side.NONE) -> StepChoice:
    """One stage easier; in a first stage the same, once."""
    easier = day.catalogue.previous(moment.step)
    text = plan_words.after_bad_moment(moment.what, moment.on, easier=easier is not None)
    why = Why.of(text, {"on": str(moment.on)})
    choice = StepChoice(easier or moment.step, why, sided(side))
    return replace(choice, once=easier is None)


def _slipping(day: Day) -> list[StepChoice]:
    """Safety exercises first."""
    found = []
    for step, tracks in asked_steps(day):
        slipped = [track for track in tracks if is_lost(track)]
        if slipped:
            worst = min(slipped, key=lambda track: track.p_first(day.on))
            figures: dict[str, float] = {f"wanted_{worst.side}": SLIPPING_BELOW}
            for track in tracks:
                figures[f"p_first_{track.side}"] = round(track.p_first(day.on), 2)
                figures[f"asks_{track.side}"] = len(track.asks)
            text = plan_words.slipped(worst.side, _slip_cause(worst, day))
            found.append(StepChoice(step, Why.of(text, figures), sided(worst.side)))
    return sorted(found, key=lambda one: not day.catalogue.exercise(one.step).safety)


def _slip_cause(worst: CueTrack, day: Day) -> str:
    chance, heavy = worst.p_first(day.on), worst.standing.first_heavy_run
    what = worst.rule.good_answer
    if chance < SLIPPING_BELOW:
        return plan_words.slipped_by_chance(chance, what)
    by_run = heavy >= FIRST_ANSWERS_LOST
    return plan_words.slipped_by_run(heavy) if by_run else plan_words.slipped_and_back(chance, what)


def waiting_to_be_put_right(day: Day, to_repair: list[StepChoice]) -> int:
    """How many wait; that one side is the heavier is a matter of the dose and keeps nobody waiting."""
    doses = {one.step for one in _one_sided(day)} - {one.step for one in (*promised(day), *_slipping(day))}
    return sum(one.step not in doses for one in to_repair)


@worked_out_once
def _one_sided(day: Day) -> list[StepChoice]:
    return list(_heavier_sides(day))


def _heavier_sides(day: Day) -> Iterator[StepChoice]:
    for step, tracks in asked_steps(day):
        difference = side_gap(day.standing, step)
        if difference is None:
            continue
        side, chance = difference.heavier
        if chance >= SIDE_HINT and day.standing.state(step) in GOOD:
            text = plan_words.one_side_heavier(side, difference.mean, chance)
            figures: dict[str, float] = {"difference": round(difference.mean, 2), "chance": round(chance, 2)}
            figures |= {f"asks_{track.side}": len(track.asks) for track in tracks}
            yield StepChoice(step, Why.of(text, figures), side)


def rests_on_heavier_side(day: Day, step: str) -> StepChoice | None:
    """What a step needs and has one side clearly heavier: nothing new rests on it yet."""
    heavier = {choice.step: choice for choice in _one_sided(day)}
    needed = (need.step for need in day.catalogue.stage(step).needs)
    speaking = (later for need in needed for later in day.catalogue.this_and_later(need))
    return next((heavier[one] for one in speaking if one in heavier), None)


def _last_answer(track: CueTrack) -> tuple[str, tuple[int, int] | None]:
    """The last answer in words, and the band where it was a heavy one at some level."""
    ask, heavy = track.asks[-1].ask, not track.answers[-1].success
    by_level = ask.correct is not Correct.NO and ask.level is not None
    return answer_in_words(ask, track.rule), track.rule.band if heavy and by_level else None
