"""What the horse's body bears today, beside its flags: the week's load, who sits on it, its condition, a long
rest behind it, and whoever comes to it.

Source: common practice, no source: nothing hard on the day of the farrier, a vaccination, the dentist or the
vet, nor on the day after; fat horses and those out of work for three months walk and trot first. The
published sources of weight, condition and heat stand with their formulas in `welfare`.
"""

from __future__ import annotations

from datetime import timedelta
from functools import cached_property
from itertools import pairwise

from bucephal.ladder import Gait, Stage
from bucephal.planning.models import PlanRequest
from bucephal.progress import FOURTH_WEEK, Standing
from bucephal.record import (
    Background,
    ConditionScore,
    Session,
    Visit,
    ride_number,
    sessions_in_order,
)
from bucephal.record.history import is_ridden
from bucephal.welfare import (
    FAT_ABOVE,
    GROWN_MONTHS,
    Heat,
    Load,
    LoadVerdict,
    Weight,
    WeightVerdict,
    heat_sum,
    heat_verdict,
    in_first_year,
    is_fast,
    load_ahead,
    rider_weight,
    tape_weight_kg,
)
from bucephal.welfare.heat import HOT_FROM_C
from bucephal.words import body_words

GREEN_RIDES = 30
LONG_REST = timedelta(days=91)
SCORE_HOLDS = timedelta(days=90)
"""A condition score older than that says nothing of today [own]."""
UNRIDDEN = timedelta(days=28)
"""Not ridden for so long, it is not fit for a rider of every weight [own]."""
TACK_KG_KEY = "kg"
RAISED = "raised"


class Bearing:
    """What one horse's body bears on one day.

    Args:
        standing: of the horse on that day.
        request: rider, tack, weather.
    """

    def __init__(self, standing: Standing, request: PlanRequest) -> None:
        self._standing, self._request = standing, request
        self._record, self._on = standing.record, standing.on

    @property
    def is_young(self) -> bool:
        age = self._standing.age_months
        return age is not None and age < GROWN_MONTHS

    @cached_property
    def _ridden(self) -> list[Session]:
        return [one for one in sessions_in_order(self._record) if is_ridden(one)]

    # --- heat -----------------------------------------------------------------------------

    @cached_property
    def heat_total(self) -> float | None:
        """Degrees Fahrenheit plus per cent; None: the weather is not known."""
        air, humidity = self._request.air_c, self._request.humidity_pct
        return None if air is None or humidity is None else heat_sum(air, humidity)

    @cached_property
    def heat(self) -> Heat:
        air, humidity = self._request.air_c, self._request.humidity_pct
        return Heat.FINE if air is None or humidity is None else heat_verdict(air, humidity)

    @property
    def is_warm(self) -> bool:
        """Does the sum say anything at all?"""
        return (self._request.air_c or 0.0) >= HOT_FROM_C

    # --- load -----------------------------------------------------------------------------

    @cached_property
    def load(self) -> Load:
        return load_ahead(self._record, self._standing.catalogue, self._on)

    @cached_property
    def is_green(self) -> bool:
        came_back = self._record.horse.background is Background.LONG_REST
        return self.is_young or came_back or ride_number(self._record) < GREEN_RIDES

    @cached_property
    def load_jumps(self) -> bool:
        """More than a green body should do: an easy day."""
        return self.is_green and self.load.verdict is LoadVerdict.TOO_FAST

    # --- weight ---------------------------------------------------------------------------

    @cached_property
    def carried_kg(self) -> float | None:
        """Rider and tack: as asked, else as the last time it was ridden."""
        rider, tack = self._request.rider_kg, self._request.tack_kg
        if rider is None:
            rider = next((one.rider_kg for one in reversed(self._ridden) if one.rider_kg is not None), None)
        if tack is None:
            weights = (one.tack.get(TACK_KG_KEY) for one in reversed(self._ridden))
            tack = next((kg for kg in weights if isinstance(kg, float)), 0.0)
        return None if rider is None else rider + tack

    @cached_property
    def first_year(self) -> bool:
        return in_first_year(self._record, self._on)

    @cached_property
    def weight(self) -> Weight | None:
        horse, carried = self._record.horse, self.carried_kg
        if horse.girth_cm is None or horse.length_cm is None or carried is None:
            return None
        horse_kg = tape_weight_kg(horse.girth_cm, horse.length_cm)
        return rider_weight(horse_kg, carried, first_year=self.first_year)

    @cached_property
    def _unfit(self) -> bool:
        last = self._ridden[-1].date if self._ridden else None
        unridden = last is None or self._on - last > UNRIDDEN
        return unridden or self.is_fat or self.building_up_week is not None

    @cached_property
    def too_heavy(self) -> bool:
        """Over what a horse in its first year, young or unfit is asked to carry."""
        weight = self.weight
        if weight is None or weight.verdict is not WeightVerdict.TOO_MUCH:
            return False
        return self.first_year or self.is_young or self._unfit

    # --- condition and rest ---------------------------------------------------------------

    @cached_property
    def condition(self) -> ConditionScore | None:
        """The last score, if it is not too old."""
        scores = (one for one in self._record.condition_scores if one.on <= self._on)
        last = max(scores, key=lambda one: one.on, default=None)
        return None if last is None or self._on - last.on > SCORE_HOLDS else last

    @property
    def is_fat(self) -> bool:
        return self.condition is not None and self.condition.score > FAT_ABOVE

    @cached_property
    def building_up_week(self) -> int | None:
        """Which week of work it is after three months without; None: no such rest, or over three weeks."""
        worked = sorted({one.date for one in self._record.sessions if one.date < self._on})
        days = [*worked, self._on]
        returns = [after for before, after in pairwise(days) if after - before > LONG_REST]
        came_so = self._record.horse.background is Background.LONG_REST
        back = returns[-1] if returns else (days[0] if came_so else None)
        if back is None or self._on - back >= FOURTH_WEEK:
            return None
        return (self._on - back).days // 7 + 1

    # --- visits ---------------------------------------------------------------------------

    @cached_property
    def visit(self) -> tuple[Visit, bool] | None:
        """Who comes today, else who came yesterday; the second: is it today?"""
        for ago in (0, 1):
            day = self._on - timedelta(days=ago)
            found = next((one.what for one in self._record.busy if one.date == day), None)
            if found is not None and not (ago and found is Visit.AWAY):
                return found, ago == 0
        return None

    @property
    def is_away(self) -> bool:
        return self.visit == (Visit.AWAY, True)

    # --- what follows from it -------------------------------------------------------------

    def obstacle(self, stage: Stage) -> tuple[str, str] | None:
        """Why a stage waits today (code, words)."""
        if stage.ridden and self.too_heavy:
            return "weight", body_words.TOO_HEAVY
        if _wants_fitness(stage):
            if self.is_fat:
                return "condition", body_words.TOO_FAT_FOR_FAST
            if self.building_up_week is not None:
                return "long-rest", body_words.BUILDING_UP
        if stage.exciting or is_fast(stage):
            if self.load_jumps:
                return "load", body_words.TOO_MUCH_LOAD
            if self.visit is not None:
                return "visit", body_words.visit(self.visit[0], today=self.visit[1])
        return None

    def nothing_new_because(self) -> tuple[str, str] | None:
        if self.visit is not None:
            return "visit", body_words.visit(self.visit[0], today=self.visit[1])
        return ("load", body_words.LOAD_JUMP) if self.load_jumps else None


def _wants_fitness(stage: Stage) -> bool:
    """Canter, fences, and poles off the ground."""
    return stage.gait is Gait.CANTER or any(one.code == RAISED for one in stage.demands)
