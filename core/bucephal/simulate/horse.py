"""A virtual horse: learns, forgets, has good and bad days, two sides, and a first ask that is heavier.

It is richer than the response model and owes it nothing: the demo and the tests put questions
to it as to a real horse. Everything about it is an assumption (own), seeded and repeatable.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, field

import numpy as np

from bucephal.ladder import Catalogue, Compare, Exercise, Kind, Side, Stage
from bucephal.record import Ask, Correct, Tension

TOP = 10
WARM_UP_KEPT = 0.5
EACH_STAGE_HARDER = 1.4
LIGHTEST = 1.2


@dataclass(frozen=True)
class Traits:
    """What kind of horse it is.

    Attributes:
        start: level at which it answers a cue it has never met.
        quickness: share of the way to lightness that one ride with light answers closes.
        steadiness: scatter of its answers, in levels.
        moodiness: spread of good and bad days, in levels.
        wariness: chance that a new thing makes it tight or alarmed.
        stiff_side: the side on which everything is ``stiffness`` levels heavier.
        settle_min: minutes to settle on the first day; ``settled_min`` where that ends up.
    """

    start: float = 6.0
    quickness: float = 0.22
    steadiness: float = 0.7
    moodiness: float = 0.6
    wariness: float = 0.08
    stiff_side: Side = Side.NONE
    stiffness: float = 0.0
    settle_min: float = 18.0
    settled_min: float = 5.0


@dataclass
class _Skill:
    """What it can do of one step on one side."""

    level: float
    comfort: float
    """Tolerance and measures: 0 (never met) to 1 (nothing to it)."""
    last_day: int | None = None
    asked_today: int = 0
    light_today: int = 0
    heavy_today: int = 0


@dataclass
class VirtualHorse:
    """Answers asks. Days are ordinals; within a day, asks come in order."""

    traits: Traits
    catalogue: Catalogue
    rng: np.random.Generator
    known: dict[str, float] = field(default_factory=dict)
    """Steps it could do before it came, with their level (lightness) or comfort (others)."""
    _skills: dict[tuple[str, Side], _Skill] = field(default_factory=dict)
    _day: int | None = None
    _mood: float = 0.0
    _sessions: int = 0

    def begin_day(self, day: int) -> None:
        """A new day: yesterday's learning is kept, a new mood drawn."""
        if day == self._day:
            return
        for skill in self._skills.values():
            self._sleep_on(skill)
        self._day = day
        self._mood = float(self.rng.normal(0, self.traits.moodiness))
        self._sessions += 1

    def _sleep_on(self, skill: _Skill) -> None:
        learned = self.traits.quickness * min(skill.light_today, 3) / 3
        # Nagging makes dull: more heavy answers than light ones teach nothing good.
        dulled = 0.05 * max(skill.heavy_today - skill.light_today - 2, 0)
        if self.rng.random() < 0.2:  # a plateau: nothing sticks this time
            learned = 0.0
        skill.level += dulled - learned * max(skill.level - LIGHTEST, 0)
        skill.comfort += 0.7 * learned * 2 * (1 - skill.comfort)
        skill.asked_today = skill.light_today = skill.heavy_today = 0

    def ask(self, step: str, side: Side, band_top: int, give_up_at: int = TOP) -> Ask:
        """Its answer to one presentation of a step on a side.

        Args:
            band_top: what the trainer counts as light; only light answers teach.
            give_up_at: the level at which the trainer stops getting louder.
        """
        if self._day is None:
            raise ValueError("begin a day before the first ask")
        exercise, stage = self.catalogue.exercise(step), self.catalogue.stage(step)
        skill = self._skill(step, side)
        away = 0 if skill.last_day is None else self._day - skill.last_day
        if exercise.kind is Kind.LIGHTNESS:
            answer = self._by_lightness(skill, away, step, side, band_top, give_up_at)
        else:
            answer = self._by_comfort(skill, away, exercise, stage, side)
        skill.last_day = self._day
        skill.asked_today += 1
        return answer

    def slip(self, step: str, side: Side, levels: float) -> None:
        """Something went wrong since last time: the step is heavier by some levels."""
        self._skill(step, side).level += levels

    def settle_minutes(self, days_off: int) -> float:
        """Minutes until it is settled today."""
        traits = self.traits
        usual = traits.settled_min + (traits.settle_min - traits.settled_min) * math.exp(-self._sessions / 14)
        fresh = 0.7 * min(days_off, 7)
        return round(float(max((usual + fresh) * self.rng.lognormal(0, 0.18), 1)), 1)

    def _skill(self, step: str, side: Side) -> _Skill:
        key = (step, side)
        if key not in self._skills:
            self._skills[key] = _Skill(*self._at_first(step, side))
        return self._skills[key]

    def _at_first(self, step: str, side: Side) -> tuple[float, float]:
        stiff = self.traits.stiffness if side is self.traits.stiff_side else 0.0
        if step in self.known:
            known = self.known[step]
            return known + stiff, min(known, 1.0)
        earlier = self.catalogue.previous(step)
        before = self._skills.get((earlier, side)) if earlier is not None else None
        if before is None:
            return self.traits.start + stiff + float(self.rng.normal(0, 0.5)), 0.25
        return before.level + EACH_STAGE_HARDER, 0.6 * before.comfort

    def _by_lightness(
        self, skill: _Skill, away: int, step: str, side: Side, band_top: int, give_up_at: int
    ) -> Ask:
        forgotten = 0.8 * (1 - math.exp(-max(away - 1, 0) / 14))
        warm_up = (1.1 + forgotten) * WARM_UP_KEPT**skill.asked_today
        felt = skill.level + self._mood + warm_up + float(self.rng.normal(0, self.traits.steadiness))
        level = max(1, math.ceil(felt - 0.5))
        answered = level <= give_up_at
        wrong = answered and self.rng.random() < 0.02 + 0.03 * max(skill.level - 4, 0) / 4
        light = answered and not wrong and level <= band_top
        skill.light_today += light
        skill.heavy_today += not light
        within_today = 0.12 if light else 0.05
        skill.level -= within_today * max(skill.level - LIGHTEST, 0) * 0.5
        return Ask(
            step=step,
            side=side,
            level=min(level, give_up_at),
            band_top=band_top,
            answered=answered,
            correct=Correct.NO if wrong else Correct.YES,
            tension=self._tension(skill),
            over=bool(answered and level >= 7 and self.rng.random() < 0.06),
        )

    def _by_comfort(self, skill: _Skill, away: int, exercise: Exercise, stage: Stage, side: Side) -> Ask:
        comfort = skill.comfort - 0.03 * min(away, 10) / 10 + 0.05 * self._mood
        done = self.rng.random() < 0.15 + 0.83 * min(max(comfort, 0.0), 1.0)
        skill.light_today += bool(done)
        skill.heavy_today += not done
        skill.comfort += (0.10 if done else 0.03) * (1 - skill.comfort)
        fields: dict[str, float | int] = {}
        if exercise.kind is Kind.TOLERANCE:
            limit = stage.within_s or 30.0
            spread = self.rng.uniform(0.1, 0.9) if done else self.rng.uniform(1.1, 2.0)
            fields = {"let_go_s": round(limit * spread), "strength": int(self.rng.integers(2, 4))}
        elif stage.target is not None:
            fields = {"extent": self._extent(exercise, stage.target, bool(done))}
        return Ask(
            step=stage.step,
            side=side,
            answered=bool(done),
            tension=self._tension(skill),
            **fields,
        )

    def _extent(self, exercise: Exercise, target: float, done: bool) -> float:
        better, worse = self.rng.uniform(1.0, 1.5), self.rng.uniform(0.3, 0.95)
        if exercise.compare is Compare.AT_MOST:
            better, worse = self.rng.uniform(0.2, 1.0), self.rng.uniform(1.1, 3.0)
        return round(float(target * (better if done else worse)), 1)

    def _tension(self, skill: _Skill) -> Tension:
        new = 1.0 if skill.last_day is None or skill.last_day == self._day else 0.4
        chance = self.traits.wariness * new * (1.6 - skill.comfort)
        draw = self.rng.random()
        if draw < chance * 0.12:
            return Tension.ALARMED
        return Tension.TIGHT if draw < chance else Tension.CALM
