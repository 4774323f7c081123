"""Five kinds of horse that come: what they could do, what is wanted of them, and how soon it is in practice.

Source of the sessions to each milestone: common practice, no source; what each horse knows is assumed [own].
"""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from bucephal.lab.virtual_horse import Traits, draw_traits
from bucephal.ladder import Catalogue
from bucephal.record import Background


@dataclass(frozen=True)
class Milestone:
    """A step asked for the first time; in how many sessions, middle case and nine in ten."""

    name: str
    step: str
    middle: int
    nine_in_ten: int


@dataclass(frozen=True)
class ArrivalKind:
    name: str
    background: Background
    months: tuple[int, int]
    knows: tuple[tuple[float, tuple[str, ...]], ...]
    """Levels (or comfort, under 1) with the steps that it answers so; each horse lies about them."""
    goal: str
    milestones: tuple[Milestone, ...]
    sessions: int
    """So many are watched at most."""

    def known(self, rng: np.random.Generator, catalogue: Catalogue) -> dict[str, float]:
        """What one horse of the kind could do: step by step, a little better or worse than its kind."""
        found = {}
        for level, steps in self.knows:
            for step in steps:
                if level < 1:
                    found[step] = float(np.clip(level + rng.normal(0, 0.06), 0.3, 1.0))
                else:
                    found[step] = float(np.clip(level + rng.normal(0, 0.6), 1.0, 9.0))
        return {step: found[step] for step in catalogue.steps if step in found}


def draw_pupil(rng: np.random.Generator) -> Traits:
    """Some horse, of such as learn at the pace that practice knows [own]."""
    return replace(
        draw_traits(rng),
        start=float(np.clip(rng.normal(4.6, 1.0), 2.5, 8.0)),
        quickness=float(rng.uniform(0.18, 0.40)),
        plateau_chance=float(rng.uniform(0.05, 0.3)),
    )


_HANDLED = (0.9, ("catch.1", "catch.2", "catch.3", "touch.1", "touch.2", "stand.1", "stand.2"))
_LED = (2.5, ("lead.1", "lead.2", "lead.3", "backup-g.1", "head-down.1"))
_SADDLED = (0.93, ("touch.3", "touch.4", "touch.5", "touch.6", "stand.3", "saddle.1", "saddle.2", "saddle.3",
                   "saddle.4", "saddle.5", "bridle.1", "bridle.2", "bridle.3", "mount.2", "mount.3",
                   "mount.4", "mount.5"))  # fmt: skip
_YIELDS = (3.0, ("hip-g.1", "hip-g.2", "shoulder-g.1", "flex.1", "flex.2", "flex.3", "disengage.1",
                 "disengage.2"))  # fmt: skip
_WALKS = (3.0, ("walk-on.1", "walk-on.2", "halt.1", "halt.2", "steer.1", "steer.2", "disengage.3"))
_CANTER = (Milestone("first canter asked", "canter.1", 6, 12),)

ARRIVALS: tuple[ArrivalKind, ...] = (
    ArrivalKind(
        name="from racing", background=Background.FROM_RACING, months=(52, 100),
        knows=(_HANDLED, _LED, _SADDLED, (5.0, _YIELDS[1]),
               (3.2, ("walk-on.1", "walk-on.2", "up-wt.1", "up-wt.2")),
               (4.6, ("halt.1", "halt.2", "steer.1", "steer.2", "down-tw.1", "disengage.3")),
               (4.6, ("canter.1",))),
        goal="canter.2", milestones=_CANTER, sessions=40,
    ),
    ArrivalKind(
        name="started", background=Background.STARTED, months=(44, 64),
        knows=(_HANDLED, _LED, _SADDLED, _YIELDS, _WALKS, (4.2, ("up-wt.1", "down-tw.1"))),
        goal="canter.2", milestones=(Milestone("first canter asked", "canter.1", 12, 25),), sessions=60,
    ),
    ArrivalKind(
        name="handled three-year-old", background=Background.HANDLED, months=(37, 40),
        knows=(_HANDLED, _LED),
        goal="canter.1",
        milestones=(Milestone("sat on", "mount.4", 24, 45), Milestone("alone at walk", "walk-on.2", 32, 60),
                    Milestone("trot asked", "up-wt.1", 42, 75)),
        sessions=100,
    ),
    ArrivalKind(
        name="after a long rest", background=Background.LONG_REST, months=(84, 160),
        knows=(_HANDLED, _LED, _SADDLED, _YIELDS, (2.6, _WALKS[1]),
               (3.0, ("up-wt.1", "up-wt.2", "down-tw.1", "down-tw.2")), (3.6, ("canter.1",))),
        goal="canter.2",
        milestones=(Milestone("trot asked", "up-wt.1", 6, 12),
                    Milestone("first canter asked", "canter.1", 20, 36)),
        sessions=60,
    ),
    ArrivalKind(
        name="unhandled yearling", background=Background.UNHANDLED, months=(13, 15), knows=(),
        goal="gaps.3",
        milestones=(Milestone("led", "lead.2", 4, 8), Milestone("backed", "backup-g.2", 14, 25),
                    Milestone("through gaps", "gaps.3", 30, 50)),
        sessions=60,
    ),
)  # fmt: skip
