"""What kind of horse a virtual horse is, and what kind of day it has. All of it is assumed (own)."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from bucephal.ladder import Side
from bucephal.record import Conditions

INSECTS_FROM_C = 16.0
STRONG_WIND = 0.6
_STRONGEST_WIND_MS = 14.0


@dataclass(frozen=True)
class Traits:
    """What kind of horse it is. Levels are steps of the 1 to 10 scale.

    Attributes:
        start: level at which it answers a cue it has never met.
        lightest: level at which it ends up, when all is learned.
        quickness: share of the way to lightness that a day with three light answers closes.
        catches_on: share of what is unclear about a new question that each light answer clears.
        overnight: share of what a day made clear that is still there on the next.
        carries_over: how far what a new exercise rests on decides how it is met; the rest is ``start``.
        plateau_chance: chance that a day's learning does not stick.
        setback_chance: chance, each working day and cue, that something is lost overnight.
        steadiness: scatter of its answers (sd, levels).
        lapses: share of asks at which its mind is elsewhere: two to four levels heavier.
        moodiness: spread of good and bad days (sd, levels).
        mood_memory: share of a day's mood that is left on the next working day.
        warm_up: how much heavier the first ask of a day is.
        warm_up_kept: share of that which is left at each next ask.
        forgets: levels lost, for the day, after a long break.
        forgetting_days: days in which about two thirds of that are lost.
        wariness: chance that a new thing makes it tight or alarmed.
        sensitivity: how easily pressure that rises too fast makes it do far too much.
        dulling: levels it gets heavier for good with each ask that is nagging.
        stamina: asks of one cue in a day before it tires of it.
        insects_bother, wind_bother: levels heavier on the worst of such days.
        lead_right: chance of the right canter lead on its better rein.
        lead_spoiled: how much of that is lost on the stiff rein, for each level of stiffness.
        stiff_side: the side on which everything is ``stiffness`` levels heavier.
        settle_min: minutes to settle on the first day; ``settled_min`` where that ends up.
    """

    start: float = 6.0
    lightest: float = 1.2
    quickness: float = 0.22
    catches_on: float = 0.3
    overnight: float = 0.7
    carries_over: float = 0.7
    plateau_chance: float = 0.2
    setback_chance: float = 0.01
    steadiness: float = 0.7
    lapses: float = 0.02
    moodiness: float = 0.6
    mood_memory: float = 0.2
    warm_up: float = 1.1
    warm_up_kept: float = 0.5
    forgets: float = 0.8
    forgetting_days: float = 14.0
    wariness: float = 0.08
    sensitivity: float = 0.3
    dulling: float = 0.05
    stamina: int = 8
    insects_bother: float = 0.6
    wind_bother: float = 0.5
    lead_right: float = 0.95
    lead_spoiled: float = 0.15
    stiff_side: Side = Side.NONE
    stiffness: float = 0.0
    settle_min: float = 18.0
    settled_min: float = 5.0


def draw_traits(rng: np.random.Generator) -> Traits:
    """Some horse: quick or slow, moody or even, one-sided or straight."""
    even = rng.random() < 0.25
    return Traits(
        start=float(np.clip(rng.normal(4.5, 1.9), 1.0, 9.5)),
        lightest=float(rng.uniform(0.3, 2.8)),
        quickness=float(rng.uniform(0.04, 0.20)),
        plateau_chance=float(rng.uniform(0.1, 0.5)),
        setback_chance=float(rng.uniform(0.0, 0.03)),
        steadiness=float(rng.uniform(0.45, 1.1)),
        lapses=float(rng.uniform(0.0, 0.04)),
        moodiness=float(rng.uniform(0.3, 1.0)),
        mood_memory=float(rng.uniform(0.0, 0.5)),
        warm_up=float(rng.uniform(0.5, 1.7)),
        warm_up_kept=float(rng.uniform(0.3, 0.65)),
        forgets=float(rng.uniform(0.3, 1.3)),
        forgetting_days=float(rng.uniform(7, 25)),
        wariness=float(rng.uniform(0.02, 0.12)),
        sensitivity=float(rng.uniform(0.1, 0.6)),
        dulling=float(rng.uniform(0.02, 0.08)),
        stamina=int(rng.integers(6, 12)),
        insects_bother=float(rng.uniform(0.0, 1.0)),
        wind_bother=float(rng.uniform(0.0, 0.8)),
        stiff_side=Side.NONE if even else (Side.RIGHT if rng.random() < 0.6 else Side.LEFT),
        stiffness=0.0 if even else float(rng.uniform(0.2, 1.4)),
    )


@dataclass(frozen=True)
class Weather:
    """The day outside; ``wind`` 0 to 1, of which a quarter is never noticed."""

    air_c: float = 12.0
    humidity_pct: float = 60.0
    wind: float = 0.0
    insects: bool = False

    @property
    def wind_ms(self) -> float:
        """Metres a second."""
        return self.wind * _STRONGEST_WIND_MS

    def conditions(self) -> Conditions:
        """As a trainer would note it."""
        return Conditions(
            air_c=round(self.air_c, 1),
            humidity_pct=round(self.humidity_pct),
            wind=round(self.wind_ms, 1),
            insects=self.insects,
        )


def draw_weather(rng: np.random.Generator, day_of_year: int) -> Weather:
    """Weather of a mild coast: warm in July, insects on warm still days, wind at any time."""
    season = np.cos((day_of_year - 200) / 365.25 * 2 * np.pi)
    air, wind = float(rng.normal(11 + 7 * season, 3)), float(rng.beta(1.5, 4))
    insects = air > INSECTS_FROM_C and wind < STRONG_WIND and rng.random() < 0.5
    return Weather(air, float(rng.uniform(45, 90)), wind, bool(insects))
