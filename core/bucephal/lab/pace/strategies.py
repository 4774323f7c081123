"""Careful hand-made ways of working the same horses in the same minutes, and one who knows the horse.

Each is given what is on the way to the goal, in the order in which it is taught, and asks what its rule says;
none knows the response model. Source: common practice, no source.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass, field

from bucephal.answers import is_accepted, rule_for
from bucephal.lab.pace.worked_session import Answer
from bucephal.ladder import Catalogue, Gate, Side
from bucephal.record import Ask, Horse, Tension

GOOD_IN_A_ROW, MOST_TRIES = 3, 6
LESSON_STEPS, PERFECT_DAYS, TWO_DAYS = 4, 3, 2
MOST_CLIMBS = 3
CHANCE_BEGUN, CHANCE_READY, CHANCE_CONFIRMED = 0.5, 0.6, 0.8


@dataclass
class Lesson:
    """One session: what may still be asked in it, and what was answered."""

    horse: Horse
    catalogue: Catalogue
    answer: Answer
    helper: bool
    tries_left: int
    asks: list[Ask] = field(default_factory=list)

    def work(self, step: str) -> bool | None:
        """Asks a step on every side until three good in a row; did all end so? None: not asked."""
        stage, sides = self.catalogue.stage(step), self.catalogue.exercise(step).side_names
        if self.tries_left < len(sides) * 2 or (stage.helper != "never" and not self.helper):
            return None
        ended = [self._side(step, side) for side in sides]
        return all(ended)

    def _side(self, step: str, side: Side) -> bool:
        rule, row = rule_for(step, self.horse, self.catalogue), 0
        for _ in range(min(MOST_TRIES, self.tries_left)):
            ask = self.answer(step, side, rule.band_top)
            self.asks.append(ask)
            self.tries_left -= 1
            row = row + 1 if is_accepted(ask, rule) else 0
            if row == GOOD_IN_A_ROW:
                return True
            if ask.tension is Tension.ALARMED:
                return False
        return False


@dataclass
class Strategy:
    """A way of working: what is good so far, and what comes next."""

    steps: list[str]
    """On the way to the goal, in the order in which they are taught; what age forbids is not in it."""
    good_days: dict[str, int] = field(default_factory=dict)
    asked: set[str] = field(default_factory=set)
    perfect: int = 0
    place: int = 0

    def note(self, step: str, ended_well: bool | None) -> None:
        if ended_well:
            self.good_days[step] = self.good_days.get(step, 0) + 1

    def waiting(self, days: int) -> Iterator[str]:
        """What has not ended well on so many days."""
        return (step for step in self.steps if self.good_days.get(step, 0) < days)


def fixed_lessons(way: Strategy, lesson: Lesson) -> None:
    """By the book, in order: two days to each stage, whatever comes."""
    for step in list(way.waiting(TWO_DAYS))[:LESSON_STEPS]:
        if lesson.work(step) is not None:
            way.good_days[step] = way.good_days.get(step, 0) + 1


def always_next(way: Strategy, lesson: Lesson) -> None:
    """What ended well once is left behind: the next stage each time."""
    for step in list(way.waiting(1))[:LESSON_STEPS]:
        way.note(step, lesson.work(step))


def three_perfect(way: Strategy, lesson: Lesson) -> None:
    """The same lesson until it was perfect three times."""
    steps = way.steps[way.place : way.place + LESSON_STEPS]
    ended = [lesson.work(step) for step in steps]
    way.perfect += all(one for one in ended if one is not None) and any(ended)
    if way.perfect >= PERFECT_DAYS:
        way.place, way.perfect = way.place + LESSON_STEPS, 0


def climbing(way: Strategy, lesson: Lesson) -> None:
    """Every begun exercise each session, one new one, up its stages while they end well; gates kept."""
    begun = {one.rpartition(".")[0] for one in way.good_days}
    new = climbs = 0
    for exercise in dict.fromkeys(step.rpartition(".")[0] for step in way.steps):
        stages = [step for step in way.steps if step.rpartition(".")[0] == exercise]
        waiting = [step for step in stages if way.good_days.get(step, 0) < TWO_DAYS]
        if not waiting or (exercise not in begun and new):
            continue
        for number, step in enumerate(waiting):
            above = number > 0
            if not _gates_kept(way, lesson.catalogue, step) or (above and climbs >= MOST_CLIMBS):
                break
            new += exercise not in begun and not above
            climbs += above
            ended_well = lesson.work(step)
            way.note(step, ended_well)
            if not ended_well:
                break


def _gates_kept(way: Strategy, catalogue: Catalogue, step: str) -> bool:
    return all(
        way.good_days.get(need.step, 0) >= (TWO_DAYS if need.gate is Gate.CONFIRMED else 1)
        for need in catalogue.stage(step).needs
        if need.step in way.steps
    )


def who_knows(true_chance: Callable[[str], float]) -> Callable[[Strategy, Lesson], None]:
    """Keeps the ladder's gates by how good the horse truly is, and works where most of the way still waits.

    What is good already is asked once and never checked; what would not come light is not begun.
    """

    def work(way: Strategy, lesson: Lesson) -> None:
        behind, worked = _behind(way.steps, lesson.catalogue), set[str]()
        while lesson.tries_left > 0:
            waiting = [
                step for step in way.steps if step not in worked and _is_due(way, lesson, step, true_chance)
            ]
            if not waiting:
                return
            step = max(waiting, key=lambda one: (_needs_helper(lesson, one), behind[one]))
            worked.add(step)
            if lesson.work(step) is not None:
                way.asked.add(step)

    return work


def _is_due(way: Strategy, lesson: Lesson, step: str, true_chance: Callable[[str], float]) -> bool:
    chance, asked = true_chance(step), step in way.asked
    if chance >= CHANCE_CONFIRMED and asked:
        return False
    wanted = {Gate.READY: CHANCE_READY, Gate.CONFIRMED: CHANCE_CONFIRMED}
    needs = [need for need in lesson.catalogue.stage(step).needs if need.step in way.steps]
    # What would not come waits as long as what it rests on can still get better.
    least = CHANCE_CONFIRMED if chance < CHANCE_BEGUN and not asked else 0.0
    return all(true_chance(need.step) >= max(wanted[need.gate], least) for need in needs)


def _needs_helper(lesson: Lesson, step: str) -> bool:
    return lesson.helper and lesson.catalogue.stage(step).helper != "never"


def _behind(steps: list[str], catalogue: Catalogue) -> dict[str, int]:
    """How many steps, one after the other, rest on each."""
    row = dict.fromkeys(steps, 0)
    for step in reversed(steps):
        for need in catalogue.stage(step).needs:
            if need.step in row:
                row[need.step] = max(row[need.step], row[step] + 1)
    return row


WAYS: dict[str, Callable[[Strategy, Lesson], None]] = {
    "fixed lessons, two days a stage": fixed_lessons,
    "always the next stage": always_next,
    "same lesson until three perfect": three_perfect,
    "climbing by hand": climbing,
}
