"""A virtual horse: learns, forgets, has good and bad days, two sides, and a mind of its own.

It is richer than the response model and owes it nothing: the demo, the tests and `bucephal
calibrate` put questions to it as to a real horse. Everything about it is an assumption (own),
seeded and repeatable. What it does to a bad trainer is common practice, no source: nagging makes
dull, sudden force makes jumpy, drilling makes tired.

It learns in two ways. What is new about a question becomes clear within the session, answer by answer, and
most of that is still there next day; how light the answer is changes from day to day only. A new question is
met with what the horse has of all that it rests on: who comes to it too early meets a heavier one. How fast
was set by what practice knows of its pace (docs/pace.md).
"""

from __future__ import annotations

import math
from dataclasses import dataclass, field, replace
from statistics import NormalDist

import numpy as np

from bucephal.lab.virtual_horse.traits import Traits, Weather
from bucephal.ladder import Catalogue, Compare, Exercise, Gait, Side, Stage, StepKind
from bucephal.record import Ask, Correct, Lead, Tension

TOP = 10
EACH_STAGE_HARDER = 0.8
"""Levels that a new stage is heavier at first than the one before it: what is not clear yet."""
NEW_HARDER = 0.7
"""The same of a new exercise, above what it rests on."""
NEVER_MET = 0.3
"""How easy something that an exercise rests on is, where it was never asked."""
ROOT_COMFORT = 0.45
GROWS_IF_DONE, GROWS_IF_NOT = 0.2, 0.06
"""Share of what is missing in comfort that a presentation closes, let go in time or not."""
KNOWN_UNSETTLES = 0.4
"""How much less often than on its first day a question makes it tight or alarmed later on."""
EASY_LEVEL, LEVELS = 1.0, 8.0
"""Level of what is wholly easy, and how many above it something is that is not easy at all."""
ANSWERS_THAT_TEACH = 3
HEAVY_TEACHES = 0.5
"""A heavy answer that is let go at once teaches too, half as much as a light one."""
DISUNITED = 0.015
PATIENCE = 4
"""Heavy answers, over and above the light ones, that it takes in a day before it gets dull."""
_COMES, _COMES_WITH_COMFORT = 0.15, 0.83
"""How often a tolerance or a measure comes by itself, and how much oftener when there is nothing to it."""
_CALM_DAY = Weather()
_STANDARD = NormalDist()


@dataclass
class _Skill:
    """What it can do of one step on one side."""

    exercise: Exercise
    canter: bool
    lightness: float
    """Level at which it answers what is clear to it."""
    unclear: float
    """Levels on top of that, as long as the question is new."""
    comfort: float
    """Tolerance and measures: 0 (never met) to 1 (nothing to it)."""
    unclear_at_dawn: float = 0.0
    first_day: int | None = None
    last_day: int | None = None
    away: int = 0
    """Days between its last day and today, as long as today goes on."""
    asked_today: int = 0
    light_today: int = 0
    heavy_today: int = 0
    nagged_today: int = 0

    @property
    def level(self) -> float:
        return self.lightness + self.unclear

    @property
    def ease(self) -> float:
        """0 to 1, whatever its kind."""
        if self.exercise.kind is StepKind.LIGHTNESS:
            return float(np.clip(1 - (self.level - EASY_LEVEL) / LEVELS, 0, 1))
        return float(np.clip(self.comfort, 0, 1))


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
    _bothered: float = 0.0
    _upset: float = 0.0
    """How far today's rough handling has upset it, in levels."""
    _sessions: int = 0

    def begin_day(self, day: int, weather: Weather = _CALM_DAY) -> None:
        """A new day: yesterday's learning is kept (or not), a new mood drawn."""
        if day == self._day:
            return
        for skill in self._skills.values():
            if skill.asked_today:
                self._sleep_on(skill)
        traits = self.traits
        kept = traits.mood_memory if self._day is not None else 0.0
        fresh = float(self.rng.normal(0, traits.moodiness)) * math.sqrt(1 - kept**2)
        self._mood = kept * self._mood + fresh
        self._bothered = traits.insects_bother * weather.insects + traits.wind_bother * weather.wind
        self._upset = 0.0
        self._day = day
        self._sessions += 1

    def _sleep_on(self, skill: _Skill) -> None:
        traits = self.traits
        answers = skill.light_today + HEAVY_TEACHES * (skill.heavy_today - skill.nagged_today)
        learned = traits.quickness * min(answers / ANSWERS_THAT_TEACH, 1.0)
        if skill.asked_today > traits.stamina:  # drilled: what came after it had enough does not stay
            learned *= traits.stamina / skill.asked_today
        kept = traits.overnight
        if self.rng.random() < traits.plateau_chance:
            learned = kept = 0.0
        skill.unclear += (1 - kept) * (skill.unclear_at_dawn - skill.unclear)
        nagging = max(skill.heavy_today - skill.light_today - PATIENCE, 0) + 2 * skill.nagged_today
        skill.lightness += traits.dulling * nagging - learned * max(skill.lightness - traits.lightest, 0)
        if self.rng.random() < traits.setback_chance:
            skill.lightness += float(self.rng.uniform(0.5, 1.5))
        skill.comfort += 0.7 * learned * 2 * (1 - skill.comfort)
        skill.asked_today = skill.light_today = skill.heavy_today = skill.nagged_today = 0

    # --- asking ---------------------------------------------------------------------------

    def ask(
        self, step: str, side: Side, band_top: int, give_up_at: int = TOP, rise: int = 1,
        ask_id: str | None = None,
    ) -> Ask:  # fmt: skip
        """Its answer to one presentation of a step on a side.

        Args:
            band_top: what the trainer counts as light; only light answers teach.
            give_up_at: the level at which the trainer stops getting louder.
            rise: levels from one try to the next; more than one is rough, and it may do far
                too much.
            ask_id: what the ask is to be called in the record.
        """
        skill = self._present(step, side)
        if skill.exercise.kind is StepKind.LIGHTNESS:
            answer = self._by_lightness(skill, step, side, band_top, give_up_at, rise, ask_id)
            if skill.canter and answer.answered and side is not Side.NONE:
                answer = answer.model_copy(update=self._leads(side))
        else:
            answer = self._by_comfort(skill, self.catalogue.stage(step), side, ask_id)
        skill.last_day = self._day
        skill.first_day = self._day if skill.first_day is None else skill.first_day
        skill.asked_today += 1
        return answer

    def slip(self, step: str, side: Side, levels: float) -> None:
        """Something went wrong since last time: the step is heavier by some levels."""
        self._skill(step, side).lightness += levels

    def settle_minutes(self, days_off: int) -> float:
        """Minutes until it is settled today."""
        traits = self.traits
        usual = traits.settled_min + (traits.settle_min - traits.settled_min) * math.exp(-self._sessions / 14)
        fresh = 0.7 * min(days_off, 7) + 3 * self._bothered
        return round(float(max((usual + fresh) * self.rng.lognormal(0, 0.18), 1)), 1)

    # --- the truth, for those who check estimates ------------------------------------------

    def true_level(self, step: str, side: Side) -> float:
        """Level at which it answers when warm on an ordinary, undisturbed day."""
        return self._seen(step, side).level

    def level_now(self, step: str, side: Side) -> float:
        """Level around which it would answer the next ask of today: mood, weather, warming up and all."""
        return self._centre(self._seen(step, side))

    def chance_light(self, step: str, side: Side, band_top: int) -> float:
        """P(the next ask of today is in the band), for one who knows the horse and its mood."""
        skill = self._seen(step, side)
        return self._chance_within(self._centre(skill), skill, band_top)

    def chance_light_first(self, step: str, side: Side, band_top: int, away: int = 2) -> float:
        """P(first ask of an undisturbed day is in the band), ``away`` days on, over all moods."""
        skill = self._seen(step, side)
        centre = skill.level + self._warm_up(away, 0)
        spread = math.hypot(self.traits.steadiness, self.traits.moodiness)
        return self._chance_within(centre, skill, band_top, spread)

    def chance_first(self, step: str, side: Side, band_top: int) -> float:
        """The same of any step: light, let go in time, or as wanted."""
        skill = self._seen(step, side)
        if skill.exercise.kind is StepKind.LIGHTNESS:
            return self.chance_light_first(step, side, band_top)
        return _chance_to_come(skill.comfort)

    def _chance_within(
        self, centre: float, skill: _Skill, band_top: int, spread: float | None = None
    ) -> float:
        spread = spread if spread is not None else self.traits.steadiness
        listening = _STANDARD.cdf((band_top + 0.5 - centre) / spread)
        elsewhere = _STANDARD.cdf((band_top + 0.5 - centre - 3.0) / math.hypot(spread, 0.6))
        inside = (1 - self.traits.lapses) * listening + self.traits.lapses * elsewhere
        return inside * (1 - _wrong_chance(skill))

    # --- inside -----------------------------------------------------------------------------

    def _present(self, step: str, side: Side) -> _Skill:
        if self._day is None:
            raise ValueError("begin a day before the first ask")
        skill = self._skill(step, side)
        if not skill.asked_today:
            skill.away = 0 if skill.last_day is None else self._day - skill.last_day
            skill.unclear_at_dawn = skill.unclear
        return skill

    def _skill(self, step: str, side: Side) -> _Skill:
        if (step, side) not in self._skills:
            self._skills[step, side] = self._new(step, side, float(self.rng.normal(0, 0.5)))
        return self._skills[step, side]

    def _seen(self, step: str, side: Side) -> _Skill:
        """A skill as it stands; looking at what it never met changes nothing."""
        skill = self._skills.get((step, side)) or self._new(step, side, 0.0)
        if not skill.asked_today and self._day is not None:
            away = 0 if skill.last_day is None else self._day - skill.last_day
            return replace(skill, away=away)
        return skill

    def _new(self, step: str, side: Side, luck: float) -> _Skill:
        exercise = self.catalogue.exercise(step)
        canter = self.catalogue.stage(step).gait is Gait.CANTER
        return _Skill(exercise, canter, *self._at_first(step, side, luck))

    def _at_first(self, step: str, side: Side, luck: float) -> tuple[float, float, float]:
        """Lightness, what is unclear, and comfort when a question is first met.

        Args:
            luck: levels that it happens to be heavier.
        """
        stiff = self.traits.stiffness if side is self.traits.stiff_side else 0.0
        if step in self.known:
            known = self.known[step]
            return known + stiff, 0.0, min(known, 1.0)
        earlier = self.catalogue.previous(step)
        before = self._skills.get((earlier, side)) if earlier is not None else None
        if before is not None:
            return before.lightness, before.unclear + EACH_STAGE_HARDER, 0.05 + 0.8 * before.comfort
        level, comfort = self._from_what_it_rests_on(step)
        level += stiff + luck
        unclear = float(np.clip(level - self.traits.lightest, 0, EACH_STAGE_HARDER))
        return level - unclear, unclear, comfort

    def _from_what_it_rests_on(self, step: str) -> tuple[float, float]:
        """Level and comfort of an exercise that it never met."""
        traits = self.traits
        own = step.rpartition(".")[0]
        needs = (need.step for need in self.catalogue.stage(step).needs)
        eases = [self._ease(need) for need in needs if need.rpartition(".")[0] != own]
        if all(one is None for one in eases):
            return traits.start, ROOT_COMFORT
        ease = float(np.mean([NEVER_MET if one is None else one for one in eases]))
        rests_on = EASY_LEVEL + LEVELS * (1 - ease) + NEW_HARDER
        carried = traits.carries_over
        return (1 - carried) * traits.start + carried * rests_on, 0.25 + 0.5 * ease

    def _ease(self, step: str) -> float | None:
        """How easy a step or a later stage of its exercise is for it, all sides together; None: never met."""
        for one in reversed(self.catalogue.this_and_later(step)):
            sides = self.catalogue.exercise(one).side_names
            known = one in self.known
            met = [self._seen(one, side) for side in sides if known or (one, side) in self._skills]
            if met:
                return float(np.mean([skill.ease for skill in met]))
        return None

    def _warm_up(self, away: int, number: int) -> float:
        traits = self.traits
        forgotten = traits.forgets * (1 - math.exp(-max(away - 1, 0) / traits.forgetting_days))
        return float((traits.warm_up + forgotten) * traits.warm_up_kept**number)

    def _centre(self, skill: _Skill) -> float:
        """The level around which it answers just now."""
        tired = 0.25 * max(skill.asked_today - self.traits.stamina, 0)
        today = self._mood + self._bothered + self._upset + tired
        return skill.level + today + self._warm_up(skill.away, skill.asked_today)

    def _by_lightness(
        self, skill: _Skill, step: str, side: Side, band_top: int, give_up_at: int, rise: int,
        ask_id: str | None,
    ) -> Ask:  # fmt: skip
        rng, traits = self.rng, self.traits
        felt = self._centre(skill) + traits.steadiness * rng.standard_normal()
        if rng.random() < traits.lapses:
            felt += 2 + 2 * rng.random()
        needed = max(1, math.ceil(felt - 0.5))
        level = 1 + math.ceil((needed - 1) / rise) * rise
        answered = level <= give_up_at
        over = answered and self._does_too_much(needed, level)
        wrong = answered and rng.random() < _wrong_chance(skill)
        light = answered and not wrong and level <= band_top
        if answered:
            skill.unclear *= 1 - traits.catches_on * (1 if light else HEAVY_TEACHES)
        skill.light_today += light
        skill.heavy_today += not light
        skill.nagged_today += not answered
        return Ask(
            id=ask_id,
            step=step,
            side=side,
            level=min(level, give_up_at, TOP),
            band_top=band_top,
            answered=answered,
            correct=Correct.NO if wrong else Correct.YES,
            tension=Tension.TIGHT if over else self._tension(skill),
            over=over,
        )

    def _leads(self, side: Side) -> dict[str, Lead]:
        """In front and behind: mostly the right lead, less so on the stiff rein."""
        traits = self.traits
        spoiled = traits.lead_spoiled * traits.stiffness if side is traits.stiff_side else 0.0
        right, wrong = Lead(side.value), Lead(side.other.value)
        front = right if self.rng.random() < traits.lead_right - spoiled else wrong
        disunited = self.rng.random() < DISUNITED
        return {
            "lead_front": front,
            "lead_hind": (wrong if front is right else right) if disunited else front,
        }

    def _does_too_much(self, needed: int, level: int) -> bool:
        """More pressure than it needed, or a lot of it, and it leaps; that upsets it for a while."""
        sudden = self.traits.sensitivity * (1 - math.exp(-(level - needed) / 1.5))
        loud = 0.2 * self.traits.sensitivity if level >= 7 else 0.0
        if self.rng.random() >= sudden + loud:
            return False
        self._upset += 0.3
        return True

    def _by_comfort(self, skill: _Skill, stage: Stage, side: Side, ask_id: str | None) -> Ask:
        exercise = skill.exercise
        done = bool(self.rng.random() < _chance_to_come(self._comfort_now(skill)))
        skill.light_today += done
        skill.heavy_today += not done
        skill.comfort += (GROWS_IF_DONE if done else GROWS_IF_NOT) * (1 - skill.comfort)
        fields: dict[str, float | int] = {}
        if exercise.kind is StepKind.TOLERANCE:
            limit = stage.within_s or 30.0
            spread = self.rng.uniform(0.1, 0.9) if done else self.rng.uniform(1.1, 2.0)
            fields = {"let_go_s": round(limit * spread), "strength": int(self.rng.integers(2, 4))}
        elif stage.target is not None:
            fields = {"extent": self._extent(exercise, stage.target, done)}
        return Ask(
            id=ask_id,
            step=stage.step,
            side=side,
            answered=done,
            tension=self._tension(skill),
            **fields,
        )

    def _comfort_now(self, skill: _Skill) -> float:
        bad_day = 0.05 * (self._mood + self._bothered + self._upset)
        return skill.comfort - 0.03 * min(skill.away, 10) / 10 - bad_day

    def _extent(self, exercise: Exercise, target: float, done: bool) -> float:
        better, worse = self.rng.uniform(1.0, 1.5), self.rng.uniform(0.3, 0.95)
        if exercise.compare is Compare.AT_MOST:
            better, worse = self.rng.uniform(0.2, 1.0), self.rng.uniform(1.1, 3.0)
        return min(round(float(target * (better if done else worse)), 1), exercise.most)

    def _tension(self, skill: _Skill) -> Tension:
        new = 1.0 if skill.first_day in (None, self._day) else KNOWN_UNSETTLES
        uneasy = 1 + 0.5 * self._bothered + self._upset
        chance = self.traits.wariness * new * uneasy * (1.6 - skill.comfort)
        draw = self.rng.random()
        if draw < chance * 0.12:
            return Tension.ALARMED
        return Tension.TIGHT if draw < chance else Tension.CALM


def _chance_to_come(comfort: float) -> float:
    return _COMES + _COMES_WITH_COMFORT * min(max(comfort, 0.0), 1.0)


def _wrong_chance(skill: _Skill) -> float:
    """A wrong movement is likelier while the cue is heavy."""
    return 0.02 + 0.03 * max(skill.level - 4, 0) / 4
