"""The six horses of Sallowfen: who they are, what they could do when they came, what is wanted.

All invented. Dates are counted back from the day the demo is made.
"""

from __future__ import annotations

from dataclasses import dataclass, field

from bucephal.lab.virtual_horse import Traits
from bucephal.ladder import Side
from bucephal.record import Background, Overridden, Sex, Visit


@dataclass(frozen=True)
class DemoHorse:
    name: str
    seed: int
    age_months: int
    sex: Sex
    height_cm: float
    girth_cm: float
    length_cm: float
    background: Background
    weeks_here: int
    work_days: tuple[int, ...]
    """Days of the week that are worked; the weekday on which the demo is made is 0."""
    minutes: int
    traits: Traits
    known: dict[str, float] = field(default_factory=dict)
    goals: tuple[str, ...] = ()
    """What was worked towards so far."""
    next_goals: tuple[str, ...] = ()
    """What is wanted now, where the earlier goals are reached."""
    bands: dict[str, tuple[int, int]] = field(default_factory=dict)
    helper_days: tuple[int, ...] = (1, 3, 5)
    days_off_now: int = 0
    decisions: tuple[tuple[str, Overridden, str, int], ...] = ()
    """What the trainer decided: step, state, reason, days ago."""
    visits: tuple[tuple[Visit, int], ...] = ()
    """Who comes, and in how many days."""
    stumbled: bool = False
    """Twice in its last session: somebody has to look at it."""
    slip: tuple[str, Side, float] | None = None
    """A step that has gone wrong in the last week, on a side, by some levels."""


def _lightly(level: float, *steps: str) -> dict[str, float]:
    return dict.fromkeys(steps, level)


_HANDLED = _lightly(0.95, "catch.1", "catch.2", "catch.3", "touch.1", "touch.2", "stand.1", "stand.2")
_LED = _lightly(2.0, "lead.1", "lead.2", "lead.3", "lead.4", "backup-g.1", "head-down.1")
_SADDLED = _lightly(
    0.98, "touch.3", "touch.4", "touch.5", "touch.6", "saddle.1", "saddle.2", "saddle.3",
    "saddle.4", "mount.1", "mount.2", "mount.3", "mount.4", "mount.5", "stand.3",
)  # fmt: skip
_YIELDS = _lightly(2.2, "hip-g.1", "hip-g.2", "shoulder-g.1", "shoulder-g.2", "send.1", "send.2",
                   "send.3", "send.4", "flex.1", "flex.2", "flex.3", "disengage.1", "disengage.2",
                   "disengage.3", "backup-g.2", "head-down.2")  # fmt: skip
_BRAKES = ("backup-g.1", "backup-g.2", "disengage.1", "disengage.2", "disengage.3", "flex.1", "flex.2",
           "flex.3", "hip-g.1", "hip-g.2", "head-down.1", "head-down.2")  # fmt: skip
_RIDDEN = _lightly(2.0, "walk-on.1", "walk-on.2", "halt.1", "halt.2", "steer.1", "steer.2")
_SCHOOLED = {
    **_lightly(1.0, "shoulder-g.1", "shoulder-g.2", "shoulder-g.3", "walk-on.3", "halt.3", "steer.1",
               "steer.2", "steer.3", "up-wt.1", "up-wt.2", "up-wt.3", "down-tw.1", "down-tw.2",
               "backup-r.1", "backup-r.2"),
    **_lightly(1.6, "halt.4", "head-down.3", "trot-range.1", "canter.1", "canter.2"),
    **_lightly(2.4, "off-leg.1", "off-leg.2", "line.1", "line.2"),
}  # fmt: skip
"""A sport horse that goes well in all gaits, and was never asked to move sideways."""

HORSES: tuple[DemoHorse, ...] = (
    DemoHorse(
        name="Quill", seed=6, age_months=54, sex=Sex.MARE, height_cm=138, girth_cm=178,
        length_cm=160, background=Background.STARTED, weeks_here=12, work_days=(0, 1, 3, 4, 5),
        minutes=35,
        traits=Traits(start=5.0, quickness=0.40, steadiness=0.55, moodiness=0.4, wariness=0.05,
                      stiff_side=Side.RIGHT, stiffness=0.8, settle_min=28, settled_min=7),
        known={**_HANDLED, **_LED, **_SADDLED, **_YIELDS, **_lightly(1.6, *_BRAKES), "send.5": 2.0,
               "send.6": 2.2, "walk-on.1": 2.5, "walk-on.2": 3.0, "halt.1": 2.5, "halt.2": 3.4,
               "steer.1": 3.6},
        goals=("up-wt.3", "line.2"), next_goals=("hack.3",),
        helper_days=(0, 1, 3, 4, 5), slip=("up-wt.2", Side.RIGHT, 1.6), days_off_now=2,
    ),
    DemoHorse(
        name="Harrow", seed=23, age_months=13 * 12 + 4, sex=Sex.GELDING, height_cm=158,
        girth_cm=190, length_cm=172, background=Background.FROM_HARNESS, weeks_here=8,
        work_days=(0, 2, 4, 6), helper_days=(0, 2, 4), minutes=40,
        traits=Traits(start=5.5, quickness=0.3, steadiness=0.6, moodiness=0.4, wariness=0.04,
                      stiff_side=Side.LEFT, stiffness=0.5, settle_min=12, settled_min=4),
        known={**_HANDLED, **_LED, **_SADDLED, **_YIELDS, "mount.4": 0.92, "mount.5": 0.45,
               "walk-on.1": 2.5, "walk-on.2": 3.0, "halt.1": 3.0, "steer.1": 4.5},
        goals=("halt.4", "up-wt.3", "hack.3"), next_goals=("up-wt.3", "hack.5"),
        decisions=(("canter.1", Overridden.RESTING, "canter was punished in the shafts: wait", 30),),
    ),
    DemoHorse(
        name="Pipit", seed=36, age_months=27, sex=Sex.MARE, height_cm=138, girth_cm=160,
        length_cm=142, background=Background.HANDLED, weeks_here=6, work_days=(0, 2, 5), helper_days=(0, 5),
        minutes=20,
        traits=Traits(start=4.8, quickness=0.35, moodiness=0.5, wariness=0.1,
                      stiff_side=Side.RIGHT, stiffness=0.6, settle_min=6, settled_min=2),
        known={**_HANDLED, **_LED},
        goals=("gaps.4",), days_off_now=1, visits=((Visit.VACCINATION, 6),),
    ),
    DemoHorse(
        name="Domino", seed=44, age_months=10 * 12 + 7, sex=Sex.GELDING, height_cm=148,
        girth_cm=192, length_cm=160, background=Background.LONG_REST, weeks_here=6,
        work_days=(0, 2, 4, 6), helper_days=(2, 6), minutes=50,
        traits=Traits(start=5.0, quickness=0.25, steadiness=0.7, moodiness=0.7, wariness=0.05,
                      settle_min=38, settled_min=9),
        known={**_HANDLED, **_LED, **_SADDLED, **_YIELDS, **_RIDDEN, "up-wt.2": 3.0,
               "down-tw.1": 3.2, "lunge.1": 2.0, "lunge.2": 2.4, "lunge.3": 3.2},
        goals=("down-tw.3",), next_goals=("ride-length.4", "canter.1"), stumbled=True,
        visits=((Visit.FARRIER, 1),),
    ),
    DemoHorse(
        name="Vesper", seed=55, age_months=7 * 12 + 5, sex=Sex.GELDING, height_cm=163,
        girth_cm=188, length_cm=166, background=Background.STARTED, weeks_here=7,
        work_days=(0, 2, 3, 5), minutes=45,
        traits=Traits(start=4.6, quickness=0.28, steadiness=0.75, moodiness=0.3, wariness=0.04,
                      stiff_side=Side.RIGHT, stiffness=1.2, settle_min=10, settled_min=4),
        known={**_HANDLED, **_LED, **_SADDLED, **_YIELDS, **_lightly(1.0, *_BRAKES), **_RIDDEN, **_SCHOOLED},
        goals=("turn-fore.2", "turn-haunch.2"), next_goals=("side-pass.4",),
        bands={"default": (1, 4)}, days_off_now=1,
    ),
    DemoHorse(
        name="Thimble", seed=67, age_months=15, sex=Sex.GELDING, height_cm=122, girth_cm=138,
        length_cm=122, background=Background.UNHANDLED, weeks_here=7, work_days=(0, 3, 5),
        minutes=12,
        traits=Traits(start=5.5, quickness=0.3, moodiness=0.5, wariness=0.12, settle_min=2.5,
                      settled_min=1.2),
        goals=("touch.6",), next_goals=("lead.5",), days_off_now=3,
    ),
)  # fmt: skip
