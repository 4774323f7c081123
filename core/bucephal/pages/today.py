"""Who works today, when, in which order, and why."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator, Mapping, Sequence
from datetime import date, time, timedelta
from itertools import groupby

from pydantic import Field

from bucephal.pages.horse_facts import HorseFacts
from bucephal.planning import STRONG_WIND_MS, BodyLine, BodyVerdict, ItemKind, PlanRequest, SessionPlan
from bucephal.record import Busy, FrozenModel, Visit
from bucephal.welfare import Heat
from bucephal.welfare.heat import air_at
from bucephal.words import day_words
from bucephal.words.amounts import METRIC, Amounts
from bucephal.words.body_words import VISITS
from bucephal.yard_day import (
    GRID_MIN,
    HotHours,
    Hours,
    Placed,
    Wanting,
    YardDay,
    day_line,
    minute_of,
    rest_because,
    time_of,
)

VISITS_AHEAD = timedelta(days=14)


class WorkedDays(FrozenModel):
    """A horse's days of work, as far as today's choice needs them."""

    facts: HorseFacts
    plan: SessionPlan = Field(description="Worked out for somebody alone.")
    helped: SessionPlan = Field(description="With a helper.")
    days: tuple[date, ...]
    age_months: int | None
    busy: tuple[Busy, ...] = ()


class DayWishes(FrozenModel):
    """The day of one horse as its plan and its pack are asked for."""

    minutes: int
    helper: bool
    air_c: float | None
    humidity_pct: float | None
    wind_ms: float | None


class TodayRow(FrozenModel):
    facts: HorseFacts
    works: bool
    done: bool
    headline: str
    why: str
    hours: Hours | None = Field(description="When it works; null: not today, or there is no time left.")
    when: str = Field(description="Why then; or why there is no time.")
    minutes: int
    helped: bool = Field(description="In the helper's hours.")
    wants_helper: str | None = Field(description="Said where a helper would make more possible.")
    body: BodyLine | None = Field(description="What to mind of its body; null: nothing.")
    wishes: DayWishes
    running: str | None = Field(description="Said where its session is not over yet.")
    worked: tuple[Hours, ...] = Field(description="Its sessions of today.")


class VisitAhead(FrozenModel):
    horse: str | None
    name: str
    date: date
    what: Visit
    words: str


class VisitKind(FrozenModel):
    what: Visit
    name: str


class TodayPlan(FrozenModel):
    on: date
    now: time | None
    day: YardDay
    hot: tuple[HotHours, ...]
    rows: tuple[TodayRow, ...]
    minutes: int
    working: int
    words: str
    order: str = Field(description="How the rows are ordered, in words.")
    visits: tuple[VisitAhead, ...]
    visit_kinds: tuple[VisitKind, ...] = Field(description="Who may come.")


class SoFar(FrozenModel):
    """What is known of the day's sessions already."""

    worked: tuple[Hours, ...] = ()
    running_since: time | None = None


NOTHING_YET = SoFar()
Replan = Callable[[str, PlanRequest], SessionPlan]


def plan_today(
    horses: Sequence[WorkedDays],
    day: YardDay,
    *,
    now: time | None = None,
    so_far: Mapping[str, SoFar] | None = None,
    replan: Replan | None = None,
    amounts: Amounts = METRIC,
) -> TodayPlan:
    """Rows by their hours; then those for whom no time is left; done, running and resting horses last.

    Args:
        horses: each with its plan of the day, alone and with a helper.
        day: hours, helper, weather.
        now: nothing is placed before it; None: the whole day is ahead.
        so_far: by horse: today's sessions.
        replan: works a horse's plan out for the weather of its hour; None: plans stay as they are.
        amounts: how times and weather are said to whoever reads it.
    """
    known = so_far or {}
    ahead = [one for one in horses if _works(one, day.on, known.get(_key(one), NOTHING_YET))]
    ahead.sort(key=_urgency)
    placed = day_line([_wanting(one) for one in ahead], day, now)
    rows = [
        _Row(one, day, placed.get(_key(one)), known.get(_key(one), NOTHING_YET), amounts) for one in horses
    ]
    told = [row.told(now=now, works=row.horse in ahead, replan=replan) for row in rows]
    place = {_key(one): n for n, one in enumerate(ahead)}
    told.sort(key=lambda row: _in_order(row, place))
    minutes = sum(row.minutes for row in told if row.works)
    working = sum(row.works for row in told)
    return TodayPlan(
        on=day.on, now=now, day=day, hot=tuple(_hot(day)), rows=tuple(told), minutes=minutes,
        working=working, words=_summary(working, minutes, day, amounts), order=day_words.ORDER,
        visits=tuple(_visits(horses, day.on)),
        visit_kinds=tuple(VisitKind(what=what, name=VISITS[what]) for what in Visit),
    )  # fmt: skip


def _key(horse: WorkedDays) -> str:
    return horse.facts.id or horse.facts.name


def _works(horse: WorkedDays, on: date, so_far: SoFar) -> bool:
    if on in horse.days or so_far.running_since is not None:
        return False
    return rest_because(horse.days, on, horse.age_months) is None and bool(horse.plan.items)


def _urgency(horse: WorkedDays) -> tuple[bool, bool, int]:
    return not horse.facts.open_flags, not _has_repair(horse.plan), -(horse.facts.days_off or 0)


def _has_repair(plan: SessionPlan) -> bool:
    return any(item.kind is ItemKind.REPAIR for item in plan.items)


def _in_order(row: TodayRow, place: Mapping[str, int]) -> tuple[object, ...]:
    at = time.max if row.hours is None else row.hours.starts
    flagged = bool(row.facts.open_flags)
    return not row.works, row.done, at, place.get(row.facts.id or row.facts.name, 0), not flagged


def _wanting(horse: WorkedDays) -> Wanting:
    minutes, helped = (math.ceil(plan.minutes) for plan in (horse.plan, horse.helped))
    flagged = bool(horse.facts.open_flags)
    return Wanting(_key(horse), minutes, helped, wants_helper=_wants_helper(horse), flagged=flagged)


def _wants_helper(horse: WorkedDays) -> bool:
    return any(left.reason == "helper" for left in horse.plan.left_out)


class _Row:
    """One horse's row of the day."""

    def __init__(
        self, horse: WorkedDays, day: YardDay, placed: Placed | None, so_far: SoFar, amounts: Amounts
    ) -> None:
        self.horse, self._day, self._placed, self._so_far = horse, day, placed, so_far
        self._amounts = amounts
        self._is_helped = placed is not None and placed.helped

    def told(self, *, now: time | None, works: bool, replan: Replan | None) -> TodayRow:
        horse, on = self.horse, self._day.on
        running = self._so_far.running_since
        done = on in horse.days and running is None
        rest = None if done or running else rest_because(horse.days, on, horse.age_months)
        request = self._request()
        plan = self._plan(request, replan) if works else horse.plan
        minutes = math.ceil(plan.minutes) if works else 0
        wants = works and not self._is_helped and _wants_helper(horse)
        return TodayRow(
            facts=horse.facts,
            works=works,
            done=done,
            headline=day_words.WORKED_TODAY
            if done
            else day_words.REST
            if rest is not None
            else plan.headline,
            why=rest or _why(plan),
            hours=self._hours(minutes),
            when=self._when(now) if works else "",
            minutes=minutes,
            helped=self._is_helped,
            wants_helper=day_words.MORE_WITH_HELPER if wants else None,
            body=next((line for line in plan.body if line.verdict is not BodyVerdict.FINE), None),
            wishes=DayWishes(**{name: getattr(request, name) for name in DayWishes.model_fields}),
            running=None if running is None else day_words.running(self._amounts.clock_time(running)),
            worked=self._so_far.worked,
        )

    def _request(self) -> PlanRequest:
        """Its day as it is planned for: the weather is that of its hour."""
        plan, day, placed = self.horse.plan, self._day, self._placed
        air = day.air_c
        if air is not None and placed is not None:
            middle = (minute_of(placed.starts) + minute_of(placed.ends)) / 2
            air = round(air_at(middle / 60, air), 1)
        return PlanRequest(
            on=day.on, minutes=plan.minutes_wanted, helper=self._is_helped,
            air_c=air, humidity_pct=day.humidity_pct, wind_ms=day.wind_ms,
        )  # fmt: skip

    def _plan(self, request: PlanRequest, replan: Replan | None) -> SessionPlan:
        """As it was worked out, or anew where heat or wind change something."""
        hot = self._placed is not None and self._placed.heat is not Heat.FINE
        windy = (request.wind_ms or 0.0) >= STRONG_WIND_MS
        if replan is not None and (hot or windy):
            return replan(_key(self.horse), request)
        return self.horse.helped if self._is_helped else self.horse.plan

    def _hours(self, minutes: int) -> Hours | None:
        if self._placed is None:
            return None
        starts = self._placed.starts
        return Hours(starts=starts, ends=time_of(minute_of(starts) + minutes))

    def _when(self, now: time | None) -> str:
        placed, day, facts = self._placed, self._day, self.horse.facts
        if placed is None:
            return self._why_not(now)
        if placed.heat is Heat.SHORT_AND_EASY:
            return day_words.NO_COOLER_HOUR
        if placed.helped and day.helper is not None:
            return day_words.with_helper(self._amounts.hours(day.helper.starts, day.helper.ends))
        if facts.open_flags:
            return day_words.FLAG_FIRST
        if _has_repair(self.horse.plan):
            return day_words.REPAIR_FIRST
        heats = [hours.starts for hours in _hot(day) if hours.verdict is not Heat.CARE]
        off = day_words.longest_off(facts.days_off or 0)
        return f"{off}; {day_words.BEFORE_THE_HEAT}" if heats and placed.ends <= min(heats) else off

    def _why_not(self, now: time | None) -> str:
        day = self._day
        if now is not None and now >= day.ends:
            return day_words.DAY_OVER
        minutes = range(minute_of(day.starts), minute_of(day.ends), GRID_MIN)
        is_hot = all(day.heat(minute) is Heat.DO_NOT_WORK for minute in minutes)
        return day_words.TOO_HOT_ALL_DAY if is_hot else day_words.NO_TIME


def _why(plan: SessionPlan) -> str:
    items = plan.items
    of_kind = {kind: next((item for item in items if item.kind is kind), None) for kind in ItemKind}
    for kind in (ItemKind.REPAIR, ItemKind.NEW, ItemKind.PRACTICE):
        item = of_kind[kind]
        if item is not None:
            return item.why.text
    check = of_kind[ItemKind.CHECK]
    return plan.nothing_new or (check.why.text if check is not None else "")


def _hot(day: YardDay) -> Iterator[HotHours]:
    """The hours of the day in which heat asks for something, each verdict for itself."""
    minutes = range(minute_of(day.starts), minute_of(day.ends), GRID_MIN)
    for verdict, run in groupby(minutes, key=day.heat):
        if verdict is not Heat.FINE:
            first, *rest = run
            last = min((rest[-1] if rest else first) + GRID_MIN, minute_of(day.ends))
            text = day_words.HEAT_IN_HOURS[verdict]
            yield HotHours(starts=time_of(first), ends=time_of(last), verdict=verdict, words=text)


def _summary(working: int, minutes: int, day: YardDay, amounts: Amounts) -> str:
    helper = day.helper
    parts = [day_words.summary(working, minutes)]
    hours = None if helper is None else amounts.hours(helper.starts, helper.ends)
    parts.append(day_words.NO_HELPER if hours is None else day_words.helper_there(hours))
    windy = (day.wind_ms or 0.0) >= STRONG_WIND_MS
    air = None if day.air_c is None else amounts.temperature(day.air_c)
    wind = None if day.wind_ms is None else amounts.wind(day.wind_ms)
    parts.append(day_words.weather(air, day.humidity_pct, wind, windy=windy))
    return " ".join(part for part in parts if part)


def _visits(horses: Sequence[WorkedDays], on: date) -> Iterator[VisitAhead]:
    """Who comes, today and in the next two weeks; the soonest first."""
    ahead = (
        (one.date, horse, one)
        for horse in horses for one in horse.busy if on <= one.date <= on + VISITS_AHEAD
    )  # fmt: skip
    for day, horse, one in sorted(ahead, key=lambda found: (found[0], found[1].facts.name)):
        yield VisitAhead(
            horse=horse.facts.id, name=horse.facts.name, date=day, what=one.what,
            words=day_words.visit(one.what, day, on),
        )  # fmt: skip
