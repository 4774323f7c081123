"""Months of sessions of a virtual horse, worked by the product's own planner and coach.

Each working day the next session is planned from what was logged so far, and the horse answers;
the coach decides when to repeat, go easier, change sides or stop, as it would for a person.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, field
from datetime import UTC, date, datetime, time, timedelta

import numpy as np
from bucephal.lab.pace import Working
from bucephal.lab.virtual_horse import VirtualHorse, Weather, draw_weather, new_id
from bucephal.ladder import Catalogue, Side, StepKind
from bucephal.planning import TACK_KG_KEY, PlanRequest, SessionPlan, plan_session
from bucephal.record import (
    Ask,
    Busy,
    ClearedBy,
    Event,
    EventKind,
    FlagCode,
    Goal,
    Horse,
    HorseRecord,
    Override,
    Planned,
    Session,
    SessionKind,
    Settle,
    band_for,
    kind_of_session,
)
from bucephal.record.models import FORMAT, VERSION
from bucephal.response import Tracks
from bucephal.welfare import clear_flags, flag_history, notice

from demo.horses import DemoHorse
from demo.spots import with_spots

SLIPPED_FOR = timedelta(days=4)
LOOKED_AT_AFTER = timedelta(days=2)
FOUND = {
    FlagCode.STUMBLES: (ClearedBy.FARRIER, "toes long in front: trimmed and shod anew"),
    FlagCode.ONE_SIDED_LOSS: (ClearedBy.VET, "stiff in the loins on that side, no more; worked loose"),
    FlagCode.REFUSAL: (ClearedBy.SADDLER, "saddle slipped back: panels set anew, girth a size shorter"),
    FlagCode.DISUNITED: (ClearedBy.VET, "hind limbs and back sound"),
    FlagCode.DANGERS: (ClearedBy.TRAINER, "instructor was here twice: brakes made good"),
    FlagCode.TENSE_WORK: (ClearedBy.TRAINER, "less feed, more grass; quiet for a week"),
    FlagCode.UNEVEN: (ClearedBy.VET, "a bruised sole, grown out"),
}
RIDER_KG, TACK_KG = 56.0, 7.0
PLACES = ("pen by the slipway", "long field", "sand school")


def sallowfen_record(spec: DemoHorse, catalogue: Catalogue, today: date) -> HorseRecord:
    """One horse's record, ending just before ``today``; the same seed gives the same answers."""
    return with_spots(_Diary(spec, catalogue, today).write(), catalogue)


@dataclass
class _Diary:
    spec: DemoHorse
    catalogue: Catalogue
    today: date
    record: HorseRecord = field(init=False)

    def __post_init__(self) -> None:
        spec = self.spec
        self.rng = np.random.default_rng(spec.seed)
        self.horse = VirtualHorse(spec.traits, self.catalogue, self.rng, dict(spec.known))
        self.arrived = self.today - timedelta(weeks=spec.weeks_here)
        self.slipped = False
        self.weather = Weather()
        profile = Horse(
            id=new_id(self.rng), name=spec.name, sex=spec.sex,
            born=_months_before(self.today, spec.age_months), height_cm=spec.height_cm,
            girth_cm=spec.girth_cm, length_cm=spec.length_cm, background=spec.background,
            arrived=self.arrived, home="north-east gate", bands=dict(spec.bands),
        )  # fmt: skip
        goals = tuple(Goal(step=step) for step in spec.goals)
        self.record = HorseRecord(format=FORMAT, version=VERSION, horse=profile, goals=goals)

    def write(self) -> HorseRecord:
        for day in self._working_days():
            self._slip_lately(day)
            self.weather = draw_weather(self.rng, day.timetuple().tm_yday)
            self.horse.begin_day(day.toordinal(), self.weather)
            tracks = Tracks.of(self.record, self.catalogue)
            self._have_it_looked_at(day, tracks)
            plan = self._plan(day, tracks)
            session = self._session(day, plan.kind, self._work(plan))
            session = session.model_copy(update={"planned": Planned(made=plan.made)})
            sessions = (*self.record.sessions, session)
            self.record = self.record.model_copy(update={"sessions": sessions})
        wanted = self.spec.next_goals or self.spec.goals
        goals = tuple(Goal(step=step) for step in wanted)
        busy = tuple(
            Busy(date=self.today + timedelta(days=ahead), what=what) for what, ahead in self.spec.visits
        )
        last = {"goals": goals, "overrides": self._decisions(), "busy": busy}
        return self.record.model_copy(update=last)

    def _decisions(self) -> tuple[Override, ...]:
        return tuple(
            Override(step=step, state=state, reason=reason, on=self.today - timedelta(days=ago))
            for step, state, reason, ago in self.spec.decisions
        )

    def _working_days(self) -> list[date]:
        last = self._last_day
        span = (last - self.arrived).days
        days = [self.arrived + timedelta(days=n) for n in range(span + 1)]
        worked = [day for day in days if self._place_in_week(day) in self.spec.work_days]
        # The last day is always worked, so that the days off are as the story says.
        return worked if worked and worked[-1] == last else [*worked, last]

    @property
    def _last_day(self) -> date:
        return self.today - timedelta(days=1 + self.spec.days_off_now)

    def _place_in_week(self, day: date) -> int:
        """0 to 6, counted so that today is 0: the story is the same whatever day it is told on."""
        return (day - self.today).days % 7

    def _slip_lately(self, day: date) -> None:
        if self.spec.slip is not None and not self.slipped and day >= self.today - SLIPPED_FOR:
            step, side, levels = self.spec.slip
            self.horse.slip(step, side, levels)
            self.slipped = True

    def _have_it_looked_at(self, day: date, tracks: Tracks) -> None:
        """Flags are looked at within days; what has come up of late still waits for somebody."""
        for flag in flag_history(self.record, notice(self.record, tracks, day), day):
            waits = flag.since >= self.today - SLIPPED_FOR or day - flag.since < LOOKED_AT_AFTER
            if flag.open and not waits:
                by, found = FOUND[flag.code]
                looked = {"code": flag.code, "raised_on": str(flag.since), "cleared_by": by, "found": found}
                flags = clear_flags(self.record.flags, looked, day)
                self.record = self.record.model_copy(update={"flags": flags})

    def _plan(self, day: date, tracks: Tracks) -> SessionPlan:
        helper = self._place_in_week(day) in self.spec.helper_days
        request = PlanRequest(on=day, minutes=self.spec.minutes, helper=helper)
        return plan_session(self.record, self.catalogue, request, tracks)

    def _work(self, plan: SessionPlan) -> list[Ask]:
        """The session as the ring plays it: coach, stages climbed, what opens today."""
        asks = Working(plan, self.record.horse, self.catalogue, self._answer).work()
        return [*self._feel_for_slip(asks), *asks]

    def _feel_for_slip(self, planned: list[Ask]) -> list[Ask]:
        """The trainer feels that something has gone and asks it once a side, planned or not."""
        if self.spec.slip is None or not self.slipped:
            return []
        step, _, _ = self.spec.slip
        if any(ask.step == step for ask in planned):
            return []
        top = band_for(self.record.horse, self.catalogue, step)[1]
        sides = self.catalogue.exercise(step).side_names
        return [self._answer(step, side, top) for side in sides]

    def _answer(self, step: str, side: Side, band_top: int) -> Ask:
        ask = self.horse.ask(step, side, band_top)
        exercise = self.catalogue.exercise(step)
        faults = tuple(f.code for f in exercise.faults[:2] if self.rng.random() < 0.03)
        fields: dict[str, object] = {"faults": faults}
        if exercise.kind is not StepKind.LIGHTNESS:
            fields["band_top"] = None
        return self._stamped(ask.model_copy(update=fields))

    def _stamped(self, ask: Ask) -> Ask:
        return ask.model_copy(update={"id": new_id(self.rng)})

    def _session(self, day: date, kind: SessionKind, asks: list[Ask]) -> Session:
        started = datetime.combine(day, time(8 + int(self.rng.integers(0, 8)), 10), tzinfo=UTC)
        timed, clock = [], started + timedelta(minutes=6)
        for ask in asks:
            clock += timedelta(seconds=int(self.rng.integers(25, 75)))
            timed.append(ask.model_copy(update={"at": clock}))
        off = (day - self.record.sessions[-1].date).days - 1 if self.record.sessions else 5
        minutes = self.horse.settle_minutes(off)
        ridden = kind_of_session((ask.step for ask in asks), self.catalogue) is SessionKind.RIDDEN
        longest = (self.today - day).days and 45.0
        settled = minutes <= longest
        return Session(
            id=new_id(self.rng), date=day, started=started,
            ended=clock + timedelta(minutes=max(10, min(minutes, 45))),
            kind=kind,
            place=PLACES[int(self.rng.integers(0, len(PLACES)))],
            helper=self._place_in_week(day) in self.spec.helper_days,
            rider="Wren" if ridden else None,
            rider_kg=RIDER_KG if ridden else None,
            tack={TACK_KG_KEY: TACK_KG} if ridden else {},
            conditions=self.weather.conditions(),
            settle=Settle(first_min=round(min(minutes, 45) * 0.6, 1),
                          whole_min=min(minutes, 45.0), settled=settled),
            asks=tuple(timed), events=tuple(self._events(day)),
        )  # fmt: skip

    def _events(self, day: date) -> Iterator[Event]:
        if self.spec.stumbled and day == self._last_day:
            for _ in range(2):
                yield Event(id=new_id(self.rng), kind=EventKind.STUMBLE)
        if self.rng.random() < self.spec.traits.wariness:
            yield Event(
                id=new_id(self.rng), kind=EventKind.SPOOK, thing="gulls off the slipway",
                recovered_s=float(self.rng.integers(5, 60)),
            )  # fmt: skip


def _months_before(day: date, months: int) -> date:
    years, month = divmod(day.year * 12 + day.month - 1 - months, 12)
    return date(years, month + 1, min(day.day, 28))
