"""Each way on the very same horses: sessions to each milestone, and what went wrong on the way.

The herd's seeds are its own: nothing of planner or horse is set by them.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, field
from datetime import date, timedelta

import numpy as np

from bucephal.lab.pace.newcomers import ARRIVALS, ArrivalKind, draw_pupil
from bucephal.lab.pace.strategies import CHANCE_CONFIRMED, WAYS, Lesson, Strategy, who_knows
from bucephal.lab.pace.worked_session import Working
from bucephal.lab.virtual_horse import VirtualHorse, draw_weather, new_id
from bucephal.ladder import Catalogue, Side
from bucephal.planning import ItemKind, PlanRequest, plan_session
from bucephal.progress import Standing
from bucephal.record import (
    Ask,
    Goal,
    Horse,
    HorseRecord,
    Session,
    SessionKind,
    Settle,
    Tension,
    band_for,
    kind_of_session,
)  # fmt: skip
from bucephal.record.models import FORMAT, VERSION
from bucephal.response import Tracks
from bucephal.welfare import clear_flags

GAPS = (2, 1, 2, 2)
"""Days from one session to the next: four a week."""
HELPER = (True, False, True, False)
MINUTES = 40
TRIES = 24
"""Of a hand-made way in the same minutes: young and green horses are schooled a quarter of an hour."""
TRIES_UNDER_TWO = 16
"""A yearling has a quarter of an hour for everything, settling and putting away included."""
START = date(2025, 3, 3)
TOO_EARLY = 0.5
SIX_WEEKS = 24
"""Sessions in which bad moments are counted, and so many are watched of every horse: the same of each way."""
OWN, KNOWS = "the planner with the coach", "one who knows the horse"
ALL_WAYS = (OWN, *WAYS, KNOWS)
LOOKED_AT_AFTER = 2


@dataclass
class Run:
    """One horse worked in one way."""

    kind: ArrivalKind
    asked_in: dict[str, int] = field(default_factory=dict)
    """By step: the session in which it was first asked."""
    chances: list[float] = field(default_factory=list)
    """True chance of the first answer ever to each step and side, on an ordinary day; not of what was tried,
    and not of what it did under others: that is found out, not opened.
    """
    bad: int = 0
    alarms: int = 0
    asks: int = 0
    asks_of_good: int = 0
    sessions: int = 0
    longest_wait: int = 0

    def reached(self, step: str) -> int | None:
        later = [n for one, n in self.asked_in.items() if one.rpartition(".")[0] == step.rpartition(".")[0]
                 and int(one.rpartition(".")[2]) >= int(step.rpartition(".")[2])]  # fmt: skip
        return min(later, default=None)


@dataclass(frozen=True)
class PaceOfWay:
    kind: str
    way: str
    milestones: tuple[tuple[str, float | None, float | None, int, int], ...]
    """Name, sessions in the middle case and for nine in ten (None: not within what was watched), targets."""
    too_early: float
    bad_a_session: float
    alarms_a_session: float
    asks_a_session: float
    on_good: float
    longest_wait: float


@dataclass(frozen=True)
class Pace:
    horses: int
    seed: int
    rows: tuple[PaceOfWay, ...]


def work(kind: ArrivalKind, way: str, seed: int, number: int, catalogue: Catalogue) -> Run:
    """One horse of the herd in one way; the same horse whatever the way."""
    return _Season(kind, way, seed, number, catalogue).work()


@dataclass
class _Season:
    kind: ArrivalKind
    way: str
    seed: int
    number: int
    catalogue: Catalogue

    def work(self) -> Run:
        place = [one.name for one in ARRIVALS].index(self.kind.name)
        born, today = (np.random.default_rng([self.seed, place, self.number, n]) for n in (0, 1))
        months = int(born.integers(*self.kind.months))
        self.horse = VirtualHorse(
            draw_pupil(born), self.catalogue, today, self.kind.known(born, self.catalogue)
        )
        profile = Horse(
            id=new_id(born), name="Virtual", born=START - timedelta(days=round(months * 30.44)),
            background=self.kind.background, arrived=START,
        )  # fmt: skip
        goal = (Goal(step=self.kind.goal),)
        self.record = HorseRecord(format=FORMAT, version=VERSION, horse=profile, goals=goal)
        self.opened = set[tuple[str, Side]]()
        self.run, self.by_hand = Run(self.kind), Strategy(self._way_to_goal())
        day, last_new = START, 0
        for session in range(1, self.kind.sessions + 1):
            self.horse.begin_day(day.toordinal(), draw_weather(today, day.timetuple().tm_yday))
            self.assessing, self.tried = False, frozenset[str]()
            self.good = dict[tuple[str, Side], bool]()
            known = len(self.run.asked_in)
            self.session = session
            asks = self._planned(day) if self.way == OWN else self._by_hand(session)
            self._keep(day, asks)
            if len(self.run.asked_in) > known:
                last_new = session
            self.run.longest_wait = max(self.run.longest_wait, session - last_new)
            reached = all(self.run.reached(one.step) for one in self.kind.milestones)
            if reached and session >= SIX_WEEKS:
                break
            day += timedelta(days=GAPS[session % len(GAPS)])
        return self.run

    def _way_to_goal(self) -> list[str]:
        standing = Standing(self.record, self.catalogue, START)
        path = set(self.catalogue.path_to(self.kind.goal)) | {self.kind.goal}
        grown = START + timedelta(days=120)
        later = Standing(self.record, self.catalogue, grown)
        return [s for s in standing.catalogue.steps if s in path and not later.is_too_young(s)]

    def _answer(self, step: str, side: Side, band_top: int) -> Ask:
        self.run.asked_in.setdefault(step, self.session)
        self.run.asks_of_good += self._is_good(step, side, band_top)
        if (step, side) not in self.opened:
            self.opened.add((step, side))
            if step not in self.tried and step not in self.horse.known:
                self.run.chances.append(self.horse.chance_first(step, side, band_top))
        ask = self.horse.ask(step, side, band_top, ask_id=new_id(self.horse.rng))
        if self.session <= SIX_WEEKS:
            self.run.bad += ask.tension is Tension.ALARMED or ask.over
            self.run.alarms += ask.tension is Tension.ALARMED
        self.run.asks += 1
        return ask

    def _is_good(self, step: str, side: Side, band_top: int) -> bool:
        """Was it sure to come light when the session began?"""
        if (step, side) not in self.good:
            self.good[step, side] = self.horse.chance_first(step, side, band_top) >= CHANCE_CONFIRMED
        return self.good[step, side]

    def true_chance(self, step: str) -> float:
        top = band_for(self.record.horse, self.catalogue, step)[1]
        sides = self.catalogue.exercise(step).side_names
        return min(self.horse.chance_first(step, side, top) for side in sides)

    def _planned(self, day: date) -> list[Ask]:
        tracks = Tracks.of(self.record, self.catalogue)
        standing = Standing(self.record, self.catalogue, day, tracks)
        self._have_it_looked_at(day, standing)
        request = PlanRequest(on=day, minutes=MINUTES, helper=HELPER[self.session % len(HELPER)])
        plan = plan_session(self.record, self.catalogue, request, tracks)
        self.assessing = plan.kind is SessionKind.ASSESSMENT
        self.tried = frozenset(item.step for item in plan.items if item.step and item.kind is ItemKind.ASSESS)
        return Working(plan, self.record.horse, self.catalogue, self._answer).work()

    def _have_it_looked_at(self, day: date, standing: Standing) -> None:
        for flag in standing.flags:
            if flag.open and (day - flag.since).days >= LOOKED_AT_AFTER:
                found = {
                    "code": flag.code,
                    "raised_on": str(flag.since),
                    "cleared_by": "vet",
                    "found": "sound",
                }
                flags = clear_flags(self.record.flags, found, day)
                self.record = self.record.model_copy(update={"flags": flags})

    def _by_hand(self, session: int) -> list[Ask]:
        helper = HELPER[session % len(HELPER)]
        tries = TRIES_UNDER_TWO if self.kind.months[1] < 24 else TRIES
        lesson = Lesson(self.record.horse, self.catalogue, self._answer, helper, tries)
        way = who_knows(self.true_chance) if self.way == KNOWS else WAYS[self.way]
        way(self.by_hand, lesson)
        return lesson.asks

    def _keep(self, day: date, asks: list[Ask]) -> None:
        self.run.sessions += 1
        if self.way != OWN or not asks:  # a day without a session is a day off
            return
        minutes = self.horse.settle_minutes(1)
        kind = kind_of_session((one.step for one in asks), self.catalogue)
        session = Session(
            id=new_id(self.horse.rng), date=day, kind=SessionKind.ASSESSMENT if self.assessing else kind,
            settle=Settle(first_min=round(minutes / 2, 1), whole_min=minutes, settled=True), asks=tuple(asks),
        )  # fmt: skip
        self.record = self.record.model_copy(update={"sessions": (*self.record.sessions, session)})


def summed(kind: ArrivalKind, way: str, runs: list[Run]) -> PaceOfWay:
    """All horses of a kind in one way."""
    sessions = sum(run.sessions for run in runs)
    chances = [chance for run in runs for chance in run.chances]
    return PaceOfWay(
        kind=kind.name,
        way=way,
        milestones=tuple(_milestones(kind, runs)),
        too_early=float(np.mean([chance < TOO_EARLY for chance in chances])) if chances else 0.0,
        bad_a_session=sum(run.bad for run in runs) / (SIX_WEEKS * len(runs)),
        alarms_a_session=sum(run.alarms for run in runs) / (SIX_WEEKS * len(runs)),
        asks_a_session=sum(run.asks for run in runs) / sessions,
        on_good=sum(run.asks_of_good for run in runs) / max(sum(run.asks for run in runs), 1),
        longest_wait=float(np.median([run.longest_wait for run in runs])),
    )


def _milestones(
    kind: ArrivalKind, runs: list[Run]
) -> Iterator[tuple[str, float | None, float | None, int, int]]:
    for one in kind.milestones:
        reached = sorted(run.reached(one.step) or 10**6 for run in runs)
        middle, late = (reached[min(int(share * len(reached)), len(reached) - 1)] for share in (0.5, 0.9))
        yield (
            one.name, middle if middle < 10**6 else None, late if late < 10**6 else None,
            one.middle, one.nine_in_ten,
        )  # fmt: skip
