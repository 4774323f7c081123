"""The facts of the day that every choice of the plan looks at."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field
from datetime import date
from functools import cached_property, wraps
from typing import Any, TypeVar

from bucephal.answers import DANGER_EVENTS
from bucephal.ladder import Catalogue, HelperRule, Stage
from bucephal.measures import SettleTime, seconds_an_ask, settle_ahead
from bucephal.measures.settling import LAST_FOR_A_PLAN
from bucephal.planning.body_load import GREEN_RIDES, Bearing
from bucephal.planning.models import PlanRequest
from bucephal.progress import GOOD, BadMoment, Standing, StepState, bad_moments, memo_of_standing
from bucephal.record import (
    FlagCode,
    HorseRecord,
    Session,
    SessionKind,
    days_off,
    ride_number,
    sessions_in_order,
)
from bucephal.welfare import (
    NO_WORK,
    Heat,
    session_limit_min,
    wants_helper,
)
from bucephal.words import body_words, flag_words, plan_words

MANY_DAYS_OFF = 7
SOME_DAYS_OFF = 3
RESTART_DAYS_OFF = 28
CAUTION_DAYS_OFF = 21

RIDDEN_FROM_MONTHS = 36
MINUTES_ONLY = 10  # common practice, no source: "minutes only" under a rider is what a foal is given
GREEN_SCHOOLING_MIN = 15
CONSOLIDATING_SCHOOLING_MIN = 25
CONSOLIDATING_RIDES = 80

SETTLE_UNKNOWN_MIN = 5
SETTLE_HANDLING_MIN = 2
SETTLE_PER_DAY_OFF_MIN = 0.7  # own: three days off add about two minutes
SETTLE_DAYS_OFF_COUNTED = 7
SETTLE_NEW_PLACE_MIN = 5  # own
SETTLE_WIND_MIN = 2  # own
STRONG_WIND_MS = 8.0  # a fresh breeze, Beaufort 5


@memo_of_standing
def _timed_s(standing: Standing) -> dict[str, float]:
    return seconds_an_ask(standing.record.sessions, standing.catalogue)


_Result = TypeVar("_Result")


@dataclass(frozen=True)
class Day:
    """One horse on one day, with who and what is there.

    Args (fields):
        standing: where the horse stands on it; asks after the day are not in it.
        request: date, minutes, helper, place, weather.
    """

    standing: Standing
    request: PlanRequest
    noted: dict[Callable[[Day], Any], Any] = field(default_factory=dict, compare=False)
    """What was worked out of this day once (see ``worked_out_once``)."""

    @classmethod
    def of(cls, record: HorseRecord, catalogue: Catalogue, request: PlanRequest) -> Day:
        """The day of a record without asks after it."""
        return cls(Standing(record, catalogue, request.on), request)

    @property
    def record(self) -> HorseRecord:
        return self.standing.record

    @property
    def catalogue(self) -> Catalogue:
        """The ladder under this horse's school."""
        return self.standing.catalogue

    @property
    def on(self) -> date:
        return self.request.on

    @cached_property
    def days_off(self) -> int | None:
        return days_off(self.record, self.on)

    @cached_property
    def last_session(self) -> Session | None:
        sessions = [one for one in sessions_in_order(self.record) if one.asks]
        return sessions[-1] if sessions else None

    @cached_property
    def rides(self) -> int:
        return ride_number(self.record)

    @cached_property
    def bearing(self) -> Bearing:
        """What its body bears today."""
        return Bearing(self.standing, self.request)

    @property
    def heat(self) -> Heat:
        return self.bearing.heat

    @property
    def open_flags(self) -> tuple[FlagCode, ...]:
        return self.standing.open_flags

    @cached_property
    def rest_flag(self) -> FlagCode | None:
        """The open flag that holds back all work, if there is one."""
        return next((code for code in self.open_flags if code in NO_WORK), None)

    # --- limits ---------------------------------------------------------------------------

    @property
    def is_young(self) -> bool:
        return self.bearing.is_young

    @cached_property
    def schooling_limit(self) -> tuple[int, str]:
        """Most minutes of schooling after settling, and what sets the limit."""
        # The least of fitness and age first: heat or a jump in load then halve what is left, once for both.
        limit, why = self._fitness_limit()
        by_age = session_limit_min(self.standing.age_months)
        if by_age < limit:
            limit, why = by_age, plan_words.LIMIT_BY_AGE
        if self.heat is Heat.SHORT_AND_EASY:
            limit, why = _half(limit), plan_words.LIMIT_BY_HEAT
        elif self.bearing.load_jumps:
            limit, why = _half(limit), body_words.LIMIT_BY_LOAD
        return limit, why

    def _fitness_limit(self) -> tuple[int, str]:
        if self.rides_under_three:
            return MINUTES_ONLY, plan_words.LIMIT_UNDER_THREE
        ridden_or_grown = self.rides if self.is_young else max(self.rides, GREEN_RIDES)
        if ridden_or_grown < GREEN_RIDES:
            return GREEN_SCHOOLING_MIN, plan_words.LIMIT_GREEN
        if ridden_or_grown < CONSOLIDATING_RIDES:
            return CONSOLIDATING_SCHOOLING_MIN, plan_words.LIMIT_CONSOLIDATING
        return 45, plan_words.LIMIT_GROWN

    @property
    def rides_under_three(self) -> bool:
        """A step opened by hand for a horse that is not three yet."""
        age = self.standing.age_months
        if age is None or age >= RIDDEN_FROM_MONTHS:
            return False
        return any(self.catalogue.stage(one.step).ridden for one in self.standing.overrides_in_force)

    @property
    def whole_session_limit(self) -> int | None:
        """Most minutes of everything together, settling included: under three years."""
        age = self.standing.age_months
        return session_limit_min(age) if age is not None and age < RIDDEN_FROM_MONTHS else None

    @cached_property
    def settle_times(self) -> tuple[SettleTime, ...]:
        """The last times it took to settle, oldest first; a floor where it never did."""
        sessions = [one for one in sessions_in_order(self.record) if one.settle is not None]
        times = [
            SettleTime(one.date, one.settle.minutes, one.settle.settled is not False)
            for one in sessions
            if one.settle is not None and one.settle.minutes is not None
        ]
        return tuple(times[-LAST_FOR_A_PLAN:])

    @cached_property
    def settle_minutes(self) -> int:
        """Minutes planned for it: the trend of its last ten, and some for days off, a new place, wind."""
        ahead = settle_ahead(self.settle_times, self.on)
        if ahead is None:
            age = self.standing.age_months
            return SETTLE_HANDLING_MIN if age is not None and age < 24 else SETTLE_UNKNOWN_MIN
        more = self.settle_new_place_minutes + self.settle_wind_minutes
        return round(ahead + self.settle_days_off_minutes + more)

    @property
    def settle_days_off_minutes(self) -> float:
        return SETTLE_PER_DAY_OFF_MIN * min(self.days_off or 0, SETTLE_DAYS_OFF_COUNTED)

    @property
    def settle_new_place_minutes(self) -> int:
        """Where it was never worked; with places that nobody noted, none is new."""
        known = {one.place for one in self.record.sessions if one.place}
        name = self.request.place.name
        return SETTLE_NEW_PLACE_MIN if name and known and name not in known else 0

    @property
    def settle_wind_minutes(self) -> int:
        return SETTLE_WIND_MIN if (self.request.wind_ms or 0) >= STRONG_WIND_MS else 0

    @cached_property
    def timed_s(self) -> dict[str, float]:
        """By exercise the seconds that an ask really takes, where it was timed often enough."""
        return _timed_s(self.standing)

    # --- what stops a step today ----------------------------------------------------------

    def obstacle(self, step: str) -> tuple[str, str] | None:
        """Why a step cannot be done today at all (code, words), whatever its purpose."""
        # What is told first is what takes longest to change: age, flags and decisions before yesterday's bad
        # moment, that before who and what is at hand, and these before the weather and the week's load.
        stage = self.catalogue.stage(step)
        resting = self.standing.rest_because(step)  # holds even where the trainer calls it ready
        if resting is not None:
            return resting
        moment = self._held_by_a_moment(step)
        if moment is not None:
            return moment
        if step.rpartition(".")[0] in self._lost_on_a_side:
            return "flag", flag_words.resting(FlagCode.ONE_SIDED_LOSS)
        if self.helper_needed(step) and not self.request.helper:
            return "helper", plan_words.HELPER_MISSING
        missing = self._missing_kit(stage.kit)
        if missing:
            return "kit", plan_words.not_at_hand(missing)
        if self.heat is not Heat.FINE and stage.exciting and self.heat is not Heat.CARE:
            return "heat", plan_words.TOO_HOT
        return self.bearing.obstacle(stage)

    @cached_property
    def bad_moments(self) -> dict[str, BadMoment]:
        """By exercise: the last bad moment, where it was not asked again since."""
        return bad_moments(self.standing)

    def _held_by_a_moment(self, step: str) -> tuple[str, str] | None:
        """After a bad moment a calm day first; then a stage easier, or in a first stage the same."""
        moment = self.bad_moments.get(step.rpartition(".")[0])
        if moment is None:
            return None
        again = self.catalogue.previous(moment.step) or moment.step
        is_above = self.catalogue.position(step) > self.catalogue.position(again)
        if not moment.calm_since:
            stage = self.catalogue.stage(step)
            known = step != moment.step and not is_above and self.standing.state(step) in GOOD
            quiet = known and not stage.ridden and not stage.exciting
            return None if quiet else ("calm-day", plan_words.calm_day_first(moment.what, moment.on))
        if is_above:
            return "bad-moment", plan_words.easier_first(moment.what, moment.on)
        return None

    @cached_property
    def _lost_on_a_side(self) -> set[str]:
        """Exercises lost on one side at once: a question of the body first, not of more asks."""
        lost = (one for one in self.standing.flags if one.open and one.code is FlagCode.ONE_SIDED_LOSS)
        return {str(one.figures.get("step", "")).rpartition(".")[0] for one in lost}

    def helper_needed(self, step: str) -> bool:
        stage: Stage = self.catalogue.stage(step)
        after_a_moment = stage.ridden and step.rpartition(".")[0] in self.bad_moments
        if after_a_moment or any(wants_helper(code, stage) for code in self.open_flags):
            return True
        state = self.standing.state(step)
        match stage.helper:
            case HelperRule.ALWAYS:
                return True
            case HelperRule.UNTIL_CONFIRMED:
                return state is not StepState.CONFIRMED
            case HelperRule.UNTIL_READY:
                return state not in GOOD
        return False

    def _missing_kit(self, wanted: tuple[str, ...]) -> list[str]:
        at_hand = self.request.place.kit
        return [] if at_hand is None else [thing for thing in wanted if thing not in at_hand]

    def no_work_because(self) -> tuple[str, str, str] | None:
        """Why there is no work today at all (code, in a line, the reason); None if there may be."""
        # Heat holds for every horse in the yard, so it is told even of one that is away or may not work.
        if self.heat is Heat.DO_NOT_WORK:
            return "heat", plan_words.NO_WORK, plan_words.HEAT_NO_WORK
        if self.bearing.is_away:
            return "visit", body_words.AWAY, body_words.NOT_HERE
        if self.rest_flag is not None:
            name = flag_words.NAMES[self.rest_flag]
            return "flag", flag_words.rest(name), flag_words.HOLDS_BACK[self.rest_flag]
        return None

    def nothing_new_because(self) -> tuple[str, str] | None:
        """Why nothing new should be begun today (code, words); None if it may."""
        # Each of them is enough; the first is the one that is told. What is so of the body and the day stands
        # before how the last session went, which one good session mends.
        off = self.days_off
        if off is not None and off >= MANY_DAYS_OFF:
            return "days-off", plan_words.days_off_first(off)
        if self.open_flags:
            return "flag", flag_words.nothing_new(self.open_flags)
        if self.heat in (Heat.SHORT_AND_EASY, Heat.DO_NOT_WORK):
            return "heat", plan_words.HEAT_SHORT
        body = self.bearing.nothing_new_because()
        if body is not None:
            return body
        if self._ended_heavy():
            return "ended-heavy", plan_words.ENDED_HEAVY
        if self._last_was_dangerous:
            return "danger", plan_words.DANGER_LAST_TIME
        return None

    def _ended_heavy(self) -> bool:
        last = self.last_session
        if last is None or last.kind is SessionKind.ASSESSMENT:
            return False
        ask = next((one for one in reversed(last.asks) if not one.probe), None)
        if ask is None:
            return False
        track = self.standing.tracks.get(ask.step, ask.side)
        return track is not None and bool(track.answers) and not track.answers[-1].success

    @property
    def _last_was_dangerous(self) -> bool:
        sessions = sessions_in_order(self.record)
        return bool(sessions) and any(event.kind in DANGER_EVENTS for event in sessions[-1].events)


def _half(minutes: int) -> int:
    return min(minutes, max(minutes // 2, 5))


def worked_out_once(work: Callable[[Day], _Result]) -> Callable[[Day], _Result]:
    """A reading of a day that is asked for again and again, worked out once: a day never changes."""

    @wraps(work)
    def noted(day: Day) -> _Result:
        if work not in day.noted:
            day.noted[work] = work(day)
        result: _Result = day.noted[work]
        return result

    return noted
